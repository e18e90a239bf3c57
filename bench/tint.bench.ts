/**
 * A whole tint as a person waits for it: from the tap until the additions stand on the page, worked out by the worker in Chromium, out of all 30 toners,
 * up to three of them, 5 angles × 3 lights, spread by 200 draws, strengths learned from the pot's cards. Bound: 2 s, median of 5. Beside it: the same in
 * Node, and that a tint that is stopped is stopped at once.
 */
import { correct, truthOf } from '../src/core/colour/tint.testing';
import { openBench } from './browser';
import { percentile, report } from './report';
import { processYardstick } from './yardstick';

async function main(): Promise<void> {
  const stick = processYardstick();
  const t0 = performance.now();
  for (let seed = 1; seed <= 10; seed++) correct(truthOf(seed), 1);
  const inNode = (performance.now() - t0) / 10;
  const { url, browser, close } = await openBench();
  const times: number[] = [];
  let stopped = 0;
  for (let run = 0; run < 6; run++) {
    const page = await browser.newPage({ viewport: { width: 390, height: 844 } });
    await page.goto(`${url}/colour?job=hatchback&demo`);
    await page.getByTestId('tint-it').click();
    await page.getByRole('radio', { name: 'All that there is' }).click();
    const from = performance.now();
    await page.getByTestId('begin-tint').click();
    if (run === 5) {
      // Stopped as soon as it can be.
      await page
        .getByTestId('stop-tint')
        .click({ timeout: 2000 })
        .catch(() => undefined);
      await page.getByTestId('begin-tint').or(page.getByTestId('pour-tint')).waitFor();
      stopped = performance.now() - from;
    } else {
      await page.getByTestId('pour-tint').waitFor({ timeout: 30_000 });
      times.push(performance.now() - from);
    }
    await page.close();
  }
  console.log(`in Node ${inNode.toFixed(0)} ms a tint with its learning; stopped after ${stopped.toFixed(0)} ms`);
  stick.take();
  report('tint', percentile(times, 0.5) / 1000, 's', 2, { stick });
  await close();
}
main().catch((e: unknown) => {
  console.error(e);
  process.exitCode = 1;
});
