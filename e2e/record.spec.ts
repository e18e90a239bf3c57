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
  await pick(page, 'The next one who sands it');
  // As it stands in its frame, which runs nothing: nobody is asked inside.
  const shown = page.locator('iframe');
  await expect(shown).toHaveAttribute('srcdoc', /<h1>What you sand into, by depth<\/h1>/);
  await expect(shown).toHaveAttribute('srcdoc', /<th>Begins at<\/th>/);
  const [data] = await Promise.all([page.waitForEvent('download'), page.getByTestId('record-json').click()]);
  const record = JSON.parse(await readFile(await data.path(), 'utf8')) as { format: string; audience: string };
  expect(record).toMatchObject({ format: 'stratocoat-record', audience: 'sander' });
  // At the end: a second page takes the screen from the first.
  const handed = await context.newPage();
  await handed.setContent(html);
  expect(await barriersOn(handed)).toEqual([]);
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
