import { Matrix, QrDecomposition, solve } from 'ml-matrix';
import { fail, ok, type Result } from '../result';
import { withHeights, type HeightGrid } from './grid';

/** The shape that a panel is meant to have, which is no fault: what bends more finely is. */
export const FORM_NAMES = {
  flat: 'Flat',
  barrel: 'Bent one way, along its length',
  crown: 'Bent one way, across',
  quadratic: 'Bent both ways',
} as const;
export type Form = keyof typeof FORM_NAMES;

type Basis = (x: number, y: number) => number[];
const BASES: Record<Form, Basis> = {
  flat: (x, y) => [1, x, y],
  barrel: (x, y) => [1, x, y, x * x],
  crown: (x, y) => [1, x, y, y * y],
  quadratic: (x, y) => [1, x, y, x * x, x * y, y * y],
};

/** The terms of a form at a place, about one in size over a panel. @param sizeMm how far the panel reaches, mm */
export const formTerms = (form: Form, sizeMm: number): ((xMm: number, yMm: number) => number[]) => {
  const basis = BASES[form];
  return (x, y) => basis(x / sizeMm, y / sizeMm);
};

/** Readings further off than so many usual deviations count less: a dent must not bend the form that it is measured against. */
const HUBER = 1.35;
const ROUNDS = 20;
/** Median absolute deviation to standard deviation, for normal noise. */
const MAD = 1.4826;

/** A form that was fitted, as a height anywhere, mm. */
export type FittedForm = (xMm: number, yMm: number) => number;

/**
 * Fits the form of a panel to its readings by least squares with Huber's weights (Huber 1964), so that dents and highs hardly pull at it.
 * @param points places, mm, and heights, mm; at least as many as the form has terms
 * @param rounds of weighting; 1 is plain least squares, which is quicker and pulled by dents
 */
export function fitForm(
  points: readonly { x: number; y: number; mm: number }[],
  form: Form,
  rounds = ROUNDS,
): Result<FittedForm, string> {
  const basis = BASES[form];
  const terms = basis(0, 0).length;
  if (points.length < terms)
    return fail(`${FORM_NAMES[form]} takes at least ${terms} readings; there are ${points.length}`);
  // To about one, so that squares of millimetres do not drown the constant.
  const size = Math.max(1, ...points.map((p) => Math.max(Math.abs(p.x), Math.abs(p.y))));
  const rows = points.map((p) => basis(p.x / size, p.y / size));
  let weights = points.map(() => 1);
  let c: number[] = [];
  for (let round = 0; round < rounds; round++) {
    const a = new Matrix(rows.map((r, i) => r.map((v) => v * Math.sqrt(weights[i]!))));
    const b = Matrix.columnVector(points.map((p, i) => p.mm * Math.sqrt(weights[i]!)));
    c = leastSquares(a, b);
    const off = points.map((p, i) => p.mm - dot(rows[i]!, c));
    const spread = MAD * median(off.map(Math.abs));
    if (spread < 1e-9) break;
    weights = off.map((e) => Math.min(1, (HUBER * spread) / Math.max(1e-12, Math.abs(e))));
  }
  return ok((x, y) => dot(basis(x / size, y / size), c));
}

/** A diagonal that falls by more than this leaves a form undecided. */
const UNDECIDED = 1e-9;

/** Solves a x = b by least squares. By singular values only where readings on one line leave a form undecided: then the least of it is taken. */
function leastSquares(a: Matrix, b: Matrix): number[] {
  const qr = new QrDecomposition(a);
  const diagonal = qr.upperTriangularMatrix.diagonal().map(Math.abs);
  const isDecided = Math.min(...diagonal) > UNDECIDED * Math.max(...diagonal);
  return (isDecided ? qr.solve(b) : solve(a, b, true)).to1DArray();
}

const dot = (a: readonly number[], b: readonly number[]): number => a.reduce((sum, v, i) => sum + v * b[i]!, 0);
const median = (values: readonly number[]): number => {
  const sorted = [...values].sort((a, b) => a - b);
  const half = sorted.length >> 1;
  return sorted.length % 2 === 1 ? sorted[half]! : (sorted[half - 1]! + sorted[half]!) / 2;
};

/** A grid against its own form: what is left is what a hand feels. */
export function withoutForm(g: HeightGrid, form: Form): Result<HeightGrid, string> {
  const points: { x: number; y: number; mm: number }[] = [];
  for (let i = 0; i < g.mm.length; i++) {
    const mm = g.mm[i]!;
    if (!Number.isNaN(mm)) points.push({ x: (i % g.nx) * g.stepX, y: Math.floor(i / g.nx) * g.stepY, mm });
  }
  const fitted = fitForm(points, form);
  if (!fitted.ok) return fitted;
  return ok(withHeights(g, (i, ix, iy) => g.mm[i]! - fitted.value(ix * g.stepX, iy * g.stepY)));
}
