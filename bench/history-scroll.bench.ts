/**
 * Scrolls through the history of one panel of 10,000 entries, in Chromium with the CPU slowed down four times: how many milliseconds lie
 * between two frames while it moves. Bound: 33 ms, 95th percentile (two frames of a 60 Hz screen). Beside it: the same page at rest.
 */
import { bigJob } from './bigJob';
import { openBench } from './browser';
import { percentile, report } from './report';

const STEP_PX = 120;
const STEPS = 240;

async function main(): Promise<void> {
  const { url, browser, close } = await openBench();
  const page = await browser.newPage({ viewport: { width: 390, height: 844 } });
  await page.goto(`${url}/?own`);
  await page.getByRole('link', { name: 'Shop', exact: true }).click();
  const file = bigJob(10_000, Date.now(), 1);
  const [chooser] = await Promise.all([page.waitForEvent('filechooser'), page.getByText('Import a job file').click()]);
  await chooser.setFiles({ name: 'big.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(file)) });
  await page.getByTestId('import-do').click({ timeout: 60_000 });
  await page.getByText('Big job is in.').waitFor({ timeout: 60_000 });
  await page.goto(`${url}/panel/big/p0`);
  await page.getByTestId('log').waitFor({ timeout: 60_000 });
  await page.getByRole('radio', { name: 'Whole panel' }).click();
  await page.getByRole('button', { name: /^Show all/ }).click();
  await page.waitForTimeout(1000);
  const cdp = await page.context().newCDPSession(page);
  await cdp.send('Emulation.setCPUThrottlingRate', { rate: 4 });
  const frames = (step: number) =>
    page.evaluate(
      ([px, steps]) =>
        new Promise<number[]>((resolve) => {
          const scroller = [...document.querySelectorAll<HTMLElement>('*')].find(
            (e) => /auto|scroll/.test(getComputedStyle(e).overflowY) && e.scrollHeight > 20_000,
          );
          if (!scroller) throw new Error('nothing scrolls');
          const out: number[] = [];
          let last = performance.now();
          const next = () => {
            const now = performance.now();
            out.push(now - last);
            last = now;
            scroller.scrollTop += px!;
            if (out.length <= steps!) requestAnimationFrame(next);
            else resolve(out.slice(1));
          };
          requestAnimationFrame(next);
        }),
      [step, STEPS] as const,
    );
  const rest = await frames(0);
  const moving = await frames(STEP_PX);
  const drawn = await page.getByRole('button', { expanded: false }).count();
  console.log(
    `${drawn} lines drawn of 10,000; at rest: median ${percentile(rest, 0.5).toFixed(1)} ms, p95 ${percentile(rest, 0.95).toFixed(1)} ms; moving: median ${percentile(moving, 0.5).toFixed(1)} ms`,
  );
  report('history-scroll', percentile(moving, 0.95), 'ms', 33);
  await close();
}
main().catch((e: unknown) => {
  console.error(e);
  process.exit(1);
});
