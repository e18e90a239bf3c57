import { readFile } from 'node:fs/promises';
import { test as plain } from '@playwright/test';
import { serveBench } from './benchServer';
import { answer, expect, openDemo, ownShop, pick, press, test } from './helpers';

test('Today says until when a panel may be sprayed; the air page says why, and when again', async ({ page }) => {
  await openDemo(page);
  await expect(page.getByTestId('air-now')).toHaveText(
    /Fit to spray until (\w{3} )?\d\d:\d\d\. Air 1\d\.\d\s°C, \d\d\s%, read/,
  );
  await page.getByTestId('air-now').click();
  await expect(answer(page)).toHaveText(/^Fit to spray until/);
  const spans = page.getByRole('region', { name: 'May be sprayed' });
  await expect(spans.getByText('No: the panel sweats').first()).toBeVisible();
  await expect(spans.getByText(/^Rain from/)).toBeVisible();
  await expect(page.getByRole('img', { name: /^Air from [5-8] to 1\d °C/ })).toBeVisible();
  const until = await answer(page).textContent();
  await pick(page, 'Waterborne base coat');
  await expect(page.getByText('Waterborne base coat, on thin steel')).toBeVisible();
  await expect(answer(page)).not.toHaveText(until!);
});

test('a reading by hand counts at once; an absurd one is refused at its place', async ({ page }) => {
  await openDemo(page, '/air');
  await press(page, 'Log a reading');
  await page.getByLabel('Air, °C').fill('400');
  await page.getByTestId('save-reading').click();
  await expect(page.getByText(/400\s°C is not a temperature/)).toBeVisible();
  await page.getByLabel('Air, °C').fill('4,5');
  await page.getByLabel('Humidity, %').fill('nine');
  await page.getByTestId('save-reading').click();
  await expect(page.getByRole('alert').filter({ hasText: /number/i })).toBeVisible();
  await page.getByLabel('Humidity, %').fill('92');
  await page.getByTestId('save-reading').click();
  await expect(page.getByText('By hand', { exact: true })).toBeVisible();
  await expect(page.getByText(/^Air 4\.5\s°C, 92\s%, read under 1\smin ago/)).toBeVisible();
  await page.reload();
  await expect(page.getByText(/^Air 4\.5\s°C, 92\s%/)).toBeVisible();
  // The verdicts go by it: nothing is coated now.
  await page.goto('/panel/hatchback/wing');
  await press(page, 'Something else');
  await expect(
    page
      .getByTestId('next-step')
      .filter({ hasText: /Not yet: (the panel sweats|too cold|too damp)/ })
      .first(),
  ).toBeVisible();
});

test('a reading is logged for earlier, put right, taken out and brought back', async ({ page }) => {
  await openDemo(page, '/air');
  await press(page, 'Log a reading');
  await page.getByLabel('Air, °C').fill('30');
  await pick(page, 'Earlier');
  await page.getByRole('textbox', { name: 'Time' }).fill('25:00');
  await page.getByTestId('save-reading').click();
  await expect(page.getByText('A day and a time such as 14:05')).toBeVisible();
  await page.getByRole('textbox', { name: 'Time' }).fill('00:01');
  await page.getByTestId('save-reading').click();
  await expect(page.getByText('The reading is logged.')).toBeVisible();
  await press(page, 'Correct or take out readings');
  const list = page.getByTestId('correct-readings');
  await list.getByRole('textbox', { name: 'To' }).fill('00:10');
  await expect(list.getByText(/^30\.0\s°C/)).toBeVisible();
  await press(page, 'Change the reading of 00:01');
  await list.getByLabel('Air, °C').fill('19,5');
  await press(page, 'Put it right');
  await expect(list.getByText(/^19\.5\s°C/)).toBeVisible();
  await press(page, 'Take out the reading of 00:01');
  await expect(list.getByText(/^19\.5\s°C/)).toHaveCount(0);
  const bar = page.getByTestId('notification');
  await expect(bar).toContainText('The reading is out.');
  await bar.getByRole('button', { name: 'Undo' }).click();
  await expect(list.getByText(/^19\.5\s°C/)).toBeVisible();
  await page.reload();
  await press(page, 'Correct or take out readings');
  await list.getByRole('textbox', { name: 'To' }).fill('00:10');
  await expect(list.getByText(/^19\.5\s°C/)).toBeVisible();
});

