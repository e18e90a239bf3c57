import type { FitSpan } from '../air/fitSpan';
import { HOUR_MS } from '../units/time';

/** A day on which nothing can be sprayed for so long between these hours is lost for spraying, h. */
const WORTH_H = 3;
const DAY_FROM_H = 8;
const DAY_TO_H = 20;

/**
 * The share of the whole days of a forecast on which the air does not let a product be sprayed for long enough, 0 to 1; leaning on half a bad day of two, as long as few are
 * known (a beta prior, Gelman et al. 2013, section 2.1, with parameters 0.5 and 1.5).
 * @param spans of the forecast for that product @param fromMs its begin @param untilMs its end
 */
export function badDayShare(spans: readonly FitSpan[], fromMs: number, untilMs: number): number {
  let [days, bad] = [0, 0];
  const day = new Date(fromMs);
  const hourOf = (d: number, h: number) => new Date(day.getFullYear(), day.getMonth(), day.getDate() + d, h).getTime();
  for (let d = 0; hourOf(d, DAY_TO_H) <= untilMs; d++) {
    const [from, to] = [hourOf(d, DAY_FROM_H), hourOf(d, DAY_TO_H)];
    if (from < fromMs) continue;
    days++;
    const fitMs = spans.reduce(
      (ms, s) => (s.unfit ? ms : ms + Math.max(0, Math.min(to, s.toMs) - Math.max(from, s.fromMs))),
      0,
    );
    if (fitMs < WORTH_H * HOUR_MS) bad++;
  }
  return (bad + 0.5) / (days + 2);
}
