import type { Page } from '@playwright/test';
import { answer, expect, layers, openDemo, pick, press, storedText, test, tick } from './helpers';

test.use({ viewport: { width: 390, height: 844 } });

/** A place on the map, as shares of its width and height. */
const spot = async (page: Page, x: number, y: number) => {
  await page.getByTestId('map').scrollIntoViewIfNeeded();
  const m = (await page.getByTestId('map').boundingBox())!;
  return { x: m.x + x * m.width, y: m.y + y * m.height };
};
const tap = async (page: Page, x: number, y: number) => {
  const p = await spot(page, x, y);
  await page.mouse.click(p.x, p.y);
};
const drag = async (page: Page, ...points: [number, number][]) => {
  const [first, ...rest] = await Promise.all(points.map(([x, y]) => spot(page, x, y)));
  await page.mouse.move(first!.x, first!.y);
  await page.mouse.down();
  for (const p of rest) await page.mouse.move(p.x, p.y, { steps: 6 });
  await page.mouse.up();
};

test('a fault is marked where it is, stops a coat over it, and is gone once its repair is logged', async ({ page }) => {
  await openDemo(page, '/map?job=bread-van&panel=right-side');
  await expect(answer(page)).toHaveText('3 faults are open');
  await pick(page, 'Mark');
  await tap(page, 0.02, 0.05);
  await expect(page.getByText('That is beside the panel. Tap on it.')).toBeVisible();
  await tap(page, 0.3, 0.45);
  await pick(page, 'Hole');
  await page.getByRole('textbox', { name: /^Across/ }).fill('0,2');
  await page.getByTestId('save-mark').click();
  await expect(page.getByText(/A number from 1 to 5000/)).toBeVisible();
  await page.getByRole('textbox', { name: /^Across/ }).fill('35');
  await expect(page.getByTestId('proposal')).toContainText('Cut out and patch');
  await page.getByTestId('save-mark').click();
  await expect(page.getByText(/^Marked on front\. Hole, 35\smm across: cut out and patch\.$/)).toBeVisible();
  await press(page, 'Take the mark back');
  await expect(answer(page)).toHaveText('Tap the fault, or go round it');
  await pick(page, 'Look');
  await expect(answer(page)).toHaveText('3 faults are open');
  await pick(page, 'Mark');
  await tap(page, 0.3, 0.45);
  await pick(page, 'Hole');
  await page.getByTestId('save-mark').click();
  await pick(page, 'Look');
  await expect(answer(page)).toHaveText('4 faults are open');

  await page.goto('/log?job=bread-van&zones=rs-front&kind=coated');
  await expect(page.getByTestId('verdict')).toContainText('a hole is marked here and not repaired');
  await page.goto('/map?job=bread-van&panel=right-side');
  await press(page, /^Repair done: Hole/);
  await expect(page.getByLabel('What was done')).toHaveValue('Cut out and patch');
  await expect(page.getByText(/^Welding, pins too: fire watch/)).toBeVisible();
  await page.getByTestId('save').click();
  await expect(page.getByText(/^Dealt with/).first()).toBeVisible();
  await page.goto('/log?job=bread-van&zones=rs-front&kind=coated');
  await expect(page.getByTestId('verdict')).not.toContainText('hole');
});

test('a finger goes round a fault: its area is the drawing\u2019s, and the repair is worked out from it', async ({
  page,
}) => {
  await openDemo(page, '/map?job=bread-van&panel=right-side');
  await pick(page, 'Mark');
  await drag(page, [0.15, 0.4], [0.35, 0.55], [0.15, 0.55], [0.35, 0.4], [0.16, 0.41]);
  await expect(page.getByText('The line crosses itself. Go once round.')).toBeVisible();
  await drag(page, [0.02, 0.4], [0.25, 0.4], [0.25, 0.6], [0.02, 0.6], [0.02, 0.42]);
  await expect(page.getByText('Cut off at the edge of the panel.')).toBeVisible();
  await drag(page, [0.15, 0.4], [0.3, 0.4], [0.3, 0.5], [0.15, 0.5], [0.15, 0.41]);
  await expect(page.getByTestId('fault-area')).toHaveText(/^\d{3,4}\scm²$/);
  const area = (await page.getByTestId('fault-area').textContent())!;
  await pick(page, 'Hole');
  await expect(page.getByLabel('Across, mm')).toHaveValue(/^\d{3}$/);
  await page.getByTestId('save-mark').click();
  await expect(page.getByText(/^Marked on front\. Hole, \d+\scm²: cut out and patch\.$/)).toContainText(area);
  await pick(page, 'Look');
  await tap(page, 0.27, 0.48);
  await expect(
    page.getByRole('region', { name: 'Faults here' }).getByRole('button', { name: /^Repair done/ }),
  ).toHaveCount(1);
  await press(page, 'Work out its repair');
  await expect(answer(page)).toHaveText(/^Cut \d{3} × \d{3}\smm, \d+ plugs$/);
  await expect(page.getByLabel('Bad, wide, mm')).not.toHaveValue('120');
  await press(page, 'Log: cut out and patch');
  await page.getByTestId('save').click();
  await expect(page.getByText(/^Dealt with/).first()).toBeVisible();
});

