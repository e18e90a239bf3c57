export const MINUTE_MS = 60_000;
export const HOUR_MS = 3_600_000;
export const DAY_MS = 86_400_000;

/**
 * A wait in words that a person can act on: '35 min', '2 h 35', '3 days'. Minutes below ten hours, hours below two days.
 * @param ms a duration in ms; negative ones are taken as their size
 */
export function waitText(ms: number): string {
  const min = Math.round(Math.abs(ms) / MINUTE_MS);
  if (min < 1) return 'under 1\u00a0min';
  if (min < 60) return `${min}\u00a0min`;
  const h = Math.floor(min / 60);
  if (h < 10) return min % 60 ? `${h}\u00a0h\u00a0${min % 60}\u00a0min` : `${h}\u00a0h`;
  if (min < 48 * 60) return `${Math.round(min / 60)}\u00a0h`;
  return `${Math.round(min / 1440)}\u00a0days`;
}

/**
 * The moment that a typed clock time means: the next such time, where one just gone by still counts as now.
 * @param text '18', '18:30' or '18.30', by the 24-hour clock
 * @param nowMs ms; its local day counts
 * @returns ms, or null for what is no time of day
 */
export function nextClockTime(text: string, nowMs: number): number | null {
  const m = /^\s*(\d{1,2})(?:[:.h](\d{2}))?\s*$/.exec(text);
  const hour = Number(m?.[1]);
  const minute = Number(m?.[2] ?? 0);
  if (!m || hour > 24 || minute > 59) return null;
  const d = new Date(nowMs);
  d.setHours(hour, minute, 0, 0);
  if (d.getTime() < nowMs - 5 * MINUTE_MS) d.setDate(d.getDate() + 1);
  return d.getTime();
}
