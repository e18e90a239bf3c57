import type { Face, Job, Panel, Point } from '../log/job';
import { fail, ok, type Result } from '../result';
import { BOUNDS } from '../log/bounds';
import { onFace, SLIP_MM2 } from './areas';
import { areaMm2, boundsOf, contains, middleOf } from './geometry';
import { selfCrossing, sharedMm2, thinned } from './polygon';
import { trimmed } from './clip';

/** A finger trembles by about this much, mm. */
export const TREMBLE_MM = 1.5;
/** More corners than this say no more of a fault. */
const MOST = 200;

/** A fault that a finger went round: how far it reaches, and where its sign stands. */
export interface GoneRound {
  at: Point;
  outline?: Point[];
  /** It went over the edge of the panel, and was cut off there. */
  cut?: true;
}

/**
 * What a finger that went round a fault meant. Too little to have an area is the place alone.
 * @param line as it was drawn, mm, not closed
 */
export function goneRound(job: Job, panel: Panel, face: Face, line: readonly Point[]): Result<GoneRound, string> {
  const outline = thinned(line, TREMBLE_MM);
  const first = line[0];
  if (!first) return fail('Nothing was drawn');
  if (outline.length < 3 || areaMm2(outline) / 100 < BOUNDS.areaCm2.min)
    return panel.map && contains(panel.map.outline, first)
      ? ok({ at: first })
      : fail('That is beside the panel. Tap on it.');
  if (outline.length > MOST) return fail('That is a long way round. Go round it once, not over it.');
  if (selfCrossing(outline)) return fail('The line crosses itself. Go once round.');
  const kept = trimmed(job, panel, face, { keepOut: true }, outline);
  if (!kept) return fail('That is beside the panel. Go round the fault on it.');
  const m = middleOf(kept);
  return ok({
    at: { x: Math.round(m.x), y: Math.round(m.y) },
    outline: kept,
    ...(areaMm2(outline) - areaMm2(kept) > SLIP_MM2 && { cut: true as const }),
  });
}

/** How far an outline reaches at most, across or down, whole mm. */
export const acrossMm = (outline: readonly Point[]): number => {
  const b = boundsOf(outline);
  return Math.round(Math.max(b.width, b.height));
};

/** Names of other drawn zones that a fault reaches into. */
export const alsoOn = (job: Job, panel: Panel, face: Face, outline: readonly Point[], zoneId: string): string[] =>
  onFace(job, panel.id, face).flatMap((z) =>
    z.id !== zoneId && z.outline && sharedMm2(outline, z.outline) > SLIP_MM2 ? [z.name] : [],
  );
