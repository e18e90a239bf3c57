import { products } from '../testing';
import { contradictionsIn } from './contradictions';
import type { Product } from './product';
import { SHIPPED_PRODUCTS } from './shipped';

const P = products('highbuild-2k')!;
const paths = (p: Product) => contradictionsIn(p).map((c) => c.path);
const recoat = P.stages.findIndex((s) => s.stage === 'recoat');
const stages = (more: Partial<Product['stages'][number]>) =>
  P.stages.map((s, i) => (i === recoat ? { ...s, ...more } : s));

describe('figures that cannot all be true', () => {
  it.each(SHIPPED_PRODUCTS.map((p) => [p.id, p] as const))('%s has none', (_, p) =>
    expect(contradictionsIn(p)).toEqual([]),
  );
  it.each<[string, Product, string]>([
    ['more a coat than the most', { ...P, film: { ...P.film, nominalUm: P.film.maxUm + 1 } }, 'film.nominalUm'],
    [
      'usual thinner over the most',
      { ...P, thinning: { ...P.thinning!, defaultFraction: 1.5 } },
      'thinning.defaultFraction',
    ],
    ['least thinner over the most', { ...P, thinning: { ...P.thinning!, minFraction: 1.5 } }, 'thinning.minFraction'],
    ['coated over before it has flashed', { ...P, stages: stages({ opensMin: 1 }) }, `stages[${recoat}].opensMin`],
    ['a window that closes before it opens', { ...P, stages: stages({ closesMin: 1 }) }, `stages[${recoat}].closesMin`],
    [
      'VOC over the weight of a litre',
      { ...P, parts: P.parts.map((x) => ({ ...x, densityKgL: 1, vocGL: 1100 })) },
      'parts[0].vocGL',
    ],
    [
      'solids and solvent over the whole',
      { ...P, parts: P.parts.map((x) => ({ ...x, volumeSolids: 0.9, vocGL: 600 })) },
      'parts[0].volumeSolids',
    ],
    [
      'grams a litre typed as density',
      { ...P, parts: P.parts.map((x) => ({ ...x, densityKgL: 7 })) },
      'parts[0].densityKgL',
    ],
    ['pot life over the cure', { ...P, potLifeMin: 90_000 }, 'potLifeMin'],
    ['coldest over hottest', { ...P, limits: { ...P.limits, minTempC: 50 } }, 'limits.minTempC'],
    ['a cure that stops over the coldest panel', { ...P, cureStopsBelowC: 30 }, 'cureStopsBelowC'],
  ])('%s', (_, p, path) => expect(paths(p)).toContain(path));
});
