import { useQueries, useQuery, useQueryClient, type UseQueryResult } from '@tanstack/react-query';
import { useCallback, useMemo } from 'react';
import { cutsOf, foldLog, lookupIn, wholeLibrary, type Product, type ProductLookup } from '@/core';
import type * as RulesModule from '@/core/advice';
import { useData } from './DataProvider';
import type { OpenJob } from './openJob';
import { useShop } from './shop';

export const jobKey = (id: string) => ['job', id] as const;

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

/** The job that was written to last, or else made last; of several. */
export function lastWritten(jobs: readonly OpenJob[]): OpenJob | undefined {
  const written = (j: OpenJob) => j.state.events.reduce((m, e) => Math.max(m, e.writtenMs), j.job.createdMs);
  return [...jobs].sort((a, b) => written(b) - written(a))[0];
}

/** The job asked for; without one, the job that was last written to. */
export function useJobOrLast(id: string | undefined): { open: OpenJob | undefined; loading: boolean } {
  const { jobs, loading } = useJobs();
  return { open: jobs.find((j) => j.job.id === id) ?? lastWritten(jobs), loading };
}

/** The same with the rules, for a page that needs both; undefined until they are there. */
export function useJobAndRules(id: string | undefined): { open: OpenJob | undefined; rules: Rules } | undefined {
  const { open, loading } = useJobOrLast(id);
  const rules = useRules();
  return loading || !rules ? undefined : { open, rules };
}

/** What {@link useRules} gives once it is there. */
export type Rules = typeof RulesModule;

/** The rules, loaded behind the page: the stack shows first, and its verdicts follow. Undefined until they are there. */
export function useRules(wanted = true) {
  return useQuery({ queryKey: ['rules'], queryFn: () => import('@/core/advice'), enabled: wanted }).data;
}
