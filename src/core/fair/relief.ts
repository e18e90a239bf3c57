import { CholeskyDecomposition, Matrix } from 'ml-matrix';
import { fail, ok, type Result } from '../result';
import { withHeights, type HeightGrid } from './grid';

/** One reading of a straightedge or a depth gauge: where, mm, and how far off the form, mm; positive is proud. */
export interface HeightReading {
  x: number;
  y: number;
  mm: number;
  /** How sure it is: standard deviation, mm. Absent: {@link HAND_NOISE_MM}. */
  noiseMm?: number;
}

/** A straightedge and a feeler read to about this, mm. */
export const HAND_NOISE_MM = 0.1;
/** Fewer say nothing of a panel. */
export const MIN_READINGS = 6;

/** A surface worked out from a few readings, with how sure it is of itself. */
export interface Relief {
  heights: HeightGrid;
  /** Standard deviation at every point, mm. */
  spread: HeightGrid;
  /** Over how far heights hang together, mm: what lies closer is told by its neighbour. */
  reachMm: number;
}

/** Reaches that are tried, as shares of the panel's length: a finger's breadth to half of it. */
const REACHES = [0.06, 0.1, 0.16, 0.25, 0.4];
/** More readings than that are thinned out before: a scan has its own heights everywhere. */
const MOST_READINGS = 400;

const between = (a: { x: number; y: number }, b: { x: number; y: number }): number => Math.hypot(a.x - b.x, a.y - b.y);

/** How alike two heights are at a distance (Matérn 5/2: smooth as sheet is, not smoother). @returns 1 at none, to 0 */
function likeness(distanceMm: number, reachMm: number): number {
  const r = (Math.sqrt(5) * distanceMm) / reachMm;
  return (1 + r + (r * r) / 3) * Math.exp(-r);
}

/**
 * The surface that readings tell of: Gaussian process regression (Rasmussen and Williams 2006, algorithm 2.1) about zero, which is the
 * form. Its reach is the one under which the readings are most likely, and its height scale follows in closed form.
 * @param onto the grid that is asked for; its heights do not matter
 */
export function reliefFrom(readings: readonly HeightReading[], onto: HeightGrid): Result<Relief, string> {
  if (readings.length < MIN_READINGS)
    return fail(`Take at least ${MIN_READINGS} readings; there are ${readings.length}`);
  const used = thinned(readings, MOST_READINGS);
  const length = Math.max(onto.stepX * (onto.nx - 1), onto.stepY * (onto.ny - 1));
  const fits = REACHES.flatMap((share) => fitAt(used, share * length) ?? []);
  const best = fits.sort((a, b) => b.likelihood - a.likelihood)[0];
  if (!best) return fail('These readings contradict each other. Look for one that was taken twice at one place.');
  const { reachMm, scale, weights, chol } = best;
  const sd = new Float64Array(onto.nx * onto.ny);
  const heights = withHeights(onto, (i, ix, iy) => {
    const p = { x: onto.x0 + ix * onto.stepX, y: onto.y0 + iy * onto.stepY };
    const k = used.map((r) => scale * likeness(between(p, r), reachMm));
    const v = forward(chol, k);
    sd[i] = Math.sqrt(Math.max(0, scale - v.reduce((sum, x) => sum + x * x, 0)));
    return k.reduce((sum, x, j) => sum + x * weights[j]!, 0);
  });
  return ok({ heights, spread: { ...onto, mm: sd }, reachMm });
}

interface Fit {
  reachMm: number;
  /** Variance of heights, mm². */
  scale: number;
  weights: number[];
  /** Lower triangle of the covariance of the readings. */
  chol: Matrix;
  likelihood: number;
}

