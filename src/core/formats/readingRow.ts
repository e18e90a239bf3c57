import type { ClimateReading, ReadingSource } from '../air/climate';

/** A reading as it is stored and sent: [ms, °C, fraction, source, surface °C]. */
export type ReadingRow = [number, number, number, ReadingSource, number?];

export const readingRow = (r: ClimateReading): ReadingRow =>
  r.surfaceC === undefined ? [r.atMs, r.tempC, r.rh, r.source] : [r.atMs, r.tempC, r.rh, r.source, r.surfaceC];

export const readingOfRow = ([atMs, tempC, rh, source, surfaceC]: ReadingRow): ClimateReading => ({
  atMs,
  tempC,
  rh,
  source,
  ...(surfaceC !== undefined && { surfaceC }),
});
