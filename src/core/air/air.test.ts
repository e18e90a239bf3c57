import fc from 'fast-check';
import { HOUR_MS, MINUTE_MS } from '../units/time';
import { gapsIn, type ClimateReading, type ForecastPoint } from './climate';
import { addReadings, lastReading, readingsBetween, splitDays, withoutReadings, type AirDay } from './days';
import { dewPointC } from './dewPoint';
import { fitSpans, unfitFor } from './fit';
import { rhWarmed, saturationHPa, type HeatPiece } from './heat';
import { airAt, type AirPoint, type Reading } from './history';
import { mergeReadings, roomAir, roomHistory, type RoomAir, type RoomSources } from './room';
import { followAir, surfaceLagMs, type SurfaceSpec } from './surface';
import { speedFor, warmUp, type WarmUpInput } from './warmUp';

const T = Date.UTC(2030, 0, 10, 6);
const min = (n: number) => T + n * MINUTE_MS;
const air = (n: number, tempC: number, rh = 0.6): Reading => ({ atMs: min(n), tempC, rh });
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
  const flat = (days: readonly AirDay[]) => days.flatMap((d) => d.readings);
  it('of the room stand for those copied into entries near them', () => {
    const room = splitDays([air(0, 10), air(60, 12)]);
    const merged = flat(mergeReadings(room, [[air(10, 10.5), air(200, 14)], [air(70, 30)]]));
    expect(merged.map((r) => [(r.atMs - T) / MINUTE_MS, r.tempC])).toEqual([
      [0, 10],
      [60, 12],
      [200, 14],
    ]);
    expect(merged[0]).toBe(room[0]!.readings[0]);
    expect(mergeReadings(room, [[air(10, 10.5)]])).toBe(room);
  });

  it('with those of jobs are all that no reading of the room is near to, whichever way they come; a day of one job stays itself', () => {
    const minutes = fc.uniqueArray(fc.integer({ min: 0, max: 6000 }), { maxLength: 25 });
    const listOf = (ms: readonly number[], tempC: number) => [...ms].sort((a, b) => a - b).map((m) => air(m, tempC));
    fc.assert(
      fc.property(minutes, minutes, minutes, (own, one, other) => {
        const room = splitDays(listOf(own, 10));
        const merged = flat(mergeReadings(room, [listOf(one, 20), listOf(other, 30)]));
        const isNear = (m: number) => own.some((o) => Math.abs(o - m) <= 45);
        const want = new Map<number, number>();
        for (const m of one) if (!isNear(m)) want.set(m, 20);
        for (const m of other) if (!isNear(m)) want.set(m, 30);
        for (const m of own) want.set(m, 10);
        expect(merged.map((r) => [(r.atMs - T) / MINUTE_MS, r.tempC])).toEqual([...want].sort(([a], [b]) => a - b));
      }),
    );
    const alone = listOf([5000, 5010], 20);
    expect(mergeReadings(splitDays([air(0, 10)]), [alone])[1]?.readings).toEqual(alone);
  });

  it('taken out again, leave the days as they were; days that lose none stay themselves', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.integer({ min: 0, max: 9000 }), { maxLength: 30 }),
        fc.uniqueArray(fc.integer({ min: 0, max: 9000 }), { maxLength: 20 }),
        (kept, more) => {
          const extra = more.filter((m) => !kept.includes(m)).map((m) => log(m, 20));
          const before = addReadings(
            [],
            kept.map((m) => log(m, m)),
          ).days;
          const after = withoutReadings(addReadings(before, extra).days, new Set(extra.map((r) => r.atMs)));
          expect(after).toEqual(before);
          expect(withoutReadings(before, new Set([-1]))).toEqual(before);
          for (const [i, d] of withoutReadings(before, new Set([-1])).entries()) expect(d).toBe(before[i]);
        },
      ),
    );
  });

  it('go in by time, one a moment, in whatever order and however often they come', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 4000 }), { maxLength: 30 }), fc.nat(29), (minutes, cut) => {
        const all = minutes.map((m) => log(m, m));
        const once = addReadings([], all).days;
        const twice = addReadings(addReadings(addReadings([], all.slice(cut)).days, all.slice(0, cut)).days, all);
        expect(twice.days).toEqual(once);
        expect(twice.known).toBe(all.length);
        expect(flat(once).map((r) => r.atMs)).toEqual([...new Set(all.map((r) => r.atMs))].sort((a, b) => a - b));
        expect(splitDays(flat(once)).map((d) => d.key)).toEqual(once.map((d) => d.key));
      }),
    );
  });

  it('leave the days that gain nothing as they are, the same objects', () => {
    const { days } = addReadings([], [log(0), log(1440), log(2880)]);
    const more = addReadings(days, [log(1500, 20), log(0)]);
    expect(more.known).toBe(1);
    expect(more.days.map((d, i) => d === days[i])).toEqual([true, false, true]);
    expect(addReadings(days, [log(0)]).days).toBe(days);
  });

  it('two days with the same readings have the same key, and one digit makes another', () => {
    const [a, b, c] = [
      [log(0), log(15)],
      [log(0), log(15)],
      [log(0), log(15, 15.1)],
    ].map((r) => splitDays(r)[0]!);
    expect(a!.key).toBe(b!.key);
    expect(a!.key).not.toBe(c!.key);
  });

  it('leave gaps of more than two hours, also the one that is still open', () => {
    const r = splitDays([log(0), log(60), log(60 + 48 * 60), log(60 + 49 * 60)]);
    expect(gapsIn(r, min(-30), min(60 + 55 * 60))).toEqual([
      { fromMs: min(60), toMs: min(60 + 48 * 60) },
      { fromMs: min(60 + 49 * 60), toMs: min(60 + 55 * 60) },
    ]);
    expect(gapsIn(r, min(60 + 10 * 60), min(60 + 12 * 60))).toEqual([
      { fromMs: min(60 + 10 * 60), toMs: min(60 + 12 * 60) },
    ]);
    expect(gapsIn(r, min(10), min(70))).toEqual([]);
  });

  it('the last one before a moment, and those between two, are found over days', () => {
    const days = splitDays([log(0), log(10), log(2000)]);
    expect(lastReading(days, min(5))!.atMs).toBe(min(0));
    expect(lastReading(days, min(1999))!.atMs).toBe(min(10));
    expect(lastReading(days, min(-1))).toBeUndefined();
    expect(readingsBetween(days, min(10), min(2000)).map((r) => r.atMs)).toEqual([min(10), min(2000)]);
  });
});

