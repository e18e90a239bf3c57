import { APPLICATIONS } from '../library/application';
import type { Product } from '../library/product';
import type { Result } from '../result';
import { splitCups, type CupLimits, type CupSchedule } from './cups';
import { potLifeMinutes } from './potLife';
import { splitMix } from './ratio';
import { coatNeed, layOutCoats, usualTransfer, type CoatTask, type Need, type TransferOf } from './session';

/** Minutes from the first pour to the gun; of what goes off within minutes, a quarter of that. */
const MIXING_MIN = 5;
/** The least of any part that a scale measures well, g. */
const LEAST_G = 1;

/** The smallest cup of which a scale can measure every part, mL. */
export function leastMl(product: Product, thinnerFraction: number, tempC?: number): number {
  const { lines, readyMl } = splitMix(product, 100, thinnerFraction, tempC);
  const least = Math.min(...lines.map((l) => l.massG));
  return least > 0 ? (readyMl * LEAST_G) / least : 0;
}

/** What one product of a session takes, and its cups. */
export interface ProductSession {
  product: Product;
  tasks: CoatTask[];
  need: Need;
  cups: Result<CupSchedule, string>;
}

/**
 * What will be put on in a session, by product: how much, give or take, and in which cups, sized to the gun and to the pot life at this
 * temperature. Fillers and what is brushed are no different: their cup is the board.
 * @param tasks in the order of the work @param tempC of the room, °C @param reserveFraction kept in hand
 */
export function planSession(
  tasks: readonly CoatTask[],
  tempC: number,
  reserveFraction: number,
  transfer: TransferOf = usualTransfer,
): ProductSession[] {
  const groups = new Map<string, CoatTask[]>();
  for (const t of tasks) {
    const key = `${t.product.id}/${t.application}/${t.thinnerFraction}`;
    const list = groups.get(key);
    if (list) list.push(t);
    else groups.set(key, [t]);
  }
  return [...groups.values()].flatMap((of): ProductSession[] => {
    const [first] = of;
    if (!first) return [];
    const { product, application, thinnerFraction } = first;
    const need = of.reduce<Need>(
      (s, t) => {
        const n = coatNeed(t, transfer, tempC);
        return { ml: s.ml + n.ml * t.coats, lowMl: s.lowMl + n.lowMl * t.coats, highMl: s.highMl + n.highMl * t.coats };
      },
      { ml: 0, lowMl: 0, highMl: 0 },
    );
    const { cupMl, lossMl } = APPLICATIONS[application];
    const potLifeMin = potLifeMinutes(product, tempC);
    const limits: CupLimits = {
      ...(potLifeMin !== undefined && { potLifeMin }),
      capacityMl: cupMl,
      leastMl: Math.min(cupMl, leastMl(product, thinnerFraction, tempC)),
      lossMl,
      reserveFraction,
      mixingMin: Math.min(MIXING_MIN, (potLifeMin ?? Infinity) / 4),
    };
    return [{ product, tasks: of, need, cups: splitCups(layOutCoats(of, tempC, transfer), limits) }];
  });
}