test('every clock has an earliest and a latest time; heat moves it, as a question and as a plan', async ({ page }) => {
  await openDemo(page, '/panel/bread-van/roof');
  const more = page.getByTestId('clock-more');
  await expect(more.getByText(/, from .* to .* if the forecast is 3\sK off/)).toBeVisible();
  const before = await more.textContent();
  await press(page, 'What if I heat it?');
  await pick(page, 'Infrared lamp');
  await expect(answer(page)).toHaveText(/: .* sooner$/);
  await page.getByRole('textbox', { name: 'Until' }).fill('99');
  await expect(page.getByText('A time of day, such as 22:00')).toBeVisible();
  await expect(page.getByTestId('plan-heat')).toBeDisabled();
  await pick(page, 'Infrared lamp');
  await page.getByTestId('plan-heat').click();
  await expect(page.getByRole('region', { name: 'Planned' }).getByText(/Infrared lamp, 60\s°C/)).toBeVisible();
  await page.goto('/panel/bread-van/roof');
  await expect(more).toBeVisible();
  expect(await more.textContent()).not.toBe(before);
  await page.goto('/heat');
  await press(page, 'Take it out');
  await expect(page.getByRole('region', { name: 'Planned' })).toBeHidden();
});

test('heat that was logged moves the clock, and is undone', async ({ page }) => {
  await openDemo(page, '/panel/bread-van/roof');
  const next = page.getByTestId('clock-more');
  const before = await next.textContent();
  await page.getByTestId('log').click();
  await press(page, 'Something else');
  await pick(page, 'Baked');
  await page.getByLabel('Minutes').fill('0');
  await page.getByTestId('save').click();
  await expect(page.getByText(/Minutes must be between 1/)).toBeVisible();
  await page.getByLabel('Minutes').fill('45');
  await page.getByTestId('save').click();
  await expect(page.getByTestId('last-entry')).toHaveText(/Baked: 60\s°C for 45\smin/);
  expect(await next.textContent()).not.toBe(before);
  await press(page, 'Undo');
  await expect(page.getByText(/^Undone/)).toBeVisible();
});

test('warming up: how long, whether the panel stays dry, and a heater that is too small', async ({ page }) => {
  await openDemo(page, '/heat');
  const warm = page.getByTestId('warm-up');
  await page.getByLabel('Room now, °C').fill('6');
  await page.getByLabel('Outside, °C').fill('3');
  await expect(warm).toContainText(/Panel warm in .* at (\w+ )?\d\d:\d\d/);
  await page.getByLabel('Heater, kW').fill('1,5');
  await expect(warm).toContainText(/It stops at \d+\s°C/);
  await page.getByLabel('Heater, kW').fill('900');
  await expect(page.getByText('From 0.3 to 200 kW')).toBeVisible();
});

test("a logger's file with semicolons, decimal commas and broken rows", async ({ page }) => {
  await ownShop(page);
  await page.goto('/air');
  const day = new Date(Date.now() - 86_400_000).toISOString().slice(0, 10);
  const csv = `Zeit;Temperatur °C;Feuchte %\n${day} 08:00;8,5;81\n${day} 08:15;8,9;80\n${day} 08:30;400;80\n${day} 08:45;;80\n`;
  const load = async (name: string, text: string) => {
    const [chooser] = await Promise.all([page.waitForEvent('filechooser'), press(page, "Import a logger's file")]);
    await chooser.setFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(text) });
  };
  await load('junk.csv', 'hello');
  await expect(page.getByTestId('readings-refused')).toContainText('junk.csv was refused. Nothing was changed.');
  await load('logger.csv', csv);
  const ready = page.getByTestId('readings-ready');
  await expect(ready).toContainText('2 readings');
  await expect(ready).toContainText(/Line 4: 400\s°C/);
  await expect(ready).toContainText('Line 5: its temperature is not a number');
  await page.getByTestId('readings-do').click();
  await expect(page.getByText('2 readings are in.')).toBeVisible();
  await expect(page.getByRole('region', { name: 'Assumed' })).toBeVisible();
  const [file] = await Promise.all([page.waitForEvent('download'), press(page, 'Export the readings as CSV')]);
  expect(await readFile(await file.path(), 'utf8')).toMatch(/^Time,.*\n.*,8\.5,81,,file\n/);
});

