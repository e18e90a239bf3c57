import { wrap, type Remote } from 'comlink';
import type { PageWish, RecordWorker } from './record.worker';

let remote: Remote<RecordWorker> | undefined;

/** The page that is handed over, made away from the page's own thread: with labels and photos it is large. */
export function recordPageAway(wish: PageWish): Promise<string> {
  remote ??= wrap<RecordWorker>(new Worker(new URL('./record.worker', window.location.href)));
  return remote.page(wish);
}
