import { hashNumbers } from '../units/hash';
import { DAY_MS } from '../units/time';
import type { Reading } from './history';

/**
 * Readings of one day (UTC), in order of time, one a moment. Never changed: a day that gains a reading is another object,
 * all others stay themselves. Two days with the same key hold the same readings.
 */
export interface AirDay<R extends Reading = Reading> {
  /** Days since 1970. */
  readonly day: number;
  readonly readings: readonly R[];
  readonly key: string;
}

/** The day of a moment, days since 1970 UTC. */
export const dayOf = (atMs: number): number => Math.floor(atMs / DAY_MS);

/** A day of readings. @param readings of that day, in order of time, at least one */
export function airDay<R extends Reading>(day: number, readings: readonly R[]): AirDay<R> {
  const numbers = new Float64Array(readings.length * 4);
  readings.forEach((r, i) => numbers.set([r.atMs, r.tempC, r.rh, r.surfaceC ?? NaN], i * 4));
  return { day, readings, key: hashNumbers(numbers) };
}

/** Readings in order of time, cut into their days. Days without readings are left out. */
export function splitDays<R extends Reading>(readings: readonly R[]): AirDay<R>[] {
  const days: AirDay<R>[] = [];
  for (let i = 0; i < readings.length;) {
    const day = dayOf(readings[i]!.atMs);
    let end = i + 1;
    while (end < readings.length && dayOf(readings[end]!.atMs) === day) end++;
    days.push(airDay(day, readings.slice(i, end)));
    i = end;
  }
  return days;
}

/** Index of the last day at or before `day`, or -1. */
export function dayIndex(days: readonly AirDay[], day: number): number {
  let lo = 0;
  let hi = days.length;
  while (lo < hi) {
    const mid = (lo + hi) >> 1;
    if (days[mid]!.day <= day) lo = mid + 1;
    else hi = mid;
  }
  return lo - 1;
}

/** Also by where it came from, where that is known. */
const sameReading = (a: Reading & { source?: unknown }, b: Reading & { source?: unknown }): boolean =>
  a.atMs === b.atMs && a.tempC === b.tempC && a.rh === b.rh && a.surfaceC === b.surfaceC && a.source === b.source;

/**
 * Puts readings into days, in whatever order they come, one a moment (the new one counts). Days that gain nothing stay the
 * same objects.
 * @returns the days, and how many of the readings were there already as they are
 */
export function addReadings<R extends Reading>(
  days: readonly AirDay<R>[],
  more: readonly R[],
): { days: readonly AirDay<R>[]; known: number } {
  const fresh = [...new Map(more.map((r) => [r.atMs, r])).values()].sort((a, b) => a.atMs - b.atMs);
  let known = more.length - fresh.length;
  let out: AirDay<R>[] | undefined;
  for (const { day, readings } of splitDays(fresh)) {
    const list: readonly AirDay<R>[] = out ?? days;
    const at = dayIndex(list, day);
    const had = list[at]?.day === day ? list[at] : undefined;
    const byTime = new Map((had?.readings ?? []).map((r) => [r.atMs, r]));
    const before = known;
    for (const r of readings) {
      const same = byTime.get(r.atMs);
      if (same && sameReading(same, r)) known++;
      else byTime.set(r.atMs, r);
    }
    if (known - before === readings.length) continue;
    out ??= [...days];
    const next = airDay(
      day,
      [...byTime.values()].sort((a, b) => a.atMs - b.atMs),
    );
    if (had) out[at] = next;
    else out.splice(at + 1, 0, next);
  }
  return { days: out ?? days, known };
}

/** The days without the readings of some moments; a day that has none left is gone, one that loses none stays the same object. */
export function withoutReadings<R extends Reading>(
  days: readonly AirDay<R>[],
  times: ReadonlySet<number>,
): readonly AirDay<R>[] {
  const touched = new Set([...times].map(dayOf));
  return days.flatMap((d) => {
    if (!touched.has(d.day)) return [d];
    const left = d.readings.filter((r) => !times.has(r.atMs));
    if (left.length === d.readings.length) return [d];
    return left.length > 0 ? [airDay(d.day, left)] : [];
  });
}

/** The last reading at or before a moment; undefined before the first. */
export function lastReading<R extends Reading>(days: readonly AirDay<R>[], atMs: number): R | undefined {
  for (let i = dayIndex(days, dayOf(atMs)); i >= 0; i--) {
    const { readings } = days[i]!;
    for (let j = readings.length - 1; j >= 0; j--) if (readings[j]!.atMs <= atMs) return readings[j];
  }
  return undefined;
}

/** Readings between two moments, both included, in order of time. */
export function readingsBetween<R extends Reading>(days: readonly AirDay<R>[], fromMs: number, toMs: number): R[] {
  const out: R[] = [];
  for (let i = Math.max(0, dayIndex(days, dayOf(fromMs))); i < days.length && days[i]!.day <= dayOf(toMs); i++)
    for (const r of days[i]!.readings) if (r.atMs >= fromMs && r.atMs <= toMs) out.push(r);
  return out;
}
