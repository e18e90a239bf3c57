import { readFile } from 'node:fs/promises';
import { barriersOn } from './barriers';
import { answer, expect, openDemo, pick, test } from './helpers';

test('what is under the paint is handed over: for an owner and for one who sands, as a page that opens anywhere and as data', async ({
  page,
  context,
}) => {
  await openDemo(page, '/record?job=bread-van');
  await expect(answer(page)).toContainText(/\d+ panels to hand over/);
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByTestId('record-html').click()]);
  expect(file.suggestedFilename()).toBe('bread-van-owner.html');
  const html = await readFile(await file.path(), 'utf8');
  expect(html).toContain('What is under your paint');
  expect(html).toContain('Left door');
  expect(html).not.toMatch(/<script|src=|href=/);
  const handed = await context.newPage();
  await handed.setContent(html);
  expect(await barriersOn(handed)).toEqual([]);
  await handed.close();
  await pick(page, 'The next one who sands it');
  const shown = page.frameLocator('iframe');
  await expect(shown.getByRole('heading', { level: 1 })).toHaveText('What you sand into, by depth');
  await expect(shown.getByText('Begins at').first()).toBeVisible();
  const [data] = await Promise.all([page.waitForEvent('download'), page.getByTestId('record-json').click()]);
  const record = JSON.parse(await readFile(await data.path(), 'utf8')) as { format: string; audience: string };
  expect(record).toMatchObject({ format: 'stratocoat-record', audience: 'sander' });
});

test('the log is asked in words, leads to the place, and goes out as a table', async ({ page }) => {
  await openDemo(page, '/ask');
  await expect(answer(page)).toHaveText('What do you want to know?');
  await pick(page, 'P80 under primer');
  await expect(answer(page)).toContainText(/\d+ entr(y|ies) on \d+ panels?/);
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByTestId('ask-csv').click()]);
  expect(await readFile(await file.path(), 'utf8')).toContain('P80');
  await page.getByTestId('question').fill('no such words anywhere');
  await expect(answer(page)).toHaveText('Nothing in the log says so');
  await page.getByTestId('question').fill('epoxy');
  await page.getByTestId('answers').getByRole('link').first().click();
  await expect(page).toHaveURL(/\/panel\//);
});
