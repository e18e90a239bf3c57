import { answer, expect, layers, openDemo, ownShop, pick, press, test, tick } from './helpers';

test('a new shop is asked how it works, once, and the cup follows', async ({ page }) => {
  await page.goto('/?own');
  const question = page.getByRole('region', { name: 'How you work' });
  await question.getByRole('radio', { name: 'Cup marks' }).click();
  await press(page, 'Start a job');
  await page.getByLabel('Name').fill('Test bench');
  await page.getByTestId('save').click();
  await press(page, 'Add a panel');
  await page.getByLabel('Panel', { exact: true }).fill('Lid');
  await page.getByLabel('Area, m²').fill('0,5');
  await page.getByTestId('add-panel').click();
  await expect(page.getByTestId('notification')).toContainText('Lid is added.');
  await page.getByRole('link', { name: 'Mix', exact: true }).click();
  await tick(page, /^Lid/);
  await page.getByTestId('zones-done').click();
  await expect(page.getByRole('radio', { name: 'Cup marks' })).toBeChecked();
  await page.getByRole('link', { name: 'Today', exact: true }).click();
  await expect(question).toHaveCount(0);
});

test('what is to be done is written down, ticked with a thumb, and taken back', async ({ page }) => {
  await openDemo(page);
  await page.getByTestId('add-to-do').click();
  await page.getByTestId('save-to-do').click();
  await expect(page.getByText('Say what is to be done')).toBeVisible();
  await page.getByLabel('What is to be done').fill('Order sill clips');
  await page.getByTestId('save-to-do').click();
  const line = page.getByRole('checkbox', { name: /Order sill clips/ });
  await line.click();
  await expect(line).toHaveCount(0);
  // That it is ticked shows before it is kept, and until then the bar is about the line before.
  const bar = page.getByTestId('notification');
  await expect(bar).toContainText('Done: Order sill clips');
  await bar.getByRole('button', { name: 'Undo' }).click();
  await expect(line).toBeVisible();
  // On a panel it says where it is; Today shows it too.
  await page.goto('/panel/bread-van/left-door?zone=ld-lower');
  await press(page, 'Write down what is to be done');
  await page.getByLabel('What is to be done').fill('Open the drain holes');
  await page.getByTestId('save-to-do').click();
  const pinned = page.getByRole('checkbox', { name: /Open the drain holes/ });
  await expect(pinned).not.toBeChecked();
  await page.getByRole('link', { name: 'Today', exact: true }).click();
  await expect(page.getByRole('checkbox', { name: /Open the drain holes.*Left door, lower/s })).toBeVisible();
});

test('a work clock is stopped with a tap, goes with the entry of its work, and asks when it was forgotten', async ({
  page,
}) => {
  await page.clock.install();
  await openDemo(page, '/panel/bread-van/right-door?zone=rd-lower');
  await press(page, 'Another work');
  await pick(page, 'Sanding and blocking');
  await expect(page.getByTestId('work-clock')).toContainText('Sanding and blocking');
  await page.clock.fastForward('25:00');
  await page.reload();
  // The sheet knows how long it was, and ends the clock.
  await page.goto('/log?job=bread-van&zones=rd-lower&kind=sanded');
  await expect(page.getByLabel('Work time, minutes')).toHaveValue('25');
  await page.getByTestId('save').click();
  const reason = page.getByLabel('Reason for going ahead');
  await reason.or(page.getByTestId('last-entry')).first().waitFor();
  if (await reason.isVisible()) {
    await reason.fill('Test piece');
    await page.getByTestId('save').click();
  }
  const time = page.getByRole('region', { name: 'Work time' });
  await expect(time).toContainText('Sanding and blocking 25 min');
  await expect(page.getByTestId('work-clock')).toHaveCount(0);
  // Another one runs overnight.
  await page.getByTestId('start-clock').click();
  await expect(page.getByTestId('work-clock')).toBeVisible();
  await page.goto('/');
  // A clock that a test turns does not turn for the store: what is being read is awaited first.
  await expect(page.getByTestId('work-clock')).toBeVisible();
  await page.clock.fastForward('15:00:00');
  await page.clock.runFor(61_000);
  const asks = page.getByTestId('forgotten-clock');
  await expect(asks).toContainText('Still at it?');
  await asks.getByLabel('It took, minutes').fill('2000');
  await asks.getByTestId('log-minutes').click();
  await expect(asks).toContainText('Between 1 and 1440');
  await asks.getByLabel('It took, minutes').fill('40');
  await asks.getByTestId('log-minutes').click();
  await expect(page.getByTestId('notification')).toContainText(/40\smin/);
  await expect(asks).toHaveCount(0);
});

test('a part that is sent out takes no work until it is back with what is on it', async ({ page }) => {
  await openDemo(page, '/log?job=bread-van&zones=cover-all&kind=sentOut');
  await page.getByTestId('save').click();
  await expect(page.getByText('Say it in a few words')).toBeVisible();
  await page.getByLabel('To whom').fill('The plater');
  await page.getByRole('textbox', { name: 'Back by' }).fill('soon');
  await page.getByTestId('save').click();
  await expect(page.getByText('A day, such as 2026-06-10')).toBeVisible();
  await page.getByRole('textbox', { name: 'Back by' }).fill('2030-06-10');
  await page.getByTestId('save').click();
  await expect(page.getByTestId('last-entry')).toContainText('Sent out: To The plater, back by');
  await expect(page.getByTestId('next-step').first()).toContainText('it is with The plater');
  await page.goto('/');
  await expect(page.getByRole('region', { name: 'Away' })).toContainText('With The plater');
  // What comes next is that it comes back.
  await page.goto('/log?job=bread-van&zones=cover-all');
  await pick(page, 'Bare');
  await page.getByTestId('save').click();
  await expect(page.getByTestId('last-entry')).toContainText('Came back: Bare');
  expect(await layers(page)).toEqual(['Mild steel']);
});

test('a cup is judged before it is poured', async ({ page }) => {
  await openDemo(page, '/mix?job=bread-van&zones=rs-rear');
  await expect(page.getByTestId('verdict')).toBeVisible();
  await expect(page.getByTestId('verdict')).toContainText(/Not yet|clean|rust|not/i);
  await expect(page.getByLabel('Reason for going ahead')).toHaveCount(0);
});

test('parts that were laid out, or a panel that was added, are taken back with a tap', async ({ page }) => {
  await ownShop(page, 'Lid');
  await press(page, 'Lay out parts of a body');
  await page.getByRole('radio', { name: 'Saloon' }).click();
  await page.getByRole('checkbox', { name: 'Bonnet' }).click();
  await page.getByTestId('lay-out').click();
  await expect(page.getByTestId('notification')).toContainText('Bonnet is laid out.');
  await expect(page.getByText('Bonnet', { exact: true })).toBeVisible();
  await page.getByTestId('notification').getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('Bonnet', { exact: true })).toHaveCount(0);
  // A panel with nothing but its first look goes, and comes back with that look.
  await page.getByRole('button', { name: 'Change Lid' }).click();
  await press(page, 'Take the panel out of the job');
  await expect(page.getByTestId('notification')).toContainText('Lid is out of the job.');
  await page.getByTestId('notification').getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText('Whole 0.50 m²')).toBeVisible();
  await page.goto('/panels');
  await page.getByRole('link', { name: /Lid/ }).first().click();
  await expect(answer(page)).toHaveText('Lid');
  expect(await layers(page)).toEqual(['Mild steel']);
});
