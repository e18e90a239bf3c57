import type { Application } from '../library/application';
import type { ColourRead, SprayedHow } from './colourRead';
import type { DefectCause } from './/defectCauses';
import type { DefectKind } from './/defects';
import type { MaskEdge } from './evening';
import type { MediaId } from '../library/media';
import type { ProductFamily, UsedIn } from '../library/families';
import type { SubstrateKind } from '../library/substrates';
import type { FaultCause, FaultKind, Treatment } from './marks';
import type { Face, Point } from './place';
import type { ReturnedAs, SandTool, StripMethod } from './tools';
import type { WorkAct } from './workActs';
import { keysOf } from '../keysOf';

/** Air at one moment, measured or stated. */
export interface AirReading {
  tempC: number;
  /** Relative humidity as a fraction, 0 to 1. */
  rh: number;
  /** Surface of the panel, where it was taken. */
  surfaceTempC?: number;
}

/** A coating that was already there, whose product nobody knows. */
export interface FoundLayer {
  label: string;
  family: ProductFamily;
  /** Dry thickness, µm. */
  filmUm: number;
  /** The number that other entries know it by; absent: its place from below. Layers that come to light below it later take the next ones. */
  n?: number;
}

/** What hand and eye put into a coat, so that it can be costed and repeated. */
export interface BatchUse {
  /** One cup may be sprayed in several coats: they share this id. */
  batchId: string;
  /** Poured volume of each part in the library's order of parts, then thinner, mL. */
  pouredMl: number[];
  /** Of the ready mix: volume that went through the gun, mL. */
  usedMl: number;
}

/** Heights of a panel as they were read on a grid, row by row from its top left; null where nobody read. */
export interface HeightsRead {
  nx: number;
  ny: number;
  /** From one reading to the next, mm, and where the first one lies on the drawing. */
  stepX: number;
  stepY: number;
  x0: number;
  y0: number;
  face: Face;
  /** Proud is positive, mm. */
  mm: (number | null)[];
}

/** What a gap is looked at before. */
export const GAP_BEFORE_NAMES = {
  welding: 'Before welding',
  filling: 'Before filling',
  paint: 'Before paint',
  handover: 'Put back, at the end',
} as const;
export type GapBefore = keyof typeof GAP_BEFORE_NAMES;

/** A gap as it was read along its length with the part hung, at places evenly from one end to the other. */
export interface GapRead {
  /** Which it is: 'Door to wing'. */
  name: string;
  lengthMm: number;
  /** Its width at each place, mm; null where nobody read. */
  widthMm: (number | null)[];
  /** How far this face stands proud of the other there, mm; null likewise. */
  flushMm: (number | null)[];
  /** What it should be, mm: as on the other side, or as drawn. */
  agreedMm: number;
  before: GapBefore;
}

/** A place that a guide coat showed after a pass: colour stayed, or went at once. */
export interface GuideMark {
  /** On the drawing, mm. */
  x: number;
  y: number;
  showed: 'low' | 'high';
}

/** A guide coat that was blocked once and looked at. */
export interface GuideRound {
  grit: number;
  tool: SandTool;
  /** How long the board was, mm; absent: as it usually is. */
  boardMm?: number;
  face: Face;
  marks: GuideMark[];
  /** The rest came off evenly, or was not blocked. */
  rest: 'even' | 'notBlocked';
}

/** Spots on which alone it was done, by the ids of the entries that opened them (see `strata/spots.ts`); absent: all of the zone, spots too. */
export type OnSpots = readonly string[];

