import { ciede2000 } from './difference';
import type { Lab } from './spectrum';
import { STRENGTH_SD } from './strengths';
import { bounded, changeBy, differenceAfter, pours, type Available, type TintProblem } from './tintProblem';
import type { Toner } from './toners';

/* How a tint is looked for: least squares where CIEDE2000 is nearly a length, then the model itself, then what the scale shows. */

/** Sets of toners that are looked at closely. */
const KEPT = 36;

/** Square root of the metric of CIEDE2000 at a colour: three rows that make its difference a length, nearby. */
function metricAt(lab: Lab): number[][] {
  const h = 0.2;
  const d2 = (dl: number, da: number, db: number) =>
    ciede2000(lab, [lab[0] + dl, lab[1] + da, lab[2] + db]) ** 2 / (h * h);
  const m = [
    [d2(h, 0, 0), 0, 0],
    [0, d2(0, h, 0), 0],
    [0, 0, d2(0, 0, h)],
  ];
  const cross = (i: number, j: number) => {
    const e = [0, 0, 0];
    e[i] = h;
    e[j] = h;
    const v = (d2(e[0]!, e[1]!, e[2]!) - m[i]![i]! - m[j]![j]!) / 2;
    m[i]![j] = v;
    m[j]![i] = v;
  };
  cross(0, 1);
  cross(0, 2);
  cross(1, 2);
  // Cholesky, transposed: |U·d|² is the squared difference.
  const u = [
    [0, 0, 0],
    [0, 0, 0],
    [0, 0, 0],
  ];
  for (let i = 0; i < 3; i++)
    for (let j = i; j < 3; j++) {
      let s = m[i]![j]!;
      for (let k = 0; k < i; k++) s -= u[k]![i]! * u[k]![j]!;
      u[i]![j] = i === j ? Math.sqrt(Math.max(1e-6, s)) : s / u[i]![i]!;
    }
  return u;
}

/** A change at every pair as lengths that CIEDE2000 would give, weighted. */
function scaled(
  p: TintProblem,
  metric: readonly number[][][],
  change: (pair: number, axis: number) => number,
): Float64Array {
  const out = new Float64Array(p.ask.pairs.length * 3);
  for (let i = 0; i < p.ask.pairs.length; i++) {
    const w = Math.sqrt(p.weights[i]!);
    for (let row = 0; row < 3; row++) {
      let s = 0;
      for (let axis = row; axis < 3; axis++) s += metric[i]![row]![axis]! * change(i, axis);
      out[i * 3 + row] = w * s;
    }
  }
  return out;
}

interface Linear {
  metric: number[][][];
  goal: Float64Array;
}
const linearOf = (p: TintProblem): Linear => {
  const metric = p.ask.pairs.map((x) => metricAt(x.car));
  return { metric, goal: scaled(p, metric, (i, axis) => p.ask.pairs[i]!.car[axis]! - p.ask.pairs[i]!.card[axis]!) };
};

const dot = (a: Float64Array, b: Float64Array): number => {
  let s = 0;
  for (let i = 0; i < a.length; i++) s += a[i]! * b[i]!;
  return s;
};

/** So little of a toner that the model is still straight, g: what changes the pot by about a step. */
function smallDose(p: TintProblem, a: Available): { grams: number; change: Float64Array } {
  let grams = Math.min(a.grams, 0.01 * 1000 * p.ask.pot.litres);
  let change = changeBy(p, [{ toner: a.toner, grams }]);
  for (let n = 0; n < 8 && distanceOf(p, change) > 1.5; n++) {
    grams /= 3;
    change = changeBy(p, [{ toner: a.toner, grams }]);
  }
  return { grams, change };
}
const distanceOf = (p: TintProblem, change: Float64Array): number => {
  let sum = 0;
  p.ask.pairs.forEach((_, i) => {
    const at = p.at[i]!;
    sum += p.weights[i]! * Math.hypot(change[at]!, change[at + 1]!, change[at + 2]!);
  });
  return sum;
};

/** How sure a toner's strength is, as a share. */
export const doubtOf = (p: TintProblem, toner: Toner): number => p.ask.spread?.get(toner.id) ?? STRENGTH_SD;

/**
 * Products of columns. A toner that is so much stronger or weaker than it is thought to be gives an error that goes with its own amount: on the mean
 * that is its square more on the diagonal. So large amounts that only work against each other are not worth what they gain.
 */
const gramOf = (columns: readonly Float64Array[], doubt: readonly number[]): number[][] =>
  columns.map((a, i) => columns.map((b, j) => dot(a, b) * (i === j ? 1 + doubt[i]! ** 2 : 1)));

/** Least squares over one set: amounts by the normal equations, undefined where one of them would have to be taken out again. */
function solveSet(set: readonly number[], gram: readonly number[][], goal: readonly number[]): number[] | undefined {
  const n = set.length;
  const a = set.map((i) => [...set.map((j) => gram[i]![j]! + (i === j ? 1e-9 : 0)), goal[i]!]);
  for (let i = 0; i < n; i++) {
    const pivot = a[i]![i]!;
    if (Math.abs(pivot) < 1e-12) return undefined;
    for (let k = i + 1; k < n; k++) {
      const f = a[k]![i]! / pivot;
      for (let j = i; j <= n; j++) a[k]![j]! -= f * a[i]![j]!;
    }
  }
  const x = new Array<number>(n).fill(0);
  for (let i = n - 1; i >= 0; i--) {
    let s = a[i]![n]!;
    for (let j = i + 1; j < n; j++) s -= a[i]![j]! * x[j]!;
    x[i] = s / a[i]![i]!;
    if (x[i]! <= 0) return undefined;
  }
  return x;
}

