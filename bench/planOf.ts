import type { Highs } from 'highs';
import {
  fairingProgramme,
  LOW_MM,
  solveProgramme,
  WAVINESS_MM,
  type FairingInput,
  type HeightGrid,
  type LinearProgramme,
  type Solved,
} from '../src/core/fair';

/** The plan that the benches of fairing make: driver level, no taps, solved to optimality. */
export function planOf(
  highs: Highs,
  heights: HeightGrid,
): { input: FairingInput; programme: LinearProgramme; solved: Solved } {
  const input = {
    heights,
    wavinessMm: WAVINESS_MM.driver,
    lowMm: LOW_MM.driver,
    tapMaxMm: 0,
    tapWeight: 0.5,
    fillMaxMm: 6,
  };
  const programme = fairingProgramme(input);
  if (!programme.ok) throw new Error(programme.error);
  const solved = solveProgramme(highs, programme.value);
  if (!solved.ok) throw new Error(solved.error);
  return { input, programme: programme.value, solved: solved.value };
}
