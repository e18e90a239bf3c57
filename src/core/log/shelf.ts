import type { Ordered } from './order';
import type { Recorded } from './corrections';

/**
 * What happens to the shop rather than to a job: what comes onto the shelf, what is poured into a cup, and where the rest goes. It is a log by the
 * same machinery as a job's: order, corrections, append, validation, storage.
 *
 * Amounts are grams of what is poured, and pieces of the rest: see {@link isCounted}.
 */

/** Things on a shelf that are not poured. */
export const ARTICLES = {
  abrasive: 'Abrasives',
  masking: 'Masking',
  cartridge: 'Cartridges and filters',
  clip: 'Clips and fixings',
  tool: 'Cups, sieves, sticks',
} as const;
export type Article = keyof typeof ARTICLES;

/** Out of the tap: it stands on no shelf, and has no sheet. */
export const WATER = 'water';

/** What is in a container. */
export type Holds =
  /** A part of a product, by its place among the product's parts: the paint itself is 0. A thinner is a product of its own. */
  | { what: 'part'; productId: string; part: number }
  /** What was left of a batch. */
  | { what: 'mix'; batchId: string }
  | { what: 'article'; article: Article; name: string };

/** Whether it is counted in pieces, not weighed. */
export const isCounted = (h: Holds): boolean => h.what === 'article';
/** Whether a part of a piece is used and the rest stays: tape and paper come off a roll. */
export const isByRoll = (h: Holds): boolean => h.what === 'article' && h.article === 'masking';

/** Why something was thrown away. */
export const WASTE_REASONS = {
  leftOver: 'Left over',
  potLife: 'Past its pot life',
  expired: 'Past its date',
  spilt: 'Spilt',
  washing: 'Cleaning',
  broken: 'Broken',
} as const;
export type WasteReason = keyof typeof WASTE_REASONS;

/** One thing that went into a cup. */
export interface Pour {
  /** What it is: a part of a product, or what was left of an earlier batch. */
  holds: Exclude<Holds, { what: 'article' }>;
  massG: number;
  /** What it should have been, g, where that was worked out. */
  plannedG?: number;
  /** The container that it came out of; absent: out of one that is not on the shelf's list. */
  containerId?: string;
}

export interface ShelfPayloads {
  /** A container comes onto the shelf: bought, found at a stock-take, or filled up elsewhere. */
  received: {
    containerId: string;
    holds: Exclude<Holds, { what: 'mix' }>;
    amount: number;
    /** What the whole of it cost, and in which money. */
    price?: number;
    currency?: string;
    /** Number of the maker's lot. */
    lot?: string;
    /** What stands on it besides: its colour. */
    label?: string;
    /** Unopened it keeps until then, ms. */
    bestBeforeMs?: number;
    /** Opened it keeps for so many days. */
    openDays?: number;
    place?: string;
    /** Already open when it came. */
    opened?: boolean;
  };
  opened: { containerId: string };
  moved: { containerId: string; place: string };
  /** A cup, as it was truly poured. */
  mixed: {
    batchId: string;
    /** The number on its label. */
    no: number;
    productId: string;
    pours: Pour[];
    /** Of the mix, °C: pot life goes by it. */
    tempC?: number;
    /** The id of its colour. */
    colour?: string;
    /** CIELAB of a reading of it, face-on. */
    lab?: [number, number, number];
  };
  /** What came back in the cup goes into a container of its own. */
  kept: { batchId: string; containerId: string; amount: number; label: string; openDays?: number; place?: string };
  /** Thrown away, out of a cup or a container. */
  wasted: { batchId?: string; containerId?: string; amount: number; why: WasteReason };
  /** Used without being mixed: a cleaner, a sheet of paper, a clip. */
  used: { containerId: string; amount: number; jobId?: string; zoneIds?: string[] };
  /** What a colour is mixed from: toners in a litre of base. The last one of a colour and variant counts. */
  formula: {
    formulaId: string;
    /** The id of the colour. */
    colour: string;
    /** Its own name among those of the colour: 'a shade darker'. */
    variant?: string;
    toners: { productId: string; gPerL: number }[];
  };
  /** As it was found at a stock-take. */
  counted: { containerId: string; amount: number };
  voided: { targetId: string; reason?: string };
  replaced: { targetId: string; by: PlainShelfRecord };
}
export type ShelfKind = keyof ShelfPayloads;

interface ShelfCommon extends Ordered {
  note?: string;
}
/** Every record by its kind. */
export type ShelfRecords = { [K in ShelfKind]: ShelfCommon & { kind: K } & ShelfPayloads[K] };
export type ShelfRecordOf<K extends ShelfKind> = ShelfRecords[K];
export type ShelfRecord = ShelfRecords[ShelfKind];
export type ShelfCorrection = ShelfRecords['voided' | 'replaced'];
export type PlainShelfRecord = ShelfRecords[Exclude<ShelfKind, 'voided' | 'replaced'>];

/** Whether a record strikes another one out or takes its place. */
export const isShelfCorrection = (r: Recorded): r is ShelfCorrection => r.kind === 'voided' || r.kind === 'replaced';
