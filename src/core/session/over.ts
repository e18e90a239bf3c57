import type { SprayEvening } from '../log/evening';
import { HOUR_MS } from '../units/time';

/** An evening that was left open so long is over all the same, ms. */
const FORGOTTEN_MS = 12 * HOUR_MS;
/** Whether an evening is over: somebody said so, or it was left open. */
export const isOver = (e: Pick<SprayEvening, 'untilMs' | 'endedMs'>, nowMs: number): boolean =>
  e.endedMs !== undefined || nowMs > e.untilMs + FORGOTTEN_MS;
