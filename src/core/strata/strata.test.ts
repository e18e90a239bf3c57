import fc from 'fast-check';
import { foldLog } from './fold';
import type { LogEvent } from '../log/event';
import { coated, ev, foundBare, products, T0 } from '../testing';
import { readingDoubt } from './measure';
import { removeFromTop } from './remove';
import { leftFaults, openFaults, totalFilmUm, type Layer, type Strata } from './types';
import { openSpots } from './spots';

const strata = (...events: LogEvent[]): Strata =>
  foldLog([foundBare(), ...events], products).zones.get('lower')!.strata!;
const coat = (atMin: number, productId: string, coats = 1, filmUm = 50, more = {}) =>
  ev({ kind: 'coated', atMin, productId, coats, filmUm, application: 'lowPressureGun', ...more });
const sand = (atMin: number, removedUm: number, grit = 400, more = {}) =>
  ev({ kind: 'sanded', atMin, grit, tool: 'block', wet: false, removedUm, ...more });

describe('strata', () => {
  it('coats of one product wet on wet are one layer; after sanding it is a new one', () => {
    const s = strata(coat(0, 'highbuild-2k'), coat(20, 'highbuild-2k'), sand(300, 20), coat(400, 'highbuild-2k'));
    expect(s.layers.map((l) => [l.coats, l.filmUm])).toEqual([
      [2, 80],
      [1, 50],
    ]);
  });

  it('two colours of one base are two layers', () => {
    expect(
      strata(
        coat(0, 'base-solvent', 1, 8, { colourHex: '#112233' }),
        coat(20, 'base-solvent', 1, 8, { colourHex: '#445566' }),
      ).layers,
    ).toHaveLength(2);
  });

  it('sanding takes off the top and can expose what is below, down to metal', () => {
    const stack = [coat(0, 'epoxy-primer', 1, 50), coat(60, 'highbuild-2k', 1, 60)];
    const through = strata(...stack, sand(400, 70));
    expect(through.layers.map((l) => [l.productId, l.filmUm])).toEqual([['epoxy-primer', 40]]);
    expect(through.surface.exposes).toBe(through.layers[0]!.id);
    expect(strata(...stack, sand(400, 500)).surface).toMatchObject({ exposes: 'substrate', scratch: { grit: 400 } });
  });

  it('spots sanded through have their own stack; the next coat over all closes them', () => {
    const stack = [coat(0, 'epoxy-primer'), coat(60, 'highbuild-2k'), sand(400, 10, 400, { spotsThrough: true })];
    const through = strata(...stack);
    expect(openSpots(through).map((x) => x.surface.exposes)).toEqual([through.layers[0]!.id]);
    expect(openSpots(strata(...stack, coat(500, 'base-solvent')))).toEqual([]);
  });

  it('taking off is never more than there is, and adds up', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 1, max: 500, noNaN: true }), { maxLength: 8 }),
        fc.double({ min: 0, max: 3000, noNaN: true }),
        (films, off) => {
          const layers = films.map((filmUm, i) => ({ id: String(i), filmUm }) as Layer);
          const sum = (ls: Layer[]) => ls.reduce((t, l) => t + l.filmUm, 0);
          const left = sum(removeFromTop(layers, off).layers);
          expect(left).toBeLessThanOrEqual(sum(layers));
          // A rest under half a micrometre counts as gone, once for every layer passed.
          expect(Math.abs(left - Math.max(0, sum(layers) - off))).toBeLessThanOrEqual(0.5 * films.length + 1e-9);
        },
      ),
    );
  });

  it('stripping goes to a layer or to the substrate', () => {
    const stack = [
      ev({
        kind: 'coated',
        id: 'e',
        atMin: 0,
        productId: 'epoxy-primer',
        coats: 1,
        filmUm: 50,
        application: 'lowPressureGun',
      }),
      coat(60, 'highbuild-2k'),
    ];
    expect(
      strata(...stack, ev({ kind: 'stripped', atMin: 90, to: 'e', method: 'sander', grit: 180 })).layers,
    ).toHaveLength(1);
    const bare = strata(...stack, ev({ kind: 'stripped', atMin: 90, to: 'substrate', method: 'sander', grit: 80 }));
    expect(bare.layers).toHaveLength(0);
    expect(bare.surface).toMatchObject({ exposes: 'substrate', scratch: { grit: 80 } });
  });

  it('what was found later is a fault, not a new beginning', () => {
    const s = strata(
      coat(0, 'epoxy-primer'),
      ev({
        kind: 'found',
        atMin: 100,
        substrate: 'steel',
        thicknessUm: 800,
        layers: [],
        fault: 'Pinholes along the seam',
      }),
    );
    expect(s.layers).toHaveLength(1);
    expect(s.faults).toEqual([expect.objectContaining({ text: 'Pinholes along the seam' })]);
  });

  it('a reading after sanding tells what the paper took, and leaves alone what was read before', () => {
    const gauge = (atMin: number, filmUm: number) => ev({ kind: 'measured', atMin, measure: 'filmTotal', filmUm });
    // Read before and after the clear: primer 100, clear 60. Two strokes were thought to take 3; the gauge says 25.
    const s = strata(
      coat(0, 'epoxy-primer', 2, 55),
      gauge(30, 100),
      coat(60, 'clear-ms', 2, 25),
      gauge(300, 160),
      sand(400, 3),
      gauge(410, 135),
    );
    const [primer, clear] = s.layers;
    expect(primer!.filmUm).toBeCloseTo(100, 0);
    expect(clear!.filmUm).toBeCloseTo(35, 0);
    expect(Math.abs(clear!.appliedUm - 60)).toBeLessThan(1);
  });
  it('a gauge is evidence of the total: the layers add up to it, and none is taken away', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 5, max: 200 }), { minLength: 1, maxLength: 5 }),
        fc.double({ min: 1, max: 2000, noNaN: true }),
        (films, total) => {
          const ids = ['epoxy-primer', 'highbuild-2k', 'base-solvent', 'clear-ms', 'dtm-2k'];
          const laid = films.map((um, i) => coat(i * 60, ids[i]!, 1, um));
          const s = strata(...laid, ev({ kind: 'measured', atMin: 900, measure: 'filmTotal', filmUm: total }));
          expect(s.layers.reduce((t, l) => t + l.filmUm, 0)).toBeCloseTo(total, 6);
          for (const l of s.layers) expect(l.filmUm).toBeGreaterThan(0);
        },
      ),
    );
  });
  it('a reading that leaves almost nothing of the doubtful coat leaves a trace of it', () => {
    // Doubts of 15 %: 0.9 and 5.4 µm, so that the upper coat takes 29.16 of 29.97 parts of 37 µm, which is all of it.
    const coats = [6, 36].map((filmUm) => ({ label: 'Old paint', family: 'oldCoating', filmUm }));
    const old = ev({ kind: 'found', atMin: -1000, substrate: 'steel', thicknessUm: 800, layers: coats });
    const read = ev({ kind: 'measured', atMin: 1, measure: 'filmTotal', filmUm: 5 });
    expect(
      foldLog([old, read], products)
        .zones.get('lower')!
        .strata!.layers.map((l) => l.filmUm),
    ).toEqual([4.5, 0.5]);
  });
  it('a gauge reading before and after a coat gives that coat its film', () => {
    const gauge = (atMin: number, filmUm: number) => ev({ kind: 'measured', atMin, measure: 'filmTotal', filmUm });
    const s = strata(coat(0, 'epoxy-primer', 1, 50), gauge(30, 62), coat(60, 'highbuild-2k', 2, 60), gauge(300, 162));
    expect(s.layers.map((l) => [Math.round(l.filmUm), l.basis])).toEqual([
      [62, 'measured'],
      [100, 'measured'],
    ]);
    expect(totalFilmUm(s)).toBeCloseTo(162);
  });

  it('bare steel is bright from when it was bared or abraded; the wet of a blast goes with the paper, salt only with water', () => {
    const wet = ev({ kind: 'blasted', atMin: 0, media: 'Crushed glass', profileUm: 50, wet: true, salts: true });
    const wipe = (atMin: number, productId: string) => ev({ kind: 'cleaned', atMin, productId });
    expect(strata(wet)).toMatchObject({ salts: true, surface: { brightMs: T0, blastWet: true } });
    const abraded = strata(wet, sand(90, 5, 80));
    expect(abraded.surface.brightMs).toBe(T0 + 90 * 60_000);
    expect(abraded.surface.blastWet).toBeUndefined();
    expect(abraded.salts).toBe(true);
    expect(strata(wet, wipe(60, 'cleaner-metal')).salts).toBe(true);
    expect(strata(wet, wipe(60, 'cleaner-water')).salts).toBe(false);
    // Nothing reaches the steel through paint, and paint that is stripped off again leaves the salt.
    const painted = [wet, coat(60, 'epoxy-primer'), wipe(120, 'cleaner-water')];
    expect(strata(...painted).surface.brightMs).toBeUndefined();
    const stripped = ev({ kind: 'stripped', atMin: 600, to: 'substrate', method: 'sander', grit: 80 });
    expect(strata(...painted, stripped)).toMatchObject({ salts: true, surface: { brightMs: T0 + 600 * 60_000 } });
  });

  it('guide coat goes with a wipe, and both guide coat and cleanness with the next dust', () => {
    const guide = ev({ kind: 'guideCoated', atMin: 400, productId: 'guide-powder' });
    const clean = ev({ kind: 'cleaned', atMin: 410, productId: 'cleaner-metal' });
    expect(strata(coat(0, 'highbuild-2k'), guide).surface).toMatchObject({ guideCoat: {} });
    const wiped = strata(coat(0, 'highbuild-2k'), guide, clean).surface;
    expect(wiped).toMatchObject({ clean: {} });
    expect(wiped.guideCoat).toBeUndefined();
    const after = strata(coat(0, 'highbuild-2k'), clean, guide, sand(420, 20)).surface;
    expect(after.guideCoat).toBeUndefined();
    expect(after.clean).toBeUndefined();
  });
});

