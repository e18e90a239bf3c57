import { expose } from 'comlink';
import { decide } from '../core/plan';

/** Thin entry of the simulation: what goes in and out is the core's. */
const api = { decide };
export type DecideWorker = typeof api;

expose(api);
