/**
 * Fifty seeded panels, each read on 20 × 13 places with a noise of 0.05 mm: the filler of the plan that is made on what was read, against the
 * plan on the panel as it truly is. Bound: 10 % off on average. Printed besides: the worst, and how far the finished surface is left below what was
 * agreed at its worst point, in noises (bound by the issue: three).
 */
import loadHighs from 'highs';
import {
  dentedPanel,
  fairingProgramme,
  flatGrid,
  LOW_MM,
  normalFrom,
  readFairing,
  reliefFrom,
  seeded,
  solveProgramme,
  WAVINESS_MM,
  type Fairing,
  type HeightGrid,
  type HeightReading,
} from '../src/core/fair';
import { report } from './report';

const NOISE_MM = 0.05;
const PANELS = 50;

async function main(): Promise<void> {
  const highs = await loadHighs();
  const planOf = (heights: HeightGrid): Fairing => {
    const input = {
      heights,
      wavinessMm: WAVINESS_MM.driver,
      lowMm: LOW_MM.driver,
      tapMaxMm: 0,
      tapWeight: 0.5,
      fillMaxMm: 6,
    };
    const p = fairingProgramme(input);
    if (!p.ok) throw new Error(p.error);
    const solved = solveProgramme(highs, p.value);
    if (!solved.ok) throw new Error(solved.error);
    return readFairing(input, solved.value.x);
  };
  const grid = flatGrid(40, 25, 1000, 600);
  const offs: number[] = [];
  let lowest = 0;
  for (let seed = 1; seed <= PANELS; seed++) {
    const truth = dentedPanel(grid, seed);
    const random = seeded(1000 + seed);
    // Read between the points of the grid, as a hand does.
    const places = dentedPanel(flatGrid(20, 13, 1000, 600), seed);
    const readings = [...places.mm].map((mm, i): HeightReading => ({
      x: (i % 20) * places.stepX,
      y: Math.floor(i / 20) * places.stepY,
      mm: mm + NOISE_MM * normalFrom(random),
      noiseMm: NOISE_MM,
    }));
    const relief = reliefFrom(readings, grid);
    if (!relief.ok) throw new Error(relief.error);
    const told = planOf(relief.value.heights);
    const best = planOf(truth);
    offs.push((told.volumeMl - best.volumeMl) / best.volumeMl);
    truth.mm.forEach((h, i) => {
      lowest = Math.min(lowest, h + told.fill.mm[i]! + LOW_MM.driver);
    });
  }
  const mean = offs.reduce((a, b) => a + Math.abs(b), 0) / offs.length;
  const worst = Math.max(...offs.map(Math.abs));
  console.log(
    `filler off by ${(100 * mean).toFixed(1)} % on average, ${(100 * worst).toFixed(0)} % at worst; lowest point ${(-lowest / NOISE_MM).toFixed(1)} noises below what may stay`,
  );
  report('fair-truth', 100 * mean, '%', 10);
}
main().catch((e: unknown) => {
  console.error(e);
  process.exit(1);
});
