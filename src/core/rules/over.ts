import { FAMILIES, isBase, isFiller, isPrimer } from '../library/product';
import { isMetal, SUBSTRATES } from '../library/substrates';
import { CLOSING_SOON_MS } from '../cure/status';
import { scratchUm } from '../grit/grain';
import { COMPATIBILITY } from '../systems/compatibility';
import { keyPapers, SCRATCHED_OF, SCRATCH_WINDOWS, scratchFit } from '../systems/scratchWindows';
import { MATERIAL_OF, SURFACE_NAMES, type Material, type SurfaceKind } from '../systems/surfaces';
import { figure, phrase } from '../units/phrase';
import { DAY_MS, HOUR_MS, MINUTE_MS, waitText } from '../units/time';
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
import { entryOn, isKeyed, materialOf, SHALLOW_PROFILE_UM, surfaceOf } from './surface';

/** Open filler drinks what the air holds: longer than this in damp air is too long, min. */
const DAMP_MIN = 24 * 60;

type Laying = RuleContext<StepOf<'coat' | 'fill'>>;
const LAYS = ['coat', 'fill'] as const;

const isSame = (c: Laying) => c.top?.productId === c.step.product.id && !isKeyed(c);
const usual = (surface: SurfaceKind) => COMPATIBILITY[surface].usual;
const wait = (opensMs: number | null, nowMs: number) =>
  opensMs === null ? 'Warm the panel.' : `${waitText(opensMs - nowMs)} more.`;

/** What stands in a table under what is about to be laid. */
function overTable(c: Laying, material: Material): Finding | undefined {
  const surface = surfaceOf(c);
  const { level, says, clears } = entryOn(c, surface, material);
  if (level === 'no')
    return stop(
      says ?? `${c.step.product.name} does not hold on ${SURFACE_NAMES[surface]}, or does not last there.`,
      clears ?? usual(surface),
    );
  return level === 'care' && says ? care(says, clears) : undefined;
}

/** The papers that key a surface for a material; undefined where paper keeps none. */
function keyPaperWords(surface: SurfaceKind, material: Material): string | undefined {
  const papers = keyPapers(surface, material);
  return papers && `P${papers[0]} to P${papers[1]}`;
}

/** A zone no larger than that is a place that is touched in, cm². */
const TOUCH_IN_CM2 = 25;
/** Colour on a chip: it sits in the paint round it rather than on it. */
const isTouchIn = (c: Laying, material: Material): boolean =>
  (c.around?.areaCm2 ?? Infinity) <= TOUCH_IN_CM2 &&
  ['base', 'singleStage', 'enamel', 'clear', 'onePack'].includes(material);

/** Materials that stick without a scratch long after the window for paint has closed. */
const NEEDS_NO_WINDOW: readonly Material[] = ['sealer', 'underseal', 'cavityWax'];

/** What is agreed to look at from an arm's length, or to be brushed: a scratch that shows there is nobody's fault. */
const isForgiving = (c: RuleContext): boolean =>
  c.around?.finish.level === 'tidy' ||
  ['enamel', 'underseal', 'liner', 'primer', 'kept', 'polished'].includes(c.around?.finish.system ?? '');
/** By how much coarser a paper may be at the tidy level, as a factor of its number. */
const TIDY = 0.65;

/** The scratch that shows through the films over it: thin ones neither hide nor fill it. */
function telegraphed(c: RuleContext): number | undefined {
  if (c.strata.surface.scratch) return undefined;
  let film = 0;
  for (let i = c.strata.layers.length - 1; i >= 0; i--) {
    const layer = c.strata.layers[i]!;
    film += layer.filmUm;
    if (layer.overGrit !== undefined) return scratchUm(layer.overGrit) > film / 4 ? layer.overGrit : undefined;
  }
  return undefined;
}

