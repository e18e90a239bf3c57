import Flatbush from 'flatbush';
import { CholeskyDecomposition, Matrix } from 'ml-matrix';
import { fail, ok, type Result } from '../result';
import { observationsFromLimits, type HeightLimit, type Observation, type WeightedPlace } from './evidence';
import { formTerms, type Form } from './form';
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

/** Reaches that are tried, as shares of the panel's length: two fingers' breadth to half of it. */
const REACHES = [0.03, 0.045, 0.06, 0.1, 0.16, 0.25, 0.4];
/** What a panel that nobody has read is off by, mm, and over what share of it: as a skim leaves it. */
const BLIND = { sdMm: 0.25, reach: 0.16 };
/** More readings than that tell each place by the nearest of them, and by how heights hang together there. */
const MANY = 150;
const NEIGHBOURS = 32;
/** How heights hang together is looked at in so many places along a side of the panel, and between them in between. */
const LOOKS = { across: 10, down: 6 } as const;

const between = (a: { x: number; y: number }, b: { x: number; y: number }): number => Math.hypot(a.x - b.x, a.y - b.y);

/** How alike two heights are at a distance (Matérn 5/2: smooth as sheet is, not smoother). @returns 1 at none, to 0 */
function likeness(distanceMm: number, reachMm: number): number {
  const r = (Math.sqrt(5) * distanceMm) / reachMm;
  return (1 + r + (r * r) / 3) * Math.exp(-r);
}

type FormTerms = ReturnType<typeof formTerms>;

/** How heights hang together: their variance, mm², and over how far, mm. */
interface Kernel {
  scale: number;
  reachMm: number;
}

/** How two sums of heights hang together, mm². */
function covarianceOf(a: readonly WeightedPlace[], b: readonly WeightedPlace[], { scale, reachMm }: Kernel): number {
  let sum = 0;
  // The hottest place of all: no iterators.
  for (let i = 0; i < a.length; i++)
    for (let j = 0; j < b.length; j++) {
      const p = a[i]!;
      const q = b[j]!;
      sum += p.weight * q.weight * likeness(between(p, q), reachMm);
    }
  return scale * sum;
}

const asObservation = (r: HeightReading): Observation => ({
  places: [{ x: r.x, y: r.y, weight: 1 }],
  mm: r.mm,
  noiseMm: r.noiseMm ?? HAND_NOISE_MM,
});

/**
 * The surface that readings tell of: Gaussian process regression (Rasmussen and Williams 2006, algorithm 2.1) about zero, which is the
 * form. Its reach is the one under which the readings are most likely, and its height scale follows in closed form. Where there are many, a
 * place is told by its nearest (Vecchia 1988) and by the reach that these make likely, since a dent bends more sharply than the sheet around it.
 * @param onto the grid that is asked for; its heights do not matter
 * @param limits what is known besides as limits, such as marks of a guide coat
 * @param asked what is asked for at each place of the grid, as a sum of heights; absent: the height there
 * @param form that the readings still have in them, as far as a first fit left it: it is fitted with the relief, and how unsure it is goes into
 *   the spread; absent: they stand off what is known
 */
export function reliefFrom(
  readings: readonly HeightReading[],
  onto: HeightGrid,
  limits: readonly HeightLimit[] = [],
  asked: (p: WeightedPlace) => readonly WeightedPlace[] = (p) => [p],
  form?: Form,
): Result<Relief, string> {
  if (readings.length < MIN_READINGS && limits.length === 0)
    return fail(`Take at least ${MIN_READINGS} readings; there are ${readings.length}`);
  const length = Math.max(onto.stepX * (onto.nx - 1), onto.stepY * (onto.ny - 1));
  const read = readings.map(asObservation);
  const terms = form && formTerms(form, length);
  const some = thinned(read, MANY);
  const kernel =
    read.length >= MIN_READINGS
      ? likeliest(some, length, terms)
      : { scale: BLIND.sdMm ** 2, reachMm: BLIND.reach * length };
  if (!kernel) return fail('These readings contradict each other. Look for one that was taken twice at one place.');
  const observed = limits.length === 0 ? read : [...read, ...asObservations(limits, read, kernel)];
  // Where a place is told by its nearest, the form below is what all of them tell.
  const fitted =
    terms && read.length > MANY ? conditioned(some, kernel, { terms, isMostlyLow: true })?.fitted : undefined;
  const below = terms && read.length >= MIN_READINGS ? { terms, fitted, isMostlyLow: true } : undefined;
  const near = read.length > MANY ? local(observed, kernel, onto, below) : undefined;
  const all = near ? undefined : conditioned(observed, kernel, below);
  const sd = new Float64Array(onto.nx * onto.ny);
  const heights = withHeights(onto, (i, ix, iy) => {
    const p = { x: onto.x0 + ix * onto.stepX, y: onto.y0 + iy * onto.stepY, weight: 1 };
    const { mean, variance } = (near?.(p) ?? all)?.at(asked(p)) ?? { mean: 0, variance: kernel.scale };
    sd[i] = Math.sqrt(variance);
    return mean;
  });
  return ok({ heights, spread: { ...onto, mm: sd }, reachMm: kernel.reachMm });
}

