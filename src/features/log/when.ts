import { parse } from 'date-fns/parse';
import { isValid } from 'date-fns/isValid';
import { fail, MINUTE_MS, ok, type Result } from '@/core';
import { isOnClock, parseDay } from '@/ui/days';

/** How long ago, for the taps; 'other' asks for day and time. */
export const AGO = ['now', '5', '15', '30', '60', 'other'] as const;
export type Ago = (typeof AGO)[number];
export const AGO_LABELS: Record<Ago, string> = {
  now: 'Now',
  '5': '5 min ago',
  '15': '15 min ago',
  '30': '30 min ago',
  '60': '1 h ago',
  other: 'Other',
};

/**
 * When it happened.
 * @param day as it was typed, @param time 'HH:mm', both local, for 'other'
 */
export function readWhen(
  ago: Ago,
  day: string,
  time: string,
  now: number,
): Result<number, { day?: string; time?: string }> {
  if (ago !== 'other') return ok(ago === 'now' ? now : now - Number(ago) * MINUTE_MS);
  const d = parseDay(day);
  if (!d) return fail({ day: 'Say which day' });
  const t = parse(time.trim(), 'HH:mm', d);
  if (!isValid(t)) return fail({ time: 'A time such as 14:05' });
  if (!isOnClock(t, time))
    return fail({
      time: `The clocks went forward: there was no ${time.trim()} that day. Give the time as it was then`,
    });
  return ok(t.getTime());
}
