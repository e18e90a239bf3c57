import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import { alarmsOf, DAY_MS, HOUR_MS, lastWorkMs, NOTHING_ASSUMED, type Alarm } from '@/core';
import { useData } from './DataProvider';
import { nowMs, pageOpenedMs } from './clock';
import { useJobsInBackground } from './jobs';
import type { OpenJob } from './openJob';
import { ALARMS } from './queryKeys';
import { useSettings } from './shop';
import { statusesOf, useAirSource } from './status';

/** An alarm that rings now. */
export interface DueAlarm extends Alarm {
  open: OpenJob;
}

type Done = Record<string, number>;
/** Under this name stands since when alarms are kept: what was due before is old news. */
const SINCE = 'since';
/** An alarm that was due while the page was closed still rings for so long, ms. */
const BACK_MS = 12 * HOUR_MS;
/** What was put away so long ago rings no more by itself, ms. */
const FORGET_MS = 2 * DAY_MS;

/** What was put away, with more of it, and without what is old. */
const putAwayIn =
  (keys: readonly string[], now: number) =>
  (done: Readonly<Done>): Done => ({
    ...Object.fromEntries(Object.entries(done).filter(([k, at]) => k === SINCE || at > now - FORGET_MS)),
    ...Object.fromEntries(keys.map((k) => [k, now])),
  });

/** Alarms that are due and were not put away, oldest first; they outlive a reload. */
export function useDueAlarms(now: number): { due: DueAlarm[]; putAway(alarms: readonly Alarm[]): void } {
  const { repo, writes, tellOthers } = useData();
  const client = useQueryClient();
  const settings = useSettings();
  const air = useAirSource();
  // Looked at whenever the clock ticks: an entry made in between need not wait for its alarms.
  const jobs = useJobsInBackground();
  const done = useQuery({
    queryKey: ALARMS,
    queryFn: async () => {
      const had = await repo.alarmsDone();
      // From when the page was opened: this part of it comes a little later.
      const since = (d: Readonly<Done>): Done => ({ [SINCE]: pageOpenedMs, ...d });
      return writes.fetched(
        ALARMS,
        had[SINCE] === undefined ? await repo.changeAlarms(since).catch(() => since(had)) : had,
      );
    },
  }).data;
  const due = useMemo(() => {
    const since = done?.[SINCE];
    if (!done || since === undefined || !settings || !air) return [];
    return (jobs() ?? [])
      .flatMap((open) => {
        const statuses = statusesOf(open, air, now, NOTHING_ASSUMED);
        return open.job.zones.flatMap((z) => {
          const status = statuses.get(z.id);
          const zone = open.state.zones.get(z.id);
          // What is not here can wait.
          if (!status || !zone || status.away) return [];
          return alarmsOf(z.id, status, now, BACK_MS, lastWorkMs(zone.events)).map((a) => ({ ...a, open }));
        });
      })
      .filter((a) => a.atMs <= now && a.atMs >= since && !(a.key in done) && settings.alarms.includes(a.kind))
      .sort((a, b) => a.atMs - b.atMs);
  }, [done, settings, air, jobs, now]);
  return {
    due,
    putAway: (alarms) => {
      const change = putAwayIn(
        alarms.map((a) => a.key),
        nowMs(),
      );
      // Put away is put away: if it cannot be stored, it is at least quiet on this page.
      client.setQueryData<Done>(ALARMS, (d) => d && change(d));
      void writes
        .commit<Done, Done>({ key: ALARMS, patch: change, write: () => repo.changeAlarms(change), settle: (_, d) => d })
        .then(() => tellOthers('alarms'))
        .catch(() => client.setQueryData<Done>(ALARMS, (d) => d && change(d)));
    },
  };
}
