import type { BoardRelief, Fairing, FairingInput, PanelRelief } from '@/core/fair';
import type { Result } from '@/core';
import { cancellableWorker } from './cancellableWorker';
import type { FairWorker } from './fair.worker';

const fair = cancellableWorker<FairWorker>(() => new Worker(new URL('./fair.worker', window.location.href)));

/** Works out the least filler away from the page's own thread. */
export const solveFairingAway = (input: FairingInput): Promise<Result<Fairing, string>> =>
  fair.ask<Result<Fairing, string>>(async (w) => await w.solve(input));

/** The relief of a panel, likewise: a scan takes a moment. */
export const panelReliefAway = (
  ...input: Parameters<FairWorker['panelRelief']>
): Promise<Result<PanelRelief, string>> =>
  fair.ask<Result<PanelRelief, string>>(async (w) => await w.panelRelief(...input));

/** What a board would find, likewise. */
export const boardReliefAway = (
  ...input: Parameters<FairWorker['boardRelief']>
): Promise<Result<BoardRelief, string>> =>
  fair.ask<Result<BoardRelief, string>>(async (w) => await w.boardRelief(...input));

/** Ends what is being worked out; the next plan begins with a worker of its own. */
export const cancelFairing = (): void => fair.end();
