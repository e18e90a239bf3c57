import { wrap, type Remote } from 'comlink';
import type { BoardRelief, Fairing, FairingInput, PanelRelief } from '@/core/fair';
import type { Result } from '@/core';
import type { FairWorker } from './fair.worker';

let worker: Worker | undefined;
let remote: Remote<FairWorker> | undefined;
/** What waits for the worker: a worker that was ended never answers. */
const waiting = new Set<(e: Error) => void>();

/** Asks the worker, and stops waiting when it is ended. */
function away<T>(ask: (worker: Remote<FairWorker>) => Promise<T>): Promise<T> {
  worker ??= new Worker(new URL('./fair.worker', window.location.href));
  remote ??= wrap<FairWorker>(worker);
  const asked = ask(remote);
  return new Promise((resolve, reject) => {
    waiting.add(reject);
    asked.then(resolve, reject).finally(() => waiting.delete(reject));
  });
}

/** Works out the least filler away from the page's own thread. */
export const solveFairingAway = (input: FairingInput): Promise<Result<Fairing, string>> =>
  away<Result<Fairing, string>>(async (w) => await w.solve(input));

/** The relief of a panel, likewise: a scan takes a moment. */
export const panelReliefAway = (
  ...input: Parameters<FairWorker['panelRelief']>
): Promise<Result<PanelRelief, string>> =>
  away<Result<PanelRelief, string>>(async (w) => await w.panelRelief(...input));

/** What a board would find, likewise. */
export const boardReliefAway = (
  ...input: Parameters<FairWorker['boardRelief']>
): Promise<Result<BoardRelief, string>> =>
  away<Result<BoardRelief, string>>(async (w) => await w.boardRelief(...input));

/** Ends what is being worked out; the next plan begins with a worker of its own. */
export function cancelFairing(): void {
  worker?.terminate();
  worker = undefined;
  remote = undefined;
  for (const stop of waiting) stop(new Error('It was stopped'));
  waiting.clear();
}
