import { figure, pair, phrase, type Message } from '../units/phrase';
import { BOUNDS } from '../log/bounds';
import { zonesOf, type Face, type Job, type Panel, type Point, type Zone } from '../log/job';
import { areaMm2 } from './geometry';
import { uncoveredMm2, selfCrossing } from './polygon';

/** The face that a zone lies on; the outer one where nobody said. */
export const faceOf = (z: Zone): Face => z.face ?? 'outer';

/** An outline with more corners than this is thinned before it is kept. */
export const MAX_OUTLINE_CORNERS = 400;
/** What a finger cannot help: smaller overlaps and overhangs are no fault, mm². */
export const SLIVER_MM2 = 200;

/** What is wrong with an outline by itself; undefined where nothing is. */
export function outlineProblem(outline: readonly Point[]): Message | undefined {
  if (outline.length < 3) return 'An outline needs at least three corners';
  if (outline.length > MAX_OUTLINE_CORNERS) return `An outline has at most ${MAX_OUTLINE_CORNERS} corners`;
  if (selfCrossing(outline)) return 'The outline crosses itself. Draw it once round, without going over a line.';
  const cm2 = areaMm2(outline) / 100;
  if (cm2 < BOUNDS.areaCm2.min || cm2 > BOUNDS.areaCm2.max)
    return phrase`The outline holds ${figure('smallArea', cm2)}; a panel has ${pair('smallArea', BOUNDS.areaCm2.min, BOUNDS.areaCm2.max, ' to ')}`;
  return undefined;
}

/** What is wrong with an outline on a panel: by itself, or because it does not lie on it. */
export function placeProblem(panel: Panel, outline: readonly Point[]): Message | undefined {
  if (!panel.map) return 'Draw the panel first';
  const wrong = outlineProblem(outline);
  if (wrong) return wrong;
  const outside = uncoveredMm2(outline, [panel.map.outline]);
  return outside > SLIVER_MM2
    ? phrase`${figure('smallArea', outside / 100)} of it lie outside of the panel. Keep it inside the outline.`
    : undefined;
}

/** Area of an outline without keep-outs and without what was cut out of it, cm². */
export function zoneAreaCm2(
  panel: Panel,
  face: Face,
  outline: readonly Point[],
  holes: readonly (readonly Point[])[],
): number {
  const off = (panel.map?.keepOuts ?? []).filter((k) => k.face === face).map((k) => k.outline);
  return uncoveredMm2(outline, [...off, ...holes]) / 100;
}

/** Outlines of the zones that were cut out of one. */
export const holesOf = (job: Job, zoneId: string): Point[][] =>
  job.zones.flatMap((z) => (z.cutFrom?.zoneId === zoneId && z.outline ? [z.outline] : []));

/** The zones of one face of a panel. */
export const zonesOnFace = (job: Job, panelId: string, face: Face): Zone[] =>
  zonesOf(job, panelId).filter((z) => faceOf(z) === face);

/** The job with the areas of a face's drawn zones as the drawing gives them. */
export const measured = (job: Job, panel: Panel, face: Face): Job => ({
  ...job,
  zones: job.zones.map((z) =>
    z.panelId === panel.id && faceOf(z) === face && z.outline
      ? { ...z, areaCm2: zoneAreaCm2(panel, face, z.outline, holesOf(job, z.id)) }
      : z,
  ),
});
