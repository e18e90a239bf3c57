import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { HOUR_MS } from '@/core';
import { photosNamed } from '@/core/log/photos';
import { loadDemoPictures } from './boundary';
import { nowMs } from './clock';
import { useData } from './DataProvider';
import { useJobs } from './jobs';
import type { PictureStore } from './pictures';
import { usePictures } from './usePictures';

/** When a thing got its id, ms: ids begin with that (see `newId`). */
const madeMs = (id: string): number => parseInt(id.split('-')[0] ?? '', 36) || 0;

/** Photos are written in the order picture, photo: one that is younger than this may just lack its photo, ms. */
const YOUNG_MS = HOUR_MS;
/** Shops whose pictures were gone over on this page, and photos of the demo that have theirs. */
const swept = new Set<string>();
const checked = new Set<string>();

/** Behind every page, once all jobs are read: pictures that no photo names any more are deleted, once a page, and the demo gets its own. */
export function useKeepPictures(): void {
  const { mode } = useData();
  const { jobs, loading, failures } = useJobs();
  const store = usePictures();
  const client = useQueryClient();
  // A job that cannot be read may name any of them.
  const isReady = !loading && failures.length === 0;
  useEffect(() => {
    if (!isReady) return;
    const named = jobs.flatMap((j) => photosNamed(j.job));
    // Where nothing is named something may have been lost that comes back: a shop that somebody empties takes its pictures along itself.
    if (named.length > 0 && !swept.has(mode)) {
      swept.add(mode);
      void sweep(store, new Set(named)).catch(() => undefined);
    }
    const unseen = mode === 'demo' ? named.filter((id) => !checked.has(id)) : [];
    if (unseen.length === 0) return;
    for (const id of unseen) checked.add(id);
    void fillDemo(store, unseen)
      .then(async (isFilled) => {
        if (!isFilled) return;
        await client.invalidateQueries({ queryKey: ['picture'] });
        await client.invalidateQueries({ queryKey: ['pictures'] });
      })
      .catch(() => undefined);
  }, [isReady, jobs, store, mode, client]);
}

async function sweep(store: PictureStore, named: ReadonlySet<string>): Promise<void> {
  const left = (await store.ids()).filter((id) => !named.has(id) && madeMs(id) < nowMs() - YOUNG_MS);
  if (left.length > 0) await store.remove(left);
}

/** Puts in the made-up pictures of photos that have none. @returns whether there were any */
async function fillDemo(store: PictureStore, ids: readonly string[]): Promise<boolean> {
  const had = await store.get(ids);
  const missing = ids.filter((id) => had[id] === undefined);
  if (missing.length === 0) return false;
  const shipped = await loadDemoPictures();
  const own = missing.flatMap((id) => (shipped[id] === undefined ? [] : [[id, shipped[id]] as const]));
  if (own.length === 0) return false;
  await store.put(Object.fromEntries(own));
  return true;
}
