import { openSpots, type Strata } from '@/core';
import type { Fill } from '../theme';

/** One stroke or shape of a drawing, in the terms of SVG. */
export interface Shape {
  d: string;
  fill?: string;
  stroke?: string;
  strokeWidth?: number;
  strokeLinecap?: 'round';
  opacity?: number;
}

/** A dot as a path. */
const dot = (x: number, y: number, r: number) =>
  `M${x - r} ${y}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0z`;

/** Side of the tile that a texture repeats, px. */
export const TILE = 12;
/** Marks of each texture on its tile. Distinct in grey, so that colour is not needed to tell them apart. */
const TEXTURES: Record<Fill['texture'], Omit<Shape, 'fill' | 'stroke'> & { filled?: true }> = {
  weave: { d: 'M-2 10L10 -2M0 14L14 0M-2 22L22 -2', strokeWidth: 1 },
  bars: { d: 'M0 6H12', strokeWidth: 1 },
  cross: { d: 'M6 3v6M3 6h6', strokeWidth: 1 },
  brushed: { d: 'M0 2h12M0 5h12M0 8h12M0 11h12', strokeWidth: 0.7 },
  fibre: { d: 'M1 3l5 2M8 1l2 4M3 9l4-2M9 10l3-1', strokeWidth: 1, strokeLinecap: 'round' },
  grain: { d: dot(3, 3, 1.1) + dot(9, 8.5, 0.9), filled: true },
  dots: { d: dot(3, 3, 1) + dot(9, 9, 1), filled: true },
  chips: { d: 'M2 3l3-1 1 2zM8 9l3-1-1 3z', filled: true },
  flake: { d: 'M2 4l2 0M7 2l1.5 0M9 9l2 0M4 10l1.5 0', strokeWidth: 1, opacity: 0.75 },
  stripe: { d: '' },
  plain: { d: '' },
};

/** The marks of a fill on one tile; nothing for a plain one. */
export function tileMarks({ texture, mark }: Fill): Shape | undefined {
  const { filled, ...shape } = TEXTURES[texture];
  if (shape.d === '') return undefined;
  return filled ? { ...shape, fill: mark } : { ...shape, stroke: mark };
}

/** The hatch of a layer that still cures, on its tile. */
export const HATCH = {
  width: 7,
  height: 14,
  d: 'M-1 15L8 -1M-4.5 8L1 -1.5M5 15.5L9.5 8',
  stroke: 'rgba(20,24,26,0.75)',
  strokeWidth: 1.3,
};

/** Deterministic scatter, so that the speckle does not dance when the page redraws. */
const SPECKLE = Array.from({ length: 40 }, (_, i) => ({ x: (i * 0.6180339887) % 1, y: (i * 0.7548776662) % 1 }));
const INK = '#1a1a1c';

/** The top edge: scratch as teeth (coarse paper, big teeth), guide coat as speckle. Drawn inside the first 6 units. */
export function surfaceEdge(s: Strata, width: number, paper: string): Shape[] {
  const { scratch, guideCoat, polished } = s.surface;
  const tooth =
    scratch && !polished ? (scratch.grit <= 100 ? 9 : scratch.grit <= 240 ? 6 : scratch.grit <= 600 ? 4 : 2.5) : 0;
  const shapes: Shape[] = [];
  if (tooth) {
    let d = 'M0 0';
    for (let x = 0; x < width; x += tooth) d += `L${x + tooth / 2} ${tooth / 2}L${Math.min(width, x + tooth)} 0`;
    shapes.push({ d: `${d}Z`, fill: paper });
  }
  if (openSpots(s).length > 0)
    shapes.push({ d: `M${width * 0.62} 0l6 9 5 -9z`, fill: paper, stroke: INK, strokeWidth: 0.8 });
  if (guideCoat) shapes.push({ d: SPECKLE.map((s) => dot(s.x * width, 1 + s.y * 5, 1.1)).join(''), fill: INK });
  return shapes;
}