/** What the observations around a place tell, with the kernel that they make likely there. */
function local(
  observed: readonly Observation[],
  kernel: Kernel,
  onto: HeightGrid,
  form: FormBelow | undefined,
): (p: { x: number; y: number }) => Conditioned | undefined {
  const near = nearestOf(observed);
  const offForm = (o: Observation): Observation =>
    form?.fitted ? { ...o, mm: o.mm - dot(termsOf(o.places, form.terms), form.fitted.factors) } : o;
  const [width, height] = [onto.stepX * (onto.nx - 1), onto.stepY * (onto.ny - 1)];
  const { across, down } = LOOKS;
  const looks = Array.from({ length: across * down }, (_, i) => {
    const x = onto.x0 + ((i % across) / (across - 1)) * width;
    const y = onto.y0 + (Math.floor(i / across) / (down - 1)) * height;
    return likeliest(near({ x, y }).map(offForm), Math.max(width, height)) ?? kernel;
  });
  const kernelAt = (p: { x: number; y: number }): Kernel => {
    const [u, v] = [((p.x - onto.x0) / width) * (across - 1), ((p.y - onto.y0) / height) * (down - 1)];
    const [i, j] = [Math.min(across - 2, Math.floor(u)), Math.min(down - 2, Math.floor(v))];
    // Both are scales: what lies between two of them is their geometric mean.
    const mix = (of: (k: Kernel) => number) => {
      const log = (di: number, dj: number) => Math.log(of(looks[(j + dj) * across + i + di]!));
      const along = (dj: number) => log(0, dj) + (u - i) * (log(1, dj) - log(0, dj));
      return Math.exp(along(0) + (v - j) * (along(1) - along(0)));
    };
    return { scale: mix((k) => k.scale), reachMm: mix((k) => k.reachMm) };
  };
  return (p) => conditioned(near(p), kernelAt(p), form);
}

/** The observations around a place. */
function nearestOf(observed: readonly Observation[]): (p: { x: number; y: number }) => Observation[] {
  const index = new Flatbush(observed.length);
  for (const { places } of observed) index.add(places[0]!.x, places[0]!.y);
  index.finish();
  return (p) => index.neighbors(p.x, p.y, NEIGHBOURS).map((i) => observed[i]!);
}

/** Limits as readings, in the light of what was read around them. */
function asObservations(
  limits: readonly HeightLimit[],
  read: readonly Observation[],
  kernel: Kernel,
): readonly Observation[] {
  const known = conditioned(thinned(read, MANY), kernel);
  const mean = limits.map((l) => known?.at(l.places).mean ?? 0);
  const covariance = limits.map((a) =>
    limits.map((b) => known?.covariance(a.places, b.places) ?? covarianceOf(a.places, b.places, kernel)),
  );
  return observationsFromLimits(limits, mean, covariance);
}

/** What is known of heights once so much was observed. */
interface Conditioned {
  at(places: readonly WeightedPlace[]): { mean: number; variance: number };
  covariance(a: readonly WeightedPlace[], b: readonly WeightedPlace[]): number;
  /** How likely the observations are, as a logarithm; what the form takes up is not counted (restricted likelihood). */
  likelihood: number;
  /** Factors of the form's terms, and how they hang together; absent: there is none. */
  fitted?: FittedTerms;
}

/** Factors of the terms of a form, and the lower triangle of the inverse of their covariance. */
interface FittedTerms {
  factors: readonly number[];
  precision: Matrix;
}

/** The form below what is read: fitted with it, or as it was fitted to all that was read. */
interface FormBelow {
  terms: FormTerms;
  fitted?: FittedTerms | undefined;
  isMostlyLow?: boolean;
}

/** The terms of a sum of heights. */
function termsOf(places: readonly WeightedPlace[], terms: FormTerms): number[] {
  const sum: number[] = [];
  for (const p of places) terms(p.x, p.y).forEach((t, i) => (sum[i] = (sum[i] ?? 0) + p.weight * t));
  return sum;
}

/**
 * Heights off a form, given sums of heights. Where the form is fitted with them, its factors have no prior, and their doubt is in what is
 * told (Rasmussen and Williams 2006, section 2.7; restricted likelihood: Patterson and Thompson 1971).
 * @returns undefined where there are none, or where they contradict each other
 */
