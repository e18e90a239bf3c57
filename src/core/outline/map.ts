import { BOUNDS } from '../log/bounds';
import { zonesOf, type Face, type Job, type Panel, type Point, type Zone } from '../log/job';
import { fail, ok, type FieldProblem, type Result } from '../result';
import { areaMm2, contains, leftMm2, selfCrossing, sharedMm2 } from './polygon';

export const faceOf = (z: Zone): Face => z.face ?? 'outer';

/** An outline with more corners than this is thinned before it is kept. */
export const MOST_CORNERS = 400;
/** What a finger cannot help: smaller overlaps and overhangs are no fault, mm². */
const SLIP_MM2 = 200;

/** What is wrong with an outline by itself; undefined where nothing is. */
export function outlineProblem(outline: readonly Point[]): string | undefined {
  if (outline.length < 3) return 'An outline needs at least three corners';
  if (outline.length > MOST_CORNERS) return `An outline has at most ${MOST_CORNERS} corners`;
  if (selfCrossing(outline)) return 'The outline crosses itself. Draw it once round, without going over a line.';
  const cm2 = areaMm2(outline) / 100;
  if (cm2 < BOUNDS.areaCm2.min || cm2 > BOUNDS.areaCm2.max)
    return `The outline holds ${cm2.toFixed(1)}\u00a0cm²; a panel has ${BOUNDS.areaCm2.min} to ${BOUNDS.areaCm2.max}`;
  return undefined;
}

/** A zone that is about to be drawn, and what it does to what is there. */
export interface Drawn {
  areaCm2: number;
  /** The zone that it lies in, and so has its history from. */
  parent?: Zone;
  /** What is left of that one, cm². */
  parentLeftCm2?: number;
}

/**
 * Judges an outline for a new zone of a panel: inside the panel, in one zone or in none, not across two.
 * Keep-outs within it are not painted, and so are not part of its area.
 */
export function drawZone(job: Job, panel: Panel, face: Face, outline: readonly Point[]): Result<Drawn, FieldProblem[]> {
  const bad = (message: string) => fail([{ path: 'outline', message }]);
  if (!panel.map) return bad('Draw the panel first');
  const wrong = outlineProblem(outline);
  if (wrong) return bad(wrong);
  const outside = leftMm2(outline, [panel.map.outline]);
  if (outside > SLIP_MM2)
    return bad(`${(outside / 100).toFixed(0)}\u00a0cm² of it lie outside of the panel. Keep it inside the outline.`);
  const others = zonesOf(job, panel.id).filter((z) => faceOf(z) === face);
  const area = areaMm2(outline);
  const touched = others.flatMap((z) => {
    const mm2 = z.outline ? sharedMm2(outline, z.outline) : 0;
    return mm2 > SLIP_MM2 ? [{ z, mm2 }] : [];
  });
  const inside = touched.filter((t) => area - t.mm2 <= SLIP_MM2);
  const across = touched.filter((t) => area - t.mm2 > SLIP_MM2);
  if (across.length > 0)
    return bad(
      `It lies partly in ${across.map((t) => t.z.name.toLowerCase()).join(' and ')}: which history would count? Draw it wholly inside one zone, or beside it.`,
    );
  const rest = others.filter((z) => !z.outline);
  if (inside.length === 0 && rest.length > 1)
    return bad(
      `${rest.map((z) => z.name).join(' and ')} are not drawn: which of their histories would count? A zone can be drawn where at most one is without an outline.`,
    );
  // The innermost of zones that lie in one another; outside of all of them, the zone that is the rest.
  const parent = inside.sort((a, b) => areaMm2(a.z.outline!) - areaMm2(b.z.outline!))[0]?.z ?? rest[0];
  const areaCm2 = zoneAreaCm2(panel, face, outline, []);
  if (!(areaCm2 >= BOUNDS.areaCm2.min)) return bad('Nothing of it is left to paint: it lies under a keep-out');
  const left = parent && restCm2(job, panel, parent, [{ outline: [...outline] } as Zone], areaCm2);
  if (left !== undefined && left < BOUNDS.areaCm2.min)
    return bad(`It covers all of ${parent!.name.toLowerCase()}. Use that zone, or draw a smaller one.`);
  return ok({ areaCm2, ...(parent && { parent, parentLeftCm2: left! }) });
}

