import type { AirPoint } from '../air/history';
import type { Mechanism } from '../library/product';
import { roomFor } from '../numbers';
import { MINUTE_MS } from '../units/time';
import { segmentAt, type Segment, type Timeline } from './timeline';
import { ACTIVATION_J_MOL, arrhenius, humidityCorners, humidityFactor, temperatureAtRate } from './kinetics';

/** What makes two films age alike in the same air. */
export interface Kinetics {
  mechanism: Mechanism;
  /** Below this the clock stands still, °C. */
  stopsBelowC?: number;
}

/**
 * Equivalent minutes at 23 °C and 50 %, added up along a surface's temperature and humidity: t_eq = ∫ k(T(t)) · h(RH(t)) dt. Sums are kept
 * at the points of each segment, so that any two moments cost a look at the segments between them.
 */
export interface EquivalentClock {
  kinetics: Kinetics;
  timeline: Timeline;
  /** Under which its sums stand in a segment. */
  key: string;
  /** Minutes over each run of {@link RUN} segments that was asked for whole; NaN for the others. */
  readonly runs: Float64Array;
}

/** So many segments are added up once for all that asks across them: two weeks of days. */
const RUN = 16;

/** A clock of equivalent minutes over a surface, for films that age alike. */
export const equivalentClock = (timeline: Timeline, kinetics: Kinetics): EquivalentClock => ({
  timeline,
  kinetics,
  key: kineticsKey(kinetics),
  runs: roomFor(Math.ceil(timeline.count / RUN)).fill(NaN),
});

const keysOfKinetics = new WeakMap<Kinetics, string>();
/** Kinetics as text: the same for all that age alike. */
export function kineticsKey(k: Kinetics): string {
  let key = keysOfKinetics.get(k);
  if (key === undefined) keysOfKinetics.set(k, (key = `${k.mechanism}/${k.stopsBelowC ?? ''}`));
  return key;
}

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
/** Below these swings the mean of both ends is exact to 4e-5: (Ea/(R·T²) · dT)²/12 with Ea 60 kJ/mol. */
const TINY_SWING_K = 0.25;
const TINY_SWING_RH = 0.01;

const NO_CUTS: readonly number[] = [];

/** Where the rate has a corner or a step inside a piece, as fractions of it: each side is integrated by itself. */
function cutsOf(a: AirPoint, b: AirPoint, k: Kinetics): readonly number[] {
  const stop = k.stopsBelowC;
  const corners = humidityCorners(k.mechanism);
  // A piece that ends right at the step has one end on each side of it, too.
  const steps = stop !== undefined && a.tempC < stop !== b.tempC < stop;
  if (!steps && !crossesCorner(a.rh, b.rh, k.mechanism)) return NO_CUTS;
  const cuts: number[] = [];
  if (steps) cuts.push((stop - a.tempC) / (b.tempC - a.tempC));
  for (const c of corners) if ((a.rh - c) * (b.rh - c) < 0) cuts.push((c - a.rh) / (b.rh - a.rh));
  return cuts.sort((x, y) => x - y);
}

/** Whether the humidity passes a corner of the rate inside a piece. */
function crossesCorner(aRh: number, bRh: number, m: Mechanism): boolean {
  for (const c of humidityCorners(m)) if ((aRh - c) * (bRh - c) < 0) return true;
  return false;
}

const isTiny = (a: AirPoint, b: AirPoint, k: Kinetics): boolean =>
  Math.abs(b.tempC - a.tempC) < TINY_SWING_K &&
  (humidityCorners(k.mechanism).length === 0 || Math.abs(b.rh - a.rh) < TINY_SWING_RH);

