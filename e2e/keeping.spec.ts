import type { Page } from '@playwright/test';
import { readFile } from 'node:fs/promises';
import { answer, expect, openDemo, ownShop, pick, press, startOwn, storedEvents, test, untilSaved } from './helpers';

/** Lets the page choose a file. */
async function give(page: Page, button: string, file: { name: string; text: Buffer; type?: string }): Promise<void> {
  const [chooser] = await Promise.all([page.waitForEvent('filechooser'), press(page, button)]);
  await chooser.setFiles({ name: file.name, mimeType: file.type ?? 'application/json', buffer: file.text });
}
async function download(page: Page, act: () => Promise<unknown>): Promise<Buffer> {
  const [file] = await Promise.all([page.waitForEvent('download'), act()]);
  return readFile(await file.path());
}
/** Logs a wipe of the only panel of a shop. */
async function wipe(page: Page): Promise<void> {
  await page.goto('/panels');
  await page.getByText('Lid').first().click();
  await page.getByTestId('log-coat').or(page.getByTestId('log')).first().click();
  await pick(page, 'Cleaned');
  await page.getByTestId('save').click();
  await expect(page.getByTestId('notification')).toBeVisible();
  await untilSaved(page);
}
const exported = (page: Page) => page.goto('/shop').then(() => download(page, () => press(page, 'Export')));

test('the whole shop goes out as one file, and comes back in another browser with its clocks', async ({
  page,
  browser,
}) => {
  await openDemo(page);
  const said = await answer(page).textContent();
  await page.goto('/shop');
  const zip = await download(page, () => page.getByTestId('save-shop').click());
  await expect(page.getByTestId('notification')).toContainText('The whole shop is in the file.');
  await expect(page.getByText(/^Last saved as a file/)).toBeVisible();
  const context = await browser.newContext();
  const other = await context.newPage();
  await ownShop(other);
  await other.goto('/shop');
  await give(other, 'Take in a shop file', { name: 'junk.zip', text: Buffer.from('PK junk'), type: 'application/zip' });
  await expect(other.getByTestId('import-refused')).toContainText('no whole zip');
  await give(other, 'Take in a shop file', { name: 'shop.zip', text: zip, type: 'application/zip' });
  await expect(other.getByTestId('shop-ready')).toContainText('Marrow Lane workshop');
  const ready = other.getByTestId('shop-ready');
  await expect(ready).toContainText('Put together with what is here, it brings 4 jobs (');
  await expect(ready).toContainText('it deletes what is only here: 1 job (Test bench)');
  // What is here can be saved first, and the file that was read waits.
  await download(other, () => press(other, 'Save what is here as a file first'));
  await other.getByTestId('shop-do').click();
  await expect(other.getByText(/^This deletes what is only here, permanently: 1 job \(Test bench\)/)).toBeVisible();
  await press(other, 'Replace everything');
  await expect(other.getByTestId('notification')).toContainText('Marrow Lane workshop is here, with 4 jobs.');
  await other.goto('/');
  // Clocks, and with them what is ready and what comes next, are those of the shop that it came from.
  await expect(answer(other)).toHaveText(said!);
  await context.close();
});

test('two phones log on one job, swap files, and both end with all of it', async ({ page, browser }) => {
  await ownShop(page);
  const first = await exported(page);
  const context = await browser.newContext();
  const other = await context.newPage();
  await startOwn(other);
  await other.goto('/shop');
  await give(other, 'Import a job file', { name: 'job.json', text: first });
  await other.getByTestId('import-do').click();
  await expect(other.getByText('Test bench is in.')).toBeVisible();
  await untilSaved(other);
  await wipe(page);
  await wipe(other);
  await wipe(other);
  // Theirs to here: what is new, what both have, what is only here; then the other way round.
  await page.goto('/shop');
  await give(page, 'Import a job file', { name: 'theirs.json', text: await exported(other) });
  await expect(page.getByTestId('import-ready')).toContainText('1 are in both, 1 only here, 2 only in the file');
  await page.getByTestId('import-merge').click();
  await expect(page.getByText('Test bench is in: both copies are one now.')).toBeVisible();
  await untilSaved(page);
  const mine = await exported(page);
  await other.goto('/shop');
  await give(other, 'Import a job file', { name: 'mine.json', text: mine });
  await expect(other.getByTestId('import-ready')).toContainText('3 are in both, 0 only here, 1 only in the file');
  await other.getByTestId('import-merge').click();
  await expect(other.getByText('Test bench is in: both copies are one now.')).toBeVisible();
  await untilSaved(other);
  const ids = (file: Buffer) =>
    (JSON.parse(file.toString()) as { events: { id: string }[] }).events.map((e) => e.id).sort();
  expect(ids(await exported(other))).toEqual(ids(mine));
  expect(ids(mine)).toHaveLength(4);
  await context.close();
});

test('a store that is full is shown as it can be read, never as an empty shop; deleting makes room', async ({
  page,
}) => {
  await ownShop(page);
  await untilSaved(page);
  await page.addInitScript(() => {
    // As Chrome does it: the transaction ends, and its error says nothing.
    const put = IDBObjectStore.prototype.put;
    IDBObjectStore.prototype.put = function (...args) {
      const r = put.apply(this, args);
      if (!(window as unknown as { room?: boolean }).room) {
        r.addEventListener('success', () => this.transaction.abort());
        Object.defineProperty(this.transaction, 'error', {
          value: new DOMException('', 'QuotaExceededError'),
          configurable: true,
        });
      }
      return r;
    };
  });
  await page.goto('/panels');
  await expect(page.getByTestId('storage-trouble')).toContainText('no room left');
  await expect(page.getByText('Lid').first()).toBeVisible();
  // A switch that is not saved springs back.
  await page.goto('/shop');
  await page.getByRole('radiogroup', { name: 'Text' }).getByRole('radio', { name: 'Large', exact: true }).click();
  await expect(page.getByRole('radiogroup', { name: 'Text' }).getByRole('radio', { name: 'Normal' })).toBeChecked();
  const zip = await download(page, () => page.getByTestId('storage-trouble').getByRole('button').click());
  expect(zip.subarray(0, 2).toString()).toBe('PK');
});

test('a store that does not open is said, with what to do, and opens again', async ({ browser }) => {
  // Its own page: the fault stands in the console too, as it should.
  const context = await browser.newContext();
  const page = await context.newPage();
  await ownShop(page);
  await untilSaved(page);
  await page.addInitScript(() => {
    const open = IDBFactory.prototype.open;
    IDBFactory.prototype.open = function (name, ...rest) {
      if (name === 'stratocoat' && !sessionStorage.getItem('opens'))
        throw new DOMException('Internal error opening backing store for indexedDB.open.', 'UnknownError');
      return open.call(this, name, ...rest);
    };
  });
  await page.goto('/');
  await expect(page.getByTestId('broken')).toContainText('The shop cannot be read now');
  await page.evaluate(() => sessionStorage.setItem('opens', '1'));
  await page.reload();
  await expect(page.getByText('Lid').first()).toBeVisible();
  expect(await storedEvents(page, 'stratocoat')).toHaveLength(1);
  await context.close();
});
