import type { ReadCard, TintAsk, TintPlan } from '@/core/colour';
import { endable } from './endable';
import type { TintWorker } from './tint.worker';

const worker = endable<TintWorker>(() => new Worker(new URL('./tint.worker', window.location.href)));

/** Works out a tint away from the page's own thread. */
export const planTintAway = (
  ask: Omit<TintAsk, 'strengths' | 'spread'>,
  cards: readonly ReadCard[],
): Promise<TintPlan> => worker.ask<TintPlan>(async (w) => await w.tint(ask, cards));

/** Ends what is being worked out. */
export const cancelTint = (): void => worker.end();
