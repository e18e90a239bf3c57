import type { QualityLevel } from '../library/level';
import { fail, ok, type Result } from '../result';
import { cellMm2, indexOf, MIN_POINTS_A_SIDE, withHeights, type HeightGrid } from './grid';

/** Span over which waviness is judged: two fingers, mm. */
export const WAVE_SPAN_MM = 20;
/** How far a surface may be off its own line over {@link WAVE_SPAN_MM}, mm, by what was agreed. */
export const WAVINESS_MM: Readonly<Record<QualityLevel, number>> = {
  tidy: 0.04,
  driver: 0.02,
  show: 0.01,
};

/**
 * How far a finished surface may lie below its form, mm, by what was agreed: a low that is broad enough bends too gently for
 * {@link WAVINESS_MM}, and is seen in a reflection all the same. Figures of the trade's straightedges; no standard gives them.
 */
export const LOW_MM: Readonly<Record<QualityLevel, number>> = { tidy: 0.6, driver: 0.3, show: 0.15 };

/** What a panel may be made fair with. */
export interface FairingInput {
  /** Heights against the form, complete. */
  heights: HeightGrid;
  /** See {@link WAVINESS_MM}. */
  wavinessMm: number;
  /** See {@link LOW_MM}. */
  lowMm: number;
  /** How far a high may be tapped down, mm; 0 where metal must not be touched. */
  tapMaxMm: number;
  /** What a millimetre of tapping costs against one of filler. Under 1: metal is worked before it is filled over. */
  tapWeight: number;
  /** More than this is no filler's business, mm: metal comes first there. */
  fillMaxMm: number;
}

/** A linear programme: cost · x is to be least, with bounds on x and on the rows of a sparse matrix (compressed by rows). */
export interface LinearProgramme {
  cost: Float64Array;
  lower: Float64Array;
  upper: Float64Array;
  rowLower: Float64Array;
  rowUpper: Float64Array;
  starts: Int32Array;
  indices: Int32Array;
  values: Float64Array;
}

/**
 * The least filler that makes a surface fair, as a linear programme. At each point the filler t ≥ 0 and the tap 0 ≤ s ≤ s_max make the
 * finished surface f = h − s + t; its second differences along both ways stay within what the waviness allows at the grid's step (a bend
 * grows with the square of its span), and it lies no lower than it may; t·area + w·s·area is to be least. Columns: all t, then all s.
 */
export function fairingProgramme(input: FairingInput): Result<LinearProgramme, string> {
  const { heights: g, wavinessMm, lowMm, tapMaxMm, tapWeight } = input;
  const n = g.nx * g.ny;
  if (g.nx < MIN_POINTS_A_SIDE || g.ny < MIN_POINTS_A_SIDE)
    return fail(`At least ${MIN_POINTS_A_SIDE} readings each way: one row bends nowhere`);
  if (g.mm.some((v) => !Number.isFinite(v))) return fail('Some places were not read. Estimate them first.');
  if (!(wavinessMm > 0)) return fail('The waviness has to be over nothing');
  const cost = new Float64Array(2 * n);
  const upper = new Float64Array(2 * n).fill(Infinity);
  for (let iy = 0; iy < g.ny; iy++)
    for (let ix = 0; ix < g.nx; ix++) {
      const i = indexOf(g, ix, iy);
      cost[i] = cellMm2(g, ix, iy);
      cost[n + i] = tapWeight * cellMm2(g, ix, iy);
      upper[n + i] = tapMaxMm;
    }
  const bends = [...secondDifferences(g)];
  const rows = bends.length + n;
  const rowLower = new Float64Array(rows);
  const rowUpper = new Float64Array(rows).fill(Infinity);
  const starts = new Int32Array(rows + 1);
  const indices = new Int32Array(bends.length * 6 + 2 * n);
  const values = new Float64Array(bends.length * 6 + 2 * n);
  bends.forEach(({ at: [a, b, c], stepMm }, r) => {
    const allowed = wavinessMm * (stepMm / WAVE_SPAN_MM) ** 2;
    const has = g.mm[a]! - 2 * g.mm[b]! + g.mm[c]!;
    rowLower[r] = -allowed - has;
    rowUpper[r] = allowed - has;
    indices.set([a, b, c, n + a, n + b, n + c], 6 * r);
    values.set([1, -2, 1, -1, 2, -1], 6 * r);
    starts[r + 1] = 6 * (r + 1);
  });
  const from = 6 * bends.length;
  for (let i = 0; i < n; i++) {
    rowLower[bends.length + i] = -lowMm - g.mm[i]!;
    indices.set([i, n + i], from + 2 * i);
    values.set([1, -1], from + 2 * i);
    starts[bends.length + i + 1] = from + 2 * (i + 1);
  }
  return ok({ cost, lower: new Float64Array(2 * n), upper, rowLower, rowUpper, starts, indices, values });
}