describe('a gauge that contradicts the log', () => {
  const zone = (...log: LogEvent[]) => foldLog([foundBare(), ...log], products).zones.get('lower')!.strata!;
  const epoxy = coated('epoxy-primer', -900, 2);
  it.each([
    ['film where the log says bare', zone(), 90, /90.* where the log says bare/],
    ['most of it would be gone', zone(epoxy), 30, /most of it would be gone/],
    ['three times what is there', zone(epoxy), 320, /filler or old paint below/],
  ])('%s', (_, strata, um, says) => expect(String(readingDoubt(strata, um))).toMatch(says));
  it.each([
    ['the zero and the profile of a blast', zone(), 12],
    ['a third off', zone(epoxy), 70],
    ['half as much again', zone(epoxy), 150],
  ])('%s is no contradiction', (_, strata, um) => expect(readingDoubt(strata, um)).toBeUndefined());
  it('on laminate only an ultrasonic one reads at all', () => {
    const glass = foldLog(
      [ev({ kind: 'found', atMin: -1000, substrate: 'glassfibre', thicknessUm: 4000, layers: [] })],
      products,
    ).zones.get('lower')!.strata!;
    expect(String(readingDoubt(glass, 80))).toMatch(/ultrasonic/);
  });
});

describe('cavity wax', () => {
  const waxed = [
    coat(0, 'epoxy-primer', 2),
    ev({ kind: 'coated', atMin: 900, productId: 'cavity-wax', coats: 1, filmUm: 50, application: 'aerosol' }),
  ];
  const wipe = (atMin: number, productId: string) => ev({ kind: 'cleaned', atMin, productId });
  it('goes with solvent, and what the rag spread goes with the next wipe', () => {
    const once = strata(...waxed, wipe(950, 'cleaner-metal'));
    expect(once.layers.map((l) => l.family)).toEqual(['epoxy']);
    expect(once.surface.clean).toBeUndefined();
    expect(strata(...waxed, wipe(950, 'cleaner-metal'), wipe(960, 'cleaner-metal')).surface.clean).toBeDefined();
  });
  it('stays under water', () =>
    expect(strata(...waxed, wipe(950, 'cleaner-water')).layers.map((l) => l.family)).toEqual(['epoxy', 'cavityWax']));
});

