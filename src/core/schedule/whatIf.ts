import { DAY_MS, MINUTE_MS } from '../units/time';
import { QUALITY_LEVELS, type QualityLevel } from '../library/level';
import type { Job } from '../log/job';
import type { DaysNetwork } from './planned';
import { joined } from './hours';
import type { Lag, Network } from './network';
import { canHelp, personOf, personResource } from './people';

/** A network in which something is otherwise, as somebody asks: what would it bring? */
export const WHAT_IFS = ['place', 'heat', 'helper', 'hours', 'cold', 'late', 'finer'] as const;
export type WhatIf = (typeof WHAT_IFS)[number];

/** Two hours more on each day of the coming week for who is there then; a helper on the next day off from nine to three. */
const MORE_MIN = 120;
const HELP_MIN = 360;
/** What is late comes a week later. */
const LATE_MIN = (7 * DAY_MS) / MINUTE_MS;

/** A job that ends a level finer everywhere; undefined where it cannot. What nobody agreed on is for every day. */
export function finerJob(job: Job): Job | undefined {
  const finer = (l: QualityLevel = 'driver'): QualityLevel =>
    QUALITY_LEVELS[Math.min(QUALITY_LEVELS.indexOf(l) + 1, QUALITY_LEVELS.length - 1)] ?? l;
  const levels = [job.level, ...job.zones.flatMap((z) => (z.finish?.level ? [z.finish.level] : []))];
  if (levels.every((l) => l !== undefined && finer(l) === l)) return undefined;
  return {
    ...job,
    level: finer(job.level),
    zones: job.zones.map((z) =>
      z.finish?.level ? { ...z, finish: { ...z.finish, level: finer(z.finish.level) } } : z,
    ),
  };
}

/** @param finer the network of the jobs a level finer, see {@link finerJob} @returns undefined where it would change nothing */
export function whatIf(d: DaysNetwork, what: WhatIf, nowMs: number, finer?: DaysNetwork): Network | undefined {
  const n = d.network;
  switch (what) {
    case 'place':
      return {
        ...n,
        resources: n.resources.map((r) =>
          r.id === 'place' || r.id === 'stands' ? { ...r, capacity: 2 * (r.capacity ?? 1) } : r,
        ),
      };
    case 'heat':
      // What is heated rests shorter, and may be sprayed on days that are else too cold.
      return n.lags.some((l) => l.warmTimes !== undefined) || n.resources.some((r) => r.year !== undefined)
        ? {
            ...n,
            lags: n.lags.map((l) => lasting(l, l.warmTimes)),
            resources: n.resources.map((r) => (r.year ? { ...r, open: r.year.warm } : r)),
          }
        : undefined;
    case 'cold':
      return n.lags.some((l) => l.coldTimes !== undefined)
        ? { ...n, lags: n.lags.map((l) => lasting(l, l.coldTimes)) }
        : undefined;
    case 'late': {
      const waits = (id: string) => ['order', 'back'].includes(d.from.get(id) ?? '');
      return n.activities.some((a) => waits(a.id))
        ? {
            ...n,
            activities: n.activities.map((a) => (waits(a.id) ? { ...a, fromMin: (a.fromMin ?? 0) + LATE_MIN } : a)),
          }
        : undefined;
    }
    case 'finer':
      return finer?.network;
    case 'hours': {
      const weekMin = (7 * DAY_MS) / MINUTE_MS;
      return {
        ...n,
        resources: n.resources.map((r) =>
          personOf(r.id) === undefined || !r.open
            ? r
            : { ...r, open: joined(r.open.map(([f, t]) => [f, f < weekMin ? t + MORE_MIN : t])) },
        ),
      };
    }
    case 'helper': {
      const first = n.resources.find((r) => personOf(r.id) !== undefined);
      if (!first) return undefined;
      // The first day from tomorrow on at which nobody is there, from nine to three.
      const zero = new Date(nowMs);
      const nine = (d0: number) =>
        (new Date(zero.getFullYear(), zero.getMonth(), zero.getDate() + d0, 9).getTime() - nowMs) / MINUTE_MS;
      const day =
        Array.from({ length: 7 }, (_, i) => nine(i + 1)).find(
          (m) => !(first.open ?? []).some(([f, t]) => f < m + HELP_MIN && t > m),
        ) ?? nine(1);
      const id = personResource('more');
      return {
        ...n,
        resources: [...n.resources, { id, capacity: 1, open: [[day, day + HELP_MIN]] }],
        activities: n.activities.map((a) => {
          const block = d.works.get(a.id)?.block;
          return a.oneOf && block && canHelp(block) ? { ...a, oneOf: [...a.oneOf, id] } : a;
        }),
      };
    }
  }
}

/** A rest, and the window after it, that last so many times as long. */
const lasting = ({ first, then, minMin, maxMin }: Lag, times = 1): Lag => ({
  first,
  then,
  minMin: minMin * times,
  ...(maxMin !== undefined && { maxMin: maxMin * times }),
});
