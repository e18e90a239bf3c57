/**
 * A shop of 60 jobs, 40 panels and about 300 entries in each, taken in as one file, with the CPU slowed down four times. Bounds at the usual value of the
 * yardstick: Today from nothing 4 s and again 2 s, the log sheet 1 s, a save told 300 ms (medians), and no task of the page over 200 ms in the ten
 * seconds after a file of 120,000 entries on one zone is in. Beside it, without a bound: bytes an entry in the store and in its copy.
 */
import type { Page } from '@playwright/test';
import { packFiles } from '../src/core/formats/zip';
import { writeShopFiles } from '../src/core/formats/shopFile';
import { DEFAULT_SETTINGS } from '../src/core/formats/settings';
import { openBench } from './browser';
import { largeShop } from './largeShop';
import { yearOfAir } from './manyJobs';
import { percentile, report } from './report';
import { pageYardstick } from './yardstick';

const NOW = Date.now();
const ROUNDS = Number(process.env.ROUNDS ?? 5);

/** From now until a text of the page answers, and the frame after it, ms. */
const shown = (page: Page, selector: string) =>
  page.evaluate(
    (s) =>
      new Promise<number>((resolve) => {
        const look = () => {
          const e = document.querySelector(s);
          if (e?.textContent) resolve(performance.now());
          else requestAnimationFrame(look);
        };
        look();
      }),
    selector,
  );
const clicked = (page: Page, selector: string, until: string) =>
  page.evaluate(
    ([s, u]) =>
      new Promise<number>((resolve, reject) => {
        const t0 = performance.now();
        document.querySelector<HTMLElement>(s)!.click();
        const look = () => {
          const ms = performance.now() - t0;
          if (document.querySelector(u)) resolve(ms);
          else if (ms > 60_000) reject(new Error(`${u} did not come after ${s}`));
          else requestAnimationFrame(look);
        };
        look();
      }),
    [selector, until] as const,
  );

/** Bytes that stand in the store and in its copy. */
const bytesOf = (page: Page) =>
  page.evaluate(async () => {
    const db = await new Promise<IDBDatabase>((done) => {
      const r = indexedDB.open('stratocoat');
      r.onsuccess = () => done(r.result);
    });
    const store = await new Promise<{ key: string; text: string }[]>((done) => {
      const out: { key: string; text: string }[] = [];
      const r = db.transaction('entries').objectStore('entries').openCursor();
      r.onsuccess = () => {
        const c = r.result;
        if (!c) return done(out);
        out.push({ key: c.key as string, text: c.value as string });
        c.continue();
      };
    });
    db.close();
    const events = store.filter((r) => r.key.includes('/event/'));
    const { usage = 0 } = await navigator.storage.estimate();
    const cache = await caches.open('stratocoat-mirror/stratocoat');
    let copy = 0;
    for (const r of await cache.keys()) copy += (await (await cache.match(r))!.text()).length;
    return {
      records: events.length,
      signs: events.reduce((n, r) => n + r.text.length + r.key.length, 0),
      usage,
      copy,
    };
  });

async function main(): Promise<void> {
  const { url, browser, close } = await openBench();
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, serviceWorkers: 'block' });
  const page = await context.newPage();
  const jobs = largeShop(NOW);
  const entries = jobs.reduce((n, j) => n + j.events.length, 0);
  const zip = packFiles(
    writeShopFiles({
      exportedMs: NOW,
      settings: DEFAULT_SETTINGS,
      products: [],
      jobs,
      readings: yearOfAir(NOW),
      heats: [],
      alarms: {},
      workClocks: [],
      forecast: null,
      shelf: [],
    }),
  );
  await page.goto(`${url}/shop?own`);
  const [chooser] = await Promise.all([
    page.waitForEvent('filechooser'),
    page.getByRole('button', { name: 'Take in a shop file' }).click(),
  ]);
  await chooser.setFiles({ name: 'shop.zip', mimeType: 'application/zip', buffer: Buffer.from(zip) });
  await page.getByTestId('shop-do').click({ timeout: 120_000 });
  await page.getByTestId('notification').waitFor({ timeout: 120_000 });
  // A shop that has been open before: what stands still on its jobs is kept beside their logs.
  await page.getByRole('link', { name: 'Today' }).click();
  await page.waitForTimeout(25_000);
  await page.close();

  const starts: number[] = [];
  const agains: number[] = [];
  const sheets: number[] = [];
  const saves: number[] = [];
  let stick: Awaited<ReturnType<typeof pageYardstick>> | undefined;
  for (let i = 0; i < ROUNDS; i++) {
    const p = await context.newPage();
    const cdp = await context.newCDPSession(p);
    await p.goto('about:blank');
    await cdp.send('Emulation.setCPUThrottlingRate', { rate: 4 });
    await p.goto(`${url}/`, { waitUntil: 'commit' });
    starts.push(await shown(p, '[data-testid=today] h1, [data-testid=today] [role=heading]'));
    await p.waitForTimeout(6000);
    await clicked(p, '[role=link][aria-label=Air]', '[data-testid=air]');
    await p.waitForTimeout(1500);
    agains.push(await clicked(p, '[role=link][aria-label=Today]', '[data-testid=today]'));
    await p.waitForTimeout(1500);
    // A page of its own, as from a bookmark: nothing is loaded yet.
    // Another job each time: what is proposed on a panel may be against something once it was logged twice.
    await p.goto(`${url}/panel/job${59 - i}/job${59 - i}-p3`, { waitUntil: 'commit' });
    await shown(p, '[data-testid=panel]');
    await p.waitForSelector('[data-testid=log]', { timeout: 60_000 });
    await p.waitForTimeout(2500);
    sheets.push(await clicked(p, '[data-testid=log]', '[data-testid=log-sheet]'));
    await p.waitForTimeout(1500);
    saves.push(await clicked(p, '[data-testid=save]', '[data-testid=last-entry]'));
    await p.waitForTimeout(3000);
    // Each round at the speed that the machine had in it.
    stick = await pageYardstick(p);
    for (const list of [starts, agains, sheets, saves]) list.push(stick.usual(list.pop() ?? 0));
    if (process.env.VERBOSE)
      console.log(
        [starts, agains, sheets, saves].map((l) => Math.round(l[l.length - 1] ?? 0)).join(' '),
        String(stick),
      );
    await p.close();
  }
  const look = await context.newPage();
  await look.goto(`${url}/shop`);
  const bytes = await bytesOf(look);
  const m = (list: number[]) => percentile(list, 0.5);
  const line = (name: string, list: number[]) =>
    `${name} ${m(list).toFixed(0)} (worst ${Math.max(...list).toFixed(0)}) ms`;
  console.log(
    `${entries} entries; ${[line('Today from nothing', starts), line('again', agains), line('log sheet', sheets), line('a save', saves)].join(', ')}; ${bytes.records} records of entries, ${(bytes.signs / entries).toFixed(0)} signs an entry, ${(bytes.usage / entries / 1000).toFixed(2)} kB an entry in all, ${(bytes.copy / entries).toFixed(0)} signs of them in the copy`,
  );
  await close();
  report('large-shop', m(starts), 'ms', 4000, {
    ok: m(starts) < 4000 && m(agains) < 2000 && m(sheets) < 1000 && m(saves) < 300,
  });
}
main().catch((e: unknown) => {
  console.error(e);
  process.exit(1);
});
