import { wrap, type Remote } from 'comlink';
import type { SprayWorker } from './spray.worker';

export type { SprayHand, SpraySaid } from './spray.worker';

/** A panel under a gun, away from the page's own thread. Whoever opens it ends it. */
export interface SprayAway {
  remote: Remote<SprayWorker>;
  end(): void;
}

export function openSpray(): SprayAway {
  const worker = new Worker(new URL('./spray.worker', window.location.href));
  return { remote: wrap<SprayWorker>(worker), end: () => worker.terminate() };
}
