import type { Product } from '../library/product';
import { FAMILIES } from '../library/product';
import { wantedCoats, type QualityLevel } from '../library/level';
import { planMix, type MixPlan } from '../mix/need';
import type { Transfer } from '../mix/session';
import type { Shape } from '../mix/transfer';
import { coatDefaults } from './draft';

/** Kept in hand for the last panel, fraction. */
export const USUAL_RESERVE = 0.1;

/**
 * What a cup is before anybody has said anything of it: the page of the cup begins with the same, and so do the panel's step and a blend.
 * @param areaCm2 cm²
 * @param more what differs: coats, how much lands, what it is like to spray
 * @returns undefined where nothing is mixed of it
 */
export function usualCup(
  product: Product,
  areaCm2: number,
  level: QualityLevel | undefined,
  more: { coats?: number | undefined; filmUm?: number; transfer?: Transfer; tempC?: number; shape?: Shape } = {},
): (MixPlan & { coats: number }) | undefined {
  if (!FAMILIES[product.family].mixed) return undefined;
  const d = coatDefaults(product);
  const coats = more.coats ?? wantedCoats(product, level);
  const plan = planMix({
    product,
    areaCm2,
    filmUm: more.filmUm ?? d.filmUm,
    coats,
    thinnerFraction: d.thinnerFraction ?? 0,
    application: d.application,
    shape: more.shape ?? 'plain',
    reserveFraction: USUAL_RESERVE,
    ...(more.transfer && { transfer: more.transfer }),
    ...(more.tempC !== undefined && { tempC: more.tempC }),
  });
  return plan.ok ? { ...plan.value, coats } : undefined;
}
