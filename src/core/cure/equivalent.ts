import { indexAt, type AirHistory, type AirPoint } from '../air/history';
import type { Mechanism } from '../library/product';
import { MINUTE_MS } from '../units/time';
import { ACTIVATION_J_MOL, arrhenius, humidityCorners, humidityFactor, temperatureAtRate } from './kinetics';

/** What makes two films age alike in the same air. */
export interface Kinetics {
  mechanism: Mechanism;
  /** Below this the clock stands still, °C. */
  stopsBelowC?: number;
}

/**
 * Equivalent minutes at 23 °C and 50 %, added up along a history of surface temperature and humidity:
 * t_eq = ∫ k(T(t)) · h(RH(t)) dt. Kept as sums at the readings, so that any two moments cost two look-ups.
 */
export interface EquivalentClock {
  kinetics: Kinetics;
  history: AirHistory;
  /**
   * Equivalent minutes from the first reading to reading i, in blocks of {@link BLOCK}: a history that grew shares all
   * blocks but the last with the one before.
   */
  blocks: readonly Float64Array[];
}

const BLOCK_BITS = 10;
const BLOCK = 1 << BLOCK_BITS;
const sumOf = (c: Pick<EquivalentClock, 'blocks'>, i: number): number => c.blocks[i >> BLOCK_BITS]![i & (BLOCK - 1)]!;

/** Rate at one moment, equivalent minutes a minute. @param tempC surface, °C @param rh fraction */
export function rateAt(tempC: number, rh: number, k: Kinetics): number {
  if (k.mechanism === 'none') return 0;
  if (k.stopsBelowC !== undefined && tempC < k.stopsBelowC) return 0;
  return arrhenius(tempC, ACTIVATION_J_MOL[k.mechanism]) * humidityFactor(rh, k.mechanism);
}

// Gauss-Legendre nodes and weights on [0, 1] (Abramowitz and Stegun, table 25.4).
const GAUSS_2 = { x: [0.21132486540518713, 0.7886751345948129], w: [0.5, 0.5] };
const GAUSS_5 = {
  x: [0.046910077030668, 0.2307653449471584, 0.5, 0.7692346550528415, 0.953089922969332],
  w: [0.1184634425280945, 0.2393143352496832, 0.2844444444444444, 0.2393143352496832, 0.1184634425280945],
};
/** Below this swing in one piece two nodes are exact to 1e-7, K. */
const SMALL_SWING_K = 1;

const NO_CUTS: readonly number[] = [];

/** Where the rate has a corner or a step inside a piece, as fractions of it: each side is integrated by itself. */
function cutsOf(a: AirPoint, b: AirPoint, k: Kinetics): readonly number[] {
  const stop = k.stopsBelowC;
  const corners = humidityCorners(k.mechanism);
  if (corners.length === 0 && (stop === undefined || (a.tempC - stop) * (b.tempC - stop) >= 0)) return NO_CUTS;
  const cuts: number[] = [];
  if (stop !== undefined && (a.tempC - stop) * (b.tempC - stop) < 0) cuts.push((stop - a.tempC) / (b.tempC - a.tempC));
  for (const c of corners) if ((a.rh - c) * (b.rh - c) < 0) cuts.push((c - a.rh) / (b.rh - a.rh));
  return cuts.sort((x, y) => x - y);
}

/** Equivalent minutes over one straight piece between two points. */
function pieceMinutes(a: AirPoint, b: AirPoint, k: Kinetics): number {
  const span = (b.atMs - a.atMs) / MINUTE_MS;
  if (span <= 0 || k.mechanism === 'none') return 0;
  const rule = Math.abs(b.tempC - a.tempC) < SMALL_SWING_K ? GAUSS_2 : GAUSS_5;
  const cuts = cutsOf(a, b, k);
  if (cuts === NO_CUTS) return gauss(a, b, k, 0, 1, rule) * span;
  let sum = 0;
  let from = 0;
  for (let i = 0; i <= cuts.length; i++) {
    const to = cuts[i] ?? 1;
    sum += gauss(a, b, k, from, to, rule);
    from = to;
  }
  return sum * span;
}

/** Mean rate over a part of a piece, times that part. */
function gauss(a: AirPoint, b: AirPoint, k: Kinetics, from: number, to: number, rule: typeof GAUSS_2): number {
  const dT = b.tempC - a.tempC;
  const dH = b.rh - a.rh;
  const width = to - from;
  let sum = 0;
  for (let n = 0; n < rule.x.length; n++) {
    const f = from + width * rule.x[n]!;
    sum += rule.w[n]! * rateAt(a.tempC + f * dT, a.rh + f * dH, k);
  }
  return sum * width;
}

/** How many points two histories begin with in common, by identity. */
export function commonStart(a: AirHistory, b: AirHistory): number {
  const most = Math.min(a.length, b.length);
  let n = 0;
  while (n < most && a[n] === b[n]) n++;
  return n;
}

/**
 * Adds up a history for one kinetics.
 * @param history at least one point, in order of time
 * @param before the clock of another state of this history: its sums are carried over, and only what differs is
 *   integrated
 * @param same how many points both begin with in common
 */
