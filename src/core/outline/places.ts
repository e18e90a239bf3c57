import type { Face, Job, Panel, Point, Zone } from '../log/job';
import { parseTyped } from '../units/typed';
import type { UnitSystem } from '../units/convert';
import { fail, ok, type Result } from '../result';
import { pointInPolygon } from './geometry';
import { zoneAt } from './zones';

/** Places on a zone in words, with how far they are from its left and its top. */
export const PLACES = {
  topLeft: { name: 'Top left', x: 0.15, y: 0.15 },
  top: { name: 'Top', x: 0.5, y: 0.15 },
  topRight: { name: 'Top right', x: 0.85, y: 0.15 },
  left: { name: 'Left', x: 0.15, y: 0.5 },
  middle: { name: 'Middle', x: 0.5, y: 0.5 },
  right: { name: 'Right', x: 0.85, y: 0.5 },
  bottomLeft: { name: 'Bottom left', x: 0.15, y: 0.85 },
  bottom: { name: 'Bottom', x: 0.5, y: 0.85 },
  bottomRight: { name: 'Bottom right', x: 0.85, y: 0.85 },
} as const;
export type Place = keyof typeof PLACES;

/** So many places to a side are tried. */
const GRID = 25;

/**
 * The place of a panel's drawing that words mean on a zone: the nearest one that lies on the zone itself.
 * @returns undefined for a panel without a drawing, or a zone of which nothing shows
 */
export function pointInWords(job: Job, panel: Panel, face: Face, zone: Zone, place: Place): Point | undefined {
  const around = zone.outline ?? panel.map?.outline;
  if (!panel.map || !around) return undefined;
  const [xs, ys] = [around.map((p) => p.x), around.map((p) => p.y)];
  const [left, right, top, bottom] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const { x, y } = PLACES[place];
  const meant = { x: left + x * (right - left), y: top + y * (bottom - top) };
  let best: { at: Point; mm: number } | undefined;
  for (let i = 0; i < GRID; i++)
    for (let j = 0; j < GRID; j++) {
      const at = { x: left + ((i + 0.5) / GRID) * (right - left), y: top + ((j + 0.5) / GRID) * (bottom - top) };
      const mm = Math.hypot(at.x - meant.x, at.y - meant.y);
      if (best && mm >= best.mm) continue;
      if (!pointInPolygon(panel.map.outline, at)) continue;
      // Where several zones are not drawn, what is left of the face is theirs.
      if (zone.outline ? zoneAt(job, panel, face, at)?.id !== zone.id : zoneAt(job, panel, face, at)?.outline) continue;
      best = { at, mm };
    }
  return best && { x: Math.round(best.at.x), y: Math.round(best.at.y) };
}

const EXAMPLE = 'From left and top, corner by corner: 0 0; 400 0; 400 300';

/** Corners as they are typed: two distances a corner, from the left and from the top, corners apart by semicolons or lines. */
export function parseCorners(text: string, units: UnitSystem): Result<Point[], string> {
  const corners = text
    .split(/[;\n]/)
    .map((c) => c.trim())
    .filter((c) => c !== '');
  const points = corners.flatMap((c) => {
    const [x, y, ...more] = c.split(/[\s/x×]+/).map((n) => parseTyped(n, 'thickness', units));
    return x?.ok && y?.ok && more.length === 0 ? [{ x: Math.round(x.value), y: Math.round(y.value) }] : [];
  });
  if (points.length !== corners.length || points.length < 3) return fail(EXAMPLE);
  return ok(points);
}
