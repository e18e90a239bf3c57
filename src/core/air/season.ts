import type { Product } from '../library/product';
import { DAY_MS } from '../units/time';
import { sunTimes, type SunTimes } from './daylight';
import { fitSpans } from './fit';
import type { FitSpan } from './fitSpan';
import type { Dampness, ForecastPlace } from './forecast';
import type { AirPoint } from './history';
import { followAir, surfaceLagMs } from './surface';
import { forecastPoints } from './typedForecast';

/** A usual night and day of one month, °C. */
export interface UsualDay {
  lowC: number;
  highC: number;
}

/** What somebody knows of the year in one place: its coldest month and its warmest. */
export interface Season {
  coldest: UsualDay;
  warmest: UsualDay;
  /** The warmest month: July, or January in the south. */
  warmestIn: 'july' | 'january';
  dampness: Dampness;
  place: ForecastPlace;
}

/** Over land the warmest and the coldest day come about a month after the longest and the shortest (Prescott and Collins 1951): day of the year. */
const WARMEST_DAY = { july: 201, january: 20 } as const;
const YEAR_DAYS = 365.25;
/** Days of one date are colder and warmer than their usual by this, K, one standard deviation: usual in temperate climates, more in their winters and less in their summers. */
export const SEASON_SPREAD_K = 4;
/** Middles of nine parts of a normal distribution that are as likely as each other, standard deviations. */
const NINTHS = [-1.593, -0.967, -0.589, -0.282, 0, 0.282, 0.589, 0.967, 1.593];

/**
 * The usual night and day of a date: a cosine through the year between the coldest and the warmest month, the first harmonic of monthly means.
 * By hand: from −2 to 14 °C by night it is 6 °C at a quarter of a year from either; on the warmest day 14 °C.
 * @param atMs a moment of that day
 */
export function usualDay({ coldest, warmest, warmestIn }: Season, atMs: number): UsualDay {
  const at = new Date(atMs);
  const day = (atMs - new Date(at.getFullYear(), 0, 1).getTime()) / DAY_MS;
  const share = (1 + Math.cos((2 * Math.PI * (day - WARMEST_DAY[warmestIn])) / YEAR_DAYS)) / 2;
  const between = (cold: number, warm: number) => cold + (warm - cold) * share;
  return { lowC: between(coldest.lowC, warmest.lowC), highC: between(coldest.highC, warmest.highC) };
}

/** A panel of body steel, as most are: 0.8 mm. */
const LAG_MS = surfaceLagMs('steel', 800);

/**
 * When a thin steel panel may be sprayed on a day of a usual year, with the day's curve of a typed forecast.
 * @param offK so much warmer, or colder, than usual the day is
 * @returns spans of that local day, from midnight to midnight
 */
export function fitOnUsualDay(
  season: Season,
  limits: Product['limits'],
  atMs: number,
  offK = 0,
  sun: (atMs: number) => SunTimes = sunTimes,
): FitSpan[] {
  const { lowC, highC } = usualDay(season, atMs);
  const at = new Date(atMs);
  const midnightMs = new Date(at.getFullYear(), at.getMonth(), at.getDate()).getTime();
  const typed = { lowC: lowC + offK, highC: highC + offK, dampness: season.dampness, place: season.place };
  // From noon of the day before on: by midnight the room has forgotten how it began.
  const air: AirPoint[] = forecastPoints(typed, midnightMs - DAY_MS / 2, undefined, sun);
  const first = air[0];
  if (!first) return [];
  const panel = followAir(air, first.tempC, { lagMs: LAG_MS, spells: [], measured: [] });
  const surface = air.map(({ atMs: t, rh }) => ({ atMs: t, tempC: panel.at(t).tempC, rh }));
  const nextMs = new Date(at.getFullYear(), at.getMonth(), at.getDate() + 1).getTime();
  return fitSpans(air, surface, limits, midnightMs, (nextMs - midnightMs) / 3_600_000);
}

/** On how many of a hundred days of a date a product may be sprayed for long enough, as a share: nine days as likely as each other, from cold to warm. */
export function goodDayShare(
  season: Season,
  limits: Product['limits'],
  atMs: number,
  isGood: (spans: readonly FitSpan[], atMs: number) => boolean,
  sun: (atMs: number) => SunTimes = sunTimes,
): number {
  const good = NINTHS.filter((z) => isGood(fitOnUsualDay(season, limits, atMs, z * SEASON_SPREAD_K, sun), atMs));
  return good.length / NINTHS.length;
}
