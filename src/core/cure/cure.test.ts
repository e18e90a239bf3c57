import fc from 'fast-check';
import { Track } from '../air/track';
import { constantAir, type AirPoint } from '../air/history';
import type { Mechanism } from '../library/product';
import { foldLog } from '../strata/fold';
import { zoneStatus } from './status';
import { coated, ev, foundBare, products, T0 } from '../testing';
import { alarmsOf, lastWorkMs } from './alarms';
import { equivalentClock, equivalentMinutes, rateAt, temperatureFor, whenReached, type Kinetics } from './equivalent';
import { arrhenius, filmFactor, hardenerFactor, humidityFactor } from './kinetics';
import { clockShop, stageClocks, stageRanges } from './stages';
import { segmentOf, timelineOf, type Timeline } from './timeline';

// The published check values of the Arrhenius factor, relative to 23 °C.
describe('arrhenius', () => {
  it.each([
    [35_000, 5, 0.399],
    [35_000, 15, 0.674],
    [35_000, 38, 1.984],
    [35_000, 60, 4.848],
    [50_000, 5, 0.269],
    [50_000, 15, 0.569],
    [50_000, 38, 2.662],
    [50_000, 60, 9.537],
    [60_000, 5, 0.207],
    [60_000, 15, 0.508],
    [60_000, 38, 3.237],
    [60_000, 60, 14.973],
  ])('Ea %d J/mol at %d °C is %d', (ea, t, k) => expect(arrhenius(t, ea)).toBeCloseTo(k, 3));
  it('is 1 at 23 °C', () => expect(arrhenius(23, 55_000)).toBe(1));
});

describe('factors', () => {
  it('humidity: water leaves slowly in damp air, sealers cure slowly in dry air', () => {
    expect(humidityFactor(0.5, 'waterborne')).toBe(1);
    expect(humidityFactor(0.75, 'waterborne')).toBe(0.5);
    expect(humidityFactor(1, 'waterborne')).toBe(0.05);
    expect([0.1, 0.25, 0.5, 1].map((h) => humidityFactor(h, 'moisture'))).toEqual([0.4, 0.5, 1, 1.6]);
    expect(humidityFactor(0.9, 'urethane')).toBe(1);
  });
  it('film: twice the film of a solvent stage takes 2.83 times; reactive stages do not care', () => {
    expect(filmFactor(100, 50, 'solvent')).toBeCloseTo(2.828, 3);
    expect(filmFactor(20, 50, 'solvent')).toBe(1);
    expect(filmFactor(100, 50, 'epoxy')).toBe(1);
  });
  it('hardener: 3 % instead of 2 % is 1.38 times as fast, within 0.5 to 2.5', () => {
    expect(hardenerFactor(0.03, 0.02)).toBeCloseTo(1.383, 3);
    expect(hardenerFactor(0.2, 0.02)).toBe(2.5);
    expect(hardenerFactor(0.001, 0.02)).toBe(0.5);
  });
});

/** What a thermometer can say: a limit of 1e-323 °C is a question about floating-point numbers, not about paint. */
const hundredths = (min: number, max: number) =>
  fc.integer({ min: Math.round(min * 100), max: Math.round(max * 100) }).map((v) => v / 100);

const history: fc.Arbitrary<AirPoint[]> = fc
  .array(
    fc.record({
      gap: fc.integer({ min: 1, max: 600 }),
      tempC: hundredths(-5, 45),
      rh: hundredths(0.05, 1),
    }),
    { minLength: 2, maxLength: 14 },
  )
  .map((rows) => {
    let t = T0;
    return rows.map(({ gap, tempC, rh }) => ({ atMs: (t += gap * 60_000), tempC, rh }));
  });
const kinetics: fc.Arbitrary<Kinetics> = fc.record({
  mechanism: fc.constantFrom<Mechanism>('solvent', 'waterborne', 'polyester', 'urethane', 'epoxy', 'moisture'),
  stopsBelowC: fc.option(hundredths(0, 15), { nil: undefined }),
});

