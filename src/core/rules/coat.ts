import { isBase, isFiller, isPrimer, isTopcoat } from '../library/product';
import { CLOSING_SOON_MS } from '../cure/status';
import { SUBSTRATE } from '../strata/types';
import { grainUm } from '../grit/grain';
import { figure, phrase } from '../units/phrase';
import { DAY_MS, waitText } from '../units/time';
import { care, isKeyed, note, rule, stageOf, stop, type Rule, type RuleContext, type StepOf } from './rule';

type Coating = RuleContext<StepOf<'coat'>>;
const same = (c: Coating) => c.top?.productId === c.step.product.id && !isKeyed(c);
const film = (c: Coating) => c.step.filmUm ?? c.step.product.film.nominalUm;
const isTwoPack = (m: string) => m === 'urethane' || m === 'epoxy' || m === 'polyester';

/** A scratch is hidden by about a quarter of the dry film over it; its depth is about 0.15 of the grain. */
export const coarsestHidden = (filmUm: number): number => filmUm / 4 / 0.15;

/** What may be sprayed over what, and when. */
export const COAT_RULES: readonly Rule[] = [
  rule('coat.flash', ['coat'], 'Next coat before the last has flashed', (c) => {
    const s = stageOf(c, 'flash');
    return same(c) && s && !s.reached
      ? stop(
          'Too early: the last coat has not flashed, and solvent is shut in.',
          s.opensMs === null ? 'Warm the panel.' : `${waitText(s.opensMs - c.nowMs)} more.`,
          s.opensMs ?? undefined,
        )
      : undefined;
  }),
  rule('coat.recoatEarly', ['coat'], 'Another product before this one can be coated over', (c) => {
    const s = stageOf(c, 'recoat');
    return c.top && !same(c) && s && !s.reached
      ? stop(
          `Too early over ${c.top.label.toLowerCase()}.`,
          s.opensMs === null ? 'Warm the panel.' : `${waitText(s.opensMs - c.nowMs)} more.`,
          s.opensMs ?? undefined,
        )
      : undefined;
  }),
  rule('coat.windowClosed', ['coat'], 'Recoat window closed, not sanded', (c) =>
    stageOf(c, 'recoat')?.closed && !isKeyed(c)
      ? stop('The window to coat without sanding has closed.', 'Sand for key, clean, then coat.')
      : undefined,
  ),
  rule('coat.windowClosing', ['coat'], 'Recoat window about to close', (c) =>
    c.status.closesMs !== undefined && c.status.closesMs - c.nowMs < CLOSING_SOON_MS
      ? note(`The window closes in ${waitText(c.status.closesMs - c.nowMs)}.`)
      : undefined,
  ),
  rule('coat.oldUnkeyed', ['coat'], 'Old coating without a scratch', (c) =>
    c.top?.family === 'oldCoating' && !isKeyed(c)
      ? stop('Nothing holds on an old coating that was not keyed.', 'Sand it with P320 or strip it.')
      : undefined,
  ),
  rule('coat.oldUnknown', ['coat'], 'Old coating that may be one-pack', (c) =>
    c.top?.family === 'oldCoating' && isKeyed(c)
      ? care(
          'Nobody knows what this old coating is: thinner may lift it.',
          'Rub a spot with thinner; if it softens, strip or seal with epoxy.',
        )
      : undefined,
  ),
  rule('coat.coarse', ['coat'], 'Scratch coarser than the coat hides', (c) => {
    const g = c.strata.surface.scratch?.grit;
    if (g === undefined || c.strata.layers.length === 0) return undefined;
    // Base has clear over it, but clear shows a scratch rather than hides it, so only the film itself counts.
    const whole = film(c) * Math.max(1, c.step.product.coats);
    return grainUm(g) > coarsestHidden(whole)
      ? stop(
          phrase`P${g} would show: ${c.step.product.name.toLowerCase()} hides a scratch of about ${figure('film', whole / 4)}.`,
          'Refine the scratch first.',
        )
      : undefined;
  }),
  rule('coat.fine', ['coat'], 'Scratch too fine to key', (c) => {
    const g = c.strata.surface.scratch?.grit;
    if (g === undefined || c.strata.layers.length === 0) return undefined;
    const finest = isPrimer(c.step.product.family) ? 600 : 1500;
    return g > finest ? care(`P${g} is too fine to grip.`, `Not finer than P${finest} under this.`) : undefined;
  }),
  rule('coat.oneKUnderTwoK', ['coat'], 'One-pack under two-pack', (c) =>
    c.top &&
    ['weldThrough', 'oldCoating'].includes(c.top.family) &&
    isTwoPack(c.step.product.mechanism) &&
    c.step.product.mechanism !== 'epoxy'
      ? care('Two-pack over one-pack can lift it.', 'Epoxy between them is the usual answer.')
      : undefined,
  ),
  rule('coat.polyesterOverAcid', ['coat'], 'Polyester spray filler over etch or converter', (c) =>
    c.step.product.mechanism === 'polyester' && c.top && ['etch', 'converter'].includes(c.top.family)
      ? stop('Acid below keeps polyester from curing.', 'Seal with epoxy first.')
      : undefined,
  ),
  rule('coat.epoxyOverEtch', ['coat'], 'Epoxy over etch primer', (c) =>
    c.step.product.family === 'epoxy' && c.top?.family === 'etch'
      ? care('Not every epoxy may go over etch primer: look at its data sheet.')
      : undefined,
  ),
  rule('coat.filmMax', ['coat'], 'Film over the most it should stand', (c) => {
    const has = c.top?.productId === c.step.product.id ? c.top.filmUm : 0;
    return has + film(c) > c.step.product.film.maxTotalUm
      ? stop(
          phrase`That would be ${figure('film', has + film(c))}; over ${figure('film', c.step.product.film.maxTotalUm)} it traps solvent, sinks and cracks.`,
          'Sand some off first.',
        )
      : undefined;
  }),
  rule('coat.thick', ['coat'], 'One coat too heavy', (c) =>
    film(c) > c.step.product.film.maxUm
      ? care(
          phrase`Over ${figure('film', c.step.product.film.maxUm)} in one coat it runs and traps solvent.`,
          'Two lighter coats.',
        )
      : undefined,
  ),
  rule('coat.thin', ['coat'], 'One coat too thin', (c) =>
    film(c) < c.step.product.film.minUm
      ? care(phrase`Under ${figure('film', c.step.product.film.minUm)} it does not flow or protect.`)
      : undefined,
  ),
  rule('coat.baseOnFiller', ['coat'], 'Colour straight on filler', (c) =>
    c.top && isFiller(c.top.family) && (isBase(c.step.product.family) || isTopcoat(c.step.product.family))
      ? stop('Filler drinks colour, and every edge shows.', 'Prime it first.')
      : undefined,
  ),
  rule('coat.fillerRaw', ['coat'], 'Primer on filler that was not sanded', (c) =>
    c.top && isFiller(c.top.family) && !isKeyed(c) && isPrimer(c.step.product.family)
      ? stop('The filler has not been sanded.', 'Shape it, and finish with P180 to P320.')
      : undefined,
  ),
  rule('coat.baseOnRawBuild', ['coat'], 'Colour on high-build that was not blocked', (c) =>
    c.top && ['highBuild', 'sprayFiller'].includes(c.top.family) && !isKeyed(c) && isBase(c.step.product.family)
      ? stop(
          'The primer has not been blocked: its peel shows through colour.',
          'Guide coat, block with P400, finish with P600.',
        )
      : undefined,
  ),
  rule('coat.clearNeedsBase', ['coat'], 'Clear on something that is no colour', (c) =>
    c.step.product.family === 'clear' && c.top && !isBase(c.top.family) && !isTopcoat(c.top.family)
      ? stop('Clear goes over colour.', 'Base coat first.')
      : undefined,
  ),
  rule('coat.primerOnColour', ['coat'], 'Primer over fresh colour', (c) =>
    c.top && isBase(c.top.family) && isPrimer(c.step.product.family)
      ? stop('Primer over base coat lifts it.', 'Clear it, or sand the base off.')
      : undefined,
  ),
  rule('coat.polished', ['coat'], 'Anything over a polished surface', (c) =>
    c.strata.surface.polished ? stop('Nothing grips polish and compound.', 'Clean and sand it first.') : undefined,
  ),
  rule('coat.spots', ['coat'], 'Bare spots from sanding through', (c) => {
    const s = c.strata.surface.spots;
    return s?.exposes === SUBSTRATE && !['epoxy', 'dtm', 'etch', 'plasticPromoter'].includes(c.step.product.family)
      ? stop('There are bare spots where it was sanded through.', 'Spot them with direct-to-metal or epoxy primer.')
      : undefined;
  }),
  rule('coat.guideLeft', ['coat'], 'Guide coat still on the surface', (c) =>
    c.strata.surface.guideCoat ? stop('Guide coat is still on it.', 'Block it off, or wipe it off.') : undefined,
  ),
  rule('coat.onUnderseal', ['coat'], 'Paint over underseal', (c) =>
    c.top?.family === 'underseal' && c.step.product.family !== 'underseal'
      ? stop('Paint cracks on underseal.')
      : undefined,
  ),
  rule('coat.sealerOnBare', ['coat'], 'Seam sealer into bare metal', (c) =>
    c.step.product.family === 'seamSealer' && c.strata.layers.length === 0
      ? stop('Sealer goes into clean, primed joints; on bare metal rust creeps under it.', 'Prime first.')
      : undefined,
  ),
  rule('coat.rest', ['coat'], 'Rest before colour', (c) =>
    isBase(c.step.product.family) && c.top?.family === 'highBuild' && c.nowMs - c.top.lastAppliedMs < 2 * DAY_MS
      ? note('Primer shrinks for days: the longer it rests before colour, the less shows later.')
      : undefined,
  ),
];
