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
  const low = page.getByLabel('Repair it: Hours of work, at best');
  await low.fill('7');
  await expect(page.getByText('No less than at best')).toBeVisible();
  await expect(answer(page)).toHaveText('One figure is not right yet');
  await low.fill('four');
  await expect(page.getByText('Numbers only, such as 12.5 or 12,5')).toBeVisible();
  await low.fill('5,5');
  // What stands there is kept.
  await expect(answer(page)).toHaveText(/cheaper in/);
  await page.waitForTimeout(600);
  await page.reload();
  await expect(low).toHaveValue('5,5');
  await page.getByLabel('A surprise, %').first().fill('130');
  await expect(page.getByText('Between 0 and 100')).toBeVisible();
  await page.getByLabel('A surprise, %').first().fill('0');
  await expect(answer(page)).toHaveText(/cheaper in/);
});