test('a zone is drawn inside another one: it has that one\u2019s history, and outlines that cannot be are said to', async ({
  page,
}) => {
  await openDemo(page, '/map?job=bread-van&panel=nose');
  await pick(page, 'Zone');
  await page.getByLabel('Name of the zone').fill('Corner');
  await page.getByTestId('keep-outline').click();
  await expect(page.getByText('An outline needs at least three corners')).toBeVisible();
  // Four taps that cross.
  for (const [x, y] of [
    [0.2, 0.3],
    [0.35, 0.5],
    [0.35, 0.3],
    [0.2, 0.5],
  ] as const)
    await tap(page, x, y);
  await page.getByTestId('keep-outline').click();
  await expect(page.getByText(/The outline crosses itself/)).toBeVisible();
  await expect(page.getByRole('button', { name: 'Cut it off there' })).toHaveCount(0);
  await press(page, 'Back one');
  await expect(page.getByText('3 corners')).toBeVisible();
  await press(page, 'Clear');
  await drag(page, [0.4, 0.2], [0.6, 0.2], [0.6, 0.4], [0.4, 0.4]);
  await page.getByTestId('keep-outline').click();
  await expect(page.getByText(/which history would count\?/)).toBeVisible();
  await press(page, 'Clear');
  await drag(page, [0.2, 0.25], [0.35, 0.25], [0.35, 0.45], [0.2, 0.45], [0.2, 0.27]);
  await expect(page.getByTestId('drawn-area')).toHaveText(/^\d{3}\scm²$/);
  await page.getByTestId('keep-outline').click();
  await expect(page.getByText('Corner is drawn. It has the history of left.')).toBeVisible();
  await tap(page, 0.27, 0.32);
  await expect(page.getByRole('region', { name: 'Corner' })).toContainText('Cut out of left');
  await page.goto('/panel/bread-van/nose');
  await pick(page, 'Left');
  const left = await layers(page);
  await pick(page, 'Corner');
  expect(await layers(page)).toEqual(left);
  // The wheel and the buttons bring it closer; a tap still finds what is under it.
  await page.goto('/map?job=bread-van&panel=nose');
  await press(page, 'Closer');
  await press(page, 'Whole');
  await tap(page, 0.27, 0.32);
  await expect(page.getByRole('region', { name: 'Corner' })).toBeVisible();
  await press(page, 'Take this zone away');
  await expect(page.getByText(/^Corner is taken away/)).toBeVisible();
  await expect(page.getByRole('region', { name: 'Corner' })).toHaveCount(0);
  await tap(page, 0.27, 0.32);
  await expect(page.getByRole('region', { name: 'Left' })).toBeVisible();
});

