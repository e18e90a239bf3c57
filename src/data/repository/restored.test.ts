import type { Job, LogEvent } from '@/core';
import { mergeCopies } from '@/core/strata/mergeLogs';
import { openRepository } from '.';
import { backupState } from '../backup';
import { CHANGES, RESTORED, type CopyReport } from '../database';
import { keys } from '../records';
import { memoryStorage } from '../storage';

const JOB: Job = { id: 'j', name: 'Estate car', about: '', createdMs: 0, panels: [], zones: [] };
const event = (id: string): LogEvent => ({
  id,
  kind: 'cleaned',
  atMs: 1,
  writtenMs: 1,
  zoneIds: ['z'],
  productId: 'cleaner-metal',
});
const REPORT: CopyReport = {
  atMs: 1,
  records: 9,
  changes: 12,
  lost: [],
  lostParts: [],
  isListLost: false,
  isAllLost: false,
};
async function shopWith(report: Partial<CopyReport>, gone: readonly string[]) {
  const store = memoryStorage();
  const repo = openRepository(store, 'test');
  await repo.putJobs([{ job: JOB, events: ['a', 'b', 'c'].map(event), products: [] }]);
  for (const [i, id] of ['d', 'e', 'f'].entries()) await repo.append('j', 3 + i, [event(id)]);
  await store.commit({ remove: gone, set: { [RESTORED]: JSON.stringify({ ...REPORT, ...report }) } });
  return { store, repo: openRepository(store, 'test') };
}
const lost = (...names: string[]) => ({ lost: [{ no: 5, keys: names }] });

describe('a shop that came back out of its second copy', () => {
  it('says that all of it came back, until somebody has seen it', async () => {
    const { repo } = await shopWith({}, []);
    expect(await repo.restored()).toEqual({ records: 9, changes: 12, isAllLost: false, missing: [] });
    await repo.seenRestored();
    expect(await repo.restored()).toBeNull();
  });
  it('names what is missing: entries by their numbers, days, drawings', async () => {
    const names = [keys.event('j', 5), keys.event('j', 7), keys.climate(Date.UTC(2030, 4, 6)), keys.drawing('j', 'p')];
    const { repo } = await shopWith(lost(...names), [keys.event('j', 5)]);
    expect((await repo.restored())?.missing).toEqual([
      'Estate car: entries 5, 7',
      'readings of 6 May 2030',
      'Estate car: a drawing',
    ]);
    const unknown = await shopWith({ lost: [{ no: 3 }] }, []);
    expect((await unknown.repo.restored())?.missing).toEqual(['1 change of which nothing more is known']);
  });
  it('what a file gives back takes the places of what was lost', async () => {
    const { repo } = await shopWith(lost(keys.event('j', 5)), [keys.event('j', 5)]);
    const file = { job: JOB, events: ['a', 'b', 'c', 'd', 'e', 'f', 'g'].map(event), products: [] };
    await repo.mergeJob(file, mergeCopies);
    const now = await repo.load('j');
    expect([now?.unreadable, now?.seq]).toEqual([[], 7]);
    expect(now?.events.map((e) => e.id).sort()).toEqual(['a', 'b', 'c', 'd', 'e', 'f', 'g']);
  });
  it('a job whose own record is gone has it again from a file, and keeps the entries that are only here', async () => {
    const { repo } = await shopWith({}, [keys.body('j')]);
    await expect(repo.load('j')).rejects.toThrow();
    await repo.mergeJob({ job: JOB, events: ['a', 'g'].map(event), products: [] }, mergeCopies);
    const now = await repo.load('j');
    expect(now?.job.name).toBe('Estate car');
    expect(now?.events.map((e) => e.id).sort()).toEqual(['a', 'b', 'c', 'd', 'e', 'f', 'g']);
  });
  it('has its jobs also where the shop’s own record is gone', async () => {
    const { repo } = await shopWith({}, [keys.shop]);
    await repo.mendRestored();
    expect((await repo.shop()).jobIds).toEqual(['j']);
  });
});

describe('the reminder to save a file', () => {
  const DAY_MS = 86_400_000;
  it('sees entries, a deleted job, a received tin, readings by hand and a product, and not what a logger tells', async () => {
    const store = memoryStorage();
    const repo = openRepository(store, 'test');
    const counted = async (act: () => Promise<unknown>) => {
      const before = await repo.changes();
      await act();
      return (await repo.changes()) - before;
    };
    await repo.putJobs([{ job: JOB, events: [], products: [] }]);
    const reading = (source: 'hand' | 'logger') => ({ atMs: 1e12, tempC: 20, rh: 0.5, source });
    expect(await counted(() => repo.append('j', 0, [event('a'), event('b')]))).toBe(2);
    expect(await counted(() => repo.addReadings([reading('hand')]))).toBe(1);
    expect(await counted(() => repo.addReadings([reading('logger')]))).toBe(0);
    expect(await counted(() => repo.saveProduct({ id: 'p' } as never, 1))).toBe(1);
    expect(await counted(() => repo.appendShelf(0, [{ id: 'tin' } as never]))).toBe(1);
    expect(await counted(() => repo.removeJob('j'))).toBe(1);
    expect(await counted(() => repo.saveDraft('x', 1))).toBe(0);
    expect(await counted(() => repo.clearLeftOvers())).toBe(0);
  });
  it('is due after a fortnight with anything changed, or after much', () => {
    expect(backupState({ atMs: 0, changes: 7 }, 8, 15 * DAY_MS)).toEqual({ atMs: 0, since: 1, due: true });
    expect(backupState({ atMs: 0, changes: 8 }, 8, 15 * DAY_MS).due).toBe(false);
    expect(backupState({ atMs: 0, changes: 8 }, 108, DAY_MS).due).toBe(true);
    expect(backupState(null, 25, 0)).toMatchObject({ atMs: null, due: true });
  });
  it('a shop of before changes were counted begins with its entries', async () => {
    const { store } = await shopWith({}, []);
    const old = memoryStorage(
      Object.fromEntries(Object.entries(await store.getMany(await store.getAllKeys())).map(([k, v]) => [k, v ?? ''])),
    );
    const repo = openRepository(old, 'test');
    await repo.beginCounting();
    expect(await repo.changes()).toBe(6);
    await repo.beginCounting();
    expect((await old.getMany([CHANGES]))[CHANGES]).toBe('6');
  });
});
