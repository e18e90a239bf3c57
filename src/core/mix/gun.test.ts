/** @jest-environment node */
import fc from 'fast-check';
import { fanProfile, filmOfCoat, flowMlMin, GUN_SETTINGS, landingAt, speedFor, unevenness } from './gun';

describe('a gun, by hand', () => {
  it('30 g of 1.2 g/mL in 10 s is 150 mL a minute', () => {
    expect(flowMlMin({ grams: 30, seconds: 10 }, 1.2)).toBeCloseTo(150, 9);
  });
  it('180 mL/min, a quarter solids, 65 % landing, 30 m/min, fan 25 cm, half over half: 7.8 µm', () => {
    expect(filmOfCoat(180, 0.25, 0.65, 30, 25, 0.5)).toBeCloseTo(7.8, 9);
    expect(speedFor(7.8, 180, 0.25, 0.65, 25, 0.5)).toBeCloseTo(30, 9);
  });
  it('a triangle laid half over itself is even; a soft fan is not quite; without overlap there are stripes', () => {
    expect(unevenness(1, 0.5)).toBeCloseTo(0, 6);
    // Soft fan, pitch 1: at 0 the sum is 1; half way 2·(1 − 1/4) = 1.5; mean of 2·∫(1 − x²) over the pitch is 4/3.
    expect(unevenness(2, 0.5)).toBeCloseTo(0.5 / (4 / 3), 2);
    expect(unevenness(2, 0.75)).toBeLessThan(unevenness(2, 0.5));
    expect(unevenness(2, 0)).toBeCloseTo(1 / (2 / 3), 2);
  });
  it('from 20 cm on each centimetre takes 1.5 %', () => {
    expect(landingAt(15)).toBe(1);
    expect(landingAt(30)).toBeCloseTo(0.85, 9);
  });
});

describe('a gun, always', () => {
  const plain = (min: number, max: number) => fc.double({ min, max, noNaN: true });
  it('speed and film are inverses, and a faster hand lays less', () => {
    fc.assert(
      fc.property(
        plain(30, 400),
        plain(0.1, 0.7),
        plain(0.3, 0.95),
        plain(8, 45),
        plain(8, 35),
        plain(0, 0.8),
        (f, s, t, v, w, o) => {
          const um = filmOfCoat(f, s, t, v, w, o);
          expect(speedFor(um, f, s, t, w, o)).toBeCloseTo(v, 6);
          expect(filmOfCoat(f, s, t, v * 1.2, w, o)).toBeLessThan(um);
        },
      ),
    );
  });
  it('a fan is full in its middle and nothing outside', () => {
    fc.assert(
      fc.property(plain(-2, 2), plain(1, 6), (x, m) => {
        const y = fanProfile(x, m);
        expect(y).toBeGreaterThanOrEqual(0);
        expect(y).toBeLessThanOrEqual(fanProfile(0, m));
        expect(fanProfile(-x, m)).toBe(y);
      }),
    );
  });
  it('every range runs upwards, and a fan is never laid wholly over itself', () => {
    for (const guns of Object.values(GUN_SETTINGS))
      for (const s of Object.values(guns)) {
        if (!s) continue;
        for (const r of [s.tipMm, s.bar, s.fanCm, s.distanceCm]) if (r) expect(r[0]).toBeLessThan(r[1]);
        expect(s.overlap).toBeLessThan(1);
      }
  });
});
