import { withHeights, type HeightGrid } from './grid';

/** A grid over a panel of so many points and so many millimetres, flat. */
export const flatGrid = (nx: number, ny: number, widthMm: number, heightMm: number): HeightGrid => ({
  nx,
  ny,
  stepX: widthMm / (nx - 1),
  stepY: heightMm / (ny - 1),
  x0: 0,
  y0: 0,
  mm: new Float64Array(nx * ny),
});

/** Numbers from 0 to 1 that are the same for the same seed (mulberry32). */
export function seeded(seed: number): () => number {
  let a = seed >>> 0;
  return () => {
    a = (a + 0x6d2b79f5) >>> 0;
    let t = a;
    t = Math.imul(t ^ (t >>> 15), t | 1);
    t ^= t + Math.imul(t ^ (t >>> 7), t | 61);
    return ((t ^ (t >>> 14)) >>> 0) / 4_294_967_296;
  };
}

/** Normal numbers from even ones (Box and Muller 1958). */
export const normalFrom = (random: () => number): number =>
  Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random());

/** A panel as it comes: some dents, a high or two beside them, a long wave. For tests, benches and lessons; the same seed gives the same one. */
export function dentedPanel(g: HeightGrid, seed: number): HeightGrid {
  const random = seeded(seed);
  const [width, height] = [g.stepX * (g.nx - 1), g.stepY * (g.ny - 1)];
  const bumps = Array.from({ length: 3 + Math.floor(random() * 4) }, (_, i) => ({
    x: width * (0.1 + 0.8 * random()),
    y: height * (0.1 + 0.8 * random()),
    // Mostly lows; what was pushed in stands proud beside it.
    mm: i % 3 === 2 ? 0.2 + 0.5 * random() : -(0.3 + 1.5 * random()),
    reach: 30 + 90 * random(),
  }));
  const wave = { mm: 0.1 + 0.2 * random(), phase: 6.28 * random(), length: width * (0.6 + 0.6 * random()) };
  return withHeights(g, (_, ix, iy) => {
    const [x, y] = [ix * g.stepX, iy * g.stepY];
    const dents = bumps.reduce(
      (sum, b) => sum + b.mm * Math.exp(-((x - b.x) ** 2 + (y - b.y) ** 2) / (2 * b.reach * b.reach)),
      0,
    );
    return dents + wave.mm * Math.sin((2 * Math.PI * x) / wave.length + wave.phase);
  });
}
