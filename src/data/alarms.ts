import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import { alarmsOf, DAY_MS, HOUR_MS, type Alarm } from '@/core';
import { useData } from './DataProvider';
import { useClimate } from './climate';
import { nowMs, openedMs } from './clock';
import { statusesOf } from './clocks';
import { useQuietJobs } from './jobs';
import type { OpenJob } from './openJob';
import { useSettings } from './shop';

/** An alarm that rings now. */
export interface DueAlarm extends Alarm {
  open: OpenJob;
}

const KEY = ['alarms'] as const;
/** Under this name stands since when alarms are kept: what was due before is old news. */
const SINCE = 'since';
/** An alarm that was due while the page was closed still rings for so long, ms. */
const BACK_MS = 12 * HOUR_MS;

/** Alarms that are due and were not put away, oldest first; they outlive a reload. */
export function useDueAlarms(now: number): { due: DueAlarm[]; putAway(alarms: readonly Alarm[]): void } {
  const { repo } = useData();
  const client = useQueryClient();
  const settings = useSettings();
  const climate = useClimate();
  // Looked at whenever the clock ticks: an entry made in between need not wait for its alarms.
  const jobs = useQuietJobs();
  const done = useQuery({
    queryKey: KEY,
    queryFn: async () => {
      const had = await repo.alarmsDone();
      if (had[SINCE] !== undefined) return had;
      // From when the page was opened: this part of it comes a little later.
      const fresh = { [SINCE]: openedMs };
      await repo.saveAlarmsDone(fresh).catch(() => undefined);
      return fresh;
    },
  }).data;
  const due = useMemo(() => {
    const since = done?.[SINCE];
    if (!done || since === undefined || !settings || !climate) return [];
    return jobs()
      .flatMap((open) => {
        const statuses = statusesOf(open, climate, settings, now);
        return open.job.zones.flatMap((z) => {
          const status = statuses.get(z.id);
          return status ? alarmsOf(z.id, status, now, BACK_MS).map((a) => ({ ...a, open })) : [];
        });
      })
      .filter((a) => a.atMs <= now && a.atMs >= since && !(a.key in done) && settings.alarms.includes(a.kind))
      .sort((a, b) => a.atMs - b.atMs);
  }, [done, settings, climate, jobs, now]);
  return {
    due,
    putAway: (alarms) => {
      const recent = Object.entries(done ?? {}).filter(([k, at]) => k === SINCE || at > nowMs() - 2 * DAY_MS);
      const next = { ...Object.fromEntries(recent), ...Object.fromEntries(alarms.map((a) => [a.key, nowMs()])) };
      client.setQueryData(KEY, next);
      void repo.saveAlarmsDone(next).catch(() => undefined);
    },
  };
}
