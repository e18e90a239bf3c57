import { useQueries, useQuery, useQueryClient, type QueryClient, type UseQueryResult } from '@tanstack/react-query';
import { useCallback, useMemo } from 'react';
import { colourId, coloursOf, strataInPieces, type Product } from '@/core';
import type * as AdviceModule from '@/core/advice';
import { loadAdvice } from './boundary';
import { useData } from './DataProvider';
import { libraryOf, type Library } from './library';
import { storeName, type Mode } from './mode';
import { openLoaded, type OpenJob } from './openJob';
import { adoptSettled, settledTexts, settledZones } from './settled';
import { inSlices } from './slices';
import type { Repository } from './repository';
import type { ShopRecord } from './records';
import { jobKey, SHOP } from './queryKeys';
import { useShop } from './shop';
import type { Writes } from './writes';

const NONE: readonly Product[] = [];

/** Every product that the shop knows, its own first. */
export function useLibrary(): Library {
  const own = useShop().data?.products ?? NONE;
  return useMemo(() => libraryOf(own), [own]);
}

/** Reads a job: all of it, or what is new since it was read last. */
export async function fetchJob(
  { repo, writes, mode }: { repo: Repository; writes: Writes; mode: Mode },
  client: QueryClient,
  id: string,
): Promise<OpenJob | null> {
  const key = jobKey(id);
  const shop = client.getQueryData<ShopRecord>(SHOP) ?? (await repo.shop());
  const had = writes.stored<OpenJob | null>(key) ?? undefined;
  const settled = had ? undefined : settledTexts(storeName(mode), shop.jobIds);
  let loaded = await repo.load(id, had);
  // A log that is shorter than it was is another log: the job was put in anew.
  const anew = had && loaded && loaded.seq < had.seq;
  if (anew) loaded = await repo.load(id);
  const open = loaded && (await openLoaded(loaded, libraryOf(shop.products).lookup, anew ? undefined : had));
  if (open && settled) adoptSettled((await settled).get(id), open, shop.products);
  if (open) await inSlices(strataInPieces(open.state, settledZones(open)));
  return writes.fetched(key, open);
}

function useJobQuery() {
  const data = useData();
  const client = useQueryClient();
  const enabled = useShop().data !== undefined;
  return useCallback(
    (id: string) => ({ queryKey: jobKey(id), enabled, queryFn: () => fetchJob(data, client, id) }),
    [data, client, enabled],
  );
}

const NO_IDS: readonly string[] = [];
/** A query for each job of the shop: the same ones as long as the shop has the same jobs. */
function useJobQueries() {
  const ids = useShop().data?.jobIds ?? NO_IDS;
  const query = useJobQuery();
  const queries = useMemo(() => ids.map(query), [ids, query]);
  return { ids, queries };
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
    /** Of jobs that cannot be read; the others are shown all the same. */
    readonly failures: readonly Error[],
  ) {}
}

const together = (rs: UseQueryResult<OpenJob | null>[]): JobList =>
  new JobList(
    rs.flatMap((r) => r.data ?? []),
    rs.some((r) => r.isLoading),
    rs.flatMap((r) => r.error ?? []),
  );

export interface Jobs {
  jobs: OpenJob[];
  loading: boolean;
  /** The shop itself cannot be read. */
  error: Error | null;
  failures: readonly Error[];
}

/** All jobs of the shop, in its order; empty while they load. One that cannot be read does not keep the others from view. */
export function useJobs(): Jobs {
  const shop = useShop();
  const { queries } = useJobQueries();
  const list = useQueries({ queries, combine: together });
  return { jobs: list.jobs, loading: shop.isLoading || list.loading, error: shop.error, failures: list.failures };
}

/**
 * Keeps all jobs loaded and gives them when asked (undefined until all of them are there), without drawing anything anew when one of them grows: for what looks at
 * them now and then, behind the page.
 */
export function useJobsInBackground(): () => OpenJob[] | undefined {
  const client = useQueryClient();
  const { ids, queries } = useJobQueries();
  const quiet = useMemo(() => queries.map((q) => ({ ...q, notifyOnChangeProps: [] })), [queries]);
  useQueries({ queries: quiet, combine: nothing });
  return useCallback(() => {
    const isHere = (id: string) => (client.getQueryState(jobKey(id))?.status ?? 'pending') !== 'pending';
    return ids.every(isHere) ? openJobs(client, ids) : undefined;
  }, [client, ids]);
}
const nothing = () => null;

/** The jobs that are at hand now. */
export const openJobs = (client: QueryClient, ids: readonly string[]): OpenJob[] =>
  ids.flatMap((id) => client.getQueryData<OpenJob | null>(jobKey(id)) ?? []);

/** The job that was written to last, or else made last; of several. */
export function lastWritten(jobs: readonly OpenJob[]): OpenJob | undefined {
  let last: { open: OpenJob; ms: number } | undefined;
  for (const open of jobs) {
    const ms = open.state.events.reduce((m, e) => Math.max(m, e.writtenMs), open.job.createdMs);
    if (!last || ms > last.ms) last = { open, ms };
  }
  return last?.open;
}

/** The job asked for; without one, the job that was last written to. */
export function useJobOrLast(id: string | undefined): { open: OpenJob | undefined; loading: boolean } {
  const asked = useJob(id);
  const { queries } = useJobQueries();
  // One job is not waited for until all others are there.
  const isAlone = id !== undefined && asked.data !== null && !asked.isError;
  const all = useQueries({ queries: isAlone ? NO_QUERIES : queries, combine: together });
  return isAlone
    ? { open: asked.data ?? undefined, loading: asked.isLoading }
    : { open: lastWritten(all.jobs), loading: all.loading };
}
const NO_QUERIES: ReturnType<ReturnType<typeof useJobQuery>>[] = [];

/** What a colour is called, by its id, in whichever job of the shop it is agreed; otherwise as it was written. */
export function useColourName(): (colour: string) => string {
  const { jobs } = useJobs();
  return useMemo(() => {
    const names = new Map(jobs.flatMap((j) => coloursOf(j.job)).map((c) => [colourId(c), c.name]));
    return (colour) => names.get(colour) ?? colour;
  }, [jobs]);
}

/** What {@link useAdvice} gives once it is there. */
export type Advice = typeof AdviceModule;
const ADVICE = ['advice'] as const;

/** Verdicts and plans, loaded behind the page: the stack shows first, and its verdicts follow. Undefined until they are there. */
export const useAdvice = (wanted = true): Advice | undefined =>
  useQuery({ queryKey: ADVICE, queryFn: loadAdvice, enabled: wanted }).data;

/** A job with advice, for a page that needs both; undefined until they are there. */
export function useJobAndAdvice(id: string | undefined): { open: OpenJob | undefined; advice: Advice } | undefined {
  const { open, loading } = useJobOrLast(id);
  const advice = useAdvice();
  return loading || !advice ? undefined : { open, advice };
}
