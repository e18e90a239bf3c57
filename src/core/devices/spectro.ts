import { fail, ok, type Result } from '../result';
import type { Message } from '../units/phrase';

/** What a spectrophotometer of several angles says of the face that it stands on. */
export interface SpectroMessage {
  atMs: number;
  /** When it last read its white tile, ms; null: not since it was switched on. */
  tileMs: number | null;
  /** It stands flat, with its whole foot on the face. */
  seated: boolean;
  anglesDeg: number[];
  /** At 400, 410 … 700 nm, as fractions, angle by angle. */
  reflectance: number[][];
}

/** One reading, at each of its angles. */
export interface SpectroReading {
  anglesDeg: number[];
  reflectance: number[][];
}

/** Bands from 400 to 700 nm by 10 nm. */
const BANDS = 31;
/** A lamp drifts: after so long it reads its tile again, ms. */
export const TILE_KEEPS_MS = 8 * 3_600_000;
/** Flake mirrors up to about 3; beyond this it is per cent, or a fault. */
const MOST = 4;
const ANGLES = { min: 1, max: 12 } as const;

/** Judges a reading: with its tile, seated, whole, and as fractions. @param nowMs this device's time, ms */
export function acceptSpectro(raw: unknown, nowMs: number): Result<SpectroReading, Message> {
  if (typeof raw !== 'object' || raw === null) return fail('The instrument says something that is no reading');
  const { tileMs, seated, anglesDeg, reflectance } = raw as Partial<Record<keyof SpectroMessage, unknown>>;
  if (tileMs === null || tileMs === undefined)
    return fail('It has not read its white tile since it was switched on: put it on the tile first.');
  if (typeof tileMs !== 'number' || nowMs - tileMs > TILE_KEEPS_MS)
    return fail('Its white tile was read over eight hours ago: the lamp has drifted. Put it on the tile again.');
  if (seated !== true)
    return fail('It does not sit flat: on a curved part take the small aperture, or a flatter place.');
  if (!Array.isArray(anglesDeg) || anglesDeg.length < ANGLES.min || anglesDeg.length > ANGLES.max)
    return fail('It does not say at which angles it reads');
  if (!anglesDeg.every((a) => typeof a === 'number' && a >= 0 && a <= 180)) return fail('One of its angles is none');
  if (!Array.isArray(reflectance) || reflectance.length !== anglesDeg.length)
    return fail('It gives another number of angles than it says');
  for (const [i, r] of (reflectance as unknown[]).entries()) {
    if (!Array.isArray(r) || r.length !== BANDS)
      return fail(`At ${String(anglesDeg[i])}° a band is missing: 400 to 700\u00a0nm by 10 are needed`);
    if (!r.every((v) => typeof v === 'number' && Number.isFinite(v) && v >= 0))
      return fail(`At ${String(anglesDeg[i])}° a band is no number`);
    if (r.some((v) => (v as number) > MOST))
      return fail('It gives per cent, or more light than any paint returns. Look at its settings.');
  }
  return ok({ anglesDeg: anglesDeg as number[], reflectance: reflectance as number[][] });
}
