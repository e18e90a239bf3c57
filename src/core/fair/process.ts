import { CholeskyDecomposition, Matrix } from 'ml-matrix';
import type { Observation, WeightedPlace } from './evidence';
import type { formTerms } from './form';

/*
 * Heights as a Gaussian process (Rasmussen and Williams 2006, chapter 2): what some observations tell of the others, with a form below them.
 */

const between = (a: { x: number; y: number }, b: { x: number; y: number }): number => Math.hypot(a.x - b.x, a.y - b.y);

/** How alike two heights are at a distance (Matérn 5/2: smooth as sheet is, not smoother). @returns 1 at none, to 0 */
function likeness(distanceMm: number, reachMm: number): number {
  const r = (Math.sqrt(5) * distanceMm) / reachMm;
  return (1 + r + (r * r) / 3) * Math.exp(-r);
}

export type FormTerms = ReturnType<typeof formTerms>;

/** How heights hang together: their variance, mm², and over how far, mm. */
export interface Kernel {
  scale: number;
  reachMm: number;
}

/** How two sums of heights hang together, mm². */
export function covarianceOf(
  a: readonly WeightedPlace[],
  b: readonly WeightedPlace[],
  { scale, reachMm }: Kernel,
): number {
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

/** What is known of heights once so much was observed. */
export interface Conditioned {
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
export interface FormBelow {
  terms: FormTerms;
  fitted?: FittedTerms | undefined;
  isMostlyLow?: boolean;
}

/** The terms of a sum of heights. */
export function termsOf(places: readonly WeightedPlace[], terms: FormTerms): number[] {
  const sum: number[] = [];
  for (const p of places) terms(p.x, p.y).forEach((t, i) => (sum[i] = (sum[i] ?? 0) + p.weight * t));
  return sum;
}

/**
 * Heights off a form, given sums of heights. Where the form is fitted with them, its factors have no prior, and their doubt is in what is
 * told (Rasmussen and Williams 2006, section 2.7; restricted likelihood: Patterson and Thompson 1971).
 * @returns undefined where there are none, or where they contradict each other
 */
export function conditioned(
  observed: readonly Observation[],
  kernel: Kernel,
  form?: FormBelow,
): Conditioned | undefined {
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

export const dot = (a: readonly number[], b: readonly number[]): number => {
  let sum = 0;
  for (let i = 0; i < a.length; i++) sum += a[i]! * b[i]!;
  return sum;
};

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