/** Every three points in a line. */
function* secondDifferences(g: HeightGrid): Generator<{ at: [number, number, number]; stepMm: number }> {
  for (let iy = 0; iy < g.ny; iy++)
    for (let ix = 0; ix < g.nx; ix++) {
      if (ix > 0 && ix < g.nx - 1)
        yield { at: [indexOf(g, ix - 1, iy), indexOf(g, ix, iy), indexOf(g, ix + 1, iy)], stepMm: g.stepX };
      if (iy > 0 && iy < g.ny - 1)
        yield { at: [indexOf(g, ix, iy - 1), indexOf(g, ix, iy), indexOf(g, ix, iy + 1)], stepMm: g.stepY };
    }
}

/** How a panel is made fair. */
export interface Fairing {
  /** Filler at every point, mm. */
  fill: HeightGrid;
  /** How far to tap down before, mm. */
  tap: HeightGrid;
  /** Of all filler, cured, mL. */
  volumeMl: number;
  /** Deepest filler, mm. */
  deepestMm: number;
  /** Area that gets filler at all, cm². */
  areaCm2: number;
  /** Area that is deeper than the filler may be, cm²: metal comes first there. */
  pullCm2: number;
  /** How deep filler may be, mm. */
  fillMaxMm: number;
}

/** Less than a micrometre is the solver’s, and nothing that is spread or tapped. */
export const NOTHING_MM = 0.001;

/** @param x the solution of {@link fairingProgramme} */
export function readFairing({ heights: g, fillMaxMm }: FairingInput, x: Float64Array): Fairing {
  const n = g.nx * g.ny;
  // All of it is kept, or the surface is not as fair as the solver made it; what is next to nothing has no area.
  const fill = withHeights(g, (i) => Math.max(0, x[i]!));
  const tap = withHeights(g, (i) => Math.max(0, x[n + i]!));
  let [volumeMl, areaCm2, pullCm2, deepestMm] = [0, 0, 0, 0];
  for (let iy = 0; iy < g.ny; iy++)
    for (let ix = 0; ix < g.nx; ix++) {
      const mm = fill.mm[indexOf(g, ix, iy)]!;
      const cm2 = cellMm2(g, ix, iy) / 100;
      volumeMl += (mm * cm2) / 10;
      if (mm > NOTHING_MM) areaCm2 += cm2;
      if (mm > fillMaxMm) pullCm2 += cm2;
      deepestMm = Math.max(deepestMm, mm);
    }
  return { fill, tap, volumeMl, deepestMm, areaCm2, pullCm2, fillMaxMm };
}

/** The greatest bend of a surface over {@link WAVE_SPAN_MM}, mm: fair where it is within the waviness that was agreed. */
export function waviness(g: HeightGrid): number {
  let most = 0;
  for (const {
    at: [a, b, c],
    stepMm,
  } of secondDifferences(g)) {
    const bend = Math.abs(g.mm[a]! - 2 * g.mm[b]! + g.mm[c]!) * (WAVE_SPAN_MM / stepMm) ** 2;
    if (bend > most) most = bend;
  }
  return most;
}

/** The surface once it is tapped and filled. */
export const finishedSurface = (heights: HeightGrid, { fill, tap }: Pick<Fairing, 'fill' | 'tap'>): HeightGrid =>
  withHeights(heights, (i) => heights.mm[i]! - tap.mm[i]! + fill.mm[i]!);

/** Where to tap, and by how much, mm on the drawing. */
export interface TapPlace {
  x: number;
  y: number;
  mm: number;
}

/** A hammer does not go closer than that, mm. */
const TAP_APART_MM = 60;
/** Less is not worth a tap, mm. */
const TAP_LEAST_MM = 0.1;

/** Places to tap down, the highest first: peaks of a tap map, no two closer than a hammer is wide. */
export function tapPlaces(tap: HeightGrid): TapPlace[] {
  const all = [...tap.mm]
    .map((mm, i) => ({ x: tap.x0 + (i % tap.nx) * tap.stepX, y: tap.y0 + Math.floor(i / tap.nx) * tap.stepY, mm }))
    .filter((p) => p.mm >= TAP_LEAST_MM)
    .sort((a, b) => b.mm - a.mm);
  const taken: TapPlace[] = [];
  for (const p of all) if (taken.every((t) => Math.hypot(t.x - p.x, t.y - p.y) >= TAP_APART_MM)) taken.push(p);
  return taken;
}
