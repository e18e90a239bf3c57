import { wrap, type Remote } from 'comlink';

/** A worker that begins when it is first asked, and can be ended while it works. */
export interface CancellableWorker<W> {
  /** Asks it, and stops waiting when it is ended: a worker that was ended never answers. */
  ask<T>(question: (worker: Remote<W>) => Promise<T>): Promise<T>;
  /** Ends what it does; the next question begins with a new one. */
  end(): void;
}

/** @param begin makes the worker; written out where it is called, so that the bundler sees its file */
export function cancellableWorker<W>(begin: () => Worker): CancellableWorker<W> {
  let worker: Worker | undefined;
  let remote: Remote<W> | undefined;
  const waiting = new Set<(e: Error) => void>();
  const end = (why: Error) => {
    worker?.terminate();
    worker = undefined;
    remote = undefined;
    for (const stop of waiting) stop(why);
    waiting.clear();
  };
  return {
    ask(question) {
      if (!worker || !remote) {
        worker = begin();
        remote = wrap<W>(worker);
        // One whose file is not there, or that broke, says so here and nowhere else.
        worker.onerror = () => end(new Error('What works behind the page has stopped. Load the page again.'));
      }
      const asked = question(remote);
      return new Promise((resolve, reject) => {
        waiting.add(reject);
        asked.then(resolve, reject).finally(() => waiting.delete(reject));
      });
    },
    end: () => end(new Error('It was stopped')),
  };
}
