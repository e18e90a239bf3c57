import { HOUR_MS } from '../units/time';
import { dayIndex, dayOf, type AirDay } from './days';
import type { AirPoint, Reading } from './history';

/** Where a reading of the room came from. */
export const READING_SOURCES = ['hand', 'logger', 'file'] as const;
export type ReadingSource = (typeof READING_SOURCES)[number];

/** One reading of the shop's room. */
export interface ClimateReading extends Reading {
  source: ReadingSource;
}

/** A span without readings, over which the air is assumed. */
export interface Gap {
  fromMs: number;
  toMs: number;
}

/** Past this between two readings the straight line between them is an assumption, and is said to be one. */
export const GAP_MS = 2 * HOUR_MS;

/** Spans longer than {@link GAP_MS} without a reading between `fromMs` and `toMs`; the last one may still be open. */
export function gapsIn(days: readonly AirDay[], fromMs: number, toMs: number): Gap[] {
  const gaps: Gap[] = [];
  let since = fromMs;
  const first = Math.max(0, dayIndex(days, dayOf(fromMs)) - 1);
  for (let i = first; i < days.length; i++)
    for (const { atMs } of days[i]!.readings) {
      if (atMs <= fromMs) {
        since = atMs;
        continue;
      }
      if (atMs >= toMs) break;
      if (atMs - since > GAP_MS) gaps.push({ fromMs: Math.max(fromMs, since), toMs: atMs });
      since = atMs;
    }
  if (toMs - since > GAP_MS) gaps.push({ fromMs: Math.max(fromMs, since), toMs });
  return gaps;
}

/** One hour of a forecast. */
export interface ForecastPoint extends AirPoint {
  /** Rain in the hour that begins here, mm. */
  rainMm: number;
}

/** How far a forecast's temperature is trusted, K either way: what the earliest and the latest time are made with. */
export const FORECAST_SPREAD_K = 3;

/** Humidity within what air can have and a sensor reads, fraction 0.01 to 1. */
export const clampRh = (rh: number): number => Math.min(1, Math.max(0.01, rh));
