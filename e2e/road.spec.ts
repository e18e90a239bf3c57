import { answer, expect, openDemo, pick, press, storedText, test, untilSaved } from './helpers';

/** What a page is found by, and what shows that it is there. */
const FOUND: [letters: string, name: RegExp, path: RegExp][] = [
  ['tod', /^Today/, /\/$/],
  ['wea', /^Air/, /\/air$/],
  ['bol', /^Bags/, /\/bags/],
  ['lef', /^Batches/, /\/batches/],
  ['noz', /^Blasting/, /\/blast/],
  ['fad', /^Blend/, /\/blend\?.*panel=wing/],
  ['tin', /^Colour/, /\/colour/],
  ['mon', /^Cost/, /\/cost/],
  ['dec', /^Repair or replace/, /\/decide\?.*panel=wing/],
  ['low', /^Heights and filler/, /\/fair\?.*panel=wing/],
  ['che', /^Before paint/, /\/ground/],
  ['lam', /^Heat/, /\/heat/],
  ['veh', /^The job/, /\/job\/hatchback$/],
  ['ren', /^Change the job/, /\/job\/hatchback\/change$/],
  ['qua', /^Level/, /\/level/],
  ['tec', /^Library/, /\/library$/],
  ['wri', /^Log an entry/, /\/log/],
  ['ske', /^Map/, /\/map\?.*panel=wing/],
  ['cup', /^Mix/, /\/mix/],
  ['seq', /^Order of access/, /\/order/],
  ['flo', /^Panels/, /\/panels/],
  ['den', /^Repair /, /\/repair/],
  ['eve', /^Evening of spraying/, /\/session/],
  ['sto', /^Shelf/, /\/shelf/],
  ['bac', /^Shop/, /\/shop/],
  ['pra', /^Try a block/, /\/try/],
];

test('every page is found by three letters of what people call it, about the panel that one came from', async ({
  page,
}) => {
  await openDemo(page, '/panel/hatchback/wing');
  for (const [letters, name, path] of FOUND) {
    await page.goto('/panel/hatchback/wing');
    await page.getByTestId('find').first().click();
    await page.getByTestId('look-for').fill(letters);
    await page.getByTestId('find-page').getByRole('link', { name }).first().click();
    await expect(page, letters).toHaveURL(path);
    await expect(answer(page).first()).toBeVisible();
  }
});

test('every page is two taps away: the magnifier, and its name', async ({ page }) => {
  await openDemo(page, '/panel/hatchback/wing');
  for (const [, name, path] of FOUND) {
    await page.goto('/panel/hatchback/wing');
    await page.getByTestId('find').first().click();
    await page.getByTestId('find-page').getByRole('link', { name }).first().click();
    await expect(page).toHaveURL(path);
  }
});

test('a panel, a product, a batch and an entry are found by name; a stroke opens Find, Enter takes the first', async ({
  page,
}) => {
  await openDemo(page, '/');
  await expect(page.getByTestId('today')).toBeVisible();
  await page.keyboard.press('/');
  const box = page.getByTestId('look-for');
  await expect(box).toBeFocused();
  await box.fill('lamp pan');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/panel\/hatchback\//);
  for (const [text, kind] of [
    ['high-build', 'Products'],
    ['batch 1', 'Batches'],
    ['epoxy', 'Entries'],
    ['bread', 'Jobs'],
  ] as const) {
    await page.goto('/find');
    await box.fill(text);
    await expect(page.getByRole('region', { name: kind }).getByRole('link').first()).toBeVisible();
  }
  await box.fill('zzzqqq');
  await expect(page.getByText('Nothing is called so.')).toBeVisible();
});

test('the demo says that it is one on every page, and leads to one’s own shop', async ({ page }) => {
  await openDemo(page, '/');
  for (const path of ['/', '/panels', '/air', '/mix', '/shop', '/panel/hatchback/wing', '/find']) {
    await page.goto(path);
    await expect(page.getByTestId('demo-bar')).toContainText('all of it is made up');
  }
  await press(page, 'To my own shop');
  await expect(answer(page)).toHaveText('No job yet');
  await expect(page.getByTestId('demo-bar')).toHaveCount(0);
});

