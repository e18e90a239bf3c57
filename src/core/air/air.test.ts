import fc from 'fast-check';
import { clockShop } from '../cure/stages';
import { HOUR_MS, MINUTE_MS } from '../units/time';
import { addReadings, continued, gapsIn, mergeReadings, type ClimateReading, type ForecastPoint } from './climate';
import { dewPointC } from './dewPoint';
import { fitSpans, unfitFor } from './fit';
import { heatedAir, rhWarmed, saturationHPa, type HeatPiece } from './heat';
import { airAt, type Reading } from './history';
import { surfaceAt, surfaceHistory, surfaceLagMs } from './surface';
import { speedFor, warmUp, type WarmUpInput } from './warmUp';

const T = Date.UTC(2030, 0, 10, 6);
const min = (n: number) => T + n * MINUTE_MS;
const air = (n: number, tempC: number, rh = 0.6, surfaceC?: number): Reading => ({
  atMs: min(n),
  tempC,
  rh,
  ...(surfaceC !== undefined && { surfaceC }),
});
const log = (n: number, tempC = 15): ClimateReading => ({ ...air(n, tempC), source: 'logger' });

describe('dew point', () => {
  it.each([
    [25, 0.6, 16.7],
    [8, 0.85, 5.64],
    [38, 0.5, 25.76],
    [-5, 0.7, -9.11],
  ])('%d °C at %d is %d', (t, rh, dew) => expect(dewPointC(t, rh)).toBeCloseTo(dew, 1));
  it('saturation pressure is 23.37 hPa at 20 °C', () => expect(saturationHPa(20)).toBeCloseTo(23.33, 1));
  it('air at 6 °C and 90 % that is warmed to 22 °C is dry, with the same dew point', () => {
    const rh = rhWarmed(0.9, 6, 22);
    expect(rh).toBeCloseTo(0.319, 2);
    expect(dewPointC(22, rh)).toBeCloseTo(dewPointC(6, 0.9), 1);
  });
});

describe('readings', () => {
  it('of the room stand for those copied into entries near them, but not for a measured surface', () => {
    const room = [air(0, 10), air(60, 12)];
    const merged = mergeReadings(room, [air(10, 10.5), air(30, 11, 0.6, 25), air(200, 14)]);
    expect(merged.map((r) => [(r.atMs - T) / MINUTE_MS, r.tempC])).toEqual([
      [0, 10],
      [30, 11],
      [60, 12],
      [200, 14],
    ]);
    expect(merged[0]).toBe(room[0]);
  });

  it('go in by time, one a moment, in whatever order and however often they come', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 40 }), { maxLength: 30 }), fc.nat(29), (minutes, cut) => {
        const all = minutes.map((m) => log(m, m));
        const once = addReadings([], all).log;
        const twice = addReadings(addReadings(addReadings([], all.slice(cut)).log, all.slice(0, cut)).log, all);
        expect(twice.log).toEqual(once);
        expect(twice.known).toBe(all.length);
        expect(once.map((r) => r.atMs)).toEqual([...new Set(once.map((r) => r.atMs))].sort((a, b) => a - b));
      }),
    );
  });

  it('leave gaps of more than two hours, also the one that is still open', () => {
    const r = [log(0), log(60), log(60 + 48 * 60), log(60 + 49 * 60)];
    expect(gapsIn(r, min(-30), min(60 + 55 * 60))).toEqual([
      { fromMs: min(60), toMs: min(60 + 48 * 60) },
      { fromMs: min(60 + 49 * 60), toMs: min(60 + 55 * 60) },
    ]);
    expect(gapsIn(r, min(60 + 10 * 60), min(60 + 12 * 60))).toEqual([
      { fromMs: min(60 + 10 * 60), toMs: min(60 + 12 * 60) },
    ]);
    expect(gapsIn(r, min(10), min(70))).toEqual([]);
  });
});

describe('a forecast', () => {
  const hours = (temps: number[]): ForecastPoint[] =>
    temps.map((tempC, i) => ({ atMs: T + i * HOUR_MS, tempC, rh: 0.7, rainMm: 0 }));
  it('goes on from the last reading without a jump, and the difference dies away', () => {
    const c = continued([air(0, 16)], hours(Array<number>(49).fill(10)));
    expect(airAt(c, min(1)).tempC).toBeCloseTo(16, 1);
    expect(airAt(c, T + 6 * HOUR_MS).tempC).toBeCloseTo(10 + 6 / Math.E, 2);
    expect(airAt(c, T + 48 * HOUR_MS).tempC).toBeCloseTo(10, 1);
  });
  it('after its end holds the mean of its last day, not its last hour', () => {
    const c = continued([], hours(Array.from({ length: 49 }, (_, i) => (i % 24 < 12 ? 4 : 14))));
    expect(airAt(c, T + 90 * HOUR_MS).tempC).toBeCloseTo(9, 0);
  });
  it('that is all in the past changes nothing', () => {
    const r = [air(600, 16)];
    expect(continued(r, hours([1, 2, 3]))).toBe(r);
  });
});

