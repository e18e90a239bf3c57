/** @jest-environment node */
import fc from 'fast-check';
import { seeded, workshopAir } from '../devices/weather';
import { HOUR_MS, MINUTE_MS } from '../units/time';
import { daylightHours, sunTimes, type SunTimes } from './daylight';
import { DAMPNESS, type Dampness, type TypedForecast } from './forecast';
import { saturationHPa } from './heat';
import type { AirPoint } from './history';
import { byTheReading, contradictionOf, firstSweatMs, forecastPoints, sweatsBy, typedSpreadK } from './typedForecast';

const DAY = 24 * HOUR_MS;
/** Midnight of a day at sea, where the sun rises at five and sets at seven in the evening. */
const MIDNIGHT = Date.UTC(2030, 4, 1);
const sun = (atMs: number): SunTimes => {
  const day = Math.floor((atMs - MIDNIGHT) / DAY) * DAY + MIDNIGHT;
  return { riseMs: day + 5 * HOUR_MS, setMs: day + 19 * HOUR_MS };
};
const at = <P extends AirPoint>(points: readonly P[], ms: number): P =>
  points.reduce((a, b) => (Math.abs(b.atMs - ms) < Math.abs(a.atMs - ms) ? b : a));
const USUAL: TypedForecast = { lowC: 6, highC: 18, dampness: 'usual', place: 'room' };

describe('daylight', () => {
  it('is that of the published model at 48 degrees', () => {
    expect(daylightHours(172, 48)).toBeCloseTo(16.1, 0);
    expect(daylightHours(355, 48)).toBeCloseTo(8.3, 0);
    expect(daylightHours(80, 48)).toBeCloseTo(12.2, 0);
    expect(daylightHours(172, -48)).toBeCloseTo(daylightHours(355, 48), 0);
  });
  it('rises before it sets, about noon', () => {
    const { riseMs, setMs } = sunTimes(Date.UTC(2030, 2, 21, 12));
    expect(setMs - riseMs).toBeGreaterThan(11 * HOUR_MS);
    expect(setMs - riseMs).toBeLessThan(13.5 * HOUR_MS);
  });
});

describe('a typed forecast', () => {
  const evening = MIDNIGHT + 20 * HOUR_MS;
  it('has its low at sunrise, its high two hours after noon, and begins with what was read', () => {
    const read = { atMs: evening, tempC: 13, rh: 0.6 };
    const points = forecastPoints(USUAL, evening, read, sun);
    expect(points[0]).toMatchObject({ atMs: evening, tempC: 13 });
    expect(points[0]!.rh).toBeCloseTo(0.6, 5);
    expect(at(points, MIDNIGHT + 29 * HOUR_MS).tempC).toBeCloseTo(6, 1);
    expect(at(points, MIDNIGHT + 38 * HOUR_MS).tempC).toBeCloseTo(18, 1);
  });
  it('by hand: half way through a night of ten hours, a third of the fall less e to the minus 2.2 is left', () => {
    // (e^-1.1 − e^-2.2)/(1 − e^-2.2) = (0.3329 − 0.1108)/0.8892 = 0.2498; at sunset 6 + 12·sin(π·14/17.8) = 13.46.
    const points = forecastPoints(USUAL, MIDNIGHT + 19 * HOUR_MS, undefined, sun);
    expect(points[0]!.tempC).toBeCloseTo(13.46, 1);
    expect(at(points, MIDNIGHT + 24 * HOUR_MS).tempC).toBeCloseTo(6 + 0.2498 * 7.46, 1);
  });
  it('a dry night keeps three quarters of its water, a damp one has more; rain makes it wet', () => {
    const read = { atMs: evening, tempC: 14, rh: 0.5 };
    const low = (dampness: Dampness) => {
      const p = at(forecastPoints({ ...USUAL, dampness }, evening, read, sun), MIDNIGHT + 29 * HOUR_MS);
      return p.rh * saturationHPa(p.tempC);
    };
    const was = 0.5 * saturationHPa(14);
    expect(low('usual')).toBeCloseTo(was, 1);
    expect(low('dry') / was).toBeCloseTo(DAMPNESS.dry.water, 2);
    expect(low('damp') / was).toBeCloseTo(DAMPNESS.damp.water, 2);
    const rain = { fromMs: evening + 2 * HOUR_MS, toMs: evening + 4 * HOUR_MS };
    const wet = forecastPoints({ ...USUAL, rain }, evening, read, sun);
    expect(at(wet, evening + 3 * HOUR_MS)).toMatchObject({ rh: 0.92, rainMm: 0.25 });
    expect(at(wet, evening + 5 * HOUR_MS).rainMm).toBe(0);
  });
  it('a room follows the yard: its low is later and not so low', () => {
    const read = { atMs: evening, tempC: 16, rh: 0.5 };
    const points = forecastPoints({ ...USUAL, place: 'yard' }, evening, read, sun);
    const coldest = points.slice(0, 24).reduce((a, b) => (b.tempC < a.tempC ? b : a));
    expect(coldest.tempC).toBeGreaterThan(6.5);
    expect(coldest.atMs).toBeGreaterThan(MIDNIGHT + 29 * HOUR_MS);
  });
  it('stays between low, high and reading, in order of time, with humidity that air can have', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -20, max: 25, noNaN: true }),
        fc.double({ min: 0, max: 20, noNaN: true }),
        fc.constantFrom<Dampness>('dry', 'usual', 'damp'),
        fc.integer({ min: 0, max: 47 }),
        fc.option(
          fc.record({
            tempC: fc.double({ min: -20, max: 40, noNaN: true }),
            rh: fc.double({ min: 0.05, max: 1, noNaN: true }),
          }),
          { nil: undefined },
        ),
        fc.constantFrom('yard' as const, 'room' as const),
        (lowC, over, dampness, half, air, place) => {
          const now = MIDNIGHT + half * (HOUR_MS / 2);
          const read = air && { atMs: now, ...air };
          const points = forecastPoints({ lowC, highC: lowC + over, dampness, place }, now, read, sun);
          // The difference to what was read goes away: the curve is never further off than it.
          const off = Math.max(over, Math.abs((read?.tempC ?? lowC) - lowC)) + 1e-6;
          for (const [i, p] of points.entries()) {
            expect(p.tempC).toBeGreaterThanOrEqual(lowC - off);
            expect(p.tempC).toBeLessThanOrEqual(lowC + over + off);
            expect(p.rh).toBeGreaterThan(0);
            expect(p.rh).toBeLessThanOrEqual(1);
            if (i > 0) expect(p.atMs).toBeGreaterThan(points[i - 1]!.atMs);
          }
          expect(points.length).toBeGreaterThan(30);
        },
      ),
    );
  });
});

