import type { AirReading } from '../log/event';
import { hashNumbers } from '../units/hash';
import { HOUR_MS, MINUTE_MS } from '../units/time';
import { clampRh, type ForecastPoint } from './climate';
import { airDay, dayOf, lastReading, readingsBetween, splitDays, type AirDay } from './days';
import { HEATER_STEPS, rhWarmed, ROOM_LAG_MS, type HeatPiece } from './heat';
import { airAt, type AirPoint, type Reading } from './history';

/** What the air of a room is worked out from. */
export interface RoomSources {
  /** The room's own log. */
  days: readonly AirDay[];
  /** Air written with the entries of each job that is worked on in it, in order of time. */
  entries: readonly (readonly Reading[])[];
  forecast: readonly ForecastPoint[];
  /** Heaters that are planned. */
  heaters: readonly HeatPiece[];
  /** Holds where nothing was ever read. */
  assumed: AirReading;
  /** Added to every forecast temperature, K: for the earliest and the latest case. */
  shiftK: number;
}

/** The air of a room over time: what was read, and how it is expected to go on. */
export interface RoomAir {
  /** Everything that was read, by day. */
  readonly days: readonly AirDay[];
  /** From the last reading on (which it begins with): forecast and heaters. Held at its last point. */
  readonly tail: readonly AirPoint[];
  readonly tailKey: string;
}

/** A reading of the room this near in time says more than the one that was copied into an entry. */
const NEAR_MS = 45 * MINUTE_MS;

const split = new WeakMap<readonly Reading[], AirDay[]>();
/** Cuts a long list of readings into its days ahead of time, stopping after every few: what asks for them later has them at once. */
export function* splitInPieces(readings: readonly Reading[]): Generator<undefined, void> {
  const days: AirDay[] = [];
  for (let i = 0; i < readings.length;) {
    const day = dayOf(readings[i]?.atMs ?? 0);
    let end = i + 1;
    while (end < readings.length && dayOf(readings[end]?.atMs ?? 0) === day) end++;
    days.push(airDay(day, readings.slice(i, end)));
    i = end;
    if (days.length % 20 === 0) yield;
  }
  split.set(readings, days);
}
function splitOnce(readings: readonly Reading[]): AirDay[] {
  let days = split.get(readings);
  if (!days) split.set(readings, (days = splitDays(readings)));
  return days;
}

/**
 * The room's readings with those that were written with entries. An entry's air is left out where the room has a reading near it:
 * it was taken from that one. Days that gain nothing stay the same objects, and so does a day that only one job wrote of.
 * @param entries one list a job, each in order of time
 */
export function mergeReadings(days: readonly AirDay[], entries: readonly (readonly Reading[])[]): readonly AirDay[] {
  const written = new Map<number, AirDay[]>();
  for (const list of entries)
    for (const d of splitOnce(list)) {
      const of = written.get(d.day);
      if (of) of.push(d);
      else written.set(d.day, [d]);
    }
  const out = new Map(days.map((d) => [d.day, d]));
  let gains = false;
  for (const [day, of] of written) {
    const lists = of.map((d) => farFrom(days, d.readings));
    if (lists.every((l) => l.length === 0)) continue;
    gains = true;
    const had = out.get(day);
    const [only] = of;
    if (!had && of.length === 1 && only && lists[0]?.length === only.readings.length) {
      out.set(day, only);
      continue;
    }
    const readings = new Map([...lists.flat(), ...(had?.readings ?? [])].map((r) => [r.atMs, r]));
    out.set(
      day,
      airDay(
        day,
        [...readings.values()].sort((a, b) => a.atMs - b.atMs),
      ),
    );
  }
  return gains ? [...out.values()].sort((a, b) => a.day - b.day) : days;
}

/** Readings of one day that have none of the room near them. */
function farFrom(days: readonly AirDay[], readings: readonly Reading[]): readonly Reading[] {
  const [first] = readings;
  const last = readings[readings.length - 1];
  if (!first || !last) return readings;
  const room = readingsBetween(days, first.atMs - NEAR_MS, last.atMs + NEAR_MS);
  if (room.length === 0) return readings;
  let i = 0;
  return readings.filter((r) => {
    while (i < room.length && (room[i]?.atMs ?? 0) < r.atMs - NEAR_MS) i++;
    const next = room[i];
    return next === undefined || next.atMs > r.atMs + NEAR_MS;
  });
}

/** The air of a room: readings, and their continuation. */
export function roomAir(s: RoomSources): RoomAir {
  const days = mergeReadings(s.days, s.entries);
  const tail = continueAir(days, s);
  const numbers = new Float64Array(tail.length * 3);
  tail.forEach((p, i) => numbers.set([p.atMs, p.tempC, p.rh], i * 3));
  return { days, tail, tailKey: hashNumbers(numbers) };
}

/** How fast the difference between what was read and what was forecast dies away, ms. */
const BIAS_MS = 6 * HOUR_MS;
/** So long after a heater stopped its warmth may still be in a reading, ms. */
const WARM_MS = 5 * ROOM_LAG_MS;
/** Warmth under this is none, K. */
const GONE_K = 0.01;
/** A heater that runs has brought at least this share of its warmth by the time that one time constant is over. */
const RUNNING_SHARE = 0.3;

/** What a reading holds: the room as it would be unheated, and what a heater added, K. */
interface Unheated {
  base: AirPoint;
  riseK: number;
}

