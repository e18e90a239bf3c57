import { belongsTo, FINISHES, SHEEN_NAMES, sheenOf, USUAL_FINISH } from '../library/finish';
import { FAMILIES, isBase, isFiller, isPrimer, isThinFilm, isTopcoat } from '../library/product';
import { COARSEST_PAPER, STRIPPING } from '../systems/bears';
import { afterRemoval, CLEAR_RESERVE_UM, filmBudget, SINGLE_STAGE_RESERVE_UM } from '../grit/budget';
import { grainUm } from '../grit/grain';
import { figure, phrase } from '../units/phrase';
import { DAY_MS, waitText } from '../units/time';
import { mendInTime } from '../cure/defectRipe';
import { openDefects } from '../strata/defects';
import { openFaults, totalFilmUm } from '../strata/types';
import type { Mend } from '../systems/defects';
import {
  care,
  isBareSurface,
  note,
  rule,
  stageOf,
  stop,
  type Finding,
  type Rule,
  type RuleContext,
  type StepOf,
} from './rule';
import type { Stage } from '../library/product';
import type { SubstrateKind } from '../library/substrates';

/** What keying must leave of a thin finish that is sprayed again, µm. */
const KEYING_LEAVES_UM = 10;

/** Sanded to the substrate on purpose: nothing of it is to stay. */
const takesAllOff = (c: RuleContext<StepOf<'sand' | 'polish'>>): boolean =>
  c.step.kind === 'sand' && c.step.grit <= COARSE && (c.step.removedUm ?? 0) > totalFilmUm(c.strata);
/** Finer paper than that strips nothing on purpose. */
const COARSE = 240;

/** Film of the finish on top, over all of its layers: clear on keyed clear is one clear. */
function contiguousUm(c: RuleContext): number {
  let sum = 0;
  for (let i = c.strata.layers.length - 1; i >= 0 && c.strata.layers[i]!.family === c.top?.family; i--)
    sum += c.strata.layers[i]!.filmUm;
  return sum;
}

