import { replaceEqualDeep, useQueryClient, type QueryClient } from '@tanstack/react-query';
import { useCallback, useMemo, useState } from 'react';
import {
  airAt,
  COLD,
  lastReading,
  MINUTE_MS,
  NOTHING_ASSUMED,
  readingsBetween,
  stageRanges,
  WARM,
  type AirDay,
  type AirHistory,
  type AirPoint,
  type Assumed,
  type Conditions,
  type Gap,
  type Reading,
  type RoomAir,
  type ShopAir,
  type StageRange,
  type Statuses,
  type ZoneStatus,
} from '@/core';
import type { EntryDraft, JudgingContext, Judgement, VerdictInput } from '@/core/advice';
import { useClimate, type Climate } from './climate';
import { nowMs, useNow } from './clock';
import { book } from './settled';
import { openJobs, useAdvice, useJob, useJobs } from './jobs';
import type { OpenJob } from './openJob';
import type { Settings, ShopRecord } from './records';
import { SHOP } from './queryKeys';
import { useSettings } from './shop';

export const NO_STATUSES: Statuses = { get: () => undefined };

/** What clocks count with: the shop's air, and what is written with entries of all jobs. */
export interface AirSource {
  shop: ShopAir;
  room(open: OpenJob | undefined, more?: Assumed): RoomAir;
}

const sources = new WeakMap<Climate, WeakMap<Settings, ShopAir>>();
function shopAir(climate: Climate, settings: Settings): ShopAir {
  let of = sources.get(climate);
  if (!of) sources.set(climate, (of = new WeakMap()));
  let air = of.get(settings);
  if (!air) {
    const { tempC, rh } = settings;
    air = {
      days: climate.days,
      forecast: climate.forecast?.points ?? NO_FORECAST,
      heats: climate.heats,
      assumed: { tempC, rh },
    };
    of.set(settings, air);
  }
  return air;
}
const NO_FORECAST: ShopAir['forecast'] = [];

/** One room for all jobs: the air of every job that is open counts. */
export function airSource(client: QueryClient, climate: Climate, settings: Settings): AirSource {
  const shop = shopAir(climate, settings);
  return {
    shop,
    room: (open, more = NOTHING_ASSUMED) => {
      const ids = client.getQueryData<ShopRecord>(SHOP)?.jobIds ?? [];
      // In one order, whichever job asks: it is one room, and is made once.
      const all = openJobs(client, ids).map((j) => (j.job.id === open?.job.id ? open : j));
      if (open && !ids.includes(open.job.id)) all.push(open);
      return book.room(
        shop,
        all.map((j) => j.state.air),
        more,
      );
    },
  };
}

export function useAirSource(): AirSource | undefined {
  const settings = useSettings();
  const climate = useClimate();
  const client = useQueryClient();
  return useMemo(
    () => (settings && climate ? airSource(client, climate, settings) : undefined),
    [settings, climate, client],
  );
}

/** The last status of each zone that one view asked for, by job and zone. */
type Shown = Map<string, ZoneStatus>;

/**
 * Where the zones of a job stand at a moment.
 * @param shown of the view that asks: what is the same as there stays the same object, so that it need not be drawn again
 */
export function statusesOf(open: OpenJob, air: AirSource, now: number, more: Assumed, shown?: Shown): Statuses {
  const statuses = book.statuses(open, air.shop, air.room(open, more), now, more);
  if (!shown) return statuses;
  return {
    get: (id) => {
      const key = `${open.job.id}/${id}`;
      const status = replaceEqualDeep(shown.get(key), statuses.get(id));
      if (status) shown.set(key, status);
      return status;
    },
  };
}

/** Where every zone of a job stands now. Counts anew as time goes on. */
export function useStatuses(open: OpenJob | undefined, now: number, more: Assumed = NOTHING_ASSUMED): Statuses {
  const air = useAirSource();
  const [shown] = useState<Shown>(() => new Map());
  return useMemo(
    () => (open && air ? statusesOf(open, air, now, more, shown) : NO_STATUSES),
    [open, air, now, more, shown],
  );
}

/** The same when somebody asks, for what is only done now and then. */
export function useStatusesNow(open: OpenJob): () => Statuses {
  const air = useAirSource();
  return () => (air ? statusesOf(open, air, nowMs(), NOTHING_ASSUMED) : NO_STATUSES);
}

/** Air and surface at a zone; without a zone the room and a panel of thin steel. */
export function useConditions(open: OpenJob | undefined, now: number): ((zoneId?: string) => Conditions) | undefined {
  const air = useAirSource();
  return useMemo(
    () => (open && air ? (zoneId) => book.conditions(open, air.shop, air.room(open), zoneId, now) : undefined),
    [open, air, now],
  );
}

