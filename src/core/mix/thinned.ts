import type { Product } from '../library/product';
import { readySolids, splitMix } from './ratio';

/** What thinner does to a mix. */
export interface Thinned {
  /** Volume solids ready to spray, fraction. */
  solids: number;
  /** Wet film that dries to the nominal one, µm. */
  wetUm: number;
  /** What the usual wet coat dries to now, µm: as much as with the usual thinner hangs, laid alike. */
  dryUm: number;
  /** Wet film that hangs on an upright panel, against the usual mix: 1 as usual, 0.8 a fifth less. */
  hangs: number;
  vocGL: number;
  /** Against the sheet. */
  against: 'under' | 'within' | 'over';
}

/** A tenth more thinner in the cup halves the viscosity: a rule of thumb that no sheet contradicts by much. */
const HALVES_AT = 0.1;

/**
 * Over- and under-thinned: what it does to solids, film and sagging. A wet film runs with ρgh²/(2η), so what hangs goes by the root of the
 * viscosity.
 * @param fraction thinner as a fraction of what the product counts it on
 */
export function thinned(p: Product, fraction: number, tempC?: number): Thinned {
  const usual = p.thinning?.defaultFraction ?? 0;
  const [solids, asUsual] = [readySolids(p, fraction, tempC), readySolids(p, usual, tempC)];
  const share = (f: number): number => {
    const { lines, readyMl } = splitMix(p, 1, f, tempC);
    return (lines.find((l) => l.role === 'thinner')?.volumeMl ?? 0) / readyMl;
  };
  const hangs = Math.sqrt(2 ** (-(share(fraction) - share(usual)) / HALVES_AT));
  const t = p.thinning;
  return {
    solids,
    wetUm: solids > 0 ? p.film.nominalUm / solids : Infinity,
    dryUm: asUsual > 0 ? (p.film.nominalUm / asUsual) * solids : 0,
    hangs,
    vocGL: splitMix(p, 1, fraction, tempC).vocGL,
    against:
      !t || fraction < t.minFraction - 1e-9
        ? t
          ? 'under'
          : 'within'
        : fraction > t.maxFraction + 1e-9
          ? 'over'
          : 'within',
  };
}
