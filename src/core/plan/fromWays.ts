import { SURENESS, type Sureness } from '../library/sureness';
import type { DecisionInput, Way } from './repairOrReplace';
import type { ThreePoint } from './threePoint';

/** What a way through the shop takes, as it was worked out: hands, clocks, and what is laid. */
export interface WayTaken {
  workMin: number;
  waitMin: number;
  /** Money of what is laid. */
  material: number;
}

/** What something hidden adds to hours, as shares of them. */
const HIDDEN: ThreePoint = { low: 0.2, likely: 0.5, high: 1.2 };
/** A new part hides little. */
const PART_SURPRISE = 0.1;
/** What is laid comes out so: some is left in cups, some is done twice. */
const MATERIAL: ThreePoint = { low: 0.85, likely: 1, high: 1.35 };
/** Eight of ten lie within so many standard deviations. */
const EIGHT_OF_TEN = 1.28;

const times = (p: ThreePoint, by: number): ThreePoint => ({
  low: p.low * by,
  likely: p.likely * by,
  high: p.high * by,
});

/**
 * A decision's estimates from what is known of a panel: its way from where it stands, the way of a new part, the shop's own pace, and the figures that
 * somebody has to say.
 * @param paceSpread one standard deviation of the shop's pace, as a factor
 * @param rate money for an hour
 */
export function decisionFrom(
  known: { repair: WayTaken; replace: WayTaken; paceSpread: number; rate: number; hoursADay: number },
  said: { part?: number; out?: number; sure: Sureness },
): DecisionInput {
  const wide = known.paceSpread ** EIGHT_OF_TEN;
  const way = (taken: WayTaken, bought: number, surprise: number): Way => {
    const hours = taken.workMin / 60;
    const wait = taken.waitMin / 1440;
    return {
      hours: { low: hours / wide, likely: hours, high: hours * wide },
      materials: times(MATERIAL, taken.material),
      bought,
      waitDays: { low: wait, likely: wait, high: wait },
      surprise,
      surpriseHours: times(HIDDEN, hours),
    };
  };
  return {
    repair: way(known.repair, 0, SURENESS[said.sure].surprise),
    replace: way(known.replace, said.part ?? 0, PART_SURPRISE),
    rate: known.rate,
    hoursADay: known.hoursADay,
    ...(said.out !== undefined && { outPrice: said.out }),
    ...(said.part === undefined && { noPart: true }),
  };
}
