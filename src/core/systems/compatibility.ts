import { ON_FILLERS } from './over/fillers';
import { ON_FINISHES } from './over/finishes';
import { ON_FOUND } from './over/found';
import { ON_PRIMERS } from './over/primers';
import type { CompatibilityRow } from './over/row';
import { ON_SUBSTRATES } from './over/substrates';
import type { SurfaceKind } from './surfaces';

/**
 * What may lie on what: every surface under every material. The trade's general practice; a product's own sheet and the house method go
 * first.
 */
export const COMPATIBILITY: { readonly [S in SurfaceKind]: CompatibilityRow } = {
  ...ON_SUBSTRATES,
  ...ON_FOUND,
  ...ON_PRIMERS,
  ...ON_FILLERS,
  ...ON_FINISHES,
};
