import type { Message } from '../units/phrase';
import { BOUNDS } from '../log/bounds';
import { zonesOf, type Face, type Job, type Panel, type Point, type Zone } from '../log/job';
import { fail, ok, type FieldProblem, type Result } from '../result';
import { faceOf, holesOf, measured, zonesOnFace, placeProblem, SLIVER_MM2, zoneAreaCm2 } from './areas';
import { areaMm2, pointInPolygon } from './geometry';
import { overlapMm2 } from './polygon';

/** A zone that is about to be drawn, and what it does to what is there. */
export interface Drawn {
  areaCm2: number;
  /** The zone that it lies in, and so has its history from; and what is left of that one, cm². */
  from?: { zone: Zone; leftCm2: number };
}

/**
 * Judges an outline for a new zone of a panel: inside the panel, in one zone or in none, not across two.
 * Keep-outs within it are not painted, and so are not part of its area.
 */
export function drawZone(job: Job, panel: Panel, face: Face, outline: readonly Point[]): Result<Drawn, FieldProblem[]> {
  const bad = (message: Message) => fail([{ path: 'outline', message }]);
  const wrong = placeProblem(panel, outline);
  if (wrong) return bad(wrong);
  const others = zonesOnFace(job, panel.id, face);
  const area = areaMm2(outline);
  const touched = others.flatMap((z) => {
    const mm2 = z.outline ? overlapMm2(outline, z.outline) : 0;
    return z.outline && mm2 > SLIVER_MM2 ? [{ z, mm2, ownMm2: areaMm2(z.outline) }] : [];
  });
  const inside = touched.filter((t) => area - t.mm2 <= SLIVER_MM2);
  const across = touched.filter((t) => area - t.mm2 > SLIVER_MM2);
  if (across.length > 0)
    return bad(
      `It lies partly in ${across.map((t) => t.z.name.toLowerCase()).join(' and ')}: which history would count? Draw it wholly inside one zone, or beside it.`,
    );
  const rest = others.filter((z) => !z.outline);
  if (inside.length === 0 && rest.length > 1)
    return bad(
      `${rest.map((z) => z.name).join(' and ')} are not drawn: which of their histories would count? Draw them first, all but one.`,
    );
  // The innermost of zones that lie in one another; outside of all of them, the zone that is the rest.
  const parent = inside.sort((a, b) => a.ownMm2 - b.ownMm2)[0]?.z ?? rest[0];
  const areaCm2 = zoneAreaCm2(panel, face, outline, []);
  if (!(areaCm2 >= BOUNDS.areaCm2.min)) return bad('Nothing of it is left to paint: it lies under a keep-out');
  if (!parent) return ok({ areaCm2 });
  const leftCm2 = restCm2(job, panel, parent, outline, areaCm2);
  if (leftCm2 < BOUNDS.areaCm2.min)
    return bad(`It covers all of ${parent.name.toLowerCase()}. Use that zone, or draw a smaller one.`);
  return ok({ areaCm2, from: { zone: parent, leftCm2 } });
}

/** What a zone has left once an outline is cut out of it, cm². */
const restCm2 = (job: Job, panel: Panel, z: Zone, cut: readonly Point[], takenCm2: number): number =>
  z.outline ? zoneAreaCm2(panel, faceOf(z), z.outline, [...holesOf(job, z.id), cut]) : z.areaCm2 - takenCm2;

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
  const { from, areaCm2 } = drawn.value;
  const made: Zone = {
    ...zone,
    name: zone.name.trim(),
    panelId: panel.id,
    areaCm2,
    face,
    ...(from && { cutFrom: { zoneId: from.zone.id, atMs: nowMs } }),
  };
  return ok({
    ...job,
    zones: [...job.zones.map((z) => (z.id === from?.zone.id ? { ...z, areaCm2: from.leftCm2 } : z)), made],
  });
}

/**
 * The job without a drawn zone: what it was cut out of has its area again. Its own entries stay in the log, so one that has
 * any, struck out or not, is not taken away: a file whose log names a zone that is gone could not be read back.
 * @param ownEntries how many entries name it, also those that were struck out
 */
