import { expose } from 'comlink';
import type { KeptPlan, Network, Schedule } from '../core/schedule/network';
import { planNetwork, type Planned } from '../core/schedule/solve';
import { finishSpread, type FinishSpread, type Unsure } from '../core/schedule/spread';
import type { StepKind } from '../core/log/event';

/** Kinds of work cross over to the worker as a list: a function does not. */
type UnsureHere = Omit<Unsure, 'kindsOf'> & { kinds: ReadonlyMap<string, readonly StepKind[]> };
const DRAWS = 400;

const api = {
  plan: (network: Network, kept: KeptPlan | undefined): Planned => planNetwork(network, kept),
  spread: (network: Network, plan: Schedule, { kinds, ...unsure }: UnsureHere): FinishSpread =>
    finishSpread(network, plan, { ...unsure, kindsOf: (id) => kinds.get(id) ?? [] }, DRAWS),
};
export type PlanWorker = typeof api;
expose(api);
