import { wrap, type Remote } from 'comlink';
import type { BoardWorker } from './board.worker';

export type { Hand } from './board.worker';

/** A panel under a board, away from the page's own thread. Whoever opens it ends it. */
export interface BoardAway {
  remote: Remote<BoardWorker>;
  end(): void;
}

export function openBoard(): BoardAway {
  const worker = new Worker(new URL('./board.worker', window.location.href));
  return { remote: wrap<BoardWorker>(worker), end: () => worker.terminate() };
}
