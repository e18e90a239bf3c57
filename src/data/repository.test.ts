import type { ClimateReading, Job, LogEvent } from '@/core';
import { keys } from './records';
import { openRepository, StaleHead } from './repository';
import { memoryStorage, type KeyValue } from './storage';

const JOB: Job = { id: 'j', name: 'Job', about: '', createdMs: 0, panels: [], zones: [] };
const event = (id: string): LogEvent => ({
  id,
  kind: 'cleaned',
  atMs: 1,
  writtenMs: 1,
  zoneIds: ['z'],
  productId: 'cleaner-metal',
});
const opened = async (store: KeyValue = memoryStorage(), events = [event('a'), event('b')]) => {
  const repo = openRepository(store, 'test');
  await repo.putJobs([{ job: JOB, events, products: [] }]);
  return { repo, store };
};
const ids = async (repo: ReturnType<typeof openRepository>) => (await repo.load('j'))!.events.map((e) => e.id);

describe('the repository', () => {
  it('appends behind the end and counts on', async () => {
    const { repo } = await opened();
    expect(await repo.append('j', 2, [event('c')])).toBe(3);
    expect(await ids(repo)).toEqual(['a', 'b', 'c']);
  });

  it('refuses a write on a state that has moved on, and writes nothing', async () => {
    const { repo } = await opened();
    await repo.append('j', 2, [event('c')]);
    await expect(repo.append('j', 2, [event('d')])).rejects.toBeInstanceOf(StaleHead);
    expect(await ids(repo)).toEqual(['a', 'b', 'c']);
  });

  it('of two writes at once on one state, one goes in and the other is refused', async () => {
    const { repo } = await opened();
    const results = await Promise.allSettled([repo.append('j', 2, [event('c')]), repo.append('j', 2, [event('d')])]);
    expect(results.map((r) => r.status).sort()).toEqual(['fulfilled', 'rejected']);
    expect(await ids(repo)).toHaveLength(3);
  });

  it('writes the event and the head in one call, so that a failed one leaves the log as it was', async () => {
    const store = memoryStorage();
    const { repo } = await opened(store);
    const calls: string[][] = [];
    const failing = openRepository(
      {
        ...store,
        setMany: (entries) => {
          calls.push(Object.keys(entries));
          return Promise.reject(new Error('power cut'));
        },
      },
      'test',
    );
    await expect(failing.append('j', 2, [event('c')])).rejects.toThrow('power cut');
    expect(calls).toEqual([[keys.event('j', 3), keys.head('j')]]);
    expect(await ids(repo)).toEqual(['a', 'b']);
  });

  it('reads records of version 1 as events of today', async () => {
    const { repo, store } = await opened();
    const old = {
      id: 'a',
      kind: 'coated',
      atMs: 1,
      writtenMs: 1,
      zoneIds: ['z'],
      productId: 'highbuild-2k',
      coats: 2,
      totalUm: 110,
      application: 'brush',
      air: { tempC: 19, rhPct: 58 },
    };
    await store.setMany({ [keys.event('j', 1)]: JSON.stringify({ v: 1, event: old }) });
    expect((await repo.load('j'))!.events[0]).toMatchObject({ coats: 2, filmUm: 55, air: { tempC: 19, rh: 0.58 } });
  });

  it('names a record that cannot be read, and shows the rest', async () => {
    const { repo, store } = await opened();
    await store.setMany({ [keys.event('j', 1)]: '{"v":2,' });
    expect(await repo.load('j')).toMatchObject({ unreadable: [keys.event('j', 1)], events: [{ id: 'b' }] });
  });

  it('a shorter job in place of a longer one leaves nothing behind', async () => {
    const { repo, store } = await opened();
    await repo.putJobs([{ job: JOB, events: [event('x')], products: [] }]);
    expect(await ids(repo)).toEqual(['x']);
    expect(await store.getMany([keys.event('j', 2)])).toEqual({ [keys.event('j', 2)]: null });
  });

  it('an imported product does not take the place of one’s own', async () => {
    const { repo } = await opened();
    const own = { id: 'own', name: 'Mine', basis: 'sheet' } as never;
    await repo.saveProduct(own);
    await repo.putJobs([{ job: JOB, events: [], products: [{ id: 'own', name: 'Theirs', basis: 'sheet' } as never] }]);
    expect((await repo.shop()).products).toEqual([own]);
  });

  it('settings that an older version did not know get their defaults', async () => {
    const { repo, store } = await opened();
    await store.setMany({
      [keys.shop]: JSON.stringify({ v: 1, jobIds: ['j'], seq: 1, settings: { shopName: 'Old' }, products: [] }),
    });
    expect((await repo.shop()).settings).toMatchObject({
      shopName: 'Old',
      units: 'metric',
      method: { filler: 'overEpoxy' },
    });
  });
});

