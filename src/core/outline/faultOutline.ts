import type { Face, Job, Panel, Point } from '../log/job';
import { fail, ok, type Result } from '../result';
import { BOUNDS } from '../log/bounds';
import { zonesOnFace, SLIVER_MM2 } from './areas';
import { areaMm2, boundsOf, pointInPolygon, middleOf } from './geometry';
import { selfCrossing, overlapMm2, simplifyLine } from './polygon';
import { clipToPanel } from './clip';

/** A finger trembles by about this much, mm. */
export const FINGER_TOLERANCE_MM = 1.5;
/** More corners than this say no more of a fault. */
const MAX_CORNERS = 200;

/** A fault that a finger went round: how far it reaches, and where its sign stands. */
export interface FaultTrace {
  at: Point;
  outline?: Point[];
  /** It went over the edge of the panel, and was cut off there. */
  cut?: true;
}

/**
 * What a finger that went round a fault meant. Too little to have an area is the place alone.
 * @param line as it was drawn, mm, not closed
 */
export function traceFault(job: Job, panel: Panel, face: Face, line: readonly Point[]): Result<FaultTrace, string> {
  const outline = simplifyLine(line, FINGER_TOLERANCE_MM);
  const first = line[0];
  if (!first) return fail('Nothing was drawn');
  if (outline.length < 3 || areaMm2(outline) / 100 < BOUNDS.areaCm2.min)
    return panel.map && pointInPolygon(panel.map.outline, first)
      ? ok({ at: first })
      : fail('That is beside the panel. Tap on it.');
  if (outline.length > MAX_CORNERS) return fail('That is a long way round. Go round it once, not over it.');
  if (selfCrossing(outline)) return fail('The line crosses itself. Go once round.');
  const kept = clipToPanel(job, panel, face, { keepOut: true }, outline);
  if (!kept) return fail('That is beside the panel. Go round the fault on it.');
  const m = middleOf(kept);
  return ok({
    at: { x: Math.round(m.x), y: Math.round(m.y) },
    outline: kept,
    ...(areaMm2(outline) - areaMm2(kept) > SLIVER_MM2 && { cut: true as const }),
  });
}

/** How far an outline reaches at most, across or down, whole mm. */
export const acrossMm = (outline: readonly Point[]): number => {
  const b = boundsOf(outline);
  return Math.round(Math.max(b.width, b.height));
};

/** Names of other drawn zones that a fault reaches into. */
export const overlappedZoneNames = (
  job: Job,
  panel: Panel,
  face: Face,
  outline: readonly Point[],
  zoneId: string,
): string[] =>
  zonesOnFace(job, panel.id, face).flatMap((z) =>
    z.id !== zoneId && z.outline && overlapMm2(outline, z.outline) > SLIVER_MM2 ? [z.name] : [],
  );
