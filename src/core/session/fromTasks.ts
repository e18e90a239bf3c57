import { ACTIVATION_J_MOL, arrhenius } from '../cure/kinetics';
import { APPLICATIONS } from '../library/application';
import type { Product, Stage } from '../library/product';
import { potLifeMinutes } from '../mix/potLife';
import { coatNeed, flashMinutes, usualTransfer, type CoatTask, type TransferOf } from '../mix/session';
import type { EveningCoat, EveningPart, EveningProduct } from './evening';

/** Minutes to mix a cup, and to clean a gun before another product. */
const MIX_MIN = 5;
const CLEAN_MIN = 6;
/** A can is shaken for so long, and has no gun to clean, min. */
const SHAKE_MIN = 2;
/** Laying one coat takes so much longer than the gun spits: walking, turning, looking. As a factor, and at least, min. */
const HANDS = 1.5;
const LEAST_MIN = 1;
/** A coat that one cup does not reach over: the edge stays wet for so long while the next one is taken up, min. */
const WET_EDGE_MIN = 12;

/** When a stage of a product's last coat opens at a temperature, min; undefined where its sheet has none. */
export function stageMin(p: Product, name: Stage, tempC: number, at: 'opensMin' | 'closesMin'): number | undefined {
  const s = p.stages.find((x) => x.stage === name);
  const min = s?.[at];
  const mechanism = s?.mechanism ?? p.mechanism;
  if (min === undefined) return undefined;
  return mechanism === 'none' ? min : min / arrhenius(tempC, ACTIVATION_J_MOL[mechanism]);
}

/** What an evening's planner asks of a product. */
export function eveningProduct(p: Product, tempC: number, application: CoatTask['application']): EveningProduct {
  const { cupMl, lossMl } = APPLICATIONS[application];
  const potLifeMin = potLifeMinutes(p, tempC);
  return {
    cupMl: cupMl - lossMl,
    ...(potLifeMin !== undefined && { potLifeMin }),
    mixMin: application === 'aerosol' ? SHAKE_MIN : Math.min(MIX_MIN, (potLifeMin ?? Infinity) / 4),
    cleanMin: application === 'aerosol' ? 0 : CLEAN_MIN,
  };
}

/** A coat of an evening as a person says it: 'second coat of base'; one that a cup does not reach over is in pieces. */
export interface CoatName {
  product: Product;
  coat: number;
  of: number;
  piece?: number;
}

/**
 * A part of an evening from what goes on it, one product after the other, each after the flash of what lies under it.
 * @param tasks in the order of the work @param tempC in the room, °C
 * @returns the part, and what each of its coats is called
 */
export function eveningPart(
  { id, weightG, after, tasks }: Pick<EveningPart, 'id' | 'weightG' | 'after'> & { tasks: readonly CoatTask[] },
  tempC: number,
  transfer: TransferOf = usualTransfer,
): { part: EveningPart; names: CoatName[] } {
  const coats: EveningCoat[] = [];
  const names: CoatName[] = [];
  for (const [n, t] of tasks.entries()) {
    const { ml } = coatNeed(t, transfer, tempC);
    const { cupMl } = eveningProduct(t.product, tempC, t.application);
    const pieces = Math.max(1, Math.ceil(ml / cupMl));
    const minutes = Math.max(LEAST_MIN, (HANDS * ml) / APPLICATIONS[t.application].flowMlMin) / pieces;
    const flashMin = flashMinutes(t.product, tempC);
    const opensMin = stageMin(t.product, 'recoat', tempC, 'opensMin');
    const closesMin = stageMin(t.product, 'recoat', tempC, 'closesMin');
    for (let coat = 1; coat <= t.coats; coat++)
      for (let piece = 1; piece <= pieces; piece++) {
        const isWet = piece < pieces;
        const isNext = coat === t.coats && n + 1 < tasks.length;
        const windowMin = isWet ? WET_EDGE_MIN : closesMin;
        coats.push({
          product: t.product.id,
          minutes,
          ml: ml / pieces,
          // Another product waits until this one may be coated over, where its sheet says when.
          flashMin: isWet ? 0 : isNext ? Math.max(flashMin, opensMin ?? flashMin) : flashMin,
          ...(windowMin !== undefined && { windowMin }),
        });
        names.push({ product: t.product, coat, of: t.coats, ...(pieces > 1 && { piece }) });
      }
  }
  const last = tasks[tasks.length - 1];
  const dustFreeMin = last ? (stageMin(last.product, 'dustFree', tempC, 'opensMin') ?? 30) : 0;
  return { part: { id, weightG, coats, dustFreeMin, ...(after && { after }) }, names };
}
