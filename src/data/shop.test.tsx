import 'fake-indexeddb/auto';
import { act, configure, renderHook, waitFor } from '@testing-library/react';
import type { ReactNode } from 'react';
import type { Job, LogEvent } from '@/core';
import { ev, foundBare, JOB } from '@/core/testing';
import { NotLogged, useAppend } from './append';
import { useShopActions } from './actions';
import { DataProvider, useData } from './DataProvider';
import { useHeadList } from './headList';
import { useJob, useJobOrLast, useJobs } from './jobs';
import { storeName } from './mode';
import { openRepository, type Repository } from './repository';
import { openStorage, StorageProblem } from './storage';

// Jest does not load a part of the app later; a browser does.
jest.mock('./boundary', () => ({
  boundary: () => Promise.resolve(jest.requireActual('@/core/formats')),
}));

// A store answers when it answers: a busy machine takes its time.
configure({ asyncUtilTimeout: 20_000 });

const now = Date.now();
/** The test's job and log, moved to today. */
const today = (e: LogEvent): LogEvent => ({ ...e, atMs: now - 3_600_000, writtenMs: now - 3_600_000 });
const bare = today(foundBare(['lower', 'upper']));
const job: Job = { ...JOB, createdMs: now - 7_200_000 };
const cleaned = { kind: 'cleaned', zoneIds: ['lower'], productId: 'cleaner-metal' } as never;

const inShop = ({ children }: { children: ReactNode }) => (
  <DataProvider loading={null} choose={() => null}>
    {children}
  </DataProvider>
);
/** Another tab: the same store, opened by itself. */
let other: Repository;

beforeEach(async () => {
  // What the store tells comes by itself, as it does on a page.
  Object.assign(globalThis, { IS_REACT_ACT_ENVIRONMENT: false });
  window.history.replaceState(null, '', '/?own');
  other = openRepository(openStorage(storeName('own')), storeName('own'));
  await other.wipe();
  await other.putJobs([{ job, events: [bare], products: [] }]);
});

/** Everything that a page asks of the shop, at once. */
async function page(jobId = 'job') {
  const r = renderHook(
    () => ({
      data: useData(),
      open: useJob(jobId).data ?? undefined,
      jobs: useJobs(),
      append: useAppend(jobId),
      actions: useShopActions(),
    }),
    { wrapper: inShop },
  );
  await waitFor(() => expect(r.result.current?.open).toBeDefined());
  // The query client outlives a page: what an earlier one kept is read again.
  await act(() => r.result.current.actions.saveSettings({ shopName: 'Test' }));
  await act(async () => void (await r.result.current.actions.changeJob(jobId, (j) => j)));
  return r;
}
const kinds = (open: { state: { events: readonly LogEvent[] } } | undefined) => open?.state.events.map((e) => e.kind);
const stored = async () => (await other.load('job'))!.events.map((e) => e.kind);

describe('logging', () => {
  it('shows at once, and is in storage when it is said to be done', async () => {
    const r = await page();
    await act(async () => void (await r.result.current.append.mutateAsync(cleaned)));
    expect(kinds(r.result.current.open)).toEqual(['found', 'cleaned']);
    await waitFor(() => expect(r.result.current.open!.saving).toBeUndefined());
    expect(await stored()).toEqual(['found', 'cleaned']);
  });

  it('refuses what cannot be, with a sentence for its field, and writes nothing', async () => {
    const r = await page();
    const bad = { kind: 'cleaned', zoneIds: ['attic'], productId: 'nothing' } as never;
    const e = await act(() => r.result.current.append.mutateAsync(bad).catch((x: unknown) => x));
    expect(e).toBeInstanceOf(NotLogged);
    expect((e as NotLogged).problems.map((p) => p.path).sort()).toEqual(['productId', 'zoneIds']);
    expect(await stored()).toEqual(['found']);
  });

  it('goes in behind what another tab wrote first, and shows both', async () => {
    const r = await page();
    await other.append('job', 1, [today(ev({ kind: 'baked', tempC: 60, minutes: 30 }))]);
    await act(async () => void (await r.result.current.append.mutateAsync(cleaned)));
    expect(kinds(r.result.current.open)).toEqual(['found', 'baked', 'cleaned']);
    expect(await stored()).toEqual(['found', 'baked', 'cleaned']);
  });

  it('keeps what was read anew while it was being written', async () => {
    const r = await page();
    const repo = r.result.current.data.repo;
    const write = repo.append.bind(repo);
    jest.spyOn(repo, 'append').mockImplementationOnce(async (...args) => {
      const seq = await write(...args);
      // Another tab draws a zone out of the lower one, and this page reads the job again before the write is told of.
      await other.changeJob('job', (j) => ({
        ...j,
        zones: [
          ...j.zones,
          {
            id: 'spot',
            panelId: 'door',
            name: 'Spot',
            areaCm2: 10,
            cutFrom: { zoneId: 'lower', atMs: Date.now() + 60_000 },
          },
        ],
      }));
      await r.result.current.actions.changeJob('job', (j) => j);
      return seq;
    });
    await act(async () => void (await r.result.current.append.mutateAsync(cleaned)));
    await waitFor(() => expect(r.result.current.open!.job.zones.map((z) => z.id)).toContain('spot'));
    expect(r.result.current.open!.state.zones.get('spot')?.events.map((e) => e.kind)).toEqual(['found', 'cleaned']);
    expect(kinds(r.result.current.open)).toEqual(['found', 'cleaned']);
    expect(r.result.current.open!.saving).toBeUndefined();
  });

  it('is taken from the page again where storage is full, and says so', async () => {
    const r = await page();
    jest.spyOn(r.result.current.data.repo, 'append').mockRejectedValueOnce(new StorageProblem('full', 'quota'));
    const e = await act(() => r.result.current.append.mutateAsync(cleaned).catch((x: unknown) => x));
    expect(e).toBeInstanceOf(StorageProblem);
    await waitFor(() => expect(r.result.current.data.trouble).toBe('full'));
    expect(kinds(r.result.current.open)).toEqual(['found']);
    // Room is made, and the next one goes in.
    await act(async () => void (await r.result.current.append.mutateAsync(cleaned)));
    expect(await stored()).toEqual(['found', 'cleaned']);
    expect(r.result.current.data.trouble).toBeNull();
  });
});

