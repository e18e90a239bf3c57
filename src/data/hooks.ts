import {
  useMutation,
  useQueries,
  useQuery,
  useQueryClient,
  type QueryClient,
  type UseQueryResult,
} from '@tanstack/react-query';
import { useCallback, useMemo } from 'react';
import {
  airAt,
  MINUTE_MS,
  appendEvent,
  checkEvent,
  cutsOf,
  emptyJob,
  foldLog,
  lookupIn,
  wholeLibrary,
  type FieldProblem,
  type AirHistory,
  type AirPoint,
  type Gap,
  type StageRange,
  type ZoneStatus,
  stageRanges,
  type Job,
  type Reading,
  type LogEvent,
  type Product,
  type ProductLookup,
} from '@/core';
import type { JobFile } from '@/core/formats/jobFile';
import type * as RulesModule from '@/core/rules';
import type { VerdictInput } from '@/core/rules';
import { afterPaint, nowMs, useNow } from './clock';
import { useData } from './DataProvider';
import { boundary } from './boundary';
import { useClimate } from './climate';
import {
  conditionsOf,
  NO_STATUSES,
  NOTHING_ASSUMED,
  statusesOf,
  type Assumed,
  type Conditions,
  type Statuses,
  airOf,
  jobReadings,
  surfaceOf,
  clocksOf,
  gapsSince,
  WARM,
  COLD,
} from './clocks';
import type { OpenJob } from './openJob';
import { SHOP, useSettings, useShop } from './shop';
import { newId } from './id';
import type { Climate, Settings, ShopRecord } from './records';
import { StaleHead } from './repository';
import { StorageProblem } from './storage';

const jobKey = (id: string) => ['job', id] as const;

/** The whole library, own products first. */
export function useLibrary(): { all: Product[]; lookup: ProductLookup } {
  const own = useShop().data?.products;
  return useMemo(() => {
    const all = wholeLibrary(own ?? []);
    return { all, lookup: lookupIn(all) };
  }, [own]);
}

function useJobQuery() {
  const { repo } = useData();
  const shop = useShop().data;
  return (id: string) => ({
    queryKey: jobKey(id),
    enabled: shop !== undefined,
    queryFn: async (): Promise<OpenJob | null> => {
      const loaded = await repo.load(id);
      if (!loaded) return null;
      const products = lookupIn(wholeLibrary((await repo.shop()).products));
      return {
        job: loaded.job,
        seq: loaded.seq,
        unreadable: loaded.unreadable,
        state: foldLog(loaded.events, products, cutsOf(loaded.job)),
        products,
      };
    },
  });
}

export function useJob(id: string | undefined) {
  const query = useJobQuery();
  return useQuery({ ...query(id ?? ''), enabled: id !== undefined });
}

/**
 * What several queries say together. A class, since the query client compares plain objects member by member down to
 * the last event, at every append.
 */
class JobList {
  constructor(
    readonly jobs: OpenJob[],
    readonly loading: boolean,
    readonly error: Error | null,
  ) {}
}

const together = (rs: UseQueryResult<OpenJob | null>[]): JobList =>
  new JobList(
    rs.flatMap((r) => r.data ?? []),
    rs.some((r) => r.isLoading),
    rs.find((r) => r.error)?.error ?? null,
  );

/** All jobs of the shop, in its order; empty while they load. */
export function useJobs(): { jobs: OpenJob[]; loading: boolean; error: Error | null } {
  const shop = useShop();
  const query = useJobQuery();
  const list = useQueries({ queries: (shop.data?.jobIds ?? []).map(query), combine: together });
  return { jobs: list.jobs, loading: shop.isLoading || list.loading, error: shop.error ?? list.error };
}

/**
 * Keeps all jobs loaded and gives them when asked, without drawing anything anew when one of them grows: for what looks at
 * them now and then, behind the page.
 */
export function useQuietJobs(): () => OpenJob[] {
  const client = useQueryClient();
  const ids = useShop().data?.jobIds;
  const query = useJobQuery();
  useQueries({ queries: (ids ?? []).map((id) => ({ ...query(id), notifyOnChangeProps: [] })), combine: nothing });
  return useCallback(
    () => (ids ?? []).flatMap((id) => client.getQueryData<OpenJob | null>(jobKey(id)) ?? []),
    [client, ids],
  );
}
const nothing = () => null;

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

/** The job asked for; without one, the job that was last written to. */
export function useJobOrLast(id: string | undefined): { open: OpenJob | undefined; loading: boolean } {
  const { jobs, loading } = useJobs();
  const written = (j: OpenJob) => j.state.events.reduce((m, e) => Math.max(m, e.writtenMs), j.job.createdMs);
  const open = jobs.find((j) => j.job.id === id) ?? [...jobs].sort((a, b) => written(b) - written(a))[0];
  return { open, loading };
}

/** A job with its zones' standing, at the ticking time. */
export function useLiveJob(id: string | undefined, everyMs?: number) {
  const now = useNow(everyMs);
  const query = useJob(id);
  const open = query.data ?? undefined;
  return { query, open, now, statuses: useStatuses(open, now) };
}

/** Why an event was not logged. */
export class NotLogged extends Error {
  constructor(readonly problems: FieldProblem[]) {
    super(problems[0]?.message ?? 'That cannot be logged');
    this.name = 'NotLogged';
  }
}

type Unwritten = Omit<LogEvent, 'id' | 'writtenMs' | 'atMs'> & { id?: string; atMs?: number };

