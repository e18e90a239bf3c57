import type { Product } from '../product';
import { part, film, limits } from './figures';

/** What each toner is to light stands in `core/colour/toners.ts` under the same name; here is what it is on the shelf: density, kg/L. */
const TONERS: readonly (readonly [id: string, name: string, densityKgL: number])[] = [
  ['white', 'White', 1.45],
  ['black-deep', 'Deep black', 1.02],
  ['black-blue', 'Blue-shade black', 1.03],
  ['oxide-red', 'Red oxide', 1.35],
  ['oxide-yellow', 'Yellow oxide', 1.3],
  ['oxide-brown', 'Brown oxide', 1.35],
  ['oxide-green', 'Green oxide', 1.35],
  ['yellow-lemon', 'Lemon yellow', 1.05],
  ['yellow-warm', 'Warm yellow', 1.05],
  ['orange', 'Orange', 1.06],
  ['red-bright', 'Bright red', 1.05],
  ['red-transparent', 'Transparent red', 1.02],
  ['maroon', 'Maroon', 1.04],
  ['magenta', 'Magenta', 1.04],
  ['violet', 'Violet', 1.04],
  ['blue-red', 'Red-shade blue', 1.05],
  ['blue-green', 'Green-shade blue', 1.05],
  ['green', 'Green', 1.06],
  ['green-yellow', 'Yellow-shade green', 1.06],
  ['black-weak', 'Weak black', 1],
  ['blue-weak', 'Weak blue', 1],
  ['red-weak', 'Weak red', 1],
  ['yellow-weak', 'Weak yellow', 1],
  ['aluminium-fine', 'Fine aluminium', 1.25],
  ['aluminium-medium', 'Medium aluminium', 1.25],
  ['aluminium-bright', 'Bright aluminium', 1.25],
  ['aluminium-coarse', 'Coarse aluminium', 1.25],
  ['pearl-white', 'White pearl', 1.15],
  ['pearl-blue', 'Blue pearl', 1.15],
  ['pearl-gold', 'Gold pearl', 1.15],
];

/** Made-up toners, as products that stand on the shelf and are poured like any other. */
export const toners: readonly Product[] = TONERS.map(([id, name, densityKgL]) => ({
  id: `toner-${id}`,
  name: `Toner, ${name.toLowerCase()}`,
  family: 'toner',
  mechanism: 'none',
  ratioBy: 'volume',
  parts: [part(`Toner, ${name.toLowerCase()}`, 1, densityKgL, 0.35, 420, 85)],
  stages: [],
  film: film(1, 0.5, 10, 10),
  coats: 1,
  limits: limits(5, 38, 0.9),
  basis: 'generic',
}));
