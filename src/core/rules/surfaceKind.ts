import { FAMILIES, type ProductFamily } from '../library/product';
import { SURFACE_NAMES, type LayerFamily, type SurfaceKind } from '../systems/surfaces';
import { isRust } from '../log/marks';
import { openFaults, type Layer } from '../strata/types';
import type { RuleContext } from './rule';

const isLayerFamily = (f: ProductFamily): f is LayerFamily => FAMILIES[f].role !== 'aid';

/** Where something is asked about: a zone, or a spot of it. */
export type Place = Pick<RuleContext, 'strata' | 'status' | 'nowMs'>;
/** Whether steel that lies open has rust on it: by its clock, or marked since it was last made bright. */
function isRusty({ strata, status, nowMs }: Place): boolean {
  const { rust } = status;
  if (rust && rust.rustsMs !== null && rust.rustsMs < nowMs) return true;
  const bright = strata.surface.brightMs ?? -Infinity;
  return openFaults(strata).some((f) => isRust(f.mark.fault) && f.atMs >= bright);
}

function kindOfLayer(c: Place, layer: Layer): SurfaceKind {
  if (FAMILIES[layer.family].role === 'found' && c.strata.substrate === 'plastic') return 'paintedPlastic';
  return isLayerFamily(layer.family) ? layer.family : 'oldCoating';
}
const kindOfSubstrate = (c: Place): SurfaceKind =>
  c.strata.substrate === 'steel' && isRusty(c) ? 'rustySteel' : c.strata.substrate;

/** What lies on top. */
export function surfaceOf(c: Place): SurfaceKind {
  const top = c.strata.layers[c.strata.layers.length - 1];
  return top ? kindOfLayer(c, top) : kindOfSubstrate(c);
}

/** What spots are called by what shows there: 'Spots of bare steel'. */
export const spotsName = (at: Place): string => `Spots of ${SURFACE_NAMES[surfaceOf(at)]}`;
