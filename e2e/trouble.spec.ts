import { chromium, type Page } from '@playwright/test';
import { mkdtemp, readFile, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { CHROMIUM_ARGS, PORT } from '../playwright.config';
import { answer, expect, openDemo, ownShop, pick, press, storedEvents, test } from './helpers';

const van = path.join(__dirname, '..', 'demo', 'bread-van.json');

async function offer(page: Page, name: string, text: string): Promise<void> {
  const [chooser] = await Promise.all([page.waitForEvent('filechooser'), press(page, 'Import a job file')]);
  await chooser.setFiles({ name, mimeType: 'application/json', buffer: Buffer.from(text) });
}

test('a broken file is refused whole, with line and field named, twelve ways', async ({ page }) => {
  await ownShop(page);
  await page.getByRole('link', { name: 'Shop', exact: true }).click();
  const good = await readFile(van, 'utf8');
  type File = {
    version: number;
    events: Record<string, unknown>[];
    job: { zones: Record<string, unknown>[] };
    products: Record<string, unknown>[];
  };
  const broken = (change: (f: File) => void): string => {
    const f = JSON.parse(good) as File;
    change(f);
    return JSON.stringify(f, null, 1);
  };
  const damages: [string, RegExp][] = [
    [good.slice(0, 9000), /not whole JSON/],
    ['PK\u0003\u0004 junk', /not whole JSON/],
    ['{}', /not a Stratocoat job file/],
    [broken((f) => (f.version = 99)), /version 99/],
    [broken((f) => (f.events[3]!.kind = 'conjured')), /Line \d+: .*conjured.*events\[3\]\.kind/],
    [broken((f) => (f.events[4]!.id = f.events[2]!.id)), /there twice/],
    [broken((f) => delete f.events[5]!.zoneIds), /Zones are missing/],
    [broken((f) => (f.events[6]!.atMs = 'yesterday')), /Time: a time is needed/],
    [broken((f) => (f.job.zones[0]!.areaCm2 = -1)), /Area must be between/],
    [broken((f) => (f.products = f.products.slice(1))), /is not in the file/],
    [`${'['.repeat(60)}${']'.repeat(60)}`, /nested deeper/],
    [broken((f) => (f.events[3]!.atMs = 5)), /before 1980/],
  ];
  for (const [text, says] of damages) {
    await offer(page, 'job.json', text);
    await expect(page.getByTestId('import-refused')).toContainText(says);
    await expect(page.getByTestId('import-refused')).toContainText('Nothing was changed');
  }
  const kept = await storedEvents(page, 'stratocoat');
  expect(kept).toEqual([{ head: expect.objectContaining({ seq: 1 }) as unknown, events: 1 }]);
});

test('importing over a job that is here says so first', async ({ page }) => {
  await openDemo(page, '/shop');
  await offer(page, 'van.json', await readFile(van, 'utf8'));
  await expect(page.getByTestId('import-ready')).toContainText(
    /The same job is here, with \d+ entries: \d+ are in both/,
  );
  await expect(page.getByTestId('import-ready')).toContainText(/of those in both say something else in the file/);
  await press(page, 'Leave it');
  await expect(page.getByTestId('import-ready')).toHaveCount(0);
});

/** Where in a write the plug is pulled: while its transaction is open, when it is through but nothing shows it yet, or wherever it comes. */
const MOMENTS = { open: 0, through: 1, any: NaN } as const;

test('a browser killed during a write leaves the log before or after the event, never between', async () => {
  test.setTimeout(180_000);
  const profile = await mkdtemp(path.join(tmpdir(), 'stratocoat-'));
  const launch = () =>
    chromium.launchPersistentContext(profile, {
      executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
      args: CHROMIUM_ARGS,
      viewport: { width: 390, height: 844 },
    });
  const vanOf = async (page: Page) => {
    const heads = await storedEvents(page, 'stratocoat-demo');
    for (const j of heads) expect(j.head!.seq).toBe(j.events);
    return Math.max(...heads.map((j) => j.events));
  };
  try {
    for (const [moment, more] of Object.entries(MOMENTS)) {
      const context = await launch();
      const page = context.pages()[0] ?? (await context.newPage());
      await page.addInitScript((when) => {
        const put = IDBObjectStore.prototype.put;
        IDBObjectStore.prototype.put = function (value: unknown, key?: IDBValidKey) {
          const request = put.call(this, value, key);
          // Of the two records of an append the event is the first to be put.
          if (sessionStorage.getItem('watched') && String(key).includes('/event/')) {
            if (when === 'through') this.transaction.addEventListener('complete', () => console.debug('now'));
            else console.debug('now');
            // A transaction with a request under way is not through.
            const hold = () => (this.get('shop').onsuccess = hold);
            if (when === 'open') hold();
          }
          return request;
        };
      }, moment);
      await page.goto(`http://127.0.0.1:${PORT}/log?demo&job=bread-van&zones=cover-all&kind=cleaned`);
      await expect(page.getByTestId('save')).toBeVisible();
      const before = await vanOf(page);
      await page.evaluate(() => sessionStorage.setItem('watched', 'yes'));
      const browser = await context.browser()!.newBrowserCDPSession();
      const { processInfo } = (await browser.send('SystemInfo.getProcessInfo')) as {
        processInfo: { type: string; id: number }[];
      };
      const { id } = processInfo.find((p) => p.type === 'browser')!;
      const writing = page.waitForEvent('console', (m) => m.text() === 'now');
      await page.getByTestId('save').click({ noWaitAfter: true });
      await writing;
      process.kill(id, 'SIGKILL');
      await context.close().catch(() => undefined);

      const again = await launch();
      const check = again.pages()[0] ?? (await again.newPage());
      await check.goto(`http://127.0.0.1:${PORT}/panel/bread-van/cover?demo`);
      await expect(answer(check)).toHaveText('Engine cover');
      const after = await vanOf(check);
      if (Number.isNaN(more)) expect([before, before + 1]).toContain(after);
      else expect(after).toBe(before + more);
      await expect(check.getByText(/cannot be read/)).toHaveCount(0);
      await again.close();
    }
  } finally {
    await rm(profile, { recursive: true, force: true });
  }
});

test('two tabs: the second sees what the first logged, and a write on an old state is not lost', async ({
  page,
  context,
}) => {
  await openDemo(page, '/log?job=bread-van&zones=cover-all&kind=cleaned');
  const other = await context.newPage();
  await other.goto('/log?job=bread-van&zones=cover-all&kind=sanded');
  await expect(other.getByTestId('save')).toBeVisible();
  // Both sheets stand open on the same state of the log; both are saved.
  await Promise.all([page.getByTestId('save').click(), other.getByTestId('save').click()]);
  await expect(page.getByTestId('last-entry')).toBeVisible();
  await expect(other.getByTestId('last-entry')).toBeVisible();
  for (const p of [page, other]) {
    const done = p.getByRole('region', { name: 'What was done' });
    await expect(done.getByText('Wax and grease remover').first()).toBeVisible();
    await expect(done.getByRole('button', { name: /^Sanded/ }).first()).toBeVisible();
  }
  const stored = await storedEvents(page, 'stratocoat-demo');
  for (const j of stored) expect(j.head!.seq).toBe(j.events);
  expect(Math.max(...stored.map((j) => j.events))).toBeGreaterThanOrEqual(142);
});

test('storage that is refused is said at once, and the shop still opens', async ({ browser }) => {
  const context = await browser.newContext();
  const page = await context.newPage();
  await page.addInitScript(() => {
    IDBFactory.prototype.open = () => {
      throw new DOMException('The operation is insecure.', 'SecurityError');
    };
  });
  await page.goto('/?demo');
  await expect(page.getByTestId('storage-trouble')).toContainText('keeps nothing for this site');
  await expect(answer(page)).toHaveText(/ready now/);
  await context.close();
});

test('a job that cannot be read is said, and the others stay in view', async ({ page }) => {
  await openDemo(page);
  await page.evaluate(async () => {
    const open = await new Promise<IDBDatabase>((resolve) => {
      const r = indexedDB.open('stratocoat-demo');
      r.onsuccess = () => resolve(r.result);
    });
    const put = open.transaction('entries', 'readwrite').objectStore('entries');
    const done = put.put('{"v":5,', 'job/hatchback/head');
    await new Promise((resolve) => (done.onsuccess = resolve));
    open.close();
  });
  for (const route of ['/', '/panels', '/shop']) {
    await page.goto(route);
    await expect(page.getByTestId('unread-jobs')).toContainText('1 job cannot be read and is left as stored');
    await expect(page.getByText('Bread van').first()).toBeVisible();
  }
});

test('storage that is full is said at once, and nothing is shown as saved that is not', async ({ page }) => {
  await openDemo(page, '/log?job=bread-van&zones=cover-all&kind=cleaned');
  await press(page, 'Add a note');
  await page.getByLabel('Note').fill('the whole inside');
  await page.evaluate(() => {
    IDBObjectStore.prototype.put = () => {
      throw new DOMException('The current transaction exceeded its quota limitations.', 'QuotaExceededError');
    };
  });
  await page.getByTestId('save').click();
  await expect(page.getByTestId('storage-trouble')).toContainText('no room left');
  // Back on the sheet, with what stood on it.
  await expect(page.getByTestId('log-sheet')).toBeVisible();
  await expect(page.getByLabel('Note')).toHaveValue('the whole inside');
  await expect(page.getByRole('radio', { name: 'Cleaned', exact: true })).toBeChecked();
  await expect(page.getByRole('alert').filter({ hasText: 'no room' }).first()).toBeVisible();
  await page.goto('/panel/bread-van/cover');
  await expect(page.getByText(/On top: .*cleaned/)).toHaveCount(0);
});

test('what is typed wrong is said beside the field, and nothing is written', async ({ page }) => {
  await openDemo(page, '/log?job=bread-van&zones=cover-all&kind=coated');
  const film = page.getByLabel('Dry film of one coat, µm');
  await page.getByLabel('Reason for going ahead').fill('Only a try');
  for (const [text, says] of [
    ['12,', 'Finish the number'],
    ['1.2.3', 'One decimal mark only'],
    ['abc', 'Numbers only'],
    ['', 'Enter a number'],
    ['0', 'Film of one coat must be between'],
    ['-60', 'Film of one coat must be between'],
    ['99999', 'Film of one coat must be between'],
  ] as const) {
    await film.fill(text);
    await page.getByTestId('save').click();
    await expect(page.getByRole('alert').filter({ hasText: says }).first()).toBeVisible();
  }
  await film.fill('8,5');
  await pick(page, 'Other');
  await page.getByRole('textbox', { name: 'Day' }).fill('01/01/2099');
  await page.getByTestId('save').click();
  await expect(page.getByText(/That time has not come yet/)).toBeVisible();
  await page.getByRole('textbox', { name: 'Day' }).fill('');
  await page.getByTestId('save').click();
  await expect(page.getByText('Say which day')).toBeVisible();
  await pick(page, 'Now');
  await press(page, 'Take a new reading');
  await page.getByLabel('Air, °C').fill('400');
  await page.getByTestId('save').click();
  await expect(page.getByText(/Air temperature must be between −30 and 60\s°C/)).toBeVisible();
  await page.getByLabel('Air, °C').fill('18,5');
  await page.getByTestId('save').click();
  await expect(page.getByTestId('last-entry')).toHaveText(/Coated/);
});

test('a coat on a voided zone is refused with a way out', async ({ page }) => {
  await ownShop(page);
  await page.getByRole('link', { name: 'Panels', exact: true }).click();
  await page.getByRole('link').filter({ hasText: 'Lid' }).click();
  await page.getByRole('button', { name: /^Found/ }).click();
  await press(page, 'Strike this out');
  await expect(page.getByText(/Log what was found to begin/)).toBeVisible();
  await page.getByTestId('log').click();
  await pick(page, 'Coated');
  await page.getByTestId('save').click();
  await expect(page.getByText(/was voided or never started/)).toBeVisible();
  await press(page, 'Something else');
  await pick(page, 'Found');
  await pick(page, 'Old paint');
  await page.getByTestId('save').click();
  await expect(page.getByRole('button', { name: /^Old paint/ })).toBeVisible();
});

test('absurd areas and names are refused when a panel is added', async ({ page }) => {
  await ownShop(page);
  await press(page, 'Add a panel');
  for (const [area, says] of [
    ['0', /Between/],
    ['-2', /Between/],
    ['99999', /Between/],
    ['1,', /Finish the number/],
  ] as const) {
    await page.getByLabel('Area, m²').fill(area);
    await page.getByTestId('add-panel').click();
    await expect(page.getByText(says).first()).toBeVisible();
    await expect(page.getByText('Give the panel a name')).toBeVisible();
  }
});

test('mixing: a ratio, area or thinner that makes no sense is said at its place', async ({ page }) => {
  await openDemo(page, '/mix?job=bread-van&zones=ld-lower,ld-upper');
  await page.getByLabel('Dry film of one coat, µm').fill('0');
  await expect(page.getByText('Film of one coat must be between 0.5 and 20000')).toBeVisible();
  await page.getByLabel('Dry film of one coat, µm').fill('60');
  await page.getByLabel('Thinner, % of the paint').fill('-4');
  await expect(page.getByText('Thinner must be between 0 and 2')).toBeVisible();
  await page.getByLabel('Thinner, % of the paint').fill('10,5');
  await expect(answer(page)).toHaveText(/Mix \d+\sml/);
});

test('a phone on the shop\u2019s own network, over plain http, logs, mixes and exports', async ({ page }) => {
  await page.goto(`http://shop.test:${PORT}/?own`);
  expect(await page.evaluate(() => window.isSecureContext)).toBe(false);
  await press(page, 'Start a job');
  await page.getByLabel('Name').fill('Over http');
  await page.getByTestId('save').click();
  await press(page, 'Add a panel');
  await page.getByLabel('Panel', { exact: true }).fill('Lid');
  await page.getByLabel('Area, m²').fill('0,5');
  await pick(page, 'Bare');
  await page.getByTestId('add-panel').click();
  await expect(page.getByText('Whole 0.50 m²')).toBeVisible();
  await page.goto(`http://shop.test:${PORT}/log`);
  await pick(page, 'Cleaned');
  await page.getByTestId('save').click();
  await expect(page.getByTestId('last-entry')).toContainText('Cleaned');
  await page.goto(`http://shop.test:${PORT}/mix`);
  await expect(answer(page)).toBeVisible();
  await page.goto(`http://shop.test:${PORT}/shop`);
  const [file] = await Promise.all([page.waitForEvent('download'), press(page, 'Export')]);
  expect(JSON.parse(await readFile(await file.path(), 'utf8'))).toMatchObject({ job: { name: 'Over http' } });
});