function unheated(days: readonly AirDay[], last: Reading, s: RoomSources, said: AirPoint | undefined): Unheated {
  const near = s.heaters.find((h) => h.fromMs < last.atMs && last.atMs < h.toMs + WARM_MS);
  const from = near && lastReading(days, near.fromMs);
  // Without heat it would be as forecast, or as it was before the heater came on.
  const without = near && (said?.tempC ?? from?.tempC);
  if (without === undefined || without >= last.tempC) return { base: last, riseK: 0 };
  return {
    base: { atMs: last.atMs, tempC: without, rh: rhWarmed(last.rh, last.tempC, without) },
    riseK: last.tempC - without,
  };
}

/** A heater that was to be on for a while and shows in no reading does not run. */
const isRunning = (h: HeatPiece, u: Unheated): boolean =>
  u.base.atMs < h.fromMs + ROOM_LAG_MS ||
  u.base.atMs >= h.toMs ||
  u.riseK >= RUNNING_SHARE * Math.max(0, h.tempC - u.base.tempC);

/**
 * The air from the last reading on. What was read is what was: forecast and heaters only act after it. The difference between the
 * last reading and what the forecast says for that moment dies away over some six hours, so that the line does not jump; warmth
 * that a heater brought dies away with the room's own time constant once it is off. After the forecast's end the mean of its
 * last day is held; without a forecast the last reading is.
 * @returns at least one point, the last reading first where there is one
 */
function continueAir(days: readonly AirDay[], s: RoomSources): AirPoint[] {
  const lastDay = days[days.length - 1];
  const last = lastDay?.readings[lastDay.readings.length - 1];
  const ahead = last ? s.forecast.filter((p) => p.atMs > last.atMs) : s.forecast;
  const said = last && s.forecast[0] && s.forecast[0].atMs <= last.atMs ? airAt(s.forecast, last.atMs) : undefined;
  const first = s.forecast[0];
  const start: Unheated = last
    ? unheated(days, last, s, said)
    : { base: { atMs: first ? first.atMs - MINUTE_MS : 0, ...s.assumed }, riseK: 0 };
  const { base } = start;
  const heaters = s.heaters.filter((h) => h.toMs > Math.max(h.fromMs, base.atMs) && isRunning(h, start));
  const offT = said ? base.tempC - said.tempC : 0;
  const offH = said ? base.rh - said.rh : 0;
  const line: AirPoint[] = ahead.map((p) => {
    const left = Math.exp(-(p.atMs - base.atMs) / BIAS_MS);
    return { atMs: p.atMs, tempC: p.tempC + offT * left + s.shiftK, rh: clampRh(p.rh + offH * left) };
  });
  const end = line[line.length - 1];
  if (end) {
    const day = line.filter((p) => p.atMs > end.atMs - 24 * HOUR_MS);
    const mean = (f: (p: AirPoint) => number) => day.reduce((a, p) => a + f(p), 0) / day.length;
    line.push({ atMs: end.atMs + MINUTE_MS, tempC: mean((p) => p.tempC), rh: mean((p) => p.rh) });
  }
  const plain = [base, ...line];
  return heaters.length === 0 && start.riseK === 0 ? plain : heated(plain, heaters, start.riseK);
}

/**
 * Air with heaters on: while one runs the air approaches its temperature from below, and falls back after. Of several at once
 * the warmest counts. Water in the air stays, so relative humidity falls as it warms.
 * @param riseK how much warmer it is at the first point than unheated, K
 */
function heated(plain: readonly AirPoint[], heaters: readonly HeatPiece[], riseK: number): AirPoint[] {
  const from = plain[0]!.atMs;
  const at = new Set(plain.map((p) => p.atMs));
  if (riseK > 0) for (const k of HEATER_STEPS) at.add(from + k * ROOM_LAG_MS);
  for (const h of heaters)
    for (const edge of [Math.max(h.fromMs, from), h.toMs]) {
      at.add(edge);
      for (const k of HEATER_STEPS) at.add(edge + k * ROOM_LAG_MS);
    }
  let rise = riseK;
  let before = from;
  return [...at]
    .sort((a, b) => a - b)
    .map((t): AirPoint => {
      const p = airAt(plain, t);
      // The heater that ran up to this moment: edges are moments of their own.
      const on = heaters.filter((h) => h.fromMs < t && t <= h.toMs);
      const aim = Math.max(0, ...on.map((h) => h.tempC - p.tempC));
      rise = aim + (rise - aim) * Math.exp(-(t - before) / ROOM_LAG_MS);
      before = t;
      if (rise < GONE_K) return p;
      const tempC = p.tempC + rise;
      return { atMs: t, tempC, rh: rhWarmed(p.rh, p.tempC, tempC) };
    });
}

/** The room's air between two moments, as a history of its own: its points, and both ends. */
export function roomHistory(room: RoomAir, fromMs: number, toMs: number): readonly AirPoint[] {
  const start = lastReading(room.days, fromMs) ?? room.days[0]?.readings[0] ?? room.tail[0]!;
  const read = readingsBetween(room.days, start.atMs, toMs);
  const first = room.tail[0]!.atMs;
  const ahead = toMs >= first ? room.tail.slice(read.length > 0 ? 1 : 0) : [];
  return ahead.length > 0 || read.length > 0 ? [...read, ...ahead] : [start];
}
