import type { ClimateReading, ForecastPoint, ReadingSource } from '../air/climate';
import { fail, ok, type Result } from '../result';
import { figure, phrase, type Message } from '../units/phrase';
import type { ScanPoint } from './surface';
import { HOUR_MS, MINUTE_MS } from '../units/time';

/** Outside of this no workshop's air is: such a reading is a fault of the sensor. °C */
const AIR_C = { min: -40, max: 60 };
/** A panel may stand under a lamp or in an oven. °C */
const SURFACE_C = { min: -40, max: 200 };
/** Clocks of two devices differ a little. */
const AHEAD_MS = 2 * MINUTE_MS;

type Raw = Record<string, unknown>;
const isRaw = (x: unknown): x is Raw => typeof x === 'object' && x !== null && !Array.isArray(x);
const isNumber = (x: unknown): x is number => typeof x === 'number' && Number.isFinite(x);

/**
 * Judges one reading from outside: numbers that are numbers, a temperature that air can have, a time that has come.
 * Humidity just over 100 % is what a wet sensor says, and is taken as 100.
 * @param nowMs this device's time, ms
 * @returns the reading, or one sentence that says what is wrong with it
 */
export function acceptReading(raw: unknown, source: ReadingSource, nowMs: number): Result<ClimateReading, Message> {
  if (!isRaw(raw)) return fail('not a reading');
  if (!isNumber(raw.atMs) || raw.atMs < Date.UTC(2000, 0, 1)) return fail('its time is missing');
  if (raw.atMs > nowMs + AHEAD_MS) return fail('its time has not come yet: a clock is wrong');
  if (!isNumber(raw.tempC)) return fail('its temperature is not a number');
  if (raw.tempC < AIR_C.min || raw.tempC > AIR_C.max)
    return fail(phrase`${figure('temp', raw.tempC, 0)} is not a temperature that air can have here`);
  if (!isNumber(raw.rh)) return fail('its humidity is not a number');
  if (raw.rh < 0 || raw.rh > 1.05) return fail(`a humidity of ${Math.round(raw.rh * 100)}\u00a0% does not exist`);
  const surface = raw.surfaceC;
  if (surface !== undefined && (!isNumber(surface) || surface < SURFACE_C.min || surface > SURFACE_C.max))
    return fail('its surface temperature is not one that a panel can have');
  return ok({
    atMs: Math.round(raw.atMs),
    tempC: raw.tempC,
    rh: Math.min(1, raw.rh),
    source,
    ...(isNumber(surface) && { surfaceC: surface }),
  });
}

/** Judges a surface temperature: one that a panel can have, °C. */
export function acceptSurface(raw: unknown): Result<number, Message> {
  const c = isRaw(raw) ? raw.surfaceC : undefined;
  return isNumber(c) && c >= SURFACE_C.min && c <= SURFACE_C.max
    ? ok(c)
    : fail('The thermometer says something that a panel cannot have. Type what you read.');
}

/** Judges a forecast: at least two hours, in order of time, every one with air that can be. */
export function acceptForecast(
  raw: unknown,
  nowMs: number,
): Result<{ issuedMs: number; points: ForecastPoint[] }, Message> {
  if (!isRaw(raw) || !Array.isArray(raw.points) || !isNumber(raw.issuedMs)) return fail('that is not a forecast');
  const points: ForecastPoint[] = [];
  for (const p of raw.points as unknown[]) {
    const r = acceptReading(p, 'hand', nowMs + 30 * 24 * HOUR_MS);
    if (!r.ok) return fail(phrase`one of its hours is wrong: ${r.error}`);
    if (points.length > 0 && r.value.atMs <= points[points.length - 1]!.atMs) return fail('its hours are not in order');
    const rain = isRaw(p) && isNumber(p.rainMm) && p.rainMm >= 0 && p.rainMm < 500 ? p.rainMm : 0;
    points.push({ atMs: r.value.atMs, tempC: r.value.tempC, rh: r.value.rh, rainMm: rain });
  }
  if (points.length < 2) return fail('it has less than two hours');
  if (points[points.length - 1]!.atMs < nowMs) return fail('it ends in the past');
  return ok({ issuedMs: raw.issuedMs, points });
}

/** More than that no panel is off, mm: it is another unit. */
const SCAN_MM = 60;
/** More points than that say nothing more of a panel. */
const SCAN_POINTS = 100_000;
/** Thicker is no film, µm. */
const FILM_UM = 20_000;

/** Judges a scan: points with three numbers each, in millimetres. Taken whole or not at all. */
export function acceptScan(raw: unknown): Result<ScanPoint[], Message> {
  if (!isRaw(raw) || !Array.isArray(raw.points)) return fail('That is not a scan');
  if (raw.points.length === 0) return fail('The scan has no points');
  if (raw.points.length > SCAN_POINTS) return fail(`The scan has more than ${SCAN_POINTS} points`);
  const points: ScanPoint[] = [];
  for (const p of raw.points as unknown[]) {
    if (!isRaw(p) || !isNumber(p.x) || !isNumber(p.y) || !isNumber(p.mm))
      return fail('A point of the scan is not a number');
    if (Math.abs(p.mm) > SCAN_MM)
      return fail(phrase`${figure('thickness', p.mm, 0)} is more than any panel is off. Another unit?`);
    points.push({ x: p.x, y: p.y, mm: p.mm });
  }
  return ok(points);
}

/** Judges a reading of a film gauge, µm. */
export function acceptFilm(raw: unknown): Result<number, Message> {
  const um = isRaw(raw) ? raw.filmUm : undefined;
  return isNumber(um) && um >= 0 && um <= FILM_UM
    ? ok(um)
    : fail('The gauge says something that no film can have. Type what you read.');
}