test('a zone that is there is drawn, cut off at the edge, and only then a new one can be drawn in it', async ({
  page,
}) => {
  await openDemo(page, '/map?job=bread-van&panel=right-side');
  await tap(page, 0.15, 0.6);
  await expect(page.getByText('Front and Rear are not drawn, so a tap cannot tell them apart.')).toBeVisible();
  await pick(page, 'Zone');
  await pick(page, 'A new one');
  await drag(page, [0.1, 0.35], [0.3, 0.35], [0.3, 0.5], [0.1, 0.5], [0.1, 0.37]);
  await page.getByLabel('Name of the zone').fill('Strip');
  await page.getByTestId('keep-outline').click();
  await expect(page.getByText(/^Front and Rear are not drawn: which of their histories would count\?/)).toBeVisible();
  await press(page, 'Clear');
  await pick(page, 'Front');
  // A thumb goes over the edge; the panel's own edge is what was meant.
  await drag(page, [0.02, 0.2], [0.4, 0.2], [0.4, 0.9], [0.02, 0.9], [0.02, 0.22]);
  await page.getByTestId('keep-outline').click();
  await expect(page.getByText(/of it lie outside of the panel/)).toBeVisible();
  await press(page, 'Cut it off there');
  await page.getByTestId('keep-outline').click();
  await expect(page.getByText(/^Front is drawn: \d{4}\scm², and was \d{4}\scm² before\.$/)).toBeVisible();
  await press(page, 'Take it back');
  await expect(page.getByText('It is as it was before.')).toBeVisible();
  await tap(page, 0.15, 0.6);
  await expect(page.getByText(/are not drawn, so a tap cannot tell them apart/)).toBeVisible();
  await pick(page, 'Zone');
  await drag(page, [0.02, 0.2], [0.4, 0.2], [0.4, 0.9], [0.02, 0.9], [0.02, 0.22]);
  await page.getByTestId('keep-outline').click();
  await press(page, 'Cut it off there');
  await page.getByTestId('keep-outline').click();
  await expect(page.getByText(/^Front is drawn/)).toBeVisible();
  await tap(page, 0.15, 0.6);
  await expect(page.getByRole('region', { name: 'Front' })).toBeVisible();
  await pick(page, 'Zone');
  await drag(page, [0.1, 0.35], [0.3, 0.35], [0.3, 0.5], [0.1, 0.5], [0.1, 0.37]);
  await page.getByLabel('Name of the zone').fill('Strip');
  await page.getByTestId('keep-outline').click();
  await expect(page.getByText('Strip is drawn. It has the history of front.')).toBeVisible();
  await tap(page, 0.2, 0.49);
  await press(page, 'Draw its outline anew');
  await drag(page, [0.1, 0.35], [0.6, 0.35], [0.6, 0.5], [0.1, 0.5], [0.1, 0.37]);
  await page.getByTestId('keep-outline').click();
  await expect(page.getByText('It was drawn out of the front: keep it inside that one')).toBeVisible();
});

test('two fingers move and enlarge the panel, and leave nothing behind where one was about to draw', async ({
  page,
}) => {
  await openDemo(page, '/map?job=bread-van&panel=nose');
  await pick(page, 'Zone');
  const cdp = await page.context().newCDPSession(page);
  const [a, b] = [await spot(page, 0.45, 0.5), await spot(page, 0.55, 0.5)];
  const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd', ...points: { x: number; y: number }[]) =>
    cdp.send('Input.dispatchTouchEvent', { type, touchPoints: points.map((p, id) => ({ ...p, id })) });
  const apart = (d: number) =>
    [
      { x: a.x - d, y: a.y },
      { x: b.x + d, y: b.y },
    ] as const;
  const drawing = page.getByTestId('map').locator('svg').first();
  const before = (await drawing.boundingBox())!;
  await touch('touchStart', a);
  await touch('touchMove', { x: a.x + 1, y: a.y });
  await touch('touchStart', ...apart(0));
  for (let d = 5; d <= 60; d += 5) await touch('touchMove', ...apart(d));
  await touch('touchEnd');
  await expect.poll(async () => (await drawing.boundingBox())!.width / before.width).toBeGreaterThan(1.5);
  // The count follows when the fingers rest.
  await expect(page.getByText('0 corners')).toBeVisible();
  await press(page, 'Whole');
  // A quick line is a line, not a tap where it ends.
  await pick(page, 'Mark');
  await touch('touchStart', a);
  const quick = [
    [40, 0],
    [40, 40],
    [0, 40],
    [0, 8],
  ] as const;
  for (const [x, y] of quick) await touch('touchMove', { x: a.x + x, y: a.y + y });
  await touch('touchEnd');
  await expect(page.getByTestId('fault-area')).toBeVisible();
  await pick(page, 'Zone');
  // One finger draws as before.
  await touch('touchStart', a);
  for (let i = 1; i <= 10; i++) await touch('touchMove', { x: a.x + 6 * i, y: a.y + 3 * (i % 4) });
  await touch('touchEnd');
  await expect(page.getByText(/^[1-9]\d* corners$/)).toBeVisible();
  expect((await drawing.boundingBox())!.width).toBeCloseTo(before.width, 0);
});

