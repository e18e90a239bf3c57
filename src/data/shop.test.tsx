import 'fake-indexeddb/auto';
import { act, configure, renderHook, waitFor } from '@testing-library/react';
import { useQueryClient } from '@tanstack/react-query';
import type { ReactNode } from 'react';
import { SHIPPED_PRODUCTS, type Job, type LogEvent } from '@/core';
import { ev, foundBare, JOB } from '@/core/testing';
import { NeedsReason, NotLogged, useLogCommand, type Entry, type LogCommand } from './logEntry';
import { useShopActions } from './actions';
import { useClimate } from './climate';
import { DataProvider, useData } from './DataProvider';
import { useHeadList } from './headList';
import { useJob, useJobOrLast, useJobs } from './jobs';
import { storeName } from './mode';
import { refresh } from './refresh';
import { openRepository, type Repository } from './repository';
import { openStorage, StorageProblem } from './storage';

// A store answers when it answers: a busy machine takes its time.
configure({ asyncUtilTimeout: 20_000 });

const now = Date.now();
/** The test's job and log, moved to today. */
const today = (e: LogEvent): LogEvent => ({ ...e, atMs: now - 3_600_000, writtenMs: now - 3_600_000 });
const bare = today(foundBare(['lower', 'upper']));
const job: Job = { ...JOB, createdMs: now - 7_200_000 };
const cleaned: LogCommand = { log: { kind: 'cleaned', zoneIds: ['lower'], productId: 'cleaner-metal' } };

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
      command: useLogCommand(jobId),
      climate: useClimate(),
      client: useQueryClient(),
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
/** The page's client and store. */
const clientOf = (r: Awaited<ReturnType<typeof page>>) => ({
  client: r.result.current.client,
  data: r.result.current.data,
});
const dayName = (ago: number) => new Date(now - ago * 86_400_000).toISOString().slice(0, 10);
const kinds = (open: { state: { events: readonly LogEvent[] } } | undefined) => open?.state.events.map((e) => e.kind);
const stored = async () => (await other.load('job'))!.events.map((e) => e.kind);

describe('several entries at once, of both logs', () => {
  const sanded: Entry = { kind: 'sanded', zoneIds: ['lower'], grit: 120, tool: 'block', wet: false, removedUm: 0 };
  const wiped: Entry = { kind: 'cleaned', zoneIds: ['lower'], productId: 'cleaner-metal' };
  const tin = (containerId: string) =>
    ({
      kind: 'received',
      containerId,
      holds: { what: 'part', productId: 'cleaner-metal', part: 0 },
      amount: 900,
    }) as const;
  const onShelf = async () => (await other.shelf()).records.map((x) => x.kind);

  it('stand in their order, each judged on what the one before it made, and are taken back together', async () => {
    const r = await page();
    const done = await act(() => r.result.current.command.mutateAsync({ log: [sanded, wiped], shelf: [tin('t1')] }));
    expect(await stored()).toEqual(['found', 'sanded', 'cleaned']);
    expect(await onShelf()).toEqual(['received']);
    expect(r.result.current.open?.state.zones.get('lower')?.strata?.surface.clean).toBeDefined();
    await act(async () => void (await done.undo()));
    expect(r.result.current.open?.state.zones.get('lower')?.strata?.surface.scratch).toBeUndefined();
    expect(await onShelf()).toEqual(['received', 'voided']);
  });

  it('are kept all or none: one that cannot be leaves nothing of the others', async () => {
    const r = await page();
    const nowhere = { ...wiped, zoneIds: ['nowhere'] };
    const refused = act(() => r.result.current.command.mutateAsync({ log: [sanded, nowhere], shelf: [tin('t1')] }));
    await expect(refused).rejects.toThrow(NotLogged);
    expect(await stored()).toEqual(['found']);
    expect(await onShelf()).toEqual([]);
  });

  it('are checked again where another tab has changed the shelf meanwhile', async () => {
    const r = await page();
    await act(async () => void (await r.result.current.command.mutateAsync({ log: sanded, shelf: [tin('t1')] })));
    const [first] = (await other.shelf()).records;
    if (!first) throw new Error('Nothing is on the shelf');
    await other.appendShelf(1, [{ ...first, id: 'theirs', containerId: 't2' } as typeof first]);
    await act(async () => void (await r.result.current.command.mutateAsync({ log: wiped, shelf: [tin('t3')] })));
    expect(await stored()).toEqual(['found', 'sanded', 'cleaned']);
    expect(await onShelf()).toEqual(['received', 'received', 'received']);
  });
});

