import { DEFECT_CAUSE_NAMES } from '@/core/log/defectCauses';
import { DEFECT_NAMES } from '@/core/log/defects';
import {
  APPLICATIONS,
  figure,
  phrase,
  messageIn,
  upperFirst,
  type Message,
  areaMm2,
  drawnAreaText,
  FAULT_NAMES,
  isFiller,
  isPrimer,
  KINDS,
  openSpots,
  RETURNED_AS_NAMES,
  SAND_TOOL_NAMES,
  STRIP_METHOD_NAMES,
  formatQuantity,
  showThickness,
  SUBSTRATES,
  TREATMENT_NAMES,
  mediaName,
  repairWords,
  waitText,
  WORK_ACT_NAMES,
  type GapRead,
  type HeightsRead,
  type LogEvent,
  type Moment,
  type Payloads,
  type ProductFamily,
  type ProductLookup,
  type Spot,
  type Stage,
  type Strata,
  type UnitSystem,
  type Conditions,
} from '@/core';
import { READ_BY, READ_ON, type ColourRead } from '@/core/log/colourRead';
import { SURFACE_NAMES } from '@/core/systems/surfaces';
import { dayMonth, percent } from './format';

/** What a stage lets hands do, for a family. */
export function stageWords(stage: Stage, family: ProductFamily): string {
  switch (stage) {
    case 'flash':
      return 'Ready for the next coat';
    case 'dustFree':
      return 'Dust-free';
    case 'recoat':
      return 'Can be coated over';
    case 'sand':
      return isFiller(family)
        ? 'Filler hard enough to sand'
        : isPrimer(family)
          ? 'Hard enough to block'
          : 'Hard enough to denib';
    case 'tape':
      return 'Can be taped';
    case 'polish':
      return 'Can be polished';
    case 'full':
      return 'Fully cured';
  }
}

/** Short name of a stage, for the track under the clock. */
export const STAGE_SHORT: Record<Stage, string> = {
  flash: 'flash',
  dustFree: 'dust-free',
  recoat: 'coat over',
  sand: 'sand',
  tape: 'tape',
  polish: 'polish',
  full: 'full',
};

export const momentWords = (m: Moment, family: ProductFamily): string =>
  m.kind === 'opens' ? stageWords(m.stage, family) : 'Window closes, then it needs sanding first';

/** What shows at a spot: 'bare steel', 'epoxy primer'. */
export const spotShows = (s: Strata, spot: Spot): string =>
  spot.layers[spot.layers.length - 1]?.label.toLowerCase() ?? SURFACE_NAMES[s.substrate];

/** 'spots of bare steel', 'the ring of bare steel round the filler'. */
export const spotWords = (s: Strata, spot: Spot): string =>
  spot.cause === 'ring' ? `the ring of ${spotShows(s, spot)} round the filler` : `spots of ${spotShows(s, spot)}`;

/** The surface as a hand would describe it. */
export function surfaceWords(s: Strata): Message {
  const { scratch, guideCoat, clean, blastProfileUm, polished, maskedWith } = s.surface;
  const bits: Message[] = [];
  if (polished) bits.push('polished');
  else if (scratch) bits.push(`P${scratch.grit} scratch${scratch.wet ? ', wet' : ''}`);
  if (blastProfileUm && !scratch) bits.push(phrase`blasted, ${figure('film', blastProfileUm)} profile`);
  if (guideCoat) bits.push('guide coat on');
  for (const said of new Set(openSpots(s).map((x) => spotWords(s, x)))) bits.push(said);
  if (clean) bits.push('cleaned');
  if (maskedWith) bits.push('masked');
  if (bits.length === 0) bits.push(s.layers.length === 0 ? 'bare, as stripped' : 'not sanded yet');
  return upperFirst(bits.reduce((a, b) => phrase`${a}, ${b}`));
}

/** 'Dent, 2 mm deep: pull the lows, then skim'. */
export const markWords = (
  m: Pick<Payloads['marked'], 'fault' | 'depthMm' | 'sizeMm' | 'treatment' | 'outline'>,
  units: UnitSystem,
): string =>
  messageIn(
    phrase`${FAULT_NAMES[m.fault]}${m.outline ? `, ${drawnAreaText(areaMm2(m.outline) / 100, units)}` : m.sizeMm ? phrase`, ${figure('thickness', m.sizeMm)} across` : ''}${m.depthMm ? phrase`, ${figure('thickness', m.depthMm)} deep` : ''}: ${TREATMENT_NAMES[m.treatment].toLowerCase()}`,
    units,
  );

