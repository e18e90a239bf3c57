import { readFile } from 'node:fs/promises';
import { expect, openDemo, ownShop, pick, press, test } from './helpers';

test('what is agreed decides the way: single-stage in satin is neither cleared nor polished', async ({ page }) => {
  await ownShop(page, 'Tray');
  await page.goto('/level');
  await pick(page, 'Single-stage');
  await pick(page, 'Satin');
  await page.getByLabel('Hours agreed').fill('1e9');
  await expect(page.getByText('Numbers only, such as 12.5 or 12,5')).toBeVisible();
  await page.getByLabel('Hours agreed').fill('20000');
  await expect(page.getByText('A number from 0.5 to 10000, or nothing')).toBeVisible();
  await page.getByLabel('Hours agreed').fill('12,5');
  await page.getByTestId('agree').click();
  await expect(page.getByTestId('agree')).toHaveText('Driver is agreed');
  await expect(page.getByText(/About 0 of 12.5 h are logged: 13 h left|About 0 of 12.5 h are logged/)).toBeVisible();
  await page.getByRole('link', { name: 'Panels', exact: true }).click();
  await page.getByRole('link', { name: /Tray/ }).first().click();
  await press(page, 'Still to come');
  const way = page.getByTestId('still-to-come');
  await expect(way).toContainText('Single-stage topcoat');
  await expect(way).toContainText('Refit');
  await expect(way).not.toContainText('Clear');
  await expect(way).not.toContainText('Polish');
});

test('one zone ends otherwise than its job: a load bed that is lined', async ({ page }) => {
  await ownShop(page, 'Load bed');
  await press(page, /^Change Load bed/);
  await press(page, /what Whole ends with/);
  await pick(page, 'Load-bed liner');
  await page.getByTestId('keep-panel').click();
  await press(page, /^Change Load bed/);
  await expect(page.getByRole('button', { name: /Ends with load-bed liner/ })).toBeVisible();
  await press(page, 'Leave');
  await page.getByRole('link', { name: 'Panels', exact: true }).click();
  await page
    .getByRole('link', { name: /Load bed/ })
    .first()
    .click();
  await press(page, 'Still to come');
  const way = page.getByTestId('still-to-come');
  await expect(way).toContainText('Load-bed liner');
  await expect(way).not.toContainText('base coat');
});

test('a fault is put off as agreed, is told as due, and taken up again', async ({ page }) => {
  await openDemo(page, '/panel/bread-van/right-side?zone=rs-rear');
  const leave = page.getByRole('button', { name: /^Leave unrepaired \(agreed\)/ });
  await expect(leave.first()).toBeVisible();
  const before = await leave.count();
  expect(before).toBeGreaterThan(0);
  const name = (await leave.first().getAttribute('aria-label'))!.replace('Leave unrepaired (agreed) : ', '');
  await leave.first().click();
  await pick(page, 'In 3 months');
  await expect(page.getByRole('button', { name: `Take it up again : ${name}` })).toBeVisible();
  await expect(leave).toHaveCount(before - 1);
  await expect(page.getByTestId('last-entry')).toContainText('Last: Left as agreed: Later, by');
  await page.goto('/ground?job=bread-van');
  await expect(page.getByRole('region', { name: 'Due later' })).toContainText(/by \d+ \w+ \d{4}/);
  await page.goBack();
  await press(page, `Take it up again : ${name}`);
  await expect(leave).toHaveCount(before);
});

test('a shop is asked for its school where it first matters, once', async ({ page }) => {
  await ownShop(page, 'Lid');
  await page.getByRole('link', { name: 'Panels', exact: true }).click();
  await page.getByRole('link', { name: /Lid/ }).first().click();
  const question = page.getByTestId('school-question');
  await expect(question).toContainText('Painters differ here. Filler goes on:');
  await expect(question).toContainText('Bare metal: Filler grips a coarse metal scratch best');
  await pick(page, 'Bare metal');
  await expect(question).toHaveCount(0);
  await press(page, 'Something else');
  await expect(page.getByTestId('next-step').filter({ hasText: 'Sand, P80' })).toHaveCount(1);
  await page.getByRole('link', { name: 'Shop', exact: true }).click();
  await expect(page.getByRole('radio', { name: 'Bare metal' })).toBeChecked();
});

test('another way: the polish is put off, and the way is found anew', async ({ page }) => {
  await openDemo(page, '/panel/bread-van/right-side?zone=rs-rear');
  await press(page, 'Still to come');
  const way = page.getByTestId('still-to-come');
  await expect(way).toContainText('Polish');
  await press(page, /^Another way/);
  await press(page, 'Put off : Polish');
  await expect(way.getByText('Polish', { exact: true })).toHaveCount(0);
  await expect(way).toContainText('Refit');
  await press(page, 'Take up again: polish');
  await expect(way.getByText('Polish', { exact: true })).toBeVisible();
});

test('a gauge that contradicts the log is asked about', async ({ page }) => {
  await ownShop(page, 'Lid');
  await page.goto('/log?kind=measured');
  await page.getByRole('textbox', { name: /µm/ }).fill('140');
  await expect(page.getByTestId('reading-doubt')).toContainText('where the log says bare');
  await page.getByTestId('save').click();
  await expect(page.getByTestId('last-entry')).toContainText('Measured');
});

test('a colour is renamed: not to one that the job has already, and its cards stay with it', async ({ page }) => {
  const file = JSON.parse(await readFile('demo/hatchback.json', 'utf8')) as {
    job: { zones: { id: string; finish?: object }[] };
  };
  const sill = file.job.zones.find((z) => z.id !== 'bonnet-all')!;
  sill.finish = { colour: { name: 'Chip black', hex: '#202428' } };
  await ownShop(page);
  await page.getByRole('link', { name: 'Shop', exact: true }).click();
  const [chooser] = await Promise.all([page.waitForEvent('filechooser'), press(page, 'Import a job file')]);
  await chooser.setFiles({
    name: 'two-colours.json',
    mimeType: 'application/json',
    buffer: Buffer.from(JSON.stringify(file)),
  });
  await page.getByTestId('import-do').click();
  await expect(page.getByText(/ is in\./)).toBeVisible();
  await page.goto('/job/hatchback/change');
  const name = page.getByLabel('Colour name');
  await name.fill('chip black');
  await page.getByTestId('save').click();
  await expect(page.getByRole('alert')).toContainText('Another colour of this job is called chip black');
  await expect(name).toBeFocused();
  await name.fill('Night shimmer');
  await page.getByTestId('save').click();
  await expect(page.getByTestId('notification')).toContainText('The job is changed.');
  await page.goto('/colour?job=hatchback');
  await expect(page.getByText('Night shimmer').first()).toBeVisible();
  await expect(page.getByText('Slate shimmer')).toHaveCount(0);
  await expect(page.getByTestId('card')).toHaveCount(3);
});