/** Independent of the code under test: midpoint rule in steps of a second or less, linear interpolation of its own. */
function fineSteps(h: AirPoint[], k: Kinetics, from: number, to: number): number {
  const steps = Math.max(20_000, Math.ceil((to - from) / 500));
  const dt = (to - from) / steps;
  let sum = 0;
  let i = 0;
  for (let s = 0; s < steps; s++) {
    const t = from + (s + 0.5) * dt;
    while (i + 1 < h.length && h[i + 1]!.atMs <= t) i++;
    const a = h[i]!;
    const b = h[i + 1];
    const f = t < a.atMs || !b ? 0 : (t - a.atMs) / (b.atMs - a.atMs);
    const p = { tempC: a.tempC + f * ((b ?? a).tempC - a.tempC), rh: a.rh + f * ((b ?? a).rh - a.rh) };
    sum += rateAt(p.tempC, p.rh, k) * dt;
  }
  return sum / 60_000;
}

describe('equivalent minutes', () => {
  it('agrees with a fine-step integration within 0.1 % on 200 random histories', () => {
    fc.assert(
      fc.property(
        history,
        kinetics,
        fc.double({ min: 0, max: 1, noNaN: true }),
        fc.double({ min: 0, max: 1.2, noNaN: true }),
        (h, k, a, b) => {
          const span = h[h.length - 1]!.atMs - h[0]!.atMs;
          const from = h[0]!.atMs + a * span;
          const to = from + b * span + 1000;
          const exact = fineSteps(h, k, from, to);
          expect(Math.abs(equivalentMinutes(equivalentClock(timelineOf(h), k), from, to) - exact)).toBeLessThanOrEqual(
            0.001 * exact + 0.02,
          );
        },
      ),
      // A failure is shown as it is: making it smaller would take minutes of integration.
      { numRuns: 200, endOnFailure: true },
    );
  }, 120_000);

  it('a piece that ends right at the temperature where the reaction begins counts nothing', () => {
    const at = (min: number, tempC: number) => ({ atMs: min * 60_000, tempC, rh: 0.5 });
    const k = { mechanism: 'solvent', stopsBelowC: 0.05 } as const;
    const c = equivalentClock(timelineOf([at(0, 0), at(2, 0.1), at(3, 0)]), k);
    expect(equivalentMinutes(c, 0, 60_000)).toBe(0);
    // From the first minute on the rate is that of 0.05 to 0.1 °C.
    const t = whenReached(c, 0, 0.1)!;
    expect(equivalentMinutes(c, 0, t)).toBeCloseTo(0.1, 3);
    expect(t / 60_000).toBeCloseTo(1 + 0.1 / rateAt(0.06, 0.5, k), 2);
  });

  it('the inverse comes back within a second of the true root', () => {
    fc.assert(
      fc.property(
        history,
        kinetics,
        fc.double({ min: 0, max: 1.5, noNaN: true }),
        fc.double({ min: 0.1, max: 4000, noNaN: true }),
        (h, k, a, minutes) => {
          const c = equivalentClock(timelineOf(h), k);
          const from = h[0]!.atMs + a * (h[h.length - 1]!.atMs - h[0]!.atMs);
          const t = whenReached(c, from, minutes);
          if (t === null) return expect(rateAt(h[h.length - 1]!.tempC, 0.5, k)).toBe(0);
          const slack = 1000;
          expect(equivalentMinutes(c, from, t + slack)).toBeGreaterThanOrEqual(minutes - 1e-6);
          expect(equivalentMinutes(c, from, t - slack)).toBeLessThanOrEqual(minutes + 1e-6);
        },
      ),
      { numRuns: 500 },
    );
  });

  it('a history cut into days says the same as one that is not', () => {
    fc.assert(
      fc.property(history, kinetics, fc.double({ min: -0.2, max: 1.2, noNaN: true }), fc.nat(4000), (h, k, a, wait) => {
        const whole: Timeline = { count: 1, startMs: () => h[0]!.atMs, segment: () => one };
        const one = segmentOf(Track.of(h));
        const from = h[0]!.atMs + a * (h[h.length - 1]!.atMs - h[0]!.atMs);
        const [cut, uncut] = [equivalentClock(timelineOf(h), k), equivalentClock(whole, k)];
        expect(equivalentMinutes(cut, from, from + wait * 60_000)).toBeCloseTo(
          equivalentMinutes(uncut, from, from + wait * 60_000),
          6,
        );
        const [x, y] = [whenReached(cut, from, wait / 3), whenReached(uncut, from, wait / 3)];
        if (x === null || y === null) expect(x).toBe(y);
        // Where the reaction stands still the root is any moment of that time.
        else expect(Math.abs(equivalentMinutes(uncut, x, y) + equivalentMinutes(uncut, y, x))).toBeLessThan(0.02);
      }),
    );
  });

  it('asks for no day that it does not need: an hour of last year works out nothing of what came since', () => {
    const days = Array.from({ length: 300 * 24 }, (_, h) => ({
      atMs: T0 + h * 3_600_000,
      tempC: 15 + (h % 24) / 3,
      rh: 0.5,
    }));
    const all = timelineOf(days);
    const asked = new Set<number>();
    const c = equivalentClock({ ...all, segment: (i) => (asked.add(i), all.segment(i)) }, { mechanism: 'epoxy' });
    const at = (day: number) => T0 + day * 24 * 3_600_000;
    equivalentMinutes(c, at(298), at(298.1));
    whenReached(c, at(3), 300);
    equivalentMinutes(c, at(3), at(3.2));
    expect(asked.size).toBeLessThan(8);
    // Across all of it: run by run as day by day, before and after the runs are known.
    const byDay = Array.from({ length: 290 }, (_, d) => equivalentMinutes(c, at(4 + d), at(5 + d))).reduce(
      (a, b) => a + b,
      0,
    );
    for (let n = 0; n < 2; n++) {
      expect(equivalentMinutes(c, at(4), at(294))).toBeCloseTo(byDay, 5);
      expect(whenReached(c, at(4), byDay)! / 60_000).toBeCloseTo(at(294) / 60_000, 1);
    }
  });
  it('never runs backwards', () => {
    fc.assert(
      fc.property(history, kinetics, fc.nat(600), fc.nat(600), (h, k, a, b) => {
        const c = equivalentClock(timelineOf(h), k);
        const from = h[0]!.atMs;
        const [x, y] = a < b ? [a, b] : [b, a];
        expect(equivalentMinutes(c, from, from + x * 60_000)).toBeLessThanOrEqual(
          equivalentMinutes(c, from, from + y * 60_000) + 1e-9,
        );
      }),
    );
  });

  it('an hour at 38 °C is worth 119 minutes of solvent leaving', () => {
    const c = equivalentClock(timelineOf(constantAir(38, 0.5)), { mechanism: 'solvent' });
    expect(equivalentMinutes(c, T0, T0 + 3_600_000)).toBeCloseTo(60 * 1.984, 1);
  });
});

