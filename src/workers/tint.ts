import type { ReadCard, TintAsk } from '@/core/colour';
import { cancellableWorker } from './cancellableWorker';
import type { Tinted, TintWorker } from './tint.worker';

export type { Tinted } from './tint.worker';

const worker = cancellableWorker<TintWorker>(() => new Worker(new URL('./tint.worker', window.location.href)));

/** Works out a tint away from the page's own thread. */
export const planTintAway = (ask: TintAsk, cards: readonly ReadCard[]): Promise<Tinted> =>
  worker.ask<Tinted>(async (w) => await w.tint(ask, cards));

/** Ends what is being worked out. */
export const cancelTint = (): void => worker.end();
