import { useQueryClient, type QueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import { Refusal, type Job, type LogEvent, type Product } from '@/core';
import { cacheLast } from '@/core/cache';
import type { JobFile } from '@/core/formats/jobFile';
import { loadAdvice, loadFormats } from './boundary';
import { nowMs } from './clock';
import { useData, type Data } from './DataProvider';
import { newId } from './id';
import { shareLibrary } from './library';
import { withEvents, withJob, type OpenJob } from './openJob';
import { jobLog, withProduct, type HeadRecord, type Settings, type ShopRecord } from './records';
import { jobKey, SHOP } from './queryKeys';
import { reportStorageFailure } from './reportStorageFailure';
import { fetchShop } from './shop';

/** Changes of the shop itself: settings, products, jobs. Each shows at once, and tells the other tabs what it changed. */
export function useShopActions() {
  const data = useData();
  const client = useQueryClient();
  return useMemo(() => shopActions(data, client), [client, data]);
}

function shopActions(data: Data, client: QueryClient) {
  const { repo, writes, tellOthers } = data;
  const reported = <R>(work: Promise<R>) => reportStorageFailure(data, work);
  /**
   * A change whose outcome a file of the job could not carry is refused before anything shows or is written. What was so before is not
   * held against it.
   */
  const sound = async (change: (j: Job) => Job) => {
    const { parseJob, stampJob } = await loadFormats();
    return cacheLast((j: Job): Job => {
      const next = stampJob(j, change(j), nowMs());
      const checked = parseJob(next);
      if (!checked.ok && parseJob(j).ok) throw new Refusal(checked.error[0]!.message);
      return next;
    });
  };
  /** @param patch what it makes of the shop's record, which comes back as it was stored */
  const changeShop = async (patch: (s: ShopRecord) => ShopRecord, write: () => Promise<ShopRecord>) => {
    await reported(writes.commit<ShopRecord, ShopRecord>({ key: SHOP, patch, write }));
    shareLibrary(client, writes);
    tellOthers('shop');
  };
  const actions = {
    saveSettings: (settings: Partial<Settings>) =>
      changeShop(
        (s) => ({ ...s, settings: { ...s.settings, ...settings } }),
        () => repo.saveSettings(settings),
      ),
    saveProduct: (p: Product) => {
      const now = nowMs();
      return changeShop(
        (s) => withProduct(s, p, now),
        () => repo.saveProduct(p, now),
      );
    },
    removeProduct: (id: string) =>
      changeShop(
        (s) => ({ ...s, products: s.products.filter((x) => x.id !== id) }),
        () => repo.removeProduct(id),
      ),
    putJob: async (f: Pick<JobFile, 'job' | 'events' | 'products'>) => {
      await reported(repo.putJobs([f]));
      // It is another log under the same name: what was known of it is known no more.
      writes.forget(jobKey(f.job.id));
      await client.fetchQuery({ queryKey: SHOP, queryFn: () => fetchShop(data), staleTime: 0 });
      shareLibrary(client, writes);
      await client.invalidateQueries({ queryKey: jobKey(f.job.id) });
      tellOthers('shop', jobLog(f.job.id));
    },
    removeJob: async (id: string) => {
      await reported(
        writes.commit<ShopRecord>({
          key: SHOP,
          quiet: true,
          patch: (s) => ({ ...s, jobIds: s.jobIds.filter((j) => j !== id) }),
          write: () => repo.removeJob(id),
        }),
      );
      writes.forget(jobKey(id));
      client.removeQueries({ queryKey: jobKey(id) });
      tellOthers('shop', jobLog(id));
    },
    /**
     * Takes panels out of a job that nothing was done on, with their first looks.
     * @throws Refusal with the reason where one has to stay
     */
    takeOutPanels: async (id: string, panelIds: readonly string[]): Promise<{ undo(): Promise<void> }> => {
      const open = client.getQueryData<OpenJob>(jobKey(id));
      if (!open) throw new Refusal('That job is not here any more');
      const { takeOutPanels, strikeOf } = await loadAdvice();
      const now = nowMs();
      const r = takeOutPanels(open.job, open.state, panelIds, () => newId(now), now);
      if (!r.ok) throw new Refusal(r.error);
      const { without, strikes } = r.value;
      const { panels, zones } = open.job;
      await actions.changeJob(id, without, strikes);
      return {
        undo: () => {
          const again = nowMs();
          return actions.changeJob(
            id,
            // In their old places; what was put right meanwhile stays so.
            (j) => ({
              ...j,
              panels: panels
                .flatMap((p) => j.panels.find((x) => x.id === p.id) ?? (panelIds.includes(p.id) ? [p] : []))
                .concat(j.panels.filter((p) => !panels.some((x) => x.id === p.id))),
              zones: [...j.zones, ...zones.filter((z) => panelIds.includes(z.panelId))],
            }),
            strikes.map((s) => strikeOf(s.id, newId(again), again)),
          );
        },
      };
    },
    /**
     * Changes what a job is about (names, panels, zones, drawings, and what hangs on it), perhaps with entries that belong to the change: shows at
     * once, and is taken back if it cannot be written. The log is folded again only where zones were cut otherwise.
     */
    changeJob: async (id: string, change: (j: Job) => Job, events: readonly LogEvent[] = []) => {
      const safe = await sound(change);
      const known = client.getQueryData<OpenJob>(jobKey(id));
      // What cannot be is refused before it shows.
      if (known) safe(known.job);
      let behind = false;
      const patch = cacheLast((open: OpenJob) => withEvents(withJob(open, safe(open.job)), events));
      await reported(
        writes.commit<OpenJob | null, HeadRecord & { job: Job }>({
          key: jobKey(id),
          patch: (open) => open && patch(open),
          write: () => repo.changeJob(id, safe, events),
          settle: (open, { job, seq, no }) => {
            if (!open) return open;
            // Entries of another tab stand before these, and this page has not read them: all of them are read below.
            if (seq !== open.seq + events.length) {
              behind = true;
              return { ...withJob(open, job), no };
            }
            // Nearly always the job in the store is the one at hand, and what was made of it for the page is what is kept.
            return { ...(patch(open).job === job ? patch(open) : withEvents(withJob(open, job), events)), seq, no };
          },
        }),
      );
      if (behind) await client.invalidateQueries({ queryKey: jobKey(id) });
      tellOthers(jobLog(id));
    },
  };
  return actions;
}