describe('stage clocks', () => {
  const layer = (more = {}) =>
    foldLog(
      [
        foundBare(),
        ev({ kind: 'coated', productId: 'highbuild-2k', coats: 2, filmUm: 60, application: 'lowPressureGun', ...more }),
      ],
      products,
    ).zones.get('lower')!.strata!.layers[0]!;
  const stage = (name: string, tempC: number, l = layer()) =>
    stageClocks(l, products(l.productId!)!, clockShop(constantAir(tempC, 0.5)), T0, products).find(
      (c) => c.stage === name,
    )!;

  it('sands after its data-sheet time at 23 °C, and after 1 / 0.535 of it at 15 °C', () => {
    expect((stage('sand', 23).opensMs! - T0) / 60_000).toBeCloseTo(240, 0);
    expect((stage('sand', 15).opensMs! - T0) / 60_000).toBeCloseTo(240 / arrhenius(15, 55_000), 0);
  });
  it('a window opens and closes on the same clock', () => {
    const c = stage('recoat', 23);
    expect((c.opensMs! - T0) / 60_000).toBeCloseTo(60, 0);
    expect((c.closesMs! - T0) / 60_000).toBeCloseTo(960, 0);
  });
  // Etch laid at 15 instead of 10 µm: ready later (25 min · 1.5^1.5), and its window is the sheet's 360 min all the same.
  it('a thick film is ready later, and its window does not close later for that', () => {
    const l = layer({ productId: 'etch-primer', coats: 1, filmUm: 15 });
    expect((stage('recoat', 23, l).opensMs! - T0) / 60_000).toBeCloseTo(25 * 1.5 ** 1.5, 0);
    expect((stage('recoat', 23, l).closesMs! - T0) / 60_000).toBeCloseTo(360, 0);
  });
  it('stands still in the cold and says so', () => {
    expect(stage('sand', 4)).toMatchObject({ opensMs: null, stoppedByCold: true, reached: false });
  });
  it('a fast hardener brings the sanding forward, a thick coat puts the flash back', () => {
    expect((stage('sand', 23, layer({ hardenerId: 'hardener-fast' })).opensMs! - T0) / 60_000).toBeCloseTo(150, 0);
    expect((stage('flash', 23, layer({ filmUm: 90 })).opensMs! - T0) / 60_000).toBeCloseTo(12 * 1.5 ** 1.5, 0);
  });

  it('earliest, likely and latest stand in order, and only what is ahead has them', () => {
    const l = layer();
    const p = products(l.productId!)!;
    const shop = (tempC: number) => clockShop(constantAir(tempC, 0.5));
    const likely = stageClocks(l, p, shop(15), T0 + 3_600_000, products);
    const ranges = stageRanges(l, p, likely, { warm: shop(18), cold: shop(12) }, T0 + 3_600_000, products);
    expect(ranges.length).toBeGreaterThan(1);
    for (const r of ranges) {
      const c = likely.find((x) => x.stage === r.stage)!;
      expect(c.reached).toBe(false);
      expect(r.earliestMs!).toBeLessThan(c.opensMs!);
      expect(r.latestMs!).toBeGreaterThan(c.opensMs!);
    }
    expect(stageRanges(l, p, likely, { warm: shop(18), cold: shop(2) }, T0, products)[1]!.latestMs).toBeNull();
  });
});

