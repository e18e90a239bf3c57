import type { FilmBudget } from '../grit/budget';
import type { QualityLevel } from '../library/level';
import { isBase, isFiller, isTopcoat } from '../library/product';
import { fail, ok, type Result } from '../result';
import { figure, phrase, type Message } from '../units/phrase';
import { LOW_MM, WAVE_SPAN_MM, WAVINESS_MM } from './fairing';
import { againstReference, emptyGrid, formOf, type Reference } from './fromReadings';
import type { PanelSize } from './panelSize';
import { underBoard } from './guideCoat';
import { MIN_READINGS, reliefFrom } from './relief';
import type { HeightGrid } from './grid';
import type { SurfaceEvidence } from './surfaceNow';

/** How far a panel is off the line of a board, everywhere, mm, and how sure that is. */
export interface BoardRelief {
  /** Positive is proud of what carries the board. */
  off: HeightGrid;
  /** Standard deviation, mm. */
  spread: HeightGrid;
}

/**
 * What a board of a length would find on a panel now, from readings that still hold and from what guide coats showed. A wave that is longer
 * than the board is not in it: the board rides over that, and so does a guide coat.
 * @param reference that readings are held against; guide coats need none
 */
export function boardRelief(
  { readings, limits }: Pick<SurfaceEvidence, 'readings' | 'limits'>,
  reference: Reference,
  size: PanelSize,
  boardMm: number,
): Result<BoardRelief, string> {
  if (readings.length < MIN_READINGS && limits.length === 0) return fail('Nothing was read since it was filled last');
  const off = readings.length >= MIN_READINGS ? againstReference(readings, reference, size) : ok([]);
  if (!off.ok) return off;
  const relief = reliefFrom(
    off.value,
    emptyGrid(size),
    limits,
    (p) => underBoard(p, boardMm, size),
    readings.length >= MIN_READINGS ? formOf(reference) : undefined,
  );
  return relief.ok ? ok({ off: relief.value.heights, spread: relief.value.spread }) : relief;
}

/**
 * How far a wave of a length may be off, mm, by what was agreed: a sine that bends over two fingers as much as is allowed there, and no deeper than
 * a low may be. The second difference of a sine of amplitude a and length λ over a short span s is a·(2π·s/λ)².
 */
export const agreedOffMm = (level: QualityLevel, waveMm: number): number =>
  Math.min(LOW_MM[level], WAVINESS_MM[level] * (waveMm / (2 * Math.PI * WAVE_SPAN_MM)) ** 2);

/** What a panel is still off by, against what was agreed. */
export interface Remaining {
  /** The worst that is to be expected: how far off it is there, and one standard deviation more, mm. */
  worstMm: number;
  /** Deepest and highest that it is thought to be, mm, and where on the drawing. */
  low: { mm: number; spreadMm: number; x: number; y: number };
  high: { mm: number; spreadMm: number; x: number; y: number };
  agreedMm: number;
}

/** @param boardMm of the last round: waves as long as it are what it can still find */
export function remainingOff({ off, spread }: BoardRelief, level: QualityLevel, boardMm: number): Remaining {
  const at = (i: number) => ({
    mm: off.mm[i]!,
    spreadMm: spread.mm[i]!,
    x: off.x0 + (i % off.nx) * off.stepX,
    y: off.y0 + Math.floor(i / off.nx) * off.stepY,
  });
  let [low, high, worst] = [0, 0, 0];
  for (let i = 0; i < off.mm.length; i++) {
    if (off.mm[i]! < off.mm[low]!) low = i;
    if (off.mm[i]! > off.mm[high]!) high = i;
    worst = Math.max(worst, Math.abs(off.mm[i]!) + spread.mm[i]!);
  }
  return { worstMm: worst, low: at(low), high: at(high), agreedMm: agreedOffMm(level, boardMm) };
}

