import { seeded } from '../fair/truth';
import type { StepKind } from '../log/event';
import { layOut } from './layOut';
import type { Network, Schedule } from './network';
import { isAir } from './people';
import { prepare } from './times';

/** When all is done, as far as that can be told: in one of twenty cases sooner than the first, in one of twenty later than the last, min. */
export interface FinishSpread {
  earlyMin: number;
  likelyMin: number;
  lateMin: number;
  draws: number;
}

/** How unsure work is. */
export interface Unsure {
  /** One standard deviation of the shop's own pace, as a factor, and of single pieces of work about it. */
  paceSpread: number;
  pieceSpread: number;
  /** Beyond the forecast, how likely the air lets nothing be sprayed, 0 to 1: for each day from now on, the last for all after it. Absent: nobody knows. */
  badDays?: readonly number[];
  /** Where the forecast ends, min. */
  knownMin: number;
  /** Work of a piece, where it is known. */
  kindsOf(id: string): readonly StepKind[];
}

/** What comes to light while something is done: how often, and how much more work it is, as a share of that piece. Usual figures; complete for what opens a surface. */
export const SURPRISES: { readonly [K in StepKind]?: { chance: number; share: readonly [number, number] } } = {
  strip: { chance: 0.3, share: [0.3, 2] },
  blast: { chance: 0.35, share: [0.5, 3] },
  repair: { chance: 0.25, share: [0.2, 1.5] },
  fill: { chance: 0.2, share: [0.3, 1] },
  sand: { chance: 0.12, share: [0.2, 0.8] },
  coat: { chance: 0.1, share: [0.3, 1] },
  polish: { chance: 0.1, share: [0.2, 0.6] },
};

const DAY_MIN = 1440;
/** People who see that a window closes begin a little later once or twice; then they sand. */
const TRIES = 2;

/** A standard normal variable (Box and Muller 1958). */
const normal = (random: () => number): number => {
  const u = Math.max(1e-12, random());
  return Math.sqrt(-2 * Math.log(u)) * Math.cos(2 * Math.PI * random());
};

/** The same network as it might turn out. */
export function drawNetwork(network: Network, unsure: Unsure, random: () => number): Network {
  const hands = Math.exp(Math.log(unsure.paceSpread) * normal(random));
  const days = Math.ceil(network.horizonMin / DAY_MIN);
  const odds = unsure.badDays;
  const isBad = Array.from({ length: days }, (_, d) => odds !== undefined && random() < (odds[d] ?? odds.at(-1) ?? 0));
  return {
    ...network,
    activities: network.activities.map((a) => {
      if (!a.oneOf) return a;
      let minutes = a.minutes * hands * Math.exp(Math.log(unsure.pieceSpread) * normal(random));
      const more = unsure.kindsOf(a.id).flatMap((k) => SURPRISES[k] ?? []);
      for (const s of more)
        if (random() < s.chance / more.length)
          minutes += a.minutes * (s.share[0] + random() * (s.share[1] - s.share[0]));
      // What has to be done in one go is not drawn longer than a day has: it is then done in two.
      return { ...a, minutes: a.pauses ? minutes : Math.min(minutes, a.minutes * 1.5) };
    }),
    resources: network.resources.map((r) => {
      if (!isAir(r.id) || unsure.badDays === undefined) return r;
      const open: (readonly [number, number])[] = [];
      for (const [f, t] of r.open ?? [[0, network.horizonMin] as const]) {
        if (t <= unsure.knownMin) {
          open.push([f, t]);
          continue;
        }
        if (f < unsure.knownMin) open.push([f, unsure.knownMin]);
        for (let d = 0; d < days; d++) {
          const [from, to] = [Math.max(f, unsure.knownMin, d * DAY_MIN), Math.min(t, (d + 1) * DAY_MIN)];
          if (from < to && !isBad[d]) open.push([from, to]);
        }
      }
      return { ...r, open };
    }),
  };
}

/**
 * When all is done, drawn: hands that are quicker or slower, work that takes longer than a piece before it, what comes to light, and days that are too damp or too cold.
 * The order of the plan is kept in each draw, as people would.
 */
export function finishSpread(network: Network, plan: Schedule, unsure: Unsure, draws: number, seed = 5): FinishSpread {
  const random = seeded(seed);
  const at = new Map(network.activities.map((a, i) => [a.id, i]));
  const order = [...network.activities]
    .sort((a, b) => (plan.starts.get(a.id) ?? Infinity) - (plan.starts.get(b.id) ?? Infinity) || 0)
    .map((a) => at.get(a.id) ?? 0);
  const list = topological(network, order);
  const ends: number[] = [];
  for (let d = 0; d < draws; d++) {
    const p = prepare(drawNetwork(network, unsure, random));
    const from = Float64Array.from(p.network.activities, (a) => a.fixedMin ?? a.fromMin ?? 0);
    ends.push(layOut(p, list, from, undefined, new Set(), { tries: TRIES }).doneMin);
  }
  ends.sort((a, b) => a - b);
  const q = (share: number) => ends[Math.min(ends.length - 1, Math.floor(share * ends.length))] ?? 0;
  return { earlyMin: q(0.045), likelyMin: q(0.5), lateMin: q(0.955), draws };
}

/** An order as it is, save that nothing stands before what it follows. */
function topological(network: Network, order: readonly number[]): number[] {
  const at = new Map(network.activities.map((a, i) => [a.id, i]));
  const waits = new Array<number>(order.length).fill(0);
  const out = order.map((): number[] => []);
  for (const l of network.lags) {
    const [f, t] = [at.get(l.first), at.get(l.then)];
    if (f === undefined || t === undefined) continue;
    out[f]?.push(t);
    waits[t] = (waits[t] ?? 0) + 1;
  }
  const place = new Map(order.map((i, k) => [i, k]));
  const ready = order.filter((i) => waits[i] === 0);
  const list: number[] = [];
  while (ready.length > 0) {
    ready.sort((a, b) => (place.get(a) ?? 0) - (place.get(b) ?? 0));
    const i = ready.shift() ?? 0;
    list.push(i);
    for (const t of out[i] ?? []) {
      waits[t] = (waits[t] ?? 0) - 1;
      if (waits[t] === 0) ready.push(t);
    }
  }
  return list;
}