function conditioned(observed: readonly Observation[], kernel: Kernel, form?: FormBelow): Conditioned | undefined {
  const n = observed.length;
  if (n === 0) return undefined;
  const k = Matrix.zeros(n, n);
  for (let i = 0; i < n; i++)
    for (let j = 0; j <= i; j++) {
      const c =
        covarianceOf(observed[i]!.places, observed[j]!.places, kernel) + (i === j ? observed[i]!.noiseMm ** 2 : 0);
      k.set(i, j, c);
      k.set(j, i, c);
    }
  const decomposed = new CholeskyDecomposition(k);
  if (!decomposed.isPositiveDefinite()) return undefined;
  const chol = decomposed.lowerTriangularMatrix;
  const y = forward(
    chol,
    observed.map((o) => o.mm),
  );
  const terms = form && observed.map((o) => termsOf(o.places, form.terms));
  const columns = terms?.[0]?.map((_, t) =>
    forward(
      chol,
      terms.map((row) => row[t]!),
    ),
  );
  const least = form?.fitted ?? (columns && fitTerms(columns, y));
  if (form && !least) return undefined;
  const fitted =
    form && !form.fitted && form.isMostlyLow && least && columns
      ? lowered(
          least,
          columns,
          y,
          chol,
          observed.map((o) => o.noiseMm),
        )
      : least;
  const left =
    columns && fitted ? y.map((v, i) => v - columns.reduce((sum, c, t) => sum + c[i]! * fitted.factors[t]!, 0)) : y;
  const half = y.reduce((sum, _, i) => sum + Math.log(chol.get(i, i)), 0);
  const toAll = (places: readonly WeightedPlace[]) => observed.map((o) => covarianceOf(places, o.places, kernel));
  /** What a doubt of the form's factors adds. */
  const doubt = (v: readonly number[]): number[] =>
    columns && fitted
      ? forward(
          fitted.precision,
          columns.map((c) => dot(c, v)),
        )
      : [];
  return {
    at: (places) => {
      const v = forward(chol, toAll(places));
      const d = doubt(v);
      const variance = covarianceOf(places, places, kernel) - dot(v, v) + dot(d, d);
      return { mean: dot(v, left), variance: Math.max(0, variance) };
    },
    covariance: (a, b) => {
      const [v, w] = [forward(chol, toAll(a)), forward(chol, toAll(b))];
      return covarianceOf(a, b, kernel) - dot(v, w) + dot(doubt(v), doubt(w));
    },
    likelihood:
      -0.5 * dot(y, left) -
      half -
      (form && !form.fitted && fitted
        ? fitted.factors.reduce((s, _, t) => s + Math.log(fitted.precision.get(t, t)), 0)
        : 0),
    ...(fitted && { fitted }),
  };
}

/** Factors of a form's terms by generalised least squares. @param columns terms, and y heights, both whitened */
function fitTerms(columns: readonly number[][], y: readonly number[]): FittedTerms | undefined {
  const m = new Matrix(columns.map((a, i) => columns.map((b, j) => dot(a, b) * (i === j ? 1 + 1e-9 : 1))));
  const chol = new CholeskyDecomposition(m);
  if (!chol.isPositiveDefinite()) return undefined;
  const b = Matrix.columnVector(columns.map((c) => dot(c, y)));
  return { factors: chol.solve(b).to1DArray(), precision: chol.lowerTriangularMatrix };
}

/**
 * Factors of a form moved so that what is read off it lies mostly low: a panel is on its form where nothing hit it, and what hit it pushed it
 * in. A high counts against the form by the square of how far it is proud (a one-sided normal prior), taken where it is most likely (Laplace).
 */
