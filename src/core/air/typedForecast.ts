import type { SubstrateKind } from '../library/substrates';
import { DAY_MS, HOUR_MS, MINUTE_MS } from '../units/time';
import { clampRh, type ForecastPoint } from './climate';
import { sunTimes, type SunTimes } from './daylight';
import { dewPointC, DEW_MARGIN_K } from './dewPoint';
import { DAMPNESS, type TypedForecast } from './forecast';
import { saturationHPa } from './heat';
import { airAt, type AirPoint } from './history';
import { followAir, surfaceLagMs } from './surface';

/** The warmest hour comes so long after noon, and the night cools with this: Parton and Logan 1981. */
const HIGH_AFTER_NOON_H = 1.9;
const NIGHT = 2.2;
/** Where nothing was read the night's dew point lies so far under its low, K: FAO Irrigation and Drainage Paper 56 (1998), equation 48. */
const LOW_OVER_DEW_K = 1;
/** Air in rain has at least this humidity; and what is written for an hour of it where nobody knows how much falls, mm. */
const RAIN_RH = 0.92;
const SOME_RAIN_MM = 0.5;
const STEP_MS = HOUR_MS / 2;
/** A closed workshop follows the air in the yard with this time constant, where nothing tells otherwise, ms. */
export const YARD_LAG_MS = 3 * HOUR_MS;

/** A day's sine from sunrise on, fraction of the way from low to high. */
const sine = (atMs: number, { riseMs, setMs }: SunTimes): number => {
  const span = setMs - riseMs + 2 * HIGH_AFTER_NOON_H * HOUR_MS;
  return Math.sin((Math.PI * (atMs - riseMs)) / span);
};
/** A night's fall, fraction that is left of the way down: 1 at its begin, 0 at sunrise. */
const fall = (atMs: number, fromMs: number, toMs: number): number => {
  const end = Math.exp(-NIGHT);
  return (Math.exp((-NIGHT * (atMs - fromMs)) / (toMs - fromMs)) - end) / (1 - end);
};
const between = (low: number, high: number, share: number): number => low + (high - low) * share;

/**
 * The air of the coming night and day from a low and a high: by day a sine from sunrise to past sunset, by night an exponential fall to the low
 * at sunrise (Parton and Logan 1981, Agricultural Meteorology 23, 205–216). A reading at the beginning is met, and the difference goes away until the
 * next low or high. The air's water changes slowly: what was read is kept, and changed by the dampness until sunrise.
 * @param nowMs when it is typed
 * @param read the air of the room now, if somebody read it
 * @param sun of the day of a moment: when the sun rises and sets
 * @returns points every half hour, until six hours after tomorrow's sunset
 */
export function forecastPoints(
  typed: TypedForecast,
  nowMs: number,
  read?: AirPoint,
  sun: (atMs: number) => SunTimes = sunTimes,
): ForecastPoint[] {
  const { lowC, highC, rain } = typed;
  const days = [-1, 0, 1, 2].map((d) => sun(nowMs + d * DAY_MS));
  const nextRise = (t: number) => days.find((d) => d.riseMs > t)?.riseMs ?? t + DAY_MS;
  /** The curve as if every low and every high were the same. */
  const usual = (t: number): number => {
    const day = days.find((d) => t >= d.riseMs && t < d.setMs);
    if (day) return between(lowC, highC, sine(t, day));
    const evening = [...days].reverse().find((d) => d.setMs <= t) ?? days[0]!;
    return between(lowC, between(lowC, highC, sine(evening.setMs, evening)), fall(t, evening.setMs, nextRise(t)));
  };
  const today = days[1]!;
  const tonightMs = nextRise(nowMs);
  const warmestMs = (today.riseMs + today.setMs) / 2 + HIGH_AFTER_NOON_H * HOUR_MS;
  const meetsMs = nowMs >= today.riseMs && nowMs < warmestMs ? warmestMs : tonightMs;
  const endMs = sun(tonightMs).setMs + 6 * HOUR_MS;
  const nightHPa = saturationHPa(lowC - LOW_OVER_DEW_K);
  const startHPa = read ? read.rh * saturationHPa(read.tempC) : nightHPa;
  const { water } = DAMPNESS[typed.dampness];
  const isInYard = typed.place === 'yard';
  // A room's own reading says nothing of the yard: only the room begins there.
  const off = read && !isInYard ? read.tempC - usual(nowMs) : 0;
  const points: ForecastPoint[] = [];
  let room = read?.tempC ?? usual(nowMs);
  for (let atMs = nowMs; atMs <= endMs; atMs += STEP_MS) {
    const outside = usual(atMs) + (atMs < meetsMs ? off * (1 - (atMs - nowMs) / (meetsMs - nowMs)) : 0);
    if (isInYard && atMs > nowMs) room = outside + (room - outside) * Math.exp(-STEP_MS / YARD_LAG_MS);
    const tempC = isInYard ? room : outside;
    const isWet = rain !== undefined && atMs >= rain.fromMs && atMs < rain.toMs;
    const share = atMs < tonightMs ? (atMs - nowMs) / (tonightMs - nowMs) : 1;
    // Air that cools under its dew point loses the water for good: it lies on the panels and in the grass.
    const hPa = Math.min(startHPa * between(1, water, share), saturationHPa(outside));
    const rh = hPa / saturationHPa(tempC);
    points.push({
      atMs,
      tempC,
      rh: clampRh(isWet ? Math.max(RAIN_RH, rh) : rh),
      rainMm: isWet ? SOME_RAIN_MM * (STEP_MS / HOUR_MS) : 0,
    });
  }
  return points;
}

