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

/** Index of a point in a grid's list of heights, row by row. */
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

/** A grid of the other side’s panel laid over this one: mirrored, and stretched to its size. */
export const mirroredAcross = (
  g: HeightGrid,
  size: { x0: number; y0: number; width: number; height: number },
): HeightGrid => ({
  ...mirroredGrid(g),
  x0: size.x0,
  y0: size.y0,
  stepX: size.width / (g.nx - 1),
  stepY: size.height / (g.ny - 1),
});

/** Height at a place between the points of a grid, mm: bilinear; beyond its edge as at the edge. */
export function heightAt(g: HeightGrid, p: { x: number; y: number }): number {
  const within = (v: number, n: number) => Math.min(n - 1, Math.max(0, v));
  const [u, v] = [within((p.x - g.x0) / g.stepX, g.nx), within((p.y - g.y0) / g.stepY, g.ny)];
  const [i, j] = [Math.min(g.nx - 2, Math.floor(u)), Math.min(g.ny - 2, Math.floor(v))];
  const at = (di: number, dj: number) => g.mm[indexOf(g, i + di, j + dj)]!;
  const along = (dj: number) => at(0, dj) + (u - i) * (at(1, dj) - at(0, dj));
  return along(0) + (v - j) * (along(1) - along(0));
}

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
