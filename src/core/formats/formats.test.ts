import fc from 'fast-check';
import { SHIPPED_PRODUCTS } from '../library/shipped';
import { anyLog, ev, foundBare, JOB, T0 } from '../testing';
import type { LogEvent } from '../log/event';
import { MAX_FILE_BYTES, parseJob, readJobFile, writeJobFile } from './jobFile';
import { readJobText } from './readText';
import { shiftTo } from './shift';
import { readRecord } from './migrate';
import { FORMAT_VERSION } from './version';
import v1 from './fixtures/job-v1.json';

const COAT = ev({
  kind: 'coated',
  id: 'c',
  productId: 'highbuild-2k',
  coats: 1,
  filmUm: 60,
  application: 'lowPressureGun',
  air: { tempC: 18, rh: 0.6 },
});
const good = () =>
  JSON.parse(JSON.stringify(writeJobFile(JOB, [foundBare(), COAT], SHIPPED_PRODUCTS, T0))) as Record<string, never>;

describe('the job file', () => {
  it('is lossless both ways', () => {
    fc.assert(
      fc.property(anyLog, (events) => {
        const known = new Set(events.map((e) => e.id));
        const whole = events.filter((e) => !('targetId' in e) || known.has(e.targetId));
        const file = writeJobFile(JOB, whole, SHIPPED_PRODUCTS, T0);
        const read = readJobText(JSON.stringify(file, null, 1));
        expect(read).toEqual({ ok: true, value: JSON.parse(JSON.stringify(file)) });
      }),
      { numRuns: 50 },
    );
  });

  it('carries only the products that the log speaks of', () =>
    expect(writeJobFile(JOB, [foundBare(), COAT], SHIPPED_PRODUCTS, T0).products.map((p) => p.id)).toEqual([
      'highbuild-2k',
    ]));

  it('reads version 1: total film and humidity in per cent', () => {
    const read = readJobFile(v1);
    expect(read.ok).toBe(true);
    const coat = read.ok ? read.value.events.find((e) => e.kind === 'coated') : undefined;
    expect(coat).toMatchObject({ coats: 2, filmUm: 55, air: { tempC: 19, rh: 0.58 } });
  });
  it.each([2, 3, 4, 5, 6, 7])('reads version %i, to which later ones only added', (version) => {
    const file = { ...writeJobFile(JOB, [foundBare(), COAT], SHIPPED_PRODUCTS, T0), version };
    const read = readJobFile(JSON.parse(JSON.stringify(file)));
    expect(read.ok && [read.value.version, read.value.events.length]).toEqual([FORMAT_VERSION, 2]);
  });
  it('migrates what stands inside a correction too', () => {
    const event = { kind: 'replaced', by: { kind: 'coated', coats: 2, totalUm: 100 } };
    expect(readRecord('event', JSON.stringify({ v: 1, event })).event).toEqual({
      kind: 'replaced',
      by: { kind: 'coated', coats: 2, filmUm: 50 },
    });
  });

  it.each([
    [{ x: 1 }, /outline\[1\]\.y: Corner is missing/],
    [{ x: 1, y: '2' }, /outline\[1\]\.y: Corner: a number is needed/],
    [{ x: NaN, y: 2 }, /outline\[1\]\.x: Corner: a number is needed/],
    [{ x: 1, y: 30_000 }, /outline\[1\]\.y: Corner must be between −20000 and 20000\smm/],
    [{ x: 1, y: 2, z: 3 }, /outline\[1\]: Corner has a field that is not known: z/],
    [null, /outline\[1\]: Corner is missing/],
  ])('a corner %j of a zone is refused where it stands', (corner, why) => {
    const square = [{ x: 0, y: 0 }, corner, { x: 9, y: 9 }, { x: 0, y: 9 }];
    const job = { ...JOB, zones: JOB.zones.map((z, i) => (i === 1 ? { ...z, outline: square } : z)) };
    const r = parseJob(job);
    expect(r.ok ? 'taken' : r.error.map((p) => `${p.path}: ${String(p.message)}`).join()).toMatch(why);
  });
  it('the number of corners is bounded both ways', () => {
    const zone = (outline: unknown) => ({ ...JOB, zones: JOB.zones.map((z) => ({ ...z, outline })) });
    const round = (n: number) => Array.from({ length: n }, (_, i) => ({ x: Math.cos(i) * 100, y: Math.sin(i) * 100 }));
    for (const bad of [round(2), round(401), 'square']) expect(parseJob(zone(bad)).ok).toBe(false);
    for (const good of [round(3), round(400), undefined]) expect(parseJob(zone(good)).ok).toBe(true);
  });

  /** Each damage, and what the refusal must name. */
  const damages: [string, (f: Record<string, never>) => unknown, RegExp][] = [
    ['another format', (f) => ({ ...f, format: 'csv' }), /not a Stratocoat job/],
    ['a version of the future', (f) => ({ ...f, version: 99 }), /version 99/],
    ['no version', ({ version: _, ...f }) => f, /version of the file is missing/],
    ['an unknown kind', (f) => put(f, ['events', 1, 'kind'], 'teleported'), /teleported.*events\[1\]\.kind/],
    ['an id twice', (f) => put(f, ['events', 1, 'id'], at(f, ['events', 0, 'id'])), /there twice.*events\[1\]\.id/],
    ['a missing field', (f) => put(f, ['events', 1, 'filmUm'], undefined), /Film is missing.*events\[1\]\.filmUm/],
    [
      'a zone that is not in the job',
      (f) => put(f, ['events', 1, 'zoneIds'], ['attic']),
      /attic.*events\[1\]\.zoneIds/,
    ],
    ['a product that is not in the file', (f) => put(f, ['products'], []), /highbuild-2k.*not in the file/],
    ['an absurd area', (f) => put(f, ['job', 'zones', 0, 'areaCm2'], -3), /Area.*job\.zones\[0\]\.areaCm2/],
    [
      'a ratio of nothing',
      (f) => put(f, ['products', 0, 'parts', 0, 'parts'], 0),
      /Ratio.*products\[0\]\.parts\[0\]\.parts/,
    ],
    ['events that are no list', (f) => put(f, ['events'], 'none'), /Events are missing/],
    ['a field nobody knows', (f) => ({ ...f, extra: 1 }), /extra/],
    ['a zone on no panel', (f) => put(f, ['job', 'zones', 0, 'panelId'], 'gone'), /not in the job.*job\.zones\[0\]/],
  ];
  it.each(damages)('is refused whole with %s', (_, damage, says) => {
    const text = JSON.stringify(damage(good()), null, 1);
    const read = readJobText(text);
    expect(read.ok).toBe(false);
    expect(!read.ok && read.error.map((p) => `${String(p.message)} (${p.path})`).join('\n')).toMatch(says);
  });
  it('names the line', () => {
    const text = JSON.stringify(put(good(), ['events', 1, 'coats'], 0), null, 1);
    const read = readJobText(text);
    const line = !read.ok ? read.error[0]!.line! : 0;
    expect(text.split('\n')[line - 1]).toMatch(/"?coats"?: 0|^\s*0/);
  });
  it('refuses what is cut short, with the line', () => {
    const read = readJobText(JSON.stringify(good(), null, 1).slice(0, 400));
    expect(!read.ok && read.error[0]!.message).toMatch(/not whole JSON/);
    expect(!read.ok && read.error[0]!.line).toBeGreaterThan(3);
  });
  it('refuses 150 MB of junk by its size, and junk that is small by its form', () => {
    const big = readJobText('', 150_000_000);
    expect(!big.ok && big.error[0]!.message).toMatch(/150 MB/);
    expect(MAX_FILE_BYTES).toBeLessThan(150_000_000);
    expect(readJobText('\u0000\u0001 junk').ok).toBe(false);
    expect(readJobText('null').ok).toBe(false);
    expect(readJobText('{"__proto__":{"format":"stratocoat-job"}}').ok).toBe(false);
  });
});

