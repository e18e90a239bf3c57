import type { ProductFamily, Stage } from './families';
import type { Sheen } from './finish';

export * from './families';

/** How a film dries; each has its activation energy in `cure/kinetics`. */
export const MECHANISMS = ['solvent', 'waterborne', 'polyester', 'urethane', 'epoxy', 'moisture', 'none'] as const;
export type Mechanism = (typeof MECHANISMS)[number];

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

/**
 * How the second part is counted where the tin gives no ratio of parts: a tube of it to so much of the first part, drops to so much of it, or
 * per cent of its weight by temperature (between two rows in proportion, beyond the last as there).
 */
export type Dose =
  | { by: 'tube'; tubeG: number; toG: number }
  | { by: 'drops'; drops: number; toG: number; dropMl: number }
  | { by: 'percent'; rows: { tempC: number; fraction: number }[] };

/** A generic product. Every figure is a plausible one for its kind and can be replaced by a real data sheet's. */
export interface Product {
  id: string;
  name: string;
  family: ProductFamily;
  mechanism: Mechanism;
  ratioBy: 'volume' | 'weight';
  parts: MixPart[];
  /** In the place of the ratio of the second part to the first. */
  dose?: Dose;
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
  /** For what ends the stack: what it dries to. Absent: gloss. */
  sheen?: Sheen;
  /** 'generic' is shipped; 'sheet' holds a user's own figures, copied from `copiedFrom`. */
  basis: 'generic' | 'sheet';
  copiedFrom?: string;
  /** Of a user's own: paths of the figures that their data sheet gives; the others are still those of its kind. Absent: all of them. */
  stated?: string[];
  /** Of a user's own: when each field was last changed, ms. Absent: since it was made. */
  changed?: Readonly<Record<string, number>>;
}

export type ProductLookup = (id: string) => Product | undefined;

/** Cleaners below this hold mostly water, g/L. */
const WATER_VOC_GL = 250;
/** Whether its carrier is water: dries slowly in damp air, and wets bare steel. */
export const isWaterBased = (p: Product): boolean =>
  p.mechanism === 'waterborne' || (p.family === 'cleaner' && (p.parts[0]?.vocGL ?? 0) < WATER_VOC_GL);
