import { expect, test as base, type Page } from '@playwright/test';
import { cp, mkdtemp, readdir, readFile, rename, rm, writeFile } from 'node:fs/promises';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { brotliCompressSync, gzipSync } from 'node:zlib';
import { createApp } from '../server/app';
import { untilSaved } from './helpers';

/** A server of the test's own, which can be stopped, over a copy of the app, which can be changed. */
const test = base.extend<{ shop: { url: string; dist: string; stop(): Promise<void> } }>({
  serviceWorkers: 'allow',
  shop: async ({}, provide) => {
    const dist = await mkdtemp(path.join(tmpdir(), 'stratocoat-dist-'));
    await cp(path.join(__dirname, '..', 'dist'), dist, { recursive: true });
    const server = await new Promise<Server>((resolve) => {
      const s = createServer(createApp({ dist, demo: false })).listen(0, '127.0.0.1', () => resolve(s));
    });
    const stop = () =>
      new Promise<void>((resolve) => {
        server.close(() => resolve());
        server.closeAllConnections();
      });
    await provide({ url: `http://127.0.0.1:${(server.address() as AddressInfo).port}`, dist, stop });
    await stop();
    await rm(dist, { recursive: true });
  },
});

/** Waits until the service worker has every file. */
const untilKept = (page: Page) => page.evaluate(() => navigator.serviceWorker.ready.then((r) => r.active?.state));

test('after the first visit the app is there without a network: views that were never opened, entries, a reload', async ({
  page,
  context,
  shop,
}) => {
  await page.goto(`${shop.url}/?demo`);
  await expect(page.getByTestId('today')).toBeVisible();
  await untilKept(page);
  await shop.stop();
  // Another page, as the phone in the booth opens it the next day.
  const booth = await context.newPage();
  await booth.goto(`${shop.url}/log?job=bread-van&zones=cover-all&kind=cleaned`);
  await booth.getByTestId('save').click();
  await expect(booth.getByTestId('last-entry')).toHaveText(/Cleaned/);
  await untilSaved(booth);
  for (const route of [
    '/air',
    '/mix',
    '/shop',
    '/fair?job=bread-van&panel=right-door',
    '/map?job=bread-van&panel=left-door',
  ]) {
    await booth.goto(`${shop.url}${route}`);
    await expect(booth.getByRole('heading', { level: 1 })).toBeVisible();
    await expect(booth.getByTestId('broken')).toHaveCount(0);
  }
});

/** Every script of a build under other names, as a change gives them. */
async function rebuild(dist: string, halfThere?: () => Promise<void>): Promise<void> {
  const scripts = path.join(dist, '_expo', 'static', 'js', 'web');
  const names = (await readdir(scripts)).filter((n) => n.endsWith('.js'));
  const renamed = new Map(
    names.map((n) => [n, n.replace(/-[0-9a-f]{32}\.js$/, (h) => `-${h.slice(2, 33)}${h[1]}.js`)]),
  );
  // The loader knows files by their name and the first signs of their sum.
  const short = (name: string) => `"${name.slice(0, -29)}"`;
  for (const [from, to] of renamed) {
    let text = await readFile(path.join(scripts, from), 'utf8');
    for (const [a, b] of renamed) text = text.replaceAll(a, b).replaceAll(short(a), short(b));
    await rm(path.join(scripts, from));
    await writeFile(path.join(scripts, to), text);
  }
  for (const n of await readdir(scripts)) if (/\.(br|gz)$/.test(n)) await rm(path.join(scripts, n));
  await halfThere?.();
  for (const n of ['index.html', 'sw.js']) {
    const file = path.join(dist, n);
    let text = await readFile(file, 'utf8');
    for (const [a, b] of renamed) text = text.replaceAll(a, b);
    if (n === 'index.html') text = text.replace('</head>', '<meta name="build" content="second"></head>');
    if (n === 'sw.js')
      text = text.replace(/"revision":"[0-9a-f]+","url":"index.html"/, '"revision":"second","url":"index.html"');
    await writeFile(`${file}.new`, text);
    await rename(`${file}.new`, file);
    // As a build does it: beside each file what was compressed beforehand.
    await writeFile(`${file}.br`, brotliCompressSync(text));
    await writeFile(`${file}.gz`, gzipSync(text));
  }
}

test('a new build: the tab that is open goes on, is offered the new one when it is whole, and loads it', async ({
  page,
  shop,
}) => {
  await page.goto(`${shop.url}/?demo`);
  await expect(page.getByTestId('today')).toBeVisible();
  await untilKept(page);
  await page.reload();
  await expect(page.getByTestId('today')).toBeVisible();
  await rebuild(shop.dist);
  await page.evaluate(async () => (await navigator.serviceWorker.ready).update());
  await expect(page.getByTestId('new-version')).toBeVisible();
  // The old one still works, with views that it had not loaded.
  await page.getByRole('link', { name: 'Mix', exact: true }).click();
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await page.getByTestId('new-version').getByRole('button', { name: 'Load it' }).click();
  await expect(page.locator('meta[name=build]')).toHaveCount(1);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
});

test('without a service worker, a view whose file is gone loads the page again by itself, as often as there is another build', async ({
  browser,
  shop,
}) => {
  const context = await browser.newContext({ serviceWorkers: 'block' });
  const page = await context.newPage();
  await page.goto(`${shop.url}/?demo`);
  await expect(page.getByTestId('today')).toBeVisible();
  // What comes behind the page is there first: only the view that is opened next is gone.
  const behind = async () => {
    await page.waitForFunction(() => {
      const names = performance.getEntriesByType('resource').map((r) => r.name);
      return ['AtRest', 'NowLine', 'Orders', 'BackupDue'].every((n) => names.some((x) => x.includes(`/${n}-`)));
    });
    await page.waitForLoadState('networkidle');
  };
  await behind();
  await rebuild(shop.dist);
  await page.getByRole('link', { name: 'Mix', exact: true }).click();
  await expect(page.locator('meta[name=build]')).toHaveCount(1);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await expect(page.getByTestId('broken')).toHaveCount(0);
  // Another build within the minute: the page was loaded again just now, and is once more.
  // It is looked at while it is half there, when the server still names the files before it.
  await behind();
  await rebuild(shop.dist, async () => {
    const asked = page.waitForResponse(`${shop.url}/`);
    await page.getByRole('link', { name: 'Shop', exact: true }).click();
    await asked;
    await expect(page.getByTestId('broken')).toBeVisible();
  });
  await expect(page.locator('meta[name=build]')).toHaveCount(2);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  await expect(page.getByTestId('broken')).toHaveCount(0);
  await context.close();
});

test('with the server away and no service worker, a view that is not here says so, and nothing is lost', async ({
  browser,
  shop,
}) => {
  const context = await browser.newContext({ serviceWorkers: 'block' });
  const page = await context.newPage();
  await page.goto(`${shop.url}/?demo`);
  await expect(page.getByTestId('today')).toBeVisible();
  await shop.stop();
  await page.getByRole('link', { name: 'Mix', exact: true }).click();
  await expect(page.getByTestId('broken')).toContainText('This view is not here');
  await context.close();
});
