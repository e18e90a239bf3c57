import { keysOf } from '../keysOf';

/**
 * Lights under which a colour is looked at: daylight, a filament lamp, and the narrow-band tube of halls and shops. Relative spectral power
 * by CIE 15:2018. Daylight is defined by its table of 10 nm and straight lines between, the lamp by Planck's formula, the tube by its table of
 * 5 nm, with straight lines between as well.
 */
interface LightRecord {
  name: string;
  /** As it is said in a sentence: 'in daylight'. */
  under: string;
  /** Relative power at a wavelength from 380 to 780 nm. */
  power(nm: number): number;
}

/** D65 at 380, 390 … 780 nm. */
// prettier-ignore
const D65 = [
  49.9755, 54.6482, 82.7549, 91.486, 93.4318, 86.6823, 104.865, 117.008, 117.812, 114.861, 115.923, 108.811, 109.354, 107.802,
  104.79, 107.689, 104.405, 104.046, 100, 96.3342, 95.788, 88.6856, 90.0062, 89.5991, 87.6987, 83.2886, 83.6992, 80.0268, 80.2146,
  82.2778, 78.2842, 69.7213, 71.6091, 74.349, 61.604, 69.8856, 75.087, 63.5927, 46.4182, 66.8054, 63.3828,
];
/** FL11, a tube of three narrow bands (4000 K), at 380, 385 … 780 nm. */
// prettier-ignore
const FL11 = [
  0.91, 0.63, 0.46, 0.37, 1.29, 12.68, 1.59, 1.79, 2.46, 3.33, 4.49, 33.94, 12.13, 6.95, 7.19, 7.12, 6.72, 6.13, 5.46, 4.79, 5.66,
  14.29, 14.96, 8.97, 4.72, 2.33, 1.47, 1.1, 0.89, 0.83, 1.18, 4.9, 39.59, 72.84, 32.61, 7.52, 2.83, 1.96, 1.67, 4.43, 11.28, 14.76,
  12.73, 9.74, 7.33, 9.72, 55.27, 42.58, 13.18, 13.16, 12.26, 5.11, 2.07, 2.34, 3.58, 3.01, 2.48, 2.14, 1.54, 1.33, 1.46, 1.94, 2,
  1.2, 1.35, 4.1, 5.58, 2.51, 0.57, 0.27, 0.23, 0.21, 0.24, 0.24, 0.2, 0.24, 0.32, 0.26, 0.16, 0.12, 0.09,
];

const table = (values: readonly number[], stepNm: number) => (nm: number) => {
  const at = (nm - 380) / stepNm;
  const i = Math.min(Math.floor(at), values.length - 2);
  return values[i]! + (values[i + 1]! - values[i]!) * (at - i);
};
/** Planck's formula as CIE defines A: 2848 K with the older constant, which is 2856 K with today's. */
const filament = (nm: number): number =>
  (100 * (560 / nm) ** 5 * Math.expm1(1.435e7 / (2848 * 560))) / Math.expm1(1.435e7 / (2848 * nm));

export const LIGHTS = {
  D65: { name: 'Daylight', under: 'in daylight', power: table(D65, 10) },
  A: { name: 'Filament lamp', under: 'under a filament lamp', power: filament },
  FL11: { name: 'Tube', under: 'under a tube', power: table(FL11, 5) },
} as const satisfies Record<string, LightRecord>;
export type Light = keyof typeof LIGHTS;
export const LIGHT_KINDS = keysOf(LIGHTS);
