/**
 * From the tap on 'Undo' on one phone to the painted panel of the other one that shows it, over the relay, in two browsers with the CPU slowed down four times; a job of
 * 300 entries (`COUNT=3000` for another one). Bound: 1 s, 95th percentile of 20. Beside it: the same tap on its own page.
 */
import type { Page } from '@playwright/test';
import { bigJob } from './bigJob';
import { importJob, openBench } from './browser';
import { percentile, report } from './report';
import { pageYardstick } from './yardstick';

const COUNT = Number(process.env.COUNT ?? 300);
const ROUNDS = Number(process.env.ROUNDS ?? 21);
const REST_MS = 700;

/** When the uppermost of the panel is another one, ms. */
const whenChanged = (page: Page): Promise<number> =>
  page.evaluate(
    () =>
      new Promise<number>((resolve, reject) => {
        const text = () => document.querySelector('[data-testid=on-top]')?.textContent;
        const before = text();
        setTimeout(() => reject(new Error('nothing came')), 20_000);
        const observer = new MutationObserver(() => {
          if (text() === before) return;
          observer.disconnect();
          requestAnimationFrame(() => resolve(Date.now()));
        });
        observer.observe(document.body, { subtree: true, childList: true, characterData: true });
      }),
  );

async function main(): Promise<void> {
  const { url, browser, close } = await openBench();
  const phone = async () => (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();
  const [a, b] = [await phone(), await phone()];
  await importJob(a, url, bigJob(COUNT, Date.now()));
  await a.goto(`${url}/sharing`);
  await a.getByLabel('What this phone is called').fill('First');
  await a.getByTestId('make-code').click();
  const code = (await a.getByTestId('share-code').textContent()) ?? '';
  await b.goto(`${url}/?own`);
  await b.getByText('Start a job').first().waitFor();
  await b.goto(`${url}/sharing`);
  await b.getByLabel('Code').fill(code);
  await b.getByLabel('What this phone is called').fill('Second');
  await b.getByTestId('come-in').click();
  await a.getByText('Has everything').waitFor({ timeout: 60_000 });
  // One whose uppermost becomes another one by a wipe.
  let panel = 0;
  for (; panel < 20; panel++) {
    await a.goto(`${url}/panel/big/p${panel}`);
    await a.getByTestId('on-top').waitFor();
    if (!(await a.getByTestId('on-top').textContent())?.includes('cleaned')) break;
  }
  for (const page of [a, b]) {
    await page.goto(`${url}/panel/big/p${panel}`);
    await page.getByTestId('log').waitFor({ timeout: 60_000 });
    await page.waitForTimeout(8000);
    const cdp = await page.context().newCDPSession(page);
    await cdp.send('Emulation.setCPUThrottlingRate', { rate: 4 });
  }
  const stick = await pageYardstick(a);
  const [there, here]: [number[], number[]] = [[], []];
  for (let i = 0; i < ROUNDS; i++) {
    const came = whenChanged(b);
    await a.getByTestId('log').click();
    await a.getByRole('radio', { name: 'Cleaned' }).click();
    await a.getByTestId('save').click();
    await a.getByTestId('undo').waitFor();
    await came;
    await a.waitForTimeout(REST_MS);
    const [onOther, onOwn] = [whenChanged(b), whenChanged(a)];
    const at = await a.evaluate(() => {
      document.querySelector<HTMLElement>('[data-testid=undo]')?.click();
      return Date.now();
    });
    here.push((await onOwn) - at);
    there.push((await onOther) - at);
    await a.waitForTimeout(REST_MS);
    if (i % 10 === 9) await stick.take();
  }
  here.shift();
  there.shift();
  const told = (t: number[]) => `median ${percentile(t, 0.5).toFixed(0)} ms, p95 ${percentile(t, 0.95).toFixed(0)} ms`;
  console.log(`${COUNT} entries: on the other phone ${told(there)} of ${there.length}; on its own page ${told(here)}`);
  report('share', percentile(there, 0.95) / 1000, 's', 1, { stick });
  await close();
}
void main();
