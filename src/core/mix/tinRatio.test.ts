import fc from 'fast-check';
import { SHIPPED_PRODUCTS } from '../library/shipped';
import { products } from '../testing';
import { parseTinRatio, tinRatioText, withTinRatio, type TinRatio } from './tinRatio';
import { splitMix } from './ratio';

const read = (text: string, parts: number) => {
  const r = parseTinRatio(text, parts);
  return r.ok ? r.value : r.error;
};

describe('the ratio of a tin', () => {
  it.each<[string, number, TinRatio]>([
    ['4:1', 2, { parts: [4, 1] }],
    ['4 : 1 + 10 %', 2, { parts: [4, 1], thinner: { min: 0.1, max: 0.1 } }],
    ['2/1 + 5-15 % of the paint', 2, { parts: [2, 1], thinner: { min: 0.05, max: 0.15, of: 'paint' } }],
    ['2 : 1 + 5–15% of the mix', 2, { parts: [2, 1], thinner: { min: 0.05, max: 0.15, of: 'total' } }],
    // Eight of paint, one of hardener, one of thinner.
    ['8 : 1 : 1', 2, { parts: [8, 1], thinnerParts: 1 }],
    ['100:2 by weight', 2, { parts: [100, 2], by: 'weight' }],
    ['2,5 % by weight', 2, { parts: [100, 2.5], by: 'weight' }],
    ['3 % hardener', 2, { parts: [100, 3], by: 'weight' }],
    ['4:1 v/v', 2, { parts: [4, 1], by: 'volume' }],
    ['1:1', 1, { parts: [1], thinnerParts: 1 }],
    ['50 %', 1, { parts: [1], thinner: { min: 0.5, max: 0.5 } }],
    ['ready to use', 1, { parts: [1] }],
    ['5 : 1 : 0,5', 3, { parts: [5, 1, 0.5] }],
  ])('%s of %i', (text, parts, expected) => {
    const r = read(text, parts);
    expect(r).toMatchObject(expected);
    expect(Object.keys(r).sort()).toEqual(Object.keys(expected).sort());
  });
  it.each([
    ['', 2],
    ['4', 2],
    ['4:1:1:1', 2],
    ['4:0', 2],
    ['four to one', 2],
    ['4:1 + 10 % + 5 %', 2],
    ['4:1:1 + 10 %', 2],
    ['4:1 + 15-5 %', 2],
    ['-4:1', 2],
    ['ready to use', 2],
  ])('%s of %i is asked again', (text, parts) => expect(typeof read(text, parts)).toBe('string'));
  it.each(SHIPPED_PRODUCTS.map((p) => [p.id, p] as const))('%s says its own, and reads it back', (_, p) => {
    const r = parseTinRatio(tinRatioText(p), p.parts.length);
    if (!r.ok) throw new Error(`${tinRatioText(p)}: ${r.error}`);
    expect(withTinRatio(p, r.value)).toEqual(p);
  });
  it('8 : 1 : 1 is poured as eight, one and one', () => {
    const p = products('highbuild-2k')!;
    const r = parseTinRatio('8:1:1', 2);
    if (!r.ok) throw new Error(r.error);
    for (const of of ['paint', 'total'] as const) {
      const own = withTinRatio({ ...p, ratioBy: 'volume', thinning: { ...p.thinning!, of } }, r.value);
      expect(own.thinning!.defaultFraction).toBeCloseTo(of === 'paint' ? 1 / 8 : 1 / 9, 9);
      expect(splitMix(own, 1000, own.thinning!.defaultFraction).lines.map((l) => Math.round(l.volumeMl))).toEqual([
        800, 100, 100,
      ]);
      const weighed = withTinRatio({ ...own, ratioBy: 'weight' }, r.value);
      expect(splitMix(weighed, 1000, weighed.thinning!.defaultFraction).lines.map((l) => l.massG)).toEqual(
        [8, 1, 1].map((n): unknown =>
          expect.closeTo((n / 10) * splitMix(weighed, 1000, weighed.thinning!.defaultFraction).readyG, 6),
        ),
      );
    }
  });
  it('never throws, whatever is typed', () =>
    fc.assert(fc.property(fc.string(), fc.integer({ min: 1, max: 4 }), (t, n) => void parseTinRatio(t, n))));

  it.each([
    ['a quarter of a tube of 40 g to 8 oz', 40, 907.18474],
    ['1/4 tube of 1.4 oz to 8 oz', 39.689332, 907.18474],
    ['half a tube of 40 g per 1 lb', 40, 907.18474],
    ['1/2 tube 40 g for 450 g', 40, 900],
  ])('old measures: %s', (text, tubeG, toG) => {
    const read = parseTinRatio(text, 2);
    expect(read.ok && read.value.dose).toMatchObject({
      by: 'tube',
      tubeG: expect.closeTo(tubeG, 4),
      toG: expect.closeTo(toG, 4),
    });
  });
  it('a tube of which nobody says how much is in it is asked about', () =>
    expect(parseTinRatio('a quarter of a tube to 8 oz', 2)).toEqual({
      ok: false,
      error: 'How much is in the tube? Such as a quarter of a tube of 40 g to 8 oz',
    }));

  it('reads a dose as tins say it, gives it back, and keeps thinner beside it', () => {
    const filler = products('light-filler')!;
    for (const [text, dose] of [
      ['1 tube of 40 g to 1.8 kg', { by: 'tube', tubeG: 40, toG: 1800 }],
      ['one tube 50g per 1,5kg', { by: 'tube', tubeG: 50, toG: 1500 }],
      ['12 drops to 100 g', { by: 'drops', drops: 12, toG: 100, dropMl: 0.05 }],
      [
        '2 % at 20 °C, 3,5 % at 10 °C by weight',
        {
          by: 'percent',
          rows: [
            { tempC: 10, fraction: 0.035 },
            { tempC: 20, fraction: 0.02 },
          ],
        },
      ],
    ] as const) {
      const read = parseTinRatio(text, 2);
      expect(read).toMatchObject({ ok: true, value: { dose } });
      if (!read.ok) continue;
      const p = withTinRatio(filler, read.value);
      expect(parseTinRatio(tinRatioText(p), 2)).toMatchObject({ ok: true, value: { dose } });
      // Back to parts: the dose is gone.
      const parts = parseTinRatio('100 : 3 by weight', 2);
      expect(parts.ok && withTinRatio(p, parts.value).dose).toBeUndefined();
    }
    expect(parseTinRatio('1 tube of 0 g to 1 kg', 2)).toMatchObject({ ok: false });
    expect(parseTinRatio('12 drops to 100 g', 1)).toMatchObject({ ok: false });
    expect(parseTinRatio('2 % at 20 °C, 3 % at 20 °C', 2)).toMatchObject({ ok: false });
    const thinned = parseTinRatio('5 drops to 100 g + 10 %', 2);
    expect(thinned).toMatchObject({ ok: true, value: { thinner: { min: 0.1, max: 0.1 } } });
  });
});
