import { errorFunction } from 'simple-statistics';

/** Of one product, what the coats of an evening take, in the order in which they are laid. */
export interface CoatTakes {
  /** Part or zone. */
  id: string;
  /** Ready mix that lands and flies past, mL: the middle of what is likely. */
  ml: number;
}

/** What is there of it. */
export interface AtHand {
  /** Ready mix, mL. */
  ml: number;
  /** How sure that is: one standard deviation of its logarithm. Weighed today: 0.02; reckoned from what was taken: 0.08. */
  spread: number;
}

/** A coat differs from the next by the hand: one standard deviation of its logarithm. */
export const HAND_SPREAD = 0.1;
/** 'Enough' is said from nine in ten on. */
export const ENOUGH = 0.9;

/** Cumulative normal distribution. Checks: 0 gives 0.5, 1.2816 gives 0.9. */
export const normalCdf = (z: number): number => (1 + errorFunction(z / Math.SQRT2)) / 2;

/** What all coats take together: middle, and one standard deviation of the logarithm. */
export function takesTogether(coats: readonly CoatTakes[], gunSpread: number): { ml: number; spread: number } {
  const ml = coats.reduce((s, c) => s + c.ml, 0);
  if (ml <= 0) return { ml: 0, spread: 0 };
  // Each coat is log-normal by itself, the gun's error is the same for all of them (Fenton and Wilkinson: the sum as one log-normal).
  const v = Math.exp(HAND_SPREAD ** 2);
  const mean = ml * Math.sqrt(v);
  const variance = coats.reduce((s, c) => s + c.ml ** 2, 0) * v * (v - 1);
  const own = Math.log(1 + variance / mean ** 2);
  return { ml: mean * Math.exp(-own / 2), spread: Math.sqrt(own + gunSpread ** 2) };
}

/**
 * Odds that what is there lasts for all of the coats.
 * @param gunSpread how far what lands may be off, one standard deviation of its logarithm @param lossMl what stays in cups and gun
 * @returns 0 to 1
 */
export function oddsEnough(coats: readonly CoatTakes[], have: AtHand, gunSpread: number, lossMl = 0): number {
  const takes = takesTogether(coats, gunSpread);
  if (takes.ml <= 0) return 1;
  const usable = have.ml - lossMl;
  if (usable <= 0) return 0;
  const spread = Math.hypot(takes.spread, have.spread * (have.ml / usable));
  const z = Math.log(usable / takes.ml);
  return spread === 0 ? (z >= 0 ? 1 : 0) : normalCdf(z / spread);
}

export interface Enough {
  odds: number;
  takes: { lowMl: number; ml: number; highMl: number };
  /** Parts that wait for another day so that the others are sure of theirs, last of the order first; empty where it lasts. */
  waits: string[];
  /** Odds for the others then; 1 where all wait. */
  oddsThen: number;
  /** How many parts it is for. */
  parts: number;
}

/**
 * Whether a product lasts for an evening, and whose coats wait if it does not: from the end of the order on, as many parts as it takes to be sure of
 * the rest. A part waits with all of its coats.
 */
export function enough(coats: readonly CoatTakes[], have: AtHand, gunSpread: number, lossMl = 0): Enough {
  const takes = takesTogether(coats, gunSpread);
  const odds = oddsEnough(coats, have, gunSpread, lossMl);
  const waits: string[] = [];
  let rest = coats;
  let oddsThen = odds;
  while (oddsThen < ENOUGH && rest.length > 0) {
    // Which part is begun last.
    const begun = [...new Set(rest.map((c) => c.id))];
    const last = begun.at(-1) ?? '';
    waits.push(last);
    rest = rest.filter((c) => c.id !== last);
    oddsThen = oddsEnough(rest, have, gunSpread, lossMl);
  }
  return {
    odds,
    takes: { lowMl: takes.ml * Math.exp(-takes.spread), ml: takes.ml, highMl: takes.ml * Math.exp(takes.spread) },
    waits,
    oddsThen,
    parts: new Set(coats.map((c) => c.id)).size,
  };
}

/** Cans that a coat out of aerosols takes: what a can gives is what it holds without what stays in it. */
export const cansFor = (ml: number, canMl: number, lossMl: number): number =>
  ml <= 0 ? 0 : Math.ceil(ml / (canMl - lossMl) - 1e-9);
