import { nextFit, type Conditions, type FitSpan, type Unfit } from '@/core';
import { shortWhen } from './format';

/** Why a panel may not be sprayed, as the end of a sentence. */
export const UNFIT_WORDS: Record<Unfit, string> = {
  sweats: 'the panel sweats',
  cold: 'the panel is too cold',
  damp: 'the air is too damp',
  hot: 'the panel is too hot',
};

/** The answer to 'may I spray now': until when, or why not and from when. */
export function fitAnswer(
  spans: readonly FitSpan[],
  now: number,
  basis: Conditions['basis'],
): { text: string; fit: boolean } {
  const [first, ...rest] = spans;
  // What the shop is set to is no air: nothing is fit by it.
  if (basis === 'set') return { text: 'Nobody has read the air yet', fit: false };
  if (!first) return { text: 'No air to go by', fit: false };
  if (!first.unfit)
    return {
      fit: true,
      text: rest.length > 0 ? `Fit to spray until ${shortWhen(first.toMs, now)}` : 'Fit to spray, two days ahead',
    };
  const next = nextFit(rest);
  const why = UNFIT_WORDS[first.unfit];
  return { fit: false, text: next ? `Not now: ${why}. Fit from ${shortWhen(next.fromMs, now)}` : `Not fit: ${why}` };
}