test('in one’s own shop no page shows a figure that nobody measured: no device speaks, none is lost', async ({
  page,
}) => {
  await page.goto('/?own');
  await press(page, 'Start a job');
  await page.getByLabel('Name').fill('Trailer');
  await pick(page, 'Caravan');
  await page.getByRole('checkbox', { name: 'Roof' }).click();
  await page.getByTestId('save').click();
  await untilSaved(page);
  await page.getByRole('link', { name: /^Roof/ }).first().click();
  await expect(page.getByTestId('panel')).toBeVisible();
  const [, job = '', panel = ''] = /panel\/([^/]+)\/([^/?]+)/.exec(page.url()) ?? [];
  const at = `job=${job}&panel=${panel}`;
  for (const path of [
    '/',
    '/panels',
    '/air',
    `/mix?job=${job}`,
    '/shop',
    '/shelf',
    '/batches',
    '/library',
    `/session?job=${job}`,
    `/colour?job=${job}`,
    `/cost?job=${job}`,
    `/fair?${at}`,
    `/map?${at}`,
    `/blend?${at}`,
    `/decide?${at}`,
    `/repair?${at}`,
    `/heat?job=${job}`,
    `/ground?job=${job}`,
    `/level?job=${job}`,
    `/bags?job=${job}`,
    `/order?job=${job}`,
    `/blast?job=${job}`,
    `/log?job=${job}`,
    `/try?${at}`,
    `/job/${job}`,
  ]) {
    await page.goto(path);
    await expect(answer(page).first()).toBeVisible();
    const text = await page.locator('body').innerText();
    expect.soft(text, path).not.toMatch(/Logger (connected|lost)|simulated|read \d+ (min|h) ago|Fit to spray until/);
    expect.soft(text, path).not.toMatch(/cheaper in \d+ of 100/);
  }
});

test('a forecast is typed in a few taps, says how sure it is, and is asked about where a reading speaks against it', async ({
  page,
}) => {
  await page.goto('/?own');
  await page.getByRole('link', { name: 'Air', exact: true }).click();
  await press(page, 'Type tonight’s forecast');
  await page.getByLabel('Tonight’s low, °C').fill('12');
  await page.getByLabel('Tomorrow’s high, °C').fill('9');
  await page.getByTestId('save-forecast').click();
  await expect(page.getByText('Tomorrow’s high is under tonight’s low')).toBeVisible();
  await page.getByLabel('Tonight’s low, °C').fill('4');
  await page.getByLabel('Tomorrow’s high, °C').fill('15');
  await pick(page, 'It rains');
  await page.getByRole('textbox', { name: 'From' }).fill('21:00');
  await page.getByRole('textbox', { name: 'Until' }).fill('20:00');
  await page.getByTestId('save-forecast').click();
  await expect(page.getByText('The rain ends before it begins')).toBeVisible();
  await page.getByRole('textbox', { name: 'Until' }).fill('23:00');
  await page.getByTestId('save-forecast').click();
  await expect(page.getByText(/^Low 4\s°C, high 15\s°C, usual outside/)).toBeVisible();
  await expect(page.getByTestId('sweats')).toBeVisible();
  await expect(page.getByText(/^Rain from .* to .*\. Bare steel/)).toBeVisible();
  // A reading of the room that is colder than the low that somebody typed of it.
  await press(page, 'Log a reading');
  await page.getByLabel('Air, °C').fill('6');
  await page.getByLabel('Humidity, %').fill('70');
  await page.getByTestId('save-reading').click();
  await expect(page.getByText('The reading is logged.')).toBeVisible();
  await press(page, 'Type another forecast');
  await page.getByLabel('Tonight’s low, °C').fill('11');
  await page.getByLabel('Tomorrow’s high, °C').fill('18');
  await pick(page, 'This room');
  await page.getByTestId('save-forecast').click();
  await expect(page.getByText(/^It is colder in here now than tonight’s low\./)).toBeVisible();
  await press(page, 'The low is what was read, or under it');
  await expect(page.getByText(/^Low 6\s°C, high 18\s°C, usual, of this room/)).toBeVisible();
  await page.reload();
  await expect(page.getByText(/^Low 6\s°C, high 18\s°C/)).toBeVisible();
});

test('the whole shop is deleted, and not without a file of it', async ({ page }) => {
  await page.goto('/?own');
  await press(page, 'Start a job');
  await page.getByLabel('Name').fill('Gone soon');
  await page.getByTestId('save').click();
  await page.goto('/shop');
  await press(page, 'Delete this whole shop');
  const file = page.waitForEvent('download');
  await press(page, 'Save the file, then delete');
  await file;
  await expect(page.getByText(/^The shop is empty\. All that was in it/)).toBeVisible();
  await page.goto('/');
  await expect(answer(page)).toHaveText('No job yet');
});

