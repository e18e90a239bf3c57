import fc from 'fast-check';
import { anyLog, ev, foundBare, products, T0 } from '../testing';
import { openFaults, totalFilmUm } from '../strata/types';
import { appendEvent, emptyJob, foldLog, type JobState } from './fold';

const plain = (s: JobState) => ({
  ...s,
  zones: [...s.zones].sort(([a], [b]) => (a < b ? -1 : 1)),
  corrections: s.corrections.map((c) => c.id).sort(),
  dead: [...s.dead].sort(),
});
const lower = (s: JobState) => s.zones.get('lower')?.strata;

describe('folding a log', () => {
  it('appending one by one equals folding all, whatever the order of arrival', () => {
    fc.assert(
      fc.property(anyLog, (events) => {
        const stepwise = events.reduce((s, e) => appendEvent(s, e, products), emptyJob());
        expect(plain(stepwise)).toEqual(plain(foldLog(events, products)));
      }),
      { numRuns: 400 },
    );
  });

  it('does not depend on the order of arrival', () => {
    fc.assert(
      fc.property(
        anyLog.chain((l) => fc.tuple(fc.constant(l), fc.shuffledSubarray(l, { minLength: l.length }))),
        ([a, b]) => {
          expect(plain(foldLog(b, products))).toEqual(plain(foldLog(a, products)));
        },
      ),
    );
  });

  it('undoing the last event brings back the strata from before it', () => {
    fc.assert(
      fc.property(anyLog, (events) => {
        const before = foldLog(events, products);
        const coat = ev({
          kind: 'coated',
          id: 'new',
          atMin: 50,
          productId: 'highbuild-2k',
          coats: 1,
          filmUm: 60,
          application: 'lowPressureGun',
          zoneIds: ['lower', 'upper'],
        });
        const undone = appendEvent(
          appendEvent(before, coat, products),
          ev({ kind: 'voided', id: 'undo', atMin: 51, zoneIds: [], targetId: 'new' }),
          products,
        );
        expect([...undone.zones].filter(([, z]) => z.strata)).toEqual(
          expect.arrayContaining([...before.zones].filter(([, z]) => z.strata)),
        );
      }),
    );
  });

  it('never makes negative or unreal thickness', () => {
    fc.assert(
      fc.property(anyLog, (events) => {
        for (const { strata } of foldLog(events, products).zones.values())
          for (const l of strata?.layers ?? []) expect(l.filmUm).toBeGreaterThan(0);
      }),
    );
  });

  it('folds by when it happened, not by when it was written down', () => {
    const coat = ev({
      kind: 'coated',
      atMin: 60,
      productId: 'highbuild-2k',
      coats: 2,
      filmUm: 60,
      application: 'lowPressureGun',
    });
    const forgotten = ev({
      kind: 'coated',
      atMin: 10,
      writtenMin: 90,
      productId: 'epoxy-primer',
      coats: 1,
      filmUm: 50,
      application: 'lowPressureGun',
    });
    const s = lower([foundBare(), coat, forgotten].reduce((x, e) => appendEvent(x, e, products), emptyJob()))!;
    expect(s.layers.map((l) => l.productId)).toEqual(['epoxy-primer', 'highbuild-2k']);
  });

  it('voiding a void brings the event back', () => {
    const coat = ev({
      kind: 'coated',
      id: 'c',
      atMin: 1,
      productId: 'epoxy-primer',
      coats: 1,
      filmUm: 50,
      application: 'lowPressureGun',
    });
    const undo = ev({ kind: 'voided', id: 'u', atMin: 2, zoneIds: [], targetId: 'c' });
    const redo = ev({ kind: 'voided', id: 'r', atMin: 3, zoneIds: [], targetId: 'u' });
    expect(lower(foldLog([foundBare(), coat, undo], products))!.layers).toHaveLength(0);
    expect(lower(foldLog([foundBare(), coat, undo, redo], products))!.layers).toHaveLength(1);
  });

  it('a replacement takes the place of what it corrects, and can itself be undone', () => {
    const coat = ev({
      kind: 'coated',
      id: 'c',
      atMin: 1,
      productId: 'epoxy-primer',
      coats: 1,
      filmUm: 50,
      application: 'lowPressureGun',
    });
    const by = ev({
      kind: 'coated',
      id: 'x',
      atMin: 1,
      productId: 'epoxy-primer',
      coats: 2,
      filmUm: 50,
      application: 'lowPressureGun',
      zoneIds: ['upper'],
    });
    const fix = ev({ kind: 'replaced', id: 'f', atMin: 5, zoneIds: [], targetId: 'c', by });
    const start = [foundBare(['lower', 'upper']), coat];
    const fixed = foldLog([...start, fix], products);
    expect(lower(fixed)!.layers).toHaveLength(0);
    expect(totalFilmUm(fixed.zones.get('upper')!.strata!)).toBe(100);
    const back = foldLog(
      [...start, fix, ev({ kind: 'voided', id: 'v', atMin: 6, zoneIds: [], targetId: 'f' })],
      products,
    );
    expect(totalFilmUm(lower(back)!)).toBe(50);
  });

  it('a zone whose finding was voided has no strata', () => {
    const found = foundBare();
    const s = foldLog([found, ev({ kind: 'voided', atMin: 1, zoneIds: [], targetId: found.id })], products);
    expect(lower(s)).toBeUndefined();
  });
});