describe('what was read against what was typed', () => {
  it('colder than the coming low, or too wet for a dry night, is asked; by the reading it agrees', () => {
    const cold = { atMs: 0, tempC: 3, rh: 0.8 };
    expect(contradictionOf(USUAL, cold)).toBe('colderNow');
    expect(byTheReading(USUAL, cold).lowC).toBe(3);
    const wet = { atMs: 0, tempC: 15, rh: 0.9 };
    expect(contradictionOf({ ...USUAL, dampness: 'dry' }, wet)).toBe('damperNow');
    expect(contradictionOf(byTheReading({ ...USUAL, dampness: 'dry' }, wet), wet)).toBeUndefined();
    // A warm room on a cold night is no contradiction, and neither is a room that nobody read.
    expect(contradictionOf({ ...USUAL, place: 'yard' }, cold)).toBeUndefined();
    expect(contradictionOf(USUAL, undefined)).toBeUndefined();
  });
});

/** What somebody would type of a night and the day after it: whole degrees, and the nearest of three words for its water. */
function typedOf(night: readonly AirPoint[], highC: number): TypedForecast {
  const read = night[0]!;
  const low = coldest(night);
  const water = (low.rh * saturationHPa(low.tempC)) / (read.rh * saturationHPa(read.tempC));
  const dampness = (['dry', 'usual', 'damp'] as const).reduce((a, b) =>
    Math.abs(DAMPNESS[b].water - water) < Math.abs(DAMPNESS[a].water - water) ? b : a,
  );
  return { lowC: Math.round(low.tempC), highC: Math.round(highC), dampness, place: 'room' };
}
const coldest = (air: readonly AirPoint[]) => air.reduce((a, b) => (b.tempC < a.tempC ? b : a));
const every10 = (fromMs: number, hours: number, air: (ms: number) => AirPoint) =>
  Array.from({ length: hours * 6 + 1 }, (_, k) => air(fromMs + k * 10 * MINUTE_MS));