/** Ways to put a defect right that end in new paint. */
const PAINTED_AGAIN: readonly (Mend | null)[] = ['coat', 'colour', 'sound', 'strip'];
/** A finish of this shop that old is sanded to be painted again, ms. */
const LONG_HARD_MS = 60 * DAY_MS;
/** Whether paper on a finish is the beginning of new paint there: a fault on it asks for it, or it is long hard. */
const isToBePainted = (c: RuleContext): boolean =>
  openFaults(c.strata).some((f) => f.mark.treatment !== 'pushOut' && f.mark.treatment !== 'drain') ||
  openDefects(c.strata).some((d) =>
    PAINTED_AGAIN.includes(mendInTime(d, c.strata, c.status, c.around?.finish.sheen)),
  ) ||
  (c.top !== undefined && c.nowMs - c.top.lastAppliedMs > LONG_HARD_MS);

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
  rule('sand.sealant', ['sand'], 'Sanding what stays soft', (c) => {
    if (!c.top || FAMILIES[c.top.family].role !== 'sealant') return undefined;
    return (
      tooEarly(c, 'recoat', `${c.top.label} is still soft: sanding smears it.`) ??
      care(
        `${c.top.label} does not sand: it tears and smears.`,
        'Tool it smooth while it is wet; cut off what stands proud, once it is hard.',
      )
    );
  }),
  rule('sand.guide', ['sand'], 'Blocking without guide coat', (c) =>
    c.top &&
    ['highBuild', 'sprayFiller'].includes(c.top.family) &&
    !c.strata.surface.guideCoat &&
    c.step.grit >= 240 &&
    (c.strata.surface.scratch?.grit ?? 0) < 320
      ? care('Without guide coat lows do not show.', 'Dust it on first; it takes a minute.')
      : undefined,
  ),
  rule('sand.step', ['sand'], 'Too big a step from the last grit', (c) => {
    const last = c.strata.surface.scratch?.grit;
    if (last === undefined || c.step.grit <= last) return undefined;
    // From P80 to P180 is normal on filler and on metal; elsewhere about double at most.
    const most = !c.top || isFiller(c.top.family) ? 2.6 : 2.1;
    const ratio = grainUm(last) / grainUm(c.step.grit);
    return ratio > most
      ? care(`From P${last} to P${c.step.grit} is a big step: the old scratches stay.`, 'One grit between them.')
      : undefined;
  }),
  rule('sand.tooCoarse', ['sand'], 'Paper coarser than a bare substrate bears', (c) => {
    const { grit, says, clears } = COARSEST_PAPER[c.strata.substrate];
    return isBareSurface(c) && c.step.grit < grit ? care(says, clears) : undefined;
  }),
  rule('sand.coarseClear', ['sand'], 'Paper too coarse for a finish', (c) => {
    if (!c.top || !isTopcoat(c.top.family) || c.step.grit >= 1000 || takesAllOff(c)) return undefined;
    const says = `P${c.step.grit} cuts too deep for a finish.`;
    if (c.step.grit < 320)
      return isToBePainted(c)
        ? care(says, 'Only where primer goes over it; finish that sanding with P180 to P320.')
        : stop(
            says,
            'P1000 to P1500 on runs, P2000 to denib; P600 to P1000 to spray it again; P320 to P500 where primer goes over it.',
          );
    return care(
      `P${c.step.grit} is a key for the next coat: it does not polish out.`,
      'P1000 to P1500 on runs, P2000 to denib.',
    );
  }),
  rule('sand.reserve', ['sand', 'polish'], 'Finish that must stay', (c) => {
    if (takesAllOff(c)) return undefined;
    const family = c.top?.family;
    const reserve =
      family === 'clear' ? CLEAR_RESERVE_UM : family && isTopcoat(family) ? SINGLE_STAGE_RESERVE_UM : undefined;
    if (reserve === undefined) return undefined;
    const left = contiguousUm(c) - (c.step.removedUm ?? 3);
    if (left >= reserve) return undefined;
    const what = family === 'clear' ? 'clear' : 'colour';
    const isThinAlready = contiguousUm(c) < reserve;
    const isKeying =
      c.step.kind === 'sand' && c.step.grit <= 1500 && (left >= KEYING_LEAVES_UM || isThinAlready || isToBePainted(c));
    const says =
      left > 0
        ? phrase`That would leave ${figure('film', left)} of ${what}; ${figure('film', reserve)} must stay.`
        : `That would go through the ${what}.`;
    // Keying what is thin already, to spray it again, is how it is mended.
    return isKeying
      ? care(says, 'It has to be sprayed again.')
      : stop(says, 'Stop here, or key it and spray it again.');
  }),
  rule('sand.through', ['sand'], 'Primer that is nearly gone', (c) => {
    const budget = filmBudget(c.strata);
    const off = c.step.removedUm;
    if (!budget || !off || !isPrimer(budget.layer.family) || isThinFilm(budget.layer.family)) return undefined;
    const left = figure('film', Math.max(0, budget.leftUm - off));
    switch (afterRemoval(budget, off)) {
      case 'enough':
        return undefined;
      case 'close':
        return care(
          phrase`That would leave about ${left} of ${budget.layer.label}: edges, body lines and highs go through first.`,
          'A finer paper and a longer board, edges by hand and last; or another coat first.',
        );
      case 'through':
        return care(
          phrase`That goes through ${budget.layer.label}: ${figure('film', budget.leftUm)} stand.`,
          'Stop before it, or prime again afterwards; bare metal gets epoxy or direct-to-metal primer.',
        );
    }
  }),
  rule('sand.thinFilm', ['sand'], 'Films that are not for sanding', (c) =>
    c.top && isThinFilm(c.top.family)
      ? care(
          `${c.top.label} is so thin that paper takes it off.`,
          'Within its window coat over it; past it scuff lightly and put it on again.',
        )
      : undefined,
  ),
  rule('sand.dustSchool', ['sand'], 'Dust after sanding, by house method', (c) =>
    note(c.method.dust === 'vacuum' ? 'Brush and vacuum the dust.' : 'Blow the dust off outside.'),
  ),
  rule('strip.bears', ['strip'], 'A way down that the substrate bears', (c) => {
    const { level, says, clears } = STRIPPING[c.strata.substrate][c.step.method];
    return says === undefined ? undefined : level === 'no' ? stop(says, clears) : care(says, clears);
  }),
  rule('guide.soft', ['guide'], 'Guide coat on a soft film', (c) =>
    c.top && (isPrimer(c.top.family) || isFiller(c.top.family))
      ? tooEarly(c, 'sand', 'Too soft to block yet, so guide coat would only smear.')
      : undefined,
  ),
  rule('guide.nothing', ['guide'], 'Guide coat on what is not blocked', (c) =>
    // On bare metal the body file reads it.
    c.top && !(isPrimer(c.top.family) || isFiller(c.top.family))
      ? care('Guide coat is for what will be blocked, or filed.')
      : undefined,
  ),
  rule('polish.soft', ['polish'], 'Polishing before it is hard', (c) =>
    c.top && isTopcoat(c.top.family)
      ? tooEarly(c, 'polish', `${c.top.label} is not hard enough to polish.`)
      : undefined,
  ),
  rule('polish.what', ['polish'], 'Polishing what is no topcoat', (c) => {
    if (c.top && isTopcoat(c.top.family)) return undefined;
    if (c.top?.family === 'oldCoating')
      return care(
        'Nobody knows how much of this finish is left, or whether it has clear.',
        'Measure it, try a spot, and stop at colour on the pad.',
      );
    return c.top?.family === 'factoryFinish'
      ? care(
          phrase`Factory clear is often only ${figure('film', CLEAR_RESERVE_UM)} to ${figure('film', 50)}: there is little to take.`,
          'Measure it first, and stop at colour on the pad.',
        )
      : stop('Only clear, single-stage, enamel and a whole old finish are polished.');
  }),
  rule('polish.sheen', ['polish'], 'Polishing what is not to shine', (c) => {
    const sheen = c.around?.finish.sheen;
    return sheen && sheen !== 'gloss' && c.top && isTopcoat(c.top.family)
      ? stop(
          `${SHEEN_NAMES[sheen]} is agreed here: polished it shines in spots for good.`,
          'Leave it as it was sprayed, or key it and spray it again.',
        )
      : undefined;
  }),
  rule('sand.sheen', ['sand'], 'Denibbing what is not to shine', (c) => {
    const sheen = c.around?.finish.sheen;
    return sheen && sheen !== 'gloss' && c.top && isTopcoat(c.top.family) && c.step.grit > 1200
      ? care(
          `${SHEEN_NAMES[sheen]} is agreed here: what is cut fine cannot be polished back.`,
          'Only where the whole face is sprayed again.',
        )
      : undefined;
  }),
  rule('coat.sheen', ['coat'], 'A sheen other than what is agreed', (c) => {
    const finish = c.around?.finish;
    const { product } = c.step;
    // Nothing was agreed, or what ends with it has no sheen of its own.
    if (!finish?.sheen || !isTopcoat(product.family) || !FINISHES[finish.system ?? USUAL_FINISH.system].sheen)
      return undefined;
    const sheen = sheenOf(product);
    return sheen !== finish.sheen
      ? care(
          `${SHEEN_NAMES[finish.sheen]} is agreed here: ${product.name.toLowerCase()} dries to ${SHEEN_NAMES[sheen].toLowerCase()}.`,
          finish.sheen === 'gloss'
            ? 'Take one that dries to gloss; no polish brings it up.'
            : 'Take one of that sheen, or flatten it with what its sheet names, the same in every cup.',
        )
      : undefined;
  }),
  rule('coat.agreed', ['coat'], 'A finish other than what is agreed', (c) => {
    const system = c.around?.finish.system;
    return system && !belongsTo(system, c.step.product.family)
      ? care(
          `${FINISHES[system].name} is agreed here: ${c.step.product.name.toLowerCase()} is not part of it.`,
          'Change what is agreed, or take what belongs to it.',
        )
      : undefined;
  }),
  rule('polish.chips', ['polish'], 'Polishing where paint is missing', (c) =>
    openFaults(c.strata).some((f) => f.mark.fault === 'stoneChips')
      ? care(
          'Stone chips are marked here: paint is missing there, and no polish brings it back.',
          'Feather, prime and paint them first.',
        )
      : undefined,
  ),
  rule('polish.scratch', ['polish'], 'Scratch too coarse for compound', (c) => {
    const g = c.strata.surface.scratch?.grit;
    return g !== undefined && g < 2000 && c.top && isTopcoat(c.top.family)
      ? care(`Compound does not take out P${g}.`, 'Refine to P2000 or P3000 first.')
      : undefined;
  }),
  rule('tape.soft', ['tape'], 'Tape on a film that marks', (c) => tooEarly(c, tapeStage(c), 'Tape would mark it.')),
  rule('mask.soft', ['mask'], 'Masking beside a film that marks', (c) => {
    const s = stageOf(c, tapeStage(c));
    return c.top && s && !s.reached
      ? care(
          `Tape marks ${c.top.label.toLowerCase()} while it is that fresh.`,
          s.opensMs === null
            ? 'Keep it off the paint.'
            : `Keep it off the paint for ${waitText(s.opensMs - c.nowMs)} more.`,
        )
      : undefined;
  }),
  rule('wax.fresh', ['wax'], 'Wax over paint that still breathes', (c) =>
    tooEarly(c, 'full', 'Solvent is still leaving: wax shuts it in.'),
  ),
  rule('wax.what', ['wax'], 'Wax on what is no finish', (c) => {
    if (!c.top)
      return stop('Wax on a bare surface keeps paint off it.', 'Prime and paint it first; cavities take cavity wax.');
    const { role } = FAMILIES[c.top.family];
    return role === 'topcoat' || role === 'found'
      ? undefined
      : stop(
          `${c.top.label} is not the finish: wax in it lets nothing hold any more.`,
          isBase(c.top.family) ? 'Clear it first, and let that harden.' : 'Finish it first.',
        );
  }),
  rule('bake.flash', ['bake'], 'Heat on paint that is still wet', (c) => {
    const flash = stageOf(c, 'flash');
    return c.top && flash && !flash.reached
      ? stop(
          'Solvent is still in it: heated now it boils and leaves pops.',
          flash.opensMs === null
            ? 'Warm the room first.'
            : `Let it flash off: ${waitText(flash.opensMs - c.nowMs)} more.`,
          flash.opensMs ?? undefined,
        )
      : undefined;
  }),
  rule('bake.substrate', ['bake'], 'Heat that the part bears', (c) => {
    const most = BAKED_C[c.strata.substrate];
    return c.step.tempC !== undefined && most !== undefined && c.step.tempC > most
      ? stop(
          phrase`Over ${figure('temp', most)} this part sags, or its resin softens.`,
          phrase`Stay under ${figure('temp', most)}, and measure on the part.`,
        )
      : undefined;
  }),
  rule('bake.filler', ['bake'], 'Heat on filler', (c) =>
    (c.step.tempC ?? 60) > FILLER_BAKE_C && c.strata.layers.some((l) => isFiller(l.family))
      ? care(
          phrase`There is filler below: over ${figure('temp', FILLER_BAKE_C)} it swells, blisters and maps through.`,
          'Warm it slowly, and keep it under that.',
        )
      : undefined,
  ),
  rule('bake.onePack', ['bake'], 'Heat on what only dries', (c) =>
    c.top && c.topProduct?.mechanism === 'solvent' && !isBase(c.top.family) && (c.step.tempC ?? 60) > 50
      ? care('One-pack paint skins over in heat and stays soft below.', 'Warm air that moves does more than a lamp.')
      : undefined,
  ),
  rule('polish.spots', ['polish'], 'Polishing where it is through', (c) => {
    const spot = c.status.spots?.find((x) => x.spot.cause === 'sandedThrough');
    return spot
      ? care(
          'It is through at spots: polish makes them larger and no better.',
          'Key it and spray it again; a small one is touched in.',
        )
      : undefined;
  }),
  rule('fit.spots', ['fit'], 'Fitting with spots open', (c) => {
    const bare = c.status.spots?.some((x) => x.status.top === undefined);
    if (!c.status.spots) return undefined;
    return care(
      bare ? 'There are bare spots on it.' : 'There are spots on it that are not painted yet.',
      'Mend them first: fitted they are harder to reach.',
    );
  }),
];

/** What a part bears in the heat, °C: plastics sag, resins soften. Source: usual bake limits, see docs/models.md. */
const BAKED_C: { readonly [S in SubstrateKind]?: number } = { plastic: 70, glassfibre: 70, smc: 80, carbon: 80 };
/** Polyester filler over this swells and lets go, °C. */
const FILLER_BAKE_C = 60;
/** What tape waits for: sealants are ready when they may be coated over. */
const tapeStage = (c: RuleContext): Stage => (stageOf(c, 'tape') ? 'tape' : 'recoat');
