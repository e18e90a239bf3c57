import { FAMILIES, type Product } from '../library/product';
import { readyMixMl } from './coverage';
import { readySolids, splitMix } from './ratio';
import { transferEfficiency } from './transfer';

/**
 * What the coats of a product cost, by the sums of the cup, in the shop's currency: usual thinner, usual transfer, a plain face.
 * @param areaCm2 cm²
 * @param filmUm dry film of one coat, µm; absent: the sheet's
 */
export function coatsCost(p: Product, areaCm2: number, coats: number, filmUm = p.film.nominalUm): number {
  const thinner = p.thinning?.defaultFraction ?? 0;
  const lands = transferEfficiency(FAMILIES[p.family].application, 'plain');
  return splitMix(p, readyMixMl(areaCm2, filmUm, coats, readySolids(p, thinner), lands), thinner).cost;
}
