import type { Agreed } from '../log/days';
import type { SprayEvening } from '../log/evening';
import type { ToDo } from '../log/toDos';
import type { Block } from './blocks';
import type { Calendar, KeptPlan, Lag, Network, Resource } from './network';

/** A block, an agreed evening, a visit, other work or something to be done, as a plan shows it. */
export interface PlannedWork {
  id: string;
  jobId: string;
  panelIds: readonly string[];
  zoneIds: readonly string[];
  block?: Block;
  evening?: SprayEvening;
  visit?: Agreed;
  other?: Agreed;
  toDo?: ToDo;
}

/** Why work is not in the plan at all. */
export interface HeldWork {
  jobId: string;
  panelIds: readonly string[];
  why: 'away' | 'stuck';
}

/** Why a piece begins no sooner, where it is no lag: what `fromMin` stands for. */
export type FromWhy = 'back' | 'on' | 'order';

/** A lag with what it waits for: the clock of a product; how many times as long that lasts in a warm room and in a cold spell. */
export interface DaysLag extends Lag {
  waitsFor?: string;
  warmTimes?: number;
  coldTimes?: number;
}

/** What work uses; of the air beyond a forecast, when it lets one spray on usual days, and when all of it would in a place that is heated. */
export interface DaysResource extends Resource {
  year?: { usual: Calendar; warm: Calendar };
}

export interface DaysNetwork {
  network: Omit<Network, 'lags' | 'resources'> & { lags: readonly DaysLag[]; resources: readonly DaysResource[] };
  works: ReadonlyMap<string, PlannedWork>;
  from: ReadonlyMap<string, FromWhy>;
  held: readonly HeldWork[];
  kept?: KeptPlan;
}
