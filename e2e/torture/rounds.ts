import { chromium, type BrowserContext, type Page } from '@playwright/test';
import { buildSync } from 'esbuild';
import express from 'express';
import { mkdtempSync, rmSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { CHROMIUM_ARGS } from '../../playwright.config';
import { createApp } from '../../server/app';
import type { TorturePage } from './page';

declare global {
  interface Window {
    shop: TorturePage;
  }
}

/** What some rounds came to. */
export interface Outcome {
  name: string;
  rounds: number;
  /** Shown as kept and not there afterwards. */
  lost: number;
  /** Half of something, or what cannot be read. */
  torn: number;
  note: string;
}

export const launchArgs = { executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium', args: CHROMIUM_ARGS };

/** A page with the shop's store and nothing else, on a server of its own. */
export async function serve(): Promise<{ port: number; close(): void }> {
  const { outputFiles } = buildSync({
    entryPoints: [path.join(__dirname, 'page.ts')],
    bundle: true,
    write: false,
    format: 'iife',
    alias: { '@': path.join(__dirname, '..', '..', 'src') },
    define: { 'process.env.NODE_ENV': '"production"', __DEV__: 'false' },
    resolveExtensions: ['.web.ts', '.ts', '.tsx', '.js', '.json'],
  });
  const script = outputFiles[0]!.text;
  const app = express();
  app.get('/page.js', (_req, res) => void res.type('js').send(script));
  app.get(
    '/',
    (_req, res) => void res.type('html').send('<!doctype html><title>rounds</title><script src="/page.js"></script>'),
  );
  const server = await new Promise<Server>((resolve) => {
    const s = createServer(app).listen(0, '127.0.0.1', () => resolve(s));
  });
  return {
    port: (server.address() as AddressInfo).port,
    close: () => {
      server.closeAllConnections();
      server.close();
    },
  };
}

export const opened = async (context: BrowserContext, url: string): Promise<Page> => {
  const page = context.pages()[0] ?? (await context.newPage());
  await page.goto(url);
  await page.waitForFunction(() => 'shop' in window);
  return page;
};

/** The browser's own process: what is killed is all of it. */
async function pidOf(context: BrowserContext): Promise<number> {
  const cdp = await context.browser()!.newBrowserCDPSession();
  const { processInfo } = (await cdp.send('SystemInfo.getProcessInfo')) as {
    processInfo: { type: string; id: number }[];
  };
  return processInfo.find((p) => p.type === 'browser')!.id;
}

/** Jobs as they have to be: which entries each has for certain, and which whole sets it may have besides. */
type Expected = Map<string, { certain: Set<string>; maybe: string[][] }>;

/**
 * Writes, imports, merges and deletes, one after the other, until the browser is killed at some moment of it; then it is opened again, and what was
 * told as kept has to be there, and nothing may be there by half.
 */
export async function killRounds(n: number, random: () => number): Promise<Outcome> {
  const { port, close } = await serve();
  const profile = mkdtempSync(path.join(tmpdir(), 'stratocoat-kill-'));
  const out: Outcome = { name: 'killed writes, imports, merges, deletes', rounds: n, lost: 0, torn: 0, note: '' };
  let kept = 0;
  let strays = 0;
  let thrownAway = 0;
  const jobs: Expected = new Map();
  const gone = new Set<string>();
  try {
    for (let round = 0; round <= n; round++) {
      const context = await chromium.launchPersistentContext(profile, launchArgs);
      const page = await opened(context, `http://127.0.0.1:${port}/`);
      const restored = await page.evaluate(() => window.shop.restored());
      if (restored) thrownAway++;
      if (restored && restored.missing.length > 0) out.torn++;
      strays += await page.evaluate(() => window.shop.clear());
      const found = await page.evaluate(() => window.shop.look());
      if (found.stray > 0) out.torn++;
      for (const [id, { ids, unreadable }] of Object.entries(found.jobs)) {
        if (unreadable !== 0) out.torn++;
        const want = jobs.get(id);
        if (!want) {
          out.torn++;
          continue;
        }
        const has = new Set(ids);
        if ([...want.certain].some((e) => !has.has(e))) out.lost++;
        for (const set of want.maybe) {
          const there = set.filter((e) => has.has(e)).length;
          if (there !== 0 && there !== set.length) out.torn++;
          if (there === set.length) for (const e of set) want.certain.add(e);
        }
        if (has.size > want.certain.size) out.torn++;
        want.maybe = [];
      }
      for (const [id, want] of jobs) {
        if (found.jobs[id]) continue;
        // One whose deletion was under way may be gone; a new one may not be there yet.
        if (want.certain.size > 0 && !gone.has(id)) out.lost++;
        jobs.delete(id);
      }
      gone.clear();
      if (round === n) {
        await context.close();
        break;
      }
      const pid = await pidOf(context);
      const killAt = performance.now() + 15 + random() * 220;
      setTimeout(() => process.kill(pid, 'SIGKILL'), killAt - performance.now());
      try {
        for (let i = 0; ; i++) {
          const ids = [...jobs.keys()];
          const pick = ids[Math.floor(random() * ids.length)];
          const act = random();
          if (!pick || (act < 0.12 && ids.length < 6)) {
            const id = `j${round}-${i}`;
            const size = 1 + Math.floor(random() * 1500);
            jobs.set(id, { certain: new Set(), maybe: [Array.from({ length: size }, (_, k) => `${id}-${k}`)] });
            await page.evaluate(([j, s]) => window.shop.put(j, s), [id, size] as const);
            for (const e of jobs.get(id)!.maybe.pop()!) jobs.get(id)!.certain.add(e);
          } else if (act < 0.2) {
            const set = Array.from({ length: 40 }, (_, k) => `m${round}-${i}-${k}`);
            jobs.get(pick)!.maybe.push(set);
            await page.evaluate(([j, p]) => window.shop.merge(j, p, 40), [pick, `m${round}-${i}`] as const);
            for (const e of jobs.get(pick)!.maybe.pop()!) jobs.get(pick)!.certain.add(e);
          } else if (act < 0.25 && ids.length > 2) {
            gone.add(pick);
            await page.evaluate((j) => window.shop.remove(j), pick);
            jobs.delete(pick);
            gone.delete(pick);
          } else {
            const id = `a${round}-${i}`;
            jobs.get(pick)!.maybe.push([id]);
            await page.evaluate(([j, e]) => window.shop.append(j, e), [pick, id] as const);
            jobs.get(pick)!.maybe.pop();
            jobs.get(pick)!.certain.add(id);
          }
          kept++;
        }
      } catch {
        // It is dead, as it should be.
      }
      await context.close().catch(() => undefined);
    }
  } finally {
    close();
    rmSync(profile, { recursive: true, force: true });
  }
  out.note = `${kept} changes were told as kept; ${strays} left-overs cleared; ${thrownAway} times the browser threw the database away, and it came back`;
  return out;
}

/** Two tabs of a page that came over plain http, so that there are no locks, log on one job at once. */
export async function plainHttpRounds(n: number): Promise<Outcome> {
  const { port, close } = await serve();
  const browser = await chromium.launch(launchArgs);
  try {
    const context = await browser.newContext();
    const url = `http://shop.test:${port}/`;
    const [a, b] = [await context.newPage(), await context.newPage()];
    for (const p of [a, b]) {
      await p.goto(url);
      await p.waitForFunction(() => 'shop' in window);
    }
    if (await a.evaluate(() => 'locks' in navigator && navigator.locks !== undefined))
      throw new Error('There are locks here');
    await a.evaluate(() => window.shop.put('j', 1));
    let again = 0;
    for (let i = 0; i < n; i += 50) {
      const size = Math.min(50, n - i);
      const tab = (p: Page, who: string) =>
        p.evaluate(
          async ([w, from, count]) => {
            let tries = 0;
            for (let k = 0; k < count; k++) tries += await window.shop.append('j', `${w}${from + k}`);
            return tries;
          },
          [who, i, size] as const,
        );
      for (const tries of await Promise.all([tab(a, 'a'), tab(b, 'b')])) again += tries;
    }
    const { jobs } = await a.evaluate(() => window.shop.look());
    const has = new Set(jobs.j?.ids);
    let lost = 0;
    for (let i = 0; i < n; i++) for (const who of ['a', 'b']) if (!has.has(`${who}${i}`)) lost++;
    const torn = (jobs.j?.unreadable ?? 1) + (has.size - 1 - (2 * n - lost));
    return {
      name: 'two tabs over plain http',
      rounds: n,
      lost,
      torn,
      note: `${again} times the other one was quicker`,
    };
  } finally {
    await browser.close();
    close();
  }
}

/** The browser's room is taken away under the shop: it says full, shows what it has, lets jobs be deleted, and goes on when there is room again. */
export async function quotaRounds(n: number): Promise<Outcome> {
  const { port, close } = await serve();
  const profiles: string[] = [];
  const out: Outcome = { name: 'no room left', rounds: n, lost: 0, torn: 0, note: '' };
  const told = new Map<string, number>();
  try {
    for (let i = 0; i < n; i++) {
      // A context that keeps nothing has no quota that could be set.
      const profile = mkdtempSync(path.join(tmpdir(), 'stratocoat-quota-'));
      profiles.push(profile);
      const context = await chromium.launchPersistentContext(profile, launchArgs);
      const origin = `http://127.0.0.1:${port}`;
      // Before the store is opened: what room there is it asks once, and then remembers for a while.
      const cdp = await context.newCDPSession(context.pages()[0] ?? (await context.newPage()));
      await cdp.send('Storage.overrideQuotaForOrigin', { origin, quotaSize: 900_000 + i * 10_000 });
      const page = await opened(context, `${origin}/`);
      await page.evaluate(() => window.shop.put('keep', 300).then(() => window.shop.put('drop', 300)));
      const filled = await page.evaluate(() => window.shop.fill(50_000));
      const append = await page.evaluate(() => window.shop.kindOf('append', 'keep'));
      for (const k of [filled, append]) told.set(k, (told.get(k) ?? 0) + 1);
      // Else nothing would be shown by it.
      if (filled !== 'full') out.torn++;
      const before = await page.evaluate(() => window.shop.look());
      // What was there can be read, and is whole; what was not kept is not there.
      if ((before.jobs.keep?.ids.length ?? 0) < 300) out.lost++;
      if (before.jobs.keep?.unreadable !== 0 || (append === 'full' && before.jobs.keep.ids.length !== 300)) out.torn++;
      const removed = await page.evaluate(() => window.shop.kindOf('remove', 'drop'));
      if (removed !== 'kept') out.torn++;
      await cdp.send('Storage.overrideQuotaForOrigin', { origin });
      const after = await page.evaluate(() => window.shop.kindOf('append', 'keep'));
      if (after !== 'kept') out.lost++;
      await page.evaluate(() => window.shop.clear());
      const last = await page.evaluate(() => window.shop.look());
      if (last.jobs.drop || last.stray > 0) out.torn++;
      await context.close();
    }
  } finally {
    close();
    for (const p of profiles) rmSync(p, { recursive: true, force: true });
  }
  out.note = [...told].map(([k, c]) => `${c} times '${k}'`).join(', ');
  return out;
}

/** What a heap may grow over an hour without growing: caches that fill, MB. */
const HEAP_SLACK_MB = 12;

/** The demo left open: its clocks tick, its alarms ring, its devices report, and its memory stays what it was. @param minutes of the page's own time */
export async function openFor(minutes: number): Promise<Outcome> {
  const server = await new Promise<Server>((resolve) => {
    const app = createApp({ dist: path.join(__dirname, '..', '..', 'dist'), demo: true, bench: true });
    const s = createServer(app).listen(0, '127.0.0.1', () => resolve(s));
  });
  const browser = await chromium.launch(launchArgs);
  try {
    const context = await browser.newContext({ viewport: { width: 390, height: 844 }, serviceWorkers: 'block' });
    const page = await context.newPage();
    const faults: string[] = [];
    page.on('pageerror', (e) => faults.push(e.message));
    await page.clock.install();
    await page.goto(`http://127.0.0.1:${(server.address() as AddressInfo).port}/?demo`);
    await page.getByTestId('today').waitFor();
    const cdp = await context.newCDPSession(page);
    const heapMb = async () => {
      await cdp.send('HeapProfiler.collectGarbage');
      return (await cdp.send('Runtime.getHeapUsage')).usedSize / 1e6;
    };
    const live = async (from: number, to: number) => {
      for (let i = from; i < to; i++) await page.clock.runFor(60_000);
    };
    // What fills once fills in the first minutes.
    const warm = Math.min(10, Math.ceil(minutes / 4));
    await live(0, warm);
    const before = await heapMb();
    await live(warm, minutes);
    const after = await heapMb();
    return {
      name: 'left open, minutes',
      rounds: minutes,
      lost: 0,
      torn: faults.length + (after - before > HEAP_SLACK_MB ? 1 : 0),
      note: `heap ${before.toFixed(1)} MB, then ${after.toFixed(1)} MB${faults.length > 0 ? `; ${faults[0]}` : ''}`,
    };
  } finally {
    await browser.close();
    server.closeAllConnections();
    server.close();
  }
}
