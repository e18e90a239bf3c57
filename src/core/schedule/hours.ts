import { addDays } from 'date-fns/addDays';
import { startOfDay } from 'date-fns/startOfDay';
import type { HoursOn, Person } from '../log/days';
import { DAY_MS, MINUTE_MS } from '../units/time';
import type { Calendar } from './network';

/** So far ahead work is put into days. */
export const PLAN_DAYS = 240;

export type Span = readonly [number, number];

/** Spans put together where they touch, in their order. */
export function joined(spans: readonly Span[]): Span[] {
  const out: [number, number][] = [];
  for (const [from, to] of [...spans].sort((a, b) => a[0] - b[0])) {
    const last = out[out.length - 1];
    if (last && from <= last[1]) last[1] = Math.max(last[1], to);
    else if (to > from) out.push([from, to]);
  }
  return out;
}

const without = (spans: readonly Span[], off: Span): Span[] =>
  spans.flatMap(([from, to]): Span[] =>
    off[1] <= from || off[0] >= to
      ? [[from, to]]
      : [[from, off[0]] as const, [off[1], to] as const].filter(([f, t]) => t > f),
  );

/** A time of day on a day as clocks show it there, ms: on the two days on which they are changed too. */
function onDay(day: Date, min: number): number {
  const d = new Date(day);
  d.setHours(0, min, 0, 0);
  return d.getTime();
}

/**
 * When somebody is there, in minutes from a moment on: the hours of the week, and what is said of certain days.
 * @param nowMs the plan's zero @param days how far ahead
 */
export function hoursOf(person: Pick<Person, 'week' | 'extra' | 'off'>, nowMs: number, days: number): Calendar {
  const spans: Span[] = [];
  const today = startOfDay(nowMs);
  for (let d = 0; d <= days; d++) {
    const day = addDays(today, d);
    for (const h of person.week) if (h.day === day.getDay()) spans.push([onDay(day, h.fromMin), onDay(day, h.toMin)]);
  }
  for (const x of person.extra) spans.push([x.fromMs, x.untilMs]);
  let open = joined(spans);
  for (const x of person.off) open = without(open, [x.fromMs, x.untilMs]);
  return minutesOf(open, nowMs);
}

/** Spans of time as minutes from a moment on; what is over by then is left out. */
export const minutesOf = (spans: readonly Span[], nowMs: number): Calendar =>
  spans.flatMap(([from, to]): Span[] =>
    to <= nowMs ? [] : [[Math.max(0, (from - nowMs) / MINUTE_MS), (to - nowMs) / MINUTE_MS]],
  );

/** What is wrong with hours, in words; undefined: nothing. */
export function hoursProblem({ fromMs, untilMs }: HoursOn): string | undefined {
  if (untilMs <= fromMs) return 'It ends before it begins.';
  return untilMs - fromMs > DAY_MS ? 'More than a day in one go.' : undefined;
}
