import { normalFrom, seeded } from '../fair/truth';
import type { Evening, EveningPlan } from './evening';
import { beginning, layNext, type Laid } from './schedule';

/** So many evenings are drawn. */
const DRAWS = 120;
/** How far the minutes of one coat differ from the usual ones: one standard deviation of their logarithm. */
export const HAND_SPREAD = 0.25;

/** How sure a planned evening is. */
export interface EveningSpread {
  /** When it is out of the dust in the quickest and in the slowest tenth of evenings, min. */
  earlyMin: number;
  lateMin: number;
  /** In what share of evenings the same turns end in time, with no window, cup or stand in their way; 0 to 1. */
  holds: number;
}

/**
 * An evening drawn again and again with a hand that is quicker or slower at each coat and through the evening, in the turns of its plan.
 * Half of the spread is of the evening, half of the coat. The same evening gives the same answer.
 * @param spread of the logarithm of a coat's minutes @returns undefined where nothing is sprayed
 */
export function eveningSpread(evening: Evening, plan: EveningPlan, spread = HAND_SPREAD): EveningSpread | undefined {
  if (plan.steps.length === 0) return undefined;
  const random = seeded(7);
  const out = new Set(plan.left.map((l) => l.partId));
  const { order: _, ...e } = { ...evening, parts: evening.parts.filter((p) => !out.has(p.id)) };
  const at = new Map(e.parts.map((p, i) => [p.id, i]));
  const share = spread * Math.SQRT1_2;
  const ends: number[] = [];
  let held = 0;
  for (let n = 0; n < DRAWS; n++) {
    const all = Math.exp(share * normalFrom(random));
    const drawn: Evening = {
      ...e,
      endMin: Infinity,
      parts: e.parts.map((p) => ({
        ...p,
        coats: p.coats.map((c) => ({ ...c, minutes: c.minutes * all * Math.exp(share * normalFrom(random)) })),
      })),
    };
    let laid: Laid | undefined = beginning(drawn);
    for (const s of plan.steps) {
      laid = layNext(drawn, laid, at.get(s.partId) ?? -1);
      if (!laid) break;
    }
    // An evening that breaks off ends no sooner than any other.
    ends.push(laid?.doneMin ?? Infinity);
    if (laid && laid.doneMin <= evening.endMin) held += 1;
  }
  ends.sort((a, b) => a - b);
  const quantile = (p: number) => ends[Math.round(p * (DRAWS - 1))] ?? Infinity;
  return { earlyMin: quantile(0.1), lateMin: quantile(0.9), holds: held / DRAWS };
}
