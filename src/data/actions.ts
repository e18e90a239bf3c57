import { useQueryClient } from '@tanstack/react-query';
import { useMemo } from 'react';
import { type Job, type LogEvent, type Product, Refusal } from '@/core';
import type { JobFile } from '@/core/formats/jobFile';
import { boundary } from './boundary';
import { useData } from './DataProvider';
import { jobKey } from './jobs';
import type { OpenJob } from './openJob';
import type { Settings, ShopRecord } from './records';
import { SHOP } from './shop';
import { StorageProblem } from './storage';

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
    /**
     * A change whose outcome a file of the job could not carry is refused before anything shows or is written. What was so before is not
     * held against it.
     */
    const sound = async (change: (j: Job) => Job) => {
      const { parseJob } = await boundary();
      return (j: Job): Job => {
        const next = change(j);
        const checked = parseJob(next);
        if (!checked.ok && parseJob(j).ok) throw new Refusal(checked.error[0]!.message);
        return next;
      };
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
        const safe = await sound(change);
        const before = client.getQueryData<OpenJob>(jobKey(id));
        if (before) client.setQueryData<OpenJob>(jobKey(id), { ...before, job: safe(before.job) });
        try {
          await repo.changeJob(id, safe);
          tellOthers(id);
        } catch (e) {
          if (before) client.setQueryData<OpenJob>(jobKey(id), (now) => now && { ...now, job: before.job });
          if (e instanceof StorageProblem) setTrouble(e.kind);
          throw e;
        }
      },
      changeJob: (id: string, change: (j: Job) => Job, events: readonly LogEvent[] = []) =>
        run(async () => repo.changeJob(id, await sound(change), events)),
    };
  }, [client, repo, setTrouble, tellOthers]);
}
