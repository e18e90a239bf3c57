import { isBase, isTopcoat, isWaterBased } from '../library/product';
import { isMetal } from '../library/substrates';
import { HOUR_MS, MINUTE_MS, waitText } from '../units/time';
import { care, isKeyed, note, rule, stageOf, stop, type Rule } from './rule';

/** How long a wiped surface counts as clean where people walk about. */
const CLEAN_MS = 2 * HOUR_MS;
const DRY_MS = 3 * MINUTE_MS;

/** Cleaning before, and with what. */
export const CLEAN_RULES: readonly Rule[] = [
  rule('clean.before', ['coat', 'fill'], 'Cleaned since it was sanded or handled', (c) =>
    !c.strata.surface.clean && (isKeyed(c) || c.strata.layers.length === 0 || c.top?.family === 'oldCoating')
      ? stop(
          'It has not been cleaned since it was worked on.',
          'Blow or vacuum, then wipe with the cleaner for this substrate.',
        )
      : undefined,
  ),
  rule('clean.stale', ['coat'], 'Cleaned long ago', (c) => {
    const at = c.strata.surface.clean?.atMs;
    return at !== undefined && c.nowMs - at > CLEAN_MS
      ? care(
          `Cleaned ${waitText(c.nowMs - at)} ago; fingers and dust have been there since.`,
          'Wipe it again just before.',
        )
      : undefined;
  }),
  rule('clean.wet', ['coat', 'fill'], 'Cleaner still drying', (c) => {
    const at = c.strata.surface.clean?.atMs;
    return at !== undefined && c.nowMs - at < DRY_MS
      ? care('The cleaner may still be drying.', `${waitText(DRY_MS - (c.nowMs - at))} more.`)
      : undefined;
  }),
  rule('clean.plastic', ['clean'], 'Ordinary cleaner on plastic', (c) =>
    c.strata.substrate === 'plastic' && c.step.product.suits === 'metal'
      ? care('This one charges plastic, and dust flies to it.', 'Anti-static cleaner for plastic.')
      : undefined,
  ),
  rule('clean.metal', ['clean'], 'Plastic cleaner on metal', (c) =>
    isMetal(c.strata.substrate) && c.step.product.suits === 'plastic'
      ? care('Weak on wax and grease.', 'Wax and grease remover.')
      : undefined,
  ),
  rule('clean.water', ['clean'], 'Water on bare steel', (c) =>
    c.strata.substrate === 'steel' && c.strata.layers.length === 0 && isWaterBased(c.step.product)
      ? care('Water on bare steel: dry it at once, or it rusts.')
      : undefined,
  ),
  rule('clean.softBase', ['clean'], 'Cleaner over fresh base', (c) =>
    c.top && isBase(c.top.family) ? stop('Cleaner takes fresh base off.', 'Tack cloth only.') : undefined,
  ),
  rule('clean.softFilm', ['clean'], 'Cleaner over a film that is still soft', (c) => {
    const s = stageOf(c, 'sand');
    return c.top && !isBase(c.top.family) && s && !s.reached
      ? care(
          `${c.top.label} is still soft, and solvent bites into it.`,
          'Wait until it can be sanded, or only tack it off.',
        )
      : undefined;
  }),
  rule('clean.tack', ['coat'], 'Tack before each colour coat', (c) =>
    isBase(c.step.product.family) || isTopcoat(c.step.product.family)
      ? note('Tack cloth just before each coat.')
      : undefined,
  ),
];
