import { DAY_MS, MINUTE_MS } from '../units/time';
import type { DaysNetwork } from './days';
import { joined } from './hours';
import type { Lag, Network } from './network';
import { canHelp, personOf, personResource } from './people';

/** A network in which something is otherwise, as somebody asks: what would it bring? */
export const WHAT_IFS = ['place', 'heat', 'helper', 'hours', 'cold'] as const;
export type WhatIf = (typeof WHAT_IFS)[number];

/** Two hours more on each day of the coming week for who is there then; a helper on the next day off from nine to three. */
const MORE_MIN = 120;
const HELP_MIN = 360;

/** @returns undefined where it would change nothing */
export function whatIf(d: DaysNetwork, what: WhatIf, nowMs: number): Network | undefined {
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
      return n.lags.some((l) => l.warmTimes !== undefined)
        ? { ...n, lags: n.lags.map((l) => lasting(l, l.warmTimes)) }
        : undefined;
    case 'cold':
      return n.lags.some((l) => l.coldTimes !== undefined)
        ? { ...n, lags: n.lags.map((l) => lasting(l, l.coldTimes)) }
        : undefined;
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
