import { wrap, type Remote } from 'comlink';
import type { Evening, EveningPlan } from '@/core/session';
import type { EveningWorker } from './evening.worker';

let remote: Remote<EveningWorker> | undefined;

/** Puts an evening in order away from the page's own thread. */
export function planEveningAway(evening: Evening): Promise<EveningPlan> {
  remote ??= wrap<EveningWorker>(new Worker(new URL('./evening.worker', window.location.href)));
  return remote.planEvening(evening);
}