/** '24 heights, from 1.8 mm low to 0.3 mm high'. */
function heightsWords({ mm }: HeightsRead, units: UnitSystem): string {
  const read = mm.flatMap((v) => v ?? []);
  const [low, high] = [Math.min(0, ...read), Math.max(0, ...read)];
  const at = (v: number) => formatQuantity('thickness', Math.abs(v), units);
  return `${read.length} heights, from ${at(low)} low to ${at(high)} high`;
}

/** 'Door to wing, 3.2 to 5.0 mm, 4.0 mm agreed'. */
function gapWords({ name, widthMm, agreedMm }: GapRead, units: UnitSystem): string {
  const read = widthMm.flatMap((v) => v ?? []);
  const at = (v: number) => formatQuantity('thickness', v, units);
  return `${name}, ${at(Math.min(...read, Infinity))} to ${at(Math.max(...read, 0))}, ${at(agreedMm)} agreed`;
}

/** 'Slate shimmer, by eye, on a card'. */
const colourWords = ({ colour, by, on, where }: ColourRead): string =>
  [colour, READ_BY[by].toLowerCase(), `on ${READ_ON[on].toLowerCase()}`, where].filter(Boolean).join(', ');

/** 'P320, board: 2 low, 1 high'. */
function guideWords({ grit, tool, marks, rest }: Payloads['guideRead']): string {
  const low = marks.filter((m) => m.showed === 'low').length;
  const spots = [low > 0 && `${low} low`, marks.length > low && `${marks.length - low} high`]
    .filter(Boolean)
    .join(', ');
  return `P${grit}, ${SAND_TOOL_NAMES[tool].toLowerCase()}: ${spots || (rest === 'even' ? 'all even' : 'nothing marked')}`;
}

/** 'An hour and a half' as '1 h 30 min'. */
export const minutesText = (min: number): string => waitText(Math.round(min) * 60_000);
const lowerFirstWord = (text: string): string => text[0]!.toLowerCase() + text.slice(1);

/** Said behind what was done on spots alone. */
const onSpotsWords = (e: { on?: readonly string[] }): string => (e.on ? ', on spots only' : '');

