import { wrap, type Remote } from 'comlink';
import type { Fairing, FairingInput } from '@/core/fair';
import type { Result } from '@/core';
import type { FairWorker } from './fair.worker';

let worker: Worker | undefined;
let remote: Remote<FairWorker> | undefined;
/** What waits for the worker: a worker that was ended never answers. */
const waiting = new Set<(e: Error) => void>();

/** Works out the least filler away from the page's own thread. */
export function solveFairingAway(input: FairingInput): Promise<Result<Fairing, string>> {
  worker ??= new Worker(new URL('./fair.worker', window.location.href));
  remote ??= wrap<FairWorker>(worker);
  const solving = remote.solve(input);
  return new Promise((resolve, reject) => {
    waiting.add(reject);
    solving.then(resolve, reject).finally(() => waiting.delete(reject));
  });
}

/** Ends what is being worked out; the next plan begins with a worker of its own. */
export function cancelFairing(): void {
  worker?.terminate();
  worker = undefined;
  remote = undefined;
  for (const stop of waiting) stop(new Error('It was stopped'));
  waiting.clear();
}
