/** Families decide what a layer is to the rules and how it is drawn. */
export const PRODUCT_FAMILIES = [
  'oldCoating',
  'converter',
  'etch',
  'epoxy',
  'weldThrough',
  'dtm',
  'glassFiller',
  'lightFiller',
  'glaze',
  'sprayFiller',
  'highBuild',
  'plasticPromoter',
  'seamSealer',
  'underseal',
  'baseSolvent',
  'baseWater',
  'singleStage',
  'clear',
  'guideCoat',
  'cleaner',
  'thinner',
  'hardener',
] as const;
export type ProductFamily = (typeof PRODUCT_FAMILIES)[number];

/** How a film dries; each has its activation energy in `cure/kinetics`. */
export const MECHANISMS = ['solvent', 'waterborne', 'polyester', 'urethane', 'epoxy', 'moisture', 'none'] as const;
export type Mechanism = (typeof MECHANISMS)[number];

/**
 * What a film can have reached, in the order of a film's life.
 * flash: the next coat of the same product; dustFree; sand: may be sanded without clogging; recoat: another product
 * over it (and, while open, without sanding); tape: may be masked over; polish: may be cut and compounded;
 * full: as hard as it gets.
 */
export const STAGES = ['flash', 'dustFree', 'recoat', 'sand', 'tape', 'polish', 'full'] as const;
export type Stage = (typeof STAGES)[number];

/** One stage's data-sheet time, in minutes at 23 °C, 50 % and nominal film. */
export interface StageFigure {
  stage: Stage;
  opensMin: number;
  /** When the stage closes again (recoat without sanding). Absent: it stays open. */
  closesMin?: number;
  /** What rules this stage, where it differs from the product: flash is solvent leaving even in a two-pack. */
  mechanism?: Mechanism;
}

/** One part of a mix: the paint itself first. */
export interface MixPart {
  name: string;
  /** Parts by volume or by weight, see `ratioBy`. */
  parts: number;
  densityKgL: number;
  /** Non-volatile volume as a fraction of the part's volume. */
  volumeSolids: number;
  vocGL: number;
  /** Price of one litre in the shop's currency. */
  pricePerL: number;
}

/** Thinner: how much, and per cent of what. Products differ, so it is kept. */
export interface Thinning {
  of: 'paint' | 'total';
  defaultFraction: number;
  minFraction: number;
  maxFraction: number;
  densityKgL: number;
  vocGL: number;
  pricePerL: number;
}

/** A generic product. Every figure is a plausible one for its kind and can be replaced by a real data sheet's. */
export interface Product {
  id: string;
  name: string;
  family: ProductFamily;
  mechanism: Mechanism;
  ratioBy: 'volume' | 'weight';
  parts: MixPart[];
  thinning?: Thinning;
  potLifeMin?: number;
  stages: StageFigure[];
  film: { nominalUm: number; minUm: number; maxUm: number; maxTotalUm: number };
  coats: number;
  limits: { minTempC: number; maxTempC: number; maxRh: number };
  /** For cleaners: what they are for. */
  suits?: 'metal' | 'plastic' | 'any';
  /** For thinners and hardeners. */
  speed?: 'fast' | 'medium' | 'slow';
  /** For hardeners: how much faster than the data-sheet time (set with the medium one) reactive stages run. */
  rateFactor?: number;
  /** Panel temperature below which the reaction stands still, °C. Absent: it only slows down. */
  cureStopsBelowC?: number;
  colourHex?: string;
  /** 'generic' is shipped; 'sheet' holds a user's own figures, copied from `copiedFrom`. */
  basis: 'generic' | 'sheet';
  copiedFrom?: string;
}

export type ProductLookup = (id: string) => Product | undefined;

/** Families that make a layer when applied. */
export const isCoating = (f: ProductFamily): boolean => !['guideCoat', 'cleaner', 'thinner', 'hardener'].includes(f);
/** Families put on with a spreader and sanded to shape. */
export const isFiller = (f: ProductFamily): boolean => f === 'glassFiller' || f === 'lightFiller' || f === 'glaze';
/** Colour that must have clear over it. */
export const isBase = (f: ProductFamily): boolean => f === 'baseSolvent' || f === 'baseWater';
/** Primers and primer-like films that are sanded flat. */
export const isPrimer = (f: ProductFamily): boolean =>
  ['etch', 'epoxy', 'weldThrough', 'dtm', 'highBuild', 'sprayFiller', 'plasticPromoter'].includes(f);
/** What ends the stack: nothing but polish goes on it. */
export const isTopcoat = (f: ProductFamily): boolean => f === 'clear' || f === 'singleStage';