/** Area of an outline without keep-outs and without what was cut out of it, cm². */
export function zoneAreaCm2(
  panel: Panel,
  face: Face,
  outline: readonly Point[],
  holes: readonly (readonly Point[])[],
): number {
  const off = (panel.map?.keepOuts ?? []).filter((k) => k.face === face).map((k) => k.outline);
  return leftMm2(outline, [...off, ...holes]) / 100;
}

/** What a zone has left once another one is cut out of it, cm². */
function restCm2(job: Job, panel: Panel, z: Zone, more: readonly Zone[], takenCm2: number): number {
  if (!z.outline) return z.areaCm2 - takenCm2;
  const holes = [...zonesOf(job, panel.id).filter((x) => x.cutFrom?.zoneId === z.id), ...more];
  return zoneAreaCm2(
    panel,
    faceOf(z),
    z.outline,
    holes.flatMap((h) => (h.outline ? [h.outline] : [])),
  );
}

/** The job with a new zone on a panel; what it was cut out of gives up its area, and its history until now. */
export function withZone(
  job: Job,
  panel: Panel,
  face: Face,
  zone: { id: string; name: string; outline: Point[] },
  nowMs: number,
): Result<Job, FieldProblem[]> {
  if (zonesOf(job, panel.id).some((z) => z.name.toLowerCase() === zone.name.trim().toLowerCase()))
    return fail([{ path: 'name', message: 'The panel has a zone of that name' }]);
  const drawn = drawZone(job, panel, face, zone.outline);
  if (!drawn.ok) return drawn;
  const { parent, parentLeftCm2, areaCm2 } = drawn.value;
  const made: Zone = {
    ...zone,
    name: zone.name.trim(),
    panelId: panel.id,
    areaCm2,
    face,
    ...(parent && { cutFrom: { zoneId: parent.id, atMs: nowMs } }),
  };
  return ok({
    ...job,
    zones: [...job.zones.map((z) => (z.id === parent?.id ? { ...z, areaCm2: parentLeftCm2! } : z)), made],
  });
}

/**
 * The job without a drawn zone: what it was cut out of has its area again. Its own entries stay in the log, so one that has
 * any, struck out or not, is not taken away: a file whose log names a zone that is gone could not be read back.
 * @param ownEntries how many entries name it, also those that were struck out
 */
export function withoutZone(job: Job, zone: Zone, ownEntries: number): Result<Job, FieldProblem[]> {
  const no = (message: string) => fail([{ path: 'zone', message }]);
  if (!zone.cutFrom) return no('It was not drawn out of another zone');
  if (ownEntries > 0) return no('There are entries on it, and the log keeps them: use the zone as it is');
  if (job.zones.some((z) => z.cutFrom?.zoneId === zone.id)) return no('Another zone was drawn out of it');
  return ok({
    ...job,
    zones: job.zones.flatMap((z) =>
      z.id === zone.id ? [] : z.id === zone.cutFrom!.zoneId ? [{ ...z, areaCm2: z.areaCm2 + zone.areaCm2 }] : [z],
    ),
  });
}

/** The zone under a place: the innermost drawn one, or the one that is the rest of that face. */
export function zoneAt(job: Job, panel: Panel, face: Face, at: Point): Zone | undefined {
  const here = zonesOf(job, panel.id).filter((z) => faceOf(z) === face);
  const drawn = here.filter((z) => z.outline && contains(z.outline, at));
  const inner = drawn.sort((a, b) => areaMm2(a.outline!) - areaMm2(b.outline!))[0];
  return inner ?? here.find((z) => !z.outline);
}

/** The zones that a place may belong to: the innermost drawn one, or all that are not drawn. */
export function zonesAt(job: Job, panel: Panel, face: Face, at: Point): Zone[] {
  const z = zoneAt(job, panel, face, at);
  return !z ? [] : z.outline ? [z] : zonesOf(job, panel.id).filter((x) => faceOf(x) === face && !x.outline);
}

/** The keep-out under a place, if there is one. */
export const keepOutAt = (panel: Panel, face: Face, at: Point) =>
  panel.map?.keepOuts.find((k) => k.face === face && contains(k.outline, at));
