import type { Point } from '../log/job';

/** Whether a place lies inside an outline (even-odd rule; the border may fall to either side). */
export function pointInPolygon(outline: readonly Point[], p: Point): boolean {
  let inside = false;
  for (let i = 0, j = outline.length - 1; i < outline.length; j = i++) {
    const a = outline[i]!;
    const b = outline[j]!;
    if (a.y > p.y !== b.y > p.y && p.x < ((b.x - a.x) * (p.y - a.y)) / (b.y - a.y) + a.x) inside = !inside;
  }
  return inside;
}

/**
 * Area of a simple polygon by the shoelace formula: ½·|Σ (xᵢ·yᵢ₊₁ − xᵢ₊₁·yᵢ)|. Exact to the drawing's scale.
 * @param outline corners in order, mm; at least 3, not closed
 * @returns mm²
 */
export function areaMm2(outline: readonly Point[]): number {
  let twice = 0;
  for (let i = 0; i < outline.length; i++) {
    const a = outline[i]!;
    const b = outline[(i + 1) % outline.length]!;
    twice += a.x * b.y - b.x * a.y;
  }
  return Math.abs(twice) / 2;
}

/** The smallest upright rectangle around points, mm. */
export function boundsOf(points: readonly Point[]): { x: number; y: number; width: number; height: number } {
  const xs = points.map((p) => p.x);
  const ys = points.map((p) => p.y);
  const x = Math.min(...xs);
  const y = Math.min(...ys);
  return { x, y, width: Math.max(...xs) - x, height: Math.max(...ys) - y };
}

/**
 * A place inside an outline, near its middle: the centre of its area, or, where that lies outside, the middle of the widest stretch
 * at its height. Where a sign or a name can stand.
 */
export function middleOf(outline: readonly Point[]): Point {
  const n = outline.length;
  let [twice, x, y] = [0, 0, 0];
  for (let i = 0; i < n; i++) {
    const a = outline[i]!;
    const b = outline[(i + 1) % n]!;
    const cross = a.x * b.y - b.x * a.y;
    twice += cross;
    x += (a.x + b.x) * cross;
    y += (a.y + b.y) * cross;
  }
  const first = outline[0] ?? { x: 0, y: 0 };
  if (twice === 0) return first;
  const c = { x: x / (3 * twice), y: y / (3 * twice) };
  if (pointInPolygon(outline, c)) return c;
  const at: number[] = [];
  for (let i = 0; i < n; i++) {
    const a = outline[i]!;
    const b = outline[(i + 1) % n]!;
    if (a.y > c.y !== b.y > c.y) at.push(a.x + ((c.y - a.y) * (b.x - a.x)) / (b.y - a.y));
  }
  at.sort((p, q) => p - q);
  let best = { x: first.x, y: first.y, w: -1 };
  for (let i = 0; i + 1 < at.length; i += 2) {
    const w = at[i + 1]! - at[i]!;
    if (w > best.w) best = { x: at[i]! + w / 2, y: c.y, w };
  }
  return { x: best.x, y: best.y };
}
