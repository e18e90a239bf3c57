import { expose } from 'comlink';
import { learnStrengths, type ReadCard } from '../core/colour/strengths';
import { planTint, type TintAsk, type TintPlan } from '../core/colour/tint';

/** Thin entry: what the cards of the pot teach, then the least that helps. */
const tint = (ask: Omit<TintAsk, 'strengths' | 'spread'>, cards: readonly ReadCard[]): TintPlan => {
  if (cards.length === 0) return planTint(ask);
  const { strengths, spread, lays } = learnStrengths(cards);
  const lay = lays[lays.length - 1] ?? ask.film.lay;
  return planTint({ ...ask, film: { ...ask.film, lay }, strengths, spread });
};

const api = { tint };
export type TintWorker = typeof api;

expose(api);