export function withoutZone(job: Job, zone: Zone, ownEntries: number): Result<Job, FieldProblem[]> {
  const no = (message: string) => fail([{ path: 'zone', message }]);
  const { cutFrom } = zone;
  if (!cutFrom) return no('It was not drawn out of another zone');
  if (ownEntries > 0) return no('There are entries on it, and the log keeps them: use the zone as it is');
  if (job.zones.some((z) => z.cutFrom?.zoneId === zone.id)) return no('Another zone was drawn out of it');
  return ok({
    ...job,
    zones: job.zones.flatMap((z) =>
      z.id === zone.id ? [] : z.id === cutFrom.zoneId ? [{ ...z, areaCm2: z.areaCm2 + zone.areaCm2 }] : [z],
    ),
  });
}

/** Zones that one was cut out of, and those that these were cut out of. */
export function originsOf(job: Job, zone: Zone): Set<string> {
  const ids = new Set<string>();
  for (let z: Zone | undefined = zone; z?.cutFrom && !ids.has(z.cutFrom.zoneId);) {
    const from: string = z.cutFrom.zoneId;
    ids.add(from);
    z = job.zones.find((x) => x.id === from);
  }
  return ids;
}

/**
 * The job with an outline for a zone that it has already, drawn for the first time or anew. Its area is then that of the drawing,
 * and what it was cut out of gives up, or gets back, the difference. What was cut out of it has to lie inside, and it inside of
 * what it was cut out of; it must not lie on any other zone.
 */
export function outlineZone(
  job: Job,
  panel: Panel,
  zoneId: string,
  outline: readonly Point[],
): Result<Job, FieldProblem[]> {
  const bad = (message: Message) => fail([{ path: 'outline', message }]);
  const zone = job.zones.find((z) => z.id === zoneId && z.panelId === panel.id);
  if (!zone) return bad('That zone is not on this panel any more');
  const wrong = placeProblem(panel, outline);
  if (wrong) return bad(wrong);
  const face = faceOf(zone);
  const area = areaMm2(outline);
  const origins = originsOf(job, zone);
  for (const z of zonesOnFace(job, panel.id, face)) {
    if (z.id === zoneId || !z.outline) continue;
    const shared = overlapMm2(outline, z.outline);
    const name = z.name.toLowerCase();
    if (originsOf(job, z).has(zoneId)) {
      if (areaMm2(z.outline) - shared > SLIVER_MM2)
        return bad(`The ${name} was drawn out of it, and has to lie inside it`);
    } else if (origins.has(z.id)) {
      if (area - shared > SLIVER_MM2) return bad(`It was drawn out of the ${name}: keep it inside that one`);
    } else if (shared > SLIVER_MM2)
      return bad(`It lies partly on the ${name}: which history would count? Draw it beside that one.`);
  }
  const gross = (o: readonly Point[] | undefined) => (o ? zoneAreaCm2(panel, face, o, []) : 0);
  const more = gross(outline) - gross(zone.outline);
  const next = measured(
    {
      ...job,
      zones: job.zones.map((z) =>
        z.id === zoneId
          ? { ...z, outline: [...outline] }
          : z.id === zone.cutFrom?.zoneId && !z.outline
            ? { ...z, areaCm2: z.areaCm2 - more }
            : z,
      ),
    },
    panel,
    face,
  );
  const gone = zonesOnFace(next, panel.id, face).find((z) => z.areaCm2 < BOUNDS.areaCm2.min);
  return gone ? bad(`Nothing of the ${gone.name.toLowerCase()} would be left to paint`) : ok(next);
}

/** The zone under a place: the innermost drawn one, or the one that is the rest of that face. */
export function zoneAt(job: Job, panel: Panel, face: Face, at: Point): Zone | undefined {
  const here = zonesOnFace(job, panel.id, face);
  const drawn = here.flatMap((zone) =>
    zone.outline && pointInPolygon(zone.outline, at) ? [{ zone, mm2: areaMm2(zone.outline) }] : [],
  );
  const inner = drawn.sort((a, b) => a.mm2 - b.mm2)[0];
  return inner?.zone ?? here.find((z) => !z.outline);
}

/** The zones that a place may belong to: the innermost drawn one, or all that are not drawn. */
export function zonesAt(job: Job, panel: Panel, face: Face, at: Point): Zone[] {
  const z = zoneAt(job, panel, face, at);
  return !z ? [] : z.outline ? [z] : zonesOnFace(job, panel.id, face).filter((x) => !x.outline);
}

/** The keep-out under a place, if there is one. */
export const keepOutAt = (panel: Panel, face: Face, at: Point) =>
  panel.map?.keepOuts.find((k) => k.face === face && pointInPolygon(k.outline, at));
