import fc from 'fast-check';
import { acceptScale, driftGMin, steadied, toleranceG } from './scale';

const run = (...g: number[]) => g.map((x, i) => ({ atMs: i * 150, g: x }));

describe('a scale', () => {
  it('in ounces is in grams; what no cup weighs, and what is no weight, is refused with a sentence', () => {
    expect(acceptScale({ atMs: 5, weight: 10, unit: 'oz' })).toEqual({ ok: true, value: { atMs: 5, g: 283.49523125 } });
    expect(acceptScale({ atMs: 5, weight: -12.5, unit: 'g' })).toMatchObject({ ok: true, value: { g: -12.5 } });
    for (const bad of [null, 3, {}, { weight: NaN, unit: 'g' }, { weight: 5 }, { weight: 5, unit: 'lb' }])
      expect(acceptScale(bad)).toMatchObject({ ok: false });
    expect(acceptScale({ weight: 250_000, unit: 'g' })).toMatchObject({ ok: false });
    fc.assert(fc.property(fc.anything(), (x) => typeof acceptScale(x).ok === 'boolean'));
  });
  it('at rest shows the middle of its readings, poured onto the newest, shaken the mean of them', () => {
    expect(steadied([])).toBeUndefined();
    expect(steadied(run(10, 10.1, 10, 10.1, 10))).toMatchObject({ g: 10, is: 'still' });
    expect(steadied(run(10, 14, 19, 25))).toMatchObject({ g: 25, is: 'moving' });
    const shaken = steadied(run(98, 102, 98, 102, 98, 102));
    expect(shaken?.is).toBe('shaking');
    expect(shaken?.g).toBeCloseTo(100, 9);
  });
  it('wanders by hand: 0.3 g over 6 s are 3 g a minute', () =>
    expect(
      driftGMin([
        { atMs: 0, g: 50 },
        { atMs: 6000, g: 50.3 },
      ]),
    ).toBeCloseTo(3, 6));
  it('a line is in within the last figure, or half a per cent', () => {
    expect(toleranceG(5)).toBe(0.1);
    expect(toleranceG(400)).toBe(2);
  });
});
