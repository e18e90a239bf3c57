/** The page of the fault rounds: the shop's own store and records in a real browser, without its views, so that a round takes milliseconds. */
import type { Job, LogEvent } from '../../src/core';
import { mergeCopies } from '../../src/core/strata/mergeLogs';
import { openRepository, StaleHead } from '../../src/data/repository';
import { openStorage, StorageProblem } from '../../src/data/storage';

const NAME = 'stratocoat-torture';
const store = openStorage(NAME);
const repo = openRepository(store, NAME);

const jobOf = (id: string): Job => ({ id, name: `Job ${id}`, about: '', createdMs: 1e12, panels: [], zones: [] });
const entry = (id: string): LogEvent => ({
  id,
  kind: 'cleaned',
  atMs: 1.6e12,
  writtenMs: 1.6e12,
  zoneIds: ['z'],
  productId: 'cleaner-metal',
});
const many = (prefix: string, n: number) => Array.from({ length: n }, (_, i) => entry(`${prefix}-${i}`));

/** Appends, again on what is there now where another tab was quicker: as the app does. @returns how often it was */
const known = new Map<string, number>();
async function append(jobId: string, id: string): Promise<number> {
  for (let tries = 0; ; tries++)
    try {
      // What is new since it was read last, as the app reads it.
      const had = known.get(jobId);
      const { seq } = (await repo.load(jobId, had === undefined ? undefined : { seq: had }))!;
      known.set(jobId, (await repo.append(jobId, seq, [entry(id)])).seq);
      return tries;
    } catch (e) {
      if (!(e instanceof StaleHead) || tries > 100) throw e;
    }
}

const api = {
  put: (id: string, n: number) => repo.putJobs([{ job: jobOf(id), events: many(id, n), products: [] }]),
  remove: (id: string) => repo.removeJob(id),
  merge: (id: string, prefix: string, n: number) =>
    repo.mergeJob({ job: jobOf(id), events: many(prefix, n), products: [] }, mergeCopies),
  append,
  clear: async () => {
    const cleared = await repo.clearLeftOvers();
    await store.bringUpCopy?.();
    return cleared;
  },
  /** What came back out of the second copy when the store was opened, once. */
  restored: async () => {
    await repo.mendRestored();
    const restored = await repo.restored();
    if (restored) await repo.seenRestored();
    return restored;
  },
  /** Every job as it can be read: its entries' ids, and what cannot be read. */
  look: async () => {
    const { jobIds } = await repo.shop();
    const jobs: Record<string, { ids: string[]; unreadable: number }> = {};
    for (const id of jobIds) {
      const job = await repo.load(id).catch(() => null);
      jobs[id] = { ids: job?.events.map((e) => e.id) ?? [], unreadable: job ? job.unreadable.length : -1 };
    }
    const stray = (await store.getAllKeys()).filter(
      (k) => k.startsWith('job/') && !jobIds.includes(k.split('/')[1] ?? ''),
    );
    return { jobs, stray: stray.length };
  },
  /** Fills what room there is. @returns what it was told when there was none left */
  fill: async (bytes: number) => {
    for (let i = 0; i < 1000; i++)
      try {
        await store.commit({ set: { [`filler/${i}-${Math.random()}`]: 'x'.repeat(bytes) } });
      } catch (e) {
        return e instanceof StorageProblem ? e.kind : String(e);
      }
    return 'never full';
  },
  kindOf: async (work: 'append' | 'remove', id: string) => {
    try {
      if (work === 'append') await append(id, `over-${Math.random()}`);
      else await repo.removeJob(id);
      return 'kept';
    } catch (e) {
      return e instanceof StorageProblem ? e.kind : String(e);
    }
  },
  empty: () => repo.wipe(),
  /** Names of the records of the second copy. */
  copied: async () => {
    const cache = await caches.open(`stratocoat-mirror/${NAME}`);
    return (await cache.keys()).map((r) => r.url);
  },
  /** Bends one record of the second copy: takes it away, cuts it short, or changes one sign of it. */
  damage: async (url: string, how: 'delete' | 'cut' | 'flip', at: number) => {
    const cache = await caches.open(`stratocoat-mirror/${NAME}`);
    const text = (await (await cache.match(url))?.text()) ?? '';
    const i = Math.floor(at * text.length);
    if (how === 'delete') await cache.delete(url);
    else if (how === 'cut') await cache.put(url, new Response(text.slice(0, i)));
    else {
      const other = String.fromCharCode(text.charCodeAt(i) ^ 1);
      await cache.put(url, new Response(text.slice(0, i) + other + text.slice(i + 1)));
    }
  },
};
export type TorturePage = typeof api;
Object.assign(window, { shop: api });
