import fc from 'fast-check';
import { SHIPPED_PRODUCTS } from '../library/shipped';
import { coated, foundBare, JOB, T0 } from '../testing';
import { writeJobFile } from './jobFile';
import { parseJobAir } from './jobAir';
import { airOfJob, readingsToAdd, type ReadingRow } from './readingRow';
import { splitDays } from '../air/days';
import { readShopFiles, withSums, writeShopFiles, type ShopFile } from './shopFile';
import { DEFAULT_SETTINGS } from './settings';
import { packFiles, unpackFiles } from './zip';

const LOG = [foundBare(), coated('highbuild-2k', 0)];
const SHOP: ShopFile = {
  exportedMs: T0,
  settings: {
    ...DEFAULT_SETTINGS,
    shopName: 'Quay workshop',
    rig: { boreMm: 6, barG: 5, airM3Min: 2, rate: 8, handRate: 1, media: 'Garnet' },
    season: {
      coldest: { lowC: -2, highC: 4 },
      warmest: { lowC: 14, highC: 26 },
      warmestIn: 'july',
      dampness: 'usual',
      place: 'yard',
    },
    storage: [{ id: 'loft', name: 'Loft', m2: 4.5 }],
    people: [{ id: 'a', name: 'Ann', week: [{ day: 1, fromMin: 480, toMin: 1020 }], extra: [], off: [], helper: true }],
    places: 2,
  },
  products: [{ ...SHIPPED_PRODUCTS[0]!, basis: 'sheet' }],
  jobs: [
    writeJobFile(JOB, LOG, SHIPPED_PRODUCTS, T0),
    writeJobFile({ ...JOB, id: 'two', name: 'Zwei & 3/4' }, LOG, SHIPPED_PRODUCTS, T0),
  ],
  readings: [
    { atMs: T0, tempC: 18.5, rh: 0.55, source: 'logger' },
    { atMs: T0 + 600_000, tempC: 19, rh: 0.5, source: 'hand', surfaceC: 17 },
  ],
  heats: [{ id: 'h', kind: 'heater', fromMs: T0, toMs: T0 + 3_600_000, tempC: 22 }],
  alarms: { 'c/1/lower/flash/flash': T0 },
  workClocks: [{ jobId: 'job', panelId: 'door', zoneIds: ['lower'], act: 'sand', startedMs: T0 }],
  forecast: { issuedMs: T0, points: [{ atMs: T0, tempC: 9, rh: 0.8, rainMm: 0.2 }] },
  shelf: [
    {
      id: 's1',
      kind: 'received',
      atMs: T0,
      writtenMs: T0,
      containerId: 't',
      holds: { what: 'part', productId: 'clear-ms', part: 0 },
      amount: 980,
      price: 31.5,
      currency: '€',
    },
    { id: 's2', kind: 'opened', atMs: T0, writtenMs: T0, containerId: 't' },
  ],
};
const plain = (v: unknown): unknown => JSON.parse(JSON.stringify(v));
const taken = (shop: ShopFile, damaged: string[] = [], checked = true) => ({
  ok: true,
  value: { shop: plain(shop), damaged, checked },
});

