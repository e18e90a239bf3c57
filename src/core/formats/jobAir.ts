import { array, object, string } from 'yup';
import { HEAT_KINDS, type HeatPlan } from '../air/heat';
import { READING_SOURCES, type ClimateReading } from '../air/climate';
import type { AirDay } from '../air/days';
import type { LogEvent } from '../log/event';
import { BOUNDS } from '../log/bounds';
import { fail, ok, type FieldProblem, type Result } from '../result';
import { HOUR_MS, MINUTE_MS } from '../units/time';
import { between, id, moment, oneOf, TIME_MS } from '../validation/fields';
import { validated } from '../validation/validated';
import { readingOfRow, readingRow, type ReadingRow } from './readingRow';

/** The air that a job's clocks were counted with: without it they are others in another browser. */
export interface JobAir {
  readings: ReadingRow[];
  heats: HeatPlan[];
}

/** Panels were in the room before the first entry; their clocks look back no further. */
const BEFORE_MS = 12 * HOUR_MS;
/** Readings of two loggers of one room within this stand for each other. */
const SAME_MS = 30 * MINUTE_MS;
/** Ten years of a reading every five minutes. */
export const MAX_READINGS = 1_100_000;
const MAX_HEATS = 5000;

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

const HEAT = object({
  id: id('Heat'),
  jobId: string().strict().max(80, 'Job of the heat is too long'),
  kind: oneOf('Kind of heat', HEAT_KINDS).required('Kind of heat is missing'),
  fromMs: moment('Beginning of the heat').required('Beginning of the heat is missing'),
  toMs: moment('End of the heat').required('End of the heat is missing'),
  tempC: between('Heat', BOUNDS.tempC.min, BOUNDS.bakeC.max, 'temp').required('Heat is missing'),
  zoneIds: array().strict().of(id('Zone')).max(500, 'More than 500 zones'),
}).noUnknown('A heat has a field that is not known: ${unknown}');

/** What is wrong with a reading; by hand, since there are a million. */
function rowProblem(row: unknown): string | undefined {
  if (!Array.isArray(row) || row.length < 4 || row.length > 5)
    return 'A reading is [ms, °C, fraction, source, surface °C]';
  const [atMs, tempC, rh, source, surfaceC] = row as unknown[];
  const isIn = (v: unknown, min: number, max: number) => typeof v === 'number' && v >= min && v <= max;
  if (!isIn(atMs, TIME_MS.min, TIME_MS.max)) return 'The time of a reading is between 1980 and 2200';
  if (!isIn(tempC, BOUNDS.tempC.min, BOUNDS.tempC.max)) return 'The temperature of a reading is out of all reason';
  if (!isIn(rh, 0, 1)) return 'The humidity of a reading is a fraction';
  if (!READING_SOURCES.some((s) => s === source)) return 'Where a reading came from is not known';
  return surfaceC === undefined || isIn(surfaceC, BOUNDS.tempC.min, 90)
    ? undefined
    : 'The surface of a reading is out of all reason';
}

/** More problems than these nobody reads. */
const MOST_PROBLEMS = 1000;

/** Checks rows of readings. @param path of the list, for problems */
export function parseReadings(raw: unknown, path: string): Result<ReadingRow[], FieldProblem[]> {
  if (!Array.isArray(raw)) return fail([{ path, message: 'Readings must be a list' }]);
  if (raw.length > MAX_READINGS)
    return fail([{ path, message: `There are ${raw.length} readings; at most ${MAX_READINGS} may be` }]);
  const problems: FieldProblem[] = [];
  for (const [i, row] of raw.entries()) {
    const message = rowProblem(row);
    if (message) problems.push({ path: `${path}[${i}]`, message });
    if (problems.length >= MOST_PROBLEMS) break;
  }
  return problems.length > 0 ? fail(problems) : ok(raw as ReadingRow[]);
}

/** Checks planned heats. */
export function parseHeats(raw: unknown, path: string): Result<HeatPlan[], FieldProblem[]> {
  if (!Array.isArray(raw)) return fail([{ path, message: 'Heats must be a list' }]);
  if (raw.length > MAX_HEATS)
    return fail([{ path, message: `There are ${raw.length} heats; at most ${MAX_HEATS} may be` }]);
  const problems: FieldProblem[] = [];
  for (const [i, h] of raw.entries()) {
    const r = validated<HeatPlan>(HEAT, h);
    if (!r.ok) problems.push(...r.error.map((p) => ({ ...p, path: `${path}[${i}].${p.path}` })));
    else if (r.value.toMs < r.value.fromMs)
      problems.push({ path: `${path}[${i}].toMs`, message: 'The heat ends before it begins' });
    if (problems.length >= MOST_PROBLEMS) break;
  }
  return problems.length > 0 ? fail(problems) : ok(raw as HeatPlan[]);
}

/** Checks the air of a job file. */
export function parseJobAir(raw: unknown): Result<JobAir, FieldProblem[]> {
  if (typeof raw !== 'object' || raw === null) return fail([{ path: 'air', message: 'The air is missing' }]);
  const { readings, heats, ...rest } = raw as Record<string, unknown>;
  const problems = Object.keys(rest).map((k) => ({
    path: `air.${k}`,
    message: `There is a field that is not known: ${k}`,
  }));
  const [r, h] = [parseReadings(readings, 'air.readings'), parseHeats(heats, 'air.heats')];
  if (!r.ok) problems.push(...(r.error as typeof problems));
  if (!h.ok) problems.push(...(h.error as typeof problems));
  return problems.length > 0 ? fail(problems) : ok(raw as JobAir);
}
