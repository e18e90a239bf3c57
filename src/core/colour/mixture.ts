import { cameBackInside, reflectanceOver, seenOutside } from './kubelkaMunk';
import type { Light } from './lights';
import { farShare, flakeShare, MOST_MIRRORED } from './paint';
import { BANDS, labOf, xyzOf, type Spectrum } from './spectrum';
import type { Toner } from './toners';

/** Toner in a pot, g. */
export interface TonerGrams {
  toner: Toner;
  grams: number;
}

/** A pot of base: its toners, and how much of it there is besides them and with them, L. */
export interface Pot {
  toners: readonly TonerGrams[];
  litres: number;
}

/** How a card of it is sprayed. */
export interface CardFilm {
  /** Dry, µm. */
  filmUm: number;
  ground: Spectrum;
  flakeTilt: number;
}

/** Angles and lights under which something is looked at. */
export interface Looks {
  anglesDeg: readonly number[];
  lights: readonly Light[];
}

/** How much stronger or weaker a toner is than the library has it; 1 where nobody knows. */
export type Strengths = ReadonlyMap<string, number>;

/** The pot with more toner in it: it grows by what is poured. */
export function withToners(pot: Pot, more: readonly TonerGrams[]): Pot {
  const grams = new Map(pot.toners.map((t) => [t.toner.id, { ...t }]));
  let { litres } = pot;
  for (const { toner, grams: g } of more) {
    const had = grams.get(toner.id);
    grams.set(toner.id, { toner, grams: (had?.grams ?? 0) + g });
    litres += g / toner.densityKgL / 1000;
  }
  return { toners: [...grams.values()], litres };
}

/**
 * CIELAB of a pot's paint as a card of it looks: angle after angle, light after light, three figures each. The same model as {@link reflectanceAt},
 * with what does not depend on the angle worked out once, since tinting asks thousands of times.
 */
export function labsOf(
  { toners, litres }: Pot,
  { filmUm, ground, flakeTilt: lay }: CardFilm,
  { anglesDeg, lights }: Looks,
  strengths?: Strengths,
): Float64Array {
  const out = new Float64Array(anglesDeg.length * lights.length * 3);
  const amounts = toners.map(({ toner, grams }) => ({
    toner,
    gPerL: (grams / litres) * (strengths?.get(toner.id) ?? 1),
  }));
  const flakes = amounts.flatMap(({ toner, gPerL }) =>
    toner.flake ? [{ flake: toner.flake, area: toner.flake.areaPerUm * gPerL * filmUm }] : [],
  );
  const area = flakes.reduce((s, f) => s + f.area, 0);
  const covered = 1 - Math.exp(-area);
  const pigment = new Float64Array(BANDS);
  const through = new Float64Array(BANDS);
  for (let i = 0; i < BANDS; i++) {
    let k = 0;
    let s = 0;
    for (const { toner, gPerL } of amounts) {
      k += toner.k[i]! * gPerL;
      s += toner.s[i]! * gPerL;
    }
    pigment[i] = reflectanceOver(k, s, filmUm, cameBackInside(ground[i]!)) * (1 - covered);
    through[i] = area > 0 ? (covered / area) * Math.exp(-k * filmUm) : 0;
  }
  const r = new Float64Array(BANDS);
  anglesDeg.forEach((angle, a) => {
    const far = farShare(angle);
    const shares = flakes.map((f) => f.area * flakeShare(angle, f.flake.tiltDeg, lay));
    for (let i = 0; i < BANDS; i++) {
      let mirrored = 0;
      for (let f = 0; f < flakes.length; f++) {
        const { near, far: along } = flakes[f]!.flake;
        mirrored += shares[f]! * (near[i]! + (along[i]! - near[i]!) * far);
      }
      r[i] = seenOutside(Math.min(MOST_MIRRORED, pigment[i]! + through[i]! * mirrored));
    }
    lights.forEach((light, l) => {
      out.set(labOf(xyzOf(r, light), light), (a * lights.length + l) * 3);
    });
  });
  return out;
}
