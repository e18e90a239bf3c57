import { contours } from 'd3-contour';
import type { Point } from '../log/job';
import { areaMm2, pointInPolygon } from './geometry';

/**
 * A region as a field: the distance of a place to its border, mm, negative inside. Regions are put together as fields and only then drawn:
 * growing one by a length is a subtraction, two together are the smaller, both at once the larger.
 */
export type Field = (p: Point) => number;

/** Squared distance of a place to the line from a to b. */
function squareToLine(p: Point, a: Point, b: Point): number {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const square = dx * dx + dy * dy;
  const t = square === 0 ? 0 : Math.max(0, Math.min(1, ((p.x - a.x) * dx + (p.y - a.y) * dy) / square));
  const [ex, ey] = [p.x - a.x - t * dx, p.y - a.y - t * dy];
  return ex * ex + ey * ey;
}

/** What lies inside of an outline. */
export const insideOf =
  (outline: readonly Point[]): Field =>
  (p) => {
    let least = Infinity;
    for (let i = 0, j = outline.length - 1; i < outline.length; j = i++)
      least = Math.min(least, squareToLine(p, outline[j]!, outline[i]!));
    return Math.sqrt(least) * (pointInPolygon(outline, p) ? -1 : 1);
  };
/** On one side of an upright or level line: `below` it has the smaller coordinates. */
export const sideOf =
  (axis: 'x' | 'y', mm: number, below: boolean): Field =>
  (p) =>
    below ? p[axis] - mm : mm - p[axis];
/** A region and all that is nearer to it than so much. */
export const grown =
  (f: Field, mm: number): Field =>
  (p) =>
    f(p) - mm;
/** Inside of all of these. */
export const both =
  (...fields: readonly Field[]): Field =>
  (p) =>
    Math.max(...fields.map((f) => f(p)));
/** Inside of the first, and of none of the others. */
export const without =
  (f: Field, ...taken: readonly Field[]): Field =>
  (p) =>
    Math.max(f(p), ...taken.map((t) => -t(p)));

/** Outlines of a region, each with its holes behind it. */
export type Region = Point[][][];

/** Cells along the longer side of what is drawn: a door is drawn to about a centimetre, and to a fraction of it between the cells. */
const CELLS = 100;

/** A region as outlines, within a box. */
export function regionOf(field: Field, box: { x: number; y: number; width: number; height: number }): Region {
  const step = Math.max(box.width, box.height, 1) / CELLS;
  // A cell more on every side, so that every line closes.
  const [nx, ny] = [Math.ceil(box.width / step) + 5, Math.ceil(box.height / step) + 5];
  const at = (i: number, j: number): Point => ({ x: box.x + (i - 2) * step, y: box.y + (j - 2) * step });
  const values = new Array<number>(nx * ny);
  for (let j = 0; j < ny; j++)
    for (let i = 0; i < nx; i++) {
      const rim = i === 0 || j === 0 || i === nx - 1 || j === ny - 1;
      values[j * nx + i] = rim ? -step : -field(at(i, j));
    }
  const [drawn] = contours().size([nx, ny]).thresholds([0])(values);
  // A contour's places are half a cell on from the values'.
  return (drawn?.coordinates ?? []).map((rings) =>
    rings.map((ring) => ring.slice(0, -1).map(([x, y]) => at((x ?? 0) - 0.5, (y ?? 0) - 0.5))),
  );
}

/** Area of a region, mm². */
export const regionMm2 = (region: Region): number =>
  region.reduce((sum, rings) => sum + rings.reduce((a, r, i) => a + (i === 0 ? 1 : -1) * areaMm2(r), 0), 0);
