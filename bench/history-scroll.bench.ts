/**
 * Scrolls through the history of one panel of 10,000 entries: how many milliseconds lie between two frames while it moves, 60 px a frame.
 * Bound: 20 ms, 95th percentile (60 frames a second, and a little). Beside it: the same page at rest, and with the CPU slowed down four
 * times. The stack itself stays as it is usual: most entries are wipes.
 */
import { bigJob } from './bigJob';
import { importJob, openBench } from './browser';
import { percentile, report } from './report';
import { pageYardstick } from './yardstick';

const STEP_PX = 60;
/** So many entries may lay something; the rest are wipes. */
const LAYING = 60;
const STEPS = 240;

async function main(): Promise<void> {
  const { url, browser, close } = await openBench();
  const page = await browser.newPage({ viewport: { width: 390, height: 844 } });
  const big = bigJob(10_000, Date.now(), 1);
  const file = {
    ...big,
    events: big.events.map((e, i) =>
      i < LAYING || e.kind === 'voided' || e.kind === 'cleaned'
        ? e
        : {
            id: e.id,
            atMs: e.atMs,
            writtenMs: e.writtenMs,
            zoneIds: e.zoneIds,
            kind: 'cleaned',
            productId: 'cleaner-metal',
          },
    ),
  };
  await importJob(page, url, file);
  await page.goto(`${url}/panel/big/p0`);
  await page.getByTestId('log').waitFor({ timeout: 60_000 });
  await page.getByRole('radio', { name: 'Whole panel' }).click();
  await page.getByRole('button', { name: /^Show all/ }).click();
  await page.waitForTimeout(1000);
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
  const stick = await pageYardstick(page, 'fullSpeed');
  const rest = await frames(0);
  await stick.take();
  const moving = await frames(STEP_PX);
  await stick.take();
  const drawn = await page.locator('[data-index]').count();
  const cdp = await page.context().newCDPSession(page);
  await cdp.send('Emulation.setCPUThrottlingRate', { rate: 4 });
  const slow = await frames(STEP_PX);
  console.log(
    `${drawn} lines drawn of 10,000; at rest: median ${percentile(rest, 0.5).toFixed(1)} ms, p95 ${percentile(rest, 0.95).toFixed(1)} ms; moving: median ${percentile(moving, 0.5).toFixed(1)} ms; at a quarter of the speed: median ${percentile(slow, 0.5).toFixed(1)} ms, p95 ${percentile(slow, 0.95).toFixed(1)} ms`,
  );
  report('history-scroll', percentile(moving, 0.95), 'ms', 20, { stick, floor: percentile(rest, 0.5) });
  await close();
}
main().catch((e: unknown) => {
  console.error(e);
  process.exit(1);
});
