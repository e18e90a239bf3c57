import type { Point, Seam } from '../log/job';

/** Length of a line through points, mm. */
export const lineLengthMm = (line: readonly Point[]): number =>
  line.reduce((sum, p, i) => {
    const before = line[i - 1];
    return before ? sum + Math.hypot(p.x - before.x, p.y - before.y) : 0;
  }, 0);

/** What follows from a seam's line. */
export interface SeamFigures {
  lengthMm: number;
  /** Plug welds at its spacing, one at each end; none where it has no spacing. */
  plugs?: number;
  /** Sealer for a bead along it, mL: a flat bead, a third as high as it is wide. */
  sealerMl: number;
}

/** Length of a seam, how many plugs it takes, and how much sealer. */
export function seamFigures(s: Seam): SeamFigures {
  const lengthMm = lineLengthMm(s.line);
  return {
    lengthMm,
    ...(s.spacingMm !== undefined && { plugs: Math.floor(lengthMm / s.spacingMm) + 1 }),
    // A segment that is a third as high as wide fills about seven tenths of the box around it.
    sealerMl: (lengthMm * s.widthMm * (s.widthMm / 3) * 0.7) / 1000,
  };
}
