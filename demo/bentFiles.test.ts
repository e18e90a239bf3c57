/** @jest-environment node */
import fc from 'fast-check';
import van from './bread-van.json';
import { airAt } from '../src/core/air/history';
import { SHIPPED_PRODUCTS } from '../src/core/library/shipped';
import { lookupIn } from '../src/core/library/library';
import { zoneFacts } from '../src/core/log/job';
import { foldLog } from '../src/core/strata/fold';
import { readClimateCsv, writeClimateCsv } from '../src/core/formats/climateCsv';
import { readHeightsCsv } from '../src/core/formats/heightsCsv';
import { writeJobFile } from '../src/core/formats/jobFile';
import { readJobText } from '../src/core/formats/readText';

/** How many files are bent: few with every test, ten thousand in `npm run torture`. */
const FILES = Number(process.env.FUZZ ?? 300);
/** No file holds anybody up for longer, ms. */
const AT_MOST_MS = 1000;

type Json = null | boolean | number | string | Json[] | { [k: string]: Json };

/** A job with a little of everything. */
const whole = (() => {
  const f = JSON.parse(JSON.stringify(van)) as { events: { kind: string }[] };
  const seen = new Map<string, number>();
  const first = f.events.filter((e) => {
    const n = (seen.get(e.kind) ?? 0) + 1;
    seen.set(e.kind, n);
    return n <= 3 && e.kind !== 'replaced' && e.kind !== 'voided';
  });
  return { ...f, events: first } as unknown as Json;
})();

const weird: fc.Arbitrary<Json> = fc.oneof(
  fc.constantFrom<Json>(
    null,
    true,
    '',
    0,
    -1,
    1e308,
    -1e308,
    1e-320,
    5e14,
    '\u0000',
    '../../x',
    '<b>',
    'a'.repeat(5000),
    [],
    {},
    [[]],
  ),
  fc.double({ noNaN: true }),
  fc.string({ maxLength: 30 }),
  fc.array(fc.integer(), { maxLength: 2000 }),
  fc.jsonValue({ maxDepth: 3 }) as fc.Arbitrary<Json>,
);

type How = 'put' | 'drop' | 'twice' | 'more' | 'nudge';

/** A little other than it was, so that it may still do. */
const nudged = (v: Json): Json =>
  typeof v === 'number' ? v * 1.01 : typeof v === 'boolean' ? !v : typeof v === 'string' ? `${v}x` : v;

/** Puts something else where a walk of some steps through the tree ends. */
function bend(tree: Json, walk: readonly number[], how: How, what: Json): Json {
  if (typeof tree !== 'object' || tree === null || walk.length === 0) return how === 'nudge' ? nudged(tree) : what;
  const [step = 0, ...rest] = walk;
  if (Array.isArray(tree)) {
    const i = tree.length ? step % tree.length : 0;
    if (rest.length > 0 && tree.length > 0) return tree.map((v, k) => (k === i ? bend(v, rest, how, what) : v));
    if (how === 'drop') return tree.filter((_, k) => k !== i);
    if (how === 'twice') return [...tree, ...(tree.length ? [tree[i]!] : [])];
    return how === 'more' ? [...tree, what] : tree.map((v, k) => (k === i ? (how === 'nudge' ? nudged(v) : what) : v));
  }
  const keys = Object.keys(tree);
  const key = keys[step % Math.max(1, keys.length)] ?? 'x';
  if (rest.length > 0) return { ...tree, [key]: bend(tree[key] ?? null, rest, how, what) };
  if (how === 'drop') return Object.fromEntries(Object.entries(tree).filter(([k]) => k !== key));
  return how === 'more'
    ? { ...tree, unknown: what }
    : { ...tree, [key]: how === 'nudge' ? nudged(tree[key] ?? null) : what };
}

