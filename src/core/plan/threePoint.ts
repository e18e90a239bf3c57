/** An estimate as a tradesman gives it: at best, most likely, at worst. */
export interface ThreePoint {
  low: number;
  likely: number;
  high: number;
}

/** Whether the three stand in order and none is negative or absurd. */
export const isThreePoint = (p: ThreePoint): boolean =>
  [p.low, p.likely, p.high].every((v) => Number.isFinite(v) && v >= 0) && p.low <= p.likely && p.likely <= p.high;

/** Mean of the triangular distribution, (a + c + b) / 3. */
export const meanOf = (p: ThreePoint): number => (p.low + p.likely + p.high) / 3;

/**
 * The value below which a share of the cases lies: the inverse of the triangular distribution.
 * Source: Evans, Hastings and Peacock, Statistical Distributions. Check: 0.5 of (0, 1, 2) is 1; 0.5 of (0, 0, 1) is
 * 1 − √0.5 = 0.293.
 * @param share 0 to 1
 */
export function triangular(p: ThreePoint, share: number): number {
  const span = p.high - p.low;
  if (span <= 0) return p.low;
  const peak = (p.likely - p.low) / span;
  return share <= peak
    ? p.low + Math.sqrt(share * span * (p.likely - p.low))
    : p.high - Math.sqrt((1 - share) * span * (p.high - p.likely));
}