describe('moving a job in time', () => {
  const DAY = 86_400_000;
  const file = writeJobFile(
    JOB,
    [
      ev({ kind: 'cleaned', id: 'old', atMin: -3 * 1440, productId: 'cleaner-metal' }),
      ev({ kind: 'cleaned', id: 'new', atMin: -30, productId: 'cleaner-metal' }),
    ],
    SHIPPED_PRODUCTS,
    T0,
  );
  it('keeps what is recent at its distance, and what is old at its time of day', () => {
    fc.assert(
      fc.property(fc.integer({ min: -400 * DAY, max: 400 * DAY }), fc.constantFrom(-600, -60, 0, 300), (by, zone) => {
        const moved = shiftTo(file, T0 + by, zone);
        const [old, recent] = moved.events as [LogEvent, LogEvent];
        expect(recent.atMs).toBe(T0 + by - 30 * 60_000);
        expect((((old.atMs - zone * 60_000 - T0) % DAY) + DAY) % DAY).toBe(0);
        expect(old.atMs).toBeLessThan(recent.atMs);
      }),
    );
  });
});

type Path = (string | number)[];
function at(o: unknown, path: Path): unknown {
  return path.reduce<unknown>((x, k) => (x as Record<string | number, unknown>)[k], o);
}
function put<T>(o: T, path: Path, value: unknown): T {
  const holder = at(o, path.slice(0, -1)) as Record<string | number, unknown>;
  holder[path[path.length - 1]!] = value;
  return o;
}