/** Sets of toners that come near by least squares, the nearest first, with their amounts. */
export function sift(p: TintProblem, toners: readonly Available[]): { of: Available[]; grams: number[] }[] {
  const { metric, goal } = linearOf(p);
  const doses = toners.map((a) => smallDose(p, a));
  const columns = doses.map((d) => scaled(p, metric, (i, axis) => d.change[p.at[i]! + axis]!));
  const gram = gramOf(
    columns,
    toners.map((a) => doubtOf(p, a.toner)),
  );
  const goals = columns.map((c) => dot(c, goal));
  const square = dot(goal, goal);
  const found: { set: number[]; x: number[]; left: number }[] = [];
  const look = (set: number[]) => {
    const x = solveSet(set, gram, goals);
    if (!x) return;
    // What is poured beyond the limits is not poured.
    const grams = bounded(
      p,
      set.map((i) => toners[i]!),
      x.map((v, k) => v * doses[set[k]!]!.grams),
    );
    const y = grams.map((g, k) => g / doses[set[k]!]!.grams);
    let left = square;
    set.forEach((i, k) => {
      left -= 2 * y[k]! * goals[i]!;
      set.forEach((j, m) => (left += y[k]! * y[m]! * gram[i]![j]!));
    });
    found.push({ set, x: grams, left });
  };
  const grow = (set: number[], from: number) => {
    for (let i = from; i < toners.length; i++) {
      const next = [...set, i];
      look(next);
      if (next.length < p.ask.most) grow(next, i + 1);
    }
  };
  grow([], 0);
  return found
    .sort((a, b) => a.left - b.left)
    .slice(0, KEPT)
    .map((f) => ({ of: f.set.map((i) => toners[i]!), grams: f.x }));
}

/** Amounts by the model itself: least squares again and again from where one is, each step no further than it helps. */
export function refine(p: TintProblem, of: readonly Available[], from: readonly number[]): number[] {
  const { metric } = linearOf(p);
  let grams = bounded(p, of, from);
  let best = differenceAfter(p, of, grams);
  for (let round = 0; round < 6; round++) {
    const change = changeBy(p, pours(of, grams));
    const goal = scaled(p, metric, (i, axis) => {
      const x = p.ask.pairs[i]!;
      return x.car[axis]! - x.card[axis]! - change[p.at[i]! + axis]!;
    });
    const columns = of.map((_, k) => {
      const d = Math.max(p.ask.stepG / 2, 0.05 * (grams[k] ?? 0));
      const moved = changeBy(
        p,
        pours(
          of,
          grams.map((g, j) => (j === k ? g + d : g)),
        ),
      );
      return scaled(p, metric, (i, axis) => (moved[p.at[i]! + axis]! - change[p.at[i]! + axis]!) / d);
    });
    const gram = gramOf(
      columns,
      of.map((a) => doubtOf(p, a.toner)),
    );
    // What is in already is as doubtful as what is added.
    const goals = columns.map((c, i) => dot(c, goal) - doubtOf(p, of[i]!.toner) ** 2 * dot(c, c) * grams[i]!);
    const step = descent(gram, goals, grams);
    let moved = false;
    for (let share = 1; share > 0.1; share /= 2) {
      const next = bounded(
        p,
        of,
        grams.map((g, i) => g + share * step[i]!),
      );
      const d = differenceAfter(p, of, next);
      if (d < best - 1e-4) {
        [grams, best, moved] = [next, d, true];
        break;
      }
    }
    if (!moved) break;
  }
  return grams;
}

/** Step of least squares that takes out no more than is in: one toner after the other, until nothing moves. */
function descent(gram: readonly number[][], goals: readonly number[], grams: readonly number[]): number[] {
  const step = goals.map(() => 0);
  for (let n = 0; n < 60; n++)
    for (let i = 0; i < step.length; i++) {
      if (gram[i]![i]! < 1e-12) continue;
      let s = goals[i]!;
      for (let j = 0; j < step.length; j++) if (j !== i) s -= gram[i]![j]! * step[j]!;
      step[i] = Math.max(-grams[i]!, s / gram[i]![i]!);
    }
  return step;
}

/** To what the scale shows; of the ways to round up or down, and one step aside, the one that ends nearest. */
export function roundOff(p: TintProblem, of: readonly Available[], grams: readonly number[]): number[] {
  const { stepG } = p.ask;
  const steps = (g: number) => Math.round(g / stepG);
  let best = grams.map((g) => Math.floor(g / stepG + 1e-9));
  let least = differenceAfter(
    p,
    of,
    best.map((n) => n * stepG),
  );
  const fits = (ns: readonly number[]) => {
    const g = ns.map((n) => n * stepG);
    return bounded(p, of, g).every((v, i) => v >= g[i]! - 1e-9);
  };
  const centre = grams.map(steps);
  const walk = (i: number, ns: number[]) => {
    if (i === centre.length) {
      if (!fits(ns)) return;
      const d = differenceAfter(
        p,
        of,
        ns.map((n) => n * stepG),
      );
      if (d < least - 1e-6) [best, least] = [ns, d];
      return;
    }
    for (const off of [0, -1, 1]) if (centre[i]! + off >= 0) walk(i + 1, [...ns, centre[i]! + off]);
  };
  walk(0, []);
  // The scale's own steps, without the tail of a sum in binary.
  return best.map((n) => Number((n * stepG).toFixed(4)));
}
