import { FAULT_NAMES, isRust, TREATMENT_NAMES, type FaultKind, type Treatment } from '../log/marks';
import { EDGE_UNDER, maskedFor } from '../systems/maskEdges';
import { isOpenWound } from '../faults/treatment';
import { warpRisk } from '../blast/rates';
import { mediaOf } from '../library/media';
import {
  FAMILIES,
  isBase,
  isFiller,
  isPrimer,
  isTopcoat,
  isWaterBased,
  type ProductFamily,
  type Stage,
} from '../library/product';
import { isMetal } from '../library/substrates';
import { BLASTING, REPAIRING } from '../systems/bears';
import { leftFaults, openFaults } from '../strata/types';
import { figure, phrase } from '../units/phrase';
import { DAY_MS, HOUR_MS, waitText } from '../units/time';
import { care, isBareSurface, note, rule, stageOf, stop, type Rule, type RuleContext, type StepOf } from './rule';
import { isKeyed } from './surface';

const FAULT_WORDS: Partial<Record<string, string>> = {
  hole: 'A hole',
  crack: 'A crack',
  delamination: 'Delaminated laminate',
  sprungBond: 'A sprung bond',
  pitting: 'Thin, pitted metal',
  crease: 'Torn metal',
  oldWeld: 'An open weld',
};
/** What is felt or seen through paint. */
const SHOWS_THROUGH: readonly FaultKind[] = [
  'dent',
  'crease',
  'scratch',
  'stoneChips',
  'oldFiller',
  'bowed',
  'peeling',
];
/** What covers it for good: primer that seals goes on before filler does. */
const COVERS: readonly ProductFamily[] = [
  'highBuild',
  'sprayFiller',
  'baseSolvent',
  'baseWater',
  'singleStage',
  'enamel',
  'clear',
];
const wounds = (c: RuleContext) => openFaults(c.strata).filter((f) => isOpenWound(f.mark.fault, f.mark.grade));
const thin = (c: RuleContext) => ({ thicknessUm: c.strata.substrateUm, areaCm2: c.around?.areaCm2 ?? Infinity });
const WELDED: readonly Treatment[] = ['patch', 'cutOut'];
/** Repairs with flame, arc or sparks. */
const HOT: readonly Treatment[] = ['patch', 'cutOut', 'pullAndFill', 'shrink'];
/** Repairs that want the substrate itself. */
const ON_BARE: readonly Treatment[] = [
  'patch',
  'cutOut',
  'laminate',
  'rebond',
  'shrink',
  'hammerAndDolly',
  'pullAndFill',
  'convert',
];

/** By the school of sound keyed paint a joint is bonded over primer or electrocoat. */
const bondsOnPaint = (c: RuleContext<StepOf<'repair'>>): boolean =>
  c.step.treatment === 'rebond' &&
  isMetal(c.strata.substrate) &&
  c.method.bond === 'keyedPaint' &&
  c.top !== undefined &&
  (isPrimer(c.top.family) || c.top.family === 'electrocoat' || c.top.family === 'factoryFinish');

