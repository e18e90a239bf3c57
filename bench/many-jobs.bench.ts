/**
 * Twelve jobs with panels of eight kinds each, every one with its own surface, and a year of readings every fifteen minutes.
 * Bounds: what the alarms look at every minute 20 ms and one more reading 10 ms (medians, in Node); a zone drawn or a product
 * saved and Today drawn again where it is open, 100 ms (95th percentile, in Chromium with the CPU slowed down four times); heap flat
 * over 2,000 changes. Beside it: all of it worked out anew, as a book that knows nothing has to; and, without a bound, the same changes on
 * one slow page, and the tap on Today that puts its page up from nothing.
 */
import type { BrowserContext, Page } from '@playwright/test';
import {
  addReadings,
  alarmsOf,
  ClockBook,
  foldLog,
  HOUR_MS,
  lookupIn,
  MINUTE_MS,
  SHIPPED_PRODUCTS,
  splitDays,
  zoneFacts,
  type ClimateReading,
  type ShopAir,
} from '../src/core';
import { withJob, withProducts, type OpenJob } from '../src/data/openJob';
import { openBench } from './browser';
import { manyJobs, OWN_CLEAR, yearOfAir } from './manyJobs';
import { percentile, report } from './report';
import { pageYardstick, type Yardstick } from './yardstick';

const NOW = Math.floor(Date.now() / MINUTE_MS) * MINUTE_MS;
const library = [...SHIPPED_PRODUCTS, OWN_CLEAR];
const products = lookupIn(library);
const files = manyJobs(NOW);
const readings = yearOfAir(NOW);
const CHANGES = 2000;
/** What a heap may grow between two looks without growing: caches that fill, and what the engine has not put away, MB. */
const HEAP_SLACK_MB = 12;

const openAll = (): OpenJob[] =>
  files.map(({ job, events }) => ({
    job,
    seq: events.length,
    no: 1,
    unreadable: [],
    products,
    state: foldLog(events, products, zoneFacts(job)),
  }));
const airOf = (days: ShopAir['days']): ShopAir => ({
  days,
  forecast: [],
  heats: [],
  assumed: { tempC: 20, rh: 0.5 },
});

/** What the alarms look at: every zone of every job. */
function look(book: ClockBook, jobs: readonly OpenJob[], air: ShopAir, nowMs: number): number {
  const room = book.room(
    air,
    jobs.map((j) => j.state.air),
  );
  let due = 0;
  for (const open of jobs) {
    const statuses = book.statuses(open, air, room, nowMs);
    for (const z of open.job.zones) {
      const status = statuses.get(z.id);
      if (status) due += alarmsOf(z.id, status, nowMs, 12 * HOUR_MS).length;
    }
  }
  return due;
}

const since = (t0: number) => performance.now() - t0;
function heapMb(): number {
  globalThis.gc?.();
  return process.memoryUsage().heapUsed / 1e6;
}

function counted(): { tick: number; more: number; grown: number } {
  const jobs = openAll();
  let days: ShopAir['days'] = splitDays(readings);
  let air = airOf(days);
  const t0 = performance.now();
  const book = new ClockBook();
  if (look(book, jobs, air, NOW) === 0) throw new Error('No alarm anywhere: the bench measures nothing');
  const first = since(t0);
  const ticks: number[] = [];
  const mores: number[] = [];
  let now = NOW;
  const another = (): ClimateReading => ({ atMs: now, tempC: 12 + (now % 7), rh: 0.6, source: 'logger' });
  for (let i = 0; i < 120; i++) {
    now += 15 * MINUTE_MS;
    const t1 = performance.now();
    look(book, jobs, air, now);
    ticks.push(since(t1));
    const t2 = performance.now();
    days = addReadings(days, [another()]).days;
    air = airOf(days);
    look(book, jobs, air, now);
    mores.push(since(t2));
  }
  // A zone drawn and a product saved, over and over, with everything looked at again.
  let open = jobs;
  const change = (i: number) => {
    const k = i % open.length;
    const lookup = i % 2 ? lookupIn(library.map((p, n) => (n === i % 7 || p === OWN_CLEAR ? { ...p } : p))) : undefined;
    open = open.map((o, n) =>
      lookup
        ? withProducts(o, lookup)
        : n === k
          ? withJob(o, { ...o.job, zones: o.job.zones.map((z) => ({ ...z, areaCm2: z.areaCm2 + 1 })) })
          : o,
    );
    if (i % 4 === 3) {
      now += 15 * MINUTE_MS;
      days = addReadings(days, [another()]).days;
      air = airOf(days);
    }
    look(book, open, air, now);
  };
  for (let i = 0; i < 200; i++) change(i);
  const before = heapMb();
  const t3 = performance.now();
  for (let i = 0; i < CHANGES; i++) change(i);
  const each = since(t3) / CHANGES;
  const grown = heapMb() - before;
  const [tick, more] = [percentile(ticks, 0.5), percentile(mores, 0.5)];
  console.log(
    `in Node: all of it anew ${first.toFixed(0)} ms; alarm tick median ${tick.toFixed(1)} ms (p95 ${percentile(ticks, 0.95).toFixed(1)}), one more reading median ${more.toFixed(1)} ms (p95 ${percentile(mores, 0.95).toFixed(1)}); ${CHANGES} changes, ${each.toFixed(1)} ms each, heap ${before.toFixed(0)} MB, then ${grown >= 0 ? '+' : ''}${grown.toFixed(1)} MB`,
  );
  return { tick, more, grown };
}

