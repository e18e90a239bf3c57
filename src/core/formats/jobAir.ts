import { array, object, string } from 'yup';
import { HEAT_KINDS, type HeatPlan } from '../air/heat';
import { READING_SOURCES } from '../air/climate';
import { BOUNDS } from '../log/bounds';
import { fail, ok, type FieldProblem, type Result } from '../result';
import { between, id, moment, oneOf, TIME_MS } from '../validation/fields';
import { validated } from '../validation/validated';
import type { JobAir, ReadingRow } from './readingRow';

/** Ten years of a reading every five minutes. */
export const MAX_READINGS = 1_100_000;
const MAX_HEATS = 5000;

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