/** The longest that a page goes without counting anew, and a little more. */
const JUST_NOW_MS = 2 * MINUTE_MS;

export interface Room {
  climate: Climate;
  here: Conditions;
  /** Room air and a thin steel panel in it: some days back, and the forecast with planned heaters. */
  air: AirHistory;
  surface: AirHistory;
  /** Everything that was read, by day. */
  days: readonly AirDay[];
}

/** The shop's room: its own readings, and those that were written with entries. */
export function useRoom(now: number): Room | undefined {
  const climate = useClimate();
  const air = useAirSource();
  const { loading } = useJobs();
  return useMemo(() => {
    if (!climate || !air || loading) return undefined;
    const room = air.room(undefined);
    // What was read since the page last counted is read now.
    const newest = lastReading(room.days, now + JUST_NOW_MS)?.atMs ?? 0;
    const here = book.conditions(undefined, air.shop, room, undefined, Math.max(now, newest));
    return { climate, here, air: here.ahead.air, surface: here.ahead.surface, days: room.days };
  }, [climate, air, loading, now]);
}

/** What judging on a job needs; undefined while something of it is still loading. */
export function judgingContext(open: OpenJob, air: AirSource, settings: Settings): JudgingContext {
  return { ...open, method: settings.method, book, shop: air.shop, room: air.room(open) };
}

/** Judges what is about to be logged on a job, at the entry's own time; undefined while something of it is still loading. */
export function useJudge(open: OpenJob): ((draft: EntryDraft) => Judgement) | undefined {
  const advice = useAdvice();
  const settings = useSettings();
  const air = useAirSource();
  return useMemo(
    () =>
      settings && air && advice ? (draft) => advice.judgeEntry(judgingContext(open, air, settings), draft) : undefined,
    [open, settings, air, advice],
  );
}

/** What a verdict on a zone of a job is made from; undefined where nothing is known of the zone yet. */
export function useVerdictInput(open: OpenJob, now: number): (zoneId: string) => VerdictInput | undefined {
  const advice = useAdvice();
  const settings = useSettings();
  const air = useAirSource();
  return useCallback(
    (zoneId) =>
      settings && air && advice ? advice.verdictInputAt(judgingContext(open, air, settings), zoneId, now) : undefined,
    [open, now, settings, air, advice],
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
  const air = useAirSource();
  return useMemo(() => {
    const top = status?.top;
    const product = top?.productId ? open.products(top.productId) : undefined;
    if (!air || !status || !top || !product) return undefined;
    const clocks = (more: Assumed) => book.clocks(open, air.shop, air.room(open, more), zoneId, more);
    return {
      ranges: stageRanges(top, product, status.clocks, { warm: clocks(WARM), cold: clocks(COLD) }, now, open.products),
      gaps: book.gaps(air.room(open), top.lastAppliedMs, now),
    };
  }, [air, open, zoneId, status, now]);
}

/** The room's air at some earlier moment, from what was read; undefined before the first reading. */
export function useAirThen(open: OpenJob): (atMs: number) => AirPoint | undefined {
  const air = useAirSource();
  return (atMs) => {
    const days = air?.room(open).days ?? [];
    const before: Reading | undefined = lastReading(days, atMs);
    if (!before) return undefined;
    const after = readingsBetween(days, atMs, atMs + NEXT_READING_MS)[0];
    return airAt(after && after !== before ? [before, after] : [before], atMs);
  };
}
/** Further ahead than this no reading says anything of a moment, ms. */
const NEXT_READING_MS = 24 * 60 * MINUTE_MS;

const NO_JOBS: LiveJob[] = [];
export interface LiveJob {
  open: OpenJob;
  statuses: Statuses;
}

/** All jobs of the shop with their zones' status. */
export function useLiveJobs(now: number): {
  live: LiveJob[];
  loading: boolean;
  error: Error | null;
  failures: readonly Error[];
} {
  const air = useAirSource();
  const { jobs, loading, error, failures } = useJobs();
  const [shown] = useState<Shown>(() => new Map());
  const live = useMemo(
    // One room for all of them, and so once all of them are there: with each that comes it would be another one.
    () =>
      air && !loading
        ? jobs.map((open) => ({ open, statuses: statusesOf(open, air, now, NOTHING_ASSUMED, shown) }))
        : NO_JOBS,
    [jobs, loading, air, now, shown],
  );
  return { live, loading: loading || !air, error, failures };
}

/** A job with its zones' status, at the ticking time. */
export function useLiveJob(id: string | undefined, everyMs?: number) {
  const now = useNow(everyMs);
  const query = useJob(id);
  const open = query.data ?? undefined;
  return { query, open, now, statuses: useStatuses(open, now) };
}
