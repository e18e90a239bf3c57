import fc from 'fast-check';
import { SHIPPED_PRODUCTS } from '../library/shipped';
import { coated, foundBare, JOB, T0 } from '../testing';
import { writeJobFile } from './jobFile';
import { parseJobAir } from './jobAir';
import { airOfJob, readingsToAdd } from './readingRow';
import { splitDays } from '../air/days';
import { readShopFiles, writeShopFiles, type ShopFile } from './shopFile';
import { DEFAULT_SETTINGS } from './settings';
import { packFiles, unpackFiles } from './zip';

const LOG = [foundBare(), coated('highbuild-2k', 0)];
const SHOP: ShopFile = {
  exportedMs: T0,
  settings: {
    ...DEFAULT_SETTINGS,
    shopName: 'Quay workshop',
    rig: { boreMm: 6, barG: 5, airM3Min: 2, rate: 8, handRate: 1, media: 'Garnet' },
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

describe('the shop in one file', () => {
  it('comes back as it went, through a zip', () => {
    const unpacked = unpackFiles(packFiles(writeShopFiles(SHOP)));
    if (!unpacked.ok) throw new Error(unpacked.error);
    expect([...unpacked.value.keys()]).toEqual([
      'shop.json',
      'air.json',
      'shelf.json',
      'jobs/001-test-job.json',
      'jobs/002-zwei-3-4.json',
    ]);
    expect(readShopFiles(unpacked.value)).toEqual({ ok: true, value: plain(SHOP) });
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
    expect(readShopFiles(writeShopFiles(empty))).toEqual({ ok: true, value: plain(empty) });
  });
  const broken = (name: string, change: (text: string) => string) => {
    const files = writeShopFiles(SHOP);
    files.set(name, change(files.get(name)!));
    const r = readShopFiles(files);
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
    expect(other.ok && readShopFiles(other.value).ok).toBe(false);
  });
  it('bytes that were changed on their way never throw', () => {
    const zip = packFiles(writeShopFiles(SHOP));
    fc.assert(
      fc.property(fc.nat({ max: zip.length - 1 }), fc.nat({ max: 255 }), (at, byte) => {
        const bent = zip.slice();
        bent[at] = byte;
        const r = unpackFiles(bent);
        if (r.ok) readShopFiles(r.value);
      }),
      { numRuns: 60 },
    );
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
  it('adds only what this shop knows nothing of', () => {
    const own = day(0, 5, 60);
    const row = (min: number): [number, number, number, 'logger'] => [T0 + min * 60_000, 10, 0.4, 'logger'];
    const added = readingsToAdd([row(-45), row(-20), row(10), row(90), row(300)], own);
    expect(added.map((r) => (r.atMs - T0) / 60_000)).toEqual([-45, 300]);
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
    const read = readShopFiles(new Map([...files, [name, JSON.stringify(whole)]]));
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
  ] as const)('%s is taken at both of its ends, and refused beyond them', (_, path, least, most) => {
    const by = (most - least) / 1000;
    expect([least, most].map((v) => changed('shop.json', path, v))).toEqual(['taken', 'taken']);
    for (const beyond of [least - by, most + by])
      expect(changed('shop.json', path, beyond)).toContain(String(path[path.length - 1]));
  });
});
