import { useCallback, useMemo } from 'react';
import {
  airAt,
  emptyJob,
  MINUTE_MS,
  stageRanges,
  type AirHistory,
  type AirPoint,
  type Gap,
  type Reading,
  type StageRange,
  type ZoneStatus,
} from '@/core';
import type { VerdictInput } from '@/core/advice';
import { useClimate } from './climate';
import { useNow } from './clock';
import {
  airOf,
  clocksOf,
  COLD,
  conditionsOf,
  gapsSince,
  jobReadings,
  NO_STATUSES,
  NOTHING_ASSUMED,
  statusesOf,
  surfaceOf,
  WARM,
  type Assumed,
  type Conditions,
  type Statuses,
} from './clocks';
import { useJob, useJobs } from './jobs';
import type { OpenJob } from './openJob';
import type { Climate } from './records';
import { useSettings } from './shop';

/** Where every zone of a job stands now. Counts anew as time goes on. */
export function useStatuses(open: OpenJob | undefined, now: number, more: Assumed = NOTHING_ASSUMED): Statuses {
  const settings = useSettings();
  const climate = useClimate();
  return useMemo(
    () => (open && settings && climate ? statusesOf(open, climate, settings, now, more) : NO_STATUSES),
    [open, settings, climate, now, more],
  );
}

/** Air and surface at a zone, for its verdicts; without a zone the room and a panel of thin steel. */
export function useConditions(open: OpenJob | undefined, now: number): ((zoneId?: string) => Conditions) | undefined {
  const settings = useSettings();
  const climate = useClimate();
  return useMemo(
    () => (open && settings && climate ? (zoneId) => conditionsOf(open, climate, settings, zoneId, now) : undefined),
    [open, settings, climate, now],
  );
}

/** Stands for 'no job yet' where a question is about the room alone. */
const NO_JOB: OpenJob = {
  job: { id: '', name: '', about: '', createdMs: 0, panels: [], zones: [] },
  state: emptyJob(),
  seq: 0,
  unreadable: [],
  products: () => undefined,
};

/** The longest that a page goes without counting anew, and a little more. */
const JUST_NOW_MS = 2 * MINUTE_MS;

export interface Room {
  climate: Climate;
  here: Conditions;
  /** Room air and a thin steel panel in it: readings, forecast, planned heaters. */
  air: AirHistory;
  surface: AirHistory;
  /** Everything that was read, in order of time. */
  readings: readonly Reading[];
}

/** The shop's room: its own readings, and those that were written with the entries of the job that has the newest. */
export function useRoom(now: number): Room | undefined {
  const settings = useSettings();
  const climate = useClimate();
  const { jobs, loading } = useJobs();
  return useMemo(() => {
    if (!settings || !climate || loading) return undefined;
    const newest = (j: OpenJob) => j.state.air[j.state.air.length - 1]?.atMs ?? 0;
    const open = jobs.reduce<OpenJob | undefined>((a, j) => (!a || newest(j) > newest(a) ? j : a), undefined) ?? NO_JOB;
    // What was read since the page last counted is read now.
    const last = jobReadings(open, climate).at(-1)?.atMs ?? 0;
    const at = last > now && last - now < JUST_NOW_MS ? last : now;
    return {
      climate,
      here: conditionsOf(open, climate, settings, undefined, at),
      air: airOf(open, climate, settings),
      surface: surfaceOf(open, climate, settings, undefined),
      readings: jobReadings(open, climate),
    };
  }, [settings, climate, jobs, loading, now]);
}

/** What a verdict on a zone of a job is made from; undefined where nothing is known of the zone yet. */
export function useVerdictInput(open: OpenJob, now: number): (zoneId: string) => VerdictInput | undefined {
  const settings = useSettings();
  const conditions = useConditions(open, now);
  const statuses = useStatuses(open, now);
  return useCallback(
    (zoneId) => {
      const strata = open.state.zones.get(zoneId)?.strata;
      const status = statuses.get(zoneId);
      if (!settings || !conditions || !strata || !status) return undefined;
      const here = conditions(zoneId);
      return {
        strata,
        status,
        air: here,
        ahead: here.ahead,
        method: settings.method,
        products: open.products,
        nowMs: now,
        within: { job: open.job, state: open.state, zoneId },
      };
    },
    [open, now, settings, conditions, statuses],
  );
}

export interface ClockDetail {
  ranges: StageRange[];
  /** Since the layer was laid: spans over which nobody read the air. */
  gaps: Gap[];
}

/** What the clock of a zone's top layer rests on: the forecast a little warmer and colder, and air that is assumed. */
export function useClockDetail(
  open: OpenJob,
  zoneId: string,
  status: ZoneStatus | undefined,
  now: number,
): ClockDetail | undefined {
  const settings = useSettings();
  const climate = useClimate();
  return useMemo(() => {
    const top = status?.top;
    const product = top?.productId ? open.products(top.productId) : undefined;
    if (!settings || !climate || !status || !top || !product) return undefined;
    const shops = {
      warm: clocksOf(open, climate, settings, zoneId, WARM),
      cold: clocksOf(open, climate, settings, zoneId, COLD),
    };
    return {
      ranges: stageRanges(top, product, status.clocks, shops, now, open.products),
      gaps: gapsSince(open, climate, top.lastAppliedMs, now),
    };
  }, [settings, climate, open, zoneId, status, now]);
}

/** The room's air at some earlier moment, from the log of readings; undefined before the first. */
export function useAirThen(open: OpenJob): (atMs: number) => AirPoint | undefined {
  const climate = useClimate();
  return (atMs) => {
    const readings = climate ? jobReadings(open, climate) : [];
    return readings.length > 0 && readings[0]!.atMs <= atMs ? airAt(readings, atMs) : undefined;
  };
}

export interface LiveJob {
  open: OpenJob;
  statuses: Statuses;
}

/** All jobs of the shop with their zones' standing. */
export function useLiveJobs(now: number): { live: LiveJob[]; loading: boolean; error: Error | null } {
  const settings = useSettings();
  const climate = useClimate();
  const { jobs, loading, error } = useJobs();
  const live = useMemo(
    () =>
      settings && climate ? jobs.map((open) => ({ open, statuses: statusesOf(open, climate, settings, now) })) : [],
    [jobs, settings, climate, now],
  );
  return { live, loading: loading || !climate, error };
}

/** A job with its zones' standing, at the ticking time. */
export function useLiveJob(id: string | undefined, everyMs?: number) {
  const now = useNow(everyMs);
  const query = useJob(id);
  const open = query.data ?? undefined;
  return { query, open, now, statuses: useStatuses(open, now) };
}