test('like pieces are one with a count; the count does not shrink under what is done; weight and stand are said', async ({
  page,
}) => {
  await page.goto('/?own');
  await press(page, 'Start a job');
  await page.getByLabel('Name').fill('Brackets');
  await page.getByTestId('save').click();
  await press(page, 'Add a panel');
  await page.getByLabel('Panel', { exact: true }).fill('Bracket');
  await press(page, 'Work the area out from its sizes');
  await pick(page, 'Casting, by weight');
  await page.getByLabel('Its walls, mm').fill('5');
  await page.getByLabel('Weight, kg').fill('0,5');
  await expect(page.getByText(/^Give or take 35 %/)).toBeVisible();
  await page.getByTestId('take-area').click();
  await page.getByLabel('Like pieces, each of that area').fill('8');
  await page.getByTestId('add-panel').click();
  await expect(page.getByText(/^Mild steel\. Whole/)).toBeVisible();
  await page.getByRole('link', { name: 'Panels', exact: true }).click();
  await page
    .getByRole('link', { name: /^Bracket/ })
    .first()
    .click();
  await expect(page.getByTestId('pieces')).toContainText('8 pieces, 0 done');
  for (const n of [1, 2, 3]) {
    await press(page, 'One more done');
    await expect(page.getByTestId('pieces')).toContainText(`8 pieces, ${n} done`);
  }
  await page.goBack();
  await press(page, /^The job /);
  await page.getByRole('link', { name: /^Change it/ }).click();
  await press(page, 'Change Bracket');
  await page.getByLabel('Like pieces, in all').fill('2');
  await page.getByTestId('keep-panel').click();
  await expect(page.getByText('3 of them are done: no fewer than that')).toBeVisible();
  await page.getByLabel('Each weighs, if weighed, kg').fill('400');
  await expect(page.getByText(/no stand carries it/)).toBeVisible();
  await page.getByLabel('Each weighs, if weighed, kg').fill('0,6');
  await expect(page.getByText(/a wire hook carries it/)).toBeVisible();
  await page.getByLabel('Like pieces, in all').fill('10');
  await pick(page, 'Small or textured parts');
  await page.getByTestId('keep-panel').click();
  await expect(page.getByText('Bracket is changed.')).toBeVisible();
});

test('a job begins with the same parts as one that was here', async ({ page }) => {
  await openDemo(page, '/job/new');
  await page.getByLabel('Name').fill('The next one');
  await pick(page, /^Hatchback/);
  await page.getByTestId('save').click();
  await expect(page.getByText('The next one: job started.')).toBeVisible();
  await expect(page.getByRole('link', { name: /^Bonnet/ })).not.toHaveCount(0);
});

test('what is received is found among all products by its first letters', async ({ page }) => {
  await openDemo(page, '/shelf');
  await press(page, 'Something came');
  await press(page, /^All \d+ : Product/);
  await page.getByTestId('pick-search').fill('bui');
  const list = page.getByRole('radiogroup', { name: 'Product, all of them' });
  await expect(list.getByRole('radio')).not.toHaveCount(0);
  await expect(list.getByRole('radio').first()).toHaveAccessibleName(/build/i);
  await page.getByTestId('pick-search').fill('zzz');
  await expect(page.getByText('Nothing is called so.')).toBeVisible();
  await page.getByTestId('pick-search').fill('bui');
  await page.getByTestId('pick-search').press('Enter');
  await expect(
    page.getByRole('radiogroup', { name: 'Product', exact: true }).getByRole('radio', { name: /build/i }),
  ).toBeChecked();
});

test('words of the trade are explained where they stand, and not to somebody who knows', async ({ page }) => {
  await openDemo(page, '/panel/bread-van/left-door');
  const words = page.getByTestId('words');
  await words.getByRole('button').first().click();
  await expect(words).toContainText(/: .{20,}\./);
  await expect(page.getByTestId('how')).toBeVisible();
  await press(page, 'I know how');
  await expect(page.getByTestId('how')).toHaveCount(0);
  await expect(words).toHaveCount(0);
  await expect.poll(() => storedText(page, 'stratocoat-demo', 'shop')).toContain('"knowsHow":true');
  await page.reload();
  await expect(page.getByTestId('next-step').first()).toBeVisible();
  await expect(page.getByTestId('how')).toHaveCount(0);
  await press(page, 'Explain the steps');
  await expect(page.getByTestId('how')).toBeVisible();
});