describe('a zone cut out of another one', () => {
  const CUTS = [
    { zoneId: 'repair', from: 'lower', atMs: T0 + 10 * 60_000 },
    { zoneId: 'corner', from: 'repair', atMs: T0 + 20 * 60_000 },
  ];
  const sand = (atMin: number, zone: string, id: string) =>
    ev({ kind: 'sanded', id, atMin, zoneIds: [zone], grit: 180, tool: 'block', wet: false, removedUm: 1 });
  it('has what happened to that one until then, and goes its own way after', () => {
    const log = [
      foundBare(),
      sand(5, 'lower', 'a'),
      sand(15, 'repair', 'b'),
      sand(16, 'lower', 'c'),
      sand(30, 'corner', 'd'),
    ];
    const s = foldLog(log, products, CUTS);
    const ids = (z: string) =>
      s.zones
        .get(z)!
        .events.slice(1)
        .map((e) => e.id);
    expect(ids('lower')).toEqual(['a', 'c']);
    expect(ids('repair')).toEqual(['a', 'b']);
    expect(ids('corner')).toEqual(['a', 'b', 'd']);
    expect(s.zones.get('corner')!.strata!.substrate).toBe('steel');
  });
  it('loses what is struck out of the other one, too', () => {
    const s = appendEvent(
      foldLog([foundBare(), sand(5, 'lower', 'a')], products, CUTS),
      ev({ kind: 'voided', atMin: 40, zoneIds: [], targetId: 'a' }),
      products,
    );
    expect(s.zones.get('repair')!.events).toHaveLength(1);
  });
  it('appending one by one equals folding all', () => {
    const cuts = [{ zoneId: 'upper', from: 'lower', atMs: T0 + 5 * 60_000 }];
    fc.assert(
      fc.property(anyLog, (events) => {
        const stepwise = events.reduce((s, e) => appendEvent(s, e, products), emptyJob(cuts));
        expect(plain(stepwise)).toEqual(plain(foldLog(events, products, cuts)));
      }),
    );
  });
});

describe('a mark from before a zone was cut', () => {
  const square = (x: number) => [
    { x, y: 0 },
    { x: x + 100, y: 0 },
    { x: x + 100, y: 100 },
    { x, y: 100 },
  ];
  const cuts = [
    { zoneId: 'repair', from: 'lower', atMs: T0 + 10 * 60_000, outline: square(0) },
    {
      zoneId: 'corner',
      from: 'repair',
      atMs: T0 + 20 * 60_000,
      outline: square(0).map((p) => ({ x: p.x / 2, y: p.y / 2 })),
    },
  ];
  const mark = (id: string, x: number, atMin = 5) =>
    ev({ kind: 'marked', id, atMin, fault: 'dent', grade: 1, treatment: 'fill', at: { x, y: 10 } });
  const on = (s: JobState, z: string) => s.zones.get(z)?.strata?.faults.map((f) => f.id) ?? [];
  it('is on the innermost zone that holds it, and on no other; later ones stay where they were put', () => {
    const s = foldLog(
      [foundBare(), mark('beside', 300), mark('in', 80), mark('deep', 10), mark('late', 10, 30)],
      products,
      cuts,
    );
    expect([on(s, 'lower'), on(s, 'repair'), on(s, 'corner')]).toEqual([['beside', 'late'], ['in'], ['deep']]);
  });
  it('is on exactly one zone, also when it is appended late or struck out', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 250 }), fc.integer({ min: 1, max: 30 }), (x, atMin) => {
        const log = [foundBare(), mark('m', x, atMin)];
        const all = foldLog(log, products, cuts);
        const held = ['lower', 'repair', 'corner'].filter((z) => on(all, z).includes('m'));
        expect(held).toHaveLength(1);
        const stepwise = log.reduce((s, e) => appendEvent(s, e, products), emptyJob(cuts));
        expect(plain(stepwise)).toEqual(plain(all));
        const gone = appendEvent(all, ev({ kind: 'voided', atMin: 40, zoneIds: [], targetId: 'm' }), products);
        expect(['lower', 'repair', 'corner'].flatMap((z) => on(gone, z))).toEqual([]);
      }),
    );
  });
});

describe('marked faults', () => {
  const mark = (id: string) =>
    ev({ kind: 'marked', id, atMin: 1, fault: 'hole', grade: 2, treatment: 'patch', at: { x: 100, y: 50 } });
  const mend = ev({ kind: 'repaired', id: 'mend', atMin: 9, method: 'Patch', faultIds: ['one'] });
  it('stay open until a repair names them, and open again when that repair is struck out', () => {
    const s = foldLog([foundBare(), mark('one'), mark('two'), mend], products);
    expect(openFaults(lower(s)!).map((f) => f.id)).toEqual(['two']);
    const again = appendEvent(s, ev({ kind: 'voided', atMin: 10, zoneIds: [], targetId: 'mend' }), products);
    expect(openFaults(lower(again)!).map((f) => f.id)).toEqual(['one', 'two']);
  });
  it('keep their place and their figures', () =>
    expect(lower(foldLog([foundBare(), mark('one')], products))!.faults[0]!.mark).toEqual({
      fault: 'hole',
      grade: 2,
      treatment: 'patch',
      at: { x: 100, y: 50 },
    }));
});
