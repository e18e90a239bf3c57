import type { Browser, Page } from '@playwright/test';
import { encode } from 'jpeg-js';
import { answer, expect, openDemo, ownShop, pick, press, startOwn, test, untilSaved } from './helpers';

/** A second phone: a browser of its own, with nothing in it. @param isKept every file of the app is kept there, so that it works without a network */
const phone = async (browser: Browser, isKept = false): Promise<Page> =>
  (await browser.newContext({ serviceWorkers: isKept ? 'allow' : 'block' })).newPage();

async function makeCode(page: Page, name: string, at = '/sharing'): Promise<string> {
  await page.goto(at);
  await page.getByLabel('What this phone is called').fill(name);
  await page.getByTestId('make-code').click();
  const code = page.getByTestId('share-code');
  await expect(code).toHaveText(/^[0-9A-Z]{4}-[0-9A-Z]{4}-[0-9A-Z]{4}$/);
  return (await code.textContent()) ?? '';
}
async function comeIn(page: Page, code: string, name: string): Promise<void> {
  await page.goto('/sharing');
  await page.getByLabel('Code').fill(code);
  await page.getByLabel('What this phone is called').fill(name);
  await page.getByTestId('come-in').click();
}
/** Two phones that share the only job of an own shop. */
async function twoPhones(page: Page, browser: Browser, isKept = false): Promise<Page> {
  await ownShop(page);
  await untilSaved(page);
  const code = await makeCode(page, 'Ida’s phone');
  const other = await phone(browser, isKept);
  await startOwn(other);
  await comeIn(other, code.toLowerCase(), 'Jonas’s phone');
  await expect(answer(other)).toContainText('Shared with Ida’s phone');
  await expect(page.getByTestId('other-phone')).toContainText('Has everything');
  return other;
}
async function openLid(page: Page): Promise<void> {
  await page.goto('/panels');
  await page.getByText('Lid').first().click();
  await expect(page.getByTestId('panel')).toBeVisible();
}
async function wipe(page: Page, note: string): Promise<void> {
  await page.getByTestId('log-coat').or(page.getByTestId('log')).first().click();
  await pick(page, 'Cleaned');
  await press(page, 'Add a note');
  await page.getByLabel('Note').fill(note);
  await page.getByTestId('save').click();
  await expect(page.getByTestId('last-entry')).toBeVisible();
}
const done = (page: Page, note: string) => page.getByRole('region', { name: 'What was done' }).getByText(note);

test('two phones have one job: by a code, what one logs is on the other a moment later, and a third has no way in', async ({
  page,
  browser,
}) => {
  await ownShop(page);
  await untilSaved(page);
  await page.goto('/sharing');
  await expect(answer(page)).toHaveText('On this phone only');
  await page.getByTestId('make-code').click();
  await expect(page.getByText('Give this phone a name').first()).toBeVisible();
  const code = await makeCode(page, 'Ida’s phone');
  const other = await phone(browser);
  await startOwn(other);
  await comeIn(
    other,
    code.replace(/^./, (c) => (c === '7' ? '8' : '7')),
    'Jonas’s phone',
  );
  await expect(other.getByText('one of these is wrong')).toBeVisible();
  await comeIn(other, '1111-1111-1114', 'Jonas’s phone');
  await expect(other.getByText('Nobody asks by that code')).toBeVisible();
  await comeIn(other, code, 'Jonas’s phone');
  await expect(answer(other)).toContainText('Shared with Ida’s phone');
  await expect(answer(page)).toContainText('Shared with Jonas’s phone: both have everything');

  const third = await phone(browser);
  await startOwn(third);
  await comeIn(third, code, 'A stranger');
  await expect(third.getByText('Nobody asks by that code')).toBeVisible();
  await third.context().close();

  await openLid(page);
  await openLid(other);
  await wipe(other, 'by Jonas');
  await expect(done(page, 'by Jonas')).toBeVisible();
  await wipe(page, 'by Ida');
  const from = Date.now();
  await expect(done(other, 'by Ida')).toBeVisible();
  test.info().annotations.push({ type: 'on the other phone after, ms', description: String(Date.now() - from) });
  await other.context().close();
});