function fitAt(readings: readonly HeightReading[], reachMm: number): Fit | undefined {
  const n = readings.length;
  const y = readings.map((r) => r.mm);
  const noise = readings.map((r) => (r.noiseMm ?? HAND_NOISE_MM) ** 2);
  // Heights scatter at least as much as a hand reads.
  const scale = Math.max(y.reduce((sum, v) => sum + v * v, 0) / n, noise.reduce((a, b) => a + b, 0) / n);
  const k = Matrix.zeros(n, n);
  for (let i = 0; i < n; i++)
    for (let j = 0; j <= i; j++) {
      const c = scale * likeness(between(readings[i]!, readings[j]!), reachMm) + (i === j ? noise[i]! : 0);
      k.set(i, j, c);
      k.set(j, i, c);
    }
  const decomposed = new CholeskyDecomposition(k);
  if (!decomposed.isPositiveDefinite()) return undefined;
  const weights = decomposed.solve(Matrix.columnVector(y)).to1DArray();
  const chol = decomposed.lowerTriangularMatrix;
  let half = 0;
  for (let i = 0; i < n; i++) half += Math.log(chol.get(i, i));
  const likelihood = -0.5 * y.reduce((sum, v, i) => sum + v * weights[i]!, 0) - half;
  return { reachMm, scale, weights, chol, likelihood };
}

/** Solves L v = k for a lower triangle. */
function forward(l: Matrix, k: readonly number[]): number[] {
  const v: number[] = [];
  for (let i = 0; i < k.length; i++) {
    let sum = k[i]!;
    for (let j = 0; j < i; j++) sum -= l.get(i, j) * v[j]!;
    v.push(sum / l.get(i, i));
  }
  return v;
}

/** Every so many-th of a list, spread evenly. */
const thinned = <T>(all: readonly T[], most: number): readonly T[] =>
  all.length <= most ? all : Array.from({ length: most }, (_, i) => all[Math.floor((i * all.length) / most)]!);

/** A straightedge does not lie on the very edge: so many points of the grid stay free. */
const MARGIN_POINTS = 2;

/** Where the next reading says most: where the surface is least sure of itself, off its edge. mm on the drawing. */
export function nextReadingAt({ spread: g }: Relief): { x: number; y: number; spreadMm: number } {
  const inside = (i: number, n: number) => i >= MARGIN_POINTS && i < n - MARGIN_POINTS;
  let at = -1;
  for (let i = 0; i < g.mm.length; i++)
    if (inside(i % g.nx, g.nx) && inside(Math.floor(i / g.nx), g.ny) && (at < 0 || g.mm[i]! > g.mm[at]!)) at = i;
  at = Math.max(0, at);
  return { x: g.x0 + (at % g.nx) * g.stepX, y: g.y0 + Math.floor(at / g.nx) * g.stepY, spreadMm: g.mm[at]! };
}

/** So many odd ones are asked about at once: where there are more, the panel was read wrongly as a whole. */
const MOST_ODD = 5;

/**
 * Readings that do not go with the others: further off what those tell than their own noise and spread allow. The oddest is set aside before
 * the next one is looked for, since it makes its neighbours look odd. Asked about, never dropped.
 * @returns their indices, the oddest first
 */
export function oddReadings(readings: readonly HeightReading[], limit = 4): number[] {
  const length = Math.max(extentOf(readings.map((r) => r.x)), extentOf(readings.map((r) => r.y)), 1);
  const odd: number[] = [];
  while (odd.length < MOST_ODD) {
    const left = readings.flatMap((_, i) => (odd.includes(i) ? [] : [i]));
    if (left.length <= MIN_READINGS) break;
    const off = left.map((i) => ({ i, z: oddness(i, left, readings, length) })).sort((a, b) => b.z - a.z)[0];
    if (!off || off.z <= limit) break;
    odd.push(off.i);
  }
  return odd;
}

const extentOf = (values: readonly number[]): number => Math.max(...values) - Math.min(...values);

/** How many standard deviations a reading is off what the others tell of its place. */
function oddness(i: number, among: readonly number[], readings: readonly HeightReading[], length: number): number {
  const r = readings[i]!;
  const others = among.filter((j) => j !== i).map((j) => readings[j]!);
  const fit = REACHES.flatMap((s) => fitAt(others, s * length) ?? []).sort((a, b) => b.likelihood - a.likelihood)[0];
  if (!fit) return 0;
  const k = others.map((o) => fit.scale * likeness(between(r, o), fit.reachMm));
  const told = k.reduce((sum, x, j) => sum + x * fit.weights[j]!, 0);
  const v = forward(fit.chol, k);
  const variance = Math.max(0, fit.scale - v.reduce((s, x) => s + x * x, 0)) + (r.noiseMm ?? HAND_NOISE_MM) ** 2;
  return Math.abs(r.mm - told) / Math.sqrt(variance);
}
