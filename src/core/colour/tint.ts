import { quantileSorted } from 'simple-statistics';
import { ciede2000 } from './difference';
import { normalDraws } from './draws';
import { labsOf, withToners, type CardFilm, type Looks, type Pot, type Strengths, type TonerGrams } from './mixture';
import type { PourLine } from '../mix/ratio';
import { pairWeight, type SeenPair } from './pairs';
import { STRENGTH_SD } from './strengths';
import type { Lab } from './spectrum';
import type { Toner } from './toners';

/** What may be poured. */
export interface Available {
  toner: Toner;
  /** On the shelf, g. */
  grams: number;
}

export interface TintAsk {
  pot: Pot;
  film: CardFilm;
  /** The car and the card that was sprayed out of this pot as it is. */
  pairs: readonly SeenPair[];
  available: readonly Available[];
  /** How much the pot may grow, as a share of it. */
  growth: number;
  /** Toners at most. */
  most: number;
  /** What the scale shows, g. */
  stepG: number;
  strengths?: Strengths;
  /** How sure those are, as a share; of others the library's. */
  spread?: Strengths;
}

export interface TintPlan {
  /** What is poured, g, as the scale shows it; empty where nothing helps. */
  additions: TonerGrams[];
  /** Weighted CIEDE2000 of the card, and of the next one if this is poured, after rounding. */
  before: number;
  after: number;
  /** What four in five draws of readings and strengths lie between. */
  low: number;
  high: number;
  /** It is half of what would be needed: the whole is not sure enough to be better than nothing. A card after it says more. */
  half: boolean;
  /** By how much the pot grows, as a share. */
  grows: number;
}

/** Less than this nobody sees the gain of, and the pot is left alone. */
const WORTH = 0.05;
/** A toner more has to gain so much. */
const PER_TONER = 0.03;
/** Sets of toners that are looked at closely. */
const KEPT = 36;
/** Of those, how many are held against each other by what they give on the mean, and of how many draws. */
const CLOSE = 10;
const FEW = 60;
const DRAWS = 200;
const mean = (of: readonly number[]): number => of.reduce((s, v) => s + v, 0) / of.length;
const SEED = 4711;
/** In no more than this share of the draws may it get worse. */
const RISK = 0.08;

interface Problem {
  ask: TintAsk;
  looks: Looks;
  /** Pairs as places in what `labsOf` gives. */
  at: readonly number[];
  weights: readonly number[];
  /** Model of the pot as it is. */
  now: Float64Array;
  limitL: number;
}

/**
 * The least that brings the pot's colour to the car's: non-negative amounts of at most so many toners, within the growth that is allowed and what is
 * on the shelf. What the model says of the change is laid on what was read of the card. Sets are sifted by least squares in the local metric of
 * CIEDE2000, the best of them worked out with the model itself, rounded to what the scale shows, and judged after that.
 * Never worse than leaving it alone: then nothing is what helps.
 */
export function planTint(ask: TintAsk): TintPlan {
  const p = problemOf(ask);
  const before = distance(p, new Float64Array(p.now.length));
  const nothing: TintPlan = {
    additions: [],
    before,
    after: before,
    low: before,
    high: before,
    half: false,
    grows: 0,
  };
  const toners = ask.available.filter((a) => a.grams >= ask.stepG);
  if (ask.growth <= 0 || toners.length === 0 || ask.pairs.length === 0 || ask.pot.litres <= 0) return nothing;
  const close = sift(p, toners)
    .map(({ of, grams }) => {
      const rounded = roundOff(p, of, refine(p, of, grams));
      return { additions: pours(of, rounded), after: after_(p, of, rounded), half: false };
    })
    .filter((w) => w.additions.length > 0)
    .sort((x, y) => x.after - y.after)
    .slice(0, CLOSE);
  const ways = [...close, ...close.flatMap((w) => halfOf(p, w.additions))].flatMap((w) => {
    const { draws, worse } = drawn(p, w.additions, FEW);
    return worse > RISK ? [] : [{ ...w, expected: mean(draws) + PER_TONER * w.additions.length }];
  });
  const best = ways.sort((x, y) => x.expected - y.expected)[0];
  const left = mean(drawn(p, [], FEW).draws);
  if (!best || best.expected > left - WORTH || best.after > before - WORTH) return nothing;
  const { additions, after, half } = best;
  const { draws } = drawn(p, additions, DRAWS);
  const grown = withToners(ask.pot, additions);
  return {
    additions,
    before,
    after,
    low: Math.min(after, quantileSorted(draws, 0.1)),
    high: Math.max(after, quantileSorted(draws, 0.9)),
    half,
    grows: grown.litres / ask.pot.litres - 1,
  };
}

