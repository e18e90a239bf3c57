import { MINUTE_MS } from '../units/time';

/** What keeps a panel from being sprayed. sweats: surface too near the dew point. */
export const UNFIT = ['sweats', 'cold', 'damp', 'hot'] as const;
export type Unfit = (typeof UNFIT)[number];

/** A span in which the answer stays the same. */
export interface FitSpan {
  fromMs: number;
  toMs: number;
  unfit?: Unfit;
}

/** A break shorter than this is not worth waiting for, ms. */
const WORTH_MS = 45 * MINUTE_MS;

/** The first span in which a panel may be sprayed for long enough to do it. @param spans in order of time */
export const nextFit = (spans: readonly FitSpan[]): FitSpan | undefined =>
  spans.find((s) => !s.unfit && s.toMs - s.fromMs >= WORTH_MS);

/**
 * From when until when the air lets one spray before an end: the first span that does, and none of it where that comes too late.
 * @param spans from the begin on @param fromMs the begin, ms @param untilMs the end, ms
 */
export function fitWithin(
  spans: readonly FitSpan[],
  fromMs: number,
  untilMs: number,
): { fromMs: number; untilMs: number } {
  // However short it is: whether a part fits into it is the planner's business.
  const first = spans.find((s) => !s.unfit);
  return first && first.fromMs < untilMs ? { fromMs: first.fromMs, untilMs: first.toMs } : { fromMs, untilMs: fromMs };
}