test('a keep-out is drawn and taken away; a panel without a drawing gets a shape', async ({ page }) => {
  await openDemo(page, '/map?job=bread-van&panel=tailboard');
  await pick(page, 'Keep-out');
  await drag(page, [0.4, 0.45], [0.6, 0.45], [0.6, 0.55], [0.4, 0.55], [0.4, 0.47]);
  await page.getByLabel('What must not be painted').fill('Load plate');
  await page.getByTestId('keep-outline').click();
  await expect(page.getByText('Load plate stays unpainted.')).toBeVisible();
  await tap(page, 0.5, 0.5);
  await press(page, 'Take this keep-out away');
  await expect(page.getByText('Load plate', { exact: true })).toHaveCount(0);

  await page.goto('/map?job=bread-van&panel=cover');
  await pick(page, 'Round cover');
  await page.getByLabel('Wide').fill('9');
  await page.getByTestId('keep-shape').click();
  await expect(page.getByText(/A number from 20 to 6000/)).toBeVisible();
  await page.getByLabel('Wide').fill('700');
  await page.getByLabel('High').fill('700');
  await page.getByTestId('keep-shape').click();
  await expect(page.getByTestId('map-page')).toBeVisible();
  await tap(page, 0.5, 0.5);
  // 24 corners on a circle of 700 mm: 12 · 35² · sin 15° is 3805, less what rounding to whole millimetres takes.
  await expect(page.getByRole('region', { name: 'Whole' })).toContainText(/380[2-5]\scm²/);
});

test('the level is agreed with its hours and money, and stands there after a reload', async ({ page }) => {
  await openDemo(page, '/level?job=bread-van');
  await expect(answer(page)).toHaveText(/^Driver: \d+ hours, €/);
  const driver = await answer(page).textContent();
  await pick(page, 'Show');
  await expect(answer(page)).toHaveText(/^Show: /);
  await page.getByLabel('An hour costs, €').fill('x');
  await expect(page.getByText('Numbers only, such as 12.5 or 12,5')).toBeVisible();
  await page.getByLabel('An hour costs, €').fill('55');
  await page.getByTestId('agree').click();
  await expect(page.getByText('Show is agreed')).toBeVisible();
  await expect.poll(() => storedText(page, 'stratocoat-demo', 'job/bread-van/body')).toMatch(/"level":"show"/);
  await page.goto('/ground?job=bread-van');
  await expect(page.getByText(/^Show: Straight along a light/)).toBeVisible();
  expect(driver).not.toBeNull();
});