describe('the log of the room', () => {
  const DAY = 86_400_000;
  const r = (atMs: number, tempC = 15): ClimateReading => ({ atMs, tempC, rh: 0.6, source: 'logger' });

  it('comes back as it went in, by time, over days, with surfaces', async () => {
    const { repo } = await opened();
    const all = [r(DAY * 3 + 5), { ...r(DAY * 2), surfaceC: 12.5 }, r(DAY * 3), r(DAY * 40)];
    await repo.addReadings(all.slice(0, 2));
    await repo.addReadings(all.slice(2));
    expect((await repo.climate()).readings).toEqual([all[1], all[2], all[0], all[3]]);
  });

  it('readings that come twice are there once, and the last said counts', async () => {
    const { repo } = await opened();
    await repo.addReadings([r(DAY, 15)]);
    await repo.addReadings([r(DAY, 15), r(DAY, 16)]);
    expect((await repo.climate()).readings).toEqual([r(DAY, 16)]);
  });

  it('a day that cannot be read is said and left alone, and what is new stands beside it', async () => {
    const { repo, store } = await opened();
    await repo.addReadings([r(DAY * 2)]);
    const key = keys.climate(DAY * 2);
    await store.setMany({ [key]: '{broken' });
    await repo.addReadings([r(DAY * 2 + 60_000, 17)]);
    const climate = await repo.climate();
    expect(climate.unreadable).toEqual([key]);
    expect(climate.readings).toEqual([r(DAY * 2 + 60_000, 17)]);
    expect((await store.getMany([key]))[key]).toBe('{broken');
  });

  it('a write that fails keeps nothing of it', async () => {
    const store = memoryStorage();
    const { repo } = await opened(store);
    await repo.addReadings([r(DAY)]);
    const failing = openRepository({ ...store, setMany: () => Promise.reject(new Error('disk full')) }, 'test');
    await expect(failing.addReadings([r(DAY + 1), r(DAY * 9)])).rejects.toThrow('full');
    expect((await repo.climate()).readings).toEqual([r(DAY)]);
  });

  it('forecast, plans and alarms that were put away are kept', async () => {
    const { repo } = await opened();
    const forecast = { issuedMs: 5, points: [{ atMs: 6, tempC: 7, rh: 0.8, rainMm: 1 }] };
    const heats = [{ id: 'h', kind: 'heater' as const, fromMs: 1, toMs: 2, tempC: 22 }];
    await repo.saveForecast(forecast);
    await repo.changeHeats(() => heats);
    await repo.saveAlarmsDone({ a: 3 });
    expect(await repo.climate()).toEqual({ readings: [], forecast, heats, unreadable: [] });
    expect(await repo.alarmsDone()).toEqual({ a: 3 });
  });

  it('heats planned at the same moment, in two tabs or by two taps, are all kept', async () => {
    const store = memoryStorage();
    const one = openRepository(store, 'test');
    const other = openRepository(store, 'test');
    const plan = (id: string) => ({ id, kind: 'heater' as const, fromMs: 1, toMs: 2, tempC: 22 });
    await Promise.all([
      one.changeHeats((all) => [...all, plan('a')]),
      other.changeHeats((all) => [...all, plan('b')]),
      one.changeHeats((all) => [...all, plan('c')]),
    ]);
    expect((await one.climate()).heats.map((h) => h.id)).toEqual(['a', 'b', 'c']);
  });
});