/** Half of some additions, as the scale shows it. */
function halfOf(
  p: Problem,
  additions: readonly TonerGrams[],
): { additions: TonerGrams[]; after: number; half: boolean }[] {
  const { stepG } = p.ask;
  const half = additions.flatMap((a) => {
    const grams = Number((Math.round(a.grams / 2 / stepG) * stepG).toFixed(4));
    return grams > 0 ? [{ ...a, grams }] : [];
  });
  return half.length > 0 ? [{ additions: half, after: distance(p, changeBy(p, half)), half: true }] : [];
}

function problemOf(ask: TintAsk): Problem {
  const anglesDeg = [...new Set(ask.pairs.map((x) => x.angleDeg))].sort((a, b) => a - b);
  const lights = [...new Set(ask.pairs.map((x) => x.light))];
  const looks = { anglesDeg, lights };
  const total = ask.pairs.reduce((s, x) => s + pairWeight(x), 0);
  return {
    ask,
    looks,
    at: ask.pairs.map((x) => (anglesDeg.indexOf(x.angleDeg) * lights.length + lights.indexOf(x.light)) * 3),
    weights: ask.pairs.map((x) => pairWeight(x) / total),
    now: labsOf(ask.pot, ask.film, looks, ask.strengths),
    limitL: ask.pot.litres * ask.growth,
  };
}

/** What additions change, by the model, in L*, a*, b* at every place. */
function changeBy(p: Problem, more: readonly TonerGrams[], strengths = p.ask.strengths): Float64Array {
  const then = labsOf(withToners(p.ask.pot, more), p.ask.film, p.looks, strengths);
  const now = strengths === p.ask.strengths ? p.now : labsOf(p.ask.pot, p.ask.film, p.looks, strengths);
  return then.map((v, i) => v - now[i]!);
}

/** Weighted CIEDE2000 of the card, changed, and the car. */
function distance(p: Problem, change: Float64Array, card = (x: SeenPair) => x.card): number {
  let sum = 0;
  p.ask.pairs.forEach((x, i) => {
    const at = p.at[i]!;
    const c = card(x);
    sum += p.weights[i]! * ciede2000(x.car, [c[0] + change[at]!, c[1] + change[at + 1]!, c[2] + change[at + 2]!]);
  });
  return sum;
}

const pours = (of: readonly Available[], grams: readonly number[]): TonerGrams[] =>
  of.flatMap((a, i) => ((grams[i] ?? 0) > 0 ? [{ toner: a.toner, grams: grams[i]! }] : []));
const after_ = (p: Problem, of: readonly Available[], grams: readonly number[]): number =>
  distance(p, changeBy(p, pours(of, grams)));

/** As much as the shelf has and the pot may grow. */
function bounded(p: Problem, of: readonly Available[], grams: readonly number[]): number[] {
  const most = grams.map((g, i) => Math.min(Math.max(0, g), of[i]!.grams));
  const litres = most.reduce((s, g, i) => s + g / of[i]!.toner.densityKgL / 1000, 0);
  const by = litres > p.limitL ? p.limitL / litres : 1;
  return most.map((g) => g * by);
}

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
  p: Problem,
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
const linearOf = (p: Problem): Linear => {
  const metric = p.ask.pairs.map((x) => metricAt(x.car));
  return { metric, goal: scaled(p, metric, (i, axis) => p.ask.pairs[i]!.car[axis]! - p.ask.pairs[i]!.card[axis]!) };
};

const dot = (a: Float64Array, b: Float64Array): number => {
  let s = 0;
  for (let i = 0; i < a.length; i++) s += a[i]! * b[i]!;
  return s;
};

