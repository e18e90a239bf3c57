import { SHIPPED_PRODUCTS, type Product } from '@/core';
import { splitMix } from '@/core/mix/ratio';
import { products } from '@/core/testing';
import { allFigures, figureAt, isStated, textsOf, withTexts } from './sheet';

const counting = (p: Product) => ({ ratioBy: p.ratioBy, thinnerOf: p.thinning?.of ?? ('total' as const) });
/** An own product all of whose figures are from a data sheet. */
const owned = (p: Product): Product => ({ ...p, basis: 'sheet', copiedFrom: p.id });
const save = (p: Product, texts: Record<string, string>, units: 'metric' | 'us' = 'metric') =>
  withTexts(owned(p), p, p.name, texts, units, counting(p));

describe('a data sheet as it is typed', () => {
  it.each(SHIPPED_PRODUCTS.map((p) => [p.id, p] as const))('%s reads back what it was filled with', (_, p) => {
    for (const units of ['metric', 'us'] as const) {
      const r = save(p, textsOf(owned(p), units), units);
      if (!r.ok) throw new Error(JSON.stringify(r.error));
      for (const f of allFigures(p)) {
        const was = figureAt(p, f.path);
        const is = figureAt(r.value, f.path);
        // Four digits stand in the field.
        if (was === undefined) expect(is).toBeUndefined();
        else expect(Math.abs(is! - was)).toBeLessThanOrEqual(0.001 * Math.max(Math.abs(was), 20));
      }
      expect(r.value.parts.map((x) => x.parts)).toEqual(p.parts.map((x) => x.parts));
    }
  });
  it.each(SHIPPED_PRODUCTS.map((p) => [p.id, p] as const))('%s of which nothing is typed is as its kind', (_, p) => {
    const r = save(p, {});
    expect(r.ok && { ...r.value, basis: p.basis }).toEqual({ ...p, copiedFrom: p.id, stated: [] });
  });
  it('what is no number is said at its figure; a comma is a decimal point; the product is left alone', () => {
    const p = products('highbuild-2k')!;
    const before = JSON.stringify(p);
    const bad = save(p, { 'film.nominalUm': 'thick', ratio: 'four to one', 'limits.maxRh': '' });
    expect(!bad.ok && bad.error.map((e) => e.path).sort()).toEqual(['film.nominalUm', 'ratio']);
    const good = withTexts(owned(p), p, ' Own primer ', { 'film.nominalUm': '62,5' }, 'metric', counting(p));
    expect(good.ok && good.value).toMatchObject({ name: 'Own primer', film: { nominalUm: 62.5 } });
    expect(JSON.stringify(p)).toBe(before);
  });
  it('says which figures are from the sheet, and goes back to those of its kind where one is emptied', () => {
    const p = products('highbuild-2k')!;
    const typed = save(p, { ratio: '8:1:1', potLifeMin: '45' });
    if (!typed.ok) throw new Error(JSON.stringify(typed.error));
    expect(typed.value).toMatchObject({ potLifeMin: 45, stated: ['ratio', 'potLifeMin'] });
    expect([isStated(typed.value, 'potLifeMin'), isStated(typed.value, 'film.nominalUm')]).toEqual([true, false]);
    const again = withTexts(typed.value, p, 'x', { ratio: '8:1:1' }, 'metric', counting(typed.value));
    expect(again.ok && [again.value.potLifeMin, again.value.stated]).toEqual([p.potLifeMin, ['ratio']]);
  });
  it('the same numbers by weight are another mix', () => {
    const p = products('highbuild-2k')!;
    const by = (ratioBy: 'volume' | 'weight') => {
      const r = withTexts(owned(p), p, 'x', { ratio: '4:1' }, 'metric', { ratioBy, thinnerOf: 'total' });
      if (!r.ok) throw new Error(JSON.stringify(r.error));
      return splitMix(r.value, 100, 0).lines[1]!.volumeMl;
    };
    expect(by('volume')).toBeCloseTo(20, 6);
    expect(by('weight')).not.toBeCloseTo(20, 1);
  });
});