const sources = (readings: Reading[], more: Partial<RoomSources> = {}): RoomSources => ({
  days: splitDays(readings),
  entries: [],
  forecast: [],
  heaters: [],
  assumed: { tempC: 20, rh: 0.5 },
  shiftK: 0,
  ...more,
});
const roomAt = (room: RoomAir, atMs: number) => airAt(roomHistory(room, atMs - HOUR_MS, atMs + HOUR_MS), atMs);

describe('a forecast', () => {
  const hours = (temps: number[]): ForecastPoint[] =>
    temps.map((tempC, i) => ({ atMs: T + i * HOUR_MS, tempC, rh: 0.7, rainMm: 0 }));
  it('goes on from the last reading without a jump, and the difference dies away', () => {
    const c = roomAir(sources([air(0, 16)], { forecast: hours(Array<number>(49).fill(10)) }));
    expect(roomAt(c, min(1)).tempC).toBeCloseTo(16, 1);
    expect(roomAt(c, T + 6 * HOUR_MS).tempC).toBeCloseTo(10 + 6 / Math.E, 2);
    expect(roomAt(c, T + 48 * HOUR_MS).tempC).toBeCloseTo(10, 1);
  });
  it('after its end holds the mean of its last day, not its last hour', () => {
    const c = roomAir(sources([], { forecast: hours(Array.from({ length: 49 }, (_, i) => (i % 24 < 12 ? 4 : 14))) }));
    expect(roomAt(c, T + 90 * HOUR_MS).tempC).toBeCloseTo(9, 0);
  });
  it('that is all in the past changes nothing', () => {
    expect(roomAir(sources([air(600, 16)], { forecast: hours([1, 2, 3]) })).tail).toEqual([air(600, 16)]);
  });
  it('without one, and without a reading, what is assumed holds', () =>
    expect(roomAt(roomAir(sources([])), T)).toMatchObject({ tempC: 20, rh: 0.5 }));
});

