import type { ClimateReading, ReadingSource } from '../air/climate';
import type { AirDay } from '../air/days';
import type { HeatPlan } from '../air/heat';
import type { LogEvent } from '../log/event';
import { HOUR_MS, MINUTE_MS } from '../units/time';

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
/** Readings of two loggers of one room within this stand for each other. */
const SAME_MS = 30 * MINUTE_MS;

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

/**
 * Readings of a file that tell this shop something: those of times at which it has none of its own.
 * @param own days that are here
 */
export function readingsToAdd(theirs: readonly ReadingRow[], own: readonly AirDay<ClimateReading>[]): ClimateReading[] {
  const times = own.flatMap((d) => d.readings.map((r) => r.atMs));
  let i = 0;
  return [...theirs]
    .sort((a, b) => a[0] - b[0])
    .filter(([atMs]) => {
      while (i < times.length && times[i]! < atMs - SAME_MS) i++;
      return !(i < times.length && times[i]! <= atMs + SAME_MS);
    })
    .map(readingOfRow);
}
