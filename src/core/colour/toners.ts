import { BAND_NM, type Spectrum } from './spectrum';

/** What a toner does to light: pigment that scatters and absorbs, flake that mirrors, pearl that mirrors one colour and lets its opposite through. */
export type TonerSort = 'pigment' | 'flake' | 'pearl';

export interface Toner {
  id: string;
  name: string;
  sort: TonerSort;
  densityKgL: number;
  /** Absorbed and scattered by 1 g of it in a litre of base, per µm of its dry film, at the 31 bands. */
  k: Spectrum;
  s: Spectrum;
  /** Of flake and pearl. */
  flake?: Flake;
}

export interface Flake {
  /** What 1 g in a litre of base puts in the way of light, as panel areas per µm of dry film. */
  areaPerUm: number;
  /** How far its plates tilt about the surface as sprayed by the book, degrees: coarse ones lie flatter. */
  tiltDeg: number;
  /** What a plate mirrors near the gloss, and along the panel. */
  near: Spectrum;
  far: Spectrum;
}

/** A band that is taken out of light, or given back: where it is strongest, how wide, how strong. */
type Band = readonly [nm: number, widthNm: number, height: number];

const curve = (level: number, bands: readonly Band[] = []): Spectrum =>
  Float64Array.from(BAND_NM, (nm) =>
    Math.max(
      0,
      level + bands.reduce((sum, [at, width, height]) => sum + height * Math.exp(-(((nm - at) / width) ** 2)), 0),
    ),
  );
const scaled = (r: Spectrum, by: number): Spectrum => r.map((v) => v * by);

/** Strength of a full toner, per g/L and µm: 40 g/L of black hides at 15 µm, 300 g/L of white at about 30. */
const K = 4e-3;
const S = 1.4e-3;

/** @param absorbs relative to black; @param scatters relative to white */
const pigment = (
  id: string,
  name: string,
  densityKgL: number,
  absorbs: Spectrum,
  scatters: Spectrum,
  strength = 1,
): Toner => ({
  id,
  name,
  sort: 'pigment',
  densityKgL,
  k: scaled(absorbs, K * strength),
  s: scaled(scatters, S * strength),
});

const flake = (id: string, name: string, areaPerUm: number, tiltDeg: number, mirrors: number): Toner => ({
  id,
  name,
  sort: 'flake',
  densityKgL: 1.25,
  // Its edges scatter a little, the finer the more.
  k: curve(2e-6),
  s: curve(areaPerUm * 0.06),
  flake: { areaPerUm, tiltDeg, near: curve(mirrors), far: curve(mirrors * 0.96) },
});
const pearl = (id: string, name: string, mirrors: readonly Band[]): Toner => {
  const near = curve(0.16, mirrors);
  return {
    id,
    name,
    sort: 'pearl',
    densityKgL: 1.15,
    k: curve(1e-6),
    s: curve(1.4e-5),
    // What is mirrored near the gloss is missing from what comes through, and along the panel that is what shows.
    flake: { areaPerUm: 5e-4, tiltDeg: 12, near, far: near.map((v) => Math.max(0.05, 0.62 - v)) },
  };
};

/**
 * A made-up row of toners, plausible in hue, strength and behaviour: white and blacks, oxides, organic pigments of every hue, weak ones for small
 * corrections, aluminium from fine to coarse, pearls. A maker's own measured constants would take their place.
 */