/** Faults, blasting, repairs, and what closing a joint hides. */
export const REPAIR_RULES: readonly Rule[] = [
  rule('fault.wound', ['coat', 'fill'], 'Coating over what is broken', (c) => {
    const f =
      c.step.product.family === 'converter' || c.step.product.family === 'weldThrough' ? undefined : wounds(c)[0];
    return (
      f &&
      stop(
        `${FAULT_WORDS[f.mark.fault] ?? 'A fault'} is marked here and not repaired: nothing over it lasts.`,
        'Repair it first, and log the repair on its mark.',
      )
    );
  }),
  rule('fault.left', ['coat', 'fill', 'fit'], 'A fault that is left as agreed', (c) => {
    const left = leftFaults(c.strata);
    const [f] = left;
    if (!f) return undefined;
    const names = [...new Set(left.map((x) => FAULT_NAMES[x.mark.fault].toLowerCase()))].join(', ');
    const over = left.some((x) => x.deferred?.byMs !== undefined && x.deferred.byMs < c.nowMs);
    if (over) return care(`Put off, and its time is over: ${names}.`, 'Do it now, or agree on another day.');
    return left.some((x) => isOpenWound(x.mark.fault, x.mark.grade)) && c.step.kind !== 'fit'
      ? care(`Left as agreed: ${names}. What goes over it does not last there.`, 'Tell it to whoever takes it over.')
      : note(`Left as agreed: ${names}.`);
  }),
  rule('fault.reaches', ['coat', 'fill'], 'A fault of the zone beside reaches in', (c) => {
    const f = c.around?.reaching[0];
    if (!f) return undefined;
    const says = `${FAULT_NAMES[f.fault]} marked on ${f.from} reaches into this zone and is not repaired.`;
    const clears = 'Repair it first, and log the repair on its mark.';
    return isOpenWound(f.fault, f.grade) ? stop(says, clears) : care(says, clears);
  }),
  rule('fault.rust', ['coat', 'fill'], 'Coating over marked rust', (c) =>
    c.step.product.family !== 'converter' &&
    c.strata.layers.length > 0 &&
    !c.strata.layers.some((l) => l.family === 'converter') &&
    openFaults(c.strata).some((f) => isRust(f.mark.fault) && !isOpenWound(f.mark.fault, f.mark.grade))
      ? care('Rust is marked here and not dealt with.', 'Abrade, brush or convert it, and log that on its mark.')
      : undefined,
  ),
  rule('fault.open', ['coat'], 'Covering what is marked and not dealt with', (c) => {
    const f = COVERS.includes(c.step.product.family)
      ? openFaults(c.strata).find(
          (x) => SHOWS_THROUGH.includes(x.mark.fault) && !isOpenWound(x.mark.fault, x.mark.grade),
        )
      : undefined;
    return (
      f &&
      care(
        `${FAULT_NAMES[f.mark.fault]} is marked here and not dealt with: it shows through what goes over it.`,
        `${TREATMENT_NAMES[f.mark.treatment]} first, or agree to leave it.`,
      )
    );
  }),
  rule('fault.water', ['coat', 'fill', 'fit'], 'Water that still stands', (c) =>
    openFaults(c.strata).some((f) => f.mark.fault === 'trappedWater')
      ? care('Trapped water is marked here: rust comes back while it stands.', 'Open the drain and let it dry out.')
      : undefined,
  ),
  rule('fault.peeling', ['coat'], 'Coating over paint that lets go', (c) =>
    openFaults(c.strata).some((f) => f.mark.fault === 'peeling') &&
    c.strata.layers.some((l) => FAMILIES[l.family].role === 'found')
      ? stop('Paint is marked as peeling here: what goes over it comes off with it.', 'Strip it to what holds.')
      : undefined,
  ),
  rule('blast.bears', ['blast'], 'Media that the substrate bears', (c) => {
    const m = mediaOf(c.step.media);
    if (!m) return care('Nobody here knows this media on this substrate.', 'Try it on a hidden spot, at low pressure.');
    const { level, says, clears } = BLASTING[c.strata.substrate][m.id];
    return says === undefined ? undefined : level === 'no' ? stop(says, clears) : care(says, clears);
  }),
  rule('blast.warp', ['blast'], 'Thin flat sheet warps', (c) => {
    const m = mediaOf(c.step.media);
    return m && isMetal(c.strata.substrate) && warpRisk(thin(c), m, c.step.barG ?? 6.9) === 'high'
      ? stop(
          'Thin flat sheet warps under this media at this pressure.',
          phrase`Softer media, or under ${figure('pressure', 4)} from a distance.`,
        )
      : undefined;
  }),
  rule('blast.warpSome', ['blast'], 'Thin flat sheet may warp', (c) => {
    const m = mediaOf(c.step.media);
    return m && isMetal(c.strata.substrate) && warpRisk(thin(c), m, c.step.barG ?? 6.9) === 'some'
      ? care('Thin flat sheet may warp.', 'Hold off, keep moving, work from the edges.')
      : undefined;
  }),
  rule('blast.wet', ['blast'], 'Wet blasting without inhibitor', (c) =>
    c.step.wet && !c.step.inhibitor && c.strata.substrate === 'steel'
      ? care('Wet-blasted steel rusts within the hour.', 'Inhibitor in the water, and dry it at once.')
      : undefined,
  ),
  rule('blast.inside', ['blast'], 'Dust carried inside', () =>
    note('Blow the part off outside, also out of boxes and seams, before it comes in.'),
  ),
  rule('repair.notBare', ['repair'], 'Repair on top of paint', (c) =>
    c.step.treatment && ON_BARE.includes(c.step.treatment) && !isBareSurface(c) && !bondsOnPaint(c)
      ? care('There is still paint or another coating here.', 'Strip it well beyond the repair first.')
      : undefined,
  ),
  rule('repair.hiddenFace', ['repair'], 'Weld-through on faces that a seam hides', (c) =>
    c.step.treatment && WELDED.includes(c.step.treatment) && c.strata.substrate === 'steel'
      ? c.around && c.around.noWeldThrough.length > 0
        ? care(
            `No weld-through primer is logged on ${c.around.noWeldThrough.join(', ')}.`,
            'Both sheets, every face that the seam hides, before it is closed: no paint gets there later.',
          )
        : note('Weld-through primer on every face that the seam hides, on both sheets, before it is closed.')
      : undefined,
  ),
  rule('repair.besideBond', ['repair'], 'Heat beside a bond', (c) =>
    c.step.treatment && HOT.includes(c.step.treatment) && c.around?.bonded
      ? care(
          'Something is bonded here: heat and sparks soften the adhesive, and its smoke is poison.',
          'Weld first and bond after, or keep well away from the bond and cool it.',
        )
      : undefined,
  ),
  rule('repair.bears', ['repair'], 'A repair that the substrate bears', (c) => {
    if (!c.step.treatment) return undefined;
    const { level, says, clears } = REPAIRING[c.strata.substrate][c.step.treatment];
    return says === undefined ? undefined : level === 'no' ? stop(says, clears) : care(says, clears);
  }),
  rule('repair.solvent', ['repair'], 'Sparks after a wipe with solvent', (c) => {
    const at = c.strata.surface.clean;
    const by = at && c.products(at.productId);
    return c.step.treatment &&
      HOT.includes(c.step.treatment) &&
      at &&
      by &&
      !isWaterBased(by) &&
      c.nowMs - at.atMs < HOUR_MS
      ? care(
          'Wiped with solvent less than an hour ago: its vapour and the rags catch fire.',
          'Rags and tins out, doors open, and wait until nothing smells.',
        )
      : undefined;
  }),
  rule('repair.cold', ['repair'], 'Resin and adhesive in the cold', (c) =>
    c.step.treatment && ['laminate', 'rebond', 'vAndEpoxy'].includes(c.step.treatment) && c.air.surfaceC < 10
      ? stop(phrase`Under ${figure('temp', 10)} resin and adhesive stand still.`, 'Warm the room and the part.')
      : undefined,
  ),
  rule('repair.cool', ['repair'], 'Polyester resin in a cool room', (c) =>
    c.step.treatment === 'laminate' && c.air.surfaceC >= 10 && c.air.surfaceC < 15
      ? care(
          phrase`Under ${figure('temp', 15)} polyester resin stays tacky for hours and never gets quite hard.`,
          'Warm the room, or use epoxy resin.',
        )
      : undefined,
  ),
  rule('repair.noKey', ['repair'], 'Bond without a key', (c) =>
    c.step.treatment === 'rebond' && (isBareSurface(c) || bondsOnPaint(c)) && !isKeyed(c)
      ? stop('Adhesive needs a scratch on both skins.', 'P80 both faces, clean, then bond.')
      : undefined,
  ),
  rule('repair.bondOn', ['repair'], 'House method: what a metal joint is bonded on', (c) => {
    if (c.step.treatment !== 'rebond' || !isMetal(c.strata.substrate)) return undefined;
    if (c.method.bond === 'brightMetal')
      return isBareSurface(c) ? undefined : note('The house method bonds metal on bright metal, wiped just before.');
    if (isBareSurface(c))
      return care(
        'The house method bonds on sound keyed paint, and here is bare metal: rust creeps in from the edge.',
        'Prime both faces with epoxy and key them, or take an adhesive whose sheet is for bare metal.',
      );
    return bondsOnPaint(c)
      ? note('Bonded on keyed paint: it holds no better than that paint does. Try it at the edge with a blade.')
      : undefined;
  }),
  rule('repair.pushPaint', ['repair'], 'Pushed out under paint', (c) =>
    c.step.treatment === 'pushOut' && c.strata.layers.some((l) => isFiller(l.family))
      ? care('There is filler here: pushed metal cracks it off.', 'Take the filler out first.')
      : undefined,
  ),
  rule('repair.school', ['repair'], 'House method: convert rather than cut', (c) =>
    c.step.treatment === 'cutOut' && c.method.rust === 'convert'
      ? note('The house method converts rust; cut out what is thin.')
      : undefined,
  ),
  rule('mask.keepOut', ['coat'], 'Coating over what must not be painted', (c) =>
    c.around && c.around.unmasked.length > 0
      ? care(
          `Not to be painted, and not masked since the last work: ${c.around.unmasked.join(', ')}.`,
          'Mask it, and log the masking.',
        )
      : undefined,
  ),
  rule('mask.edge', ['coat'], 'A masked edge that this coat shows', (c) => {
    const { maskEdge } = c.strata.surface;
    const role = maskedFor(FAMILIES[c.step.product.family].role);
    const says = maskEdge && role ? EDGE_UNDER[role][maskEdge] : null;
    return says === null ? undefined : care(says, 'Mask it otherwise, and log the masking.');
  }),
  rule('fit.bareFace', ['fit'], 'Closing over bare metal', (c) =>
    c.around && c.around.bareFaces.length > 0
      ? stop(
          `Bare metal would be hidden: ${c.around.bareFaces.join(', ')}.`,
          'Prime both faces of a joint before it is closed.',
        )
      : undefined,
  ),
  rule('fit.orders', ['fit'], 'Fitting with an order still to come', (c) => {
    const late = c.around?.onOrder ?? [];
    return late.length > 0
      ? care(
          `Still to come for this part: ${late.map((o) => o.name).join(', ')}, in ${waitText(Math.max(0, Math.max(...late.map((o) => o.dueMs)) - c.nowMs))}.`,
          'Fit it when it is here, or it comes off again.',
        )
      : undefined;
  }),
  rule('coat.seams', ['coat'], 'Colour over seams that are not sealed', (c) =>
    c.around && c.around.unsealed.length > 0 && FAMILIES[c.step.product.family].coloured
      ? care(
          `Not sealed yet: ${c.around.unsealed.join(', ')}.`,
          'Sealer goes under colour: on top of it it shows, and stays soft under the clear.',
        )
      : undefined,
  ),
  rule('fit.faults', ['fit'], 'Fitting with faults open', (c) =>
    c.around && c.around.openFaults > 0
      ? care(
          `${c.around.openFaults} ${c.around.openFaults === 1 ? 'fault is' : 'faults are'} still open on this panel.`,
        )
      : undefined,
  ),
  rule('fit.fresh', ['fit', 'clamp', 'remove'], 'Fitting on fresh paint', (c) => {
    const of = (stage: Stage) => stageOf(c, stage);
    const tape = of('tape') ?? (c.top && FAMILIES[c.top.family].role === 'sealant' ? of('recoat') : undefined);
    if (tape && !tape.reached)
      return stop(
        `${c.top?.label ?? 'The paint'} is too soft to handle.`,
        tape.opensMs === null
          ? 'It stands still in this cold: warm the panel.'
          : `${waitText(tape.opensMs - c.nowMs)} more.`,
        tape.opensMs ?? undefined,
      );
    const polish = of('polish');
    return c.step.kind !== 'remove' &&
      c.top &&
      isTopcoat(c.top.family) &&
      ((polish && !polish.reached) || c.nowMs - c.top.lastAppliedMs < 3 * DAY_MS)
      ? care('Fresh paint prints under clamps for some days.', 'Pad every contact, and do not pull it tight.')
      : undefined;
  }),
  rule('fit.unfinished', ['fit'], 'Fitting what has no finish yet', (c) => {
    if (!c.top) return undefined;
    if (isBase(c.top.family)) return stop('Base without clear is soft and open.', 'Clear it, and let that harden.');
    return isPrimer(c.top.family)
      ? note('It is fitted in primer: primer is porous, so it needs its colour before it gets wet.')
      : undefined;
  }),
  rule('fit.temporary', ['fit'], 'A temporary repair behind it', (c) => {
    const until = c.status.temporaryUntilMs;
    if (until === undefined) return undefined;
    return until < c.nowMs
      ? care('A temporary repair is here, and its months are over.', 'Make the proper repair first.')
      : note(`A temporary repair is here: the proper one is due in ${waitText(until - c.nowMs)}.`);
  }),
  rule(
    'access.unfinished',
    ['fit', 'coat', 'fill', 'repair', 'blast', 'strip', 'sand', 'clean'],
    'What has to come first, by the access order',
    (c) =>
      c.around && c.around.unfinished.length > 0
        ? stop(
            `This closes off what is not done: ${c.around.unfinished.join('; ')}.`,
            'Do that first, or change the access order.',
          )
        : undefined,
  ),
  rule(
    'access.never',
    ['fit', 'coat', 'fill', 'repair', 'blast', 'strip', 'sand', 'clean'],
    'What must not be done any more, by the access order',
    (c) =>
      c.around && c.around.never.length > 0
        ? stop(`Never once this is done: ${c.around.never.join('; ')}.`, 'Find another tool or another way in.')
        : undefined,
  ),
  rule('blast.primed', ['blast'], 'Blasting good primer away', (c) =>
    c.strata.layers.some((l) => isPrimer(l.family)) && openFaults(c.strata).length === 0
      ? care('There is primer of this job here, and no fault is marked.')
      : undefined,
  ),
];
