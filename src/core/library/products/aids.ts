import type { Product, ProductFamily } from '../product';
import { part, film, limits } from './figures';

/** Cleaners, thinners, hardeners and guide coats: used up, but no layer of their own. */
const aid = (
  id: string,
  name: string,
  family: ProductFamily,
  densityKgL: number,
  vocGL: number,
  pricePerL: number,
  more: Partial<Product> = {},
): Product => ({
  id,
  name,
  family,
  mechanism: 'none',
  ratioBy: 'volume',
  parts: [part(name, 1, densityKgL, family === 'hardener' ? 0.45 : 0, vocGL, pricePerL)],
  stages: [],
  film: film(1, 0.5, 10, 10),
  coats: 1,
  limits: limits(5, 38, 0.9),
  basis: 'generic',
  ...more,
});

export const aids: readonly Product[] = [
  aid('thinner-fast', 'Thinner, fast', 'thinner', 0.86, 860, 8, { speed: 'fast', limits: limits(5, 20, 0.9) }),
  aid('thinner-medium', 'Thinner, medium', 'thinner', 0.87, 870, 9, { speed: 'medium', limits: limits(15, 27, 0.9) }),
  aid('thinner-slow', 'Thinner, slow', 'thinner', 0.88, 880, 10, { speed: 'slow', limits: limits(23, 38, 0.9) }),
  aid('blend-solvent', 'Blend solvent', 'thinner', 0.88, 880, 16, { limits: limits(10, 32, 0.9) }),
  aid('hardener-fast', 'Urethane hardener, fast', 'hardener', 1.02, 490, 36, {
    speed: 'fast',
    rateFactor: 1.6,
    limits: limits(5, 20, 0.9),
  }),
  aid('hardener-medium', 'Urethane hardener, medium', 'hardener', 1.02, 490, 34, {
    speed: 'medium',
    rateFactor: 1,
    limits: limits(15, 27, 0.9),
  }),
  aid('hardener-slow', 'Urethane hardener, slow', 'hardener', 1.02, 490, 35, {
    speed: 'slow',
    rateFactor: 0.7,
    limits: limits(23, 38, 0.9),
  }),
  aid('cleaner-metal', 'Wax and grease remover', 'cleaner', 0.76, 760, 7, { suits: 'metal' }),
  aid('cleaner-plastic', 'Anti-static plastic cleaner', 'cleaner', 0.86, 480, 11, { suits: 'plastic' }),
  aid('cleaner-water', 'Water-based cleaner', 'cleaner', 0.99, 90, 8, { suits: 'any' }),
  aid('guide-powder', 'Guide coat powder', 'guideCoat', 0.6, 0, 40, { colourHex: '#1d1d1f' }),
  aid('guide-mist', 'Guide coat mist', 'guideCoat', 0.8, 700, 22, { colourHex: '#1d1d1f' }),
];
