import { READING_SOURCES, type ClimateReading, type ReadingSource } from '../air/climate';
import type { AirDay } from '../air/days';
import type { HeatPlan } from '../air/heat';
import type { LogEvent } from '../log/event';
import { HOUR_MS } from '../units/time';

/** A reading as it is stored and sent: [ms, °C, fraction, source, surface °C]. */
export type ReadingRow = [number, number, number, ReadingSource, number?];

/** A reading as a row of a file: ms, °C, fraction, source, and the surface in °C where it was read. */
export const readingRow = (r: ClimateReading): ReadingRow =>
  r.surfaceC === undefined ? [r.atMs, r.tempC, r.rh, r.source] : [r.atMs, r.tempC, r.rh, r.source, r.surfaceC];

/** The reading of a row, the inverse of {@link readingRow}. */
export const readingOfRow = ([atMs, tempC, rh, source, surfaceC]: ReadingRow): ClimateReading => ({
  atMs,
  tempC,
  rh,
  source,
  ...(surfaceC !== undefined && { surfaceC }),
});

/** The air that a job's clocks were counted with: without it they are others in another browser. */
export interface JobAir {
  readings: ReadingRow[];
  heats: HeatPlan[];
}

/** Panels were in the room before the first entry; their clocks look back no further. */
const BEFORE_MS = 12 * HOUR_MS;

/** The air of a job's time, and the heats that were planned for the room or for it. */
export function airOfJob(
  jobId: string,
  events: readonly LogEvent[],
  days: readonly AirDay<ClimateReading>[],
  heats: readonly HeatPlan[],
  nowMs: number,
): JobAir {
  const first = events.reduce((least, e) => Math.min(least, e.atMs), nowMs);
  return {
    readings: days.flatMap((d) =>
      d.readings.flatMap((r) => (r.atMs >= first - BEFORE_MS && r.atMs <= nowMs ? [readingRow(r)] : [])),
    ),
    heats: heats.filter((h) => h.toMs >= first && (h.jobId === undefined || h.jobId === jobId)),
  };
}

/** Of two readings of one moment: what somebody read counts before a logger, and that before a file; else the same one on every device. */
function counts(a: ClimateReading, b: ClimateReading): ClimateReading {
  const [x, y] = [READING_SOURCES.indexOf(a.source), READING_SOURCES.indexOf(b.source)];
  if (x !== y) return x < y ? a : b;
  return JSON.stringify(readingRow(a)) >= JSON.stringify(readingRow(b)) ? a : b;
}

/**
 * Readings of a file that this shop has not, or has otherwise: each is known by its moment, and both shops have all of them when each has had the
 * other's, in whatever order.
 * @param own days that are here
 */
export function readingsToAdd(theirs: readonly ReadingRow[], own: readonly AirDay<ClimateReading>[]): ClimateReading[] {
  const here = new Map(own.flatMap((d) => d.readings.map((r) => [r.atMs, r] as const)));
  return theirs.flatMap((row) => {
    const [reading, had] = [readingOfRow(row), here.get(row[0])];
    return had && counts(had, reading) === had ? [] : [reading];
  });
}
