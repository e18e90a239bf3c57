import { HOUR_MS, MINUTE_MS } from '../units/time';
import { airAt, indexAt, type AirPoint, type Reading } from './history';

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

/** A reading of the room this near in time says more than the one that was copied into an entry. */
const NEAR_MS = 45 * MINUTE_MS;

/**
 * The room's readings with those that were written with a job's entries. An entry's air is left out where the room has
 * a reading near it (it was taken from that one), unless a surface was measured.
 * @param room in order of time, one a moment
 * @param entries in order of time, one a moment
 * @returns in order of time; the members are the same objects, so that a history that only grew is known by them
 */
export function mergeReadings(room: readonly Reading[], entries: readonly Reading[]): readonly Reading[] {
  if (room.length === 0) return entries;
  const own = entries.filter((e) => e.surfaceC !== undefined || !isNear(room, e.atMs));
  if (own.length === 0) return room;
  const out: Reading[] = [];
  let i = 0;
  for (const r of room) {
    while (i < own.length && own[i]!.atMs < r.atMs) out.push(own[i++]!);
    // Two for one moment: the one with a surface is kept.
    if (i < own.length && own[i]!.atMs === r.atMs) out.push(own[i++]!);
    else out.push(r);
  }
  return out.concat(own.slice(i));
}

function isNear(room: readonly Reading[], atMs: number): boolean {
  const i = indexAt(room, atMs);
  const before = room[i];
  const after = room[i + 1];
  return (
    (before !== undefined && atMs - before.atMs <= NEAR_MS) || (after !== undefined && after.atMs - atMs <= NEAR_MS)
  );
}

/**
 * Puts readings into a log of the room: in order of time, one a moment (the new one counts), whatever order they came in.
 * @returns the log, and how many of them were there already as they are
 */
export function addReadings(
  log: readonly ClimateReading[],
  more: readonly ClimateReading[],
): { log: readonly ClimateReading[]; known: number } {
  const fresh = [...new Map(more.map((r) => [r.atMs, r])).values()].sort((a, b) => a.atMs - b.atMs);
  const last = log[log.length - 1];
  if (!last || (fresh[0] && fresh[0].atMs > last.atMs))
    return { log: [...log, ...fresh], known: more.length - fresh.length };
  const byTime = new Map(log.map((r) => [r.atMs, r]));
  let known = more.length - fresh.length;
  for (const r of fresh) {
    const had = byTime.get(r.atMs);
    if (had && had.tempC === r.tempC && had.rh === r.rh && had.surfaceC === r.surfaceC) known++;
    else byTime.set(r.atMs, r);
  }
  return { log: [...byTime.values()].sort((a, b) => a.atMs - b.atMs), known };
}

/** Spans longer than {@link GAP_MS} without a reading between `fromMs` and `toMs`; the last one may still be open. */
export function gapsIn(readings: readonly Reading[], fromMs: number, toMs: number): Gap[] {
  const gaps: Gap[] = [];
  let since = fromMs;
  const start = indexAt(readings, fromMs);
  if (start >= 0) since = readings[start]!.atMs;
  for (let i = start + 1; i < readings.length && readings[i]!.atMs < toMs; i++) {
    if (readings[i]!.atMs - since > GAP_MS) gaps.push({ fromMs: Math.max(fromMs, since), toMs: readings[i]!.atMs });
    since = readings[i]!.atMs;
  }
  if (toMs - since > GAP_MS) gaps.push({ fromMs: Math.max(fromMs, since), toMs });
  return gaps;
}

/** How fast the difference between what was read and what was forecast dies away, ms. */
const BIAS_MS = 6 * HOUR_MS;

/** One hour of a forecast. */
export interface ForecastPoint extends AirPoint {
  /** Rain in the hour that begins here, mm. */
  rainMm: number;
}

/**
 * Readings continued by a forecast. The difference between the last reading and what the forecast says for that moment
 * is carried on and dies away over some six hours, so that the line does not jump. After the forecast's end the mean of
 * its last day is held; without a forecast the last reading is.
 * @param forecast in order of time; points at or before the last reading only serve to find that difference
 * @param shiftK added to every forecast temperature, K: for the earliest and the latest case
 */
export function continued(
  readings: readonly Reading[],
  forecast: readonly ForecastPoint[],
  shiftK = 0,
): readonly Reading[] {
  const last = readings[readings.length - 1];
  const ahead = last ? forecast.filter((p) => p.atMs > last.atMs) : forecast;
  if (ahead.length === 0) return readings;
  const said = last && forecast[0]!.atMs <= last.atMs ? airAt(forecast, last.atMs) : undefined;
  const offT = said ? last!.tempC - said.tempC : 0;
  const offH = said ? last!.rh - said.rh : 0;
  const tail = ahead.map((p): Reading => {
    const left = last ? Math.exp(-(p.atMs - last.atMs) / BIAS_MS) : 0;
    return { atMs: p.atMs, tempC: p.tempC + offT * left + shiftK, rh: clampRh(p.rh + offH * left) };
  });
  const end = tail[tail.length - 1]!;
  const day = tail.filter((p) => p.atMs > end.atMs - 24 * HOUR_MS);
  const mean = (f: (p: Reading) => number) => day.reduce((a, p) => a + f(p), 0) / day.length;
  tail.push({ atMs: end.atMs + MINUTE_MS, tempC: mean((p) => p.tempC), rh: mean((p) => p.rh) });
  return readings.concat(tail);
}

/** How far a forecast's temperature is trusted, K either way: what the earliest and the latest time are made with. */
export const FORECAST_SPREAD_K = 3;

export const clampRh = (rh: number): number => Math.min(1, Math.max(0.01, rh));
