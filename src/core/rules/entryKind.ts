import { FAMILIES } from '../library/product';
import type { EventKind } from '../log/event';
import type { Step, StepKind } from './rule';

/** The kind of entry that a step without a product becomes, for what links and cautions speak of. */
const ENTRY_OF: Record<StepKind, EventKind> = {
  coat: 'coated',
  fill: 'filled',
  clean: 'cleaned',
  sand: 'sanded',
  guide: 'guideCoated',
  polish: 'polished',
  strip: 'stripped',
  blast: 'blasted',
  repair: 'repaired',
  fit: 'fitted',
  tape: 'masked',
  clamp: 'fitted',
  wax: 'polished',
  mask: 'masked',
  bake: 'baked',
  remove: 'removed',
  wait: 'baked',
};

/** The kind of entry that a step becomes: a coat of converter is logged as rust that was treated. */
export function entryKindOf(step: Step): EventKind {
  const used = 'product' in step ? FAMILIES[step.product.family].usedIn : 'none';
  return used === 'none' ? ENTRY_OF[step.kind] : used;
}
