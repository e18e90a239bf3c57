import { answer, expect, openDemo, ownShop, pick, press, test } from './helpers';

test('the plan says what now and why, what fits into two hours, and when all is done with its spread', async ({
  page,
}) => {
  await openDemo(page, '/plan');
  await expect(answer(page)).toContainText(/All done .* by this plan/, { timeout: 40_000 });
  await expect(page.getByTestId('plan-sure')).toContainText(/Likely .* nine in ten: .* to /, { timeout: 60_000 });
  const now = page.getByRole('region', { name: /^(Now|Nobody is at it until)/ });
  await expect(now.getByRole('link').first()).toBeVisible();
  await pick(page, '2 h');
  await expect(page.getByTestId('i-have')).toContainText(/\d+ (min|h)/);
  await expect(page.getByRole('region', { name: 'What holds the end up' })).toContainText(', then ');
  await expect(page.getByTestId('what-ifs')).toContainText(/A level finer, on every part: .* later/, {
    timeout: 60_000,
  });
});

test('a piece of work is put on another day by keys, goes back to any day, and a kept plan says what moved', async ({
  page,
}) => {
  await openDemo(page, '/plan');
  await expect(page.getByTestId('keep-plan')).toBeVisible({ timeout: 40_000 });
  const days = page.getByRole('region', { name: 'Days' });
  const other = days.getByRole('button', { name: /^Another day:? ?Guide coat/ }).first();
  await other.focus();
  await page.keyboard.press('Enter');
  const group = days.getByRole('radiogroup', { name: 'On which day' });
  await group.getByRole('radio').first().focus();
  await page.keyboard.press('ArrowRight');
  await press(page, 'More days');
  await expect(days).toContainText('Put on that day.', { timeout: 40_000 });
  await press(page, 'Go by this plan');
  await expect(page.getByTestId('keep-plan')).toContainText('Kept');
  await expect(page.getByRole('region', { name: 'Beside the plan that you kept' })).toBeVisible({ timeout: 40_000 });
});

test('in an own shop it asks first when somebody is there; hours that end before they begin are refused; then the days are there', async ({
  page,
}) => {
  await ownShop(page);
  await page.goto('/plan');
  await expect(answer(page)).toHaveText('When are you at it?');
  await page.getByTestId('add-person').click();
  await page.getByRole('checkbox', { name: 'Mon', exact: true }).click();
  await page.getByLabel('From').first().fill('17:00');
  await page.getByLabel('Until').first().fill('08:00');
  await press(page, 'Put these hours down');
  await expect(page.getByText('It ends before it begins.').first()).toBeVisible();
  await pick(page, 'Weekday evenings 18 to 21');
  await expect(answer(page)).not.toHaveText('When are you at it?', { timeout: 40_000 });
  await expect(page.getByTestId('people')).toContainText('Mon to Fri 18:00 to 21:00');
});

test('a date that is over is refused; one that cannot be kept is in danger, by how much; a crew comes on a day', async ({
  page,
}) => {
  await openDemo(page, '/plan');
  await expect(page.getByTestId('keep-plan')).toBeVisible({ timeout: 40_000 });
  const agreed = page.getByRole('region', { name: 'Agreed: Coupe, freshened up' });
  await agreed.getByTestId('add-agreed').click();
  await agreed.getByLabel('Day').first().fill('2020-01-01');
  await agreed.getByTestId('save-agreed').click();
  await expect(agreed).toContainText('That is over already.');
  const tomorrow = await page.evaluate(() => new Date(Date.now() + 86_400_000).toLocaleDateString('sv'));
  await agreed.getByLabel('Day').first().fill(tomorrow);
  await agreed.getByTestId('save-agreed').click();
  await expect(agreed).toContainText('done by');
  await expect(page.getByRole('region', { name: 'In danger' })).toContainText(
    /Coupe, freshened up: .* later than agreed/,
    { timeout: 60_000 },
  );
  await agreed.getByTestId('add-agreed').click();
  await pick(page, 'Other work');
  await agreed.getByTestId('save-agreed').click();
  await expect(agreed).toContainText('What is to be done?');
});

test('the week goes into a calendar; on the wall it is read from afar', async ({ page }) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await openDemo(page, '/plan');
  await expect(page.getByTestId('keep-plan')).toBeVisible({ timeout: 40_000 });
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByTestId('plan-calendar').click()]);
  expect(file.suggestedFilename()).toBe('plan-of-days.ics');
  await pick(page, 'By person');
  await expect(page.getByTestId('week-strips')).toContainText('Ida');
  await press(page, 'On the wall');
  await expect(page.getByTestId('wall')).toContainText('Next', { timeout: 40_000 });
});

test('what is written down with its minutes stands in the plan until it is ticked', async ({ page }) => {
  await openDemo(page, '/');
  await page.getByTestId('add-to-do').click();
  await page.getByLabel('What is to be done').fill('Sort the bolts');
  await page.getByLabel(/^Takes about/).fill('0');
  await page.getByTestId('save-to-do').click();
  await expect(page.getByText(/at least|between/i).first()).toBeVisible();
  await page.getByLabel(/^Takes about/).fill('45');
  await page.getByTestId('save-to-do').click();
  await expect(page.getByText('Written down: Sort the bolts')).toBeVisible();
  await page.goto('/plan');
  await expect(page.getByTestId('plan')).toContainText(/Sort the bolts/, { timeout: 60_000 });
});

test('what a year is like: a night over its day is refused; a cold year puts spraying off, and heat would bring it back', async ({
  page,
}) => {
  await openDemo(page, '/plan');
  const year = page.getByRole('region', { name: 'The year here' });
  await expect(year.getByTestId('year-here')).toContainText(/Clear.* on so many days of ten/, { timeout: 40_000 });
  await press(page, 'Change what the year is like');
  const form = page.getByTestId('year-form');
  type Month = 'Coldest' | 'Warmest';
  const nights = (of: Month) => form.getByLabel(`${of} month, nights`);
  const days = (of: Month) => form.getByLabel(`${of} month, days`);
  const fill = async (low: string, high: string, of: Month) => {
    await nights(of).fill(low);
    await days(of).fill(high);
  };
  const usual = {
    Coldest: [await nights('Coldest').inputValue(), await days('Coldest').inputValue()],
    Warmest: [await nights('Warmest').inputValue(), await days('Warmest').inputValue()],
  } as const;
  await fill('4', '-3', 'Coldest');
  await page.getByTestId('save-year').click();
  await expect(form).toContainText('The day is under its night');
  // A place in which it never gets warm enough for anything: taken back at once, and typed again.
  const cold = async () => {
    await fill('-9', '-3', 'Coldest');
    await fill('2', '6', 'Warmest');
    await page.getByTestId('save-year').click();
    await expect(year.getByTestId('year-here')).toContainText('from a coldest month of −9');
  };
  await cold();
  await page.getByTestId('notification').getByRole('button', { name: 'Undo' }).click();
  await expect(year.getByTestId('year-here')).not.toContainText('from a coldest month of −9');
  await press(page, 'Change what the year is like');
  await cold();
  const danger = page.getByRole('region', { name: 'In danger' });
  await expect(danger).toContainText('on no usual day of the plan is the air here right for it', { timeout: 60_000 });
  await press(page, 'Change what the year is like');
  await fill(...usual.Coldest, 'Coldest');
  await fill(...usual.Warmest, 'Warmest');
  await page.getByTestId('save-year').click();
  await expect(page.getByText('on no usual day of the plan')).toHaveCount(0, { timeout: 60_000 });
});
