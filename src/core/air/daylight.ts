import { DAY_MS, HOUR_MS } from '../units/time';

/** A workshop that says nothing of where it stands is taken to be here, degrees of latitude: between 40 and 55 the day differs by under an hour and a half. */
const LATITUDE_DEG = 48;
/** The edge of the sun stands on the horizon, and the air bends its light, degrees. */
const HORIZON_DEG = 0.8333;

/**
 * Hours of daylight, by the CBM model (Forsythe et al. 1995, Ecological Modelling 80, 87–95).
 * Checks at 48°: 21 June 16.1 h, 21 December 8.3 h, 21 March 12.2 h.
 * @param dayOfYear 1 to 366
 * @param latitudeDeg south is negative
 * @returns h, 0 to 24
 */
export function daylightHours(dayOfYear: number, latitudeDeg: number): number {
  const theta = 0.2163108 + 2 * Math.atan(0.9671396 * Math.tan(0.0086 * (dayOfYear - 186)));
  const declination = Math.asin(0.39795 * Math.cos(theta));
  const lat = (latitudeDeg * Math.PI) / 180;
  const x =
    (Math.sin((HORIZON_DEG * Math.PI) / 180) + Math.sin(lat) * Math.sin(declination)) /
    (Math.cos(lat) * Math.cos(declination));
  return 24 - (24 / Math.PI) * Math.acos(Math.min(1, Math.max(-1, x)));
}

/** When the sun rises and sets on one day, ms. */
export interface SunTimes {
  riseMs: number;
  setMs: number;
}

/**
 * Sunrise and sunset of the day in which a moment lies, by the clock of the device: where its summer time lies tells the half of the earth, and noon
 * is taken at twelve by standard time. Good to about an hour; without summer time both halves are as likely and the day has twelve hours.
 */
export function sunTimes(atMs: number): SunTimes {
  const at = new Date(atMs);
  const year = at.getFullYear();
  const winter = new Date(year, 0, 1).getTimezoneOffset();
  const summer = new Date(year, 6, 1).getTimezoneOffset();
  const midnightMs = new Date(year, at.getMonth(), at.getDate()).getTime();
  const dayOfYear = 1 + Math.round((midnightMs - new Date(year, 0, 1).getTime()) / DAY_MS);
  const hours = winter === summer ? 12 : daylightHours(dayOfYear, summer < winter ? LATITUDE_DEG : -LATITUDE_DEG);
  const isSummerTime = at.getTimezoneOffset() < Math.max(winter, summer);
  const noonMs = midnightMs + (isSummerTime ? 13 : 12) * HOUR_MS;
  return { riseMs: noonMs - (hours / 2) * HOUR_MS, setMs: noonMs + (hours / 2) * HOUR_MS };
}
