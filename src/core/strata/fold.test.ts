import fc from 'fast-check';
import { zoneFacts } from '../log/job';
import { anyLog, ev, foundBare, JOB, products, T0 } from '../testing';
import { openFaults, totalFilmUm } from './types';
import type { LogEvent } from '../log/event';
import {
  appendEvent,
  emptyJob,
  foldLog,
  foldWithFacts,
  foldWithLibrary,
  strataBefore,
  strataInPieces,
  type JobState,
} from './fold';

const plain = (s: JobState) => ({
  ...s,
  zones: [...s.zones].sort(([a], [b]) => (a < b ? -1 : 1)),
  corrections: s.corrections.map((c) => c.id).sort(),
  dead: [...s.dead].sort(),
});
const lower = (s: JobState) => s.zones.get('lower')?.strata;

it('an entry that cannot be folded is found where the strata are made ahead, and not before', () => {
  const odd = { ...foundBare(['lower']), kind: 'conjured', id: 'odd', atMs: T0 } as unknown as LogEvent;
  const state = foldLog([foundBare(['lower', 'upper']), odd], products);
  expect(() => [...strataInPieces(state, new Set(['lower']))]).not.toThrow();
  expect(() => [...strataInPieces(state, new Set())]).toThrow();
});

describe('folding a log', () => {
  it('other facts of the zones make of it what folding with those makes; air and zones that they leave alone stay', () => {
    fc.assert(
      fc.property(anyLog, fc.integer({ min: -60, max: 600 }), (events, cutMin) => {
        const before = foldLog(events, products);
        const facts = {
          cuts: [{ zoneId: 'corner', from: 'lower', atMs: T0 + cutMin * 60_000 }],
          thicknessUm: new Map([['upper', 1200]]),
        };
        const after = foldWithFacts(before, products, facts);
        expect(plain(after)).toEqual(plain(foldLog(events, products, facts)));
        expect(after.air).toBe(before.air);
        const had = before.zones.get('lower');
        if (had && after.zones.get('lower')!.events.length === had.events.length)
          expect(after.zones.get('lower')).toBe(had);
      }),
    );
  });

  it('another library makes of it what folding with that one makes, and leaves alone what it says nothing of', () => {
    const own = { ...products('epoxy-primer')!, name: 'Own epoxy' };
    const other = (id: string) => (id === own.id ? own : products(id));
    fc.assert(
      fc.property(anyLog, (events) => {
        const before = foldLog(events, products);
        const after = foldWithLibrary(before, products, other);
        expect(plain(after)).toEqual(plain(foldLog(events, other)));
        for (const [z, zone] of before.zones)
          if (!zone.events.some((e) => 'productId' in e && e.productId === own.id))
            expect(after.zones.get(z)).toBe(zone);
      }),
    );
  });

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

  describe('what was stripped down to a layer stays stripped when the entry of that layer is corrected', () => {
    const coat = (id: string, atMin: number, productId: string, coats = 1) =>
      ev({ kind: 'coated', id, atMin, productId, coats, filmUm: 50, application: 'lowPressureGun' });
    const start = [foundBare(), coat('e', 1, 'epoxy-primer'), coat('h', 2, 'highbuild-2k')];
    const strip = (to: string) => ev({ kind: 'stripped', id: 's', atMin: 3, to, method: 'abrasive' });
    const fix = (id: string, targetId: string, coats: number) =>
      ev({ kind: 'replaced', id, atMin: 5, zoneIds: [], targetId, by: coat(`by-${id}`, 1, 'epoxy-primer', coats) });
    const names = (log: LogEvent[]) => lower(foldLog(log, products))!.layers.map((l) => `${l.productId} ${l.coats}`);
    it('once, twice, and back again', () => {
      expect(names([...start, strip('e')])).toEqual(['epoxy-primer 1']);
      expect(names([...start, strip('e'), fix('f', 'e', 2)])).toEqual(['epoxy-primer 2']);
      expect(names([...start, strip('e'), fix('f', 'e', 2), fix('g', 'f', 3)])).toEqual(['epoxy-primer 3']);
      const undo = ev({ kind: 'voided', id: 'v', atMin: 7, zoneIds: [], targetId: 'g' });
      expect(names([...start, strip('e'), fix('f', 'e', 2), fix('g', 'f', 3), undo])).toEqual(['epoxy-primer 2']);
    });
    it('also where it was stripped after the correction, and that one was undone', () => {
      expect(names([...start, fix('f', 'e', 2), strip('f')])).toEqual(['epoxy-primer 2']);
      const undo = ev({ kind: 'voided', id: 'v', atMin: 7, zoneIds: [], targetId: 'f' });
      expect(names([...start, fix('f', 'e', 2), strip('f'), undo])).toEqual(['epoxy-primer 1']);
    });
    it('and a layer that was found, by its place in what was found', () => {
      const look = (id: string, um: number) =>
        ev({
          kind: 'found',
          id,
          atMin: -9,
          substrate: 'steel',
          thicknessUm: 800,
          layers: [
            { label: 'Works primer', family: 'epoxy', filmUm: um },
            { label: 'Old paint', family: 'oldCoating', filmUm: 90 },
          ],
        });
      const log = [look('l', 30), strip('l#0')];
      const corrected = ev({ kind: 'replaced', id: 'f', atMin: 5, zoneIds: [], targetId: 'l', by: look('x', 25) });
      const s = lower(foldLog([...log, corrected], products))!;
      expect(s.layers.map((l) => [l.label, l.filmUm])).toEqual([['Works primer', 25]]);
    });
    it('in whatever order the entries come in', () => {
      const log = [...start, strip('e'), fix('f', 'e', 2), fix('g', 'f', 3)];
      fc.assert(
        fc.property(fc.shuffledSubarray(log, { minLength: log.length }), (shuffled) => {
          const all = shuffled.reduce((s, e) => appendEvent(s, e, products), foldLog([], products));
          expect(lower(all)!.layers.map((l) => `${l.productId} ${l.coats}`)).toEqual(['epoxy-primer 3']);
        }),
      );
    });
    it('a ring of corrections ends', () => {
      const ring = [...start, strip('e'), fix('f', 'g', 2), fix('g', 'f', 3)];
      expect(names(ring)[0]).toMatch(/^epoxy-primer/);
    });
  });

  it('corrected again and again, an entry counts once, as it was written last', () => {
    const coat = (coats: number) =>
      ev({ kind: 'coated', id: 'c', atMin: 1, productId: 'epoxy-primer', coats, filmUm: 50, application: 'brush' });
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 1, max: 9 }), { minLength: 1, maxLength: 6 }),
        fc.nat(6),
        (all, undone) => {
          const fixes = all.map((coats, i) =>
            ev({
              kind: 'replaced',
              id: `r${i}`,
              atMin: 10 + i,
              zoneIds: [],
              targetId: i === 0 ? 'c' : `r${i - 1}`,
              by: { ...coat(coats), id: `b${i}` },
            }),
          );
          // The last ones are undone one by one.
          const back = Math.min(undone, all.length);
          const undos = fixes
            .slice(all.length - back)
            .reverse()
            .map((f, i) => ev({ kind: 'voided', atMin: 50 + i, zoneIds: [], targetId: f.id }));
          const log = [foundBare(), coat(1), ...fixes, ...undos];
          const want = [1, ...all][all.length - back];
          expect(lower(foldLog(log, products))!.layers.map((l) => l.coats)).toEqual([want]);
          const stepwise = log.reduce((s, e) => appendEvent(s, e, products), emptyJob());
          expect(lower(stepwise)!.layers.map((l) => l.coats)).toEqual([want]);
        },
      ),
    );
  });

  it('what was on a zone at a moment, with and without one entry', () => {
    const at = (atMin: number, without?: string) =>
      strataBefore(
        foldLog(
          [
            foundBare(),
            ev({
              kind: 'coated',
              id: 'c',
              atMin: 1,
              productId: 'epoxy-primer',
              coats: 1,
              filmUm: 50,
              application: 'lowPressureGun',
            }),
            ev({ kind: 'stripped', atMin: 9, to: 'substrate', method: 'abrasive' }),
          ],
          products,
        ),
        'lower',
        T0 + atMin * 60_000,
        products,
        without,
      )?.layers.length;
    expect([at(-2000), at(0), at(5), at(5, 'c'), at(10)]).toEqual([undefined, 0, 1, 0, 0]);
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
    const s = foldLog(log, products, { cuts: CUTS });
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
      foldLog([foundBare(), sand(5, 'lower', 'a')], products, { cuts: CUTS }),
      ev({ kind: 'voided', atMin: 40, zoneIds: [], targetId: 'a' }),
      products,
    );
    expect(s.zones.get('repair')!.events).toHaveLength(1);
  });
  it('appending one by one equals folding all', () => {
    const cuts = [{ zoneId: 'upper', from: 'lower', atMs: T0 + 5 * 60_000 }];
    fc.assert(
      fc.property(anyLog, (events) => {
        const stepwise = events.reduce((s, e) => appendEvent(s, e, products), emptyJob({ cuts }));
        expect(plain(stepwise)).toEqual(plain(foldLog(events, products, { cuts })));
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
      { cuts },
    );
    expect([on(s, 'lower'), on(s, 'repair'), on(s, 'corner')]).toEqual([['beside', 'late'], ['in'], ['deep']]);
  });
  it('is on exactly one zone, also when it is appended late or struck out', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 250 }), fc.integer({ min: 1, max: 30 }), (x, atMin) => {
        const log = [foundBare(), mark('m', x, atMin)];
        const all = foldLog(log, products, { cuts });
        const held = ['lower', 'repair', 'corner'].filter((z) => on(all, z).includes('m'));
        expect(held).toHaveLength(1);
        const stepwise = log.reduce((s, e) => appendEvent(s, e, products), emptyJob({ cuts }));
        expect(plain(stepwise)).toEqual(plain(all));
        const gone = appendEvent(all, ev({ kind: 'voided', atMin: 40, zoneIds: [], targetId: 'm' }), products);
        expect(['lower', 'repair', 'corner'].flatMap((z) => on(gone, z))).toEqual([]);
      }),
    );
  });
});

