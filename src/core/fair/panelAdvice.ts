import { filmBudget } from '../grit/budget';
import type { QualityLevel } from '../library/level';
import type { Product } from '../library/product';
import type { Face, Job, Panel } from '../log/job';
import { zonesAt } from '../outline/zones';
import { zonesOnFace } from '../outline/areas';
import type { JobState } from '../strata/fold';
import type { Strata } from '../strata/types';
import type { Message } from '../units/phrase';
import { nextAct, remainingOff, type BoardRelief, type NextAct } from './blocking';
import { boardLengthMm } from './guideCoat';
import type { RoundEntry } from './surfaceNow';

/** Another lot of primer is so many coats. */
const COATS_OF_PRIMER = 2;
/** What a guide coat is blocked with first, where nobody has blocked yet. */
const FIRST_BOARD = { tool: 'longBoard' } as const;

/** How long the board was that blocked a panel last, mm; or would be. */
export const lastBoardMm = (rounds: readonly RoundEntry[]): number =>
  boardLengthMm(rounds[rounds.length - 1]?.round ?? FIRST_BOARD);

/** What is next on a panel that is being blocked, why, and what lies at the place on which that turns. */
export interface PanelAdvice {
  act: NextAct;
  why: Message;
  strata: Strata | undefined;
}

/**
 * What is next on a panel that is being blocked: by what it is still off by at its worst place, and by the film of the zone that lies there.
 * @param relief what the last board would find
 * @param all products of the shop, for what another lot of primer builds
 */
export function adviseOnPanel(
  { job, state }: { job: Job; state: JobState },
  panel: Panel,
  face: Face,
  relief: BoardRelief,
  rounds: readonly RoundEntry[],
  level: QualityLevel,
  all: readonly Product[],
): PanelAdvice {
  const remaining = remainingOff(relief, level, lastBoardMm(rounds));
  const worst = -remaining.low.mm > remaining.high.mm ? remaining.low : remaining.high;
  const [zone] = panel.map ? zonesAt(job, panel, face, worst) : [];
  const strata = state.zones.get((zone ?? zonesOnFace(job, panel.id, face)[0])?.id ?? '')?.strata;
  const marks = rounds[rounds.length - 1]?.round.marks;
  const count = (showed: 'low' | 'high') => marks?.filter((m) => m.showed === showed).length ?? 0;
  const primer = all.find((p) => p.family === 'highBuild');
  const reprimeMm = (COATS_OF_PRIMER * (primer?.film.nominalUm ?? 0)) / 1000;
  const seen = marks && { low: count('low'), high: count('high') };
  return { ...nextAct(remaining, strata && filmBudget(strata), seen, reprimeMm), strata };
}
