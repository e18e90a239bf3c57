import { COMPATIBILITY } from '../systems/compatibility';
import { entryOf, type Entry } from '../systems/entry';
import { MATERIAL_OF, type Material, type SurfaceKind } from '../systems/surfaces';
import type { RuleContext, Step } from './rule';

export { surfaceOf } from './surfaceKind';

/** Profile that a blast must leave to be a key, µm: less is only a matt surface. */
export const KEYING_PROFILE_UM = 8;
/** Under this a profile only just grips, µm. */
export const SHALLOW_PROFILE_UM = 20;

/** The column of what is put on; undefined for a step that puts nothing on. */
export const materialOf = (step: Step): Material | undefined =>
  'product' in step ? (MATERIAL_OF[step.product.family] ?? undefined) : undefined;

/** What the table says of a material on a surface, by the house method. */
export const entryOn = (c: RuleContext, surface: SurfaceKind, material: Material): Entry =>
  entryOf(COMPATIBILITY[surface].on[material], c.method);

/** Whether there is a scratch for the next coat to grip. */
export const isKeyed = (c: RuleContext): boolean =>
  c.strata.surface.scratch !== undefined || (c.strata.surface.blastProfileUm ?? 0) >= KEYING_PROFILE_UM;
