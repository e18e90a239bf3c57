import type { ProductFamily } from '../library/product';
import type { FaultCause, FaultKind, Treatment } from './marks';
import type { Face, Point } from './job';
import type { Application, EventKind, MeasureKind, SandTool, StripMethod, SubstrateKind } from './kinds';

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
    media: string;
    profileUm: number;
    wet: boolean;
    /** Wet, with rust inhibitor in the water. */
    inhibitor?: boolean;
    /** Pressure at the nozzle, bar gauge. */
    barG?: number;
    /** The steel has seen road salt or the sea. */
    salts?: boolean;
  };
  treated: { productId: string; coats: number; filmUm: number };
  repaired: {
    method: string;
    /** A temporary repair says for how many months it has to last. */
    temporaryMonths?: number;
    /** It takes the place of the temporary repairs of its zones, which are no longer due then. */
    ends?: boolean;
    /** Faults that this deals with. */
    faultIds?: string[];
  };
  filled: {
    productId: string;
    /** Thickness that this skim adds over the zone on average, µm. */
    filmUm: number;
    /** Hardener as it was mixed, fraction of the filler's weight. */
    hardenerFraction?: number;
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
    colourHex?: string;
    batch?: BatchUse;
  };
  guideCoated: { productId: string };
  sanded: {
    grit: number;
    tool: SandTool;
    wet: boolean;
    /** Taken off on average, µm. */
    removedUm: number;
    /** Small spots where the paper went through to what is below. */
    spotsThrough?: boolean;
  };
  cleaned: { productId: string };
  baked: { tempC: number; minutes: number };
  measured: { measure: MeasureKind; filmUm?: number };
  polished: { grit: number; removedUm: number };
  masked: { what: string };
  fitted: { where: string };
  removed: { where: string };
  voided: { targetId: string; reason?: string };
  replaced: { targetId: string; by: PlainEvent };
}

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
  /** Why someone went on against a rule that said stop. */
  against?: string;
}

export type EventOf<K extends EventKind> = EventCommon & { kind: K } & Payloads[K];
export type LogEvent = { [K in EventKind]: EventOf<K> }[EventKind];
export type CorrectionEvent = EventOf<'voided'> | EventOf<'replaced'>;
/** Everything but corrections: what may stand inside a 'replaced'. */
export type PlainEvent = Exclude<LogEvent, CorrectionEvent>;

export const isCorrection = (e: LogEvent): e is CorrectionEvent => e.kind === 'voided' || e.kind === 'replaced';