test('a filter filters the floor, and its count is that of Today', async ({ page }) => {
  await openDemo(page, '/');
  const [ready] = /^\d+/.exec((await answer(page).textContent()) ?? '') ?? [];
  await page.goto('/panels');
  await expect(answer(page)).toHaveText(/^\d+ panels$/);
  const parts = page.getByTestId('panels').getByRole('link');
  const [all] = /^\d+/.exec((await answer(page).textContent()) ?? '') ?? [];
  await expect(parts).toHaveCount(Number(all));
  await pick(page, 'Ready');
  await expect(answer(page)).toHaveText(new RegExp(`^${ready} of ${all} panels$`));
  await expect(parts).toHaveCount(Number(ready));
});

test('on a wide screen the clock and the floor stand side by side; a panel that was opened begins at its own head', async ({
  page,
}) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await openDemo(page, '/');
  const clock = page.getByRole('region', { name: 'Next on the clock' });
  await expect(clock).toBeVisible();
  const floor = page.getByText('on the floor').first();
  await expect(floor).toBeVisible();
  expect((await floor.boundingBox())!.x).toBeGreaterThan((await clock.boundingBox())!.x + 400);
  await clock.getByRole('link').first().focus();
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('panel').getByRole('heading', { level: 1 })).toBeFocused();
});

test('by the keyboard the hand stays where it is when what it was on goes away', async ({ page }) => {
  await openDemo(page, '/log?job=bread-van&zones=ld-upper&kind=coated');
  await page.getByRole('button', { name: 'Another product' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('pick-search')).toBeFocused();
  await page.keyboard.type('epo');
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('pick-search')).toHaveCount(0);
  await expect(async () =>
    expect(await page.evaluate(() => document.activeElement !== document.body)).toBe(true),
  ).toPass();
});

test('a fresh own shop has a panel with its first entry in eight taps and ten signs', async ({ page }) => {
  await page.goto('/');
  let taps = 0;
  const tap = async (what: ReturnType<typeof page.getByRole>) => {
    await what.first().click();
    taps += 1;
  };
  await tap(page.getByRole('button', { name: 'Start my own shop' }));
  await tap(page.getByRole('button', { name: 'Start a job' }));
  await tap(page.getByLabel('Name'));
  const name = 'Blue van';
  await page.keyboard.type(name);
  await tap(page.getByRole('radio', { name: 'Van', exact: true }));
  await tap(page.getByRole('checkbox', { name: 'Left wing', exact: true }));
  await tap(page.getByTestId('save'));
  await tap(page.getByRole('button', { name: '+ Log' }));
  await expect(page.getByTestId('log-sheet')).toBeVisible();
  await tap(page.getByTestId('save'));
  await expect(page.getByTestId('last-entry')).toBeVisible();
  expect(taps).toBeLessThanOrEqual(8);
  expect(name.length).toBeLessThanOrEqual(10);
});

test('where a part lies: places with their room, and a panel that says which; what has no room says so', async ({
  page,
}) => {
  await openDemo(page, '/panels');
  const where = page.getByRole('region', { name: 'Where parts lie' });
  const put = async (name: string, room: string) => {
    await where.getByRole('button', { name: 'A place for parts' }).click();
    await where.getByLabel('Place, such as a loft or a rack').fill(name);
    await where.getByLabel(/^Room for parts beside each other/).fill(room);
    await page.getByTestId('save-place').click();
  };
  await put('Loft', '4 m²');
  await expect(where).toContainText(/Loft: 4\.00?\sm² free.*Nothing lies there/s);
  // The same name again, and no figure: said in place.
  await put('loft', 'much');
  await expect(where).toContainText('Numbers only, such as');
  await where.getByLabel(/^Room for parts beside each other/).fill('0,05 m²');
  await page.getByTestId('save-place').click();
  await expect(where).toContainText('There is a place of that name');
  await where.getByLabel('Place, such as a loft or a rack').fill('Box');
  await page.getByTestId('save-place').click();
  await expect(where).toContainText(/Box: 0\.05\sm² free/);
  await page
    .getByRole('link', { name: /^Left front door/ })
    .first()
    .click();
  await press(page, 'Put it somewhere');
  const lies = page.getByTestId('lies-at');
  await expect(lies.getByRole('radio', { name: /^Box: no room/ })).toBeVisible();
  await lies.getByRole('radio', { name: /^Loft: / }).click();
  await expect(lies).toHaveText(/^Loft/);
  await page.goto('/panels');
  await expect(where).toContainText(/Loft: [0-3]\.\d+\sm² free.*Left front door/s);
});
