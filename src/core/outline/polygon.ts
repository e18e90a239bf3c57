import polygonClipping, { type MultiPolygon, type Polygon } from 'polygon-clipping';
import type { Point } from '../log/job';
import { areaMm2 } from './geometry';

/** Sign of the turn a → b → c; 0 on one line. */
const orientation = (a: Point, b: Point, c: Point) => Math.sign((b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x));
const within = (a: Point, b: Point, p: Point) =>
  Math.min(a.x, b.x) <= p.x && p.x <= Math.max(a.x, b.x) && Math.min(a.y, b.y) <= p.y && p.y <= Math.max(a.y, b.y);

/** Whether two lines between points touch or cross. */
function segmentsIntersect(a: Point, b: Point, c: Point, d: Point): boolean {
  const t = [orientation(a, b, c), orientation(a, b, d), orientation(c, d, a), orientation(c, d, b)];
  if (t[0] !== t[1] && t[2] !== t[3]) return true;
  return (
    (t[0] === 0 && within(a, b, c)) ||
    (t[1] === 0 && within(a, b, d)) ||
    (t[2] === 0 && within(c, d, a)) ||
    (t[3] === 0 && within(c, d, b))
  );
}

/**
 * Where an outline crosses itself: the indices of the first two sides that do, or undefined. Every pair of sides that are not
 * neighbours is looked at; 200 corners take under a millisecond.
 */
export function selfCrossing(outline: readonly Point[]): [number, number] | undefined {
  const n = outline.length;
  for (let i = 0; i < n; i++)
    for (let j = i + 1; j < n; j++) {
      if (j === i + 1 || (i === 0 && j === n - 1)) continue;
      if (segmentsIntersect(outline[i]!, outline[(i + 1) % n]!, outline[j]!, outline[(j + 1) % n]!)) return [i, j];
    }
  return undefined;
}

/** An outline as the package for polygons wants it: one ring. */
export const toPolygon = (o: readonly Point[]): Polygon => [o.map((p) => [p.x, p.y])];
const areaOf = (many: MultiPolygon): number =>
  many.reduce(
    (sum, rings) => sum + rings.reduce((a, r, i) => a + (i === 0 ? 1 : -1) * areaMm2(r.map(([x, y]) => ({ x, y }))), 0),
    0,
  );

/** Area that two outlines share, mm². */
export const overlapMm2 = (a: readonly Point[], b: readonly Point[]): number =>
  areaOf(polygonClipping.intersection(toPolygon(a), toPolygon(b)));

/** Area of an outline that none of the others covers, mm²: what covers it twice is taken off once. */
export const uncoveredMm2 = (a: readonly Point[], others: readonly (readonly Point[])[]): number =>
  others.length === 0 ? areaMm2(a) : areaOf(polygonClipping.difference(toPolygon(a), ...others.map(toPolygon)));

/**
 * An outline with points left out that stand closer to the line between their neighbours than a tolerance
 * (Ramer 1972; Douglas and Peucker 1973). A finger leaves hundreds; a few dozen say the same.
 * @param toleranceMm mm
 */
export function simplifyLine(points: readonly Point[], toleranceMm: number): Point[] {
  if (points.length < 3) return [...points];
  const a = points[0]!;
  const b = points[points.length - 1]!;
  const length = Math.hypot(b.x - a.x, b.y - a.y);
  let far = 0;
  let at = 0;
  for (let i = 1; i < points.length - 1; i++) {
    const p = points[i]!;
    const d =
      length === 0
        ? Math.hypot(p.x - a.x, p.y - a.y)
        : Math.abs((b.x - a.x) * (a.y - p.y) - (a.x - p.x) * (b.y - a.y)) / length;
    if (d > far) {
      far = d;
      at = i;
    }
  }
  if (far <= toleranceMm) return [a, b];
  return [
    ...simplifyLine(points.slice(0, at + 1), toleranceMm).slice(0, -1),
    ...simplifyLine(points.slice(at), toleranceMm),
  ];
}