test('parts are counted into a bag, ordered, and brought back', async ({ page }) => {
  await openDemo(page, '/bags?job=bread-van');
  await expect(answer(page)).toHaveText('1 order is late');
  await page.goto('/');
  const orders = page.getByRole('region', { name: 'Parts on order' });
  await expect(orders).toContainText(/1 Headlamp bowlLate: was due \w{3} \d+ \w{3}Bag 3, Bread van/);
  await orders.getByRole('link').first().click();
  await expect(answer(page)).toHaveText('1 order is late');
  await expect(page.getByTestId('must-return')).toContainText('3 × drain plugs');
  await page.getByTestId('new-bag').click();
  await page.getByTestId('keep-bag').click();
  await expect(page.getByText('Pick the part that it came off')).toBeVisible();
  await pick(page, 'Roof');
  await page.getByLabel('Where it is').fill('Hook by the door');
  await page.getByTestId('keep-bag').click();
  await press(page, 'Count something into Bag 4');
  await page.getByLabel('What', { exact: true }).fill('Gutter clips');
  await page.getByLabel('How many').fill('-4');
  await page.getByTestId('keep-item').click();
  await expect(page.getByText('A whole number from 1 to 999')).toBeVisible();
  await page.getByLabel('How many').fill('12');
  await tick(page, 'One-time, to order');
  await page.getByLabel(/On order, due/).fill('12/2');
  await page.getByTestId('keep-item').click();
  await expect(page.getByText('Enter a real date')).toBeVisible();
  await page.getByLabel(/On order, due/).fill('');
  await page.getByTestId('keep-item').click();
  await expect(page.getByText('one-time: to order').first()).toBeVisible();
  await press(page, /^3 Drain plugs/);
  await page.getByTestId('all-back').click();
  await expect(page.getByTestId('must-return')).toHaveCount(0);
  // The bag goes to another place; what was counted by mistake comes off the list, and back.
  await press(page, 'Move or rename Bag 4');
  await page.getByLabel('Where it is').fill('Shelf over the bench');
  await page.getByTestId('keep-bag').click();
  await expect(page.getByText('Where: Shelf over the bench')).toBeVisible();
  await press(page, /^12 Gutter clips/);
  await press(page, 'Off the list');
  await expect(page.getByText('Gutter clips')).toBeHidden();
  await press(page, 'Put it back');
  await expect(page.getByText('Gutter clips')).toBeVisible();
  await expect
    .poll(() => storedText(page, 'stratocoat-demo', 'job/bread-van/body'))
    .toMatch(/Shelf over the bench.*Gutter clips/);
  await page.reload();
  await expect(page.getByText('Gutter clips')).toBeVisible();
  await expect(page.getByText('Where: Shelf over the bench')).toBeVisible();
});

test('fitting is stopped while it would close off or hide what is not done', async ({ page }) => {
  await openDemo(page, '/order?job=bread-van');
  await expect(answer(page)).toHaveText('First coat the chassis rails');
  await page.goto('/log?job=bread-van&zones=floor-f&kind=fitted');
  await page.getByLabel('Where, and with what').fill('Floor bolted down');
  await expect(page.getByTestId('verdict')).toContainText('This closes off what is not done: coat the chassis rails');
  await page.goto('/log?job=bread-van&zones=rail-l&kind=fitted');
  await page.getByLabel('Where, and with what').fill('Under the floor');
  await expect(page.getByTestId('verdict')).toContainText('bare metal would be hidden');
  // A ring is refused.
  await page.goto('/order?job=bread-van');
  await page.getByTestId('new-link').click();
  const group = (name: string) => page.getByRole('radiogroup', { name, exact: true });
  await group('First: act').getByRole('radio', { name: 'fit', exact: true }).click();
  await group('First: on').getByRole('radio', { name: 'Floor' }).click();
  await group('Then: act').getByRole('radio', { name: 'coat', exact: true }).click();
  await group('Then: on').getByRole('radio', { name: 'Chassis rails' }).click();
  await page.getByTestId('keep-link').click();
  await expect(page.getByText(/That closes a ring/)).toBeVisible();
  await group('Then: on').getByRole('radio', { name: 'Nose panel' }).click();
  await page.getByTestId('keep-link').click();
  const link = page.getByText('Fit the floor, then coat the nose panel');
  await expect(link).toBeVisible();
  // What is dropped is put back.
  await page.getByRole('button', { name: 'Drop', exact: true }).last().click();
  await expect(link).toHaveCount(0);
  await press(page, 'Put it back');
  await expect(link).toBeVisible();
  await expect(page.getByRole('button', { name: 'Put it back' })).toHaveCount(0);
});