describe('the temperature that would do it', () => {
  it('is the inverse of the rate: 119 minutes of solvent leaving in an hour ask for 38 °C', () =>
    expect(temperatureFor(119.04, 60, 0.5, { mechanism: 'solvent' })).toBeCloseTo(38, 1));
  it('never lies under the temperature at which the reaction stands still', () =>
    expect(temperatureFor(1, 600, 0.5, { mechanism: 'epoxy', stopsBelowC: 10 })).toBe(10));
  it('is none where time is over or nothing cures', () => {
    expect(temperatureFor(10, 0, 0.5, { mechanism: 'epoxy' })).toBeNull();
    expect(temperatureFor(10, 60, 0.5, { mechanism: 'none' })).toBeNull();
  });
  it('held for that long brings the minutes, for every mechanism', () => {
    fc.assert(
      fc.property(
        kinetics,
        fc.double({ min: 5, max: 500, noNaN: true }),
        fc.integer({ min: 30, max: 3000 }),
        (k, minutes, wait) => {
          const c = temperatureFor(minutes, wait, 0.5, k)!;
          fc.pre(c < 90 && c > -30);
          const done = equivalentMinutes(equivalentClock(timelineOf(constantAir(c, 0.5)), k), T0, T0 + wait * 60_000);
          expect(done).toBeGreaterThan(minutes * 0.999);
        },
      ),
    );
  });
});

describe('alarms', () => {
  const zone = foldLog(
    [
      foundBare(),
      ev({ kind: 'coated', productId: 'highbuild-2k', coats: 1, filmUm: 60, application: 'lowPressureGun' }),
    ],
    products,
  ).zones.get('lower')!;
  const at = (min: number, tempC = 23) => {
    return zoneStatus(zone, clockShop(constantAir(tempC, 0.5)), T0 + min * 60_000, products);
  };
  const alarms = (min: number) =>
    alarmsOf('lower', at(min), T0 + min * 60_000, 12 * 3_600_000).map((a) => [
      a.kind,
      a.stage,
      Math.round((a.atMs - T0) / 60_000),
    ]);
  it('ring for flash, coat over and sand, and half an hour before the window closes', () => {
    expect(alarms(0)).toEqual([
      ['flash', 'flash', 12],
      ['ready', 'recoat', 60],
      ['ready', 'sand', 240],
      ['closing', 'recoat', 930],
    ]);
  });
  it('that were due while nobody looked still stand there, for twelve hours', () => {
    expect(alarms(100).map((a) => a[0])).toEqual(['flash', 'ready', 'ready', 'closing']);
    expect(alarms(900).map((a) => a[1])).toEqual(['sand', 'recoat']);
  });
  it('end when the work has moved on, those for what comes later stay', () => {
    const after = (min: number) =>
      alarmsOf('lower', at(300), T0 + 300 * 60_000, 12 * 3_600_000, T0 + min * 60_000).map((a) => [a.kind, a.stage]);
    // Blocked at 250 min: flash, coat over and sand were waited for until then.
    expect(after(250)).toEqual([['closing', 'recoat']]);
    expect(after(100)).toEqual([
      ['ready', 'sand'],
      ['closing', 'recoat'],
    ]);
  });
  it('are moved on by what hands do, not by a reading, a note or a lamp', () => {
    const did = (kind: 'sanded' | 'measured' | 'toDo' | 'worked', atMin: number) => ev({ kind, atMin }) as never;
    expect(lastWorkMs([did('sanded', 5), did('measured', 9), did('toDo', 10), did('worked', 11)])).toBe(T0 + 300_000);
    expect(lastWorkMs([did('measured', 9)])).toBe(-Infinity);
  });
  it('keep their key however often clocks are counted anew', () => {
    const keys = (min: number, tempC: number) =>
      alarmsOf('lower', at(min, tempC), T0 + min * 60_000, 1e9)
        .map((a) => a.key)
        .sort();
    expect(keys(1, 23)).toEqual(keys(5, 20));
  });
});