/** What is particular to each kind. A field's unit is in its name. */
export interface Payloads {
  found: {
    substrate: SubstrateKind;
    /** Thickness of the panel itself, µm. */
    thicknessUm: number;
    layers: FoundLayer[];
    fault?: string;
  };
  /** A fault, with its place on the drawing where there is one. The event's id is the fault's. */
  marked: {
    fault: FaultKind;
    /** How bad, from 1: what each means depends on the kind, see `FAULTS`. */
    grade: 1 | 2 | 3;
    /** Depth of a dent, scratch or crack, mm. */
    depthMm?: number;
    /** How far it goes, mm across. */
    sizeMm?: number;
    cause?: FaultCause;
    treatment: Treatment;
    face?: Face;
    /** Where its sign stands. */
    at?: Point;
    /** How far it reaches, where it was drawn round. */
    outline?: Point[];
  };
  stripped: {
    /** 'substrate', or the id of the layer that is then the top one. */
    to: string;
    method: StripMethod;
    /** The scratch left behind, if it was an abrasive. */
    grit?: number;
  };
  blasted: {
    /** The id of a shipped media, or what another one is called. */
    media: MediaId | (string & {});
    profileUm: number;
    /** Pressure at the nozzle, bar gauge. */
    barG?: number;
    /** The steel has seen road salt or the sea. */
    salts?: boolean;
    /** Only in wet blasting: rust inhibitor in the water. */
  } & ({ wet: false } | { wet: true; inhibitor?: boolean });
  treated: { productId: string; coats: number; filmUm: number; batch?: BatchUse; on?: OnSpots };
  repaired: {
    /** Which it was; absent: only what the words say. */
    treatment?: Treatment;
    /** In words, where they say more than the treatment's name. */
    method?: string;
    /** A temporary repair says for how many months it has to last. */
    temporaryMonths?: number;
    /** It takes the place of the temporary repairs of its zones, which are no longer due then. */
    ends?: boolean;
    /** Faults that this deals with. */
    faultIds?: string[];
  };
  /** Faults that stay as they are for now, as agreed with the owner: they hold nothing up. */
  left: {
    faultIds: string[];
    /** To be done by then, ms; absent: it stays. */
    byMs?: number;
  };
  filled: {
    productId: string;
    /** Thickness that this skim adds over the zone on average, µm. */
    filmUm: number;
    /** Hardener as it was mixed, fraction of the filler's weight. */
    hardenerFraction?: number;
    batch?: BatchUse;
    on?: OnSpots;
  };
  coated: {
    productId: string;
    coats: number;
    /** Dry film of one coat, µm. */
    filmUm: number;
    /** Thinner as a fraction of what the product counts it on. */
    thinnerFraction?: number;
    hardenerId?: string;
    application: Application;
    /** Which colour it is, and how it is drawn. */
    colourId?: string;
    colourHex?: string;
    /** How it was sprayed, where that was looked at: flake lies by it. */
    how?: SprayedHow;
    batch?: BatchUse;
    on?: OnSpots;
    /** What it did not reach, cm²: a place that was left out, or where it stopped. */
    leftOutCm2?: number;
  };
  guideCoated: { productId: string };
  guideRead: GuideRound;
  sanded: {
    grit: number;
    tool: SandTool;
    wet: boolean;
    /** Taken off on average, µm. */
    removedUm: number;
    /** It went through in small spots. */
    spotsThrough?: boolean;
    /** What shows there: the id of a layer, or 'substrate'; absent: what lies below the top. And how large they are in all, cm². */
    through?: string;
    spotCm2?: number;
    on?: OnSpots;
  };
  cleaned: { productId: string; on?: OnSpots };
  baked: { tempC: number; minutes: number };
  measured:
    | {
        measure: 'filmTotal';
        /** Everything over the substrate, µm. */
        filmUm: number;
      }
    | { measure: 'air'; air: AirReading }
    | { measure: 'heights'; heights: HeightsRead }
    | { measure: 'gap'; gap: GapRead }
    | { measure: 'colour'; colour: ColourRead };
  polished: { grit: number; removedUm: number };
  masked: {
    what: string;
    /** How it ends on the panel; absent: nobody said. */
    edge?: MaskEdge;
    /** What went into it, m and m². */
    tapeM?: number;
    paperM2?: number;
  };
  fitted: { where: string };
  removed: { where: string };
  /** A part goes out to another shop, or to its owner. */
  sentOut: {
    to: string;
    /** What is to be done there. */
    work?: string;
    /** When it is to be back, ms. */
    dueMs?: number;
  };
  /** And comes back, with what is on it now. */
  cameBack: {
    as: ReturnedAs;
    /** What was put on there, bottom to top, as it was told. */
    layers: FoundLayer[];
    /** When it was sprayed there, ms: its clocks count from then. Absent: nobody said, and it counts from when it came back. */
    sprayedMs?: number;
    /** It was baked there. */
    baked?: boolean;
  };
  /** Something is wrong with paint that was laid. The event's id is the defect's. */
  defectMarked: {
    defect: DefectKind;
    /** How bad, from 1: what each means depends on the kind, see `systems/defects`. */
    grade: 1 | 2 | 3;
    /** The layer that it is in; absent: the one on top. */
    layer?: string;
    /** How long or wide, mm; and how many. */
    sizeMm?: number;
    count?: number;
    face?: Face;
    at?: Point;
  };
  /** Defects that are gone: somebody looked, and they are no more. */
  defectGone: { defectIds: string[] };
  /** What made a defect, as somebody agreed. */
  defectExplained: { defectId: string; cause: DefectCause };
  /** Looked at again in daylight, a day after it was polished. */
  lookedAgain: { found?: number };
  /** Work time that goes with no other entry. */
  worked: { act: WorkAct; workMin: number };
  /** Something to do, pinned to a place on a panel, to a panel, or to none. */
  toDo: { text: string; face?: Face; at?: Point; minutes?: number };
  /** It is done. */
  ticked: { toDoId: string };
  voided: { targetId: string; reason?: string };
  replaced: { targetId: string; by: PlainEvent };
}