describe('the shop in one file', () => {
  it('comes back as it went, through a zip', () => {
    const unpacked = unpackFiles(packFiles(writeShopFiles(SHOP)));
    if (!unpacked.ok) throw new Error(unpacked.error);
    expect(unpacked.value.damaged).toEqual([]);
    expect([...unpacked.value.files.keys()]).toEqual([
      'shop.json',
      'air.json',
      'shelf.json',
      'jobs/001-test-job.json',
      'jobs/002-zwei-3-4.json',
      'sums.json',
    ]);
    expect(readShopFiles(unpacked.value.files)).toEqual(taken(SHOP));
  });
  it('an empty shop too', () => {
    const empty = {
      ...SHOP,
      jobs: [],
      products: [],
      readings: [],
      heats: [],
      alarms: {},
      workClocks: [],
      forecast: null,
    };
    expect(readShopFiles(writeShopFiles(empty))).toEqual(taken(empty));
  });
  const broken = (name: string, change: (text: string) => string) => {
    const files = writeShopFiles(SHOP);
    files.set(name, change(files.get(name)!));
    const r = readShopFiles(withSums(files));
    return r.ok ? 'taken' : r.error.map((p) => `${p.path}: ${String(p.message)}`).join(' | ');
  };
  it.each([
    [
      'jobs/002-zwei-3-4.json',
      (t: string) => t.replace('"filmUm": 70', '"filmUm": -1').replace(/"filmUm": \d+/, '"filmUm": -1'),
      /jobs\/002-zwei-3-4\.json: events\[1\]\.filmUm/,
    ],
    ['jobs/002-zwei-3-4.json', (t: string) => t.replace('"id": "two"', '"id": "job"'), /is there twice/],
    ['jobs/001-test-job.json', (t: string) => t.slice(0, 400), /001-test-job\.json: The file is not whole JSON/],
    ['air.json', (t: string) => t.replace('0.55', '55'), /air\.json: readings\[0\]: The humidity/],
    ['shop.json', (t: string) => t.replace('"metric"', '"furlongs"'), /shop\.json: settings\.units: Units 'furlongs'/],
    ['shop.json', (t: string) => t.replace(/"version": \d+/, '"version": 99'), /version 99; this app reads up to/],
    ['shelf.json', (t: string) => t.replace('"amount": 980', '"amount": -1'), /shelf\.json: records\[0\]\.amount/],
    ['shop.json', (t: string) => t.replace('"july"', '"may"'), /settings\.season\.warmestIn: Warmest month 'may'/],
    ['shop.json', (t: string) => t.replace('"Loft"', '""'), /settings\.storage\[0\]\.name: A place has no name/],
    ['shop.json', (t: string) => t.replace('"m2"', '"ft2"'), /settings\.storage\[0\]/],
    ['shelf.json', (t: string) => t.replace('"s2"', '"s1"'), /'s1' is there twice/],
    ['shop.json', (t: string) => t.replace('"toMs"', '"until"'), /heats\[0\]/],
    ['shop.json', (t: string) => t.replace('stratocoat-shop', 'other'), /Format 'other'/],
  ])('%s that is broken refuses all of it, and says where', (name, change, why) =>
    expect(broken(name, change)).toMatch(why),
  );
  it('what is no zip, half a zip, or another zip is refused', () => {
    const zip = packFiles(writeShopFiles(SHOP));
    for (const bad of [new Uint8Array(0), new Uint8Array([1, 2, 3]), zip.slice(0, zip.length / 2)])
      expect(unpackFiles(bad).ok).toBe(false);
    const other = unpackFiles(packFiles(new Map([['notes.json', '{}']])));
    expect(other.ok && readShopFiles(other.value.files).ok).toBe(false);
  });
  const zip = packFiles(writeShopFiles(SHOP));
  /** Whether bytes are refused, or taken in as they left; a job that was damaged may be left out and named. */
  const isHonest = (bytes: Uint8Array): boolean => {
    const r = unpackFiles(bytes);
    if (!r.ok) return true;
    const read = readShopFiles(r.value.files, undefined, r.value.damaged);
    if (!read.ok) return true;
    const { shop, damaged } = read.value;
    const left = SHOP.jobs.filter((_, i) => !damaged.some((d) => d.startsWith(`jobs/00${i + 1}`)));
    return JSON.stringify(shop) === JSON.stringify({ ...shop, ...(plain({ ...SHOP, jobs: left }) as ShopFile) });
  };
  it('bits that flip, bytes that are cut: refused, or said, and never taken as something else', () => {
    fc.assert(
      fc.property(
        fc.array(fc.nat({ max: zip.length * 8 - 1 }), { minLength: 1, maxLength: 3 }),
        fc.option(fc.nat({ max: zip.length }), { nil: undefined, freq: 6 }),
        (bits, cut) => {
          const bent = zip.slice(0, cut);
          for (const b of bits) if (b >> 3 < bent.length) bent[b >> 3]! ^= 1 << (b & 7);
          expect(isHonest(bent)).toBe(true);
        },
      ),
      { numRuns: Number(process.env.FLIPS ?? 2000) },
    );
  });
  it('members that are dropped, doubled or swapped are noticed, also where the zip itself is whole', () => {
    const files = writeShopFiles(SHOP);
    const names = [...files.keys()];
    for (const name of names) {
      const less = new Map([...files].filter(([n]) => n !== name));
      const r = readShopFiles(less);
      if (name.startsWith('jobs/')) expect(r).toMatchObject({ ok: true, value: { damaged: [name] } });
      else expect(r.ok).toBe(false);
    }
    const [one, two] = names.filter((n) => n.startsWith('jobs/'));
    const swapped = new Map(files).set(one!, files.get(two!)!).set(two!, files.get(one!)!);
    expect(readShopFiles(swapped)).toMatchObject({ ok: true, value: { damaged: [one, two], shop: { jobs: [] } } });
    expect(readShopFiles(new Map([...files, ['jobs/003-more.json', files.get(one!)!]])).ok).toBe(false);
  });
  it('a file of before version 13 has no sums: it is read as before, and said to be unchecked', () => {
    const old = new Map([...writeShopFiles(SHOP)].filter(([n]) => n !== 'sums.json'));
    old.set('shop.json', (old.get('shop.json') ?? '').replace(/"version": \d+/, '"version": 12'));
    expect(readShopFiles(old)).toEqual(taken(SHOP, [], false));
  });
});

