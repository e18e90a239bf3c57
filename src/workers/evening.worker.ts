import { expose } from 'comlink';
import { planEvening } from '../core/session/plan';

/** Thin entry of the planner: what goes in and out is the core's. */
const api = { planEvening };
export type EveningWorker = typeof api;

expose(api);