export type EventKind = keyof Payloads;
/** Every field of each kind's payload, also those that only some forms of it have. */
export type FieldOf<K extends EventKind> = Payloads[K] extends infer P ? (P extends unknown ? keyof P : never) : never;

/** What the rules know of a step; see `rules/rule.ts`. */
export const STEP_KINDS = [
  'coat',
  'fill',
  'clean',
  'sand',
  'guide',
  'polish',
  'strip',
  'blast',
  'repair',
  'fit',
  'tape',
  'clamp',
  'wax',
  'mask',
  'bake',
  'remove',
  'wait',
] as const;
export type StepKind = (typeof STEP_KINDS)[number];

/** Everything that a kind is, apart from its payload (above, and `schema.ts`) and what it does to a stack (`strata/apply.ts`). */
interface KindRecord {
  name: string;
  /** Place on the sheet, most used first; null where it is written elsewhere. */
  sheet: number | null;
  /** It must be about at least one zone. */
  onZones: boolean;
  /** It speaks of what is on its zones, which somebody has to have looked at first. */
  onStack: boolean;
  /** The work that it is, for its time. */
  act: WorkAct | null;
  /** The step that it is, for a verdict. */
  step: StepKind | null;
  /** Products it takes: those whose family is used in this kind of entry. */
  product: UsedIn | null;
  /** What was masked before it is masked no more. */
  unmasks: boolean;
  /** As the access order says it: 'coat' the floor. */
  task: string | null;
}

const kind = (
  name: string,
  sheet: number | null,
  step: StepKind | null,
  more: Partial<KindRecord> = {},
): KindRecord => ({
  name,
  sheet,
  step,
  onZones: true,
  onStack: true,
  act: null,
  product: null,
  unmasks: false,
  task: null,
  ...more,
});

