export const MINUTE_MS = 60_000;
export const HOUR_MS = 3_600_000;
export const DAY_MS = 86_400_000;

/**
 * A wait in words that a person can act on: '35 min', '2 h 35', '3 days'. Minutes below ten hours, hours below two days.
 * @param ms a duration in ms; negative ones are taken as their size
 */
export function waitText(ms: number): string {
  const min = Math.round(Math.abs(ms) / MINUTE_MS);
  if (min < 1) return 'under 1 min';
  if (min < 60) return `${min} min`;
  const h = Math.floor(min / 60);
  if (h < 10) return min % 60 ? `${h} h ${String(min % 60).padStart(2, '0')}` : `${h} h`;
  if (min < 48 * 60) return `${Math.round(min / 60)} h`;
  return `${Math.round(min / 1440)} days`;
}
