import polygonClipping, { type MultiPolygon } from 'polygon-clipping';
import type { Face, Job, Panel, Point, Zone } from '../log/job';
import { zonesOnFace, outlineProblem, SLIVER_MM2 } from './areas';
import { originsOf } from './zones';
import { areaMm2 } from './geometry';
import { toPolygon, overlapMm2 } from './polygon';

/**
 * An outline cut off at the edge of its panel and, for a zone, where other zones begin: what the finger most likely meant. A new
 * zone stays in the one that holds most of it. For someone to look at and keep, never done without asking.
 * @param what a keep-out, a new zone, or the id of the zone that is drawn anew
 * @returns undefined where nothing of one piece is left
 */
export function clipToPanel(
  job: Job,
  panel: Panel,
  face: Face,
  what: { keepOut: true } | { zoneId?: string },
  outline: readonly Point[],
): Point[] | undefined {
  if (!panel.map || outline.length < 3) return undefined;
  let left: MultiPolygon = polygonClipping.intersection(toPolygon(outline), toPolygon(panel.map.outline));
  if (!('keepOut' in what)) {
    const others = zonesOnFace(job, panel.id, face).filter((z): z is Drawn => z.id !== what.zoneId && !!z.outline);
    const zone = job.zones.find((z) => z.id === what.zoneId);
    const origins = zone ? originsOf(job, zone) : new Set<string>();
    const own = (z: Zone) => zone && originsOf(job, z).has(zone.id);
    const around = zone ? others.filter((z) => origins.has(z.id)) : homeOf(others, outline);
    const beside = others.filter((z) => !around.includes(z) && !own(z));
    for (const z of around) left = polygonClipping.intersection(left, toPolygon(z.outline));
    if (beside.length > 0) left = polygonClipping.difference(left, ...beside.map((z) => toPolygon(z.outline)));
  }
  const pieces = left
    .map(([outer, ...holes]) => ({ o: cleaned(outer ?? []), holes: holes.length }))
    .filter((p) => areaMm2(p.o) > SLIVER_MM2);
  const [one, ...more] = pieces;
  // A neck of no width would cross itself once it is rounded.
  const whole = one && more.length === 0 && one.holes === 0 && outlineProblem(one.o) === undefined;
  return whole ? one.o : undefined;
}

type Drawn = Zone & { outline: Point[] };

/** The drawn zones that hold more than half of an outline: it is meant for the innermost, and that lies in the others. */
const homeOf = (zones: Drawn[], outline: readonly Point[]): Drawn[] =>
  zones.filter((z) => overlapMm2(outline, z.outline) > areaMm2(outline) / 2);

/** A ring as the clipping gives it, to whole millimetres: not closed, no corner twice. */
const cleaned = (r: readonly [number, number][]): Point[] =>
  r
    .map(([x, y]) => ({ x: Math.round(x), y: Math.round(y) }))
    .filter((p, i, all) => {
      const next = all[(i + 1) % all.length]!;
      return p.x !== next.x || p.y !== next.y;
    });
