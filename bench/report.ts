/** What every benchmark ends with: one line of JSON, and the exit code. */
export function report(name: string, figure: number, unit: string, bound: number, ok = figure <= bound): void {
  console.log(JSON.stringify({ name, figure: Math.round(figure * 1000) / 1000, unit, bound, ok }));
  if (!ok) process.exitCode = 1;
}

/** Value under which the share `p` of the samples lies. */
export function percentile(samples: readonly number[], p: number): number {
  const sorted = [...samples].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.ceil(p * sorted.length) - 1)]!;
}
