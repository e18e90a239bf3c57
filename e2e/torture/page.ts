/** The page of the fault rounds: the shop's own store and records in a real browser, without its views, so that a round takes milliseconds. */
import type { Job, LogEvent } from '../../src/core';
import { mergeCopies } from '../../src/core/strata/mergeLogs';
import { openRepository, StaleHead } from '../../src/data/repository';
import { openStorage, restoredRecords, StorageProblem } from '../../src/data/storage';

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
  /** Records that came back out of the second copy when the store was opened. */
  restored: () => restoredRecords(NAME),
  /** Every job as it can be read: its entries' ids, and what cannot be read. */
  look: async () => {
    const { jobIds } = await repo.shop();
    const jobs: Record<string, { ids: string[]; unreadable: number }> = {};
    for (const id of jobIds) {
      const job = await repo.load(id);
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
};
export type TorturePage = typeof api;
Object.assign(window, { shop: api });
