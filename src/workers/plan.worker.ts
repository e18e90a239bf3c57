import { expose } from 'comlink';
import type { Season } from '../core/air/season';
import type { Product } from '../core/library/product';
import { usualBadDays } from '../core/schedule/badDays';
import { PLAN_DAYS } from '../core/schedule/hours';
import type { KeptPlan, Network, Schedule } from '../core/schedule/network';
import { planNetwork, type Planned } from '../core/schedule/solve';
import { finishSpread, type FinishSpread, type Unsure } from '../core/schedule/spread';
import type { StepKind } from '../core/log/event';

/** Kinds of work cross over to the worker as a list: a function does not. Bad days by a usual year are worked out here. */
type UnsureHere = Omit<Unsure, 'kindsOf'> & {
  kinds: ReadonlyMap<string, readonly StepKind[]>;
  year?: { season: Season; limits: Product['limits']; fromMs: number };
};
const DRAWS = 400;

const api = {
  plan: (network: Network, kept: KeptPlan | undefined): Planned => planNetwork(network, kept),
  spread: (network: Network, plan: Schedule, { kinds, year, ...unsure }: UnsureHere): FinishSpread => {
    const badDays = year ? usualBadDays(year.season, year.limits, year.fromMs, PLAN_DAYS) : unsure.badDays;
    return finishSpread(
      network,
      plan,
      { ...unsure, ...(badDays && { badDays }), kindsOf: (id) => kinds.get(id) ?? [] },
      DRAWS,
    );
  },
};
export type PlanWorker = typeof api;
expose(api);
