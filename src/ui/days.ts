import { format } from 'date-fns/format';
import { isValid } from 'date-fns/isValid';
import { parse } from 'date-fns/parse';

/** Whether the device writes the month first. */
export const isMonthFirst = (language: string): boolean => language === 'en-US';

const own = (language: string): string => (isMonthFirst(language) ? 'MM/dd/yyyy' : 'dd/MM/yyyy');
/** Ways that a day is written whatever the device does. */
const OTHERS = ['yyyy-MM-dd', 'd.M.yyyy', 'd MMM yyyy'];
/** Further off than that is a slip of the thumb. */
const YEARS = { min: 1970, max: 2200 };

/** A day as the device writes it. */
export const showDay = (at: Date | number, language = navigator.language): string => format(at, own(language));

/** The day that is typed, as the device writes days or as anybody does; undefined where there is no such day. */
export function parseDay(text: string, language = navigator.language): Date | undefined {
  for (const pattern of [own(language), ...OTHERS]) {
    const d = parse(text.trim(), pattern, new Date(2000, 0, 1));
    if (isValid(d) && d.getFullYear() >= YEARS.min && d.getFullYear() <= YEARS.max) return d;
  }
  return undefined;
}

/** Whether the clock showed that time: in the night in which clocks go forward an hour is not there, and a time in it comes out as a later one. */
export const isOnClock = (at: Date, time: string): boolean =>
  format(at, 'H:mm') === time.trim().replace(/^0(?=\d)/, '');

/** The moment of a day and a time of day, both as typed, ms; undefined where one of them is none. @param time 'HH:mm' */
export function momentOf(day: string, time: string): number | undefined {
  const d = parseDay(day);
  const at = d && parse(time.trim(), 'HH:mm', d);
  return at && isValid(at) && isOnClock(at, time) ? at.getTime() : undefined;
}
