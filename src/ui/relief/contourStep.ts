/** Heights between two contour lines that leave some of each, mm. */
const STEPS = [0.01, 0.02, 0.05, 0.1, 0.2, 0.5, 1];

/** A height between lines, mm, so that the most that is off has about six of them. */
export const contourStep = (range: { low: number; high: number } | undefined): number => {
  const most = Math.max(Math.abs(range?.low ?? 0), Math.abs(range?.high ?? 0));
  return STEPS.find((s) => most / s <= 6) ?? 2;
};