describe('a repair of a mark on a zone whose outline was drawn anew', () => {
  const square = (at: number) => [
    { x: at, y: 0 },
    { x: at + 100, y: 0 },
    { x: at + 100, y: 100 },
    { x: at, y: 100 },
  ];
  const cutAt = (x: number) => [{ zoneId: 'spot', from: 'lower', atMs: T0 + 10 * 60_000, outline: square(x) }];
  const mark = (id: string, x: number, atMin = 5) =>
    ev({ kind: 'marked', id, atMin, fault: 'dent', grade: 1, treatment: 'fill', at: { x, y: 10 } });
  const mend = (id: string, zone: string, atMin: number, faultIds: string[]) =>
    ev({ kind: 'repaired', id, atMin, zoneIds: [zone], method: 'Fill', faultIds });
  const open = (s: JobState, z: string) =>
    (s.zones.get(z)?.strata ? openFaults(s.zones.get(z)!.strata!) : []).map((f) => f.id);

  it('holds, although the mark has come to lie on the other zone', () => {
    const log = [foundBare(), mark('m', 150), mend('r', 'lower', 20, ['m'])];
    // It lay beside the spot; then the spot was drawn anew over it.
    expect(open(foldLog(log, products, { cuts: cutAt(0) }), 'lower')).toEqual([]);
    const anew = foldLog(log, products, { cuts: cutAt(100) });
    expect(anew.zones.get('spot')!.strata!.faults.map((f) => f.id)).toEqual(['m']);
    expect(open(anew, 'spot')).toEqual([]);
    expect(open(anew, 'lower')).toEqual([]);
  });
  it('and is open again on both when the repair is struck out', () => {
    const log = [foundBare(), mark('m', 150), mend('r', 'lower', 20, ['m'])];
    const s = appendEvent(
      foldLog(log, products, { cuts: cutAt(100) }),
      ev({ kind: 'voided', atMin: 30, zoneIds: [], targetId: 'r' }),
      products,
    );
    expect([open(s, 'spot'), open(s, 'lower')]).toEqual([['m'], []]);
  });
  it('appending one by one equals folding all, in any order of arrival', () => {
    const act = fc.oneof(
      fc.record({
        do: fc.constant('mark' as const),
        n: fc.nat(2),
        x: fc.integer({ min: 0, max: 250 }),
        at: fc.nat(30),
      }),
      fc.record({
        do: fc.constant('mend' as const),
        zone: fc.constantFrom('lower', 'spot'),
        named: fc.subarray(['m0', 'm1', 'm2'], { minLength: 1 }),
        at: fc.nat(30),
      }),
      fc.record({ do: fc.constant('strike' as const), of: fc.nat(12), at: fc.nat(30) }),
      fc.record({
        do: fc.constant('fix' as const),
        of: fc.nat(12),
        x: fc.integer({ min: 0, max: 250 }),
        at: fc.nat(30),
      }),
    );
    fc.assert(
      fc.property(fc.array(act, { maxLength: 10 }), fc.integer({ min: 0, max: 200 }), (acts, x) => {
        const log = [
          foundBare(),
          ...acts.map((a, i) =>
            a.do === 'mark'
              ? mark(`m${a.n}`, a.x, a.at)
              : a.do === 'mend'
                ? mend(`e${i}`, a.zone, a.at, a.named)
                : ev({
                    ...(a.do === 'strike' ? { kind: 'voided' } : { kind: 'replaced', by: mark('by', a.x, a.at) }),
                    id: `e${i}`,
                    atMin: a.at,
                    writtenMin: 40 + i,
                    zoneIds: [],
                    targetId: a.of % 2 ? `e${a.of % 10}` : `m${a.of % 3}`,
                  }),
          ),
        ];
        const ids = new Set<string>();
        const once = log.filter((e) => !ids.has(e.id) && ids.add(e.id));
        const stepwise = once.reduce((s, e) => appendEvent(s, e, products), emptyJob({ cuts: cutAt(x) }));
        expect(plain(stepwise)).toEqual(plain(foldLog(once, products, { cuts: cutAt(x) })));
      }),
      { numRuns: 400 },
    );
  });
});

