import { expose } from 'comlink';
import { planEvening, planInTurns, spreadEvenings } from '../core/session/plan';
import { eveningSpread } from '../core/session/spread';

/** Thin entry of the planner: what goes in and out is the core's. */
const api = { planEvening, planInTurns, spreadEvenings, eveningSpread };
export type EveningWorker = typeof api;

expose(api);
