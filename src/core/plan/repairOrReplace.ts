import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { meanOf, triangular, type ThreePoint } from './threePoint';

/** What one way costs: hands, materials, what is bought, and days of waiting for it. */
export interface Way {
  /** Hours of work, h. */
  hours: ThreePoint;
  /** Materials with paint, in the shop's money. */
  materials: ThreePoint;
  /** What is bought for a fixed price: the part, a hired tool. */
  bought: number;
  /** Days that pass before the work can begin, d. */
  waitDays: ThreePoint;
  /** Chance that something hidden is found, 0 to 1, and what it adds, h. */
  surprise: number;
  surpriseHours: ThreePoint;
}

export interface DecisionInput {
  repair: Way;
  replace: Way;
  /** What somebody else asks for all of it, money; absent: nobody was asked. */
  outPrice?: number;
  /** There is no price of a part: it is not replaced. */
  noPart?: boolean;
  /** Money for an hour. */
  rate: number;
  /** Hours that are worked on it in a day. */
  hoursADay: number;
}

export const WAY_KEYS = ['repair', 'replace'] as const;
export type WayKey = (typeof WAY_KEYS)[number];
/** Ways out of it: with one's own hands, or given out. */
export const DECIDED_WAYS = ['repair', 'replace', 'out'] as const;
export type DecidedWay = (typeof DECIDED_WAYS)[number];
export const TIPPING_FIELDS = ['hours', 'materials', 'surprise'] as const;
export type TippingField = (typeof TIPPING_FIELDS)[number];

/** Spread of one thing over all draws: one in ten lies below `low`, one in ten over `high`. */
export interface Spread {
  low: number;
  middle: number;
  high: number;
  mean: number;
}

/** How much one estimate by itself moves what repair costs more than replacing. */
export interface TippingPoint {
  way: WayKey;
  field: TippingField;
  /** Difference repair − replace, with this estimate at its best and at its worst, money. */
  atBest: number;
  atWorst: number;
}

export interface Decision {
  cost: Record<WayKey, Spread>;
  /** Elapsed days, waiting and work. */
  days: Record<WayKey, Spread>;
  /** Share of the draws in which each way is the cheapest of those that there are. */
  cheapest: Record<DecidedWay, number>;
  /** Price of the part at which replacing costs what repair does on average; under nothing it never does, money. */
  evenPart: number;
  /** Share of the draws in which repair costs less, and in which it is done sooner. */
  repairCheaper: number;
  repairSooner: number;
  /** Money an hour at which both cost the same on average; null if no rate does it. */
  breakEvenRate: number | null;
  /** What tips it, most first. */
  tips: TippingPoint[];
  /** Draws in equal steps of cost, for a picture. */
  bins: { from: number; step: number; repair: number[]; replace: number[] };
}

const BINS = 24;
/** An hour of work costs less than this anywhere: a break-even beyond is none. */
const HIGHEST_RATE = 1000;

const meanHours = (w: Way) => meanOf(w.hours) + w.surprise * meanOf(w.surpriseHours);
const meanCost = (w: Way, rate: number) => meanHours(w) * rate + meanOf(w.materials) + w.bought;

function spread(values: Float64Array): Spread {
  const sorted = values.slice().sort();
  const at = (share: number) => sorted[Math.min(sorted.length - 1, Math.floor(share * sorted.length))]!;
  return { low: at(0.1), middle: at(0.5), high: at(0.9), mean: values.reduce((a, b) => a + b, 0) / values.length };
}

/**
 * Draws cost and elapsed time of repairing and of replacing many times over (Monte Carlo; triangular three-point
 * estimates, independent of each other), and says how often repair is cheaper, at which hourly rate both are even, and
 * which estimate tips it. The same seed gives the same answer.
 * @param draws how many, at least 1
 */