export function equivalentClock(
  history: AirHistory,
  kinetics: Kinetics,
  before?: EquivalentClock,
  same = before ? commonStart(history, before.history) : 0,
): EquivalentClock {
  const whole = before ? same >> BLOCK_BITS : 0;
  const blocks = before ? before.blocks.slice(0, whole) : [];
  let sum = 0;
  for (let from = whole * BLOCK; from < history.length; from += BLOCK) {
    const block = new Float64Array(BLOCK);
    // Of the block in which the histories part, what is still common is copied.
    const kept = before ? Math.min(BLOCK, same - from) : 0;
    if (kept > 0) block.set(before!.blocks[from >> BLOCK_BITS]!.subarray(0, kept));
    blocks.push(block);
    const first = Math.max(0, kept);
    sum = first > 0 ? block[first - 1]! : from > 0 ? blocks[(from >> BLOCK_BITS) - 1]![BLOCK - 1]! : 0;
    for (let j = first; j < BLOCK && from + j < history.length; j++) {
      const i = from + j;
      if (i > 0) sum += pieceMinutes(history[i - 1]!, history[i]!, kinetics);
      block[j] = sum;
    }
  }
  return { kinetics, history, blocks };
}

/** Equivalent minutes from the first reading to `atMs` (negative before it). */
function sumAt(c: EquivalentClock, atMs: number): number {
  const i = indexAt(c.history, atMs);
  const first = c.history[0]!;
  if (i < 0) return (rateAt(first.tempC, first.rh, c.kinetics) * (atMs - first.atMs)) / MINUTE_MS;
  const a = c.history[i]!;
  const b = c.history[i + 1];
  if (!b) return sumOf(c, i) + (rateAt(a.tempC, a.rh, c.kinetics) * (atMs - a.atMs)) / MINUTE_MS;
  return sumOf(c, i) + pieceMinutes(a, between(a, b, atMs), c.kinetics);
}

function between(a: AirPoint, b: AirPoint, atMs: number): AirPoint {
  const f = (atMs - a.atMs) / (b.atMs - a.atMs);
  return { atMs, tempC: a.tempC + f * (b.tempC - a.tempC), rh: a.rh + f * (b.rh - a.rh) };
}

/**
 * Equivalent minutes at 23 °C between two moments, 0 when `toMs` is not after `fromMs`.
 * @param fromMs, toMs ms since 1970
 */
export const equivalentMinutes = (c: EquivalentClock, fromMs: number, toMs: number): number =>
  toMs <= fromMs ? 0 : sumAt(c, toMs) - sumAt(c, fromMs);

/** How close the inverse comes to the true root, ms. */
const ROOT_MS = 100;

/**
 * When `minutes` equivalent minutes will have passed since `fromMs`: the inverse of {@link equivalentMinutes}.
 * @returns ms since 1970 (the earliest such moment), or null if the history, held at its last value, never gets there
 */
export function whenReached(c: EquivalentClock, fromMs: number, minutes: number): number | null {
  if (minutes <= 0) return fromMs;
  const target = sumAt(c, fromMs) + minutes;
  const n = c.history.length;
  const first = c.history[0]!;
  const last = c.history[n - 1]!;
  if (sumOf(c, n - 1) < target) {
    const rate = rateAt(last.tempC, last.rh, c.kinetics);
    if (rate <= 0) return null;
    return Math.max(fromMs, last.atMs) + ((target - Math.max(sumOf(c, n - 1), sumAt(c, fromMs))) / rate) * MINUTE_MS;
  }
  let lo = 0;
  let hi = n - 1;
  while (lo < hi) {
    const mid = (lo + hi) >> 1;
    if (sumOf(c, mid) >= target) hi = mid;
    else lo = mid + 1;
  }
  if (lo === 0) {
    const rate = rateAt(first.tempC, first.rh, c.kinetics);
    return rate > 0 ? fromMs + (minutes / rate) * MINUTE_MS : first.atMs;
  }
  let a = c.history[lo - 1]!.atMs;
  let b = c.history[lo]!.atMs;
  while (b - a > ROOT_MS) {
    const mid = (a + b) / 2;
    if (sumAt(c, mid) >= target) b = mid;
    else a = mid;
  }
  return Math.max(fromMs, (a + b) / 2);
}

/**
 * The steady temperature that would bring `minutes` equivalent minutes by a given time: the Arrhenius equation solved
 * for T, 1/T = 1/296.15 − R/Ea · ln k.
 * @param waitMin minutes until then, > 0
 * @param rh humidity meanwhile, fraction
 * @returns °C, not below the temperature at which the reaction stands still; null where no temperature does it
 */
export function temperatureFor(minutes: number, waitMin: number, rh: number, k: Kinetics): number | null {
  if (k.mechanism === 'none' || waitMin <= 0) return null;
  const rate = minutes / waitMin / humidityFactor(rh, k.mechanism);
  const t = temperatureAtRate(rate, ACTIVATION_J_MOL[k.mechanism]);
  return t === null ? null : Math.max(t, k.stopsBelowC ?? -Infinity);
}
