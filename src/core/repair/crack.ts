import { pair, phrase } from '../units/phrase';
import { fail, ok, type FieldProblem, type Result } from '../result';

export interface CrackFacts {
  lengthMm: number;
  /** Wall of the part, mm. */
  wallMm: number;
}

export interface CrackPlan {
  /** Hole at each end, mm. */
  stopMm: number;
  /** Angle of the V, and how deep and wide it is. */
  vDegrees: number;
  depthMm: number;
  widthMm: number;
  /** Epoxy for the V with a quarter more, mL. */
  epoxyMl: number;
  /** Cloth behind it, mm beyond each end. */
  backMm: number;
}

/**
 * A crack in laminate or plastic: stopped at both ends, opened to a V of 60° through two thirds of the wall, filled with epoxy,
 * backed with cloth. Volume of the V: length · depth² · tan 30°. Source: the usual practice of laminate repair.
 */
export function planCrack(f: CrackFacts): Result<CrackPlan, FieldProblem[]> {
  const problems: FieldProblem[] = [];
  if (!(f.lengthMm >= 2 && f.lengthMm <= 2000))
    problems.push({ path: 'lengthMm', message: phrase`Length must be between ${pair('thickness', 2, 2000, ' and ')}` });
  if (!(f.wallMm >= 1 && f.wallMm <= 30))
    problems.push({ path: 'wallMm', message: phrase`Wall must be between ${pair('thickness', 1, 30, ' and ')}` });
  if (problems.length > 0) return fail(problems);
  const depthMm = (2 / 3) * f.wallMm;
  const halfWidth = depthMm * Math.tan(Math.PI / 6);
  return ok({
    stopMm: 3,
    vDegrees: 60,
    depthMm,
    widthMm: 2 * halfWidth,
    epoxyMl: (f.lengthMm * depthMm * halfWidth * 1.25) / 1000,
    backMm: 50,
  });
}
