/**
 * Appends one event to an open job of 10,000 events, from the tap on 'Undo' to the painted panel that shows it, in
 * Chromium with the CPU slowed down four times. Bound: 100 ms, 95th percentile of 30. Beside it: a redraw of the same
 * panel without any event (switching zones). `BESIDE=/path/to/other/dist` measures another build in the same run, in turns (`BESIDE_FORMAT=5` where
 * that one reads older job files).
 */
import type { Page } from '@playwright/test';
import { bigJob } from './bigJob';
import { importJob, openBench, tapped } from './browser';
import { percentile, report } from './report';
import { pageYardstick } from './yardstick';

/** A page at rest, at a quarter of the speed, and still sooner than anybody taps again. */
const REST_MS = 600;
const ROUNDS = Number(process.env.ROUNDS ?? 31);

interface Shown {
  page: Page;
  appends: number[];
  redraws: number[];
  close(): Promise<void>;
}

/** @param version of the job files that the build reads */
async function shown(dist?: string, version?: string): Promise<Shown> {
  const { url, browser, close } = await openBench(dist);
  const page = await browser.newPage({ viewport: { width: 390, height: 844 } });
  const file = bigJob(10_000, Date.now());
  await importJob(page, url, version ? { ...file, version: Number(version) } : file);
  await page.goto(`${url}/panel/big/p0`);
  await page.getByTestId('log').waitFor({ timeout: 60_000 });
  const cdp = await page.context().newCDPSession(page);
  await cdp.send('Emulation.setCPUThrottlingRate', { rate: 4 });
  return { page, appends: [], redraws: [], close };
}

async function round({ page, appends, redraws }: Shown): Promise<void> {
  await page.getByTestId('log').click();
  await page.getByRole('radio', { name: 'Cleaned' }).click();
  await page.getByTestId('save').click();
  await page.getByTestId('undo').waitFor();
  // Opening the page is not part of it: what follows behind the stack (history, material) has to be there first.
  // A thumb leaves no pointer behind that hovers over what moves.
  await page.mouse.move(0, 0);
  await page.waitForTimeout(REST_MS);
  // 'Undo' appends one event to the log; surface, layers and clocks are then drawn anew (cost and history follow).
  appends.push(await tapped(page, '[data-testid=undo]', '[data-testid=on-top]'));
  await page.waitForTimeout(REST_MS);
  redraws.push(await tapped(page, '[role=radio][aria-label=Upper]', 'h1'));
  await page.getByRole('radio', { name: 'Lower', exact: true }).click();
  await page.waitForTimeout(REST_MS);
}

async function main(): Promise<void> {
  const other = process.env.BESIDE;
  const builds: { here: Shown; beside?: Shown } = { here: await shown() };
  if (other) builds.beside = await shown(other, process.env.BESIDE_FORMAT);
  const stick = await pageYardstick(builds.here.page);
  for (let i = 0; i < ROUNDS; i++) {
    for (const b of Object.values(builds)) await round(b);
    if (i % 10 === 9) await stick.take();
  }
  for (const [name, { appends, redraws }] of Object.entries(builds)) {
    // The first of each warms the page up.
    appends.shift();
    redraws.shift();
    const told = (t: number[]) =>
      `median ${percentile(t, 0.5).toFixed(0)} ms, p95 ${percentile(t, 0.95).toFixed(0)} ms`;
    console.log(`${name}: append ${told(appends)} of ${appends.length}; redraw alone ${told(redraws)}`);
  }
  const { here, beside } = builds;
  if (beside) {
    const share = (p: number, of: 'appends' | 'redraws') =>
      (percentile(here[of], p) / percentile(beside[of], p)).toFixed(2);
    console.log(
      `against the other build: append ${share(0.5, 'appends')} (median), ${share(0.95, 'appends')} (p95); redraw ${share(0.5, 'redraws')}, ${share(0.95, 'redraws')}`,
    );
  }
  report('append-redraw', percentile(builds.here.appends, 0.95), 'ms', 100, { stick });
  for (const b of Object.values(builds)) await b.close();
}
main().catch((e: unknown) => {
  console.error(e);
  process.exit(1);
});
