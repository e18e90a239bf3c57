import type { AirPoint } from './history';
import { MINUTE_MS } from '../units/time';
import { clampRh } from './climate';

/** Ways of warming a panel. heater: the room's air. lamp and oven: the panel to a temperature. sun: over the air. */
export const HEAT_KINDS = ['heater', 'lamp', 'oven', 'sun'] as const;
export type HeatKind = (typeof HEAT_KINDS)[number];

/** One spell of heat, done or planned. */
export interface HeatPiece {
  kind: HeatKind;
  fromMs: number;
  toMs: number;
  /** Air for a heater, surface for lamp, oven and sun, °C. Nothing is cooled by it. */
  tempC: number;
}

/** A heat that is planned: of the room, or of some zones of a job. */
export interface HeatPlan extends HeatPiece {
  id: string;
  jobId?: string;
  zoneIds?: string[];
}

/**
 * Saturation pressure of water vapour, hPa (Magnus formula with Sonntag's constants, 1990; within 0.3 % from -20 to
 * 60 °C). Check: 23.37 hPa at 20 °C.
 * @param tempC °C
 */
export const saturationHPa = (tempC: number): number => 6.112 * Math.exp((17.62 * tempC) / (243.12 + tempC));

/** Relative humidity of the same air when it is warmed or cooled: its water stays. @returns fraction */
export const rhWarmed = (rh: number, fromC: number, toC: number): number =>
  clampRh((rh * saturationHPa(fromC)) / saturationHPa(toC));

/** How fast a room follows its heater, and falls back after it: time constant, ms. */
export const ROOM_LAG_MS = 20 * MINUTE_MS;

/** Moments after a change, in time constants, at which a first-order approach is written down. */
export const HEATER_STEPS = [0.15, 0.35, 0.6, 0.9, 1.3, 1.8, 2.5, 3.5, 5, 8] as const;

/** Temperature that lamp, oven or sun pulls a surface to at a moment, never below the air; undefined if none is on. */
export function heatedTempC(heats: readonly HeatPiece[], atMs: number, air: AirPoint): number | undefined {
  let most: number | undefined;
  for (const h of heats)
    if (h.kind !== 'heater' && h.fromMs < atMs && atMs <= h.toMs)
      most = Math.max(most ?? -Infinity, h.tempC, air.tempC);
  return most;
}

/** Moments at which lamp, oven or sun goes on or off, and some between in which the surface is on its way. */
export function heatMoments(heats: readonly HeatPiece[], lagMs: number): number[] {
  return heats
    .filter((h) => h.kind !== 'heater' && h.toMs > h.fromMs)
    .flatMap((h) => [h.fromMs, h.toMs].flatMap((e) => [e, ...HEATER_STEPS.map((s) => e + s * lagMs)]));
}
