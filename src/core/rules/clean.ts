import { FAMILIES, isBase, isTopcoat, isWaterBased, type ProductFamily } from '../library/product';
import { isMetal } from '../library/substrates';
import { HOUR_MS, MINUTE_MS, waitText } from '../units/time';
import { WIPES } from '../systems/wipes';
import type { LayerFamily } from '../systems/surfaces';
import { care, note, rule, stageOf, stop, type Finding, type Rule, type RuleContext, type StepOf } from './rule';
import { isKeyed } from './surface';

/** How long a wiped surface counts as clean where people walk about. */
const CLEAN_MS = 2 * HOUR_MS;
const DRY_MS = 3 * MINUTE_MS;

const isLayer = (f: ProductFamily): f is LayerFamily => FAMILIES[f].role !== 'aid';

/** What a wipe would do to the film on top. */
function wipeOn(c: RuleContext<StepOf<'clean'>>): Finding | undefined {
  const { top } = c;
  if (!top || !isLayer(top.family)) return undefined;
  const water = isWaterBased(c.step.product);
  const sand = stageOf(c, 'sand');
  const recoat = stageOf(c, 'recoat');
  const more = (opensMs: number | null) =>
    opensMs === null ? 'Warm the panel.' : `${waitText(opensMs - c.nowMs)} more.`;
  switch (WIPES[top.family][water ? 'water' : 'solvent']) {
    case 'always':
      return undefined;
    case 'window':
      if (recoat?.closed)
        return care(
          `Cleaner softens ${top.label.toLowerCase()}, also now.`,
          'A quick wipe, a dry cloth after it, and no rubbing.',
        );
      return isBase(top.family)
        ? stop('Cleaner takes fresh base off.', 'Tack cloth only.')
        : stop(
            `Cleaner takes ${top.label.toLowerCase()} off while its window is open.`,
            'Coat over it without a wipe.',
          );
    case 'dry':
      if (isBase(top.family))
        return care(
          'On base a tack cloth is usual: water stands in the flake.',
          'If at all, anti-static, and dry at once.',
        );
      return recoat && !recoat.reached
        ? stop(`${top.label} is still wet: a wipe takes it off.`, more(recoat.opensMs), recoat.opensMs ?? undefined)
        : undefined;
    case 'hard': {
      const tape = stageOf(c, 'tape');
      if (isTopcoat(top.family) && tape && !tape.reached)
        return stop(
          `${top.label} is still soft: solvent dulls and wrinkles it.`,
          more(tape.opensMs),
          tape.opensMs ?? undefined,
        );
      return sand && !sand.reached
        ? care(
            `${top.label} is still soft: solvent will soften it.`,
            'Wait until it can be sanded, or only tack it off.',
          )
        : undefined;
    }
  }
}

/** Straight from the blast and not touched since: blown off dry is what many shops do. */
const isFreshBlast = (c: RuleContext): boolean =>
  c.strata.layers.length === 0 &&
  (c.strata.surface.blastProfileUm ?? 0) > 0 &&
  c.strata.surface.scratch === undefined &&
  c.nowMs - c.strata.surface.sinceMs < 8 * HOUR_MS;

/** Cleaning before, and with what. */
export const CLEAN_RULES: readonly Rule[] = [
  rule('clean.before', ['coat', 'fill'], 'Cleaned since it was sanded or handled', (c) =>
    !c.strata.surface.clean &&
    !(c.top && isBase(c.top.family)) &&
    (isKeyed(c) || c.strata.layers.length === 0 || (c.top && FAMILIES[c.top.family].role === 'found'))
      ? (isFreshBlast(c) ? care : stop)(
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
  rule('clean.wipedPlastic', ['coat'], 'Plastic wiped with ordinary cleaner', (c) => {
    const by = c.strata.surface.clean?.productId;
    return c.strata.substrate === 'plastic' && by !== undefined && c.products(by)?.suits === 'metal'
      ? care(
          'It was wiped with a cleaner that charges plastic: dust flies to it.',
          'Wipe it again with anti-static cleaner.',
        )
      : undefined;
  }),
  rule('clean.plastic', ['clean'], 'Ordinary cleaner on plastic', (c) =>
    c.strata.substrate === 'plastic' && c.step.product.suits === 'metal'
      ? care('This one charges plastic with static, and dust flies to it.', 'Anti-static cleaner for plastic.')
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
  rule('clean.film', ['clean'], 'A wipe over a film that does not bear it', wipeOn),
  rule('clean.tack', ['coat'], 'Tack before each colour coat', (c) =>
    isBase(c.step.product.family) || isTopcoat(c.step.product.family)
      ? note('Tack cloth just before each coat.')
      : undefined,
  ),
];
