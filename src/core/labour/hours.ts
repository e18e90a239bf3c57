import { keysOf } from '../keysOf';
import { KINDS, type PlainEvent, type StepKind } from '../log/event';
import type { Job } from '../log/job';
import type { WorkAct } from '../log/workActs';
import { actOf } from '../log/workTime';
import { sandMinPerM2 } from '../grit/ladder';

/**
 * What each act takes: setting up, and a square metre of it, minutes. Plausible figures of one pair of hands, as in `plan/level`.
 */
const WORK_MIN: { readonly [K in StepKind]: { once: number; perM2: number } } = {
  coat: { once: 8, perM2: 9 },
  fill: { once: 8, perM2: 30 },
  clean: { once: 3, perM2: 5 },
  sand: { once: 4, perM2: 36 },
  guide: { once: 2, perM2: 2 },
  polish: { once: 10, perM2: 54 },
  strip: { once: 10, perM2: 42 },
  blast: { once: 30, perM2: 15 },
  repair: { once: 60, perM2: 0 },
  fit: { once: 30, perM2: 0 },
  tape: { once: 5, perM2: 5 },
  clamp: { once: 10, perM2: 0 },
  wax: { once: 5, perM2: 10 },
  mask: { once: 10, perM2: 10 },
  bake: { once: 10, perM2: 0 },
  remove: { once: 20, perM2: 0 },
  wait: { once: 0, perM2: 0 },
};

/**
 * Minutes of one pair of hands for an act on an area: an estimate from usual figures.
 * @param areaCm2 cm²
 * @param grit of a sanding: coarse paper that cuts shape takes longest
 */
export function workMinutes(kind: StepKind, areaCm2: number, grit?: number): number {
  const { once, perM2 } = WORK_MIN[kind];
  return once + ((kind === 'sand' && grit !== undefined ? sandMinPerM2(grit) : perM2) * areaCm2) / 10_000;
}

/** How much longer a shop is at something than is usual, as a factor, and how sure that is. */
export interface OwnPace {
  times: number;
  /** One standard deviation of it, as a factor: 1.2 is 20 % either way. */
  spread: number;
  /** On how many entries of one's own it rests. */
  entries: number;
}

/** Hands differ from what is usual by about this, and from themselves from one time to the next, as standard deviations of the logarithm. */
const HANDS = 0.35;
const DAYS = 0.5;
/** Further off than that is a clock that was forgotten, as a factor. */
const FORGOTTEN = 8;

/** Nobody has logged any time yet. */
export const USUAL_PACE: OwnPace = { times: 1, spread: Math.exp(HANDS), entries: 0 };

/**
 * The pace of a shop from what it logged, shrunk towards what is usual while that is little: the mean of a normal distribution of logarithms with a
 * normal prior about zero (Gelman et al. 2013, section 2.5).
 * @param logged pairs of minutes, as they are usual and as they were
 */
export function ownPace(logged: readonly { usualMin: number; tookMin: number }[]): OwnPace {
  const logs = logged
    .filter((l) => l.usualMin > 0 && l.tookMin > 0)
    .map((l) => Math.log(l.tookMin / l.usualMin))
    .filter((x) => Math.abs(x) <= Math.log(FORGOTTEN));
  const precision = 1 / HANDS ** 2 + logs.length / DAYS ** 2;
  const mean = logs.reduce((a, b) => a + b, 0) / DAYS ** 2 / precision;
  return { times: Math.exp(mean), spread: Math.exp(1 / Math.sqrt(precision)), entries: logs.length };
}

/** Pace by what is done. */
export type OwnPaces = Readonly<Partial<Record<WorkAct, OwnPace>>>;

/**
 * The pace of a shop over all of its jobs, from entries that say how long they took.
 * @param jobs each with its entries that count
 */
export function ownPaces(jobs: readonly { job: Job; events: readonly PlainEvent[] }[]): OwnPaces {
  const logged: Partial<Record<WorkAct, { usualMin: number; tookMin: number }[]>> = {};
  for (const { job, events } of jobs)
    for (const e of events) {
      const { step } = KINDS[e.kind];
      const act = actOf(e);
      if (e.workMin === undefined || step === null || act === null) continue;
      const areaCm2 = job.zones.reduce((sum, z) => (e.zoneIds.includes(z.id) ? sum + z.areaCm2 : sum), 0);
      const usualMin = workMinutes(step, areaCm2, e.kind === 'sanded' ? e.grit : undefined);
      (logged[act] ??= []).push({ usualMin, tookMin: e.workMin });
    }
  return Object.fromEntries(keysOf(logged).map((act) => [act, ownPace(logged[act] ?? [])]));
}