test('without the network each goes on by itself, and they are put together when it is back; photos go along', async ({
  page,
  browser,
}) => {
  const other = await twoPhones(page, browser, true);
  await openLid(page);
  await openLid(other);
  // Every file of the app is there before the network goes.
  await other.evaluate(() => navigator.serviceWorker.ready.then((r) => r.active?.state));
  await other.context().setOffline(true);
  await wipe(page, 'in the shop');
  await wipe(other, 'out in the yard');
  await other.context().setOffline(false);
  for (const p of [page, other])
    for (const note of ['in the shop', 'out in the yard']) await expect(done(p, note)).toBeVisible();
  const buffer = Buffer.from(encode({ data: new Uint8Array(64 * 48 * 4).fill(120), width: 64, height: 48 }, 80).data);
  await page.goto('/photos');
  const [chooser] = await Promise.all([page.waitForEvent('filechooser'), page.getByTestId('take-photo').click()]);
  await chooser.setFiles({ name: 'p.jpg', mimeType: 'image/jpeg', buffer });
  await expect(answer(page)).toHaveText('1 photo');
  await other.goto('/photos');
  await expect(answer(other)).toHaveText('1 photo');
  // The picture itself, not only that there is one.
  await expect
    .poll(() => other.locator('img').evaluateAll((all: HTMLImageElement[]) => all.some((i) => i.naturalWidth > 0)))
    .toBe(true);
  await other.context().close();
});

test('what is being done on the other phone is said; a phone is taken out with one tap, and hears nothing more', async ({
  page,
  browser,
}) => {
  const other = await twoPhones(page, browser);
  await openLid(page);
  await press(page, /^Start the clock/);
  await openLid(other);
  await expect(other.getByTestId('busy-elsewhere')).toContainText('Ida’s phone');
  await page.goto('/sharing');
  await press(page, 'Take out Jonas’s phone');
  await expect(page.getByTestId('notification')).toContainText('Jonas’s phone is out');
  await expect(answer(page)).toHaveText('On this phone only so far');
  await other.goto('/sharing');
  await expect(answer(other)).toHaveText('No longer shared with this phone');
  await openLid(page);
  await wipe(page, 'not for Jonas');
  await openLid(other);
  await other.waitForTimeout(3000);
  await expect(done(other, 'not for Jonas')).toHaveCount(0);
  // What it has is its own, and goes on.
  await wipe(other, 'on his own');
  await expect(done(other, 'on his own')).toBeVisible();
  await other.context().close();
});

test('an evening that is run on one phone is watched on the other, and run there only if somebody says so', async ({
  page,
  browser,
}) => {
  await openDemo(page, '/sharing?job=bread-van');
  const code = await makeCode(page, 'Ida’s phone', '/sharing?job=bread-van');
  const other = await phone(browser);
  await openDemo(other);
  await comeIn(other, code, 'Jonas’s phone');
  await expect(page.getByTestId('other-phone')).toContainText('Has everything');
  await page.clock.install();
  await page.goto('/evening/bread-van/evening-tonight');
  await expect(answer(page)).toHaveText(/^Begins in/);
  await page.clock.fastForward(121 * 60_000);
  await page.getByRole('checkbox', { name: 'Washed and wiped' }).click();
  await expect(page.getByText(/The log has every part wiped/)).toBeVisible();
  await page.clock.fastForward(5 * 60_000);
  await page.getByTestId('coat-on').click();
  await expect(page.getByText(/Logged: .* on /)).toBeVisible();
  await other.goto('/evening/bread-van/evening-tonight');
  await expect(other.getByTestId('busy-elsewhere')).toContainText('Painting on Ida’s phone since');
  await expect(other.getByTestId('coat-on')).toHaveCount(0);
  await other.getByTestId('run-here').click();
  await expect(other.getByTestId('coat-on')).toBeVisible();
  await other.context().close();
});