/** Every kind of thing that can happen to a panel, in the order of the work. */
export const KINDS: { readonly [K in EventKind]: KindRecord } = {
  found: kind('Found', 16, null),
  marked: kind('Marked', null, null),
  stripped: kind('Stripped', 6, 'strip', { unmasks: true, task: 'grind or strip', act: 'strip' }),
  blasted: kind('Blasted', 12, 'blast', { unmasks: true, task: 'blast', act: 'blast' }),
  treated: kind('Converted', 8, 'coat', { product: 'treated', task: 'treat rust on', act: 'rust' }),
  repaired: kind('Repaired', 11, 'repair', { unmasks: true, task: 'repair', act: 'repair' }),
  left: kind('Left as agreed', null, null),
  filled: kind('Filled', 5, 'fill', { product: 'filled', unmasks: true, task: 'fill', act: 'fill' }),
  coated: kind('Coated', 1, 'coat', { product: 'coated', task: 'coat', act: 'paint' }),
  guideCoated: kind('Guide coat', 3, 'guide', { product: 'guideCoated', act: 'sand' }),
  guideRead: kind('Guide coat read', null, null),
  sanded: kind('Sanded', 2, 'sand', { unmasks: true, task: 'sand', act: 'sand' }),
  cleaned: kind('Cleaned', 4, 'clean', { product: 'cleaned', task: 'clean', act: 'clean' }),
  baked: kind('Baked', 9, 'bake', { onZones: false }),
  measured: kind('Measured', 7, null, { onZones: false }),
  polished: kind('Polished', 10, 'polish', { act: 'polish' }),
  masked: kind('Masked', 15, 'mask', { act: 'mask' }),
  fitted: kind('Fitted', 13, 'fit', { task: 'fit', act: 'fit' }),
  removed: kind('Taken off', 14, 'remove', { act: 'fit' }),
  sentOut: kind('Sent out', 17, null),
  cameBack: kind('Came back', 18, null),
  defectMarked: kind('Defect', null, null),
  defectGone: kind('Defect gone', null, null),
  defectExplained: kind('Cause of a defect', null, null),
  lookedAgain: kind('Looked at again', null, null),
  worked: kind('Work time', 19, null, { onStack: false }),
  toDo: kind('To do', null, null, { onZones: false, onStack: false }),
  ticked: kind('Done', null, null, { onZones: false, onStack: false }),
  voided: kind('Struck out', null, null, { onZones: false }),
  replaced: kind('Corrected', null, null, { onZones: false }),
};
export const EVENT_KINDS = keysOf(KINDS);

/** Kinds that a person logs by hand from the sheet. */
export type LoggableKind = Exclude<
  EventKind,
  | 'marked'
  | 'guideRead'
  | 'left'
  | 'defectMarked'
  | 'defectGone'
  | 'defectExplained'
  | 'lookedAgain'
  | 'toDo'
  | 'ticked'
  | 'voided'
  | 'replaced'
>;
/** In the order of the sheet. */
export const LOGGABLE = EVENT_KINDS.filter((k): k is LoggableKind => KINDS[k].sheet !== null).sort(
  (a, b) => (KINDS[a].sheet ?? 0) - (KINDS[b].sheet ?? 0),
);

interface EventCommon {
  /** Unique in the job, and for ever. */
  id: string;
  /** When it happened, ms since 1970 UTC. */
  atMs: number;
  /** When it was written down, ms since 1970 UTC. */
  writtenMs: number;
  zoneIds: string[];
  air?: AirReading;
  note?: string;
  /** Time that hands spent on it, minutes. */
  workMin?: number;
  /** Why someone went on against a rule that said stop. */
  against?: string;
  /** Whose hands it was, as they call themselves on their phone. */
  who?: string;
}

/** Every event by its kind. */
export type Events = { [K in EventKind]: EventCommon & { kind: K } & Payloads[K] };
export type EventOf<K extends EventKind> = Events[K];
export type LogEvent = Events[EventKind];
export type CorrectionKind = 'voided' | 'replaced';
export type CorrectionEvent = Events[CorrectionKind];
/** Everything but corrections: what may stand inside a 'replaced'. */
export type PlainKind = Exclude<EventKind, CorrectionKind>;
export type PlainEvent = Events[PlainKind];

/** Whether an event strikes another one out or takes its place. */
export const isCorrection = (e: LogEvent): e is CorrectionEvent => e.kind === 'voided' || e.kind === 'replaced';