/** A page at rest, at a quarter of the speed, and still sooner than anybody taps again. */
const REST_MS = 600;

/** From a click until the frame after what is awaited is there, or (with `!` before it) is there no more, ms. */
const clickedUntil = (page: Page, clicked: string, shown: string) =>
  page.evaluate(
    ([on, until]) =>
      new Promise<number>((resolve, reject) => {
        setTimeout(() => reject(new Error(`no ${until} after ${on}`)), 20_000);
        const t0 = performance.now();
        const painted = () => {
          watch.disconnect();
          requestAnimationFrame(() => {
            const after = new MessageChannel();
            after.port1.onmessage = () => resolve(performance.now() - t0);
            after.port2.postMessage(0);
          });
        };
        const there = () =>
          until.startsWith('!') ? !document.querySelector(until.slice(1)) : document.querySelector(until);
        const watch = new MutationObserver(() => there() && painted());
        watch.observe(document.body, { subtree: true, childList: true, characterData: true });
        document.querySelector<HTMLElement>(on)!.click();
      }),
    [clicked, shown] as const,
  );

/** From another tab's word of a change until the frame after the last thing that the page draws for it, ms; 0 if it draws nothing. */
const watchOtherTab = (page: Page) =>
  page.evaluate((QUIET_MS) => {
    const settled = new Promise<number>((resolve) => {
      const others = new BroadcastChannel('stratocoat');
      others.onmessage = () => {
        const t0 = performance.now();
        let last = t0;
        let quiet = setTimeout(done, QUIET_MS * 4);
        const watch = new MutationObserver(() =>
          requestAnimationFrame(() => {
            const after = new MessageChannel();
            after.port1.onmessage = () => {
              last = performance.now();
              clearTimeout(quiet);
              quiet = setTimeout(done, QUIET_MS);
            };
            after.port2.postMessage(0);
          }),
        );
        function done() {
          watch.disconnect();
          resolve(last - t0);
        }
        watch.observe(document.body, { subtree: true, childList: true, characterData: true, attributes: true });
        others.close();
      };
    });
    Object.assign(window, { settled });
  }, 300);
const settled = (page: Page) => page.evaluate(() => (window as unknown as { settled: Promise<number> }).settled);

/** A page in a window of its own: of the tabs of one window only the one in front draws. */
async function newWindow(context: BrowserContext, beside: Page): Promise<Page> {
  const cdp = await context.newCDPSession(beside);
  const { targetInfo } = (await cdp.send('Target.getTargetInfo')) as { targetInfo: { browserContextId?: string } };
  const [page] = await Promise.all([
    context.waitForEvent('page'),
    cdp.send('Target.createTarget', {
      url: 'about:blank',
      newWindow: true,
      browserContextId: targetInfo.browserContextId,
    }),
  ]);
  await page.setViewportSize({ width: 390, height: 844 });
  return page;
}

