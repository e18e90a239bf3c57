import { cumulativeNormal, normalDensity } from './normal';

/** A place with what it counts, mm on the drawing. */
export interface WeightedPlace {
  x: number;
  y: number;
  weight: number;
}

/** What is known of heights at one or several places: the weighted sum of them is so much, give or take, mm. */
export interface Observation {
  places: readonly WeightedPlace[];
  mm: number;
  /** Standard deviation, mm. */
  noiseMm: number;
}

/** What is known as a limit: the weighted sum of heights lies between these, mm; either may be infinite. */
export interface HeightLimit {
  places: readonly WeightedPlace[];
  lowMm: number;
  highMm: number;
  /** How sharp the limit is: standard deviation, mm. */
  noiseMm: number;
}

/** Mean and variance of something normal that is known to lie between two limits that are themselves only known to a noise. */
interface Moments {
  mean: number;
  variance: number;
}

/** Less likely than that is worked out from the nearer limit alone: the ratio below would be one of two noughts. */
const UNLIKELY = 1e-5;

/**
 * Moments of a normal variable after it is learnt that it lies within soft limits (Rasmussen and Williams 2006, 3.9, with two limits).
 * @param mean mm, and variance, mm², before
 */
export function withinLimits(
  { mean, variance }: Moments,
  { lowMm, highMm, noiseMm }: Pick<HeightLimit, 'lowMm' | 'highMm' | 'noiseMm'>,
): Moments {
  const s = Math.sqrt(variance + noiseMm ** 2);
  const [a, b] = [(lowMm - mean) / s, (highMm - mean) / s];
  const likely = cumulativeNormal(b) - cumulativeNormal(a);
  if (likely < UNLIKELY) {
    const nearer = a > 0 ? lowMm : highMm;
    const gain = variance / s ** 2;
    return { mean: mean + gain * (nearer - mean), variance: variance * (1 - gain) };
  }
  const [pa, pb] = [normalDensity(a), normalDensity(b)];
  const first = (pa - pb) / (s * likely);
  const ends = (Number.isFinite(b) ? b * pb : 0) - (Number.isFinite(a) ? a * pa : 0);
  const second = first ** 2 + ends / (s ** 2 * likely);
  return { mean: mean + variance * first, variance: Math.max(0, variance - variance ** 2 * second) };
}

/** So often every limit is looked at again; it has settled long before. */
const SWEEPS = 60;
/** A site moves only so far at once, or sites that hang together swing. */
const DAMPING = 0.8;
const SETTLED_MM = 1e-5;

/**
 * What limits say as if they had been readings: expectation propagation (Minka 2001; Rasmussen and Williams 2006, algorithm 3.5) for limits on
 * sums of heights. Marks of a guide coat are such limits.
 * @param limits n of them
 * @param mean of their sums before, mm, n
 * @param covariance of their sums before, mm², n × n
 * @returns an observation for each that says anything
 */
export function observationsFromLimits(
  limits: readonly HeightLimit[],
  mean: readonly number[],
  covariance: readonly (readonly number[])[],
): Observation[] {
  const n = limits.length;
  const precision = new Float64Array(n);
  const shift = new Float64Array(n);
  // Moments of all sums, kept up to date by rank-one steps.
  const m = [...mean];
  const c = covariance.map((row) => [...row]);
  for (let sweep = 0; sweep < SWEEPS; sweep++) {
    let moved = 0;
    for (let i = 0; i < n; i++) {
      const has = c[i]![i]!;
      if (!(has > 1e-12)) continue;
      // Without what this limit said before.
      const left = 1 / has - precision[i]!;
      if (!(left > 1e-9)) continue;
      const cavity = { variance: 1 / left, mean: (m[i]! / has - shift[i]!) / left };
      const told = withinLimits(cavity, limits[i]!);
      const v = Math.max(told.variance, 1e-9);
      const dp = DAMPING * (Math.max(0, 1 / v - left) - precision[i]!);
      const ds = DAMPING * (told.mean / v - cavity.mean * left - shift[i]!);
      const gain = dp / (1 + dp * has);
      const column = c.map((row) => row[i]!);
      const step = (ds - dp * m[i]!) / (1 + dp * has);
      for (let j = 0; j < n; j++) {
        m[j]! += column[j]! * step;
        for (let k = 0; k < n; k++) c[j]![k]! -= gain * column[j]! * column[k]!;
      }
      precision[i]! += dp;
      shift[i]! += ds;
      moved = Math.max(moved, Math.abs(column[i]! * step));
    }
    if (moved < SETTLED_MM) break;
  }
  return limits.flatMap((l, i) =>
    precision[i]! > 1e-6
      ? [{ places: l.places, mm: shift[i]! / precision[i]!, noiseMm: 1 / Math.sqrt(precision[i]!) }]
      : [],
  );
}
