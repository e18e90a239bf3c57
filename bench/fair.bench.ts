/**
 * The least filler: from the tap that keeps the readings of a panel until the plan of 40 × 25 points stands on the page, solved by the worker in
 * Chromium. Bound: 3 s. Beside it, in Node: 40 × 25 and 60 × 40 points of seeded panels with their duality gaps, and how much filler the plain
 * alternative takes: filled until nothing is hollow (no bend inwards along either way, no low below the form's own).
 */
import loadHighs from 'highs';
import { dentedPanel, flatGrid, readFairing, solveProgramme } from '../src/core/fair';
import { openBench } from './browser';
import { planOf } from './planOf';
import { report } from './report';
import { processYardstick } from './yardstick';

const DENT = [0, -0.2, -0.3, -0.2, 0, 0, 0, -0.5, -1.6, -0.8, 0.1, 0, 0, -0.3, -1.2, -0.6, 0.3, 0, 0, 0, -0.1, 0, 0, 0];

async function inNode(): Promise<void> {
  const highs = await loadHighs();
  for (const [nx, ny] of [
    [40, 25],
    [60, 40],
  ] as const)
    for (const seed of [1, 2, 3]) {
      const heights = dentedPanel(flatGrid(nx, ny, 1000, 600), seed);
      const t0 = performance.now();
      const { input, programme, solved } = planOf(highs, heights);
      const ms = performance.now() - t0;
      // Nothing hollow: every bend outwards or none.
      const bends = programme.rowLower.length - nx * ny;
      const plain = {
        ...programme,
        rowLower: programme.rowLower.map((v, i) => (i < bends ? -Infinity : v)),
        rowUpper: programme.rowUpper.map((v, i) => (i < bends ? (v + programme.rowLower[i]!) / 2 : v)),
      };
      const filled = solveProgramme(highs, plain);
      const ml = readFairing(input, solved.x).volumeMl;
      const plainMl = filled.ok ? readFairing(input, filled.value.x).volumeMl : NaN;
      console.log(
        `${nx} × ${ny}, panel ${seed}: ${ms.toFixed(0)} ms, gap ${solved.gap.toExponential(1)}, ${ml.toFixed(0)} mL; until nothing is hollow ${plainMl.toFixed(0)} mL`,
      );
      if (ml > plainMl + 0.1) throw new Error('The plain alternative takes less');
    }
}

async function inChromium(): Promise<number> {
  const { url, browser, close } = await openBench();
  const page = await browser.newPage({ viewport: { width: 390, height: 844 } });
  await page.goto(`${url}/fair?demo&job=bread-van&panel=left-side`);
  for (const mm of DENT) {
    await page.getByRole('textbox', { name: /^Row/ }).fill(String(mm));
    await page.getByTestId('next-height').click();
  }
  const t0 = performance.now();
  await page.getByTestId('keep-heights').click();
  await page.getByRole('heading', { level: 1, name: /of filler/ }).waitFor({ timeout: 60_000 });
  const s = (performance.now() - t0) / 1000;
  await close();
  return s;
}

async function main(): Promise<void> {
  const stick = processYardstick();
  await inNode();
  const s = await inChromium();
  console.log(`from the tap to the plan in Chromium, with the solver’s first load: ${s.toFixed(1)} s`);
  stick.take();
  report('fair', s, 's', 3, { stick });
}
main().catch((e: unknown) => {
  console.error(e);
  process.exit(1);
});
