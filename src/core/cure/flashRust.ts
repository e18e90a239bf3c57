import type { AirHistory } from '../air/history';
import { HOUR_MS, MINUTE_MS } from '../units/time';
import { pointAt, timelineOf, type Timeline } from './timeline';

/** How the steel was bared, where that matters to rust. */
export interface BareFacts {
  /** Blasted wet, without inhibitor. */
  wet?: boolean | undefined;
  /** Salt in it. */
  salts?: boolean | undefined;
}

/**
 * Hours until clean bare steel shows flash rust: days under 50 %, about 8 h at 70 %, about 4 h at 85 %, straight
 * between; wet-blasted without inhibitor under 1 h; salts halve it. Usual blasting-yard figures.
 * @param rh relative humidity, fraction
 */
export function flashRustHours(rh: number, { wet, salts }: BareFacts = {}): number {
  const dry = dryHours(rh);
  return (wet ? Math.min(dry, 0.9) : dry) * (salts ? 0.5 : 1);
}

function dryHours(rh: number): number {
  const points = [
    [0.5, 72],
    [0.7, 8],
    [0.85, 4],
    [1, 1],
  ] as const;
  if (rh <= points[0][0]) return points[0][1];
  for (let i = 1; i < points.length; i++) {
    const [a, ha] = points[i - 1]!;
    const [b, hb] = points[i]!;
    if (rh <= b) return ha + ((rh - a) / (b - a)) * (hb - ha);
  }
  return 1;
}

const STEP_MS = 10 * MINUTE_MS;
/** In dry air it is 72 h; further nobody looks. */
const FAR_MS = 73 * HOUR_MS;

/**
 * When steel that is bare from a moment on shows flash rust: the moment at which the shares of {@link flashRustHours} add up to one
 * over the humidity that was read and is forecast. Steps of ten minutes.
 * @param air what was read and is forecast, of room, yard or surface
 * @returns ms, or undefined if it stays clean for three days
 */
export function rustsAtMs(air: Timeline | AirHistory, fromMs: number, facts: BareFacts = {}): number | undefined {
  const timeline = 'segment' in air ? air : timelineOf(air);
  let share = 0;
  for (let at = fromMs; at < fromMs + FAR_MS; at += STEP_MS) {
    const step = STEP_MS / HOUR_MS / flashRustHours(pointAt(timeline, at + STEP_MS / 2).rh, facts);
    if (share + step >= 1) return at + ((1 - share) / step) * STEP_MS;
    share += step;
  }
  return undefined;
}