/** Equivalent minutes over one straight piece between two points. */
function pieceMinutes(a: AirPoint, b: AirPoint, k: Kinetics): number {
  const span = (b.atMs - a.atMs) / MINUTE_MS;
  if (span <= 0 || k.mechanism === 'none') return 0;
  const cuts = cutsOf(a, b, k);
  if (cuts === NO_CUTS && isTiny(a, b, k)) return ((rateAt(a.tempC, a.rh, k) + rateAt(b.tempC, b.rh, k)) / 2) * span;
  const rule = Math.abs(b.tempC - a.tempC) < SMALL_SWING_K ? GAUSS_2 : GAUSS_5;
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

/** One number a point, worked out once: what was worked out before the segment grew is taken over. */
function perPoint<K>(
  known: Map<K, Float64Array>,
  key: K,
  count: number,
  fill: (out: Float64Array, from: number) => void,
) {
  const had = known.get(key);
  if (had && had.length >= count) return had;
  const out = roomFor(count);
  if (had) out.set(had);
  fill(out, had?.length ?? 0);
  known.set(key, out);
  return out;
}

/** Rates at the points of a segment by temperature alone: the costly part, and the same for all that reacts alike. */
const ratesOf = ({ points, rates }: Segment, activationJMol: number): Float64Array =>
  perPoint(rates, activationJMol, points.count, (out, from) => {
    for (let i = from; i < points.count; i++) out[i] = arrhenius(points.tempC(i), activationJMol);
  });

/** Equivalent minutes from a segment's first point to each of its points: the same for all that stand still in greater cold only. */
function sumsOf(s: Segment, { kinetics: k, key }: EquivalentClock): Float64Array {
  const { points } = s;
  const { mechanism: m, stopsBelowC: stop = -Infinity } = k;
  return perPoint(s.sums, points.coldestC >= stop ? m : key, points.count, (sums, from) => {
    if (m === 'none') return;
    const rates = ratesOf(s, ACTIVATION_J_MOL[m]);
    // Nearly all of it is small steps between which no corner lies: what they need is asked once, not at every point.
    const feelsHumidity = humidityCorners(m).length > 0;
    const start = Math.max(1, from);
    let sum = sums[start - 1]!;
    let aMs = points.atMs(start - 1);
    let aC = points.tempC(start - 1);
    let aRh = points.rh(start - 1);
    const rateAtPoint = (i: number) =>
      points.tempC(i) < stop ? 0 : feelsHumidity ? rates[i]! * humidityFactor(points.rh(i), m) : rates[i]!;
    let rate = rateAtPoint(start - 1);
    for (let i = start; i < points.count; i++) {
      const bMs = points.atMs(i);
      const bC = points.tempC(i);
      const bRh = points.rh(i);
      const next = rateAtPoint(i);
      const dT = bC - aC;
      const isPlain =
        dT < TINY_SWING_K &&
        dT > -TINY_SWING_K &&
        aC < stop === bC < stop &&
        (!feelsHumidity || (Math.abs(bRh - aRh) < TINY_SWING_RH && !crossesCorner(aRh, bRh, m)));
      // As `pieceMinutes` does it, with the rate at each end worked out once.
      sum += isPlain
        ? (((rate + next) / 2) * (bMs - aMs)) / MINUTE_MS
        : pieceMinutes(points.point(i - 1), points.point(i), k);
      sums[i] = sum;
      aMs = bMs;
      aC = bC;
      aRh = bRh;
      rate = next;
    }
  });
}

/** Rate at a point, held. */
const heldRate = (p: AirPoint, k: Kinetics): number => rateAt(p.tempC, p.rh, k);

/** Equivalent minutes from a segment's first point to a moment in it, or after it, where its last point is held. */
function minutesInto(s: Segment, c: EquivalentClock, atMs: number): number {
  const { kinetics: k } = c;
  const sums = sumsOf(s, c);
  const { points } = s;
  const i = points.indexAt(atMs);
  if (i < 0) return 0;
  const a = points.point(i);
  if (i === points.count - 1) return sums[i]! + (heldRate(a, k) * (atMs - a.atMs)) / MINUTE_MS;
  return sums[i]! + pieceMinutes(a, between(a, points.point(i + 1), atMs), k);
}

function between(a: AirPoint, b: AirPoint, atMs: number): AirPoint {
  const f = (atMs - a.atMs) / (b.atMs - a.atMs);
  return { atMs, tempC: a.tempC + f * (b.tempC - a.tempC), rh: a.rh + f * (b.rh - a.rh) };
}

const whole = (s: Segment, c: EquivalentClock): number => sumsOf(s, c)[s.points.count - 1]!;

/** Minutes over a whole run. @param n of the run */
function runMinutes(c: EquivalentClock, n: number): number {
  const known = c.runs[n]!;
  if (!Number.isNaN(known)) return known;
  let sum = 0;
  for (let i = n * RUN; i < (n + 1) * RUN; i++) sum += whole(c.timeline.segment(i), c);
  c.runs[n] = sum;
  return sum;
}

/** Minutes before the first point there is, where that point is held. */
const minutesBefore = (c: EquivalentClock, fromMs: number, toMs: number): number => {
  const first = c.timeline.segment(0).points.point(0);
  const until = Math.min(toMs, first.atMs);
  return fromMs < until ? (heldRate(first, c.kinetics) * (until - fromMs)) / MINUTE_MS : 0;
};

/**
 * Equivalent minutes at 23 °C between two moments, 0 when `toMs` is not after `fromMs`.
 * @param fromMs, toMs ms since 1970
 */
export function equivalentMinutes(c: EquivalentClock, fromMs: number, toMs: number): number {
  if (toMs <= fromMs) return 0;
  const { timeline: t } = c;
  const last = segmentAt(t, toMs);
  let i = segmentAt(t, fromMs);
  let sum = minutesBefore(c, fromMs, toMs) - minutesInto(t.segment(i), c, fromMs);
  while (i < last)
    if (i % RUN === 0 && i + RUN <= last) {
      sum += runMinutes(c, i / RUN);
      i += RUN;
    } else sum += whole(t.segment(i++), c);
  return sum + minutesInto(t.segment(last), c, toMs);
}

/** How close the inverse comes to the true root, ms. */
const ROOT_MS = 100;

/**
 * When `minutes` equivalent minutes will have passed since `fromMs`: the inverse of {@link equivalentMinutes}.
 * @returns ms since 1970 (the earliest such moment), or null if the history, held at its last value, never gets there
 */
export function whenReached(c: EquivalentClock, fromMs: number, minutes: number): number | null {
  if (minutes <= 0) return fromMs;
  const { timeline: t, kinetics: k } = c;
  const early = minutesBefore(c, fromMs, Infinity);
  if (early >= minutes) return fromMs + (minutes / early) * (t.startMs(0) - fromMs);
  let i = segmentAt(t, fromMs);
  // Minutes that are still to come, counted from the beginning of segment i. Runs that nobody asked for whole are gone through by day:
  // what lies behind the answer is not worked out for it.
  let target = minutes - early + minutesInto(t.segment(i), c, fromMs);
  let isWholeRun = i % RUN === 0;
  for (;;) {
    const run = i % RUN === 0 ? c.runs[i / RUN]! : NaN;
    if (run < target && i + RUN < t.count) {
      target -= run;
      i += RUN;
      continue;
    }
    const s = t.segment(i);
    const all = whole(s, c);
    if (all >= target) return Math.max(fromMs, rootIn(s, c, target));
    if (i === t.count - 1) {
      const end = s.points.point(s.points.count - 1);
      const rate = heldRate(end, k);
      return rate <= 0 ? null : Math.max(fromMs, end.atMs + ((target - all) / rate) * MINUTE_MS);
    }
    target -= all;
    i++;
    if (i % RUN !== 0) continue;
    if (isWholeRun) runMinutes(c, i / RUN - 1);
    isWholeRun = true;
  }
}

/** When a straight piece has reached so many minutes, which it does: Newton's steps, halved where they would leave it. */
function rootInPiece(from: AirPoint, to: AirPoint, minutes: number, k: Kinetics): number {
  let a = from.atMs;
  let b = to.atMs;
  let t = (a + b) / 2;
  while (b - a > ROOT_MS) {
    const here = between(from, to, t);
    const over = pieceMinutes(from, here, k) - minutes;
    if (over >= 0) b = t;
    else a = t;
    const rate = heldRate(here, k);
    const step = (over / rate) * MINUTE_MS;
    // Where the clock stands still the earliest moment is looked for.
    if (rate > 0 && Math.abs(step) < ROOT_MS / 2) return Math.min(to.atMs, Math.max(from.atMs, t - step));
    t = rate > 0 && t - step > a && t - step < b ? t - step : (a + b) / 2;
  }
  return (a + b) / 2;
}

/** When a segment has reached so many minutes; it does. */
function rootIn(s: Segment, c: EquivalentClock, target: number): number {
  let roots = s.roots.get(c.key);
  if (!roots) s.roots.set(c.key, (roots = new Map()));
  const name = Math.round(target * ROOTS_A_MINUTE);
  const had = roots.get(name);
  if (had !== undefined) return had;
  const sums = sumsOf(s, c);
  let lo = 0;
  let hi = s.points.count - 1;
  while (lo < hi) {
    const mid = (lo + hi) >> 1;
    if (sums[mid]! >= target) hi = mid;
    else lo = mid + 1;
  }
  const from = s.points.point(Math.max(0, lo - 1));
  const to = s.points.point(lo);
  const more = target - sums[Math.max(0, lo - 1)]!;
  const root = rootInPiece(from, to, more, c.kinetics);
  if (roots.size >= MAX_ROOTS) roots.clear();
  roots.set(name, root);
  return root;
}
/** Roots kept with a segment for each kinetics: the stages of a few dozen layers. */
const MAX_ROOTS = 100;
/** Targets that are closer than this, in parts of a minute, are one: added up another way they differ in their last digits. */
const ROOTS_A_MINUTE = 1e5;

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
