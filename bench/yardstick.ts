import type { Page } from '@playwright/test';

/**
 * What the yardstick usually takes, ms: in a process, in a page, and in a page at a quarter of the speed. Of the machine
 * that the bounds speak of, on which commit e7d248a's `cure` took 285 ms: two cores of the kind that CI has, at half of what
 * they do when nothing else runs on their host (7.2 ms; Node.js 20.20, Chromium 156, 2026-11-30).
 */
const USUAL_MS = { process: 14.5, fullSpeed: 14.5, quarterSpeed: 58 } as const;

/**
 * A fixed piece of work, by which the speed of a machine at this moment is known: arithmetic, objects, strings, maps and
 * a sort, as the app itself does them. It never changes: all bounds are held at its usual value. Names nothing around it, so
 * that it runs in a page too.
 * @returns ms
 */
function work(): number {
  const t0 = performance.now();
  let seed = 12345;
  const random = () => (seed = (seed * 1103515245 + 12345) % 2147483648) / 2147483648;
  const rows: { id: string; at: number; value: number }[] = [];
  for (let i = 0; i < 6000; i++) rows.push({ id: `row${i % 977}`, at: random() * 1e6, value: Math.exp(-random()) });
  const byId = new Map<string, number>();
  for (const r of rows) byId.set(r.id, (byId.get(r.id) ?? 0) + r.value * Math.sqrt(r.at));
  rows.sort((a, b) => a.at - b.at || (a.id < b.id ? -1 : 1));
  let sum = 0;
  for (let i = 1; i < rows.length; i++) sum += Math.log1p(rows[i]!.at - rows[i - 1]!.at) * rows[i]!.value;
  const text = JSON.stringify(rows.slice(0, 1500).map((r) => ({ ...r, sum: byId.get(r.id) })));
  sum += (JSON.parse(text) as unknown[]).length;
  if (!Number.isFinite(sum)) throw new Error('The yardstick broke');
  return performance.now() - t0;
}

/** So often at a time, and before the first time, so that the compiler is not measured. */
const TIMES = 5;
const WARM_UP = 25;

/** How fast the machine is while a bench runs: the same work before, between and after what is measured. */
export class Yardstick {
  private readonly runs: number[] = [];

  constructor(private readonly where: keyof typeof USUAL_MS) {}

  add(ms: number): void {
    this.runs.push(ms);
  }

  /** Of all runs the lower quarter's last, ms: a moment in which something else ran does not count, a slow hour does. */
  get nowMs(): number {
    return [...this.runs].sort((a, b) => a - b)[this.runs.length >> 2] ?? USUAL_MS[this.where];
  }

  /**
   * What a figure of time would be at the yardstick's usual value.
   * @param floor what no machine undercuts: the screen's own frame; only what comes on top is counted by the yardstick
   */
  usual(figure: number, floor = 0): number {
    return floor + ((figure - floor) * USUAL_MS[this.where]) / this.nowMs;
  }

  toString(): string {
    return `yardstick ${this.nowMs.toFixed(1)} ms of usually ${USUAL_MS[this.where]}`;
  }
}

/** Of this process. Each call of `take` measures the machine as it is then. */
export function processYardstick(): Yardstick & { take(): void } {
  const stick = new Yardstick('process');
  const take = () => {
    for (let i = 0; i < TIMES; i++) stick.add(work());
    // What it left is not swept up in the middle of what is measured.
    (globalThis as { gc?: () => void }).gc?.();
  };
  for (let i = 0; i < WARM_UP; i++) work();
  take();
  return Object.assign(stick, { take });
}

/** Of a page at the speed at which it runs: called once that is set. */
export async function pageYardstick(
  page: Page,
  speed: 'fullSpeed' | 'quarterSpeed' = 'quarterSpeed',
): Promise<Yardstick & { take(): Promise<void> }> {
  const stick = new Yardstick(speed);
  const run = () => page.evaluate<number>(`(${work.toString()})()`);
  const take = async () => {
    for (let i = 0; i < TIMES; i++) stick.add(await run());
  };
  for (let i = 0; i < WARM_UP; i++) await run();
  await take();
  return Object.assign(stick, { take });
}
