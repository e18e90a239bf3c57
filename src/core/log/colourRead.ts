import type { Face, Point } from './place';

/** How a colour was read. */
export const READ_BY = {
  instrument: 'Instrument',
  file: 'File',
  typed: 'Typed',
  photo: 'Photo',
  eye: 'By eye',
} as const;
export type ReadBy = keyof typeof READ_BY;

/** What it was read on. */
export const READ_ON = { car: 'The car', card: 'A card', liquid: 'Wet in the tin' } as const;
export type ReadOn = keyof typeof READ_ON;

/** How the place looked that was read. */
export const READ_SURFACE = {
  polished: 'Polished',
  washed: 'Washed only',
  wet: 'Wet or dirty',
} as const;
export type ReadSurface = keyof typeof READ_SURFACE;

/** Lights, as `core/colour/lights.ts` has them. */
export const READ_LIGHTS = ['D65', 'A', 'FL11'] as const;
export type ReadLight = (typeof READ_LIGHTS)[number];

/** How a colour differs from another one as it is seen at an angle under a light, and how sure that is. */
export interface SeenDifference {
  angleDeg: number;
  light: ReadLight;
  /** L*, a*, b*: this one less the other. */
  lab: [number, number, number];
  /** One standard deviation of each. */
  spread: [number, number, number];
}

/** What a reading gave. Angles are from the gloss: 15 is face-on, 110 along the panel. */
export type ColourValues =
  /** Reflectance at 400, 410 … 700 nm, of each reading at each angle. */
  | { form: 'spectra'; anglesDeg: number[]; readings: number[][][] }
  /** L*, a*, b* in daylight for the 10° observer, of each reading at each angle. */
  | { form: 'lab'; anglesDeg: number[]; readings: [number, number, number][][] }
  /** Only how it differs from the car. */
  | { form: 'difference'; seen: SeenDifference[]; coarser?: number };

/** A reading of a colour. */
export interface ColourRead {
  /** The id of the colour that it is about. */
  colour: string;
  by: ReadBy;
  on: ReadOn;
  surface?: ReadSurface;
  /** In words, where it is no zone of the job: 'bonnet, left of the badge'. */
  where?: string;
  /** On the drawing of its zone's panel. */
  at?: Point;
  face?: Face;
  values: ColourValues;
}

/** How a coat was sprayed, as far as it changes how flake lies. */
export const THINNER_SPEEDS = { fast: 'Fast', usual: 'Usual', slow: 'Slow' } as const;
export type ThinnerSpeed = keyof typeof THINNER_SPEEDS;
export const LAST_COATS = { wet: 'Wet', usual: 'Even', drop: 'Drop coat' } as const;
export type LastCoat = keyof typeof LAST_COATS;

export interface SprayedHow {
  thinner?: ThinnerSpeed;
  /** Gun to panel, mm. */
  distanceMm?: number;
  lastCoat?: LastCoat;
  /** Who held the gun. */
  who?: string;
}
