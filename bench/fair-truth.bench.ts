/**
 * Fifty seeded panels, each read on 20 × 13 places with a noise of 0.05 mm: the filler of the plan that is made on what was read, against the
 * plan on the panel as it truly is. Bound: 10 % off on average. Printed besides: the worst, and how far the finished surface is left below what was
 * agreed at its worst point, in noises (bound by the issue: three).
 */
import loadHighs from 'highs';
import {
  dentedPanel,
  flatGrid,
  LOW_MM,
  normalFrom,
  readFairing,
  reliefFrom,
  seeded,
  type Fairing,
  type HeightGrid,
  type HeightReading,
} from '../src/core/fair';
import { planOf } from './planOf';
import { report } from './report';

const NOISE_MM = 0.05;
const PANELS = 50;
/** No point may be left lower than was agreed by more than that, noises, where every point of the plan was read. */
const MOST_NOISES = 3;

async function main(): Promise<void> {
  const highs = await loadHighs();
  const fillOf = (heights: HeightGrid): Fairing => {
    const { input, solved } = planOf(highs, heights);
    return readFairing(input, solved.x);
  };
  const grid = flatGrid(40, 25, 1000, 600);
  /** @param nx readings across; they lie between the points of the grid, as a hand's do, unless there are as many */
  const readAt = (nx: number, ny: number): { mean: number; worst: number; lowest: number } => {
    const offs: number[] = [];
    let lowest = 0;
    for (let seed = 1; seed <= PANELS; seed++) {
      const truth = dentedPanel(grid, seed);
      const random = seeded(1000 + seed);
      const places = dentedPanel(flatGrid(nx, ny, 1000, 600), seed);
      const readings = [...places.mm].map((mm, i): HeightReading => ({
        x: (i % nx) * places.stepX,
        y: Math.floor(i / nx) * places.stepY,
        mm: mm + NOISE_MM * normalFrom(random),
        noiseMm: NOISE_MM,
      }));
      const relief = reliefFrom(readings, grid);
      if (!relief.ok) throw new Error(relief.error);
      const told = fillOf(relief.value.heights);
      const best = fillOf(truth);
      offs.push(Math.abs(told.volumeMl - best.volumeMl) / best.volumeMl);
      truth.mm.forEach((h, i) => {
        lowest = Math.min(lowest, h + told.fill.mm[i]! + LOW_MM.driver);
      });
    }
    return {
      mean: offs.reduce((a, b) => a + b, 0) / offs.length,
      worst: Math.max(...offs),
      lowest: -lowest / NOISE_MM,
    };
  };
  const say = (how: string, { mean, worst, lowest }: ReturnType<typeof readAt>) =>
    console.log(
      `${how}: filler off by ${(100 * mean).toFixed(1)} % on average, ${(100 * worst).toFixed(0)} % at worst; lowest point ${lowest.toFixed(1)} noises below what may stay`,
    );
  const hand = readAt(20, 13);
  say('260 by hand', hand);
  const scan = readAt(40, 25);
  say('1000 of a scan', scan);
  if (scan.lowest > MOST_NOISES) throw new Error('A point is left out of fairness');
  report('fair-truth', 100 * Math.max(hand.mean, scan.mean), '%', 10);
}
main().catch((e: unknown) => {
  console.error(e);
  process.exit(1);
});