describe('a fault that is left', () => {
  const mark = ev({ kind: 'marked', id: 'm', atMin: 0, fault: 'dent', grade: 1, treatment: 'fill' });
  const left = ev({ kind: 'left', id: 'l', atMin: 10, faultIds: ['m'], byMs: T0 + 1 });
  it('is open no more, and told among those left; struck out it is open again', () => {
    const s = strata(mark, left);
    expect([openFaults(s), leftFaults(s).map((f) => f.deferred?.byMs)]).toEqual([[], [T0 + 1]]);
    expect(openFaults(strata(mark, left, ev({ kind: 'voided', atMin: 20, zoneIds: [], targetId: 'l' })))).toHaveLength(
      1,
    );
  });
  it('is dealt with all the same once it is repaired', () => {
    const s = strata(mark, left, ev({ kind: 'repaired', atMin: 30, method: 'Skim', faultIds: ['m'] }));
    expect(leftFaults(s)).toEqual([]);
    expect(s.faults[0]!.doneMs).toBe(T0 + 30 * 60_000);
  });
  it('also where the mark was put right since', () => {
    const put = ev({
      kind: 'replaced',
      id: 'r',
      atMin: 20,
      zoneIds: [],
      targetId: 'm',
      by: { ...mark, id: 'r', grade: 2 },
    });
    expect(openFaults(strata(mark, left, put))).toEqual([]);
  });
});