test('a blasting day: covers first, the compressor has to feed the nozzle, and steel goes bare against a clock', async ({
  page,
}) => {
  await openDemo(page, '/blast?job=bread-van');
  // What the media would warp is neither covered nor logged.
  await expect(answer(page)).toHaveText('Do not blast 1 of these 3 at this setting');
  await expect(page.getByTestId('log-blast')).toBeEnabled();
  await expect(page.getByTestId('finish-by')).toContainText(/Flash rust shows|stays dry/);
  await expect(page.getByText(/Thin flat sheet warps under crushed glass/)).toBeVisible();
  await pick(page, 'Soda');
  await expect(answer(page)).toHaveText('1 cover to put on first');
  await expect(page.getByTestId('log-blast')).toBeDisabled();
  await tick(page, 'Window channel');
  await expect(answer(page)).toHaveText(/^Ready: /);
  // The heavy one first and on a stand, the light one on a pallet; the rails were blasted this morning.
  await expect(page.getByTestId('yard-turn')).toHaveText([
    /^1\. Floor, on a stand, both faces: /,
    /^2\. Right side, on a pallet, outer face: /,
  ]);
  await expect(page.getByTestId('by-hand')).toContainText('By wire wheel');
  await pick(page, /Worn by/);
  await expect(page.getByTestId('short')).toContainText(/Pressure falls to/);
  await page.getByLabel('Compressor').fill('0,4');
  await expect(answer(page)).toHaveText('The compressor cannot feed this nozzle');
  await page.getByLabel('Compressor').fill('four');
  await expect(page.getByText('Numbers only, such as 12.5 or 12,5')).toBeVisible();
  await page.getByLabel('Compressor').fill('3,6');
  await press(page, /^Right side: /);
  await page.getByLabel('Leave it out, because').fill('Sheet too thin');
  await press(page, 'Leave it out on purpose');
  await expect(page.getByText('On purpose: Sheet too thin')).toBeVisible();
  await page.getByTestId('log-blast').click();
  // With what and how hard is on the sheet already.
  await expect(page.getByRole('radio', { name: 'Soda' })).toBeChecked();
  await expect(page.getByLabel('Pressure at the nozzle, bar')).toHaveValue(/^\d\.\d$/);
  await pick(page, 'Garnet');
  await expect(page.getByLabel(/^Profile/)).toHaveValue('60');
  await page.getByTestId('save').click();
  await expect(page.getByTestId('bare-clock')).toContainText(/Primer by|Clean for days/);
});

test('repairs are worked out and lead to the log', async ({ page }) => {
  await openDemo(page, '/repair?job=bread-van&panel=roof');
  await expect(answer(page)).toHaveText(/^4 plies, \d+\sg resin, .* to lay it$/);
  await page.getByLabel('Surface').fill('9');
  await expect(page.getByText(/does not cure well under 15/)).toBeVisible();
  await page.getByLabel('Surface').fill('23');
  await page.getByLabel('Catalyst by weight').fill('30');
  await expect(page.getByText(/Catalyst must be between 1 and 3/)).toBeVisible();
  await page.getByLabel('Catalyst by weight').fill('1,5');
  await expect(page.getByText('20 min', { exact: true })).toBeVisible();

  await page.goto('/repair?job=bread-van&panel=left-side');
  await expect(answer(page)).toHaveText('Pull the lows, then skim');
  await page.getByRole('radiogroup', { name: 'It pops in and out' }).getByRole('radio', { name: 'Yes' }).click();
  await expect(answer(page)).toHaveText('Shrink, then skim');
  await pick(page, 'Patch');
  await expect(answer(page)).toHaveText(/^Cut 160 × 120\smm, \d+ plugs$/);
  await pick(page, 'Bonded seam');
  await expect(answer(page)).toHaveText(/^Epoxy adhesive, .* in the clamps$/);
  await pick(page, 'Rust');
  await pick(page, 'Pits');
  await expect(page.getByText(/turned black all over/)).toBeVisible();
  await press(page, 'Log: clean and convert');
  await expect(page.getByLabel('What was done')).toHaveValue('Clean and convert');
});

test('a decision is kept with what it rested on; a temporary one comes due', async ({ page }) => {
  await openDemo(page, '/decide?job=bread-van&panel=right-side');
  await pick(page, 'Temporary repair');
  await page.getByLabel('Months it has to last').fill('0');
  await page.getByTestId('keep-decision').click();
  await expect(page.getByText('Months: a whole number from 1 to 240')).toBeVisible();
  await page.getByLabel('Months it has to last').fill('9');
  await page.getByTestId('keep-decision').click();
  await expect(page.getByTestId('decided')).toContainText('It is repaired for a while: 9 months.');
  await expect.poll(() => storedText(page, 'stratocoat-demo', 'job/bread-van/body')).toMatch(/"months":9/);
  await page.goto('/ground?job=bread-van');
  await expect(page.getByText('Temporary repair, decided')).toBeVisible();
});