describe('what rings is told apart', () => {
  const status = (productId: string, min: number, more = {}) => {
    const zone = foldLog([foundBare(), { ...coated(productId, 0), ...more } as never], products).zones.get('lower')!;
    return zoneStatus(zone, clockShop(constantAir(23, 0.5)), T0 + min * 60_000, products);
  };
  const ring = (zoneId: string, productId: string, more = {}) =>
    alarmsOf(zoneId, status(productId, 0, more), T0, 12 * 3_600_000);
  it('by zone, coat, stage and kind', () => {
    const all = [...ring('lower', 'highbuild-2k'), ...ring('upper', 'highbuild-2k')];
    expect(new Set(all.map((a) => a.key)).size).toBe(all.length);
    const twice = ring('lower', 'highbuild-2k', { coats: 2 });
    expect(twice.some((a) => ring('lower', 'highbuild-2k').some((b) => b.key === a.key))).toBe(false);
  });
  it('clear that can be polished is ready; dust-free and full ring for nobody', () => {
    expect(ring('lower', 'clear-ms').map((a) => a.kind)).toContain('ready');
    expect(ring('lower', 'clear-ms').some((a) => a.stage === 'polish')).toBe(true);
    for (const a of [...ring('lower', 'clear-ms'), ...ring('lower', 'highbuild-2k')])
      expect(['flash', 'sand', 'recoat', 'polish']).toContain(a.stage);
  });
});

describe('where a zone stands', () => {
  const at = (min: number, ...events: Parameters<typeof foldLog>[0]) =>
    zoneStatus(
      foldLog([foundBare(), ...events], products).zones.get('lower'),
      clockShop(constantAir(23, 0.5)),
      T0 + min * 60_000,
      products,
    );
  const sanded = (atMin: number, grit: number) => ev({ kind: 'sanded', atMin, grit, removedUm: 5, tool: 'hand' });
  const primer = { ...coated('highbuild-2k', 0) };
  it('a window that is open says when it closes; one that has not opened yet, and a keyed film, do not', () => {
    // High-build: coat over from 60 to 960 min.
    expect(at(30, primer).closesMs).toBeUndefined();
    expect((at(100, primer).closesMs! - T0) / 60_000).toBeCloseTo(960, 0);
    expect(at(300, primer, sanded(290, 320)).closesMs).toBeUndefined();
    expect(at(300, primer, sanded(290, 320)).moments.some((m) => m.kind === 'closes')).toBe(false);
    expect(at(1000, primer).closesMs).toBeUndefined();
  });
  it.each([
    ['primer that is still soft', 30, [], 'curing'],
    ['primer that can be sanded', 300, [], 'toBlock'],
    ['blocked coarse', 300, [sanded(290, 180)], 'toBlock'],
    ['blocked fine', 300, [sanded(290, 320)], 'readyForColour'],
  ] as const)('%s', (_, min, more, stage) => expect(at(min, primer, ...more).stage).toBe(stage));
  it('filler is curing, to sand, filled', () => {
    const skim = ev({ kind: 'filled', productId: 'light-filler', filmUm: 1000, hardenerFraction: 0.02 });
    expect([at(2, skim), at(120, skim), at(120, skim, sanded(110, 80))].map((s) => s.stage)).toEqual([
      'curing',
      'toSand',
      'filled',
    ]);
  });
  it('etch past its window says so, and a topcoat with all its coats has no window any more', () => {
    const etch = coated('etch-primer', 0);
    expect(at(100, etch).stage).toBe('primed');
    expect(at(500, etch).stage).toBe('pastWindow');
    const clear = (coats: number) => ({ ...coated('clear-ms', 0), coats });
    const closes = (coats: number) => at(60, clear(coats) as never).moments.some((m) => m.kind === 'closes');
    expect([closes(1), closes(2)]).toEqual([true, false]);
  });
});
