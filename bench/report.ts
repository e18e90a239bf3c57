import type { Yardstick } from './yardstick';

const rounded = (n: number) => Math.round(n * 1000) / 1000;

/**
 * What every benchmark ends with: one line of JSON, and the exit code.
 * @param stick of where a figure of time was taken: it is judged at the yardstick's usual value; absent for what is no time
 * @param floor see {@link Yardstick.usual}
 * @param ok where more than the figure decides
 */
export function report(
  name: string,
  figure: number,
  unit: string,
  bound: number,
  { stick, floor, ok }: { stick?: Yardstick | undefined; floor?: number; ok?: boolean } = {},
): void {
  const judged = stick ? stick.usual(figure, floor) : figure;
  const isOk = ok ?? judged <= bound;
  if (stick) console.log(`${stick.toString()}: ${rounded(figure)} ${unit} as measured`);
  console.log(JSON.stringify({ name, figure: rounded(judged), unit, bound, ok: isOk }));
  if (!isOk) process.exitCode = 1;
}

/** Value under which the share `p` of the samples lies. */
export function percentile(samples: readonly number[], p: number): number {
  const sorted = [...samples].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.ceil(p * sorted.length) - 1)]!;
}
