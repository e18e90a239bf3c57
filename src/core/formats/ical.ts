import ICAL from 'ical.js';
import { fail, ok, type Result } from '../result';
import { oneLine } from '../units/oneLine';
import { MINUTE_MS } from '../units/time';

/** One moment of a clock for a calendar. */
export interface CalendarMoment {
  /** Stable, so that a second import moves the entry instead of doubling it. */
  uid: string;
  atMs: number;
  title: string;
  about: string;
  /** How long before it is also called out, ms: for a window that closes. */
  warnMs?: readonly number[];
  /** How long it lasts, ms; absent: it is a moment. */
  lengthMs?: number;
}

/** How long an entry is, ms: what happens is a moment, and a calendar draws no moments. */
const LENGTH_MS = 15 * MINUTE_MS;

/** The package counts a folded line without the space that it begins with: 75 octets are all that a line may have. */
ICAL.foldLength = 74;

/**
 * Moments as an iCalendar file (RFC 5545), each an entry of fifteen minutes, or as long as it says, in UTC with an alarm at its beginning, and before it where it
 * has to be warned of.
 * @param nowMs when the file is made, ms
 */
export function writeCalendar(moments: readonly CalendarMoment[], name: string, nowMs: number): Result<string, string> {
  if (moments.length === 0) return fail('There is nothing to put into a calendar');
  const calendar = component('vcalendar', {
    version: '2.0',
    prodid: '-//Stratocoat//Stratocoat//EN',
    'x-wr-calname': name,
  });
  for (const m of moments) {
    const entry = component('vevent', {
      uid: m.uid,
      dtstamp: utc(nowMs),
      dtstart: utc(m.atMs),
      dtend: utc(m.atMs + (m.lengthMs ?? LENGTH_MS)),
      summary: m.title,
      description: m.about,
    });
    for (const beforeMs of [0, ...(m.warnMs ?? [])])
      entry.addSubcomponent(
        component('valarm', {
          action: 'DISPLAY',
          description: m.title,
          trigger: ICAL.Duration.fromSeconds(-Math.round(beforeMs / 1000)),
        }),
      );
    calendar.addSubcomponent(entry);
  }
  return ok(`${calendar.toString()}\r\n`);
}

type Value = string | InstanceType<typeof ICAL.Time> | InstanceType<typeof ICAL.Duration>;

function component(kind: string, properties: Readonly<Record<string, Value>>) {
  const c = new ICAL.Component(kind);
  // A name with a line end in it would begin a line, and so an entry, of its own.
  for (const [property, value] of Object.entries(properties))
    c.addPropertyWithValue(property, typeof value === 'string' ? oneLine(value) : value);
  return c;
}

/** Clocks count on between two seconds; calendars do not. */
const utc = (ms: number) => ICAL.Time.fromJSDate(new Date(Math.round(ms / 1000) * 1000), true);
