import type { Product, ProductFamily } from '../product';
import { part, at, film, limits } from './figures';

const filler = (
  id: string,
  name: string,
  family: ProductFamily,
  densityKgL: number,
  sandMin: number,
  potLifeMin: number,
  nominalUm: number,
  maxUm: number,
  pricePerL: number,
): Product => ({
  id,
  name,
  family,
  mechanism: 'polyester',
  ratioBy: 'weight',
  parts: [part(name, 100, densityKgL, 0.97, 25, pricePerL), part('Paste hardener', 2, 1.15, 0.9, 85, 55)],
  potLifeMin,
  stages: [at('sand', sandMin), at('recoat', sandMin), at('full', sandMin * 24)],
  film: film(nominalUm, 20, maxUm, maxUm),
  coats: 1,
  limits: limits(10, 32, 0.85),
  cureStopsBelowC: 5,
  basis: 'generic',
});

export const fillers: readonly Product[] = [
  {
    ...filler('glass-filler', 'Glass-reinforced filler', 'glassFiller', 1.75, 35, 7, 2500, 6000, 14),
    colourHex: '#8f8f62',
  },
  { ...filler('light-filler', 'Light filler', 'lightFiller', 1.15, 25, 6, 1000, 3000, 12), colourHex: '#c59a6c' },
  {
    ...filler('epoxy-filler', 'Epoxy filler', 'epoxyFiller', 1.4, 480, 45, 1000, 5000, 38),
    mechanism: 'epoxy',
    parts: [part('Epoxy filler', 1, 1.45, 0.99, 8, 38), part('Epoxy filler hardener', 1, 1.35, 0.99, 8, 38)],
    limits: limits(12, 32, 0.85),
    cureStopsBelowC: 10,
    colourHex: '#9aa38b',
  },
  {
    ...filler('flexible-filler', 'Flexible filler for plastic', 'flexibleFiller', 1.2, 30, 5, 800, 3000, 46),
    mechanism: 'urethane',
    parts: [part('Flexible filler', 1, 1.25, 0.98, 15, 46), part('Flexible filler hardener', 1, 1.15, 0.98, 15, 46)],
    limits: limits(10, 32, 0.85),
    cureStopsBelowC: 5,
    colourHex: '#7d858c',
  },
  { ...filler('glaze', 'Fine glaze', 'glaze', 1.35, 18, 5, 150, 500, 24), colourHex: '#e2c77c' },
];
