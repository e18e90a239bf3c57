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
