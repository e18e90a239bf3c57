import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { DAY_MS } from '@/core';
import { loadDemoPictures } from './boundary';
import { nowMs } from './clock';
import { useData } from './DataProvider';
import { useJobs } from './jobs';
import { usePictures } from './photos';

/** When a thing got its id, ms: ids begin with that (see `newId`). */
const madeMs = (id: string): number => parseInt(id.split('-')[0] ?? '', 36) || 0;

const done = new Set<string>();

/**
 * Behind every page, once all jobs are read: pictures that no photo names any more are deleted, and the demo gets its own. What was taken today stays: the photo that
 * names it may just be being written.
 */
export function useKeepPictures(): void {
  const { mode } = useData();
  const { jobs, loading, failures } = useJobs();
  const store = usePictures();
  const client = useQueryClient();
  // A job that cannot be read may name any of them.
  const isReady = !loading && failures.length === 0;
  useEffect(() => {
    // Once a page: what is deleted later is deleted there and then.
    if (!isReady || done.has(mode)) return;
    done.add(mode);
    const named = new Set(jobs.flatMap((j) => (j.job.photos ?? []).map((p) => p.id)));
    void keep(named).catch(() => undefined);
    async function keep(wanted: ReadonlySet<string>): Promise<void> {
      const here = await store.ids();
      const left = here.filter((id) => !wanted.has(id) && madeMs(id) < nowMs() - DAY_MS);
      if (left.length > 0) await store.remove(left);
      if (mode !== 'demo') return;
      const had = new Set(here);
      const missing = [...wanted].filter((id) => !had.has(id));
      if (missing.length === 0) return;
      const shipped = await loadDemoPictures();
      const own = missing.flatMap((id) => (shipped[id] === undefined ? [] : [[id, shipped[id]] as const]));
      if (own.length === 0) return;
      await store.put(Object.fromEntries(own));
      await client.invalidateQueries({ queryKey: ['picture'] });
      await client.invalidateQueries({ queryKey: ['pictures'] });
    }
  }, [isReady, jobs, store, mode, client]);
}
