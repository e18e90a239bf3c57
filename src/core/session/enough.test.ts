/** @jest-environment node */
import fc from 'fast-check';
import { cansFor, enough, normalCdf, oddsEnough, takesTogether } from './enough';

/** Uniform numbers from a generator of its own (Park and Miller), and normal ones from them (Box and Muller). */
function drawer(seed: number) {
  let s = seed;
  const uniform = () => (s = (s * 48_271) % 2_147_483_647) / 2_147_483_647;
  return () => Math.sqrt(-2 * Math.log(uniform())) * Math.cos(2 * Math.PI * uniform());
}

describe('whether it lasts', () => {
  it('the normal curve by its table', () => {
    expect(normalCdf(0)).toBeCloseTo(0.5, 7);
    expect(normalCdf(1.281552)).toBeCloseTo(0.9, 6);
    expect(normalCdf(-1.644854)).toBeCloseTo(0.05, 6);
  });
  it('with exactly what is needed it is even odds, whatever the spread', () => {
    const coats = [{ id: 'a', ml: 300 }];
    expect(oddsEnough(coats, { ml: 300, spread: 0.05 }, 0.17)).toBeCloseTo(0.5, 2);
    expect(oddsEnough([], { ml: 0, spread: 0 }, 0.1)).toBe(1);
    expect(oddsEnough(coats, { ml: 20, spread: 0.02 }, 0.1, 30)).toBe(0);
  });
  it('by hand: one coat of 300 mL, gun 0.17, hand 0.1: 0.9 at exp(1.2816·0.1972)', () => {
    const have = 300 * Math.exp(1.281552 * Math.hypot(0.17, 0.1));
    expect(oddsEnough([{ id: 'a', ml: 300 }], { ml: have, spread: 0 }, 0.17)).toBeCloseTo(0.9, 3);
  });
  it('what the hand does evens out over many coats, what the gun does does not', () => {
    const one = takesTogether([{ id: 'a', ml: 800 }], 0.1);
    const eight = takesTogether(
      Array.from({ length: 8 }, (_, i) => ({ id: `${i}`, ml: 100 })),
      0.1,
    );
    expect(one.spread).toBeCloseTo(Math.hypot(0.1, 0.1), 6);
    expect(eight.spread).toBeLessThan(0.11);
    expect(eight.spread).toBeGreaterThan(0.1);
  });
  it('the part that is begun last waits, with all of its coats, until the rest is sure', () => {
    const coats = ['a', 'b', 'c'].flatMap((id) => [{ id, ml: 100 }]);
    const twice = [...coats, ...coats];
    const found = enough(twice, { ml: 450, spread: 0.02 }, 0.1);
    expect(found.odds).toBeLessThan(0.1);
    expect(found.waits).toEqual(['c', 'b'].slice(0, found.waits.length));
    expect(found.waits).toEqual(expect.arrayContaining(['c']));
    expect(found.oddsThen).toBeGreaterThanOrEqual(0.9);
    expect(enough(twice, { ml: 900, spread: 0.02 }, 0.1).waits).toEqual([]);
  });
  it('more of it is never worse, and more coats are never better', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 5, max: 400, noNaN: true }), { minLength: 1, maxLength: 12 }),
        fc.double({ min: 50, max: 3000, noNaN: true }),
        fc.double({ min: 0.02, max: 0.3, noNaN: true }),
        (mls, have, gun) => {
          const coats = mls.map((ml, i) => ({ id: `${i}`, ml }));
          const at = (x: number, c = coats) => oddsEnough(c, { ml: x, spread: 0.05 }, gun);
          expect(at(have * 1.1)).toBeGreaterThanOrEqual(at(have) - 1e-12);
          expect(at(have, coats.slice(0, -1))).toBeGreaterThanOrEqual(at(have) - 0.02);
        },
      ),
    );
  });
  it('nine in ten holds in nine of ten evenings: 20,000 drawn ones, by a simulation of its own', () => {
    const normal = drawer(4711);
    for (const [n, gun, shelf] of [
      [3, 0.17, 0.08],
      [12, 0.1, 0.02],
      [30, 0.06, 0.05],
    ] as const) {
      const coats = Array.from({ length: n }, (_, i) => ({ id: `${i % 6}`, ml: 40 + 15 * (i % 7) }));
      // So much on the shelf that the answer is nine in ten.
      let [low, high] = [1, 100_000];
      for (let k = 0; k < 60; k++) {
        const mid = (low + high) / 2;
        if (oddsEnough(coats, { ml: mid, spread: shelf }, gun, 15) < 0.9) low = mid;
        else high = mid;
      }
      let lasted = 0;
      for (let k = 0; k < 20_000; k++) {
        const gunFactor = Math.exp(gun * normal());
        const used = coats.reduce((s, c) => s + c.ml * Math.exp(0.1 * normal()), 0) * gunFactor;
        if (low * Math.exp(shelf * normal()) - 15 >= used) lasted++;
      }
      expect(lasted / 20_000).toBeGreaterThan(0.88);
      expect(lasted / 20_000).toBeLessThan(0.92);
    }
  });
  it('cans are whole, and none for nothing', () => {
    expect(cansFor(0, 400, 10)).toBe(0);
    expect(cansFor(390, 400, 10)).toBe(1);
    expect(cansFor(391, 400, 10)).toBe(2);
  });
});
