import { wrap, type Remote } from 'comlink';
import type { Evening, EveningPlan, LaterEvening } from '@/core/session';
import type { EveningSpread } from '@/core/session/spread';
import type { EveningWorker } from './evening.worker';

let remote: Remote<EveningWorker> | undefined;
const worker = (): Remote<EveningWorker> =>
  (remote ??= wrap<EveningWorker>(new Worker(new URL('./evening.worker', window.location.href))));

/** What an evening comes to: its plan, and on which of the evenings after it what waits fits (their index, by part). */
export interface EveningFound {
  plan: EveningPlan & { kept: boolean };
  on: ReadonlyMap<string, number>;
}

/** Puts an evening in order away from the page's own thread: in the turns that were agreed, where there are any and they hold. */
export async function planEveningAway(
  evening: Evening,
  turns: readonly string[] | undefined,
  later: readonly LaterEvening[],
): Promise<EveningFound> {
  const plan = turns
    ? await worker().planInTurns(evening, turns)
    : { ...(await worker().planEvening(evening)), kept: false };
  const on = plan.left.length > 0 ? await worker().spreadEvenings(evening, plan, later) : new Map<string, number>();
  return { plan, on };
}

/** How sure a planned evening is: drawn away from the page, once its plan is there. */
export const spreadEveningAway = (evening: Evening, plan: EveningPlan): Promise<EveningSpread | undefined> =>
  worker().eveningSpread(evening, plan);
