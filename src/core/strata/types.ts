import type { AirReading, EventOf } from '../log/event';
import type { DefectCause } from '../log/defectCauses';
import type { DefectKind } from '../log/defects';
import type { MaskEdge } from '../log/evening';
import type { Face, Point } from '../log/place';
import type { SandTool } from '../log/tools';
import type { SubstrateKind } from '../library/substrates';
import type { ProductFamily } from '../library/product';

/** What a number rests on. */
export type Basis = 'measured' | 'estimated' | 'stated';

/** One layer of the stack, bottom to top. Wet-on-wet coats of one product are one layer. */
export interface Layer {
  /** Id of the event that began it (with '#n' for what was found). */
  id: string;
  eventIds: string[];
  /** Absent for old coatings that were found. */
  productId?: string;
  family: ProductFamily;
  label: string;
  coats: number;
  /** Dry thickness left, µm. */
  filmUm: number;
  /** Dry thickness as applied, µm. */
  appliedUm: number;
  basis: Basis;
  startedMs: number;
  lastAppliedMs: number;
  /** Paper whose scratch it was laid on. */
  overGrit?: number;
  /** Air when the last coat went on. */
  air?: AirReading;
  hardenerId?: string;
  hardenerFraction?: number;
  thinnerFraction?: number;
  batchId?: string;
  colourId?: string;
  colourHex?: string;
}

export interface Scratch {
  grit: number;
  wet: boolean;
  tool?: SandTool;
  atMs: number;
}

/** What a hand would feel on top of the stack. */
export interface Surface {
  /** 'substrate' or the id of the layer on top. */
  exposes: string;
  /** Since when this has been the top, ms. */
  sinceMs: number;
  scratch?: Scratch;
  guideCoat?: { atMs: number; productId: string };
  /** Last cleaning after the last dirty work. */
  clean?: { atMs: number; productId: string };
  /** Surface profile of a blast, µm. */
  blastProfileUm?: number;
  /** What a blast left that keeps paint from holding, until it is washed off with water. */
  residue?: 'soda';
  /** Where the substrate lies open: when it was last bared or abraded bright, ms. Flash rust counts from there. */
  brightMs?: number;
  /** Blasted wet, without inhibitor, and not abraded since: it rusts within the hour. */
  blastWet?: boolean;
  polished?: { grit: number; atMs: number };
  maskedWith?: string;
  /** How that masking ends on the panel, where somebody said. */
  maskEdge?: MaskEdge;
}

/** Why a place has a stack of its own. ring: the bare metal round filler. */
export type SpotCause = 'sandedThrough' | 'ring' | 'feathered' | 'repaired' | 'leftOut';
/** What a repair still asks for before anything else covers it. */
export type Want = 'filler';

/** A place on a zone with a stack of its own: what shows there, and what was laid there since. */
export interface Spot {
  /** Of the event that opened it, as it was first written: entries go on naming it where that was corrected. */
  id: string;
  cause: SpotCause;
  atMs: number;
  /** How large, cm², where somebody said. */
  areaCm2?: number;
  wants?: Want;
  layers: Layer[];
  surface: Surface;
}

export interface FilmReading {
  atMs: number;
  eventId: string;
  /** Everything over the substrate, µm. */
  totalUm: number;
}

/** Something wrong with the zone, said in words or marked on the drawing. */
export interface Fault {
  /** Of the event that found it. */
  id: string;
  atMs: number;
  /** Said in words at the first look. */
  text?: string;
  mark?: Mark;
  /** When a repair dealt with it, ms. */
  doneMs?: number;
  /** When it was agreed to leave it as it is, and by when it is to be done, ms. */
  deferred?: { eventId: string; atMs: number; byMs?: number };
}

/** What was marked on the drawing. */
export type Mark = Pick<EventOf<'marked'>, (typeof MARK_FIELDS)[number]>;
/** What of a mark is kept with the fault. */
export const MARK_FIELDS = [
  'fault',
  'grade',
  'depthMm',
  'sizeMm',
  'cause',
  'treatment',
  'face',
  'at',
  'outline',
] as const;

export type MarkedFault = Fault & { mark: Mark };
/** Nothing has dealt with it, and nobody agreed to leave it. */
export const isOpenFault = (f: Fault): boolean => f.doneMs === undefined && f.deferred === undefined;
const isMarked = (f: Fault): f is MarkedFault => f.mark !== undefined;
/** Faults that were marked, that nothing has dealt with yet, and that hold things up. */
export const openFaults = (s: Strata): MarkedFault[] => s.faults.filter(isMarked).filter(isOpenFault);
/** Faults that stay, as agreed. */
export const leftFaults = (s: Strata): MarkedFault[] =>
  s.faults.filter(isMarked).filter((f) => f.deferred !== undefined && f.doneMs === undefined);

/** Something wrong with paint that was laid. */
export interface Defect {
  /** Of the event that marked it. */
  id: string;
  atMs: number;
  kind: DefectKind;
  grade: 1 | 2 | 3;
  /** The layer that it is in, and what that is. */
  layerId: string;
  family: ProductFamily;
  sizeMm?: number;
  count?: number;
  face?: Face;
  at?: Point;
  /** It was last sanded then, ms. */
  cutMs?: number;
  /** When it was put right, ms. */
  doneMs?: number;
  /** When it was agreed to leave it as it is, and by when it is to be done, ms. */
  deferred?: { eventId: string; atMs: number; byMs?: number };
  /** What made it, as somebody agreed. */
  cause?: DefectCause;
}

/** What is on one zone: substrate, layers, surface, and what is known besides. */
export interface Strata {
  substrate: SubstrateKind;
  substrateUm: number;
  /** Salt in the steel, until it is washed: it rusts twice as soon. */
  salts?: boolean;
  layers: Layer[];
  surface: Surface;
  /** Places with a stack of their own; absent: the zone is the same all over. See `spots.ts`. */
  spots?: readonly Spot[];
  readings: FilmReading[];
  faults: Fault[];
  /** Defects of paint that was laid; absent: none was ever marked. */
  defects?: readonly Defect[];
  /** It was polished, and is to be looked at again in daylight from then on, ms. */
  lookFromMs?: number;
  repairs: Repair[];
  /** It is not here. */
  away?: Away;
  /** It hangs where it belongs, since then, ms. */
  fittedMs?: number;
}

/** With whom a part is that was sent out, since when, and when it is to be back, ms. */
export interface Away {
  to: string;
  sinceMs: number;
  dueMs?: number;
}

/** A repair that was made. */
export interface Repair {
  atMs: number;
  method: string;
  /** A temporary one lasts until then, ms. */
  temporaryUntilMs?: number;
  /** Another one took its place, ms. */
  endedMs?: number;
}

/** Temporary repairs whose place no other one has taken. */
export const temporaryRepairs = (s: Strata | undefined): (Repair & { temporaryUntilMs: number })[] =>
  (s?.repairs ?? []).filter(
    (r): r is Repair & { temporaryUntilMs: number } => r.temporaryUntilMs !== undefined && r.endedMs === undefined,
  );

export const SUBSTRATE = 'substrate';

/** Everything over the substrate, µm. */
export const totalFilmUm = (s: Strata): number => s.layers.reduce((sum, l) => sum + l.filmUm, 0);
/** The layer on top, if there is one. */
export const topLayer = (s: Pick<Strata, 'layers'>): Layer | undefined => s.layers[s.layers.length - 1];