describe('a surface', () => {
  it.each([
    ['steel', 800, 8.03],
    ['aluminium', 1000, 6.75],
    ['glassfibre', 4000, 20.2],
  ] as const)('%s of %d µm follows in %d min', (s, um, m) => expect(surfaceLagMs(s, um) / MINUTE_MS).toBeCloseTo(m, 0));

  const LAG = 8 * MINUTE_MS;
  const spec = (more: Partial<SurfaceSpec> = {}): SurfaceSpec => ({ lagMs: LAG, spells: [], measured: [], ...more });
  const along = (readings: AirPoint[], startC: number, more: Partial<SurfaceSpec> = {}) =>
    followAir(readings, startC, spec(more), true);
  it('that comes cold into a warm room is 63 % of the way after one time constant', () => {
    const h = along([air(0, 20), air(240, 20)], 5);
    expect(h.at(min(8)).tempC).toBeCloseTo(20 - 15 / Math.E, 0);
    expect(h.at(min(120)).tempC).toBeCloseTo(20, 1);
  });
  it('runs behind air that warms steadily by slope times time constant', () => {
    const h = along([air(0, 10), air(300, 20)], 10);
    expect(h.at(min(290)).tempC).toBeCloseTo(10 + (290 - 8) / 30, 1);
  });
  it('under a lamp goes to its temperature and falls back after', () => {
    const lamp: HeatPiece = { kind: 'lamp', fromMs: min(60), toMs: min(120), tempC: 60 };
    const h = along([air(0, 15), air(30, 15)], 15, { spells: [lamp] });
    expect(h.at(min(60)).tempC).toBeCloseTo(15, 1);
    expect(h.at(min(119)).tempC).toBeCloseTo(60, 0);
    expect(h.at(min(300)).tempC).toBeCloseTo(15, 0);
  });
  it('meets what was read on it with its lag: a night that nobody measured stays as cold as its air', () => {
    const h = along([air(0, 8), air(840, 8)], 8, { measured: [{ atMs: min(840), surfaceC: 30 }] });
    expect(h.at(min(700)).tempC).toBeCloseTo(8, 2);
    expect(h.at(min(832)).tempC).toBeCloseTo(8 + 22 / Math.E, 0);
    expect(h.at(min(840)).tempC).toBe(30);
    expect(h.at(min(848)).tempC).toBeCloseTo(8 + 22 / Math.E, 0);
  });
  it('a reading after another one does not bend what was read before', () => {
    const measured = [
      { atMs: min(100), surfaceC: 30 },
      { atMs: min(104), surfaceC: 5 },
    ];
    expect(along([air(0, 10), air(200, 10)], 10, { measured }).at(min(100)).tempC).toBe(30);
  });

  // Independent of the code under test: Euler steps of two seconds.
  const stepped = (readings: Reading[], heats: HeatPiece[], toMs: number): number => {
    let s = readings[0]!.tempC;
    for (let t = readings[0]!.atMs; t < toMs; t += 2000) {
      const on = heats.filter((h) => h.fromMs <= t && t < h.toMs).map((h) => h.tempC);
      const a = airAt(readings, t).tempC;
      s += ((on.length > 0 ? Math.max(a, ...on) : a) - s) * (2000 / LAG);
    }
    return s;
  };
  const readings = fc
    .array(fc.record({ gap: fc.integer({ min: 2, max: 900 }), tempC: fc.double({ min: -5, max: 35, noNaN: true }) }), {
      minLength: 2,
      maxLength: 10,
    })
    .map((rows) => {
      let n = 0;
      return rows.map((r) => air((n += r.gap), r.tempC, 0.5));
    });
  it('agrees with small steps within half a degree, lamps included', () => {
    fc.assert(
      fc.property(readings, fc.integer({ min: 0, max: 200 }), fc.integer({ min: 5, max: 90 }), (r, from, long) => {
        const lamp: HeatPiece = { kind: 'lamp', fromMs: min(from), toMs: min(from + long), tempC: 60 };
        const h = along(r, r[0]!.tempC, { spells: [lamp] });
        for (const at of [0.31, 0.72, 1]) {
          const t = r[0]!.atMs + at * (r[r.length - 1]!.atMs - r[0]!.atMs);
          expect(Math.abs(h.at(t).tempC - stepped(r, [lamp], t))).toBeLessThan(0.5 + 0.02 * 60);
        }
      }),
      { numRuns: 60 },
    );
  });
});

