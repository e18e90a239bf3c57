import fc from 'fast-check';
import { keysOf } from '../keysOf';
import type { LogEvent, PlainEvent } from '../log/event';
import type { ShelfRecord } from '../log/shelf';
import { foldShelf } from '../stock/shelf';
import { foldLog } from '../strata/fold';
import { coated, ev, foundBare, JOB, products, T0 } from '../testing';
import { EXPOSURES, exposuresOf, safetyLog, safetyRows } from './safetyLog';

const MONTH = 30 * 86_400_000;
const log = (events: Parameters<typeof foldLog>[0], shelf: ShelfRecord[] = [], from = T0 - MONTH, until = T0 + MONTH) =>
  safetyLog([{ job: JOB, state: foldLog(events, products) }], foldShelf(shelf), products, from, until);
const shelfRecord = (r: object, i: number) =>
  ({ id: `s${i}`, atMs: T0, writtenMs: T0, ...r }) as unknown as ShelfRecord;

describe('what people were near', () => {
  it('a two-pack primer is near isocyanates and solvent, a waterborne base near mist, sanding near dust, a patch near fume', () => {
    expect(exposuresOf(coated('highbuild-2k', 0) as PlainEvent, products).sort()).toEqual(['isocyanate', 'solvent']);
    expect(exposuresOf(coated('base-water', 0) as PlainEvent, products)).toEqual(['mist']);
    const sanded = ev({ kind: 'sanded', grit: 180, tool: 'block', wet: false, removedUm: 10 });
    expect(exposuresOf(sanded as PlainEvent, products)).toEqual(['dust']);
    expect(exposuresOf(ev({ kind: 'repaired', treatment: 'patch', faultIds: [] }) as PlainEvent, products)).toContain(
      'fume',
    );
  });
  it('what is not known counts as what it may be: a product that is gone, a repair in words only, painting without an entry', () => {
    const gone = { ...coated('highbuild-2k', 0), productId: 'deleted' } as PlainEvent;
    expect(exposuresOf(gone, products).sort()).toEqual(['isocyanate', 'solvent']);
    expect(
      exposuresOf(ev({ kind: 'repaired', method: 'as the shop said', faultIds: [] }) as PlainEvent, products),
    ).toContain('fume');
    expect(exposuresOf(ev({ kind: 'worked', act: 'mix', workMin: 5 }) as PlainEvent, products)).toContain('isocyanate');
  });
  it('sanding alone calls for protection, and wears out no cartridge for vapour', () => {
    const sanded = ev({ kind: 'sanded', grit: 180, tool: 'block', wet: false, removedUm: 5, workMin: 30, who: 'A' });
    const [a] = log([foundBare(['lower', 'upper']), sanded]).people;
    expect([a!.nearMin, a!.vapourMin]).toEqual([30, 0]);
  });
  it('sanding two-pack before it is cured through is near isocyanates too, and weeks later it is not; a coat that nobody knows may react for ever', () => {
    const sandedAt = (min: number) => ({
      ...ev({ kind: 'sanded', grit: 500, tool: 'block', wet: false, removedUm: 5, workMin: 30, who: 'A' }),
      atMs: T0 + min * 60_000,
    });
    const near = (productId: string, min: number) =>
      log([
        foundBare(['lower', 'upper']),
        { ...coated('highbuild-2k', 10), productId, id: 'a' } as LogEvent,
        sandedAt(min),
      ]).people[0]!.minutes.isocyanate;
    expect(near('highbuild-2k', 24 * 60)).toBe(30);
    expect(near('highbuild-2k', 28 * 24 * 60)).toBe(0);
    expect(near('base-water', 24 * 60)).toBe(0);
    expect(near('deleted', 28 * 24 * 60)).toBe(30);
  });
  it('by hand: 40 min of two-pack and 30 min of sanding by A, 20 min of it by nobody who was named; one without a time', () => {
    const s = log([
      foundBare(['lower', 'upper']),
      { ...coated('highbuild-2k', 10), id: 'a', workMin: 40, who: 'A' },
      { ...coated('highbuild-2k', 40), id: 'b', workMin: 20 },
      ev({ kind: 'sanded', grit: 180, tool: 'block', wet: false, removedUm: 5, workMin: 30, who: 'A' }),
      { ...coated('highbuild-2k', 80), id: 'c' },
    ]);
    expect(
      s.people.map((p) => [p.who, p.minutes.isocyanate, p.minutes.solvent, p.minutes.dust, p.nearMin, p.vapourMin]),
    ).toEqual([
      ['A', 40, 40, 30, 70, 40],
      [undefined, 20, 20, 0, 20, 20],
    ]);
    expect(s.untimed).toBe(1);
    expect(safetyRows(s)).toContainEqual(['Isocyanates', 'A', '40', 'min']);
  });
  it('what was struck out does not count, and nothing outside of the span', () => {
    const events = [
      foundBare(['lower', 'upper']),
      { ...coated('highbuild-2k', 10), id: 'a', workMin: 40 },
      { ...ev({ kind: 'voided', targetId: 'a' }), zoneIds: [] },
    ];
    expect(log(events as never).people).toEqual([]);
    expect(log(events.slice(0, 2) as never, [], T0 + MONTH, T0 + 2 * MONTH).people).toEqual([]);
  });
  it('waste by bin, and solvent by the products’ figures', () => {
    const paint = products('highbuild-2k')!;
    const part = paint.parts[0]!;
    const s = log(
      [],
      [
        shelfRecord(
          {
            kind: 'mixed',
            batchId: 'm',
            no: 1,
            productId: paint.id,
            pours: [{ holds: { what: 'part', productId: paint.id, part: 0 }, massG: 1000 }],
          },
          1,
        ),
        shelfRecord({ kind: 'wasted', batchId: 'm', amount: 120, why: 'potLife' }, 2),
        shelfRecord({ kind: 'wasted', batchId: 'm', amount: 60, why: 'washing' }, 3),
      ],
    );
    expect(s.waste).toMatchObject({ set: 120, wash: 60, liquid: 0 });
    expect(s.vocG).toBeCloseTo(part.vocGL / part.densityKgL, 6);
  });
  it('two halves of a month make the month', () =>
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.integer({ min: 0, max: 20_000 }), fc.integer({ min: 1, max: 300 })), { maxLength: 8 }),
        fc.integer({ min: 0, max: 20_000 }),
        (drawn, cutMin) => {
          const events = [
            foundBare(['lower', 'upper']),
            ...drawn.map(([at, workMin], i) => ({ ...coated('highbuild-2k', at), id: `c${i}`, workMin })),
          ];
          const sum = (from: number, until: number) =>
            log(events, [], from, until).people.reduce(
              (n, p) => n + keysOf(EXPOSURES).reduce((m, x) => m + p.minutes[x], 0),
              0,
            );
          const cut = T0 + cutMin * 60_000;
          expect(sum(T0, cut) + sum(cut, T0 + MONTH)).toBe(sum(T0, T0 + MONTH));
        },
      ),
      { numRuns: 50 },
    ));
});
