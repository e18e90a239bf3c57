import { clampRh, type ForecastPoint } from '../air/climate';
import { saturationHPa } from '../air/heat';
import type { AirPoint } from '../air/history';
import { DAY_MS, HOUR_MS } from '../units/time';

/** Hour of the day that stands at the anchor, so that nights are nights whenever the bench is started. */
const ANCHOR_HOUR = 13.75;

/** A number from 0 to 1 that depends on nothing but its arguments (mulberry32). */
export function seeded(seed: number, n: number): number {
  let a = (seed ^ Math.imul(n + 0x9e3779b9, 0x85ebca6b)) | 0;
  a = (a + 0x6d2b79f5) | 0;
  let t = Math.imul(a ^ (a >>> 15), 1 | a);
  t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
  return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
}

/** Smooth noise of about ±1 that changes over `every` hours. */
function noise(seed: number, hours: number, every: number): number {
  const x = hours / every;
  const i = Math.floor(x);
  const f = x - i;
  const s = f * f * (3 - 2 * f);
  return (1 - s) * (2 * seeded(seed, i) - 1) + s * (2 * seeded(seed, i + 1) - 1);
}

const bell = (hours: number, at: number, width: number) => Math.exp(-(((hours - at) / width) ** 2));
const ramp = (hours: number, from: number, to: number) => Math.min(1, Math.max(0, (hours - from) / (to - from)));

/**
 * Made-up air of an unheated workshop around an anchor: mild weeks, a cold night just behind it (down to about 6 °C), and
 * a front with rain from the evening on. The same seed gives the same air.
 * @param anchorMs the moment that counts as 13:45 of 'today', ms
 */
export function workshopAir(atMs: number, anchorMs: number, seed = 1): AirPoint {
  // Hours since midnight of the anchor's day; negative on the days before.
  const h = (atMs - anchorMs) / HOUR_MS + ANCHOR_HOUR;
  const day = h / 24;
  const front = ramp(h, 18, 24) * (1 - ramp(h, 54, 72));
  const mild = day < -2 ? 18.5 + 2 * Math.sin(day * 1.7) : 15.5 + 3 * ramp(-day, 1.5, 2);
  const swing = (2.6 - 1.6 * front) * Math.cos(((h - 15) / 12) * Math.PI);
  const night = -6.8 * bell(h, 4.5, 3.2);
  const tempC = mild + swing + night - 3.5 * front + 0.35 * noise(seed, h, 3);
  // Water in the air changes slowly, so humidity rises as the night cools; the front brings water.
  const dew = mild - 9 + 5.6 * front + 0.8 * noise(seed + 7, h, 14) + 0.6 * Math.sin(day * 2.3);
  const rh = Math.min(0.97, clampRh(saturationHPa(dew) / saturationHPa(tempC)));
  return { atMs, tempC, rh };
}

/** What the logger's display shows: tenths of a degree, whole per cent. */
export const roundAsLogger = (p: AirPoint): AirPoint => ({
  atMs: p.atMs,
  tempC: Math.round(p.tempC * 10) / 10,
  rh: Math.round(p.rh * 100) / 100,
});

/**
 * Forecast of the same air, hour by hour, as it would be issued at a moment: whole degrees, off by a little more the
 * further ahead, and rain where the front is.
 * @param hours how far ahead, h
 */
export function workshopForecast(issuedMs: number, anchorMs: number, seed = 1, hours = 72): ForecastPoint[] {
  const first = Math.floor(issuedMs / HOUR_MS) * HOUR_MS;
  return Array.from({ length: hours + 1 }, (_, i): ForecastPoint => {
    const atMs = first + i * HOUR_MS;
    const p = workshopAir(atMs, anchorMs, seed);
    const h = (atMs - anchorMs) / HOUR_MS + ANCHOR_HOUR;
    const off = (1.2 * i * noise(seed + 31, i, 9)) / 48;
    const rain = h >= 19 && h < 32 ? 0.4 + 1.8 * seeded(seed + 3, Math.floor(h)) : 0;
    return {
      atMs,
      tempC: Math.round((p.tempC + off) * 2) / 2,
      rh: Math.round(p.rh * 50) / 50,
      rainMm: Math.round(rain * 10) / 10,
    };
  });
}

/** Readings every so many minutes, ending at or just before `toMs`. */
export function workshopReadings(
  fromMs: number,
  toMs: number,
  everyMin: number,
  anchorMs: number,
  seed = 1,
): AirPoint[] {
  const step = everyMin * 60_000;
  const out: AirPoint[] = [];
  for (let t = Math.ceil(fromMs / step) * step; t <= toMs; t += step)
    out.push(roundAsLogger(workshopAir(t, anchorMs, seed)));
  return out;
}

/** How long the demo's logger has been hanging there, ms. */
export const LOGGER_SINCE_MS = 44 * DAY_MS;