/** How often a write is tried again after another tab was quicker. */
const RETRIES = 3;

async function freshJob(client: QueryClient, jobId: string): Promise<OpenJob> {
  await client.refetchQueries({ queryKey: jobKey(jobId) });
  const open = client.getQueryData<OpenJob>(jobKey(jobId));
  if (!open) throw new NotLogged([{ path: '', message: 'That job is not here any more' }]);
  return open;
}

/** One append after the other, so that each builds on a state that is safe. */
const APPENDS = { id: 'append' } as const;

/**
 * Appends one event: checks it against the newest state, shows it as being saved, and writes it. A write on a state that another
 * tab has moved on from is tried again on the new one.
 */
export function useAppend(jobId: string | undefined) {
  const { repo, setTrouble, tellOthers } = useData();
  const client = useQueryClient();
  return useMutation<LogEvent, Error, Unwritten>({
    scope: APPENDS,
    mutationFn: async (draft) => {
      if (!jobId) throw new NotLogged([{ path: '', message: 'Pick a job first' }]);
      const now = nowMs();
      const event = { atMs: now, ...draft, id: draft.id ?? newId(now), writtenMs: now };
      const { parseEvent } = await boundary();
      const parsed = parseEvent(event);
      if (!parsed.ok) throw new NotLogged(parsed.error);
      let open = client.getQueryData<OpenJob>(jobKey(jobId)) ?? (await freshJob(client, jobId));
      for (let attempt = 0; ; attempt++) {
        const checked = checkEvent(parsed.value, {
          job: open.job,
          state: open.state,
          products: open.products,
          nowMs: now,
        });
        if (!checked.ok) throw new NotLogged(checked.error);
        // Shown at once, and marked as being saved; if it cannot be saved, the state from before is shown again.
        const state = appendEvent(open.state, parsed.value, open.products);
        client.setQueryData<OpenJob>(jobKey(jobId), { ...open, state, saving: parsed.value.id });
        try {
          // The tap is answered first; storage then has the thread to itself.
          await afterPaint();
          const seq = await repo.append(jobId, open.seq, [parsed.value]);
          // The job's head may have been changed meanwhile: what stands there is kept.
          client.setQueryData<OpenJob>(jobKey(jobId), (now) => {
            const { saving: _, ...settled } = now ?? open;
            return { ...settled, seq, state };
          });
          break;
        } catch (e) {
          client.setQueryData<OpenJob>(jobKey(jobId), open);
          if (!(e instanceof StaleHead) || attempt >= RETRIES) throw e;
          open = await freshJob(client, jobId);
        }
      }
      tellOthers(jobId);
      setTrouble(null);
      return parsed.value;
    },
    onError: (e) => {
      if (e instanceof StorageProblem) setTrouble(e.kind);
    },
  });
}

/** Changes of the shop itself: settings, products, jobs. Each tells the other tabs. */
export function useShopActions() {
  const { repo, setTrouble, tellOthers } = useData();
  const client = useQueryClient();
  return useMemo(() => {
    const done = async (jobs = true) => {
      await client.invalidateQueries(jobs ? {} : { queryKey: SHOP });
      tellOthers();
    };
    const run = async <R>(work: () => Promise<R>, jobs = true): Promise<R> => {
      try {
        const r = await work();
        await done(jobs);
        return r;
      } catch (e) {
        if (e instanceof StorageProblem) setTrouble(e.kind);
        throw e;
      }
    };
    return {
      saveSettings: (patch: Partial<Settings>) =>
        run(async () => {
          // Settings show at once: a slow disk should not make a switch feel stuck.
          client.setQueryData<ShopRecord>(SHOP, (s) => s && { ...s, settings: { ...s.settings, ...patch } });
          await repo.saveSettings(patch);
        }, false),
      saveProduct: (p: Product) => run(() => repo.saveProduct(p)),
      removeProduct: (id: string) => run(() => repo.removeProduct(id)),
      putJob: (f: Pick<JobFile, 'job' | 'events' | 'products'>) => run(() => repo.putJobs([f])),
      removeJob: (id: string) => run(() => repo.removeJob(id)),
      /**
       * Changes what hangs on a job's head (bags, links, staging, level, decisions): shows at once, and is taken back if it
       * cannot be written. What changes a zone's history goes through `changeJob`, which folds the log again.
       */
      changeHead: async (id: string, change: (j: Job) => Job) => {
        const before = client.getQueryData<OpenJob>(jobKey(id));
        if (before) client.setQueryData<OpenJob>(jobKey(id), { ...before, job: change(before.job) });
        try {
          await repo.changeJob(id, change);
          tellOthers(id);
        } catch (e) {
          if (before) client.setQueryData<OpenJob>(jobKey(id), (now) => now && { ...now, job: before.job });
          if (e instanceof StorageProblem) setTrouble(e.kind);
          throw e;
        }
      },
      changeJob: (id: string, change: (j: Job) => Job, events: readonly LogEvent[] = []) =>
        run(() => repo.changeJob(id, change, events)),
    };
  }, [client, repo, setTrouble, tellOthers]);
}

/** What {@link useRules} gives once it is there. */
export type Rules = typeof RulesModule;

/** The rules, loaded behind the page: the stack shows first, and its verdicts follow. Undefined until they are there. */
export function useRules(wanted = true) {
  return useQuery({ queryKey: ['rules'], queryFn: () => import('@/core/rules'), enabled: wanted }).data;
}