describe('a job\u2019s head', () => {
  it('changes at once, and changes back where it cannot be written', async () => {
    const r = await page();
    jest.spyOn(r.result.current.data.repo, 'changeJob').mockRejectedValueOnce(new StorageProblem('broken', 'gone'));
    let seen: string | undefined;
    await act(async () => {
      const done = r.result.current.actions.changeHead('job', (j) => ({ ...j, level: 'show' }));
      await done.catch((e: Error) => (seen = e.name));
    });
    expect(seen).toBe('StorageProblem');
    expect(r.result.current.open!.job.level).toBeUndefined();
    await act(() => r.result.current.actions.changeHead('job', (j) => ({ ...j, level: 'show' })));
    await waitFor(() => expect(r.result.current.open!.job.level).toBe('show'));
    expect((await other.load('job'))!.job.level).toBe('show');
  });

  it('is not changed into what a file of the job could not carry: it would never come back in', async () => {
    const r = await page();
    const bag = { id: 'b', name: 'Bag', panelId: 'door', where: 'x'.repeat(301), items: [] };
    const why = await act(() =>
      r.result.current.actions.changeHead('job', (j) => ({ ...j, bags: [bag] })).catch((e: Error) => e.message),
    );
    expect(why).toBe('Where is longer than 300 signs');
    expect(r.result.current.open!.job.bags).toBeUndefined();
    const lost = await act(() =>
      r.result.current.actions.changeJob('job', (j) => ({ ...j, panels: [] })).catch((e: Error) => e.message),
    );
    expect(lost).toMatch(/is on a panel that is not in the job/);
    expect((await other.load('job'))!.job.panels).toHaveLength(2);
    // One that came in so, by an older app, can still be worked on.
    await other.changeJob('job', (j) => ({ ...j, bags: [bag] }));
    await act(() => r.result.current.actions.changeHead('job', (j) => ({ ...j, level: 'show' })));
    expect((await other.load('job'))!.job).toMatchObject({ level: 'show', bags: [bag] });
  });

  it('of several jobs the one that was written to last is at hand', async () => {
    await other.putJobs([{ job: { ...job, id: 'newer', name: 'Newer', createdMs: now }, events: [], products: [] }]);
    await page();
    const r = renderHook(() => ({ asked: useJobOrLast('job'), last: useJobOrLast(undefined) }), { wrapper: inShop });
    await waitFor(() => expect(r.result.current?.last.open?.job.id).toBe('newer'));
    expect(r.result.current.asked.open?.job.id).toBe('job');
  });
});

describe('a list on the head', () => {
  const bag = (id: string) => ({ id, name: id, panelId: 'door', where: '', items: [] });
  async function bags() {
    await page();
    const r = renderHook(
      () => {
        const open = useJob('job').data;
        // Never drawn without a job: it is there once the page is.
        return { open, list: useHeadList(open ?? ({ job } as never), 'bags') };
      },
      { wrapper: inShop },
    );
    await waitFor(() => expect(r.result.current?.open).toBeDefined());
    await act(async () => void (await r.result.current.list.change(() => [bag('one'), bag('two')])));
    await waitFor(() => expect(r.result.current.open!.job.bags).toHaveLength(2));
    return r;
  }
  const names = (r: Awaited<ReturnType<typeof bags>>) => r.result.current.open!.job.bags!.map((b) => b.id);

  it('what is dropped is put back, once', async () => {
    const r = await bags();
    expect(r.result.current.list.takeBack).toBeUndefined();
    await act(async () => void (await r.result.current.list.drop((all) => all.filter((b) => b.id !== 'one'))));
    expect(names(r)).toEqual(['two']);
    act(() => r.result.current.list.takeBack!());
    await waitFor(() => expect(names(r)).toEqual(['one', 'two']));
    expect(r.result.current.list.takeBack).toBeUndefined();
  });

  it('is not put back over what another tab changed meanwhile', async () => {
    const r = await bags();
    await act(async () => void (await r.result.current.list.drop((all) => all.filter((b) => b.id !== 'one'))));
    await other.changeJob('job', (j) => ({ ...j, bags: [...j.bags!, bag('three')] }));
    act(() => r.result.current.list.takeBack!());
    await waitFor(() => expect(r.result.current.list.problem).toBe('It was changed elsewhere meanwhile'));
    expect((await other.load('job'))!.job.bags!.map((b) => b.id)).toEqual(['two', 'three']);
  });
});
