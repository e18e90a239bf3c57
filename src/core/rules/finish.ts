import { isBase, isFiller, isPrimer, isTopcoat } from '../library/product';
import { grainUm } from '../grit/grain';
import { figure, phrase } from '../units/phrase';
import { DAY_MS, waitText } from '../units/time';
import { care, note, rule, stageOf, stop, type Finding, type Rule, type RuleContext } from './rule';
import type { Stage } from '../library/product';

/** Clear that must stay over base, µm. */
export const CLEAR_RESERVE_UM = 35;

const tooEarly = (c: RuleContext, stage: Stage, says: string): Finding | undefined => {
  const s = stageOf(c, stage);
  if (!s || s.reached) return undefined;
  return stop(
    says,
    s.opensMs === null ? 'It stands still in this cold: warm the panel.' : `${waitText(s.opensMs - c.nowMs)} more.`,
    s.opensMs ?? undefined,
  );
};

/** Sanding, guide coat, polishing, and what comes after. */
export const FINISH_RULES: readonly Rule[] = [
  rule('sand.clogs', ['sand'], 'Sanding before it is hard: the paper clogs', (c) =>
    c.top && (isFiller(c.top.family) || isPrimer(c.top.family))
      ? tooEarly(c, 'sand', `${c.top.label} is still soft: sanded now it clogs the paper.`)
      : undefined,
  ),
  rule('sand.burns', ['sand'], 'Cutting a topcoat too early: it burns through', (c) =>
    c.top && isTopcoat(c.top.family)
      ? tooEarly(c, 'sand', `${c.top.label} is still soft: cut now it burns through.`)
      : undefined,
  ),
  rule('sand.base', ['sand'], 'Sanding base coat', (c) =>
    c.top && isBase(c.top.family)
      ? care('Sanding base moves the flake: it needs another base coat over it.')
      : undefined,
  ),
  rule('sand.guide', ['sand'], 'Blocking without guide coat', (c) =>
    c.top && ['highBuild', 'sprayFiller'].includes(c.top.family) && !c.strata.surface.guideCoat && c.step.grit >= 240
      ? care('Without guide coat lows do not show.', 'Dust it on first; it takes a minute.')
      : undefined,
  ),
  rule('sand.step', ['sand'], 'Too big a step from the last grit', (c) => {
    const last = c.strata.surface.scratch?.grit;
    if (last === undefined || c.step.grit <= last) return undefined;
    const most = c.top && isFiller(c.top.family) ? 2.6 : 2.1;
    const ratio = grainUm(last) / grainUm(c.step.grit);
    return ratio > most
      ? care(`From P${last} to P${c.step.grit} is a big step: the old scratches stay.`, 'One grit between them.')
      : undefined;
  }),
  rule('sand.coarseClear', ['sand'], 'Paper too coarse for clear', (c) =>
    c.top && isTopcoat(c.top.family) && c.step.grit < 1000
      ? stop(
          `P${c.step.grit} cuts too deep for a finish.`,
          'P1000 to P1500 on runs, P2000 to denib. Coarser only to spray it again.',
        )
      : undefined,
  ),
  rule('sand.reserve', ['sand', 'polish'], 'Clear that must stay', (c) => {
    if (c.top?.family !== 'clear') return undefined;
    const left = c.top.filmUm - (c.step.removedUm ?? 3);
    return left < CLEAR_RESERVE_UM
      ? stop(
          phrase`That would leave ${figure('film', left)} of clear; ${figure('film', CLEAR_RESERVE_UM)} must stay.`,
          'Stop here, or clear it again.',
        )
      : undefined;
  }),
  rule('sand.thinFilm', ['sand'], 'Films that are not for sanding', (c) =>
    c.top && ['etch', 'plasticPromoter', 'converter'].includes(c.top.family)
      ? stop(`${c.top.label} is too thin to sand: it would be gone.`, 'Coat over it.')
      : undefined,
  ),
  rule('sand.dustSchool', ['sand'], 'Dust after sanding, by house method', (c) =>
    note(c.method.dust === 'vacuum' ? 'Brush and vacuum the dust.' : 'Blow the dust off outside.'),
  ),
  rule('sand.lead', ['sand', 'strip'], 'Lead and chromate test before old coatings', (c) =>
    c.strata.layers.some((l) => l.family === 'oldCoating')
      ? care(
          'Old coatings can hold lead or chromate.',
          'Test first; if it is there, no dry sanding. Local rules decide.',
        )
      : undefined,
  ),
  rule('strip.zinc', ['strip'], 'Grinding galvanised steel', (c) =>
    c.strata.substrate === 'galvanised' && c.step.method === 'mechanical'
      ? care('Grinding takes the zinc off with the paint.', 'Strip it chemically.')
      : undefined,
  ),
  rule('strip.plastic', ['strip'], 'Stripper on plastic', (c) =>
    ['plastic', 'smc', 'glassfibre'].includes(c.strata.substrate) && c.step.method === 'chemical'
      ? stop('Stripper attacks plastic and laminate.', 'Sand it.')
      : undefined,
  ),
  rule('guide.soft', ['guide'], 'Guide coat on a soft film', (c) =>
    c.top && (isPrimer(c.top.family) || isFiller(c.top.family))
      ? tooEarly(c, 'sand', 'Too soft to block yet, so guide coat would only smear.')
      : undefined,
  ),
  rule('guide.nothing', ['guide'], 'Guide coat on what is not blocked', (c) =>
    !c.top || !(isPrimer(c.top.family) || isFiller(c.top.family))
      ? care('Guide coat is for what will be blocked.')
      : undefined,
  ),
  rule('polish.soft', ['polish'], 'Polishing before it is hard', (c) =>
    c.top && isTopcoat(c.top.family)
      ? tooEarly(c, 'polish', `${c.top.label} is not hard enough to polish.`)
      : undefined,
  ),
  rule('polish.what', ['polish'], 'Polishing what is no topcoat', (c) =>
    !c.top || !isTopcoat(c.top.family) ? stop('Only clear and single-stage are polished.') : undefined,
  ),
  rule('polish.scratch', ['polish'], 'Scratch too coarse for compound', (c) => {
    const g = c.strata.surface.scratch?.grit;
    return g !== undefined && g < 2000 && c.top && isTopcoat(c.top.family)
      ? care(`Compound does not take out P${g}.`, 'Refine to P2000 or P3000 first.')
      : undefined;
  }),
  rule('tape.soft', ['tape'], 'Tape on a film that marks', (c) => tooEarly(c, 'tape', 'Tape would mark it.')),
  rule('clamp.fresh', ['clamp'], 'Clamping and fitting fresh paint', (c) => {
    if (!c.top || !isTopcoat(c.top.family)) return undefined;
    const early = tooEarly(c, 'polish', 'Too soft to handle and fit.');
    if (early) return early;
    return c.nowMs - c.top.lastAppliedMs < 3 * DAY_MS
      ? care('Fresh paint prints under clamps for some days.', 'Pad every contact, and do not pull it tight.')
      : undefined;
  }),
  rule('wax.fresh', ['wax'], 'Wax over paint that still breathes', (c) =>
    tooEarly(c, 'full', 'Solvent is still leaving: wax shuts it in.'),
  ),
];
