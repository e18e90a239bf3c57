/** The devices of the bench make their figures up: they speak in the demo only, and never in somebody's own shop. */
let speaks = false;
export function letBenchSpeak(on: boolean): void {
  speaks = on;
}

/** Where the bench is, if the page's server has one and the demo is shown. Without it the app works by hand and asks nobody. */
export const benchAddress = (): string | null =>
  speaks ? (document.querySelector('meta[name="stratocoat-bench"]')?.getAttribute('content') ?? null) : null;
