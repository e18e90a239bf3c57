import { answer, expect, openDemo, pick, press, test } from './helpers';

test('repair, replace or give it out: nothing is said before the three figures; then a chance, what tips it, and what it rests on', async ({
  page,
}) => {
  await openDemo(page, '/panel/hatchback/wing');
  await press(page, 'Something else');
  await press(page, 'Repair or replace?');
  await expect(answer(page)).toHaveText('What does the part cost, or a painter?');
  // What is known stands there before anything was asked.
  await expect(page.getByText(/^Repair it: about \d+\.\d\sh, €\s?\d+ of material/)).toBeVisible();
  await expect(page.getByText(/^Replace it: about \d+\.\d\sh/)).toBeVisible();
  const price = page.getByLabel('Price of the part, €');
  await price.fill('20');
  await expect(answer(page)).toHaveText('What does the part cost, or a painter?');
  await pick(page, 'Fairly');
  await expect(answer(page)).toHaveText(/the cheapest in \d+ of 100$/);
  const cheap = await answer(page).textContent();
  await expect(page.getByText(/A part at €\s?[\d,]+ costs what repair does\.|No price of the part/)).toBeVisible();
  await price.fill('9000,50');
  await expect(answer(page)).toHaveText(/^Repair it: the cheapest in (9\d|100) of 100$/);
  await page.getByLabel('A painter, for all of it, €').fill('40');
  await expect(answer(page)).toHaveText(/^Give it out: the cheapest in (9\d|100) of 100$/);
  await expect(page.getByText(/A painter at €\s?[\d,]+ costs what your own hands do\./)).toBeVisible();
  // What was typed is there again, and gives the same.
  await page.waitForTimeout(700);
  await page.reload();
  await expect(answer(page)).toHaveText(/^Give it out: the cheapest in/);
  await page.getByLabel('A painter, for all of it, €').fill('');
  await price.fill('20');
  await expect(answer(page)).toHaveText(cheap!);
  // It is kept with all that it rests on.
  await pick(page, 'Replace it');
  await page.getByTestId('keep-decision').click();
  await expect(page.getByTestId('decided')).toContainText('It is replaced.');
  await expect(page.getByTestId('decided')).toContainText(
    /Said then: the part €\s?20; nobody else asked; sure: fairly; hours/,
  );
  await page.reload();
  await expect(page.getByTestId('decided')).toContainText(/Said then: the part €\s?20/);
});

test('repair or replace: a price of nothing, and one that is no number, are said at their place', async ({ page }) => {
  await openDemo(page, '/decide?job=hatchback&panel=wing');
  await pick(page, 'All of it was seen');
  const price = page.getByLabel('Price of the part, €');
  await price.fill('0');
  await expect(page.getByText('A price above nothing; empty where there is none')).toBeVisible();
  await expect(answer(page)).toHaveText('One figure is not right yet');
  await price.fill('four');
  await expect(page.getByText('Numbers only, such as 12.5 or 12,5')).toBeVisible();
  await price.fill('220');
  await expect(answer(page)).toHaveText(/the cheapest in \d+ of 100$/);
});
