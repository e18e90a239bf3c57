import type { Product } from '../library/product';
import { HOUR_MS, MINUTE_MS } from '../units/time';
import { dewPointC, DEW_MARGIN_K } from './dewPoint';
import { nextFit, type FitSpan, type Unfit } from './fitSpan';
import { airAt, type AirHistory, type AirPoint } from './history';

/**
 * Whether air and surface are within what a coat takes: surface at least 3 K over the dew point (ISO 8502-4) and
 * within the product's own temperatures and humidity. The gravest reason comes first.
 * @param surfaceC °C
 */
export function unfitFor(air: AirPoint, surfaceC: number, limits: Product['limits']): Unfit | undefined {
  if (surfaceC - dewPointC(air.tempC, air.rh) < DEW_MARGIN_K) return 'sweats';
  if (surfaceC < limits.minTempC) return 'cold';
  if (air.rh > limits.maxRh) return 'damp';
  return surfaceC > limits.maxTempC ? 'hot' : undefined;
}

/** When the air lets a panel be sprayed next, for long enough to do it; undefined if not within two days. */
export const fitFrom = (
  air: AirHistory,
  surface: AirHistory,
  limits: Product['limits'],
  fromMs: number,
): number | undefined => nextFit(fitSpans(air, surface, limits, fromMs, 48))?.fromMs;

/** How finely the forecast is looked at, ms. */
const STEP_MS = 10 * MINUTE_MS;

/**
 * When a panel may be sprayed: spans of the same answer from `fromMs` on, without holes, in steps of ten minutes.
 * @param air the room's, readings and forecast
 * @param surface the panel's temperature over time
 * @param hours how far ahead, h
 */
export function fitSpans(
  air: AirHistory,
  surface: AirHistory,
  limits: Product['limits'],
  fromMs: number,
  hours: number,
): FitSpan[] {
  const spans: FitSpan[] = [];
  const end = fromMs + hours * HOUR_MS;
  for (let t = fromMs; t < end; t += STEP_MS) {
    const unfit = unfitFor(airAt(air, t), airAt(surface, t).tempC, limits);
    const last = spans[spans.length - 1];
    if (last && last.unfit === unfit) last.toMs = Math.min(end, t + STEP_MS);
    else spans.push({ fromMs: t, toMs: Math.min(end, t + STEP_MS), ...(unfit && { unfit }) });
  }
  return spans;
}
