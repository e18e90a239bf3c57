import type { Browser, Page } from '@playwright/test';
import { answer, expect, openDemo, ownShop, pick, press, storedText, test, untilSaved } from './helpers';

/** The browser throws the shop's database away under the open page. */
async function throwAway(page: Page): Promise<void> {
  const cdp = await page.context().newCDPSession(page);
  const origin = new URL(page.url()).origin;
  await cdp.send('Storage.clearDataForOrigin', { origin, storageTypes: 'indexeddb' });
}
/** A page of its own, for a fault that stands in the console too, as it should. */
async function ownPage(browser: Browser): Promise<Page> {
  return (await browser.newContext()).newPage();
}
/** Opens the sheet for a wipe of the only panel of a shop. */
async function openSheet(page: Page): Promise<void> {
  // A panel that is just drawn anew under the finger may miss a tap, and is tapped again.
  await expect(async () => {
    await page.getByTestId('log-coat').or(page.getByTestId('log')).first().click({ timeout: 5000 });
    await expect(page.getByTestId('log-sheet').last()).toBeVisible({ timeout: 5000 });
  }).toPass();
  await pick(page, 'Cleaned');
}
async function wipe(page: Page): Promise<void> {
  await openSheet(page);
  await page.getByTestId('save').click();
  await expect(page.getByTestId('last-entry')).toBeVisible();
  await untilSaved(page);
}
async function openLid(page: Page): Promise<void> {
  await untilSaved(page);
  await page.goto('/panels');
  await page.getByText('Lid').first().click();
}

test('a database that is thrown away under an open log sheet comes back; the entry is logged, and it is said', async ({
  browser,
}) => {
  const page = await ownPage(browser);
  await ownShop(page);
  await openLid(page);
  await wipe(page);
  await openSheet(page);
  await press(page, 'Add a note');
  await page.getByLabel('Note').fill('twice, with two cloths');
  await throwAway(page);
  await page.getByTestId('save').click();
  await expect(page.getByTestId('last-entry')).toBeVisible();
  await untilSaved(page);
  await page.reload();
  await expect(page.getByTestId('came-back')).toContainText('All of it came back from the second copy');
  await expect(page.getByRole('region', { name: 'What was done' }).getByText('twice, with two cloths')).toBeVisible();
  await press(page, 'Seen the browser had lost this shop');
  await expect.poll(() => storedText(page, 'stratocoat', 'restored')).toBeNull();
  await page.reload();
  await expect(page.getByTestId('log')).toBeVisible();
  await page.waitForTimeout(1500);
  await expect(page.getByTestId('came-back')).toHaveCount(0);
  await page.context().close();
});

test('where the second copy is damaged too, what is missing is named, and the last file puts it back', async ({
  browser,
}) => {
  const page = await ownPage(browser);
  // Another tab holds the right to gather the copy's entries: on a slow machine they would be gathered before one of them is bent.
  await page.addInitScript(() => void navigator.locks.request('mirror/stratocoat', () => new Promise(() => undefined)));
  await ownShop(page);
  await openLid(page);
  for (let i = 0; i < 3; i++) await wipe(page);
  await page.goto('/shop');
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByTestId('save-shop').click()]);
  const file = await download.path();
  await page.waitForTimeout(500);
  // The commit of the second entry is bent in the copy: of all that changed the log, the one before the last but one.
  await page.evaluate(async () => {
    const cache = await caches.open('stratocoat-mirror/stratocoat');
    for (const r of await cache.keys()) {
      const text = await (await cache.match(r))!.text();
      if (/"job\/[^"]*\/event\/0000003"/.test(text.split('"before"')[0] ?? ''))
        await cache.put(r, new Response(text.slice(0, -9)));
    }
  });
  await throwAway(page);
  await page.goto('/');
  const said = page.getByTestId('came-back');
  await expect(said).toContainText('The second copy was damaged too');
  await expect(said).toContainText('Missing: Test bench: entry 3.');

  await said.getByRole('link', { name: 'Take in the last file' }).click();
  const [chooser] = await Promise.all([page.waitForEvent('filechooser'), press(page, 'Take in a shop file')]);
  await chooser.setFiles(file);
  await expect(page.getByTestId('shop-ready')).toContainText('it brings 1 entry');

  await page.getByTestId('shop-merge').click();
  await expect(page.getByTestId('notification')).toContainText('Both shops are one now.');
  await page.goto('/');
  await expect(page.getByTestId('today')).toBeVisible();
  await expect(page.getByText(/cannot be read/)).toHaveCount(0);
  await page.context().close();
});

test('an older app on a newer store says so, and offers to load the page again, on every page', async ({ browser }) => {
  const page = await ownPage(browser);
  await openDemo(page, '/panels');
  const shop = JSON.parse((await storedText(page, 'stratocoat-demo', 'shop')) ?? '{}') as object;
  await page.evaluate(
    async (text) => {
      const open = await new Promise<IDBDatabase>((done) => {
        const r = indexedDB.open('stratocoat-demo');
        r.onsuccess = () => done(r.result);
      });
      const put = open.transaction('entries', 'readwrite').objectStore('entries').put(text, 'shop');
      await new Promise((done) => (put.onsuccess = done));
      open.close();
      // Another tab, with the newer app, has changed something.
      new BroadcastChannel('stratocoat-demo').postMessage({ changed: ['shop'] });
    },
    JSON.stringify({ ...shop, v: 99 }),
  );
  const broken = page.getByTestId('broken');
  await expect(answer(page)).toHaveText('A newer Stratocoat has written this shop');
  await expect(broken.getByRole('button', { name: 'Load the page again' })).toBeVisible();
  for (const route of ['/', '/mix', '/shop']) {
    await page.goto(route);
    await expect(broken).toContainText('Load the page again');
    await expect(page.getByText('Start a job')).toHaveCount(0);
  }
  await page.context().close();
});

test.describe('in the night in March', () => {
  test.use({ timezoneId: 'Europe/Oslo' });
  test('what passed is counted, not what the hands show; an hour that was left out is refused', async ({ page }) => {
    await page.clock.install({ time: new Date('2030-03-31T01:30:00+01:00') });
    await ownShop(page);
    await openLid(page);
    await wipe(page);
    await page.clock.fastForward('01:00:00');
    await openSheet(page);
    await pick(page, 'Other');
    await page.getByRole('textbox', { name: 'Time' }).fill('02:30');
    await page.getByTestId('save').click();
    await expect(page.getByText(/there was no 02:30 that day/)).toBeVisible();
    await page.getByRole('textbox', { name: 'Time' }).fill('03:15');
    await page.getByTestId('save').click();
    await expect(page.getByTestId('last-entry')).toBeVisible();
  });
});
