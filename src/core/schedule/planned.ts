import type { Agreed } from '../log/days';
import type { SprayEvening } from '../log/evening';
import type { ToDo } from '../log/toDos';
import type { Block } from './blocks';
import type { KeptPlan, Lag, Network } from './network';

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

export interface DaysNetwork {
  network: Omit<Network, 'lags'> & { lags: readonly DaysLag[] };
  works: ReadonlyMap<string, PlannedWork>;
  from: ReadonlyMap<string, FromWhy>;
  held: readonly HeldWork[];
  kept?: KeptPlan;
}
