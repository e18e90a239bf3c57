import type { AirReading, LogEvent } from '../log/event';

/** Air (or surface) at one moment. */
export interface AirPoint {
  atMs: number;
  tempC: number;
  /** Relative humidity, fraction. */
  rh: number;
}

/**
 * Temperature and humidity over time: readings in order of time, a straight line between two, and held constant
 * before the first and after the last. At least one point.
 */
export type AirHistory = readonly AirPoint[];

/** A history that never changes. @param tempC °C @param rh fraction */
export const constantAir = (tempC: number, rh: number): AirHistory => [{ atMs: 0, tempC, rh }];

/** Index of the last point at or before `atMs`, or -1. */
export function indexAt(points: readonly { atMs: number }[], atMs: number): number {
  let lo = 0;
  let hi = points.length;
  while (lo < hi) {
    const mid = (lo + hi) >> 1;
    if (points[mid]!.atMs <= atMs) lo = mid + 1;
    else hi = mid;
  }
  return lo - 1;
}

/** The air at a moment. @param atMs ms since 1970 */
export function airAt(history: AirHistory, atMs: number): AirPoint {
  const i = indexAt(history, atMs);
  const a = history[Math.max(0, i)];
  if (!a) throw new Error('An air history needs at least one point');
  const b = history[i + 1];
  if (i < 0 || !b) return { ...a, atMs };
  const f = (atMs - a.atMs) / (b.atMs - a.atMs);
  return { atMs, tempC: a.tempC + f * (b.tempC - a.tempC), rh: a.rh + f * (b.rh - a.rh) };
}

/** What was read in the room, and on the panel where somebody held a thermometer to it. */
export interface Reading extends AirPoint {
  /** Surface of the panel, °C. */
  surfaceC?: number;
}

const points = new WeakMap<AirReading, Reading>();

/**
 * The reading written with an event, if there is one. The same event gives the same object every time, so that a
 * history that only grew is known by its members.
 */
export function airPointOf(e: LogEvent): Reading | undefined {
  if (!e.air) return undefined;
  let p = points.get(e.air);
  if (p?.atMs !== e.atMs) {
    const { tempC, rh, surfaceTempC } = e.air;
    points.set(e.air, (p = { atMs: e.atMs, tempC, rh, ...(surfaceTempC !== undefined && { surfaceC: surfaceTempC }) }));
  }
  return p;
}

/** Readings as a history; `fallback` holds if nobody ever wrote the air down. */
export const historyOr = (readings: readonly Reading[], fallback: AirReading): AirHistory =>
  readings.length > 0 ? readings : constantAir(fallback.tempC, fallback.rh);