function lowered(
  { factors, precision }: FittedTerms,
  columns: readonly number[][],
  y: readonly number[],
  chol: Matrix,
  noises: readonly number[],
): FittedTerms {
  const n = y.length;
  const left = y.map((v, i) => v - columns.reduce((sum, c, t) => sum + c[i]! * factors[t]!, 0));
  // Of the heights at the readings themselves: K (K + N)⁻¹ is what is left of one once the noise N is taken out.
  const places = Array.from({ length: n }, (_, i) => {
    const unit = new Array<number>(n).fill(0);
    unit[i] = noises[i]! ** 2;
    const row = chol.getRow(i).map((l, j) => (j <= i ? l : 0));
    const byNoise = forward(chol, unit);
    return row.map((l, j) => l - byNoise[j]!);
  });
  const heights = places.map((v) => dot(v, left));
  const moves = places.map((v) => columns.map((c) => dot(c, v)));
  const weight = Math.min(1, TELLING / n) / HIGHS_MM ** 2;
  const least = precision.mmul(precision.transpose());
  let by = factors.map(() => 0);
  let chosen = precision;
  for (let round = 0; round < ROUNDS; round++) {
    const proud = heights.flatMap((h, i) => (h > dot(moves[i]!, by) ? [i] : []));
    const m = new Matrix(
      factors.map((_, q) =>
        factors.map((__, r) => {
          const [a, b] = q < r ? [q, r] : [r, q];
          return least.get(a, b) + weight * proud.reduce((sum, i) => sum + moves[i]![a]! * moves[i]![b]!, 0);
        }),
      ),
    );
    const pull = factors.map((_, q) => weight * proud.reduce((sum, i) => sum + moves[i]![q]! * heights[i]!, 0));
    const decomposed = new CholeskyDecomposition(m);
    const next = decomposed.solve(Matrix.columnVector(pull)).to1DArray();
    const moved = Math.max(...next.map((v, q) => Math.abs(v - by[q]!)));
    by = next;
    chosen = decomposed.lowerTriangularMatrix;
    if (moved < SETTLED_MM) break;
  }
  return { factors: factors.map((f, q) => f + by[q]!), precision: chosen };
}
/** How far proud of its form a panel usually stands where it was hit, as a standard deviation, mm. */
const HIGHS_MM = 0.2;
/** Readings lie close enough to tell the same again and again: together they count as so many. */
const TELLING = 12;
const ROUNDS = 30;
const SETTLED_MM = 1e-6;

const dot = (a: readonly number[], b: readonly number[]): number => {
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += a[i]! * b[i]!;
  return sum;
};

/** Heights scatter more than their readings show where a form has taken up a part of them: so many times their variance is tried. */
const SCALES = [1, 2.5, 6, 15];

/** The kernel under which readings are most likely. @param length of the panel, mm */
function likeliest(observed: readonly Observation[], length: number, terms?: FormTerms): Kernel | undefined {
  const noise = observed.reduce((sum, o) => sum + o.noiseMm ** 2, 0) / observed.length;
  // Heights scatter at least as much as a hand reads.
  const least = Math.max(observed.reduce((sum, o) => sum + o.mm * o.mm, 0) / observed.length, noise);
  let best: (Kernel & { likelihood: number }) | undefined;
  for (const share of REACHES)
    for (const times of terms ? SCALES : SCALES.slice(0, 1)) {
      const kernel = { scale: times * least, reachMm: share * length };
      const likelihood = conditioned(observed, kernel, terms && { terms })?.likelihood;
      if (likelihood !== undefined && (!best || likelihood > best.likelihood)) best = { ...kernel, likelihood };
    }
  return best;
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
  if (readings.length > SCANNED) return oddOfScan(readings);
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

/** More readings than that come from a scan: a place is held against those next to it. */
const SCANNED = 120;
const NEXT_TO = 8;
/** So many usual differences, and so many mm, lies a point of a scan off those next to it that is no panel: a finger, a thread, a bad echo. */
const ODD = { times: 12, leastMm: 1 };

/** Points of a scan that stand by themselves, the oddest first. */
function oddOfScan(readings: readonly HeightReading[]): number[] {
  const index = new Flatbush(readings.length);
  for (const { x, y } of readings) index.add(x, y);
  index.finish();
  const median = (values: readonly number[]) => [...values].sort((a, b) => a - b)[values.length >> 1] ?? 0;
  const off = readings.map((r, i) => {
    const next = index.neighbors(r.x, r.y, NEXT_TO + 1).filter((j) => j !== i);
    return Math.abs(r.mm - median(next.map((j) => readings[j]!.mm)));
  });
  const limit = Math.max(ODD.leastMm, ODD.times * median(off));
  return off
    .flatMap((mm, i) => (mm > limit ? [{ mm, i }] : []))
    .sort((a, b) => b.mm - a.mm)
    .slice(0, MOST_ODD)
    .map(({ i }) => i);
}

const extentOf = (values: readonly number[]): number => Math.max(...values) - Math.min(...values);

/** How many standard deviations a reading is off what the others tell of its place. */
function oddness(i: number, among: readonly number[], readings: readonly HeightReading[], length: number): number {
  const r = readings[i]!;
  const others = among.filter((j) => j !== i).map((j) => asObservation(readings[j]!));
  const kernel = likeliest(others, length);
  const told = kernel && conditioned(others, kernel)?.at([{ x: r.x, y: r.y, weight: 1 }]);
  if (!told) return 0;
  return Math.abs(r.mm - told.mean) / Math.sqrt(told.variance + (r.noiseMm ?? HAND_NOISE_MM) ** 2);
}