describe('a heater', () => {
  const heater: HeatPiece = { kind: 'heater', fromMs: min(60), toMs: min(240), tempC: 22 };
  const ahead = (more: Partial<RoomSources> = {}) => roomAir(sources([air(0, 8, 0.9)], { heaters: [heater], ...more }));
  it('that is planned warms the room, dries its air, and leaves the water in it', () => {
    const at = roomAt(ahead(), min(230));
    expect(at.tempC).toBeCloseTo(22, 0);
    expect(dewPointC(at.tempC, at.rh)).toBeCloseTo(dewPointC(8, 0.9), 0);
    expect(roomAt(ahead(), min(600)).tempC).toBeCloseTo(8, 1);
  });
  it('cools nothing', () =>
    expect(roomAt(roomAir(sources([air(0, 30)], { heaters: [heater] })), min(200)).tempC).toBe(30));
  it('of two that run the warmer one counts, whichever is listed first', () => {
    const small = { ...heater, tempC: 15 };
    for (const heaters of [
      [heater, small],
      [small, heater],
    ])
      expect(roomAt(ahead({ heaters }), min(230)).tempC).toBeCloseTo(22, 0);
  });
  it('changes nothing of what was read: planned and never run, the room was as cold as the logger says', () => {
    const cold = Array.from({ length: 17 }, (_, i) => air(i * 15, 8, 0.9));
    const room = roomAir(sources(cold, { heaters: [heater] }));
    expect(roomAt(room, min(150)).tempC).toBe(8);
    expect(roomAt(room, min(239)).tempC).toBe(8);
    expect(roomAt(room, min(260)).tempC).toBe(8);
  });
  it('that shows in no reading although it should run does not run', () => {
    const cold = [0, 60, 90, 120].map((m) => air(m, 8, 0.9));
    expect(roomAt(roomAir(sources(cold, { heaters: [heater] })), min(230)).tempC).toBeCloseTo(8, 1);
  });
  it('what it warmed dies away with the room, not with the forecast, once it is off', () => {
    const forecast = Array.from({ length: 24 }, (_, i) => ({ atMs: min(i * 60), tempC: 8, rh: 0.9, rainMm: 0 }));
    const warm = [air(0, 8, 0.9), air(120, 20, 0.4), air(240, 22, 0.37)];
    const room = roomAir(sources(warm, { forecast, heaters: [heater] }));
    expect(roomAt(room, min(240)).tempC).toBeCloseTo(22, 1);
    expect(roomAt(room, min(260)).tempC).toBeCloseTo(8 + 14 / Math.E, 0);
    expect(roomAt(room, min(400)).tempC).toBeCloseTo(8, 1);
  });
  it('that runs is carried on from what is read, and not counted twice', () => {
    const forecast = Array.from({ length: 24 }, (_, i) => ({ atMs: min(i * 60), tempC: 8, rh: 0.9, rainMm: 0 }));
    const room = roomAir(sources([air(0, 8, 0.9), air(150, 21, 0.39)], { forecast, heaters: [heater] }));
    expect(roomAt(room, min(230)).tempC).toBeCloseTo(22, 0);
  });
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

/** A lined room of 50 m³ with 9 kW in it, at 7 °C and damp. */
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

describe('warming up', () => {
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

describe('warming up, at its edges', () => {
  it('a panel that is warm already is there at once, and needs nothing to be held at what is outside', () => {
    expect(warmUp({ ...base, startC: 21 }).minutes).toBe(0);
    expect(warmUp({ ...base, startC: 21, outsideC: 25 }).holdKw).toBe(0);
  });
  it('no heat makes nothing wetter, and a heater that holds takes no heat out of the room', () => {
    const cold = warmUp({ ...base, heaterKw: 0, startC: 5, outsideC: 5 });
    expect(cold.minutes).toBeNull();
    expect(cold.track.every((t) => Math.abs(t.roomC - 5) < 1e-9)).toBe(true);
    const warmOutside = warmUp({ ...base, outsideC: 30, startC: 21, heaterKw: 9 });
    expect(Math.max(...warmOutside.track.map((t) => t.roomC))).toBeLessThanOrEqual(30);
  });
  it('the air in the room never holds more than it can', () => {
    const wet = warmUp({ ...base, heater: 'open', rh: 1 });
    expect(wet.track.every((t) => t.dewC <= t.roomC + 1e-9)).toBe(true);
  });
  it('air changes bring no more water than there was: the dew point moves by what warming does to it, under a degree', () => {
    const airy = warmUp({ ...base, rh: 0.5, heaterKw: 4 });
    const dews = airy.track.map((t) => t.dewC);
    expect(Math.abs(dews[dews.length - 1]! - dews[0]!)).toBeLessThan(1);
  });
  it('holds the room two degrees over the aim until the panel is there, and looks half an hour further', () => {
    const w = warmUp({ ...base, heaterKw: 15, lagMs: 30 * MINUTE_MS });
    expect(Math.max(...w.track.map((t) => t.roomC))).toBeLessThan(base.aimC + 2.1);
    expect(w.track[w.track.length - 1]!.min).toBeLessThanOrEqual(w.minutes! + 30);
    expect(w.track[w.track.length - 1]!.min).toBeGreaterThan(w.minutes! + 24);
  });
  it('says when the margin over the dew point is there for good: at once where it always was, never where it never is', () => {
    expect(warmUp({ ...base, rh: 0.3 }).clearMin).toBe(0);
    expect(warmUp({ ...base, rh: 1, heaterKw: 0, startC: 5 }).clearMin).toBeNull();
    const w = warmUp(base);
    expect(w.clearMin).toBeGreaterThan(0);
    for (const t of w.track) if (t.min > w.clearMin!) expect(t.surfaceC - t.dewC).toBeGreaterThanOrEqual(3);
  });
});
