/** Heights over a panel on a regular grid, row by row from its top left corner; mm, positive is proud. NaN where nobody read. */
export interface HeightGrid {
  nx: number;
  ny: number;
  /** From one reading to the next, to the right and down, mm. */
  stepX: number;
  stepY: number;
  /** Where the first reading lies on the panel's drawing, mm. */
  x0: number;
  y0: number;
  mm: Float64Array;
}

/** Smallest grid on which anything bends. */
export const MIN_POINTS_A_SIDE = 3;

export const indexOf = (g: Pick<HeightGrid, 'nx'>, ix: number, iy: number): number => iy * g.nx + ix;

/** The same grid with other heights. */
export const withHeights = (g: HeightGrid, heightOf: (index: number, ix: number, iy: number) => number): HeightGrid => {
  const mm = new Float64Array(g.nx * g.ny);
  for (let iy = 0; iy < g.ny; iy++)
    for (let ix = 0; ix < g.nx; ix++) {
      const i = indexOf(g, ix, iy);
      mm[i] = heightOf(i, ix, iy);
    }
  return { ...g, mm };
};

/** What a point of the grid stands for, mm²: half of it at an edge, a quarter in a corner. */
export function cellMm2(g: HeightGrid, ix: number, iy: number): number {
  const share = (i: number, n: number) => (i === 0 || i === n - 1 ? 0.5 : 1);
  return share(ix, g.nx) * g.stepX * (share(iy, g.ny) * g.stepY);
}

/** The grid as it is seen from the other side of the vehicle: left is right. */
export const mirroredGrid = (g: HeightGrid): HeightGrid =>
  withHeights(g, (_, ix, iy) => g.mm[indexOf(g, g.nx - 1 - ix, iy)]!);

/** Least and most height that was read, mm; undefined where nothing was. */
export function rangeOf(g: HeightGrid): { low: number; high: number } | undefined {
  let [low, high] = [Infinity, -Infinity];
  for (const v of g.mm) {
    if (Number.isNaN(v)) continue;
    low = Math.min(low, v);
    high = Math.max(high, v);
  }
  return low <= high ? { low, high } : undefined;
}
