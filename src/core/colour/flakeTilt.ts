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
export function flakeTiltOf({
  application,
  thinner = 'usual',
  distanceMm,
  lastCoat = 'usual',
  filmShare = 1,
  tempC = 20,
}: Spraying): number {
  const flakeTilt =
    GUN[application] *
    THINNER[thinner] *
    LAST[lastCoat] *
    ((distanceMm ?? USUAL_DISTANCE_MM) / USUAL_DISTANCE_MM) ** BY_DISTANCE *
    Math.max(0.2, filmShare) ** -BY_FILM *
    (1 + BY_DEGREE * (tempC - 20));
  return Math.min(LAY.driest, Math.max(LAY.wettest, flakeTilt));
}

/** One thing to turn at the gun. */
export type Turn =
  | { what: 'thinner'; to: ThinnerSpeed }
  | { what: 'distance'; toMm: number }
  | { what: 'lastCoat'; to: LastCoat }
  | { what: 'coats'; to: 'lighter' | 'heavier' };

const DISTANCES_MM = [140, USUAL_DISTANCE_MM, 230] as const;
const COATS = { lighter: 0.75, heavier: 1.3 } as const;
/** A knob more has to be worth so much, in the logarithm of the tilt; back to the book costs less than away from it. */
const KNOB = { book: 0.004, other: 0.05 } as const;
const isBook = (t: Turn): boolean =>
  t.what === 'distance' ? t.toMm === USUAL_DISTANCE_MM : t.what !== 'coats' && t.to === 'usual';

/**
 * What to turn to bring the tilt to `factor` times what it was: of all ways the one that comes nearest with the fewest knobs, each turned the way
 * that is wanted.
 */
export function turnsFor(factor: number, how: Spraying): Turn[] {
  const was = {
    thinner: how.thinner ?? 'usual',
    distanceMm: how.distanceMm ?? USUAL_DISTANCE_MM,
    lastCoat: how.lastCoat ?? 'usual',
  } as const;
  const filmShare = how.filmShare ?? 1;
  const before = flakeTiltOf(how);
  const knobs: (readonly { turn: Turn; set: Partial<Spraying> }[])[] = [
    (['fast', 'usual', 'slow'] as const)
      .filter((t) => t !== was.thinner)
      .map((to) => ({ turn: { what: 'thinner', to }, set: { thinner: to } })),
    DISTANCES_MM.filter((d) => Math.abs(d - was.distanceMm) > 15).map((toMm) => ({
      turn: { what: 'distance', toMm },
      set: { distanceMm: toMm },
    })),
    (['wet', 'usual', 'drop'] as const)
      .filter((l) => l !== was.lastCoat)
      .map((to) => ({ turn: { what: 'lastCoat', to }, set: { lastCoat: to } })),
    (['lighter', 'heavier'] as const).map((to) => ({
      turn: { what: 'coats', to },
      set: { filmShare: filmShare * COATS[to] },
    })),
  ];
  // Only what goes the way that is wanted.
  const helps = knobs.map((all) =>
    all.filter(({ set }) => Math.sign(flakeTiltOf({ ...how, ...set }) - before) === Math.sign(factor - 1)),
  );
  let ways: { turns: Turn[]; set: Partial<Spraying> }[] = [{ turns: [], set: {} }];
  for (const knob of helps)
    ways = ways.flatMap((w) => [w, ...knob.map((k) => ({ turns: [...w.turns, k.turn], set: { ...w.set, ...k.set } }))]);
  const cost = ({ turns, set }: (typeof ways)[number]) =>
    Math.abs(Math.log(flakeTiltOf({ ...how, ...set }) / before / factor)) +
    turns.reduce((sum, t) => sum + (isBook(t) ? KNOB.book : KNOB.other), 0);
  return ways.reduce((best, w) => (cost(w) < cost(best) ? w : best)).turns;
}

/** How a coat is sprayed once that is turned. */
export function turned(how: Spraying, turns: readonly Turn[]): Spraying {
  return turns.reduce<Spraying>((h, t) => {
    switch (t.what) {
      case 'thinner':
        return { ...h, thinner: t.to };
      case 'distance':
        return { ...h, distanceMm: t.toMm };
      case 'lastCoat':
        return { ...h, lastCoat: t.to };
      case 'coats':
        return { ...h, filmShare: (h.filmShare ?? 1) * COATS[t.to] };
    }
  }, how);
}
