import { wrap, type Remote } from 'comlink';
import type { PlanWorker } from './plan.worker';

export type { PlanWorker };

let remote: Remote<PlanWorker> | undefined;
/** Puts work into days away from the page's own thread. */
export const planWorker = (): Remote<PlanWorker> =>
  (remote ??= wrap<PlanWorker>(new Worker(new URL('./plan.worker', window.location.href))));
