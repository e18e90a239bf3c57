import type { Point } from '../log/job';
import { keysOf } from '../keysOf';

/** Generic panels, as fractions of width and height. Corners are cut or rounded by a few points; none is of a real vehicle. */
export const SHAPES = {
  rectangle: {
    name: 'Plain sheet',
    size: [1000, 600],
    at: [
      [0, 0],
      [1, 0],
      [1, 1],
      [0, 1],
    ],
  },
  door: {
    name: 'Door',
    size: [1050, 1000],
    at: [
      [0.02, 0.42],
      [0.3, 0.04],
      [0.36, 0],
      [0.96, 0],
      [1, 0.05],
      [0.98, 0.6],
      [0.94, 1],
      [0.06, 1],
      [0.02, 0.95],
    ],
  },
  doorSkin: {
    name: 'Door, lower part',
    size: [1050, 600],
    at: [
      [0, 0],
      [1, 0],
      [0.97, 0.6],
      [0.92, 1],
      [0.05, 1],
      [0, 0.92],
    ],
  },
  wing: {
    name: 'Wing',
    size: [1100, 700],
    at: [
      [0, 0.3],
      [0.35, 0.08],
      [1, 0],
      [0.98, 0.95],
      [0.86, 1],
      [0.8, 0.72],
      [0.66, 0.52],
      [0.46, 0.5],
      [0.3, 0.62],
      [0.22, 0.9],
      [0.03, 0.9],
    ],
  },
  bonnet: {
    name: 'Bonnet',
    size: [1300, 1000],
    at: [
      [0.06, 0],
      [0.94, 0],
      [1, 0.8],
      [0.92, 0.94],
      [0.75, 1],
      [0.25, 1],
      [0.08, 0.94],
      [0, 0.8],
    ],
  },
  roof: {
    name: 'Roof',
    size: [1200, 1750],
    at: [
      [0.08, 0],
      [0.92, 0],
      [1, 0.1],
      [1, 0.92],
      [0.9, 1],
      [0.1, 1],
      [0, 0.92],
      [0, 0.1],
    ],
  },
  tailboard: {
    name: 'Tailboard',
    size: [1100, 480],
    at: [
      [0.02, 0],
      [0.98, 0],
      [1, 0.06],
      [1, 0.94],
      [0.98, 1],
      [0.02, 1],
      [0, 0.94],
      [0, 0.06],
    ],
  },
  bumper: {
    name: 'Bumper',
    size: [1650, 450],
    at: [
      [0, 0.25],
      [0.1, 0.05],
      [0.3, 0],
      [0.7, 0],
      [0.9, 0.05],
      [1, 0.25],
      [0.98, 0.8],
      [0.85, 1],
      [0.15, 1],
      [0.02, 0.8],
    ],
  },
  side: {
    name: 'Body side',
    size: [2000, 900],
    at: [
      [0, 0.05],
      [0.05, 0],
      [0.97, 0],
      [1, 0.06],
      [1, 1],
      [0.82, 1],
      [0.78, 0.76],
      [0.68, 0.64],
      [0.56, 0.64],
      [0.46, 0.76],
      [0.42, 1],
      [0, 1],
    ],
  },
  sill: {
    name: 'Sill',
    size: [1600, 160],
    at: [
      [0, 0],
      [1, 0],
      [0.98, 1],
      [0.02, 1],
    ],
  },
  arch: {
    name: 'Wheel arch',
    size: [800, 500],
    at: [
      [0, 1],
      [0.02, 0.6],
      [0.15, 0.22],
      [0.34, 0.04],
      [0.5, 0],
      [0.66, 0.04],
      [0.85, 0.22],
      [0.98, 0.6],
      [1, 1],
      [0.88, 1],
      [0.82, 0.55],
      [0.66, 0.28],
      [0.5, 0.22],
      [0.34, 0.28],
      [0.18, 0.55],
      [0.12, 1],
    ],
  },
  disc: {
    name: 'Round cover',
    size: [420, 420],
    at: Array.from({ length: 24 }, (_, i) => [
      0.5 + 0.5 * Math.cos((i * Math.PI) / 12),
      0.5 + 0.5 * Math.sin((i * Math.PI) / 12),
    ]),
  },
} satisfies Record<string, { name: string; size: [number, number]; at: [number, number][] }>;
export type ShapeName = keyof typeof SHAPES;
export const SHAPE_NAMES = keysOf(SHAPES);

/**
 * A generic outline at a size.
 * @param widthMm mm; @param heightMm mm
 * @returns corners in order, mm from the top left, rounded to 1 mm
 */
export const shapeOutline = (name: ShapeName, widthMm: number, heightMm: number): Point[] =>
  SHAPES[name].at.map(([x, y]) => ({ x: Math.round(x * widthMm), y: Math.round(y * heightMm) }));

/** The same outline at another width and height, mm. */
export function scaleOutline(outline: readonly Point[], widthMm: number, heightMm: number): Point[] {
  const xs = outline.map((p) => p.x);
  const ys = outline.map((p) => p.y);
  const [x0, y0] = [Math.min(...xs), Math.min(...ys)];
  const [w, h] = [Math.max(...xs) - x0 || 1, Math.max(...ys) - y0 || 1];
  return outline.map((p) => ({
    x: Math.round(((p.x - x0) / w) * widthMm),
    y: Math.round(((p.y - y0) / h) * heightMm),
  }));
}
