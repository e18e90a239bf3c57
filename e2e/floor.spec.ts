import { answer, expect, openDemo, pick, press, test } from './helpers';

test('a van of nine panels is set up in fourteen taps and its name, and lies on its floor', async ({ page }) => {
  await page.goto('/?own');
  let taps = 0;
  const tap = async (what: ReturnType<typeof page.getByRole>) => {
    await what.click();
    taps += 1;
  };
  await tap(page.getByRole('button', { name: 'Start a job' }));
  await tap(page.getByLabel('Name'));
  await page.keyboard.type('Blue van');
  await tap(page.getByRole('radio', { name: 'Van', exact: true }));
  const parts = ['wing', 'front door', 'side', 'rear door', 'sill'].map((n) => `Left ${n}`);
  for (const name of [...parts, 'Bonnet', 'Roof', 'Front bumper', 'Rear bumper'])
    await tap(page.getByRole('checkbox', { name, exact: true }));
  await expect(page.getByTestId('save')).toHaveText('Start it with 9 panels');
  await tap(page.getByTestId('save'));
  expect(taps).toBeLessThanOrEqual(14);
  await expect(answer(page)).toHaveText('9 panels');
  const left = page.getByRole('list', { name: 'Left side' });
  await expect(left.getByRole('link')).toHaveCount(5);
  await expect(left.getByRole('link', { name: 'Left wing. Old coating' })).toBeVisible();
  // It is there after a reload, and each part leads to its panel.
  await page.reload();
  await left.getByRole('link', { name: /^Left wing/ }).click();
  await expect(page.getByTestId('panel')).toBeVisible();
});

test('half-picked parts are there again after a reload; more parts are laid out later, in zones', async ({ page }) => {
  await page.goto('/?own');
  await press(page, 'Start a job');
  await pick(page, 'Caravan');
  await page.getByRole('checkbox', { name: 'Roof' }).click();
  await page.waitForTimeout(700);
  await page.reload();
  await expect(page.getByRole('checkbox', { name: 'Roof' })).toBeChecked();
  await page.getByLabel('Name').fill('Old caravan');
  await page.getByTestId('save').click();
  await expect(answer(page)).toHaveText('1 panel');
  await press(page, /^The job /);
  await page.getByRole('link', { name: /^Change it/ }).click();
  await press(page, 'Lay out parts of a body');
  // What lies there is not offered again.
  await expect(page.getByRole('checkbox', { name: 'Roof' })).toHaveCount(0);
  await page.getByRole('checkbox', { name: 'Front panel' }).click();
  await page.getByRole('radio', { name: 'Upper and lower' }).click();
  await page.getByTestId('lay-out').click();
  await expect(page.getByText(/^Glassfibre\. Upper .*, Lower /)).toBeVisible();
  // The parts show before they are kept; the form leaves when they are.
  await expect(page.getByTestId('lay-out')).toHaveCount(0);
  // The wrong body: another one is picked, and what was laid out stays.
  await press(page, 'Lay out parts of a body');
  await pick(page, 'Trailer');
  await page.getByRole('checkbox', { name: 'Drawbar' }).click();
  await page.getByTestId('lay-out').click();
  await page.getByRole('link', { name: 'Panels', exact: true }).click();
  await expect(answer(page)).toHaveText('3 panels');
});

test('zones are picked on the floor, by part and alike; one that must not be is left out with a tap', async ({
  page,
}) => {
  await openDemo(page, '/log?job=bread-van&zones=rail-l');
  await press(page, 'Other zones');
  const roof = page.getByRole('checkbox', { name: /^Roof/ });
  await expect(roof).not.toBeChecked();
  await expect(page.getByRole('checkbox', { name: /^Chassis rails/ })).toHaveAttribute('aria-checked', 'mixed');
  await roof.click();
  await expect(roof).toBeChecked();
  await press(page, 'That is all');
  // Clear that still cures is not sanded; bare steel may be.
  await page.getByRole('radio', { name: 'Sanded' }).click();
  const leave = page.getByRole('button', { name: /^Leave out / });
  await expect(leave).toBeVisible();
  await leave.click();
  await expect(leave).toHaveCount(0);
  await expect(page.getByText(/^On Chassis rails, left$/)).toBeVisible();
});

test('a double tap on the save button starts one job and logs one entry', async ({ page }) => {
  await page.goto('/?own');
  await press(page, 'Start a job');
  await page.getByLabel('Name').fill('Twice');
  await page.getByRole('radio', { name: 'Single parts' }).click();
  await page.getByRole('checkbox', { name: 'Sheet' }).click();
  await page.getByTestId('save').dblclick();
  await expect(answer(page)).toHaveText('1 panel');
  await page.getByRole('link', { name: /^Sheet/ }).click();
  await expect(page.getByTestId('entry-count')).toHaveText('1');
  await page.getByTestId('log').click();
  await page.getByRole('radio', { name: 'Sanded' }).click();
  await page.getByTestId('save').dblclick();
  await expect(page.getByTestId('entry-count')).toHaveText('2');
});

test('a preference that is typed back to what it was is kept as it stands there', async ({ page }) => {
  await openDemo(page, '/shop');
  const name = page.getByLabel('Shop name');
  const was = await name.inputValue();
  await name.fill(`${was} and son`);
  await expect(answer(page)).toHaveText(`${was} and son`);
  await name.fill(was);
  await expect(answer(page)).toHaveText(was);
});

test('a finger goes over several parts at once; the sizes of a box give its area', async ({ page }) => {
  await openDemo(page, '/log?job=bread-van&kind=cleaned');
  await press(page, 'Other zones');
  const parts = page.getByRole('group').getByRole('checkbox');
  const boxes = await Promise.all([0, 1].map((i) => parts.nth(i).boundingBox()));
  const first = await parts.nth(0).getAttribute('aria-checked');
  await page.mouse.move(boxes[0]!.x + 20, boxes[0]!.y + boxes[0]!.height / 2);
  await page.mouse.down();
  await page.mouse.move(boxes[1]!.x + boxes[1]!.width / 2, boxes[1]!.y + boxes[1]!.height / 2, { steps: 8 });
  await page.mouse.up();
  const turned = first === 'true' ? 'false' : 'true';
  await expect(parts.nth(0)).toHaveAttribute('aria-checked', turned);
  await expect(parts.nth(1)).toHaveAttribute('aria-checked', turned);
  await page.goto('/job/bread-van/change');
  await press(page, 'Add a panel');
  await press(page, 'Work the area out from its sizes');
  await page.getByLabel('Length, mm').fill('1600');
  await page.getByLabel('Width, mm').fill('120');
  await page.getByLabel('Height, mm').fill('80');
  // 2 × (120 + 80) × 1600 mm².
  await page.getByTestId('take-area').click();
  await expect(page.getByLabel('Area, m²')).toHaveValue('0.64');
});
