import { expose } from 'comlink';
import { learnStrengths, type ReadCard } from '../core/colour/strengths';
import { planTint, type TintAsk, type TintPlan } from '../core/colour/tint';

/** What was asked, with what the cards taught of the pot's toners, and the answer. */
export interface Tinted {
  ask: TintAsk;
  plan: TintPlan;
}

/** Thin entry: what the cards of the pot teach, then the least that helps. */
const tint = (asked: TintAsk, cards: readonly ReadCard[]): Tinted => {
  if (cards.length === 0) return { ask: asked, plan: planTint(asked) };
  const { strengths, spread, flakeTilts } = learnStrengths(cards);
  const ask: TintAsk = {
    ...asked,
    film: { ...asked.film, flakeTilt: flakeTilts[flakeTilts.length - 1] ?? asked.film.flakeTilt },
    strengths,
    spread,
  };
  return { ask, plan: planTint(ask) };
};

const api = { tint };
export type TintWorker = typeof api;

expose(api);
