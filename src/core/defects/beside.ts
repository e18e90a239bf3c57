import type { EventOf } from '../log/event';
import type { ProductLookup } from '../library/product';
import { MINUTE_MS } from '../units/time';
import type { AirThen } from './fromLog';

/** How a layer was sprayed, as far as somebody wrote it down. */
export interface SprayFigures {
  tempC?: number;
  rh?: number;
  /** Dry film of one coat, µm, where it was not just what is usual. */
  filmUm?: number;
  /** The shortest time between two coats, min. */
  flashMin?: number;
  thinnerFraction?: number;
  distanceMm?: number;
  coats: number;
}

/** Figures of the coats of one layer. @param airAt air that was read at a moment */
export function sprayFigures(
  coats: readonly EventOf<'coated'>[],
  products: ProductLookup,
  airAt?: (ms: number) => AirThen | undefined,
): SprayFigures {
  const airs = coats.flatMap((e) => e.air ?? airAt?.(e.atMs) ?? []);
  const films = coats.filter((e) => Math.abs(e.filmUm - (products(e.productId)?.film.nominalUm ?? -1)) > 0.5);
  const gaps = coats.slice(1).map((e, i) => (e.atMs - (coats[i]?.atMs ?? e.atMs)) / MINUTE_MS);
  const thinned = coats.flatMap((e) => e.thinnerFraction ?? []);
  const far = coats.flatMap((e) => e.how?.distanceMm ?? []);
  const mean = (x: readonly number[]) => x.reduce((a, b) => a + b, 0) / x.length;
  return {
    ...(airs.length > 0 && { tempC: mean(airs.map((a) => a.tempC)), rh: mean(airs.map((a) => a.rh)) }),
    ...(films.length > 0 && { filmUm: Math.max(...films.map((e) => e.filmUm)) }),
    ...(gaps.length > 0 && { flashMin: Math.min(...gaps) }),
    ...(thinned.length > 0 && { thinnerFraction: mean(thinned) }),
    ...(far.length > 0 && { distanceMm: mean(far) }),
    coats: coats.reduce((n, e) => n + e.coats, 0),
  };
}

/** What counts as another way of spraying it. */
const DIFFERS: { readonly [F in keyof Required<SprayFigures>]: (a: number, b: number) => boolean } = {
  tempC: (a, b) => Math.abs(a - b) >= 4,
  rh: (a, b) => Math.abs(a - b) >= 0.12,
  filmUm: (a, b) => Math.abs(Math.log(a / b)) >= Math.log(1.2),
  flashMin: (a, b) => Math.abs(Math.log(Math.max(1, a) / Math.max(1, b))) >= Math.log(1.4),
  thinnerFraction: (a, b) => Math.abs(a - b) >= 0.05,
  distanceMm: (a, b) => Math.abs(a - b) >= 40,
  coats: (a, b) => a !== b,
};
export const SPRAY_FIGURES = ['tempC', 'rh', 'filmUm', 'flashMin', 'thinnerFraction', 'distanceMm', 'coats'] as const;

/** One figure of a session beside what it was when it came out clean. */
export interface Beside {
  figure: keyof SprayFigures;
  here: number;
  /** The middle of the clean ones. */
  clean: number;
  of: number;
}

/** What was different the times it came out clean; empty where nothing was, or nobody wrote it down. */
export function besideOthers(here: SprayFigures, clean: readonly SprayFigures[]): Beside[] {
  return SPRAY_FIGURES.flatMap((figure): Beside[] => {
    const own = here[figure];
    const theirs = clean.flatMap((c) => c[figure] ?? []).sort((a, b) => a - b);
    if (own === undefined || theirs.length === 0) return [];
    const middle = theirs[Math.floor(theirs.length / 2)] ?? own;
    return DIFFERS[figure](own, middle) ? [{ figure, here: own, clean: middle, of: theirs.length }] : [];
  });
}