describe('the thickness of a panel', () => {
  it('is what the job says of it now, also where it was put right after the finding', () => {
    const log = [foundBare(['lower', 'bonnet']), ev({ kind: 'cleaned', atMin: 5, productId: 'cleaner-metal' })];
    const facts = (um: number) => zoneFacts({ ...JOB, panels: JOB.panels.map((p) => ({ ...p, thicknessUm: um })) });
    const um = (s: JobState) => ['lower', 'bonnet'].map((z) => s.zones.get(z)!.strata!.substrateUm);
    expect(um(foldLog(log, products))).toEqual([800, 800]);
    expect(um(foldLog(log, products, zoneFacts(JOB)))).toEqual([800, 1000]);
    expect(um(foldLog(log, products, facts(2000)))).toEqual([2000, 2000]);
    expect(um(log.reduce((s, e) => appendEvent(s, e, products), emptyJob(facts(2000))))).toEqual([2000, 2000]);
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
  it('stay dealt with when they are put right, before the repair or after it', () => {
    const fix = (atMin: number) => {
      const { id: _, ...by } = mark('one');
      return ev({ kind: 'replaced', id: 'fix', atMin, zoneIds: [], targetId: 'one', by: { ...by, grade: 3 } });
    };
    const start = [foundBare(), mark('one')];
    const named = ev({ kind: 'repaired', id: 'mend2', atMin: 12, method: 'Patch', faultIds: ['fix'] });
    for (const log of [
      [...start, mend, fix(20)],
      [...start, fix(5), mend],
      [...start, fix(5), named],
    ]) {
      const s = foldLog(log, products);
      expect(lower(s)!.faults.map((f) => f.mark?.grade)).toEqual([3]);
      expect(openFaults(lower(s)!)).toEqual([]);
      expect(plain(log.reduce((x, e) => appendEvent(x, e, products), emptyJob()))).toEqual(plain(s));
    }
  });
  it('keep their place and their figures', () =>
    expect(lower(foldLog([foundBare(), mark('one')], products))!.faults[0]!.mark).toEqual({
      fault: 'hole',
      grade: 2,
      treatment: 'patch',
      at: { x: 100, y: 50 },
    }));
});

describe('air that was written with entries', () => {
  const read = (id: string, atMin: number, tempC: number) =>
    ev({ kind: 'cleaned', id, atMin, productId: 'cleaner-metal', air: { tempC, rh: 0.5 } });
  const airOf = (s: ReturnType<typeof foldLog>) => s.air.map((p) => [(p.atMs - T0) / 60_000, p.tempC]);
  it('is by time, one a moment, the last written', () =>
    expect(airOf(foldLog([foundBare(), read('b', 20, 12), read('a', 10, 11), read('c', 20, 13)], products))).toEqual([
      [10, 11],
      [20, 13],
    ]));
  it('grows entry by entry to the same, also where an entry is struck out, comes back, or shares its moment', () => {
    const moments = fc.array(
      fc.record({ at: fc.nat(6), tempC: fc.integer({ min: -5, max: 30 }), strikes: fc.option(fc.nat(7)) }),
      {
        maxLength: 9,
      },
    );
    fc.assert(
      fc.property(moments, fc.array(fc.nat(), { minLength: 9, maxLength: 9 }), (rows, keys) => {
        const events = rows.map(({ at, tempC, strikes }, i) =>
          strikes === null
            ? read(`m${i}`, at, tempC)
            : ev({ kind: 'voided', id: `m${i}`, atMin: at, zoneIds: [], targetId: `m${strikes}` }),
        );
        const shuffled = events.map((e, i) => ({ e, key: keys[i] ?? 0 })).sort((a, b) => a.key - b.key);
        const first = foldLog([foundBare()], products);
        const grown = shuffled.reduce((s, { e }) => appendEvent(s, e, products), first);
        expect(airOf(grown)).toEqual(airOf(foldLog([...first.events, ...events], products)));
      }),
      { numRuns: 300 },
    );
  });
});