interface Night {
  night: AirPoint[];
  points: ReturnType<typeof forecastPoints>;
  toMs: number;
}
/** Of those nights for which it says something, in how many it came so, give or take an hour where it says between when and when. */
function score(nights: readonly Night[], marginMs: number) {
  const out = { never: 0, neverMet: 0, spans: 0, spansMet: 0, perhaps: 0 };
  for (const { night, points, toMs } of nights) {
    const says = sweatsBy(points, toMs);
    const truth = firstSweatMs(night, toMs);
    if (says.kind === 'perhaps') out.perhaps++;
    if (says.kind === 'never') {
      out.never++;
      if (truth === undefined) out.neverMet++;
    }
    if (says.kind === 'between') {
      out.spans++;
      const isIn = (ms: number) => ms >= says.earliestMs - marginMs && ms <= says.latestMs + marginMs;
      if (truth !== undefined && isIn(truth)) out.spansMet++;
    }
  }
  return out;
}

describe('thirty nights of the demo’s weather, typed at six in the evening', () => {
  const anchor = MIDNIGHT + 13.75 * HOUR_MS;
  const sunOfDemo = (atMs: number): SunTimes => {
    const day = Math.floor((atMs - MIDNIGHT) / DAY) * DAY + MIDNIGHT;
    return { riseMs: day + 4.5 * HOUR_MS, setMs: day + 19.5 * HOUR_MS };
  };
  const nights = Array.from({ length: 30 }, (_, i): Night => {
    const from = MIDNIGHT - (i + 1) * DAY + 18 * HOUR_MS;
    const air = (ms: number) => workshopAir(ms, anchor, 1);
    const night = every10(from, 15, air);
    const highC = Math.max(...every10(from + 15 * HOUR_MS, 10, air).map((p) => p.tempC));
    return {
      night,
      points: forecastPoints(typedOf(night, highC), from, night[0], sunOfDemo),
      toMs: from + 15 * HOUR_MS,
    };
  });
  it('the low is met within 1.5 K in nine of ten', () => {
    const met = nights.filter(({ night, points, toMs }) => {
      const said = coldest(points.filter((p) => p.atMs <= toMs)).tempC;
      return Math.abs(said - coldest(night).tempC) <= 1.5;
    });
    expect(met.length).toBeGreaterThanOrEqual(27);
  });
  it('whether the panel sweats is right in eight of ten, and left open in one night of ten at most', () => {
    const { never, neverMet, spans, spansMet, perhaps } = score(nights, HOUR_MS);
    expect(neverMet + spansMet).toBeGreaterThanOrEqual(0.8 * (never + spans));
    expect(perhaps).toBeLessThanOrEqual(3);
  });
});

describe('a hundred clear nights that cool with the root of time (Brunt 1932), with gusts and changing water', () => {
  const nights = Array.from({ length: 100 }, (_, n): Night => {
    const chance = (k: number) => seeded(4100 + n, k);
    const from = MIDNIGHT + n * DAY + 18 * HOUR_MS;
    const [set, rise] = [from + HOUR_MS, from + 11 * HOUR_MS];
    const lowC = 4 + 8 * chance(1);
    const setC = lowC + 6 + 6 * chance(2);
    const dewC = lowC - 4 + 4 * chance(3);
    const drift = 1 + 0.25 * (chance(4) - 0.5);
    const night = every10(from, 15, (ms) => {
      const gone = Math.min(1, Math.max(0, (ms - set) / (rise - set)));
      const up = Math.max(0, ms - rise) / HOUR_MS;
      const gust = 0.5 * (chance(10 + Math.floor((ms - from) / HOUR_MS)) - 0.5);
      const tempC = setC - (setC - lowC) * Math.sqrt(gone) + 1.2 * up + gust;
      const hPa = saturationHPa(dewC) * (1 + (drift - 1) * gone);
      return { atMs: ms, tempC, rh: Math.min(1, hPa / saturationHPa(tempC)) };
    });
    const points = forecastPoints(typedOf(night, setC + 3), from, night[0], sun);
    return { night, points, toMs: rise };
  });
  it('the panel sweats between the two times that are said: in two of three, and within an hour of them in eight of ten', () => {
    const exact = score(nights, 0);
    expect(exact.spans).toBeGreaterThan(20);
    expect(exact.spansMet).toBeGreaterThanOrEqual(0.62 * exact.spans);
    expect(score(nights, HOUR_MS).spansMet).toBeGreaterThanOrEqual(0.8 * exact.spans);
    if (process.env.PRINT) process.stderr.write(JSON.stringify([exact, score(nights, HOUR_MS)]));
  });
  it('is less sure of what is further ahead', () => {
    expect([typedSpreadK(12), typedSpreadK(3)]).toEqual([1.5, 0.75]);
  });
});