describe('what a layer keeps of its entry', () => {
  it('is hardener, thinner, colour and cup, each only where it was said', () => {
    const said = { hardenerId: 'hardener-slow', thinnerFraction: 0.15, colourId: 'c1', colourHex: '#112233' };
    const [full, plain] = [
      strata(coat(0, 'highbuild-2k', 1, 50, { ...said, batch: { batchId: 'b1', share: 1 } })),
      strata(coat(0, 'highbuild-2k')),
    ].map((s) => s.layers[0]!);
    expect(full).toMatchObject({ ...said, batchId: 'b1' });
    for (const name of [...Object.keys(said), 'batchId']) expect(name in plain!).toBe(false);
  });
  it('a blast leaves bare metal, its profile, and whether it is wet without inhibitor', () => {
    const blast = (more = {}) =>
      strata(
        coat(0, 'highbuild-2k'),
        ev({ kind: 'measured', atMin: 5, measure: 'filmTotal', filmUm: 50 }),
        ev({ kind: 'blasted', atMin: 10, media: 'garnet', wet: false, barG: 4, profileUm: 40, ...more }),
      );
    expect(blast()).toMatchObject({ layers: [], readings: [], surface: { blastProfileUm: 40 } });
    const wet = (more = {}) => blast(more).surface.blastWet;
    expect([wet(), wet({ wet: true }), wet({ wet: true, inhibitor: true }), wet({ inhibitor: true })]).toEqual([
      undefined,
      true,
      undefined,
      undefined,
    ]);
  });
  it('stripped to metal the film readings are over; down to a layer they stay', () => {
    const read = ev({ kind: 'measured', atMin: 70, measure: 'filmTotal', filmUm: 110 });
    const stack = [coat(0, 'epoxy-primer', 1, 50, { id: 'below' }), coat(60, 'highbuild-2k', 1, 60), read];
    const strip = (to: string) => strata(...stack, ev({ kind: 'stripped', atMin: 90, method: 'sander', to, grit: 80 }));
    const epoxy = strata(...stack).layers[0]!.id;
    expect(strip('substrate')).toMatchObject({ layers: [], readings: [], surface: { scratch: { grit: 80 } } });
    expect(strip(epoxy).layers.map((l) => l.productId)).toEqual(['epoxy-primer']);
    expect(strip(epoxy).readings).toHaveLength(1);
  });
});

describe('a gauge, by hand', () => {
  const gauge = (atMin: number, filmUm: number) => ev({ kind: 'measured', atMin, measure: 'filmTotal', filmUm });
  const films = (...events: LogEvent[]) => strata(...events).layers.map((l) => Math.round(l.filmUm * 100) / 100);
  it('the difference goes by the square of the doubt: of 50 and 100 µm estimated, one to four', () =>
    // 15 of 100 each: 7.5 and 15 µm. 25 µm more than thought: 5 and 20.
    expect(films(coat(0, 'epoxy-primer', 1, 50), coat(60, 'highbuild-2k', 1, 100), gauge(90, 175))).toEqual([55, 120]));
  it('what was measured before hardly moves: 2 µm against 15', () => {
    const [below, top] = films(
      coat(0, 'epoxy-primer', 1, 50),
      gauge(30, 50),
      coat(60, 'highbuild-2k', 1, 100),
      gauge(90, 175),
    );
    expect(below).toBeCloseTo(50 + (25 * 4) / (4 + 225), 1);
    expect(top).toBeCloseTo(100 + (25 * 225) / (4 + 225), 1);
  });
  it('paper since the last reading is the likeliest to be off; paper before it is known', () => {
    const stack = [coat(0, 'epoxy-primer', 1, 50), coat(60, 'highbuild-2k', 1, 100)];
    const since = strata(...stack, gauge(70, 150), sand(80, 20), gauge(90, 115));
    // 15 µm less than thought: what was laid stays, and paper took it.
    expect(since.layers[1]!.filmUm).toBeCloseTo(65.2, 0);
    expect(since.layers[1]!.appliedUm).toBeCloseTo(100, 0);
    expect(since.layers[0]!.filmUm).toBeCloseTo(49.8, 0);
    expect(since.readings.map((r) => r.totalUm)).toEqual([150, 115]);
    const before = strata(...stack, sand(62, 20), gauge(80, 130), gauge(90, 120));
    expect(before.layers[1]!.appliedUm).toBeLessThan(100);
  });
});
