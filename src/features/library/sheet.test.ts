import { SHIPPED_PRODUCTS } from '@/core';
import { products } from '@/core/testing';
import { figureAt, figuresOf, textsOf, withTexts } from './sheet';

describe('a data sheet as it is typed', () => {
  it.each(SHIPPED_PRODUCTS.map((p) => [p.id, p] as const))('%s reads back what it was filled with', (_, p) => {
    for (const units of ['metric', 'us'] as const) {
      const r = withTexts(p, p.name, textsOf(p, units), units);
      if (!r.ok) throw new Error(JSON.stringify(r.error));
      for (const g of figuresOf(p))
        for (const f of g.figures) {
          const was = figureAt(p, f.path);
          const is = figureAt(r.value, f.path);
          // Four digits stand in the field.
          if (was === undefined) expect(is).toBeUndefined();
          else expect(Math.abs(is! - was)).toBeLessThanOrEqual(0.001 * Math.max(Math.abs(was), 20));
        }
    }
  });
  it('what is no number is said at its figure; a comma is a decimal point; the product is left alone', () => {
    const p = products('highbuild-2k')!;
    const before = JSON.stringify(p);
    const texts = textsOf(p, 'metric');
    const bad = withTexts(p, 'x', { ...texts, 'film.nominalUm': 'thick', 'limits.maxRh': '' }, 'metric');
    expect(!bad.ok && bad.error.map((e) => e.path).sort()).toEqual(['film.nominalUm', 'limits.maxRh']);
    const good = withTexts(p, ' Own primer ', { ...texts, 'film.nominalUm': '62,5', potLifeMin: '' }, 'metric');
    expect(good.ok && good.value).toMatchObject({ name: 'Own primer', film: { nominalUm: 62.5 } });
    expect(good.ok && good.value.potLifeMin).toBeUndefined();
    expect(JSON.stringify(p)).toBe(before);
  });
});
