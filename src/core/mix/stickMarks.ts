import type { PourLine } from './ratio';

/** A mark on a mixing stick that stands on the bottom of the cup. */
export interface StickMark {
  name: string;
  /** From the bottom, mm. */
  heightMm: number;
}

/**
 * Heights to pour to in a straight-sided cup of any width: volume over the area of its bottom.
 * @param lines of `splitMix`, cumulative @param diameterMm inside, mm, over 0
 */
export const stickMarks = (lines: readonly PourLine[], diameterMm: number): StickMark[] =>
  lines.map((l) => ({ name: l.name, heightMm: (l.pourToMl * 1000) / (Math.PI * (diameterMm / 2) ** 2) }));
