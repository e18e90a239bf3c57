import type { Application } from '../library/application';
import type { LastCoat, SprayedHow, ThinnerSpeed } from '../log/colourRead';

/**
 * How steep flake lies, as a share of what it does as sprayed by the book: wetter it settles flat (under 1: lighter face-on, darker along), drier
 * it stays as it fell. The trade's practice in figures, for planning; from 0.75 to 1.35 (`docs/colour.md`).
 */
export const LAY = { wettest: 0.75, driest: 1.35 } as const;

const THINNER: Record<ThinnerSpeed, number> = { fast: 1.12, usual: 1, slow: 0.9 };
const LAST: Record<LastCoat, number> = { wet: 0.92, usual: 1, drop: 1.12 };
const GUN: Record<Application, number> = {
  lowPressureGun: 1,
  conventionalGun: 1.05,
  aerosol: 1.12,
  brush: 0.85,
  spreader: 0.85,
};
/** From gun to panel by the book, mm, and how the tilt goes with it. */
export const USUAL_DISTANCE_MM = 180;
const BY_DISTANCE = 0.35;
const BY_FILM = 0.3;
/** A degree warmer dries it on the way. */
const BY_DEGREE = 0.006;

/** What a coat was sprayed with. */
export interface Spraying extends SprayedHow {
  application: Application;
  /** Dry film of one coat as a share of what the sheet says. */
  filmShare?: number;
  tempC?: number;
}

/** Tilt of flakes as a share of the book's, from how a coat was sprayed. Slower, closer and heavier never gives more than faster, farther and lighter. */
export function layOf({
  application,
  thinner = 'usual',
  distanceMm,
  lastCoat = 'usual',
  filmShare = 1,
  tempC = 20,
}: Spraying): number {
  const lay =
    GUN[application] *
    THINNER[thinner] *
    LAST[lastCoat] *
    ((distanceMm ?? USUAL_DISTANCE_MM) / USUAL_DISTANCE_MM) ** BY_DISTANCE *
    Math.max(0.2, filmShare) ** -BY_FILM *
    (1 + BY_DEGREE * (tempC - 20));
  return Math.min(LAY.driest, Math.max(LAY.wettest, lay));
}

/** One thing to turn at the gun, and what it does to the tilt. */
export interface Turn {
  what:
    | 'slowerThinner'
    | 'fasterThinner'
    | 'closer'
    | 'farther'
    | 'wetterLast'
    | 'dropCoat'
    | 'lighterCoats'
    | 'heavierCoats';
  factor: number;
}
/** In the order in which a painter would try them. */
const TURNS: readonly Turn[] = [
  { what: 'dropCoat', factor: LAST.drop },
  { what: 'wetterLast', factor: LAST.wet },
  { what: 'farther', factor: (230 / USUAL_DISTANCE_MM) ** BY_DISTANCE },
  { what: 'closer', factor: (140 / USUAL_DISTANCE_MM) ** BY_DISTANCE },
  { what: 'fasterThinner', factor: THINNER.fast },
  { what: 'slowerThinner', factor: THINNER.slow },
  { what: 'lighterCoats', factor: 0.75 ** -BY_FILM },
  { what: 'heavierCoats', factor: 1.3 ** -BY_FILM },
];

/**
 * What to turn to bring the tilt to `factor` times what it was: the fewest knobs that come nearest, none beyond what the way it was sprayed
 * leaves open.
 */
export function turnsFor(factor: number, how: Spraying): Turn[] {
  const dry = factor > 1;
  const open = TURNS.filter(
    (t) =>
      t.factor > 1 === dry &&
      !(t.what === 'dropCoat' && how.lastCoat === 'drop') &&
      !(t.what === 'wetterLast' && how.lastCoat === 'wet') &&
      !(t.what === 'fasterThinner' && how.thinner === 'fast') &&
      !(t.what === 'slowerThinner' && how.thinner === 'slow') &&
      !(t.what === 'farther' && (how.distanceMm ?? 0) >= 230) &&
      !(t.what === 'closer' && (how.distanceMm ?? Infinity) <= 140),
  );
  const sets = [[], ...open.map((t) => [t]), ...open.flatMap((a, i) => open.slice(i + 1).map((b) => [a, b]))];
  const off = (set: readonly Turn[]) => Math.abs(Math.log(set.reduce((f, t) => f * t.factor, 1) / factor));
  // A knob more has to be worth it.
  return sets.reduce((best, set) => (off(set) + 0.03 * set.length < off(best) + 0.03 * best.length ? set : best), []);
}