describe('logging', () => {
  it('shows at once, and is in storage when it is said to be done', async () => {
    const r = await page();
    await act(async () => void (await r.result.current.command.mutateAsync(cleaned)));
    expect(kinds(r.result.current.open)).toEqual(['found', 'cleaned']);
    await waitFor(() => expect(r.result.current.open!.saving).toBeUndefined());
    expect(await stored()).toEqual(['found', 'cleaned']);
  });

  it('refuses what cannot be, with a sentence for its field, and writes nothing', async () => {
    const r = await page();
    const bad: LogCommand = { log: { kind: 'cleaned', zoneIds: ['attic'], productId: 'nothing' } };
    const e = await act(() => r.result.current.command.mutateAsync(bad).catch((x: unknown) => x));
    expect(e).toBeInstanceOf(NotLogged);
    expect((e as NotLogged).problems.map((p) => p.path).sort()).toEqual(['productId', 'zoneIds']);
    expect(await stored()).toEqual(['found']);
  });

  it('goes in behind what another tab wrote first, and shows both', async () => {
    const r = await page();
    await other.append('job', 1, [today(ev({ kind: 'baked', tempC: 60, minutes: 30 }))]);
    await act(async () => void (await r.result.current.command.mutateAsync(cleaned)));
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
    await act(async () => void (await r.result.current.command.mutateAsync(cleaned)));
    await waitFor(() => expect(r.result.current.open!.job.zones.map((z) => z.id)).toContain('spot'));
    expect(r.result.current.open!.state.zones.get('spot')?.events.map((e) => e.kind)).toEqual(['found', 'cleaned']);
    expect(kinds(r.result.current.open)).toEqual(['found', 'cleaned']);
    expect(r.result.current.open!.saving).toBeUndefined();
  });

  it('is taken from the page again where storage is full, and says so', async () => {
    const r = await page();
    jest.spyOn(r.result.current.data.repo, 'append').mockRejectedValueOnce(new StorageProblem('full', 'quota'));
    const e = await act(() => r.result.current.command.mutateAsync(cleaned).catch((x: unknown) => x));
    expect(e).toBeInstanceOf(StorageProblem);
    await waitFor(() => expect(r.result.current.data.trouble).toBe('full'));
    expect(kinds(r.result.current.open)).toEqual(['found']);
    // Room is made, and the next one goes in.
    await act(async () => void (await r.result.current.command.mutateAsync(cleaned)));
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
      const done = r.result.current.actions.changeJob('job', (j) => ({ ...j, level: 'show' }));
      await done.catch((e: Error) => (seen = e.name));
    });
    expect(seen).toBe('StorageProblem');
    expect(r.result.current.open!.job.level).toBeUndefined();
    await act(() => r.result.current.actions.changeJob('job', (j) => ({ ...j, level: 'show' })));
    await waitFor(() => expect(r.result.current.open!.job.level).toBe('show'));
    expect((await other.load('job'))!.job.level).toBe('show');
  });

  it('is not changed into what a file of the job could not carry: it would never come back in', async () => {
    const r = await page();
    const bag = { id: 'b', name: 'Bag', panelId: 'door', where: 'x'.repeat(301), items: [] };
    const why = await act(() =>
      r.result.current.actions.changeJob('job', (j) => ({ ...j, bags: [bag] })).catch((e: Error) => e.message),
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
    await act(() => r.result.current.actions.changeJob('job', (j) => ({ ...j, level: 'show' })));
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

describe('a command', () => {
  const bareSteel: LogCommand = {
    log: {
      kind: 'coated',
      zoneIds: ['lower'],
      productId: 'highbuild-2k',
      coats: 1,
      filmUm: 60,
      application: 'lowPressureGun',
    },
  };
  it('that the rules stop asks for a reason, and is logged with one', async () => {
    const r = await page();
    await waitFor(() => expect(r.result.current.climate).toBeDefined());
    const e = await act(() => r.result.current.command.mutateAsync(bareSteel).catch((x: unknown) => x));
    expect(e).toBeInstanceOf(NeedsReason);
    expect((e as NeedsReason).judgement.worst).toMatchObject({ zoneId: 'lower', verdict: { level: 'stop' } });
    expect(await stored()).toEqual(['found']);
    await act(
      async () =>
        void (await r.result.current.command.mutateAsync({
          log: { ...bareSteel.log, against: 'A test panel' },
        } as LogCommand)),
    );
    expect(r.result.current.open!.state.events.at(-1)).toMatchObject({ kind: 'coated', against: 'A test panel' });
  });

  it('is judged at its own time: what was clean an hour ago was clean for what was sprayed then', async () => {
    const r = await page();
    await waitFor(() => expect(r.result.current.climate).toBeDefined());
    const then = (min: number, e: Record<string, unknown>) =>
      ({
        id: `t${min}`,
        atMs: now - min * 60_000,
        writtenMs: now - min * 60_000,
        zoneIds: ['lower'],
        ...e,
      }) as LogEvent;
    await other.append('job', 1, [
      then(59, { kind: 'stripped', to: 'substrate', method: 'sander', grit: 120 }),
      then(50, { kind: 'cleaned', productId: 'cleaner-metal' }),
      // Sanded again since: what goes on now goes on dust.
      then(5, { kind: 'sanded', grit: 120, tool: 'block', wet: false, removedUm: 0 }),
    ]);
    await act(async () => void (await r.result.current.actions.changeJob('job', (j) => ({ ...j, about: 'x' }))));
    const coat = (atMs?: number): LogCommand => ({
      log: {
        kind: 'coated',
        zoneIds: ['lower'],
        productId: 'epoxy-primer',
        coats: 1,
        filmUm: 50,
        application: 'lowPressureGun',
        ...(atMs !== undefined && { atMs }),
      },
    });
    const e = await act(() => r.result.current.command.mutateAsync(coat()).catch((x: unknown) => x));
    expect(e).toBeInstanceOf(NeedsReason);
    await act(async () => void (await r.result.current.command.mutateAsync(coat(now - 40 * 60_000))));
    expect(await stored()).toContain('coated');
  });

  it('gives back its undo, and what was undone comes back, also with the clock set back in between', async () => {
    const r = await page();
    let logged: Awaited<ReturnType<typeof r.result.current.command.mutateAsync>>;
    await act(async () => void (logged = await r.result.current.command.mutateAsync(cleaned)));
    const clean = () => r.result.current.open!.state.zones.get('lower')!.strata!.surface.clean;
    expect(clean()).toBeDefined();
    let undone: typeof logged;
    await act(async () => void (undone = await logged.undo()));
    expect(clean()).toBeUndefined();
    const clock = jest.spyOn(Date, 'now').mockReturnValue(now - 600_000);
    try {
      await act(async () => void (await undone.undo()));
    } finally {
      clock.mockRestore();
    }
    expect(clean()).toBeDefined();
    expect(await stored()).toEqual(['found', 'cleaned', 'voided', 'voided']);
  });
});

describe('what follows from a write', () => {
  it('a refetch that began before an entry does not take it from view', async () => {
    const r = await page();
    const repo = r.result.current.data.repo;
    const load = repo.load.bind(repo);
    let held: (() => void) | undefined;
    // What was read before the entry comes back after it.
    jest.spyOn(repo, 'load').mockImplementationOnce(async (...args) => {
      const old = await load(...args);
      await new Promise<void>((resolve) => (held = resolve));
      return old;
    });
    const { client } = clientOf(r);
    const refetch = client.invalidateQueries({ queryKey: ['job', 'job'] });
    await waitFor(() => expect(held).toBeDefined());
    await act(async () => void (await r.result.current.command.mutateAsync(cleaned)));
    held!();
    await act(async () => void (await refetch));
    await waitFor(() => expect(client.isFetching()).toBe(0));
    expect(kinds(r.result.current.open)).toEqual(['found', 'cleaned']);
  });

  it('a product that is saved does not fold anew a job that does not speak of it', async () => {
    const r = await page();
    const before = r.result.current.open!.state;
    const own = { ...SHIPPED_PRODUCTS[0]!, id: 'own', name: 'Own', basis: 'sheet' as const };
    await act(async () => void (await r.result.current.actions.saveProduct(own)));
    await waitFor(() => expect(r.result.current.open!.products('own')?.name).toBe('Own'));
    expect(r.result.current.open!.state).toBe(before);
    await act(async () => void (await r.result.current.command.mutateAsync(cleaned)));
    const cleaner = {
      ...SHIPPED_PRODUCTS.find((p) => p.id === 'cleaner-metal')!,
      name: 'Other',
      basis: 'sheet' as const,
    };
    await act(async () => void (await r.result.current.actions.saveProduct(cleaner)));
    await waitFor(() => expect(r.result.current.open!.products('cleaner-metal')?.name).toBe('Other'));
    expect(r.result.current.open!.state).not.toBe(before);
    expect(r.result.current.open!.products('own')?.name).toBe('Own');
  });

  it('of what another tab changed only that is read', async () => {
    const r = await page();
    await waitFor(() => expect(r.result.current.climate).toBeDefined());
    const { client, data } = clientOf(r);
    // At noon, so that minutes later it is the same day.
    const noon = (n: number) => Math.floor(now / 86_400_000 - n) * 86_400_000 + 43_200_000;
    const day = (n: number, min = 0) => ({ atMs: noon(n) + min * 60_000, tempC: 15, rh: 0.5, source: 'hand' as const });
    await other.addReadings([day(3), day(2)]);
    await act(() => refresh(client, data, [`climate/${dayName(3)}`, `climate/${dayName(2)}`]));
    await waitFor(() => expect(r.result.current.climate!.days).toHaveLength(2));
    const first = r.result.current.climate!.days;
    const job0 = r.result.current.open;
    await other.addReadings([day(2, 15)]);
    await act(() => refresh(client, data, [`climate/${dayName(2)}`]));
    await waitFor(() => expect(r.result.current.climate!.days[1]!.readings).toHaveLength(2));
    expect(r.result.current.climate!.days[0]).toBe(first[0]);
    expect(r.result.current.open).toBe(job0);
    await other.append('job', 1, [today(ev({ kind: 'baked', tempC: 60, minutes: 30 }))]);
    await act(() => refresh(client, data, ['job/job']));
    await waitFor(() => expect(kinds(r.result.current.open)).toEqual(['found', 'baked']));
  });

  it('a write that fails takes back its own change, and no other one', async () => {
    const r = await page();
    const repo = r.result.current.data.repo;
    let fail: ((e: Error) => void) | undefined;
    jest.spyOn(repo, 'changeJob').mockImplementationOnce(() => new Promise((_, reject) => (fail = reject)));
    const slow = r.result.current.actions
      .changeJob('job', (j) => ({ ...j, level: 'show' }))
      .catch((e: Error) => e.name);
    await waitFor(() => expect(fail).toBeDefined());
    await waitFor(() => expect(r.result.current.open!.job.level).toBe('show'));
    await act(async () => void (await r.result.current.command.mutateAsync(cleaned)));
    expect(r.result.current.open!.job.level).toBe('show');
    await act(async () => {
      fail!(new StorageProblem('broken', 'gone'));
      await slow;
    });
    expect(r.result.current.open!.job.level).toBeUndefined();
    expect(kinds(r.result.current.open)).toEqual(['found', 'cleaned']);
  });

  it('one job that cannot be read does not keep the others from view', async () => {
    await other.putJobs([{ job: { ...job, id: 'second' }, events: [], products: [] }]);
    const store = openStorage(storeName('own'));
    await store.commit({ set: { 'job/second/head': '{"v":5,' } });
    const r = await page();
    await waitFor(() => expect(r.result.current.jobs.failures).toHaveLength(1));
    expect(r.result.current.jobs.jobs.map((j) => j.job.id)).toEqual(['job']);
    expect(r.result.current.jobs.error).toBeNull();
  });
});