/** What may lie on what, and over which scratch: the tables of core/systems, asked of what is on the zone. */
export const OVER_RULES: readonly Rule[] = [
  rule('over.table', LAYS, 'What may lie on what (the table below)', (c) => {
    const material = materialOf(c.step);
    return material && overTable(c, material);
  }),
  rule('over.spots', ['coat', 'fill', 'clean', 'sand'], 'Done on spots where none is open', (c) =>
    c.step.on !== undefined && c.spotId === undefined
      ? stop('That spot is not open here.', 'Log it for the whole zone.')
      : undefined,
  ),
  rule('over.key', LAYS, 'A scratch to grip, where the table asks for one', (c) => {
    const material = materialOf(c.step);
    if (!material || isKeyed(c)) return undefined;
    const surface = surfaceOf(c);
    const entry = entryOn(c, surface, material);
    if (entry.level !== 'key' && !entry.keyed) return undefined;
    if (isBareSurface(c))
      return stop(
        'There is no scratch to grip on the bare surface.',
        c.step.kind === 'fill' ? 'Abrade it with P36 to P80, wider than the dent.' : 'Abrade it with P80 to P180.',
      );
    const paper = keyPaperWords(surface, material);
    if (isTouchIn(c, material))
      return care(
        'Touched in on paint that was not keyed, it holds by the edge of the chip alone.',
        `${paper ? `Scuff the chip and its edge with ${paper}` : 'Scuff the chip and its edge'}, if it is to last.`,
      );
    if (SCRATCHED_OF[surface] === 'old')
      return stop(
        `Nothing holds on ${SURFACE_NAMES[surface]} that was not keyed.`,
        `${paper ? `Sand it with ${paper}` : 'Sand it'}, or strip it.`,
      );
    const recoat = stageOf(c, 'recoat');
    if (entry.inWindow !== undefined && !recoat?.closed) return care(entry.inWindow, entry.clears);
    return stop(
      entry.says ?? `${c.step.product.name} holds on ${SURFACE_NAMES[surface]} only over a fresh scratch.`,
      entry.clears ?? `Sand it${paper ? ` with ${paper}` : ''} for key, clean, then coat.`,
    );
  }),
  rule('over.early', ['coat'], 'Before what is below is ready for it', (c) => {
    const same = isSame(c);
    const s = stageOf(c, same ? 'flash' : 'recoat');
    if (!c.top || !s || s.reached) return undefined;
    return stop(
      same
        ? 'Too early: the last coat has not flashed, and solvent is shut in.'
        : `Too early over ${c.top.label.toLowerCase()}.`,
      wait(s.opensMs, c.nowMs),
      s.opensMs ?? undefined,
    );
  }),
  rule('over.soft', ['fill'], 'Filler over what is still soft', (c) => {
    const s = stageOf(c, 'sand') ?? stageOf(c, 'recoat');
    return c.top && s && !s.reached
      ? stop(
          isFiller(c.top.family) ? 'The last skim is still soft.' : `${c.top.label} is still soft under there.`,
          wait(s.opensMs, c.nowMs),
          s.opensMs ?? undefined,
        )
      : undefined;
  }),
  rule('over.windowClosed', ['coat'], 'Recoat window closed, not sanded', (c) => {
    const material = materialOf(c.step);
    if (!material || !stageOf(c, 'recoat')?.closed || isKeyed(c)) return undefined;
    const surface = surfaceOf(c);
    const entry = entryOn(c, surface, material);
    if (entry.level === 'no' || material === 'cavityWax') return undefined;
    const { closed } = COMPATIBILITY[surface];
    if (NEEDS_NO_WINDOW.includes(material))
      return care('The window of what lies there has closed.', 'Wipe it; a light scuff where the sheet asks for one.');
    if (c.top && FAMILIES[c.top.family].role === 'sealant')
      return care(
        `The window of ${c.top.label.toLowerCase()} has closed: paint may not bite into it.`,
        'Scuff it lightly with a grey pad and wipe it, or go by its sheet.',
      );
    return entry.again
      ? care('Its window has closed: what lies there holds nothing but more of itself now.', closed)
      : stop('The window to coat without sanding has closed.', closed);
  }),
  rule('over.windowClosing', ['coat'], 'Recoat window about to close', (c) =>
    c.status.closesMs !== undefined && c.status.closesMs - c.nowMs < CLOSING_SOON_MS
      ? note(`The window closes in ${waitText(c.status.closesMs - c.nowMs)}.`)
      : undefined,
  ),
  rule('over.scratch', LAYS, 'The scratch that it hides, and that it grips', (c) => {
    const material = materialOf(c.step);
    const grit = c.strata.surface.scratch?.grit;
    if (!material || grit === undefined || c.strata.surface.polished) return undefined;
    const surface = surfaceOf(c);
    const within = SCRATCHED_OF[surface];
    if (!within || entryOn(c, surface, material).level === 'no') return undefined;
    const window = SCRATCH_WINDOWS[material][within];
    const [, coarse, fine] = window;
    const name = c.step.product.name.toLowerCase();
    const way = `P${coarse} to P${fine} is usual under it.`;
    switch (scratchFit(window, grit)) {
      case 'tooCoarse':
        return stop(
          `P${grit} is too coarse: it would show through ${name}, or leave its valleys open.`,
          `Refine it: ${way}`,
        );
      case 'coarse':
        if (c.around?.finish.level === 'tidy' && grit >= coarse * TIDY) return undefined;
        return care(`P${grit} scratches will show through ${name}.`, way);
      case 'fine':
        return care(`P${grit} is rather fine for ${name}: poor key.`, way);
      case 'tooFine':
        return stop(`P${grit} is too fine for ${name} to grip.`, `Key it: ${way}`);
      case 'fits':
        return undefined;
    }
  }),
  rule('over.shows', ['coat'], 'A coarse scratch below that thin films did not fill', (c) => {
    const material = materialOf(c.step);
    if (!material || !['base', 'singleStage', 'enamel', 'clear'].includes(material)) return undefined;
    const grit = telegraphed(c);
    if (grit === undefined) return undefined;
    const [coarsest, coarse] = SCRATCH_WINDOWS[material].primer;
    const most = isForgiving(c) ? coarse * TIDY : coarse;
    const says = `P${grit} lies below, and the film over it neither hides nor fills it: it shows through colour.`;
    const clears = 'Build over it and block it.';
    // Once colour is on it is too late to mend it here: it is said, and the person decides.
    const isFirst = !c.top || isPrimer(c.top.family);
    if (grit >= most) return undefined;
    return grit < coarsest && isFirst && !isForgiving(c) ? stop(says, clears) : care(says, clears);
  }),
  rule('over.profile', ['coat'], 'A blast deeper than the film over it', (c) => {
    const profile = c.strata.surface.blastProfileUm ?? 0;
    const film = (c.step.filmUm ?? c.step.product.film.nominalUm) * Math.max(c.step.coats ?? 1, c.step.product.coats);
    return isBareSurface(c) && !c.strata.surface.scratch && profile > film
      ? care(
          phrase`The blast left peaks of ${figure('film', profile)}, and that is ${figure('film', film)}: they stand out of it and rust first.`,
          'A primer with more film, or one coat more.',
        )
      : undefined;
  }),
  rule('over.salts', LAYS, 'Salt in the steel', (c) =>
    isBareSurface(c) && c.strata.salts && c.step.product.family !== 'converter'
      ? stop(
          'There is salt in this steel: it draws water through paint, and blisters.',
          'Wash it out with clean water, dry it at once, abrade, and test again.',
        )
      : undefined,
  ),
  rule('over.wetFiller', LAYS, 'Filler that took up water', (c) => {
    const { scratch } = c.strata.surface;
    if (!c.top || !isFiller(c.top.family) || !scratch) return undefined;
    const since = c.nowMs - scratch.atMs;
    if (scratch.wet && since < DAY_MS)
      return care(
        'The filler was sanded wet: it holds water, and paint over it blisters.',
        'Warm it through for an hour, or leave it in dry air until tomorrow.',
      );
    return (c.status.dampMin ?? 0) > DAMP_MIN
      ? care(
          `Open filler has stood ${waitText((c.status.dampMin ?? 0) * MINUTE_MS)} in damp air: it drinks water.`,
          'Warm it through and let it dry before it is shut in.',
        )
      : undefined;
  }),
  rule('over.cutBase', ['coat'], 'Clear over base that was cut', (c) =>
    c.step.product.family === 'clear' && c.top && isBase(c.top.family) && c.strata.surface.scratch
      ? care(
          'Base was sanded here: the flake lies otherwise there, and it shows under clear.',
          'Another coat of base over it first.',
        )
      : undefined,
  ),
  rule('over.shallowBlast', LAYS, 'A blast that only just grips', (c) => {
    const profile = c.strata.surface.blastProfileUm ?? 0;
    return isBareSurface(c) && !c.strata.surface.scratch && isKeyed(c) && profile < SHALLOW_PROFILE_UM
      ? care('This blast left hardly a profile: it only just grips.', 'P80 to P180 over it is quickly done.')
      : undefined;
  }),
  rule('over.residue', LAYS, 'What a blast left on the surface', (c) =>
    c.strata.surface.residue
      ? stop('Blast soda is still on it: paint lets go of it.', 'Wash it off with water, dry, then abrade.')
      : undefined,
  ),
  rule('over.polished', LAYS, 'Anything over a polished surface', (c) =>
    c.strata.surface.polished ? stop('Nothing grips polish and compound.', 'Clean and sand it first.') : undefined,
  ),
  rule('over.guideLeft', LAYS, 'Guide coat still on the surface', (c) =>
    c.strata.surface.guideCoat ? stop('Guide coat is still on it.', 'Block it off, or wipe it off.') : undefined,
  ),
  rule('over.flashRust', LAYS, 'Bare steel left too long for the humidity', (c) => {
    const { rust } = c.status;
    return c.step.product.family !== 'converter' && rust && rust.rustsMs !== null && rust.rustsMs < c.nowMs
      ? stop(
          `Bright for ${waitText(c.nowMs - rust.brightMs)} in the air that was read: flash rust for ${waitText(c.nowMs - rust.rustsMs)}.`,
          'Abrade it to bright metal again, clean, and coat at once.',
        )
      : undefined;
  }),
  rule('over.rustComing', LAYS, 'Bare steel that will rust soon', (c) => {
    const left = (c.status.rust?.rustsMs ?? Infinity) - c.nowMs;
    return left > 0 && left < 3 * HOUR_MS
      ? note(`Bare steel: flash rust in about ${waitText(left)}, by humidity read and forecast.`)
      : undefined;
  }),
  rule('over.staleMetal', LAYS, 'Aluminium, and zinc that was ground, left bare', (c) => {
    const { substrate, surface } = c.strata;
    if (!isBareSurface(c) || surface.brightMs === undefined || c.nowMs - surface.brightMs < 8 * HOUR_MS)
      return undefined;
    if (substrate === 'aluminium')
      return care(
        `Bare for ${waitText(c.nowMs - surface.brightMs)}: aluminium grows an oxide skin that lets go of primer.`,
        'Abrade it again, clean, and coat at once.',
      );
    return substrate === 'galvanised' && (surface.scratch?.grit ?? Infinity) <= 120
      ? care(
          `Ground with P${surface.scratch?.grit}: where the zinc is gone it rusts like steel, and it has been bare for ${waitText(c.nowMs - surface.brightMs)}.`,
          'Look for rust, abrade it lightly again, clean, and coat at once.',
        )
      : undefined;
  }),
  rule('over.waterborne', ['coat'], 'Waterborne over bare steel', (c) =>
    isBareSurface(c) &&
    SUBSTRATES[c.strata.substrate].rusts &&
    c.step.product.mechanism === 'waterborne' &&
    c.step.product.family !== 'converter'
      ? stop('Waterborne on bare steel rusts it under the film.', 'Prime with epoxy first.')
      : undefined,
  ),
  rule('over.converterSchool', ['coat'], 'House method: cut rust out', (c) =>
    c.step.product.family === 'converter' && c.method.rust === 'cutOut'
      ? care('The house method is to cut rust out rather than convert it.')
      : undefined,
  ),
  rule('over.fillerSchool', ['fill'], 'House method: filler on bare metal', (c) =>
    isMetal(c.strata.substrate) && c.top && MATERIAL_OF[c.top.family] === 'epoxy' && c.method.filler === 'bareMetal'
      ? note('The house method puts filler on bare metal; over keyed epoxy is the other school.')
      : undefined,
  ),
  rule('over.unwiped', LAYS, 'A film that has stood for a day without a wipe', (c) =>
    c.top &&
    isPrimer(c.top.family) &&
    !c.strata.surface.clean &&
    !isKeyed(c) &&
    c.nowMs - c.top.lastAppliedMs > 12 * HOUR_MS
      ? care(
          `${c.top.label} has stood for ${waitText(c.nowMs - c.top.lastAppliedMs)}: dust and fingers have been there.`,
          'Wipe it first; what is still soft is only tacked off.',
        )
      : undefined,
  ),
  rule('over.temporary', ['coat'], 'Colour over a temporary repair that is due', (c) =>
    c.status.temporaryUntilMs !== undefined && c.status.temporaryUntilMs < c.nowMs
      ? care('A temporary repair is here, and its time is over.', 'Make the proper repair before it is painted over.')
      : undefined,
  ),
];
