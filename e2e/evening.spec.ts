import { expect, openDemo, test } from './helpers';

test('an evening is put in order: it fits or says what waits and why, coat by coat with its cup', async ({ page }) => {
  await openDemo(page, '/session?job=bread-van&zones=ls-front,ls-rear,rs-front');
  const fits = page.getByTestId('evening-fits');
  const end = page.getByRole('textbox', { name: 'All of it out of the dust by' });
  await end.fill('soon');
  await expect(page.getByText('A time such as 22:00')).toBeVisible();
  const inHours = async (h: number) => {
    const time = await page.evaluate(
      (ms) => new Date(ms).toTimeString().slice(0, 5),
      (await page.evaluate(() => Date.now())) + h * 3_600_000,
    );
    await end.fill(time);
  };
  await inHours(20);
  await expect(fits).toHaveText(/^It fits: the last is out of the dust at .* before the end\./);
  const steps = page.getByTestId('evening').getByText(/coat \d of \d.*Cup \d/);
  const all = await steps.count();
  expect(all).toBeGreaterThan(2);
  await expect(page.getByText(/^No order of these is done before/)).toBeVisible();
  // The same, with too few places: the order changes or parts wait, and each says where it stands.
  await page.getByRole('radiogroup', { name: 'Stands' }).getByRole('radio', { name: '2' }).click();
  await expect(
    page
      .getByTestId('evening')
      .getByText(/stand \d/)
      .first(),
  ).toBeVisible();
  // A quarter of an hour is no evening.
  await inHours(0.3);
  await expect(fits).toHaveText(/Nothing of it fits|wait for another evening/);
  await expect(page.getByText(/ waits: /).first()).toBeVisible();
});
