import 'fake-indexeddb/auto';
import { splitDays, type ClimateReading, type Job, type LogEvent } from '@/core';
import fixtures from '@/core/formats/fixtures/records.json';
import { FORMAT_VERSION, NewerFormat } from '@/core/formats/version';
import { seedDemo } from '../demo';
import type { ShelfRecord } from '@/core/log/shelf';
import { DEFAULT_SETTINGS, keys, logKeys, SHOP_LOG } from '../records';
import { openRepository, StaleHead } from '.';
import { mergeCopies } from '@/core/strata/mergeLogs';
import { memoryStorage, openStorage, problemKind, StorageProblem, type KeyValue } from '../storage';

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
/** A store that says what is asked of it. */
function watched(store: KeyValue) {
  const [read, written]: [string[], string[]] = [[], []];
  const spy: KeyValue = {
    ...store,
    getMany: (names) => {
      read.push(...names);
      return store.getMany(names);
    },
    getRange: async (first, last) => {
      const found = await store.getRange(first, last);
      read.push(...found.keys());
      return found;
    },
    commit: (change) => {
      written.push(...Object.keys(change.set ?? {}));
      return store.commit(change);
    },
  };
  return { spy, read, written };
}

describe('the repository', () => {
  it('appends behind the end and counts on', async () => {
    const { repo } = await opened();
    expect(await repo.append('j', 2, [event('c')])).toMatchObject({ seq: 3 });
    expect(await ids(repo)).toEqual(['a', 'b', 'c']);
  });

  it('a draft that was just forgotten does not come back, however slow the store is', async () => {
    const store = memoryStorage();
    const slow: KeyValue = {
      ...store,
      commit: async (change) => {
        await new Promise((r) => setTimeout(r, change.remove ? 20 : 60));
        return store.commit(change);
      },
    };
    const repo = openRepository(slow, 'test');
    void repo.saveDraft('form', { name: 'Lid' });
    void repo.saveDraft('form', null);
    expect(await repo.draft('form')).toBeNull();
    void repo.saveDraft('form', { name: 'Bonnet' });
    expect(await repo.draft('form')).toEqual({ name: 'Bonnet' });
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

  it('writes the event and a small head in one call, so that a failed one leaves the log as it was', async () => {
    const store = memoryStorage();
    const { repo } = await opened(store);
    const calls: Record<string, string>[] = [];
    const failing = openRepository(
      {
        ...store,
        commit: ({ set }) => {
          calls.push({ ...set });
          return Promise.reject(new Error('power cut'));
        },
      },
      'test',
    );
    await expect(failing.append('j', 2, [event('c')])).rejects.toThrow('power cut');
    expect(calls.map((c) => Object.keys(c).sort())).toEqual([[keys.event('j', 3), keys.head('j')]]);
    expect(calls[0]![keys.head('j')]!.length).toBeLessThan(60);
    expect(await ids(repo)).toEqual(['a', 'b']);
  });

  it('reads to someone who has a part only what is new, and parses nothing twice', async () => {
    const { repo, store } = await opened();
    const { spy, read } = watched(store);
    const mine = openRepository(spy, 'test');
    const all = (await mine.load('j'))!;
    read.length = 0;
    await repo.append('j', 2, [event('c')]);
    const more = (await mine.load('j', all))!;
    expect(more.events.map((e) => e.id)).toEqual(['c']);
    expect(more.job).toBe(all.job);
    expect(read).toEqual([keys.head('j'), keys.event('j', 3)]);
  });

  it('names a record that cannot be read, and shows the rest', async () => {
    const { repo, store } = await opened();
    await store.commit({ set: { [keys.event('j', 1)]: '{"v":2,' } });
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
    await repo.saveProduct(own, 5);
    await repo.putJobs([{ job: JOB, events: [], products: [{ id: 'own', name: 'Theirs', basis: 'sheet' } as never] }]);
    expect((await repo.shop()).products).toMatchObject([own]);
  });

  it('a job that is taken away leaves no record', async () => {
    const { repo, store } = await opened();
    await repo.removeJob('j');
    expect((await store.getAllKeys()).filter((k) => k.startsWith('job/'))).toEqual([]);
  });

  const came = (id: string): ShelfRecord => ({
    id,
    kind: 'received',
    atMs: 1e12,
    writtenMs: 1e12,
    containerId: `tin-${id}`,
    holds: { what: 'part', productId: 'clear-ms', part: 0 },
    amount: 500,
  });
  it('the shelf has a log of its own: appended, refused on an old state, read on from where one is', async () => {
    const { repo } = await opened();
    expect(await repo.shelf()).toEqual({ records: [], seq: 0, unreadable: [] });
    expect(await repo.appendShelf(0, [came('a'), came('b')])).toBe(2);
    await expect(repo.appendShelf(0, [came('c')])).rejects.toThrow(StaleHead);
    expect((await repo.shelf()).records.map((r) => r.id)).toEqual(['a', 'b']);
    await repo.appendShelf(2, [came('c')]);
    expect((await repo.shelf(2)).records.map((r) => r.id)).toEqual(['c']);
  });
  it('what a coat took off the shelf is written with the coat, or not at all', async () => {
    const { repo, store } = await opened();
    const before = await repo.load('j');
    const seq = before?.seq ?? 0;
    await expect(repo.append('j', seq + 1, [event('d')], { seq: 0, records: [came('a')] })).rejects.toThrow(StaleHead);
    expect((await repo.shelf()).seq).toBe(0);
    // The shelf was another one when its records were checked: neither is written.
    await expect(repo.append('j', seq, [event('d')], { seq: 1, records: [came('a')] })).rejects.toThrow(StaleHead);
    expect((await repo.load('j'))?.seq).toBe(seq);
    await repo.append('j', seq, [event('d')], { seq: 0, records: [came('a')] });
    expect([(await repo.load('j'))?.seq, (await repo.shelf()).seq]).toEqual([seq + 1, 1]);
    // A killed browser may leave a record beyond the end.
    await store.commit({ set: { [logKeys(SHOP_LOG).event(2)]: 'half' } });
    await repo.clearLeftOvers();
    expect((await store.getAllKeys()).filter((k) => k.startsWith(`${SHOP_LOG}/event`))).toHaveLength(1);
  });
});

describe('packing old entries', () => {
  it('changes nothing that is read, leaves the newest alone, and goes on from there', async () => {
    const store = memoryStorage();
    const { repo } = await opened(store, []);
    for (let i = 0; i < 1103; i++) await repo.append('j', i, [event(`e${i}`)]);
    const mine = openRepository(store, 'other');
    const part = (await mine.load('j', undefined))!;
    const before = await ids(repo);
    expect(await repo.packLogs()).toBe(998);
    expect(await ids(repo)).toEqual(before);
    expect((await store.getAllKeys()).filter((k) => k.startsWith(keys.events('j')))).toHaveLength(105);
    expect(await repo.packLogs()).toBe(0);
    await repo.append('j', 1103, [event('last')]);
    // Another tab, which has read up to somewhere in the middle of a block, reads what is new.
    expect((await mine.load('j', part))?.events.map((e) => e.id)).toEqual(['last']);
    expect((await mine.load('j', { seq: 700 }))?.events).toHaveLength(404);
    expect(await repo.clearLeftOvers()).toBe(0);
  });
  it('leaves blocks alone that begin before it or end after it, however many entries stand in them', async () => {
    const { repo } = await opened(memoryStorage(), []);
    const add = async (n: number) => {
      const { seq } = (await repo.load('j'))!;
      const made = Array.from({ length: n }, (_, i) => event(`e${seq + i}`));
      if (n > 20) await repo.append('j', seq, made);
      else for (const [i, e] of made.entries()) await repo.append('j', seq + i, [e]);
    };
    // A block of 40 over each edge of the second five hundred: as many come in as go out.
    for (const n of [490, 40, 460, 40, 30]) {
      if (n === 40) await add(n);
      else for (let left = n; left > 0; left -= 10) await add(Math.min(10, left));
    }
    const before = await ids(repo);
    await repo.packLogs();
    const after = await repo.load('j');
    expect(after?.events.map((e) => e.id)).toEqual(before);
    expect(after?.unreadable).toEqual([]);
  });
  it('leaves a block alone in which something cannot be read', async () => {
    const store = memoryStorage();
    const { repo } = await opened(store, []);
    for (let i = 0; i < 510; i++) await repo.append('j', i, [event(`e${i}`)]);
    await store.commit({ set: { [keys.event('j', 7)]: '{"v":2,' } });
    expect(await repo.packLogs()).toBe(0);
    expect((await repo.load('j'))?.unreadable).toEqual([keys.event('j', 7)]);
  });
});

describe('drawings', () => {
  const square = (mm: number) => [
    { x: 0, y: 0 },
    { x: mm, y: 0 },
    { x: mm, y: mm },
  ];
  const drawn: Job = {
    ...JOB,
    panels: ['p', 'q'].map((id, i) => ({
      id,
      name: id,
      substrate: 'steel',
      thicknessUm: 800,
      map: { outline: square(500 + i), faces: ['outer'], keepOuts: [] },
    })),
    zones: ['p', 'q'].map((p) => ({ id: `${p}z`, panelId: p, name: 'Z', areaCm2: 50, outline: square(100) })),
  };
  const setUp = async () => {
    const { spy, read, written } = watched(memoryStorage());
    const repo = openRepository(spy, 'test');
    await repo.putJobs([{ job: drawn, events: [], products: [] }]);
    written.length = 0;
    return { repo, spy, read, written };
  };

  it('come back as they went in', async () => {
    const { spy } = await setUp();
    expect((await openRepository(spy, 'test').load('j'))!.job).toEqual(drawn);
  });
  it('are records of their own: only the panel that was drawn anew is written', async () => {
    const { repo, spy, written } = await setUp();
    const redrawn = (j: Job): Job => ({
      ...j,
      zones: j.zones.map((z) => (z.id === 'qz' ? { ...z, outline: square(120) } : z)),
    });
    await repo.changeJob('j', redrawn);
    expect(written.sort()).toEqual([keys.body('j'), keys.drawing('j', 'q'), keys.head('j')]);
    expect((await openRepository(spy, 'test').load('j'))!.job).toEqual(redrawn(drawn));
  });
  it('of another tab are read again only where they changed', async () => {
    const { repo, spy, read } = await setUp();
    const other = openRepository(spy, 'test');
    const before = (await other.load('j'))!.job;
    await repo.changeJob('j', (j) => ({
      ...j,
      panels: j.panels.map((p) => (p.id === 'p' ? { ...p, map: { ...p.map!, faces: ['outer', 'inner'] } } : p)),
    }));
    read.length = 0;
    const after = (await other.load('j'))!.job;
    expect(read).toEqual([keys.head('j'), keys.body('j'), keys.drawing('j', 'p')]);
    expect(after.panels[0]!.map!.faces).toEqual(['outer', 'inner']);
    expect(after.zones[1]!.outline).toBe(before.zones[1]!.outline);
  });
  it('an entry rewrites neither them nor the job', async () => {
    const { repo, written } = await setUp();
    await repo.append('j', 0, [event('a')]);
    expect(written.sort()).toEqual([keys.event('j', 1), keys.head('j')]);
  });
});

describe('records of older versions', () => {
  const text = (name: keyof typeof fixtures) => JSON.stringify(fixtures[name]);
  const old = async () => {
    const { 'head-v2': head } = fixtures;
    const store = memoryStorage({
      [keys.shop]: text('shop-v2'),
      [keys.head('j')]: JSON.stringify(head),
      [keys.event('j', 1)]: text('event-v1'),
      [keys.event('j', 2)]: text('event-v2'),
      [keys.event('j', 3)]: text('event-v2'),
      [keys.climate(86_400_000)]: text('climate-v2'),
      [keys.forecast]: text('forecast-v2'),
      [keys.heats]: text('heats-v2'),
      [keys.alarms]: text('alarms-v2'),
      [keys.draft('mix')]: text('draft-v2'),
    });
    return { repo: openRepository(store, 'test'), store, job: head.job as Job };
  };
  it('are read as those of today', async () => {
    const { repo, job } = await old();
    const loaded = (await repo.load('j'))!;
    expect(loaded).toMatchObject({ job, seq: 3, no: 0 });
    expect(loaded.events[0]).toMatchObject({ coats: 2, filmUm: 55, air: { tempC: 19, rh: 0.58 } });
    const shop = await repo.shop();
    expect(shop.settings).toMatchObject({
      shopName: 'Old shop',
      units: 'metric',
      method: { filler: 'overEpoxy' },
      rig: { media: 'Fine crushed glass' },
    });
    expect((await repo.roomLog()).days).toMatchObject([{ day: 1, readings: [{ tempC: 15.5 }, { surfaceC: 14 }] }]);
    expect(await repo.forecast()).toEqual(fixtures['forecast-v2']);
    expect(await repo.heats()).toEqual(fixtures['heats-v2']);
    expect(await repo.alarmsDone()).toEqual(fixtures['alarms-v2']);
    expect(await repo.draft('mix')).toEqual(fixtures['draft-v2']);
  });
  it('a job that stood whole in its head is taken apart with its next entry, and nothing of it is lost', async () => {
    const { repo, store, job } = await old();
    await repo.append('j', 3, [event('d')]);
    const head = (await store.getMany([keys.head('j')]))[keys.head('j')]!;
    expect(JSON.parse(head)).toEqual({ v: FORMAT_VERSION, seq: 4, no: 1 });
    const again = openRepository(store, 'test');
    expect((await again.load('j'))!.job).toEqual(job);
    expect((await again.load('j'))!.events).toHaveLength(4);
  });
  it('or with its next change', async () => {
    const { repo, store, job } = await old();
    await repo.changeJob('j', (j) => ({ ...j, name: 'New' }));
    expect((await openRepository(store, 'test').load('j'))!.job).toEqual({ ...job, name: 'New' });
  });
  it.each([
    [keys.shop, (r: ReturnType<typeof openRepository>) => r.shop()],
    [keys.head('j'), (r: ReturnType<typeof openRepository>) => r.load('j')],
    [keys.event('j', 1), (r: ReturnType<typeof openRepository>) => r.load('j')],
    [keys.climate(0), (r: ReturnType<typeof openRepository>) => r.roomLog()],
    [keys.heats, (r: ReturnType<typeof openRepository>) => r.heats()],
    [keys.workClocks, (r: ReturnType<typeof openRepository>) => r.workClocks()],
  ])('a newer %s is refused with a word, and left alone', async (key, read) => {
    const { repo, store } = await opened();
    const newer = JSON.stringify({ v: FORMAT_VERSION + 1, readings: [] });
    await store.commit({ set: { [key]: newer } });
    await expect(read(repo)).rejects.toBeInstanceOf(NewerFormat);
    await expect(read(repo)).rejects.toThrow(`written by a newer Stratocoat (version ${FORMAT_VERSION + 1}`);
    expect((await store.getMany([key]))[key]).toBe(newer);
  });
});

describe('the log of the room', () => {
  const DAY = 86_400_000;
  const r = (atMs: number, tempC = 15): ClimateReading => ({ atMs, tempC, rh: 0.6, source: 'logger' });
  const readings = async (repo: ReturnType<typeof openRepository>) =>
    (await repo.roomLog()).days.flatMap((d) => d.readings);

  it('comes back as it went in, by time, over days, with surfaces', async () => {
    const { repo } = await opened();
    const all = [r(DAY * 3 + 5), { ...r(DAY * 2), surfaceC: 12.5 }, r(DAY * 3), r(DAY * 40)];
    await repo.addReadings(all.slice(0, 2));
    expect(await repo.addReadings(all.slice(2))).toEqual([keys.climate(DAY * 3), keys.climate(DAY * 40)]);
    expect(await readings(repo)).toEqual([all[1], all[2], all[0], all[3]]);
    expect((await repo.roomLog()).days).toEqual(splitDays([all[1]!, all[2]!, all[0]!, all[3]!]));
  });

  it('read again, a day that did not change is the same object', async () => {
    const { repo } = await opened();
    await repo.addReadings([r(DAY * 2), r(DAY * 3)]);
    const before = (await repo.roomLog()).days;
    await repo.addReadings([r(DAY * 3 + 9)]);
    const after = (await repo.roomLog()).days;
    expect(after.map((d, i) => d === before[i])).toEqual([true, false]);
  });

  it('readings that come twice are there once, and the last said counts', async () => {
    const { repo } = await opened();
    await repo.addReadings([r(DAY, 15)]);
    await repo.addReadings([r(DAY, 15), r(DAY, 16)]);
    expect(await readings(repo)).toEqual([r(DAY, 16)]);
  });

  it('readings are taken out again, one or a stretch; a day that has none left is gone', async () => {
    const { repo, store } = await opened();
    const all = [r(DAY * 2), r(DAY * 2 + 60_000), r(DAY * 3)];
    await repo.addReadings(all);
    const [key2, key3] = [keys.climate(DAY * 2), keys.climate(DAY * 3)];
    expect(await repo.removeReadings([DAY * 2, DAY * 3, DAY * 5])).toEqual([key2, key3]);
    expect(await readings(repo)).toEqual([all[1]]);
    expect((await store.getMany([key3]))[key3] ?? null).toBeNull();
    expect((await repo.roomLog()).unreadable).toEqual([]);
  });

  it('a day that cannot be read is said and left alone, and all that is new stands beside it', async () => {
    const { repo, store } = await opened();
    await repo.addReadings([r(DAY * 2)]);
    const key = keys.climate(DAY * 2);
    await store.commit({ set: { [key]: '{broken' } });
    const later = [1, 2, 3].map((n) => r(DAY * 2 + n * 60_000, 15 + n));
    for (const x of later) await repo.addReadings([x]);
    expect((await repo.roomLog()).unreadable).toEqual([key]);
    expect(await readings(repo)).toEqual(later);
    expect((await store.getMany([key]))[key]).toBe('{broken');
  });

  it('a write that fails keeps nothing of it', async () => {
    const store = memoryStorage();
    const { repo } = await opened(store);
    await repo.addReadings([r(DAY)]);
    const failing = openRepository({ ...store, commit: () => Promise.reject(new Error('disk full')) }, 'test');
    await expect(failing.addReadings([r(DAY + 1), r(DAY * 9)])).rejects.toThrow('full');
    expect(await readings(repo)).toEqual([r(DAY)]);
  });

  it('an emptied shop has nothing of what it had, and goes on as a new one', async () => {
    const { repo, store } = await opened();
    await repo.addReadings([r(DAY)]);
    await repo.changeAlarms(() => ({ a: 3 }));
    await repo.saveForecast({ issuedMs: 5, points: [{ atMs: 6, tempC: 7, rh: 0.8, rainMm: 1 }] });
    const { seq } = await repo.shop();
    await repo.emptyShop();
    const shop = await repo.shop();
    expect([shop.jobIds, shop.products, shop.settings]).toEqual([[], [], DEFAULT_SETTINGS]);
    expect(shop.seq).toBeGreaterThan(seq);
    expect([await readings(repo), await repo.forecast(), await repo.alarmsDone(), await repo.backup()]).toEqual([
      [],
      null,
      {},
      null,
    ]);
    expect((await store.getAllKeys()).some((k) => k.startsWith('climate/'))).toBe(false);
    await repo.addReadings([r(DAY * 2)]);
    expect(await readings(repo)).toEqual([r(DAY * 2)]);
  });

  it('forecast, plans and alarms that were put away are kept', async () => {
    const { repo } = await opened();
    const forecast = { issuedMs: 5, points: [{ atMs: 6, tempC: 7, rh: 0.8, rainMm: 1 }] };
    const heats = [{ id: 'h', kind: 'heater' as const, fromMs: 1, toMs: 2, tempC: 22 }];
    await repo.saveForecast(forecast);
    await repo.changeHeats(() => heats);
    await repo.changeAlarms(() => ({ a: 3 }));
    expect([await repo.forecast(), await repo.heats(), await repo.alarmsDone()]).toEqual([forecast, heats, { a: 3 }]);
  });

  it('heats planned, and alarms put away, at the same moment in two tabs or by two taps are all kept', async () => {
    const store = memoryStorage();
    const one = openRepository(store, 'test');
    const other = openRepository(store, 'test');
    const plan = (id: string) => ({ id, kind: 'heater' as const, fromMs: 1, toMs: 2, tempC: 22 });
    await Promise.all([
      one.changeHeats((all) => [...all, plan('a')]),
      other.changeHeats((all) => [...all, plan('b')]),
      one.changeHeats((all) => [...all, plan('c')]),
      one.changeAlarms((d) => ({ ...d, x: 1 })),
      other.changeAlarms((d) => ({ ...d, y: 2 })),
    ]);
    expect((await one.heats()).map((h) => h.id)).toEqual(['a', 'b', 'c']);
    expect(await other.alarmsDone()).toEqual({ x: 1, y: 2 });
  });
});

describe('the demo', () => {
  const NOON = Date.UTC(2030, 4, 6, 10);
  const LATER = NOON + 5 * 3_600_000;
  const filled = async () => {
    const repo = openRepository(memoryStorage(), 'demo');
    await seedDemo(repo, NOON);
    return repo;
  };
  const filledAt = async (repo: ReturnType<typeof openRepository>) => (await repo.shop()).seeded?.atMs;

  it('that nobody touched is filled anew, so that its clocks are alive', async () => {
    const repo = await filled();
    await seedDemo(repo, LATER);
    expect(await filledAt(repo)).toBe(LATER);
    expect((await repo.load('bread-van'))!.events.length).toBeGreaterThan(100);
  });
  it.each<[string, (r: ReturnType<typeof openRepository>) => Promise<unknown>]>([
    ['a zone was drawn', (r) => r.changeJob('bread-van', (j) => ({ ...j, about: 'Drawn on' }))],
    ['something was logged', async (r) => r.append('bread-van', (await r.load('bread-van'))!.seq, [event('mine')])],
    ['the air was read', (r) => r.addReadings([{ atMs: NOON + 60_000, tempC: 9, rh: 0.9, source: 'hand' }])],
    ['a job was taken out', (r) => r.removeJob('hatchback')],
  ])('stays as it is once %s', async (_, touch) => {
    const repo = await filled();
    await touch(repo);
    await seedDemo(repo, LATER);
    expect(await filledAt(repo)).toBe(NOON);
  });
  it('with a job that cannot be read is left alone, and opens', async () => {
    const store = memoryStorage();
    const repo = openRepository(store, 'demo');
    await seedDemo(repo, NOON);
    await store.commit({ set: { [keys.head('hatchback')]: '{"v":5,' } });
    await seedDemo(openRepository(store, 'demo'), LATER);
    expect(await filledAt(repo)).toBe(NOON);
  });
});

describe('blocks of entries', () => {
  const many = (n: number, from = 0) => Array.from({ length: n }, (_, i) => event(`n${from + i}`));
  it('that come at once stand in few records, and are read whole, in part and after more', async () => {
    const { repo, store } = await opened(memoryStorage(), many(1203));
    expect((await store.getAllKeys()).filter((k) => k.includes('/event/'))).toEqual(
      [500, 1000, 1203].map((n) => keys.event('j', n)),
    );
    await repo.append('j', 1203, [event('one')]);
    await repo.append('j', 1204, many(700, 5000));
    const all = (await repo.load('j'))!;
    expect(all.events.map((e) => e.id)).toEqual([...many(1203), event('one'), ...many(700, 5000)].map((e) => e.id));
    expect(all.unreadable).toEqual([]);
    for (const seq of [1, 499, 500, 777, 1203, 1204, 1500, 1904])
      expect((await repo.load('j', { seq }))!.events.map((e) => e.id)).toEqual(all.events.slice(seq).map((e) => e.id));
  });
  it('one that is broken or gone is named by its entries, and the rest is there', async () => {
    const { repo, store } = await opened(memoryStorage(), many(1100));
    await store.commit({ set: { [keys.event('j', 1000)]: '{"v":8,' } });
    const broken = (await repo.load('j'))!;
    expect([broken.events.length, broken.unreadable.length, broken.unreadable[0]]).toEqual([
      600,
      500,
      keys.event('j', 501),
    ]);
    await store.commit({ remove: [keys.event('j', 1100)] });
    const gone = (await repo.load('j'))!;
    expect([gone.events.length, gone.unreadable.length]).toEqual([500, 600]);
  });
});

describe('two tabs without a lock between them', () => {
  /** Two repositories over one store, as over plain http: no lock, and a store that answers when it answers. */
  function tabs() {
    const store = memoryStorage();
    let n = 0;
    const later =
      <A extends unknown[], R>(f: (...a: A) => Promise<R>) =>
      async (...a: A): Promise<R> => {
        n = (n * 7 + 3) % 11;
        await new Promise<void>((resolve) => {
          setTimeout(resolve, n / 4);
        });
        return f(...a);
      };
    const slow: KeyValue = { ...store, getMany: later(store.getMany), commit: later(store.commit) };
    return { store, a: openRepository(slow, 'a'), b: openRepository(slow, 'b') };
  }
  it('what is said to be kept is kept: of entries, settings, readings and alarms', async () => {
    const { store, a, b } = tabs();
    await a.putJobs([{ job: JOB, events: [event('first')], products: [] }]);
    const kept: string[] = ['first'];
    const log = async (repo: typeof a, id: string) => {
      for (let tries = 0; tries < 200; tries++)
        try {
          await repo.append('j', (await repo.load('j'))!.seq, [event(id)]);
          return void kept.push(id);
        } catch (e) {
          if (!(e instanceof StaleHead)) throw e;
        }
    };
    const work = async (repo: typeof a, who: string) => {
      for (let i = 0; i < 25; i++) {
        await log(repo, `${who}${i}`);
        await repo.saveSettings(who === 'a' ? { tempC: i } : { rh: i / 100 });
        await repo.changeAlarms((done) => ({ ...done, [`${who}${i}`]: i }));
        await repo.addReadings([
          { atMs: Date.UTC(2030, 0, 1) + i * 2 + (who === 'a' ? 0 : 1), tempC: 1, rh: 0.5, source: 'hand' },
        ]);
      }
    };
    await Promise.all([work(a, 'a'), work(b, 'b')]);
    const fresh = openRepository(store, 'c');
    expect((await fresh.load('j'))!.events.map((e) => e.id).sort()).toEqual(kept.sort());
    expect(kept).toHaveLength(51);
    expect((await fresh.shop()).settings).toMatchObject({ tempC: 24, rh: 0.24 });
    expect(Object.keys(await fresh.alarmsDone())).toHaveLength(50);
    expect((await fresh.roomLog()).days.flatMap((d) => d.readings)).toHaveLength(50);
  });
});

describe('what is left behind', () => {
  it('is cleared at the start: entries beyond the end, records of jobs that are not there, jobs of which nothing is there', async () => {
    const { repo, store } = await opened();
    await store.commit({
      set: {
        [keys.event('j', 3)]: '{"v":8,"event":{}}',
        [keys.head('gone')]: '{"v":8,"seq":1,"no":1}',
        [keys.event('gone', 1)]: '{"v":8,"event":{}}',
      },
    });
    const shop = await repo.shop();
    await store.commit({ set: { [keys.shop]: JSON.stringify({ v: 8, ...shop, jobIds: ['j', 'nothing'] }) } });
    expect(await repo.clearLeftOvers()).toBe(3);
    expect((await repo.shop()).jobIds).toEqual(['j']);
    expect((await store.getAllKeys()).filter((k) => k.startsWith('job/gone') || k === keys.event('j', 3))).toEqual([]);
    expect(await ids(repo)).toEqual(['a', 'b']);
    expect(await repo.clearLeftOvers()).toBe(0);
  });
  it('a shop whose own record is not there loses nothing by it', async () => {
    const { repo, store } = await opened();
    await store.commit({ remove: [keys.shop] });
    expect(await repo.clearLeftOvers()).toBe(0);
    expect(await ids(repo)).toEqual(['a', 'b']);
  });
  it('deleting makes room where there is none even for the list of jobs', async () => {
    const { store } = await opened();
    let full = true;
    const tight = openRepository(
      {
        ...store,
        commit: (change) => {
          if (full && change.set)
            return Promise.reject(new StorageProblem('full', new DOMException('', 'QuotaExceededError')));
          full = false;
          return store.commit(change);
        },
      },
      'test',
    );
    await tight.removeJob('j');
    expect((await tight.shop()).jobIds).toEqual([]);
    expect((await store.getAllKeys()).filter((k) => k.startsWith('job/'))).toEqual([]);
  });
});

describe('copies of a job', () => {
  it('are put together with what is here: new entries behind the end, products and air along', async () => {
    const { repo } = await opened();
    const other = {
      job: { ...JOB, name: 'Renamed', changed: { name: 5e11 } },
      events: [event('a'), event('x'), event('y')],
      products: [],
    };
    const air = {
      readings: [[Date.UTC(2030, 0, 1), 12, 0.5, 'logger'] as [number, number, number, 'logger']],
      heats: [],
    };
    const written = await repo.mergeJob({ ...other, air }, mergeCopies);
    expect(await ids(repo)).toEqual(['a', 'b', 'x', 'y']);
    expect((await repo.load('j'))!.job.name).toBe('Renamed');
    expect(written).toContain(keys.climate(Date.UTC(2030, 0, 1)));
    expect((await repo.roomLog()).days[0]!.readings).toHaveLength(1);
    // Again: nothing is new.
    await repo.mergeJob({ ...other, air }, mergeCopies);
    expect(await ids(repo)).toEqual(['a', 'b', 'x', 'y']);
    expect((await repo.roomLog()).days[0]!.readings).toHaveLength(1);
  });
});

describe('what a browser says when it cannot store', () => {
  it.each([
    [new DOMException('', 'QuotaExceededError'), 'full'],
    [new DOMException('The current transaction exceeded its quota limitations.', 'QuotaExceededError'), 'full'],
    [Object.assign(new Error(''), { name: 'AsyncStorageError' }), 'full'],
    [new DOMException('', 'AbortError'), 'full'],
    [new DOMException('The operation is insecure.', 'SecurityError'), 'refused'],
    [new Error('A mutation operation was attempted on a database that did not allow mutations.'), 'refused'],
    [new DOMException('The database connection is closing.', 'InvalidStateError'), 'closed'],
    [new DOMException('Internal error opening backing store for indexedDB.open.', 'UnknownError'), 'broken'],
    [new Error('no idea'), 'broken'],
  ])('%s is told as %s', (error, kind) => expect(problemKind(error)).toBe(kind));
});

describe('a change of the browser\u2019s own store', () => {
  it('is whole or not at all, also where a request of it is refused at once', async () => {
    const store = openStorage('whole');
    await store.commit({ set: { a: '1', b: '2' } });
    const put = jest.spyOn(IDBObjectStore.prototype, 'put').mockImplementationOnce(() => {
      throw new DOMException('', 'QuotaExceededError');
    });
    await expect(store.commit({ set: { c: '3' }, remove: ['a'] })).rejects.toMatchObject({ kind: 'full' });
    put.mockRestore();
    expect(await store.getMany(['a', 'b', 'c'])).toEqual({ a: '1', b: '2', c: null });
    expect(await store.commit({ expect: new Map([['b', 'other']]), set: { b: '9' } })).toBe(false);
    expect([...(await store.getRange('a', 'b'))]).toEqual([
      ['a', '1'],
      ['b', '2'],
    ]);
  });
});