/** One event in one line. */
export function eventWords(e: LogEvent, products: ProductLookup, units: UnitSystem): string {
  const name = (id: string) => products(id)?.name ?? id;
  const coats = (n: number) => `${n} ${n === 1 ? 'coat' : 'coats'}`;
  switch (e.kind) {
    case 'found':
      return (
        e.fault ??
        `${SUBSTRATES[e.substrate].name}, ${e.layers.length === 0 ? 'bare' : e.layers.map((l) => l.label.toLowerCase()).join(' over ')}`
      );
    case 'marked':
      return markWords(e, units);
    case 'defectMarked':
      return `${DEFECT_NAMES[e.defect]}${e.count === undefined ? '' : `, ${e.count} of them`}${e.sizeMm === undefined ? '' : `, ${formatQuantity('thickness', e.sizeMm, units)}`}`;
    case 'defectGone':
      return e.defectIds.length === 1 ? 'It is gone' : `${e.defectIds.length} are gone`;
    case 'defectExplained':
      return DEFECT_CAUSE_NAMES[e.cause];
    case 'lookedAgain':
      return e.found ? `In daylight: ${e.found} found` : 'In daylight: nothing new';
    case 'stripped':
      return `${STRIP_METHOD_NAMES[e.method]}${e.grit ? ` P${e.grit}` : ''}, ${e.to === 'substrate' ? 'to bare metal or plastic' : 'to a layer'}`;
    case 'blasted':
      return `${mediaName(e.media)}, ${formatQuantity('film', e.profileUm, units)} profile${e.wet ? ', wet' : ''}`;
    case 'treated':
      return `${name(e.productId)}, ${coats(e.coats)}${onSpotsWords(e)}`;
    case 'repaired':
      return `${repairWords(e)}${e.temporaryMonths ? `, to last ${e.temporaryMonths} months` : ''}${e.ends ? ', in place of the temporary one' : ''}`;
    case 'left':
      return e.byMs === undefined ? 'As it is' : `Later, by ${dayMonth(e.byMs)}`;
    case 'filled':
      return `${name(e.productId)}, ${showThickness(e.filmUm, units)}${e.hardenerFraction ? `, ${percent(e.hardenerFraction, 1)} hardener` : ''}${onSpotsWords(e)}`;
    case 'coated':
      return `${name(e.productId)}, ${coats(e.coats)}, ${showThickness(e.coats * e.filmUm, units)}${e.application === 'lowPressureGun' ? '' : `, ${APPLICATIONS[e.application].name.toLowerCase()}`}${onSpotsWords(e)}${e.leftOutCm2 === undefined ? '' : `, ${formatQuantity('area', e.leftOutCm2, units)} left out`}`;
    case 'guideCoated':
      return name(e.productId);
    case 'cleaned':
      return `${name(e.productId)}${onSpotsWords(e)}`;
    case 'guideRead':
      return guideWords(e);
    case 'sanded':
      return `P${e.grit}${e.wet ? ' wet' : ''}, ${SAND_TOOL_NAMES[e.tool].toLowerCase()}, ${showThickness(e.removedUm, units)} off${e.spotsThrough ? ', through in spots' : ''}${onSpotsWords(e)}`;
    case 'baked':
      return `${formatQuantity('temp', e.tempC, units)} for ${Math.round(e.minutes)}\u00a0min`;
    case 'measured':
      return e.measure === 'filmTotal'
        ? `${showThickness(e.filmUm ?? 0, units)} over the substrate`
        : e.measure === 'heights'
          ? heightsWords(e.heights, units)
          : e.measure === 'gap'
            ? gapWords(e.gap, units)
            : e.measure === 'colour'
              ? colourWords(e.colour)
              : e.air
                ? `Air ${formatQuantity('temp', e.air.tempC, units, 1)}, ${percent(e.air.rh)}`
                : 'Air';
    case 'polished':
      return `To P${e.grit} and compound, ${showThickness(e.removedUm, units)} off`;
    case 'masked':
      return e.what;
    case 'fitted':
    case 'removed':
      return e.where;
    case 'sentOut':
      return `To ${e.to}${e.work ? `: ${lowerFirstWord(e.work)}` : ''}${e.dueMs === undefined ? '' : `, back by ${dayMonth(e.dueMs)}`}`;
    case 'cameBack':
      return `${RETURNED_AS_NAMES[e.as]}${e.layers.length > 0 ? `: ${e.layers.map((l) => l.label).join(', then ')}` : ''}`;
    case 'worked':
      return `${WORK_ACT_NAMES[e.act]}, ${minutesText(e.workMin)}`;
    case 'toDo':
      return e.text;
    case 'ticked':
      return 'Something that was to be done';
    case 'voided':
      return e.reason ?? 'An entry was struck out';
    case 'replaced':
      return `Now: ${eventWords(e.by, products, units)}`;
  }
}

/** 'Coated: High-build primer, 1 coat, 60 µm'. */
export const eventLine = (e: LogEvent, products: ProductLookup, units: UnitSystem): string =>
  `${KINDS[e.kind].name}: ${eventWords(e, products, units)}`;

/** The air that is counted with, and what that rests on. */
export function airLine(
  c: { tempC: number; rh: number; basis: Conditions['basis']; readMs?: number },
  units: UnitSystem,
  now: number,
): string {
  const air = `Air ${formatQuantity('temp', c.tempC, units, c.basis === 'read' ? 1 : 0)}, ${percent(c.rh)}`;
  const ago = c.readMs === undefined ? '' : waitText(now - c.readMs);
  switch (c.basis) {
    case 'read':
      return `${air}, read ${ago} ago`;
    case 'planned':
      return `${air}, counted on with planned heat: last read ${ago} ago`;
    case 'forecast':
      return `${air}, from the forecast: last read ${ago} ago`;
    case 'held':
      return `${air}, assumed: last read ${ago} ago`;
    case 'set':
      return `${air}, set in the shop, not read`;
  }
}

/** What a change of the log leaves without ground, as a sentence to add; nothing where all still fits. */
export function unfitWords(unfit: readonly { event: LogEvent }[], products: ProductLookup, units: UnitSystem): string {
  const [first] = unfit;
  if (!first) return '';
  const line = eventLine(first.event, products, units);
  return unfit.length === 1
    ? ` No longer fits: ${line}`
    : ` ${unfit.length} later entries no longer fit, first: ${line}`;
}