test("a job's clocks go into a calendar", async ({ page }) => {
  await openDemo(page, '/shop');
  const [file] = await Promise.all([page.waitForEvent('download'), press(page, 'Clocks to a calendar')]);
  expect(file.suggestedFilename()).toBe('bread-van.ics');
  const text = (await readFile(await file.path(), 'utf8')).replace(/\r\n /g, '');
  expect(text.match(/BEGIN:VEVENT/g)!.length).toBeGreaterThan(3);
  expect(text).toContain('SUMMARY:Tailboard');
});

test('an alarm rings when a flash is over, outlives a reload, and is put away once', async ({ page }) => {
  await page.clock.install();
  await openDemo(page);
  // The page's own parts come a moment after the first view.
  await page.clock.runFor(6000);
  await expect(page.getByTestId('alarms')).toBeHidden();
  await page.clock.fastForward('10:00');
  await page.clock.runFor(6000);
  const alarms = page.getByTestId('alarms');
  await expect(alarms).toContainText('Tailboard');
  // Several that ring are one line; each is behind a tap.
  const several = alarms.getByRole('button', { expanded: false });
  if ((await several.count()) > 0) await several.click();
  await expect(alarms).toContainText(/Ready for the next coat/);
  await page.reload();
  await page.clock.runFor(6000);
  await expect(alarms).toContainText('Tailboard');
  await alarms.getByRole('button', { name: /^Seen/ }).click();
  await expect(alarms).toBeHidden();
  await page.clock.runFor(1000);
  await page.reload();
  await page.clock.runFor(6000);
  await expect(answer(page)).toBeVisible();
  await expect(alarms).toBeHidden();
});

plain.describe('with the simulated bench', () => {
  let url = '';
  let close: () => void;
  let fault: (kind: string) => Promise<Response>;
  plain.beforeAll(async () => ({ url, close, fault } = await serveBench()));
  plain.afterAll(() => close());

  plain(
    'the logger fills the log; wrong values are refused and a dropout is said, and nothing is lost',
    async ({ page }) => {
      await page.goto(`${url}/air?demo`);
      const bench = page.getByTestId('bench');
      await expect(bench).toContainText('Logger connected');
      await fault('hot');
      await expect(bench).toContainText(/refused: 400\s°C is not a temperature/);
      await fault('junk');
      await expect(bench).toContainText('what came was not a reading');
      await press(page, 'Log a reading');
      await press(page, 'Read the panel thermometer');
      await expect(page.getByLabel('Panel, if measured, °C')).toHaveValue(/^1\d(\.\d)?$/);
      await fault('dropout');
      await expect(bench).toContainText('Logger lost since');
      await press(page, 'Read the panel thermometer');
      await expect(page.getByText('The thermometer does not answer. Type what you read.')).toBeVisible();
      await page.getByLabel('Panel, if measured, °C').fill('14,5');
      await page.getByTestId('save-reading').click();
      await expect(page.getByRole('table', { name: 'Latest readings' })).toContainText(/By hand.*14\.5\s°C/);
      await fault('none');
      await expect(bench).toContainText('Logger connected', { timeout: 20_000 });
      await expect(page.getByText(/^Air -?\d+\.\d\s°C, \d+\s%, read/)).toBeVisible();
    },
  );

  plain('in somebody’s own shop what the simulated devices make up is never told, nor kept', async ({ page }) => {
    await page.goto(`${url}/air?own`);
    await expect(page.getByTestId('bench')).toHaveText(
      'No logger is connected. Readings are logged by hand or come from a file.',
    );
    await page.waitForTimeout(3000);
    await expect(page.getByTestId('bench')).not.toContainText(/connected\b.*heard|lost/);
    await expect(page.getByRole('table', { name: 'Latest readings' })).toHaveCount(0);
    await press(page, 'Log a reading');
    await expect(page.getByRole('button', { name: 'Read the panel thermometer' })).toHaveCount(0);
    // The demo on the same server has them.
    await page.goto(`${url}/air?demo`);
    await expect(page.getByTestId('bench')).toContainText('Logger connected');
  });
});

test('without a bench the app works by hand and says so quietly', async ({ page }) => {
  await openDemo(page, '/air');
  await expect(page.getByTestId('bench')).toHaveText(
    'No logger is connected. Readings are logged by hand or come from a file.',
  );
});
