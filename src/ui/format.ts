import { format } from 'date-fns/format';
import { isSameDay } from 'date-fns/isSameDay';
import { DAY_MS, waitText } from '@/core';

export const clockTime = (ms: number): string => format(ms, 'HH:mm');

/** '14:20' today, 'Fri 07:10' within the week, '3 Nov' beyond. */
export function shortWhen(ms: number, now: number): string {
  if (isSameDay(ms, now)) return clockTime(ms);
  return Math.abs(ms - now) < 6 * DAY_MS ? format(ms, 'EEE HH:mm') : format(ms, 'd MMM');
}

/** 'today 11:50', 'Fri 07:10', '12 Nov'. */
export const sinceWhen = (ms: number, now: number): string =>
  isSameDay(ms, now) ? `today ${clockTime(ms)}` : shortWhen(ms, now);

/** A clock time and a wait, as people need both: '14:20, in 35 min'. */
export const whenAndWait = (ms: number, now: number): string =>
  ms > now ? `${shortWhen(ms, now)}, in ${waitText(ms - now)}` : `${shortWhen(ms, now)}, ${waitText(now - ms)} ago`;

export const fullWhen = (ms: number): string => format(ms, 'EEE d MMM yyyy, HH:mm');
export const dayOnly = (ms: number): string => format(ms, 'EEE d MMM');
export const dayMonth = (ms: number): string => format(ms, 'd MMM yyyy');
export const monthYear = (ms: number): string => format(ms, 'MMM yyyy');
export const money = (amount: number, currency: string): string => `${currency}\u00a0${amount.toFixed(2)}`;
/** For estimates, which know no cents. */
export const wholeMoney = (amount: number, currency: string): string => `${currency}\u00a0${Math.round(amount)}`;
export const percent = (fraction: number, decimals = 0): string => `${(fraction * 100).toFixed(decimals)}\u00a0%`;