describe('a surface', () => {
  it.each([
    ['steel', 800, 8.03],
    ['aluminium', 1000, 6.75],
    ['glassfibre', 4000, 20.2],
  ] as const)('%s of %d µm follows in %d min', (s, um, m) => expect(surfaceLagMs(s, um) / MINUTE_MS).toBeCloseTo(m, 0));

  const LAG = 8 * MINUTE_MS;
  it('that comes cold into a warm room is 63 % of the way after one time constant', () => {
    const h = surfaceHistory([air(0, 20, 0.5, 5), air(240, 20)], [], LAG);
    expect(surfaceAt(h, min(8))).toBeCloseTo(20 - 15 / Math.E, 0);
    expect(surfaceAt(h, min(120))).toBeCloseTo(20, 1);
  });
  it('runs behind air that warms steadily by slope times time constant', () => {
    const h = surfaceHistory([air(0, 10), air(300, 20)], [], LAG);
    expect(surfaceAt(h, min(290))).toBeCloseTo(10 + (290 - 8) / 30, 1);
  });
  it('under a lamp goes to its temperature and falls back after', () => {
    const lamp: HeatPiece = { kind: 'lamp', fromMs: min(60), toMs: min(120), tempC: 60 };
    const h = surfaceHistory([air(0, 15), air(30, 15)], [lamp], LAG);
    expect(surfaceAt(h, min(60))).toBeCloseTo(15, 1);
    expect(surfaceAt(h, min(119))).toBeCloseTo(60, 0);
    expect(surfaceAt(h, min(300))).toBeCloseTo(15, 0);
  });

  // Independent of the code under test: Euler steps of two seconds.
  const stepped = (readings: Reading[], heats: HeatPiece[], toMs: number): number => {
    let s = readings[0]!.surfaceC ?? readings[0]!.tempC;
    let next = 1;
    for (let t = readings[0]!.atMs; t < toMs; t += 2000) {
      const on = heats.filter((h) => h.fromMs <= t && t < h.toMs).map((h) => h.tempC);
      const a = airAt(readings, t).tempC;
      s += ((on.length > 0 ? Math.max(a, ...on) : a) - s) * (2000 / LAG);
      while (readings[next] && readings[next]!.atMs <= t + 2000) {
        if (readings[next]!.surfaceC !== undefined) s = readings[next]!.surfaceC!;
        next++;
      }
    }
    return s;
  };
  const readings = fc
    .array(
      fc.record({
        gap: fc.integer({ min: 2, max: 90 }),
        tempC: fc.double({ min: -5, max: 35, noNaN: true }),
        surface: fc.option(fc.double({ min: -5, max: 60, noNaN: true }), { nil: undefined, freq: 5 }),
      }),
      { minLength: 2, maxLength: 10 },
    )
    .map((rows) => {
      let n = 0;
      return rows.map((r) => air((n += r.gap), r.tempC, 0.5, r.surface));
    });
  it('agrees with small steps within half a degree, lamps and measured surfaces included', () => {
    fc.assert(
      fc.property(readings, fc.integer({ min: 0, max: 200 }), fc.integer({ min: 5, max: 90 }), (r, from, long) => {
        const lamp: HeatPiece = { kind: 'lamp', fromMs: min(from), toMs: min(from + long), tempC: 60 };
        const h = surfaceHistory(r, [lamp], LAG);
        for (const at of [0.31, 0.72, 1]) {
          const t = r[0]!.atMs + at * (r[r.length - 1]!.atMs - r[0]!.atMs);
          // On a measured moment the line has a corner that both sides draw differently.
          if (r.some((x) => x.surfaceC !== undefined && Math.abs(x.atMs - t) < 3000)) continue;
          const before = r.filter((x) => x.atMs <= t).length;
          if (r[before]?.surfaceC !== undefined) continue;
          expect(Math.abs(surfaceAt(h, t) - stepped(r, [lamp], t))).toBeLessThan(0.5 + 0.02 * 60);
        }
      }),
      { numRuns: 60 },
    );
  });
  it('carried over from another state of the air is the same as made anew', () => {
    fc.assert(
      fc.property(readings, readings, fc.nat(10), (r, more, cut) => {
        const start = r.slice(0, cut);
        const end = start[start.length - 1]?.atMs ?? T;
        const changed = [...start, ...more.map((p) => ({ ...p, atMs: p.atMs - T + end + MINUTE_MS }))];
        const carried = surfaceHistory(changed, [], LAG, surfaceHistory(r, [], LAG));
        expect(carried.points).toEqual(surfaceHistory(changed, [], LAG).points);
        // What both have in common is the same objects, so that clocks over it are carried on too.
        if (start.length > 0) expect(clockShop(carried.points).history).toBe(carried.points);
      }),
    );
  });
});

