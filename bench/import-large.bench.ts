/**
 * A valid job file of 50 MB (a quarter of a million entries), and one with a million readings of air, imported through the page in Chromium: the
 * longest task on the page's own thread from choosing the file until a second after the job is there; bound 100 ms. Beside it, without a
 * bound: `JSON.parse` of the same text, which is what a page would do first, and tasks of the seconds after, in which the engine collects what
 * the import has left behind.
 */
import { mkdtempSync, rmSync, statSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import type { JobFile } from '../src/core/formats';
import { bigJob } from './bigJob';
import { openBench } from './browser';
import { report } from './report';
import { pageYardstick, type Yardstick } from './yardstick';

const NOW = Math.floor(Date.now() / 60_000) * 60_000;
const BYTES = 50_000_000;

function sized(): string {
  let count = 200_000;
  for (;;) {
    const text = JSON.stringify(bigJob(count, NOW, 60));
    if (text.length >= BYTES) return text;
    count = Math.ceil(count * Math.max(1.02, (BYTES / text.length) * 1.005));
  }
}
const withAir = (): string => {
  const file: JobFile = { ...bigJob(400, NOW, 5) };
  const readings = Array.from({ length: 1_000_000 }, (_, i): [number, number, number, 'logger'] => [
    NOW - (1_000_000 - i) * 300_000,
    10 + (i % 20) / 2,
    0.4 + (i % 40) / 100,
    'logger',
  ]);
  return JSON.stringify({ ...file, job: { ...file.job, id: 'air', name: 'Air job' }, air: { readings, heats: [] } });
};

async function main(): Promise<void> {
  const dir = mkdtempSync(path.join(os.tmpdir(), 'stratocoat-large-'));
  const { url, browser, close } = await openBench();
  let worst = 0;
  let stick: Yardstick | undefined;
  try {
    for (const [name, text] of [
      ['large.json', sized()],
      ['air.json', withAir()],
    ] as const) {
      const file = path.join(dir, name);
      writeFileSync(file, text);
      const t0 = performance.now();
      JSON.parse(text);
      const parse = performance.now() - t0;
      const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
      const page = await context.newPage();
      await page.goto(`${url}/shop?own`);
      await page.getByRole('button', { name: 'Import a job file' }).waitFor();
      await page.waitForTimeout(3000);
      stick = await pageYardstick(page, 'fullSpeed');
      await page.evaluate(() => {
        const w = window as unknown as { long: number[] };
        w.long = [];
        new PerformanceObserver((list) => {
          for (const e of list.getEntries()) w.long.push(Math.round(e.duration));
        }).observe({ type: 'longtask' });
      });
      const began = performance.now();
      const [chooser] = await Promise.all([
        page.waitForEvent('filechooser'),
        page.getByRole('button', { name: 'Import a job file' }).click(),
      ]);
      await chooser.setFiles(file);
      const ready = page.getByTestId('import-do');
      await ready.waitFor({ timeout: 300_000 });
      const checked = performance.now() - began;
      await ready.click();
      await page.getByText(/ is in\.$/).waitFor({ timeout: 300_000 });
      const put = performance.now() - began - checked;
      const longSoFar = () => page.evaluate(() => (window as unknown as { long: number[] }).long);
      await page.waitForTimeout(1000);
      const long = await longSoFar();
      await page.waitForTimeout(6000);
      const later = (await longSoFar()).slice(long.length);
      const most = Math.max(0, ...long);
      worst = Math.max(worst, most);
      console.log(
        `${name}: ${Math.round(statSync(file).size / 1e6)} MB, checked in ${(checked / 1000).toFixed(1)} s, put in and shown in ${(put / 1000).toFixed(1)} s; tasks over 50 ms: ${long.join(', ') || 'none'}, later ${later.join(', ') || 'none'}; JSON.parse alone ${Math.round(parse)} ms`,
      );
      await context.close();
    }
  } finally {
    await close();
    rmSync(dir, { recursive: true });
  }
  report('import-large', worst, 'ms', 100, { stick });
}
void main();
