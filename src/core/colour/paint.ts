import { cameBackInside, reflectanceOver, seenOutside } from './kubelkaMunk';
import { BANDS, type Spectrum } from './spectrum';
import type { Toner } from './toners';

/** Grams of a toner in a litre of base, ready in its tin. */
export interface TonerAmount {
  toner: Toner;
  gPerL: number;
}

/** A colour as it lies on a panel. */
export interface PaintFilm {
  toners: readonly TonerAmount[];
  /** Dry, µm. */
  filmUm: number;
  /** What it lies over, as it would be read by itself, at the 31 bands. */
  ground: Spectrum;
  /** Tilt of its flakes as a share of what they have as sprayed by the book: see `flakeTilt.ts`. */
  flakeTilt: number;
}

/** Refractive index of the film: a flake that is tilted by θ sends light out at 2nθ from the gloss. */
const INDEX = 1.5;
/** A film mirrors no more than this: plates lie over each other. */
export const MOST_MIRRORED = 1.5;

/** How a flake's tilt spreads what it mirrors, at an angle from the gloss: what is lost along is gained face-on. */
export function flakeShare(angleDeg: number, tiltDeg: number, flakeTilt: number): number {
  const tilted = angleDeg / (2 * INDEX);
  return Math.exp(-(tilted * tilted) / (2 * (tiltDeg * flakeTilt) ** 2)) / flakeTilt;
}

/** What of a pearl's colour is seen: near the gloss its own, along its opposite. */
export const farShare = (angleDeg: number): number => Math.min(1, Math.max(0, (angleDeg - 20) / 60));

/**
 * Reflectance of a film at an angle from the gloss, as an instrument reads it with the gloss left out: pigment by Kubelka–Munk over the
 * ground, flake as mirrors under half of the pigment, the paint's surface after both. A model for planning and teaching: a card that was
 * sprayed and read outranks it. Source: the text of `docs/colour.md`, with a case by hand.
 * @param angleDeg from the gloss: 15 is face-on, 110 along the panel
 */
export function reflectanceAt({ toners, filmUm, ground, flakeTilt }: PaintFilm, angleDeg: number): Spectrum {
  const out = new Float64Array(BANDS);
  // Plates lie by chance, over each other too: what they cover together is 1 − e^−area.
  const area = toners.reduce((sum, { toner, gPerL }) => sum + (toner.flake?.areaPerUm ?? 0) * gPerL * filmUm, 0);
  const covered = 1 - Math.exp(-area);
  const far = farShare(angleDeg);
  for (let i = 0; i < BANDS; i++) {
    let k = 0;
    let s = 0;
    for (const { toner, gPerL } of toners) {
      k += toner.k[i]! * gPerL;
      s += toner.s[i]! * gPerL;
    }
    let flakes = 0;
    if (area > 0) {
      const through = Math.exp((-k * filmUm) / 2);
      for (const { toner, gPerL } of toners) {
        const f = toner.flake;
        if (!f) continue;
        const share = (f.areaPerUm * gPerL * filmUm) / area;
        const mirrors = f.near[i]! + (f.far[i]! - f.near[i]!) * far;
        flakes += share * mirrors * flakeShare(angleDeg, f.tiltDeg, flakeTilt);
      }
      flakes *= covered * through * through;
    }
    const pigment = reflectanceOver(k, s, filmUm, cameBackInside(ground[i]!)) * (1 - covered);
    out[i] = seenOutside(Math.min(MOST_MIRRORED, pigment + flakes));
  }
  return out;
}
