import type { FitSpan } from '../air/fitSpan';
import { fitOnUsualDay, goodDayShare, type Season } from '../air/season';
import type { Product } from '../library/product';
import { HOUR_MS } from '../units/time';

/** A day on which nothing can be sprayed for so long between these hours is lost for spraying, h. */
const WORTH_H = 3;
const DAY_FROM_H = 8;
const DAY_TO_H = 20;

/** The hours of a local day in which people spray, ms. */
const daytimeOf = (atMs: number, days = 0): readonly [number, number] => {
  const d = new Date(atMs);
  const hour = (h: number) => new Date(d.getFullYear(), d.getMonth(), d.getDate() + days, h).getTime();
  return [hour(DAY_FROM_H), hour(DAY_TO_H)];
};

/** Whether spans of a day let one spray for long enough. */
const isWorth = (spans: readonly FitSpan[], [from, to]: readonly [number, number]): boolean =>
  spans.reduce((ms, s) => (s.unfit ? ms : ms + Math.max(0, Math.min(to, s.toMs) - Math.max(from, s.fromMs))), 0) >=
  WORTH_H * HOUR_MS;

/** Whether a local day's spans let one spray for long enough. @param atMs a moment of that day */
export const isWorthSpraying = (spans: readonly FitSpan[], atMs: number): boolean => isWorth(spans, daytimeOf(atMs));

/**
 * The share of the whole days of a forecast on which the air does not let a product be sprayed for long enough, 0 to 1; leaning on half a bad day of two, as long as few are
 * known (a beta prior, Gelman et al. 2013, section 2.1, with parameters 0.5 and 1.5).
 * @param spans of the forecast for that product @param fromMs its begin @param untilMs its end
 */
export function badDayShare(spans: readonly FitSpan[], fromMs: number, untilMs: number): number {
  let [days, bad] = [0, 0];
  for (let d = 0; ; d++) {
    const daytime = daytimeOf(fromMs, d);
    if (daytime[1] > untilMs) break;
    if (daytime[0] < fromMs) continue;
    days++;
    if (!isWorth(spans, daytime)) bad++;
  }
  return (bad + 0.5) / (days + 2);
}

/** Days of a year are looked at in so many together: the usual one in their middle stands for them. */
const ALIKE_DAYS = 10;
/** The days from a moment on, in groups of {@link ALIKE_DAYS}: the first moment of each day. */
function groupsOfDays(fromMs: number, days: number): number[][] {
  const d = new Date(fromMs);
  const all = Array.from({ length: days }, (_, i) =>
    new Date(d.getFullYear(), d.getMonth(), d.getDate() + i).getTime(),
  );
  return Array.from({ length: Math.ceil(days / ALIKE_DAYS) }, (_, g) =>
    all.slice(g * ALIKE_DAYS, (g + 1) * ALIKE_DAYS),
  );
}
const middleOf = (group: readonly number[]): number => (group[Math.floor(group.length / 2)] ?? 0) + 12 * HOUR_MS;

/**
 * When a product may be sprayed on usual days of the year, from a day on.
 * @param days how many, from the day of `fromMs` on
 * @returns spans in which it may, ms, in their order
 */
export function usualFit(
  season: Season,
  limits: Product['limits'],
  fromMs: number,
  days: number,
): (readonly [number, number])[] {
  return groupsOfDays(fromMs, days).flatMap((group) => {
    const middle = middleOf(group);
    const spans = fitOnUsualDay(season, limits, middle).filter((s) => !s.unfit);
    const zero = new Date(middle);
    const midnight = new Date(zero.getFullYear(), zero.getMonth(), zero.getDate()).getTime();
    return group.flatMap((day) =>
      spans.map(({ fromMs: f, toMs: t }) => [day + (f - midnight), day + (t - midnight)] as const),
    );
  });
}

/** Of the days from a moment on, the share of such dates on which the air does not let a product be sprayed for long enough, day by day, 0 to 1. */
export function usualBadDays(season: Season, limits: Product['limits'], fromMs: number, days: number): number[] {
  return groupsOfDays(fromMs, days).flatMap((group) => {
    const share = 1 - goodDayShare(season, limits, middleOf(group), isWorthSpraying);
    return group.map(() => share);
  });
}

/** For each month of a year, January first: the share of its days on which the air lets a product be sprayed for long enough, 0 to 1; by its middle. */
export const goodDaysByMonth = (season: Season, limits: Product['limits'], year: number): number[] =>
  Array.from({ length: 12 }, (_, month) =>
    goodDayShare(season, limits, new Date(year, month, 15, 12).getTime(), isWorthSpraying),
  );