/** So little of a toner that the model is still straight, g: what changes the pot by about a step. */
function smallDose(p: Problem, a: Available): { grams: number; change: Float64Array } {
  let grams = Math.min(a.grams, 0.01 * 1000 * p.ask.pot.litres);
  let change = changeBy(p, [{ toner: a.toner, grams }]);
  for (let n = 0; n < 8 && distanceOf(p, change) > 1.5; n++) {
    grams /= 3;
    change = changeBy(p, [{ toner: a.toner, grams }]);
  }
  return { grams, change };
}
const distanceOf = (p: Problem, change: Float64Array): number => {
  let sum = 0;
  p.ask.pairs.forEach((_, i) => {
    const at = p.at[i]!;
    sum += p.weights[i]! * Math.hypot(change[at]!, change[at + 1]!, change[at + 2]!);
  });
  return sum;
};

/** How sure a toner's strength is, as a share. */
const doubtOf = (p: Problem, toner: Toner): number => p.ask.spread?.get(toner.id) ?? STRENGTH_SD;

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
function sift(p: Problem, toners: readonly Available[]): { of: Available[]; grams: number[] }[] {
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
function refine(p: Problem, of: readonly Available[], from: readonly number[]): number[] {
  const { metric } = linearOf(p);
  let grams = bounded(p, of, from);
  let best = after_(p, of, grams);
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
      const d = after_(p, of, next);
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
function roundOff(p: Problem, of: readonly Available[], grams: readonly number[]): number[] {
  const { stepG } = p.ask;
  const steps = (g: number) => Math.round(g / stepG);
  let best = grams.map((g) => Math.floor(g / stepG + 1e-9));
  let least = after_(
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
      const d = after_(
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

/** What comes of additions if readings and strengths are otherwise than they seem: draws, sorted, and the share in which it gets no better. */
function drawn(p: Problem, additions: readonly TonerGrams[], count: number): { draws: number[]; worse: number } {
  const normal = normalDraws(SEED);
  const draws: number[] = [];
  let worse = 0;
  const still = new Float64Array(p.now.length);
  for (let n = 0; n < count; n++) {
    const strengths = new Map(p.ask.strengths ?? []);
    for (const { toner } of additions) {
      const sd = p.ask.spread?.get(toner.id) ?? STRENGTH_SD;
      strengths.set(toner.id, (strengths.get(toner.id) ?? 1) * Math.exp(sd * normal()));
    }
    const noise = p.ask.pairs.map((x) => x.spread.map((s) => s * normal()));
    const card = (x: SeenPair): Lab => {
      const e = noise[p.ask.pairs.indexOf(x)]!;
      return [x.card[0] + e[0]!, x.card[1] + e[1]!, x.card[2] + e[2]!];
    };
    const after = distance(p, changeBy(p, additions, strengths), card);
    if (after > distance(p, still, card)) worse++;
    draws.push(after);
  }
  return { draws: draws.sort((a, b) => a - b), worse: worse / count };
}

/**
 * The same question with some toner in the pot already, by a hand that went over: the card as it would look now, by the model, and what is left of the
 * growth that was allowed.
 */
export function afterPouring(ask: TintAsk, isIn: readonly TonerGrams[]): TintAsk {
  const p = problemOf(ask);
  const change = changeBy(p, isIn);
  const pot = withToners(ask.pot, isIn);
  return {
    ...ask,
    pot,
    growth: Math.max(0, (ask.pot.litres * (1 + ask.growth)) / pot.litres - 1),
    pairs: ask.pairs.map((x, i) => {
      const at = p.at[i]!;
      return {
        ...x,
        card: [x.card[0] + change[at]!, x.card[1] + change[at + 1]!, x.card[2] + change[at + 2]!] as const,
      };
    }),
    available: ask.available.map((a) => {
      const used = isIn.find((t) => t.toner.id === a.toner.id)?.grams ?? 0;
      return { ...a, grams: Math.max(0, a.grams - used) };
    }),
  };
}

/** Toners as lines of a cup, each up to what the scale shows then. */
export function tintLines(additions: readonly TonerGrams[]): PourLine[] {
  let [toG, toMl] = [0, 0];
  return additions.map(({ toner, grams }) => {
    const volumeMl = grams / toner.densityKgL;
    toG += grams;
    toMl += volumeMl;
    return { name: toner.name, role: 'part', volumeMl, massG: grams, pourToG: toG, pourToMl: toMl, cost: 0 };
  });
}