/** What is done after a round of guide coat. */
export const NEXT_ACTS = {
  stop: 'Stop: it is as fair as was agreed',
  guide: 'Guide coat, block once and mark what it shows',
  block: 'Keep blocking',
  skim: 'Spot-fill the lows',
  tap: 'Tap the high down',
  reprime: 'Prime it again, then block',
  leave: 'Leave it, and ask what was agreed',
} as const;
export type NextAct = keyof typeof NEXT_ACTS;

/** Up to so much is taken out of filler by more blocking, mm; more of it is work for another skim. */
const BLOCKED_OUT_OF_FILLER_MM = 0.2;

/**
 * What to do next on a panel that is being blocked, and why.
 * @param budget of the film on top; undefined on a bare panel
 * @param reprimeMm what another lot of primer would build, mm
 * @param marks of the last round; undefined where there was none since the surface changed
 */
export function nextAct(
  remaining: Remaining,
  budget: FilmBudget | undefined,
  marks: { low: number; high: number } | undefined,
  reprimeMm: number,
): { act: NextAct; why: Message } {
  const { worstMm, low, high, agreedMm } = remaining;
  const off = (mm: number) => figure('thickness', Math.abs(mm), 2);
  const deep = Math.max(0, -low.mm);
  const proud = Math.max(0, high.mm);
  const family = budget?.layer.family;
  if (worstMm <= agreedMm)
    return {
      act: 'stop',
      why: phrase`At most ${off(worstMm)} is to be expected over the length of the board; ${off(agreedMm)} was agreed.`,
    };
  if (!marks)
    return { act: 'guide', why: phrase`It may still be ${off(worstMm)} off somewhere; ${off(agreedMm)} was agreed.` };
  if (deep <= agreedMm && proud <= agreedMm) {
    if (marks.low + marks.high > 0)
      return {
        act: 'block',
        why: phrase`Where it is marked it may still be ${off(worstMm)} off; ${off(agreedMm)} was agreed. The same board once more.`,
      };
    return {
      act: 'guide',
      why: phrase`What was seen is within ${off(agreedMm)}, but where nobody looked it may be ${off(worstMm)}. Block all of it once more.`,
    };
  }
  if (!family)
    return proud >= deep
      ? { act: 'tap', why: phrase`Bare metal stands ${off(proud)} proud. Filing it off makes it thin.` }
      : {
          act: 'skim',
          why: phrase`Bare metal lies ${off(deep)} low. Lift it with a dolly first if it can be reached.`,
        };
  const spendMm = (budget?.spendableUm ?? 0) / 1000;
  if (isFiller(family)) {
    if (proud > BLOCKED_OUT_OF_FILLER_MM)
      return {
        act: 'tap',
        why: phrase`It stands ${off(proud)} proud. If metal comes through there, tap it down; blocking would dig the lows deeper around it.`,
      };
    return deep > BLOCKED_OUT_OF_FILLER_MM
      ? { act: 'skim', why: phrase`It is ${off(deep)} low: that much is spread, not sanded out.` }
      : { act: 'block', why: phrase`About ${off(Math.max(deep, proud))} is left, which the same board takes out.` };
  }
  if (isBase(family))
    return { act: 'leave', why: 'Base is not blocked. Lows under it are seen for good: go back to primer.' };
  const need = Math.max(deep, proud);
  // To take a low out, all around it comes down by its depth.
  if (need <= spendMm)
    return {
      act: 'block',
      why: phrase`About ${off(need)} is left; ${figure('film', budget?.spendableUm ?? 0)} of ${budget?.layer.label ?? ''} may still come off.`,
    };
  if (isTopcoat(family))
    return {
      act: 'leave',
      why: phrase`About ${off(need)} is left, and only ${figure('film', budget?.spendableUm ?? 0)} of ${budget?.layer.label ?? ''} may come off. Flatter than the panels beside it nobody sees.`,
    };
  return deep <= reprimeMm
    ? {
        act: 'reprime',
        why: phrase`To block out ${off(need)} takes more than the ${figure('film', budget?.spendableUm ?? 0)} of ${budget?.layer.label ?? ''} that may come off.`,
      }
    : { act: 'skim', why: phrase`It is ${off(deep)} low, more than primer builds: glaze it, then prime again.` };
}