describe('a heater', () => {
  const heater: HeatPiece = { kind: 'heater', fromMs: min(60), toMs: min(240), tempC: 22 };
  const room = [air(0, 8, 0.9), air(600, 8, 0.9)];
  it('warms the room, dries its air, and leaves the water in it', () => {
    const h = heatedAir(room, [heater]);
    const at = airAt(h, min(230));
    expect(at.tempC).toBeCloseTo(22, 0);
    expect(dewPointC(at.tempC, at.rh)).toBeCloseTo(dewPointC(8, 0.9), 0);
    expect(airAt(h, min(600)).tempC).toBeCloseTo(8, 1);
  });
  it('cools nothing', () => {
    const h = heatedAir([air(0, 30), air(600, 30)], [heater]);
    expect(airAt(h, min(200)).tempC).toBe(30);
  });
  it('leaves the readings before it as they are', () => expect(heatedAir(room, [heater])[0]).toBe(room[0]));
});

describe('fit to spray', () => {
  const limits = { minTempC: 10, maxTempC: 35, maxRh: 0.8 };
  it.each([
    [15, 0.6, 15, undefined],
    [15, 0.6, 9, 'sweats'],
    [15, 0.3, 9, 'cold'],
    [20, 0.82, 22, 'damp'],
    [20, 0.4, 40, 'hot'],
  ])('air %d °C at %d, panel %d °C: %s', (tempC, rh, surface, unfit) =>
    expect(unfitFor({ atMs: 0, tempC, rh }, surface, limits)).toBe(unfit),
  );
  it('spans follow one another and cover the time asked for', () => {
    const history = [air(0, 16, 0.6), air(300, 16, 0.6), air(420, 9, 0.95), air(900, 9, 0.95)];
    const spans = fitSpans(history, history, limits, T, 12);
    expect(spans[0]!.fromMs).toBe(T);
    expect(spans[spans.length - 1]!.toMs).toBe(T + 12 * HOUR_MS);
    spans.slice(1).forEach((s, i) => expect(s.fromMs).toBe(spans[i]!.toMs));
    expect(spans.map((s) => s.unfit)).toEqual([undefined, 'damp', 'sweats']);
  });
});

describe('warming up', () => {
  const base: WarmUpInput = {
    lengthM: 6,
    widthM: 3.5,
    heightM: 2.4,
    room: 'lined',
    heaterKw: 9,
    heater: 'dry',
    outsideC: 5,
    startC: 7,
    rh: 0.85,
    aimC: 20,
    lagMs: 8 * MINUTE_MS,
  };
  it('comes to rest where loss and heater are equal: 5 °C + P/(U·A + 0.33·n·V)', () => {
    const loss = 1.8 * (2 * (6 * 3.5 + 6 * 2.4 + 3.5 * 2.4)) + 0.33 * 0.8 * 50.4;
    expect(warmUp(base).restC).toBeCloseTo(5 + 9000 / loss, 6);
    expect(warmUp(base).holdKw).toBeCloseTo((loss * 15) / 1000, 6);
  });
  it('agrees with the closed form for the room', () => {
    const w = warmUp(base);
    const loss = 1.8 * 87.6 + 0.33 * 0.8 * 50.4;
    const tau = (1206 * 50.4 * 12) / loss;
    const at10 = w.restC + (7 - w.restC) * Math.exp(-600 / tau);
    expect(w.track.find((t) => t.min === 10)!.roomC).toBeCloseTo(at10, 1);
  });
  it('a small heater in a bare room never gets there', () => {
    const w = warmUp({ ...base, room: 'bare', heaterKw: 2 });
    expect(w.minutes).toBeNull();
    expect(w.restC).toBeLessThan(20);
  });
  it('more power is never slower', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 4, max: 12, noNaN: true }),
        fc.double({ min: 0.5, max: 6, noNaN: true }),
        (kw, more) => {
          const a = warmUp({ ...base, heaterKw: kw }).minutes ?? Infinity;
          const b = warmUp({ ...base, heaterKw: kw + more }).minutes ?? Infinity;
          expect(b).toBeLessThanOrEqual(a);
        },
      ),
      { numRuns: 25 },
    );
  });
  it('an open burner wets the air: the panel is nearer to its dew point than with dry heat', () => {
    const thick = { ...base, lagMs: 25 * MINUTE_MS };
    expect(warmUp({ ...thick, heater: 'open' }).tightK).toBeLessThan(warmUp(thick).tightK);
    expect(warmUp({ ...thick, heater: 'open' }).tightK).toBeLessThan(0.5);
  });
  it('the speed of thinner follows the panel', () =>
    expect([12, 20, 30].map(speedFor)).toEqual(['fast', 'medium', 'slow']));
});
