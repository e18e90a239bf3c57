import { wrap, type Remote } from 'comlink';
import type { TrainerWorker } from './trainer.worker';

export type { Hand } from './trainer.worker';

/** A panel under a board, away from the page's own thread. Whoever opens it ends it. */
export interface TrainerAway {
  remote: Remote<TrainerWorker>;
  end(): void;
}

export function openTrainer(): TrainerAway {
  const worker = new Worker(new URL('./trainer.worker', window.location.href));
  return { remote: wrap<TrainerWorker>(worker), end: () => worker.terminate() };
}