/** Where a forecast and what was just read cannot both be right. */
export type Contradiction = 'colderNow' | 'damperNow';
/** A reading may be so far under the typed low, K; and so much more water than a dry night has may be in the air, as a factor. */
const UNDER_LOW_K = 1;
const TOO_WET = 1.25;

/**
 * What is wrong between a typed forecast and a reading of the same place: it is already colder than the coming low, or the air has water for a damp
 * night where a dry one was typed.
 */
export function contradictionOf(typed: TypedForecast, read: AirPoint | undefined): Contradiction | undefined {
  if (!read) return undefined;
  if (typed.place === 'room' && read.tempC < typed.lowC - UNDER_LOW_K) return 'colderNow';
  const hPa = read.rh * saturationHPa(read.tempC);
  return typed.dampness === 'dry' && hPa > TOO_WET * saturationHPa(typed.lowC) ? 'damperNow' : undefined;
}

/** The forecast with what the reading says in place of what it contradicts. */
export const byTheReading = (typed: TypedForecast, read: AirPoint): TypedForecast =>
  contradictionOf(typed, read) === 'colderNow'
    ? { ...typed, lowC: Math.floor(read.tempC) }
    : { ...typed, dampness: 'usual' };

/** A guess of the air at twelve hours is off by this, K, one standard deviation; it grows with the root of time. */
export const TYPED_SPREAD_K = 1.5;
export const typedSpreadK = (hours: number): number => TYPED_SPREAD_K * Math.sqrt(Math.max(0, hours) / 12);
/**
 * When a panel first sweats: not at all; some time between two; or, from a time on, perhaps and perhaps not at all. One time is never said: the slow fall
 * of a night makes hours out of a degree.
 */
export type Sweats =
  | { kind: 'never' }
  | { kind: 'between'; earliestMs: number; latestMs: number }
  | { kind: 'perhaps'; earliestMs: number };

/**
 * When a panel in this air comes within 3 K of the dew point (ISO 8502-4) for the first time, looked at every ten minutes.
 * @returns ms, or undefined if it does not
 */
export function firstSweatMs(
  air: readonly AirPoint[],
  toMs: number,
  of: { substrate: SubstrateKind; thicknessUm: number } = { substrate: 'steel', thicknessUm: 800 },
): number | undefined {
  const first = air[0];
  if (!first) return undefined;
  const panel = followAir(air, first.tempC, {
    lagMs: surfaceLagMs(of.substrate, of.thicknessUm),
    spells: [],
    measured: [],
  });
  for (let t = first.atMs; t <= toMs; t += 10 * MINUTE_MS) {
    const { tempC, rh } = airAt(air, t);
    if (panel.at(t).tempC - dewPointC(tempC, rh) < DEW_MARGIN_K) return t;
  }
  return undefined;
}

/** When a thin steel panel sweats by a typed forecast, as sure as such a guess is: the same with the air one spread warmer and colder, and its water as it is. */
export function sweatsBy(points: readonly ForecastPoint[], toMs: number): Sweats {
  const fromMs = points[0]?.atMs ?? 0;
  const shifted = (side: number): AirPoint[] =>
    points.map((p) => {
      const tempC = p.tempC + side * typedSpreadK((p.atMs - fromMs) / HOUR_MS);
      return { atMs: p.atMs, tempC, rh: clampRh((p.rh * saturationHPa(p.tempC)) / saturationHPa(tempC)) };
    });
  const earliestMs = firstSweatMs(shifted(-1), toMs);
  const latestMs = firstSweatMs(shifted(1), toMs);
  if (earliestMs === undefined) return { kind: 'never' };
  return latestMs === undefined ? { kind: 'perhaps', earliestMs } : { kind: 'between', earliestMs, latestMs };
}
