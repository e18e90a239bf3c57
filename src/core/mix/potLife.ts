import { ACTIVATION_J_MOL, arrhenius } from '../cure/kinetics';
import type { Product } from '../library/product';

/** Up to this a cup loses its own heat as fast as it makes it, mL. */
const COOL_ML = 500;
/** Twice as much in one cup: a tenth less time. A cautious figure; nobody publishes one for all mixes. */
const SIZE_EXPONENT = 0.15;

/**
 * Pot life at a temperature: the data sheet's at 23 °C over the Arrhenius rate with the Ea of what rules the product (about halved for every 10 K
 * warmer), and shorter in a large cup.
 * @param tempC temperature of the mix, °C @param readyMl what is in one cup, mL
 * @returns minutes, or undefined for products that keep
 */
export function potLifeMinutes(p: Product, tempC: number, readyMl = 0): number | undefined {
  if (p.potLifeMin === undefined) return undefined;
  const ea = p.mechanism === 'polyester' || p.mechanism === 'epoxy' ? p.mechanism : 'urethane';
  const size = readyMl > COOL_ML ? (COOL_ML / readyMl) ** SIZE_EXPONENT : 1;
  return (p.potLifeMin / arrhenius(tempC, ACTIVATION_J_MOL[ea])) * size;
}
