import { quantileSorted } from 'simple-statistics';
import type { PourLine } from '../mix/ratio';
import { normalDraws } from './draws';
import { withToners, type TonerGrams } from './mixture';
import type { SeenPair } from './pairs';
import type { Lab } from './spectrum';
import { changeBy, differenceAfter, distance, pours, problemOf, type TintProblem, type TintAsk } from './tintProblem';
import { doubtOf, refine, roundOff, sift } from './tintSearch';

export type { Available, TintAsk } from './tintProblem';

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

/** Whether what is added, or leaving it alone, leaves a pot over what a blend hides for sure: then a fresh one is mixed. */
export const isPastSaving = ({ low }: TintPlan, blendLimit: number): boolean => low > blendLimit;

/** Less than this nobody sees the gain of, and the pot is left alone. */
const WORTH = 0.05;
/** A toner more has to gain so much. */
const PER_TONER = 0.03;
/** Of those, how many are held against each other by what they give on the mean, and of how many draws. */
const CLOSE = 10;
const FEW = 60;
const DRAWS = 200;
const mean = (of: readonly number[]): number => of.reduce((s, v) => s + v, 0) / of.length;
const SEED = 4711;
/** In no more than this share of the draws may it get worse. */
const RISK = 0.08;

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
      return { additions: pours(of, rounded), after: differenceAfter(p, of, rounded), half: false };
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
  p: TintProblem,
  additions: readonly TonerGrams[],
): { additions: TonerGrams[]; after: number; half: boolean }[] {
  const { stepG } = p.ask;
  const half = additions.flatMap((a) => {
    const grams = Number((Math.round(a.grams / 2 / stepG) * stepG).toFixed(4));
    return grams > 0 ? [{ ...a, grams }] : [];
  });
  return half.length > 0 ? [{ additions: half, after: distance(p, changeBy(p, half)), half: true }] : [];
}

/** What comes of additions if readings and strengths are otherwise than they seem: draws, sorted, and the share in which it gets no better. */
function drawn(p: TintProblem, additions: readonly TonerGrams[], count: number): { draws: number[]; worse: number } {
  const normal = normalDraws(SEED);
  const draws: number[] = [];
  let worse = 0;
  const still = new Float64Array(p.now.length);
  for (let n = 0; n < count; n++) {
    const strengths = new Map(p.ask.strengths ?? []);
    for (const { toner } of additions) {
      const sd = doubtOf(p, toner);
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
