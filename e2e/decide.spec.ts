import { answer, expect, openDemo, press, test } from './helpers';

test('repair or replace: a chance, both spreads, what tips it, and the same answer every time', async ({ page }) => {
  await openDemo(page, '/panel/hatchback/wing');
  await press(page, 'Repair or replace?');
  await expect(answer(page)).toHaveText(/cheaper in \d+ of 100$/);
  const first = await answer(page).textContent();
  await expect(page.getByText(/^Repair is done sooner in \d+ of 100\. Even at €/)).toBeVisible();
  await expect(page.getByText('Repair: hours, best to worst')).toBeVisible();
  const price = page.getByLabel('Price of the part, €');
  await price.fill('20');
  await expect(answer(page)).toHaveText(/^Replace: cheaper in \d+ of 100$/);
  await price.fill('900,50');
  await expect(answer(page)).toHaveText(/^Repair: cheaper in (9\d|100) of 100$/);
  await price.fill('220');
  await expect(answer(page)).toHaveText(first!);
  await page.reload();
  await expect(answer(page)).toHaveText(first!);
});

test('repair or replace: figures that make no sense are said at their place', async ({ page }) => {
  await openDemo(page, '/decide');
  await expect(answer(page)).toHaveText(/cheaper in/);
  const hours = page.getByLabel('Hours of work').first();
  await hours.fill('10 6 4');
  await expect(page.getByText('In order: at best, likely, at worst')).toBeVisible();
  await expect(answer(page)).toHaveText('One figure is not right yet');
  await hours.fill('four');
  await expect(page.getByText(/^Three numbers up to 2000/)).toBeVisible();
  await hours.fill('5');
  await page.getByLabel('Chance of a surprise, %').first().fill('130');
  await expect(page.getByText('One number from 0 to 100').first()).toBeVisible();
  await page.getByLabel('Chance of a surprise, %').first().fill('0');
  await expect(answer(page)).toHaveText(/cheaper in/);
});