test('a temporary repair is due until another one takes its place', async ({ page }) => {
  await openDemo(page, '/ground?job=bread-van');
  await expect(page.getByRole('region', { name: 'Due later' }).getByText(/^until/)).toBeVisible();
  await page.goto('/panel/bread-van/floor');
  await page.getByTestId('log').click();
  await press(page, 'Something else');
  await pick(page, 'Repaired');
  await page.getByLabel('What was done').fill('Sheet let in');
  await expect(page.getByText('Takes the place of the temporary repair')).toBeVisible();
  await page.getByTestId('save').click();
  await expect(page.getByTestId('last-entry')).toHaveText(/Sheet let in, in place of the temporary one/);
  await page.goto('/ground?job=bread-van');
  await expect(answer(page)).toBeVisible();
  await expect(page.getByText('Temporary repairs')).toBeHidden();
});

test('a seam is drawn along, and has a history of its own; what is half drawn outlives a look at something else', async ({
  page,
}) => {
  await openDemo(page, '/map?job=bread-van&panel=nose');
  await pick(page, 'Seam');
  await drag(page, [0.2, 0.3], [0.4, 0.3]);
  await expect(page.getByTestId('drawn-length')).toHaveText(/\d+\smm/);
  // On a slow machine what is shown is a moment behind the finger.
  const shown = () => page.getByTestId('drawn-length').textContent();
  await expect
    .poll(async () => {
      const before = await shown();
      await page.waitForTimeout(200);
      return before === (await shown());
    })
    .toBe(true);
  const length = (await shown())!;
  await pick(page, 'Look');
  await expect(page.getByTestId('drawn-length')).toHaveCount(0);
  await pick(page, 'Seam');
  await expect(page.getByTestId('drawn-length')).toHaveText(length);
  await page.getByTestId('keep-seam').click();
  await expect(page.getByText('Give the seam a name')).toBeVisible();
  await page.getByLabel('Name of the seam').fill('Lap');
  await page.getByLabel('Wide, mm').fill('20');
  await page.getByTestId('keep-seam').click();
  await expect(page.getByText(/^Lap is drawn, \d+\smm long\.$/)).toBeVisible();
  await tap(page, 0.3, 0.3);
  const lap = page.getByRole('region', { name: 'Lap' });
  await expect(lap).toContainText(/Plug welds: \d+\smm long, 20\smm wide/);
  await expect(lap).toContainText(/\d+ plugs\. A flat bead of sealer/);
  await lap.getByRole('link', { name: 'What is on Lap' }).click();
  await expect(page.getByRole('radio', { name: 'Lap' }).first()).toBeVisible();
});

test('without drawing: a fault by zone and words, a zone by its corners', async ({ page }) => {
  await openDemo(page, '/map?job=bread-van&panel=nose');
  await pick(page, 'Mark');
  await press(page, 'Say where it is in words');
  await pick(page, 'Bottom left');
  await page.getByTestId('save-mark').click();
  await expect(page.getByText(/^Marked on/)).toBeVisible();
  // What is no fault can be written down at its place too, and stands on the panel.
  await press(page, 'Say where it is in words');
  await pick(page, 'Top right');
  await press(page, 'No fault, but something to do here');
  await page.getByLabel('What is to be done').fill('Tap the thread');
  await page.getByTestId('save-to-do').click();
  await expect(page.getByText('To be done there: Tap the thread')).toBeVisible();
  await pick(page, 'Zone');
  await press(page, 'Type its corners instead');
  const corners = page.getByLabel('Corners, mm from left and top');
  await corners.fill('100 100; 300');
  await press(page, 'Draw them');
  await expect(page.getByText(/^From left and top, corner by corner/)).toBeVisible();
  await corners.fill('100 100; 200 100; 200 200; 100 200');
  await press(page, 'Draw them');
  await expect(page.getByTestId('drawn-area')).toHaveText(/100\scm²/);
});

test('a loop closes where it comes near its start', async ({ page }) => {
  await openDemo(page, '/map?job=bread-van&panel=nose');
  await pick(page, 'Zone');
  // Over the start and on: without closing, the line would cross itself.
  await drag(page, [0.2, 0.3], [0.35, 0.3], [0.35, 0.5], [0.2, 0.5], [0.2, 0.3], [0.25, 0.28]);
  await page.getByLabel('Name of the zone').fill('Loop');
  await page.getByTestId('keep-outline').click();
  await expect(page.getByText(/^Loop is drawn/)).toBeVisible();
});
