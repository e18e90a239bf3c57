import { isRust } from '../faults/treatment';
import { FAMILIES, type ProductFamily } from '../library/product';
import { COMPATIBILITY } from '../systems/compatibility';
import { entryOf, type Entry } from '../systems/entry';
import { MATERIAL_OF, type LayerFamily, type Material, type SurfaceKind } from '../systems/surfaces';
import type { ZoneStatus } from '../cure/status';
import { openFaults, type Layer, type Strata } from '../strata/types';
import type { RuleContext, Step } from './rule';

/** Profile that a blast must leave to be a key, µm: less is only a matt surface. */
export const KEYING_PROFILE_UM = 8;
/** Under this a profile only just grips, µm. */
export const SHALLOW_PROFILE_UM = 20;

const isLayerFamily = (f: ProductFamily): f is LayerFamily => FAMILIES[f].role !== 'aid';

/** Whether steel that lies open has rust on it: by its clock, or marked since it was last made bright. */
type Place = Pick<RuleContext, 'strata' | 'status' | 'nowMs'>;
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

/** What lies on top of strata, by their clocks. */
export const surfaceKindOf = (strata: Strata, status: ZoneStatus, nowMs: number): SurfaceKind =>
  surfaceOf({ strata, status, nowMs });

/** The column of what is put on; undefined for a step that puts nothing on. */
export const materialOf = (step: Step): Material | undefined =>
  'product' in step ? (MATERIAL_OF[step.product.family] ?? undefined) : undefined;

/** What the table says of a material on a surface, by the house method. */
export const entryOn = (c: RuleContext, surface: SurfaceKind, material: Material): Entry =>
  entryOf(COMPATIBILITY[surface].on[material], c.method);

/** Whether there is a scratch for the next coat to grip. */
export const isKeyed = (c: RuleContext): boolean =>
  c.strata.surface.scratch !== undefined || (c.strata.surface.blastProfileUm ?? 0) >= KEYING_PROFILE_UM;