const bentTree = fc
  .array(
    fc.tuple(
      fc.array(fc.nat({ max: 200 }), { minLength: 1, maxLength: 6 }),
      fc.constantFrom<How>('put', 'drop', 'twice', 'more', 'nudge', 'nudge', 'nudge', 'nudge'),
      weird,
    ),
    { minLength: 1, maxLength: 3 },
  )
  .map((bends) => JSON.stringify(bends.reduce((t, [walk, how, what]) => bend(t, walk, how, what), whole)));
const bentText = (text: string) =>
  fc
    .array(
      fc.tuple(
        fc.nat({ max: text.length - 1 }),
        fc.nat({ max: 12 }),
        fc.oneof(
          fc.string({ maxLength: 8 }),
          fc.constantFrom('[[[[', '9'.repeat(60), '\r\n', ';', ',', '"', '\uFEFF', '1e400'),
        ),
      ),
      { minLength: 1, maxLength: 4 },
    )
    .map((cuts) => cuts.reduce((t, [at, gone, put]) => t.slice(0, at) + put + t.slice(at + gone), text));

/** Reads something and holds it against the clock. */
function timely<T>(read: () => T): T {
  const t0 = performance.now();
  const r = read();
  expect(performance.now() - t0).toBeLessThan(AT_MOST_MS);
  return r;
}

describe('files that were bent on their way', () => {
  it('job files: nothing throws, nothing takes long, and what is taken can be shown and goes out again', () => {
    let taken = 0;
    fc.assert(
      fc.property(
        fc.oneof({ weight: 4, arbitrary: bentTree }, { weight: 1, arbitrary: bentText(JSON.stringify(whole)) }),
        (text) => {
          const r = timely(() => readJobText(text));
          if (!r.ok) return expect(r.error.length).toBeGreaterThan(0);
          taken++;
          const { job, events, products, exportedMs, air } = r.value;
          const lookup = lookupIn([...products, ...SHIPPED_PRODUCTS]);
          const state = foldLog(events, lookup, zoneFacts(job));
          for (const { strata } of state.zones.values())
            for (const l of strata?.layers ?? []) expect(Number.isFinite(l.filmUm) && l.filmUm > 0).toBe(true);
          const again = readJobText(JSON.stringify(writeJobFile(job, events, products, exportedMs, air)));
          expect(again.ok ? [] : again.error).toEqual([]);
        },
      ),
      { numRuns: FILES },
    );
    // Else it would only show that everything is refused.
    expect(taken).toBeGreaterThan(FILES / 20);
  });

  const climate = writeClimateCsv(
    Array.from({ length: 60 }, (_, i) => ({
      atMs: Date.UTC(2030, 0, 1) + i * 600_000,
      tempC: 15 + (i % 7),
      rh: 0.5,
      source: 'logger' as const,
    })),
  );
  it('readings: what is taken is real', () =>
    fc.assert(
      fc.property(bentText(climate), (text) => {
        const r = timely(() => readClimateCsv(text, Date.UTC(2030, 0, 3)));
        if (!r.ok) return;
        for (const x of r.value.readings)
          expect([x.atMs, x.tempC, x.rh].every(Number.isFinite) && x.rh >= 0 && x.rh <= 1).toBe(true);
        if (r.value.readings.length > 0)
          expect(Number.isFinite(airAt(r.value.readings, Date.UTC(2030, 0, 1)).tempC)).toBe(true);
        expect(
          readClimateCsv(writeClimateCsv(r.value.readings), Date.UTC(2030, 0, 3)).ok || r.value.readings.length === 0,
        ).toBe(true);
      }),
      { numRuns: FILES / 2 },
    ));
  it('heights: what is taken is real', () =>
    fc.assert(
      fc.property(
        bentText(
          [
            'x;y;height',
            ...Array.from({ length: 40 }, (_, i) => `${(i % 8) * 100};${Math.floor(i / 8) * 100};${-i / 40}`),
          ].join('\n'),
        ),
        (text) => {
          const r = timely(() => readHeightsCsv(text));
          if (r.ok)
            for (const p of r.value.rows)
              expect(Object.values(p).every((v) => typeof v === 'number' && Number.isFinite(v))).toBe(true);
        },
      ),
      { numRuns: FILES / 2 },
    ));
});
