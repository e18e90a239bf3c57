import { ACTIVATION_J_MOL, arrhenius } from '../cure/kinetics';
import type { Product } from '../library/product';

/**
 * Pot life at a temperature: the data sheet's at 23 °C over the Arrhenius rate with Ea 55 kJ/mol (about halved for
 * every 10 K warmer).
 * @param tempC temperature of the mix, °C
 * @returns minutes, or undefined for products that keep
 */
export const potLifeMinutes = (p: Product, tempC: number): number | undefined =>
  p.potLifeMin === undefined ? undefined : p.potLifeMin / arrhenius(tempC, ACTIVATION_J_MOL.urethane);
