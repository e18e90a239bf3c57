import { wrap, type Remote } from 'comlink';
import type { Decision, DecisionInput } from '@/core/plan';
import type { DecideWorker } from './decide.worker';

let remote: Remote<DecideWorker> | undefined;

/** Runs the simulation away from the page's own thread. @param draws how many @param seed the same gives the same */
export function decideAway(input: DecisionInput, draws: number, seed: number): Promise<Decision> {
  remote ??= wrap<DecideWorker>(new Worker(new URL('./decide.worker', window.location.href)));
  return remote.decide(input, draws, seed);
}
