import { ciede2000 } from './difference';
import { labsOf, withToners, type CardFilm, type Looks, type Pot, type Strengths, type TonerGrams } from './mixture';
import { pairWeight, type SeenPair } from './pairs';
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

/** A question with what every answer to it needs. */
export interface TintProblem {
  ask: TintAsk;
  looks: Looks;
  /** Pairs as places in what `labsOf` gives. */
  at: readonly number[];
  weights: readonly number[];
  /** Model of the pot as it is. */
  now: Float64Array;
  limitL: number;
}

/** What a tint has to come near, with what each gram of each toner changes, worked out once for the search. */
export function problemOf(ask: TintAsk): TintProblem {
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
export function changeBy(p: TintProblem, more: readonly TonerGrams[], strengths = p.ask.strengths): Float64Array {
  const then = labsOf(withToners(p.ask.pot, more), p.ask.film, p.looks, strengths);
  const now = strengths === p.ask.strengths ? p.now : labsOf(p.ask.pot, p.ask.film, p.looks, strengths);
  return then.map((v, i) => v - now[i]!);
}

/** Weighted CIEDE2000 of the card, changed, and the car. */
export function distance(p: TintProblem, change: Float64Array, card = (x: SeenPair) => x.card): number {
  let sum = 0;
  p.ask.pairs.forEach((x, i) => {
    const at = p.at[i]!;
    const c = card(x);
    sum += p.weights[i]! * ciede2000(x.car, [c[0] + change[at]!, c[1] + change[at + 1]!, c[2] + change[at + 2]!]);
  });
  return sum;
}

/** Amounts as pours: those above nothing, g. */
export const pours = (of: readonly Available[], grams: readonly number[]): TonerGrams[] =>
  of.flatMap((a, i) => ((grams[i] ?? 0) > 0 ? [{ toner: a.toner, grams: grams[i]! }] : []));
/** Weighted CIEDE2000 that is left after amounts of toners, g. */
export const differenceAfter = (p: TintProblem, of: readonly Available[], grams: readonly number[]): number =>
  distance(p, changeBy(p, pours(of, grams)));

/** As much as the shelf has and the pot may grow. */
export function bounded(p: TintProblem, of: readonly Available[], grams: readonly number[]): number[] {
  const most = grams.map((g, i) => Math.min(Math.max(0, g), of[i]!.grams));
  const litres = most.reduce((s, g, i) => s + g / of[i]!.toner.densityKgL / 1000, 0);
  const by = litres > p.limitL ? p.limitL / litres : 1;
  return most.map((g) => g * by);
}