describe('the air that goes with a job', () => {
  const day = (from: number, n: number, everyMin: number) =>
    splitDays(
      Array.from({ length: n }, (_, i) => ({
        atMs: T0 + (from + i * everyMin) * 60_000,
        tempC: 15,
        rh: 0.5,
        source: 'logger' as const,
      })),
    );
  it('is that of its time, with the heats of the room and its own', () => {
    const heat = (id: string, jobId?: string) => ({
      id,
      kind: 'heater' as const,
      fromMs: T0,
      toMs: T0 + 1000,
      tempC: 20,
      ...(jobId && { jobId }),
    });
    const air = airOfJob(
      'job',
      [coated('epoxy-primer', 0)],
      day(-3000, 100, 60),
      [heat('room'), heat('mine', 'job'), heat('theirs', 'x')],
      T0 + 600_000,
    );
    expect(air.readings).toHaveLength(13);
    expect(air.heats.map((h) => h.id)).toEqual(['room', 'mine']);
    expect(parseJobAir(plain(air)).ok).toBe(true);
  });
  it('adds what this shop has not; of two of one moment the one by hand counts', () => {
    const own = day(0, 5, 60);
    const row = (min: number, source: 'hand' | 'logger' | 'file' = 'logger'): ReadingRow => [
      T0 + min * 60_000,
      10,
      0.4,
      source,
    ];
    const added = readingsToAdd([row(-45), row(-20), row(0, 'file'), row(60, 'hand'), row(90)], own);
    expect(added.map((r) => (r.atMs - T0) / 60_000)).toEqual([-45, -20, 60, 90]);
    expect(readingsToAdd([row(0)], [])).toHaveLength(1);
  });
  it('is refused row by row', () => {
    const rows = [
      [T0, 20, 0.5, 'logger'],
      [T0, 400, 0.5, 'logger'],
      [T0, 20, 0.5, 'guess'],
      [5, 20, 0.5, 'hand'],
      'junk',
    ];
    const r = parseJobAir({ readings: rows, heats: [] });
    expect(!r.ok && r.error.map((p) => p.path)).toEqual([1, 2, 3, 4].map((i) => `air.readings[${i}]`));
  });
});

describe('figures of a shop file', () => {
  const changed = (name: string, path: readonly (string | number)[], value: number): string => {
    const files = writeShopFiles(SHOP);
    const whole = JSON.parse(files.get(name) ?? '') as Record<string, unknown>;
    let at = whole as Record<string | number, unknown>;
    for (const key of path.slice(0, -1)) at = at[key] as Record<string | number, unknown>;
    at[path[path.length - 1] ?? ''] = value;
    const read = readShopFiles(withSums(new Map([...files, [name, JSON.stringify(whole)]])));
    return read.ok ? 'taken' : read.error.map((p) => p.path).join();
  };
  it.each([
    ['forecast', ['forecast', 'points', 0, 'tempC'], -60, 60],
    ['humidity', ['forecast', 'points', 0, 'rh'], 0, 1],
    ['rain', ['forecast', 'points', 0, 'rainMm'], 0, 500],
    ['bore', ['settings', 'rig', 'boreMm'], 0, 50],
    ['pressure', ['settings', 'rig', 'barG'], 0, 20],
    ['air of the rig', ['settings', 'rig', 'airM3Min'], 0, 100],
    ['rate', ['settings', 'rig', 'rate'], 0, 1000],
    ['rate by hand', ['settings', 'rig', 'handRate'], 0, 1000],
    ['humidity where nothing was read', ['settings', 'rh'], 0, 1],
    ['temperature where nothing was read', ['settings', 'tempC'], -30, 60],
    ['nights of the coldest month', ['settings', 'season', 'coldest', 'lowC'], -60, 60],
    ['days of the warmest month', ['settings', 'season', 'warmest', 'highC'], -60, 60],
    ['room of a place', ['settings', 'storage', 0, 'm2'], 0.01, 10_000],
    ['beginning of somebody’s hours', ['settings', 'people', 0, 'week', 0, 'fromMin'], 0, 1440],
    ['end of somebody’s hours', ['settings', 'people', 0, 'week', 0, 'toMin'], 0, 1440],
  ] as const)('%s is taken at both of its ends, and refused beyond them', (_, path, least, most) => {
    const by = (most - least) / 1000;
    expect([least, most].map((v) => changed('shop.json', path, v))).toEqual(['taken', 'taken']);
    for (const beyond of [least - by, most + by])
      expect(changed('shop.json', path, beyond)).toContain(String(path[path.length - 1]));
  });
});
