import { createEvents, type EventAttributes } from 'ics';
import { fail, ok, type Result } from '../result';
import { MINUTE_MS } from '../units/time';

/** One moment of a clock for a calendar. */
export interface CalendarMoment {
  /** Stable, so that a second import moves the entry instead of doubling it. */
  uid: string;
  atMs: number;
  title: string;
  about: string;
}

/**
 * Moments as an iCalendar file (RFC 5545), each an entry of fifteen minutes in UTC with an alarm at its beginning.
 * @param nowMs when the file is made, ms
 */
export function writeCalendar(moments: readonly CalendarMoment[], name: string, nowMs: number): Result<string, string> {
  if (moments.length === 0) return fail('No clock is running in this job');
  const { error, value } = createEvents(
    moments.map((m): EventAttributes => ({
      uid: m.uid,
      productId: 'stratocoat',
      calName: name,
      title: m.title,
      description: m.about,
      // Clocks count on between two milliseconds; calendars do not.
      start: Math.round(m.atMs),
      startInputType: 'utc',
      startOutputType: 'utc',
      end: Math.round(m.atMs) + 15 * MINUTE_MS,
      endInputType: 'utc',
      endOutputType: 'utc',
      created: nowMs,
      alarms: [{ action: 'display', description: m.title, trigger: { before: true, minutes: 0 } }],
    })),
  );
  return error || !value ? fail('The calendar could not be written') : ok(value);
}