export const TONERS: readonly Toner[] = [
  pigment('white', 'White', 1.45, curve(0.0004, [[395, 14, 0.05]]), curve(1, [[470, 90, 0.12]])),
  pigment('black-deep', 'Deep black', 1.02, curve(1, [[420, 60, 0.1]]), curve(0.012)),
  pigment('black-blue', 'Blue-shade black', 1.03, curve(0.8, [[620, 90, 0.16]]), curve(0.02, [[430, 60, 0.012]])),
  pigment(
    'oxide-red',
    'Red oxide',
    1.35,
    curve(0.012, [
      [430, 90, 0.42],
      [530, 50, 0.36],
    ]),
    curve(0.2, [[660, 70, 0.28]]),
  ),
  pigment(
    'oxide-yellow',
    'Yellow oxide',
    1.3,
    curve(0.008, [
      [420, 55, 0.34],
      [480, 26, 0.16],
    ]),
    curve(0.22, [[600, 90, 0.24]]),
  ),
  pigment(
    'oxide-brown',
    'Brown oxide',
    1.35,
    curve(0.08, [
      [430, 100, 0.46],
      [560, 70, 0.22],
    ]),
    curve(0.12, [[670, 60, 0.1]]),
  ),
  pigment(
    'oxide-green',
    'Green oxide',
    1.35,
    curve(0.06, [
      [430, 40, 0.2],
      [610, 50, 0.3],
      [680, 40, 0.14],
    ]),
    curve(0.2, [[540, 40, 0.14]]),
  ),
  pigment(
    'yellow-lemon',
    'Lemon yellow',
    1.05,
    curve(0.0006, [
      [420, 45, 0.5],
      [465, 22, 0.26],
    ]),
    curve(0.06, [[560, 80, 0.05]]),
  ),
  pigment(
    'yellow-warm',
    'Warm yellow',
    1.05,
    curve(0.0008, [
      [430, 55, 0.5],
      [490, 24, 0.36],
    ]),
    curve(0.05, [[580, 80, 0.05]]),
  ),
  pigment(
    'orange',
    'Orange',
    1.06,
    curve(0.001, [
      [440, 60, 0.5],
      [520, 32, 0.5],
    ]),
    curve(0.04, [[620, 70, 0.05]]),
  ),
  pigment(
    'red-bright',
    'Bright red',
    1.05,
    curve(0.001, [
      [450, 60, 0.36],
      [540, 38, 0.62],
    ]),
    curve(0.035, [[650, 60, 0.05]]),
  ),
  pigment(
    'red-transparent',
    'Transparent red',
    1.02,
    curve(0.001, [
      [470, 60, 0.4],
      [550, 34, 0.7],
    ]),
    curve(0.003),
  ),
  pigment(
    'maroon',
    'Maroon',
    1.04,
    curve(0.012, [
      [440, 70, 0.42],
      [550, 44, 0.74],
    ]),
    curve(0.012),
  ),
  pigment(
    'magenta',
    'Magenta',
    1.04,
    curve(0.002, [
      [540, 42, 0.76],
      [500, 30, 0.3],
    ]),
    curve(0.018, [
      [440, 40, 0.02],
      [660, 60, 0.03],
    ]),
  ),
  pigment(
    'violet',
    'Violet',
    1.04,
    curve(0.006, [
      [560, 40, 0.8],
      [610, 30, 0.46],
    ]),
    curve(0.012, [[430, 40, 0.03]]),
  ),
  pigment(
    'blue-red',
    'Red-shade blue',
    1.05,
    curve(0.004, [
      [590, 60, 0.86],
      [660, 40, 0.5],
    ]),
    curve(0.016, [[450, 40, 0.04]]),
  ),
  pigment(
    'blue-green',
    'Green-shade blue',
    1.05,
    curve(0.003, [
      [620, 55, 0.9],
      [690, 40, 0.6],
    ]),
    curve(0.014, [[470, 40, 0.04]]),
  ),
  pigment(
    'green',
    'Green',
    1.06,
    curve(0.003, [
      [640, 55, 0.8],
      [430, 34, 0.44],
      [700, 40, 0.4],
    ]),
    curve(0.014, [[520, 36, 0.04]]),
  ),
  pigment(
    'green-yellow',
    'Yellow-shade green',
    1.06,
    curve(0.003, [
      [660, 55, 0.76],
      [440, 44, 0.5],
    ]),
    curve(0.016, [[540, 36, 0.04]]),
  ),
  pigment('black-weak', 'Weak black', 1, curve(1, [[420, 60, 0.1]]), curve(0.012), 0.12),
  pigment(
    'blue-weak',
    'Weak blue',
    1,
    curve(0.004, [
      [600, 60, 0.86],
      [670, 40, 0.5],
    ]),
    curve(0.016),
    0.12,
  ),
  pigment(
    'red-weak',
    'Weak red',
    1,
    curve(0.001, [
      [470, 60, 0.4],
      [545, 36, 0.7],
    ]),
    curve(0.01),
    0.12,
  ),
  pigment(
    'yellow-weak',
    'Weak yellow',
    1,
    curve(0.008, [
      [420, 55, 0.34],
      [480, 26, 0.16],
    ]),
    curve(0.05),
    0.12,
  ),
  flake('aluminium-fine', 'Fine aluminium', 1.6e-3, 14, 0.78),
  flake('aluminium-medium', 'Medium aluminium', 1.2e-3, 12, 0.83),
  flake('aluminium-bright', 'Bright aluminium', 1e-3, 10.5, 0.89),
  flake('aluminium-coarse', 'Coarse aluminium', 8e-4, 9, 0.87),
  pearl('pearl-white', 'White pearl', [[550, 260, 0.42]]),
  pearl('pearl-blue', 'Blue pearl', [[450, 55, 0.44]]),
  pearl('pearl-gold', 'Gold pearl', [[600, 80, 0.42]]),
];

export const tonerById: ReadonlyMap<string, Toner> = new Map(TONERS.map((t) => [t.id, t]));

/** The product that a toner is on the shelf, and back. */
export const tonerProduct = (id: string): string => `toner-${id}`;
/** The toner that a product of the library is; undefined for any other product. */
export const tonerOfProduct = (productId: string): Toner | undefined => tonerById.get(productId.replace(/^toner-/, ''));
