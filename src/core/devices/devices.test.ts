import fc from 'fast-check';
import { acceptForecast, acceptReading } from './accept';
import { roundAsLogger, seeded, workshopAir, workshopForecast, workshopReadings } from './weather';

const NOW = Date.UTC(2030, 0, 10, 12);
const HOUR = 3_600_000;
const good = { atMs: NOW - HOUR, tempC: 14.2, rh: 0.61 };

describe('a reading from outside', () => {
  it('that is sound is taken, with its source', () =>
    expect(acceptReading(good, 'logger', NOW)).toEqual({ ok: true, value: { ...good, source: 'logger' } }));
  it.each([
    ['400 °C', { ...good, tempC: 400 }, /400\s°C is not a temperature/],
    ['NaN', { ...good, tempC: NaN }, /not a number/],
    ['null, as JSON writes NaN', { ...good, tempC: null }, /not a number/],
    ['text', { ...good, rh: '61' }, /humidity is not a number/],
    ['61 where 0.61 is meant', { ...good, rh: 61 }, /does not exist/],
    ['tomorrow', { ...good, atMs: NOW + 24 * HOUR }, /not come yet/],
    ['no time', { tempC: 1, rh: 0.5 }, /time is missing/],
    ['seconds for ms', { ...good, atMs: NOW / 1000 }, /time is missing/],
    ['a panel at 900 °C', { ...good, surfaceC: 900 }, /surface/],
    ['nothing', null, /not a reading/],
    ['a list', [1, 2], /not a reading/],
  ])('%s is refused with its reason', (_, raw, why) => {
    const r = acceptReading(raw, 'logger', NOW);
    expect(r.ok ? '' : String(r.error)).toMatch(why);
  });
  it('never throws, whatever comes', () => {
    fc.assert(fc.property(fc.anything(), (x) => void acceptReading(x, 'file', NOW)));
    fc.assert(fc.property(fc.anything(), (x) => void acceptForecast(x, NOW)));
  });
});

describe('a forecast from outside', () => {
  const f = { issuedMs: NOW, points: workshopForecast(NOW, NOW) };
  it('is taken as it is', () =>
    expect(acceptForecast(JSON.parse(JSON.stringify(f)), NOW)).toEqual({ ok: true, value: f }));
  it.each([
    ['backwards', { ...f, points: [...f.points].reverse() }, /order/],
    ['one hour only', { ...f, points: f.points.slice(0, 1) }, /less than two/],
    ['from last week', { ...f, points: f.points.map((p) => ({ ...p, atMs: p.atMs - 7 * 24 * HOUR })) }, /past/],
    ['with 400 °C', { ...f, points: [{ ...f.points[0], tempC: 400 }, ...f.points.slice(1)] }, /wrong/],
  ])('%s is refused', (_, raw, why) => {
    const r = acceptForecast(raw, NOW);
    expect(r.ok ? '' : String(r.error)).toMatch(why);
  });
});

describe('the made-up weather', () => {
  it('is the same for the same seed, and another for another', () => {
    expect(workshopAir(NOW, NOW, 5)).toEqual(workshopAir(NOW, NOW, 5));
    expect(workshopAir(NOW, NOW, 5)).not.toEqual(workshopAir(NOW, NOW, 6));
  });
  it('spreads its random numbers over 0 to 1', () => {
    const xs = Array.from({ length: 2000 }, (_, i) => seeded(3, i));
    expect(Math.min(...xs)).toBeGreaterThanOrEqual(0);
    expect(Math.max(...xs)).toBeLessThan(1);
    expect(xs.reduce((a, b) => a + b, 0) / xs.length).toBeCloseTo(0.5, 1);
  });
  it('has a cold night behind it and rain ahead', () => {
    const night = workshopReadings(NOW - 12 * HOUR, NOW, 15, NOW);
    expect(Math.min(...night.map((p) => p.tempC))).toBeLessThan(8);
    const ahead = workshopForecast(NOW, NOW);
    expect(ahead.slice(0, 24).some((p) => p.rainMm > 0)).toBe(true);
    expect(ahead[0]!.rainMm).toBe(0);
  });
  it('never says what its own judge would refuse', () => {
    fc.assert(
      fc.property(fc.integer({ min: -60 * 24, max: 0 }), fc.nat(1000), (hours, seed) => {
        const p = roundAsLogger(workshopAir(NOW + hours * HOUR, NOW, seed));
        expect(acceptReading(p, 'logger', NOW).ok).toBe(true);
      }),
    );
  });
});