async function drawn(): Promise<{ today: number; grown: number; stick: Yardstick }> {
  const { url, browser, close } = await openBench();
  const context = await browser.newContext({ viewport: { width: 390, height: 844 } });
  const page = await context.newPage();
  await page.goto(`${url}/?own`);
  await page.getByRole('link', { name: 'Shop', exact: true }).click();
  for (const file of files) {
    const [chooser] = await Promise.all([
      page.waitForEvent('filechooser'),
      page.getByText('Import a job file').click(),
    ]);
    await chooser.setFiles({
      name: 'job.json',
      mimeType: 'application/json',
      buffer: Buffer.from(JSON.stringify(file)),
    });
    await page.getByTestId('import-do').click({ timeout: 60_000 });
    await page.getByText(`${file.job.name} is in.`).waitFor({ timeout: 60_000 });
  }
  await page.getByRole('link', { name: 'Air', exact: true }).click();
  const csv = [
    'time;temperature;humidity',
    ...readings.map((r) => `${new Date(r.atMs).toISOString()};${r.tempC};${Math.round(r.rh * 100)}`),
  ];
  const [chooser] = await Promise.all([
    page.waitForEvent('filechooser'),
    page.getByRole('button', { name: /^Import/ }).click(),
  ]);
  await chooser.setFiles({ name: 'air.csv', mimeType: 'text/csv', buffer: Buffer.from(csv.join('\n')) });
  await page.getByTestId('readings-do').click({ timeout: 60_000 });
  await page
    .getByText(/are in|is in/)
    .first()
    .waitFor({ timeout: 120_000 });
  await page.goto(url);
  await page.getByTestId('today').waitFor({ timeout: 60_000 });
  const cdp = await page.context().newCDPSession(page);
  await cdp.send('Emulation.setCPUThrottlingRate', { rate: 4 });
  const stick = await pageYardstick(page);

  // Today as it lies open, on a slow machine, while somebody works in another tab.
  const open = await newWindow(context, page);
  await open.goto(url);
  await open.getByTestId('today').waitFor({ timeout: 60_000 });
  const slow = await page.context().newCDPSession(open);
  await slow.send('Emulation.setCPUThrottlingRate', { rate: 4 });
  const again: number[] = [];
  const changes: number[] = [];
  const todays: number[] = [];
  const tab = (name: string) => `[role=link][aria-label=${name}]`;
  /** A change, then Today: the way of a thumb that looks what comes of it. */
  const changeThenToday = async (button: string, shown: string) => {
    await page.mouse.move(0, 0);
    await watchOtherTab(open);
    await page.waitForTimeout(REST_MS);
    changes.push(await clickedUntil(page, button, shown));
    again.push(await settled(open));
    todays.push(await clickedUntil(page, tab('Today'), '[data-testid=today]'));
    await page.waitForTimeout(REST_MS);
  };
  for (let i = 0; i < 10; i++) {
    await page.goto(`${url}/map?job=job${i}&panel=job${i}-p${i % 8}`);
    await page.getByTestId('map').waitFor({ timeout: 60_000 });
    await page.getByRole('link', { name: 'Today' }).click();
    await page.getByTestId('today').waitFor();
    await page.goBack();
    await page.getByRole('radio', { name: 'Zone', exact: true }).click();
    await page.getByLabel('Name of the zone').fill('Corner');
    const map = (await page.getByTestId('map').boundingBox())!;
    for (const [x, y] of [
      [0.2, 0.3],
      [0.35, 0.3],
      [0.35, 0.5],
      [0.2, 0.5],
    ] as const)
      await page.mouse.click(map.x + x * map.width, map.y + y * map.height);
    await changeThenToday('[data-testid=keep-outline]', '![data-testid=keep-outline]');
  }
  await page.goto(`${url}/library/${OWN_CLEAR.id}`);
  const edit = page.getByRole('button', { name: 'Change the figures' });
  for (let i = 0; i < 21; i++) {
    await edit.click();
    await page.getByLabel('Name', { exact: true }).fill(`Shop clear, batch ${i}`);
    await changeThenToday('[data-testid=save]', '![data-testid=save]');
    await page.goBack();
    await edit.waitFor();
  }
  // The first of each warms the page up.
  for (const list of [changes, todays, again]) {
    list.splice(10, 1);
    list.splice(0, 1);
  }
  await stick.take();
  await cdp.send('Emulation.setCPUThrottlingRate', { rate: 1 });
  const heap = async () => {
    await cdp.send('HeapProfiler.collectGarbage');
    return ((await cdp.send('Runtime.getHeapUsage')) as { usedSize: number }).usedSize / 1e6;
  };
  const save = async (times: number) => {
    for (let i = 0; i < times; i++) {
      await clickedUntil(page, '[data-testid=change]', '[data-testid=save]');
      await clickedUntil(page, '[data-testid=save]', '[data-testid=change]');
    }
  };
  await save(100);
  const before = await heap();
  await save(CHANGES);
  const grown = (await heap()) - before;
  // A zone on which nothing was logged says nothing on Today; a product's new name does.
  if (again.slice(10).some((ms) => ms === 0))
    throw new Error('Today showed nothing of a product: the bench measures nothing');
  const spread = (list: number[]) =>
    `median ${percentile(list, 0.5).toFixed(0)} ms, p95 ${percentile(list, 0.95).toFixed(0)} ms`;
  console.log(
    `in Chromium, CPU at a quarter, ${again.length} changes: Today drawn again where it is open ${spread(again)}; the tap that keeps a zone or saves a product until its page is done with it ${spread(changes)}; the tap on Today until it is put up ${spread(todays)}; ${CHANGES} saves at full speed, heap ${before.toFixed(0)} MB, then ${grown >= 0 ? '+' : ''}${grown.toFixed(1)} MB`,
  );
  await close();
  return { today: percentile(again, 0.95), grown, stick };
}

async function main(): Promise<void> {
  const core = counted();
  const app = await drawn();
  const flat = Math.max(core.grown, app.grown) <= HEAP_SLACK_MB;
  report('many-jobs', app.today, 'ms', 100, {
    stick: app.stick,
    ok: app.stick.usual(app.today) <= 100 && core.tick <= 20 && core.more <= 10 && flat,
  });
}
main().catch((e: unknown) => {
  console.error(e);
  process.exit(1);
});