export function decide(input: DecisionInput, draws: number, seed: number): Decision {
  const rng = xoroshiro128plus(seed);
  const next = () => uniformFloat64(rng);
  const cost = { repair: new Float64Array(draws), replace: new Float64Array(draws) };
  const days = { repair: new Float64Array(draws), replace: new Float64Array(draws) };
  let cheaper = 0;
  let sooner = 0;
  const best: Record<DecidedWay, number> = { repair: 0, replace: 0, out: 0 };
  for (let i = 0; i < draws; i++) {
    for (const key of WAY_KEYS) {
      const w = input[key];
      const found = next() < w.surprise;
      const extra = triangular(w.surpriseHours, next());
      const hours = triangular(w.hours, next()) + (found ? extra : 0);
      cost[key][i] = hours * input.rate + triangular(w.materials, next()) + w.bought;
      days[key][i] = triangular(w.waitDays, next()) + hours / input.hoursADay;
    }
    if (cost.repair[i]! < cost.replace[i]!) cheaper++;
    if (days.repair[i]! < days.replace[i]!) sooner++;
    const replaceCost = input.noPart ? Infinity : cost.replace[i]!;
    const outCost = input.outPrice ?? Infinity;
    best[
      outCost < Math.min(cost.repair[i]!, replaceCost) ? 'out' : replaceCost <= cost.repair[i]! ? 'replace' : 'repair'
    ]++;
  }
  const hoursMore = meanHours(input.repair) - meanHours(input.replace);
  const boughtMore =
    meanOf(input.replace.materials) + input.replace.bought - meanOf(input.repair.materials) - input.repair.bought;
  const even = hoursMore === 0 ? null : boughtMore / hoursMore;
  return {
    cost: { repair: spread(cost.repair), replace: spread(cost.replace) },
    days: { repair: spread(days.repair), replace: spread(days.replace) },
    cheapest: { repair: best.repair / draws, replace: best.replace / draws, out: best.out / draws },
    evenPart: meanCost(input.repair, input.rate) - meanCost({ ...input.replace, bought: 0 }, input.rate),
    repairCheaper: cheaper / draws,
    repairSooner: sooner / draws,
    breakEvenRate: even !== null && even > 0 && even <= HIGHEST_RATE ? even : null,
    tips: tipsOf(input),
    bins: binned(cost.repair, cost.replace),
  };
}

function tipsOf(input: DecisionInput): TippingPoint[] {
  const difference = (i: DecisionInput) => meanCost(i.repair, i.rate) - meanCost(i.replace, i.rate);
  const fixed = (v: number): ThreePoint => ({ low: v, likely: v, high: v });
  return WAY_KEYS.flatMap((way) =>
    TIPPING_FIELDS.map((field): TippingPoint => {
      const w = input[way];
      const put = (patch: Partial<Way>) => difference({ ...input, [way]: { ...w, ...patch } });
      switch (field) {
        case 'hours':
        case 'materials':
          return {
            way,
            field,
            atBest: put({ [field]: fixed(w[field].low) }),
            atWorst: put({ [field]: fixed(w[field].high) }),
          };
        case 'surprise':
          return { way, field, atBest: put({ surprise: 0 }), atWorst: put({ surprise: w.surprise > 0 ? 1 : 0 }) };
      }
    }),
  ).sort((a, b) => Math.abs(b.atWorst - b.atBest) - Math.abs(a.atWorst - a.atBest));
}

function binned(repair: Float64Array, replace: Float64Array): Decision['bins'] {
  let from = Infinity;
  let to = -Infinity;
  for (const list of [repair, replace])
    for (const v of list) {
      from = Math.min(from, v);
      to = Math.max(to, v);
    }
  const step = (to - from) / BINS || 1;
  const count = (list: Float64Array) => {
    const out = new Array<number>(BINS).fill(0);
    for (const v of list) out[Math.min(BINS - 1, Math.floor((v - from) / step))]!++;
    return out;
  };
  return { from, step, repair: count(repair), replace: count(replace) };
}
