import { isFiller, isPrimer, isTopcoat } from '../library/product';
import { topLayer, type Strata } from '../strata/types';
import { finishScratchUm, scratchUm } from './grain';

/**
 * What sanding usually takes off: to flat, about one scratch depth (0.15 of the grain, 0.10 on clear) and the peel
 * (about 8 µm on sprayed primer, 4 on clear); shaping a filler with coarse paper takes about a third of what stands.
 * An estimate, µm.
 */
export function likelyRemovalUm(grit: number, strata: Strata | undefined): number {
  const top = strata && topLayer(strata);
  const first = !strata?.surface.scratch;
  if (!top) return 0;
  if (isFiller(top.family) && grit <= 120 && first) return Math.round(top.filmUm / 3);
  const depth = isTopcoat(top.family) ? finishScratchUm(grit) : scratchUm(grit);
  const peel = first ? (isTopcoat(top.family) ? 4 : isPrimer(top.family) ? 8 : 0) : 0;
  return Math.min(Math.round(depth + peel) || 1, Math.floor(top.filmUm / 2));
}
