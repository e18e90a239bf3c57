import { readFile } from 'node:fs/promises';
import type { LoggableKind } from '../src/core/log/event';
import {
  answer,
  expect,
  layers,
  openDemo,
  ownShop,
  pick,
  press,
  startOwn,
  storedEvents,
  storedText,
  test,
  tick,
  untilSaved,
} from './helpers';
import { ROUTES } from './routes';

test('opens on the demo shop and says what is curing and what is ready now', async ({ page }) => {
  await openDemo(page);
  await expect(answer(page)).toHaveText(/\d+ ready now, next (\w{3} )?\d\d:\d\d/);
  const running = page.getByRole('region', { name: 'Next on the clock' });
  await expect(running.getByText('Tailboard', { exact: true })).toBeVisible();
  // In the order of what happens next.
  const waits = await running.getByText(/^in (under )?\d+/).allTextContents();
  const minutes = waits.map((w) =>
    /h/.test(w)
      ? Number(/(\d+)\sh/.exec(w)![1]) * 60 + Number(/h\s(\d+)/.exec(w)?.[1] ?? 0)
      : /day/.test(w)
        ? 1440 * Number(/\d+/.exec(w)![0])
        : Number(/\d+/.exec(w)![0]),
  );
  expect(minutes.length).toBeGreaterThan(3);
  expect([...minutes].sort((a, b) => a - b)).toEqual(minutes);
  await expect(
    page.getByRole('region', { name: 'Ready for your hands' }).getByText('Guide coat', { exact: true }),
  ).toBeVisible();
  await expect(
    page.getByRole('region', { name: 'Closing soon' }).getByText('Left side', { exact: true }),
  ).toBeVisible();
  await expect(page.getByRole('region', { name: 'Temporary repairs' }).getByText('Floor, front')).toBeVisible();
});

test('a panel shows its strata column; a band opens to what it is', async ({ page }) => {
  await openDemo(page);
  await page.getByRole('link', { name: 'Panels', exact: true }).click();
  await page.getByRole('link').filter({ hasText: 'Left door' }).first().click();
  expect(await layers(page)).toEqual([
    'High-build primer',
    'Fine glaze',
    'Light filler',
    'Light filler',
    'Epoxy primer',
    'Aluminium',
  ]);
  await page.getByRole('button', { name: /^High-build primer, 2 coats/ }).click();
  await expect(page.getByText(/110\sµm now, 110\sµm laid, estimated/)).toBeVisible();
  await expect(page.getByText('The batch that it came out of')).toBeVisible();
});

test('logs a coat in three taps from the open app, sees clock and material, undoes it and puts it back', async ({
  page,
}) => {
  await openDemo(page);
  await page.getByRole('link').filter({ hasText: 'Left wing' }).first().click(); // 1
  await expect(answer(page)).toHaveText(/Left wing/);
  const before = await layers(page);
  await page.getByTestId('log').click(); // 2
  await expect(page.getByTestId('save')).toHaveText('Log 1 coat');
  await page.getByTestId('save').click(); // 3
  await expect(page.getByTestId('last-entry')).toHaveText(/Coated: Waterborne base coat, 1 coat/);
  await expect(page.getByRole('button', { name: /^Waterborne base coat, 3 coats/ })).toBeVisible();
  await expect(page.getByTestId('next-moment')).toContainText('Ready for the next coat');
  const material = page.getByRole('region', { name: 'Material on this panel' });
  await expect(material.getByText('Waterborne base coat')).toBeVisible();
  await press(page, 'Undo');
  await expect(page.getByText(/^Undone\. Coated: Waterborne/)).toBeVisible();
  await expect(page.getByRole('button', { name: /^Waterborne base coat, 2 coats/ })).toBeVisible();
  expect(await layers(page)).toEqual(before);
  await press(page, 'Put it back');
  await expect(page.getByRole('button', { name: /^Waterborne base coat, 3 coats/ })).toBeVisible();
});

test('the clock of a coat runs', async ({ page }) => {
  await page.clock.install();
  await openDemo(page, '/panel/bread-van/tailboard');
  await expect(page.getByTestId('next-moment')).toContainText(/Ready for the next coat ?in \d+\smin/);
  await page.clock.fastForward('10:00');
  await expect(page.getByTestId('next-moment')).not.toContainText('Ready for the next coat');
  await expect(answer(page).locator('..')).toContainText('Base on');
});

test('mixes a primer for two zones, pours too much, and logs the coat with that cup', async ({ page }) => {
  await openDemo(page, '/mix');
  await press(page, 'One by one');
  await tick(page, /Lower 0\.31/);
  await tick(page, /Upper 0\.24/);
  await page.getByTestId('zones-done').click();
  // Checked by hand: 5500 cm², three coats of 60 µm (the level that was agreed asks for three), solids 2.53/5.4, transfer 0.585, 10 % in hand.
  const ml = Math.round((0.55 * 60 * 3 * 1.1) / ((2.53 / 5.4) * 0.585));
  await expect(answer(page)).toHaveText(new RegExp(`Mix ${ml}\\sml`));
  const lines = page.getByTestId('pour-line');
  await expect(lines).toHaveCount(3);
  await expect(lines.nth(0)).toContainText('High-build primer');
  await lines.nth(1).getByRole('button', { name: 'Poured too much' }).click();
  await page.getByLabel('The scale shows now, g').fill('100');
  await expect(page.getByText(/Not over yet/)).toBeVisible();
  await page.getByLabel('The scale shows now, g').fill('540');
  await expect(page.getByText(/^High-build primer: .* more/)).toBeVisible();
  await press(page, 'Take the larger batch');
  await expect(page.getByText(/Scaled up \d+ % after the over-pour/)).toBeVisible();
  // The hardener is in and enough; the paint goes on top of what the scale shows now.
  await expect(lines.nth(1)).toContainText(/is in.*enough/);
  await expect(lines.nth(0)).toContainText(/is in, add/);
  const upTo = Number(/up to([\d.]+)/.exec((await lines.nth(0).textContent())!)?.[1]);
  expect(upTo).toBeGreaterThan(540);
  // A killed page brings the cup back as it was.
  await page.reload();
  await expect(page.getByText(/Scaled up \d+ % after the over-pour/)).toBeVisible();
  await page.getByTestId('sprayed').click();
  await page.getByLabel('Left in the cup, ml').fill('9999');
  await expect(page.getByText(/Between 0 and what was mixed/)).toBeVisible();
  await page.getByLabel('Left in the cup, ml').fill('40');
  // The upper door waits since last night: the cup is judged as the sheet is.
  await expect(page.getByTestId('verdict')).toContainText('Left door, upper. Not yet: the window to coat');
  await page.getByTestId('save').click();
  await expect(page.getByText('Say why in a few words; it is kept with the entry')).toBeVisible();
  await page.getByLabel('Reason for going ahead').fill('It was keyed this morning');
  await page.getByTestId('save').click();
  await expect(page.getByTestId('last-entry')).toHaveText(/High-build primer, 3 coats/);
  await press(page, /^Coated/);
  await expect(page.getByText(/^Lower: .*from the cup/)).toBeVisible();
  await expect(page.getByText(/^Upper: .*from the cup/)).toBeVisible();
});

test('a little too much thinner may stay, while the sheet allows it', async ({ page }) => {
  await openDemo(page, '/mix?job=bread-van&zones=ld-lower,ld-upper');
  const lines = page.getByTestId('pour-line');
  await expect(lines).toHaveCount(3);
  const upTo = Number(/up to([\d.]+)/.exec((await lines.nth(2).textContent())!)?.[1]);
  await lines.nth(2).getByRole('button', { name: 'Poured too much' }).click();
  await page.getByLabel('The scale shows now, g').fill(String(upTo + 6));
  await press(page, /^Leave it at 1[12]\.?\d*\s%$/);
  for (const n of [0, 1, 2]) await expect(lines.nth(n)).toContainText(/is in.*enough/);
  await expect(page.getByLabel(/^Thinner, %/)).toHaveValue(/^1[12]/);
  // Far too much is no choice: the batch grows, or the scale was misread.
  await press(page, 'Begin with an empty cup');
  await lines.nth(2).getByRole('button', { name: 'Poured too much' }).click();
  await page.getByLabel('The scale shows now, g').fill(String(upTo + 60));
  await expect(page.getByRole('button', { name: /^Leave it at/ })).toBeHidden();
  await expect(page.getByRole('button', { name: 'Take the larger batch' })).toBeVisible();
});

test('closes the browser, comes back, and finds everything', async ({ page, context }) => {
  await openDemo(page, '/log?job=bread-van&zones=cover-all&kind=cleaned');
  await page.getByTestId('save').click();
  await expect(page.getByTestId('last-entry')).toHaveText(/Cleaned/);
  await untilSaved(page);
  await page.close();
  const again = await context.newPage();
  await again.goto('/panel/bread-van/cover');
  await expect(again.getByTestId('last-entry')).toHaveText(/Cleaned: Wax and grease remover/);
  await expect(again.getByText(/On top: .*cleaned/)).toBeVisible();
});

test('exports the job, wipes the browser, imports it, and has it all back', async ({ page, browser }) => {
  await openDemo(page, '/shop');
  const [download] = await Promise.all([page.waitForEvent('download'), press(page, 'Export')]);
  const path = await download.path();
  const exported = JSON.parse(await readFile(path, 'utf8')) as { events: unknown[] };

  const fresh = await browser.newContext({ viewport: { width: 390, height: 844 } });
  const other = await fresh.newPage();
  await startOwn(other);
  await other.getByRole('link', { name: 'Shop', exact: true }).click();
  const [chooser] = await Promise.all([other.waitForEvent('filechooser'), press(other, 'Import a job file')]);
  await chooser.setFiles(path);
  await expect(other.getByTestId('import-ready')).toContainText(`${exported.events.length} entries`);
  await expect(other.getByTestId('import-ready')).toContainText('added beside the jobs');
  await expect(other.getByTestId('import-ready')).toContainText(/against your rules/);
  await other.getByTestId('import-do').click();
  await expect(other.getByText('Bread van is in.')).toBeVisible();
  await other.goto('/panel/bread-van/left-door');
  expect(await layers(other)).toEqual([
    'High-build primer',
    'Fine glaze',
    'Light filler',
    'Light filler',
    'Epoxy primer',
    'Aluminium',
  ]);
  // And out again: the same events, byte for byte.
  await other.goto('/shop');
  const [second] = await Promise.all([other.waitForEvent('download'), press(other, 'Export')]);
  const back = JSON.parse(await readFile(await second.path(), 'utf8')) as { events: unknown[]; job: unknown };
  expect(back.events).toEqual(exported.events);
  await fresh.close();
});

test('logs every kind of the sheet', async ({ page }) => {
  await openDemo(page, '/panel/bread-van/right-door?zone=rd-lower');
  // In the order in which they can be logged. A kind that is missing here does not compile.
  const kinds: Record<LoggableKind, { fill?: () => Promise<void>; says: RegExp; then?: () => Promise<void> }> = {
    found: {
      fill: () => page.getByLabel('What was found').fill('Pinhole by the lock'),
      says: /Found: Pinhole by the lock/,
    },
    removed: { fill: () => page.getByLabel('Where it is now').fill('Rack 2'), says: /Taken off: Rack 2/ },
    stripped: {
      fill: () => pick(page, 'Epoxy primer'),
      says: /Stripped: .*to a layer/,
      then: async () => expect(await layers(page)).toEqual(['Epoxy primer', 'Aluminium']),
    },
    filled: {
      fill: () => page.getByLabel('Average thickness of this skim, mm').fill('0,8'),
      says: /Filled: Light filler, 0\.80\smm/,
    },
    sanded: { fill: () => pick(page, 'P180'), says: /Sanded: P180/ },
    cleaned: { says: /Cleaned/ },
    masked: { fill: () => page.getByLabel('What is masked').fill('The lock'), says: /Masked: The lock/ },
    coated: {
      fill: async () => {
        await press(page, 'Another product');
        await pick(page, 'High-build primer');
        await pick(page, '2');
      },
      says: /Coated: High-build primer, 2 coats, 120\sµm/,
    },
    baked: {
      fill: () => page.getByLabel('Minutes').fill('35'),
      says: /Baked: .*35\smin/,
    },
    guideCoated: {
      says: /Guide coat/,
      then: () => expect(page.getByText(/On top: guide coat on/)).toBeVisible(),
    },
    measured: {
      fill: () => page.getByLabel('Gauge reading, µm').fill('900'),
      says: /Measured: 0\.90\smm over the substrate/,
    },
    treated: { says: /Converted: Rust converter/ },
    polished: { says: /Polished/ },
    repaired: {
      fill: async () => {
        await page.getByLabel('What was done').fill('Plate');
        await page.getByLabel(/months it has to last/).fill('12');
      },
      says: /Repaired: Plate, to last 12 months/,
    },
    blasted: { says: /Blasted/ },
    fitted: { fill: () => page.getByLabel('Where, and with what').fill('Hung'), says: /Fitted: Hung/ },
    sentOut: {
      fill: () => page.getByLabel('To whom').fill('The plater'),
      says: /Sent out: To The plater/,
    },
    cameBack: {
      fill: async () => {
        await pick(page, 'Taken to bare, then coated');
        await pick(page, 'Factory electrocoat');
        await page.getByLabel('Dry film, as they say, µm').fill('22');
      },
      says: /Came back: Taken to bare, then coated: Factory electrocoat, as told/,
      then: async () => expect(await layers(page)).toEqual(['Factory electrocoat', 'Aluminium']),
    },
    worked: {
      fill: async () => {
        await pick(page, 'Masking');
        await page.getByLabel('Minutes').fill('90');
      },
      says: /Work time: Masking, 1\sh\s30/,
    },
  };
  for (const [kind, { fill, says, then }] of Object.entries(kinds)) {
    await page.goto(`/log?job=bread-van&zones=rd-lower&kind=${kind}`);
    await fill?.();
    await page.getByTestId('save').click();
    // A step that the rules would stop goes on with a reason.
    const asked = page.getByText('Say why in a few words');
    await asked.or(page.getByTestId('last-entry')).first().waitFor();
    if (await asked.isVisible()) {
      await page.getByLabel('Reason for going ahead').fill('Test piece');
      await page.getByTestId('save').click();
    }
    await expect(page.getByTestId('last-entry')).toHaveText(says);
    await then?.();
  }
  const [van] = await storedEvents(page, 'stratocoat-demo');
  expect(van!.head!.seq).toBe(van!.events);
});

test('corrects a mistake from weeks ago by striking it out of the history', async ({ page }) => {
  await openDemo(page, '/panel/hatchback/lamp');
  expect(await layers(page)).toEqual(['Epoxy primer', 'Weld-through primer', 'Mild steel']);
  await page
    .getByRole('region', { name: 'What was done' })
    .getByRole('button', { name: /Weld-through primer/ })
    .click();
  await press(page, 'Strike this out');
  await expect.poll(() => layers(page)).toEqual(['Epoxy primer', 'Mild steel']);
});

test('corrects an entry: what was two coats was three', async ({ page }) => {
  await openDemo(page, '/panel/hatchback/lamp');
  await page
    .getByRole('region', { name: 'What was done' })
    .getByRole('button', { name: /Epoxy primer, 2 coats/ })
    .click();
  await press(page, 'Correct this');
  await expect(answer(page)).toHaveText('Correct this entry');
  await pick(page, '3');
  await page.getByTestId('save').click();
  // It still stands where it happened, with the coats that it had.
  await expect(page.getByRole('button', { name: /^Epoxy primer, 3 coats, 150/ })).toBeVisible();
  expect(await layers(page)).toEqual(['Epoxy primer', 'Weld-through primer', 'Mild steel']);
});

test('US units everywhere, and the choice is kept', async ({ page }) => {
  test.setTimeout(ROUTES.length * 10_000);
  await openDemo(page, '/shop');
  await pick(page, 'US');
  await expect.poll(() => storedText(page, 'stratocoat-demo', 'shop')).toMatch(/"units":"us"/);
  await page.goto('/panel/bread-van/left-door');
  await expect(page.getByRole('button', { name: /^High-build primer, 2 coats, 4\.3\smil/ })).toBeVisible();
  await page.goto('/');
  await expect(page.getByText(/Air 6\d\.\d\s°F/)).toBeVisible();
  // Nothing is left in metric on any page but what every shop has so (grams, mat by weight, tips of guns) and what things on the shelf are called.
  for (const route of ROUTES) {
    await page.goto(route);
    await expect(answer(page).first()).toBeVisible();
    const said = await page.evaluate(() =>
      [document.body, ...document.querySelectorAll<HTMLElement>('[aria-label],[placeholder]')]
        .map((e) => (e === document.body ? e.innerText : [e.ariaLabel, e.getAttribute('placeholder')].join('\n')))
        .join('\n'),
    );
    const text = said.replace(/g\/m²|1\.\d to 1\.\d\smm|(tape|paper|discs), \d+\s[cm]m/giu, '');
    const metric = text.match(/.{0,30}\d\s(°C|K|µm|mm|cm|m|bar|m²|cm²|m³\/min|ml|L|kg|Nm)(?![\w/]).{0,10}/gu);
    expect({ route, metric }).toEqual({ route, metric: null });
  }
  // What is typed in inches is worked out in inches: 5 and 3 in wide and high, cut 20 mm beyond on each side.
  await page.goto('/repair?job=bread-van&panel=left-side');
  await pick(page, 'Patch');
  await page.getByLabel('Bad, wide, in').fill('5');
  await page.getByLabel('Bad, high, in').fill('3');
  await expect(answer(page)).toHaveText(/^Cut 6\.57 × 4\.57\sin, \d+ plugs$/);
  await page.getByLabel('Bad, high, in').fill('900');
  await expect(page.getByText(/^Height must be between 0\.20 and 118\sin/)).toBeVisible();
});

test('an own product: copied, given a data sheet’s figures, used, and not deleted while in use', async ({ page }) => {
  await openDemo(page, '/library/highbuild-2k');
  await press(page, 'Copy and put in own figures');
  await page.getByLabel('Name').fill('Grey build 4000');
  const ratio = page.getByLabel('Ratio, as the tin says it');
  await ratio.fill('eight to one');
  await page.getByTestId('save').click();
  await expect(
    page.getByText(/^Such as 4 : 1 \+ 10 %, 8 : 1 : 1, 100 : 2 by weight, 1 tube of 40 g to 1.8 kg/).first(),
  ).toBeVisible();
  await ratio.fill('8:1:1');
  await expect(page.getByText('Read as 8 : 1 + 12.5 % of the paint')).toBeVisible();
  // Figures that run against each other are said at their place.
  await page.getByLabel('Pot life, min').fill('90000');
  await page.getByTestId('save').click();
  await expect(page.getByText('Longer than it takes to cure')).toBeVisible();
  await page.getByLabel('Pot life, min').fill('45');
  await page.getByTestId('save').click();
  await expect(answer(page)).toHaveText('Grey build 4000');
  await expect(
    page.getByText(/2 of \d+ figures are your data sheet’s, the others still those of its kind/),
  ).toBeVisible();
  const address = page.url();
  await page.goto('/log?job=bread-van&zones=cover-all&kind=coated');
  await press(page, 'Another product');
  await pick(page, 'Grey build 4000');
  await page.getByLabel('Reason for going ahead').fill('Test piece');
  await page.getByTestId('save').click();
  await expect(page.getByTestId('last-entry')).toHaveText(/Grey build 4000/);
  await page.goto(address);
  await press(page, 'Delete');
  await expect(page.getByText(/is in the log of Bread van, so it stays/)).toBeVisible();
});

test('side by side on a wide screen', async ({ page }) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await openDemo(page, '/panel/hatchback/bonnet');
  await expect(page.getByTestId('panels')).toBeVisible();
  await expect(page.getByTestId('panel')).toBeVisible();
  await page.getByTestId('panels').getByRole('link').filter({ hasText: 'Roof' }).first().click();
  await expect(page.getByTestId('panel').getByRole('heading', { level: 1 })).toHaveText('Roof');
});

test('the panel says which steps are allowed, which not yet, why, and what clears it', async ({ page }) => {
  await openDemo(page, '/panel/bread-van/left-door');
  const next = page.getByRole('region', { name: 'Next' });
  const first = next.getByTestId('next-step').first();
  await expect(first).toContainText('Another coat of high-build primer');
  await expect(first).toContainText('Allowed');
  // With the step: how it is done, and what it needs, with the amount.
  await expect(first.getByTestId('how')).toContainText('Hold the gun at a right angle');
  await expect(first.getByRole('link', { name: /^The cup/ })).toContainText(/About \d+\sml for 1 coat/);
  // The words of the trade come last, and move what stands under them.
  await expect(next.getByRole('button', { name: /What it is$/ }).first()).toBeVisible();
  await press(page, 'Something else');
  const block = next.getByRole('button', { name: /^Block, P400/ });
  await expect(block).toContainText(
    /Not yet: high-build primer is still soft: sanded now it clogs the paper\. Allowed from (\w+ )?\d\d:\d\d, in \d+\sh/,
  );
  await block.click();
  await expect(next.getByText(/Without guide coat lows do not show/)).toBeVisible();
});

test('the panel says what is still to come, and logging the first step moves the way on', async ({ page }) => {
  await ownShop(page, 'Tray');
  await page.getByRole('link', { name: 'Panels', exact: true }).click();
  await page.getByRole('link', { name: /Tray/ }).first().click();
  const next = page.getByTestId('next-step');
  await expect(next.first()).toContainText('Clean: wax and grease remover');
  await press(page, 'Still to come');
  const way = page.getByTestId('still-to-come');
  await expect(way).toContainText(/Fitted .* at the earliest: about .* of work and .* of waiting\./);
  // In the order of the work, down to the fitting.
  const text = (await way.innerText()).replace(/\s+/g, ' ');
  const order = [
    'Clean: wax',
    'Sand, P120',
    'Epoxy primer',
    'High-build primer',
    'Guide coat',
    'Block, P400',
    'Solvent base coat',
    'Clear, medium',
    'Polish',
    'Refit',
  ];
  const at = order.map((label) => text.indexOf(label));
  expect(at).not.toContain(-1);
  expect([...at].sort((a, b) => a - b)).toEqual(at);
  // The first step, logged from its own line; the sheet opens with it.
  await next.first().getByRole('button', { name: 'Log it' }).click();
  await page.getByTestId('save').click();
  await expect(page.getByTestId('next-step').first()).toContainText('Sand, P120');
});

test('going on against a stop takes a reason, and the reason is kept', async ({ page }) => {
  await openDemo(page, '/log?job=bread-van&zones=cover-all&kind=coated');
  await expect(page.getByTestId('verdict')).toContainText('Not yet: it has not been cleaned since it was worked on');
  await page.getByTestId('save').click();
  await expect(page.getByText('Say why in a few words; it is kept with the entry')).toBeVisible();
  await page.getByLabel('Reason for going ahead').fill('Wiped a minute ago');
  await page.getByTestId('save').click();
  await press(page, /^Coated/);
  await expect(page.getByText('Went on against advice: Wiped a minute ago')).toBeVisible();
});

test('the house method changes a verdict', async ({ page }) => {
  await openDemo(page, '/log?job=bread-van&zones=rail-l&kind=filled');
  await expect(page.getByTestId('verdict')).toContainText(/the house method is filler over keyed epoxy/i);
  await page.goto('/shop');
  await pick(page, 'Bare metal');
  // The choice shows at once; the write behind it needs a moment before the page is thrown away.
  await page.waitForTimeout(500);
  await page.goto('/log?job=bread-van&zones=rail-l&kind=filled');
  await expect(page.getByTestId('verdict')).toBeVisible();
  await expect(page.getByTestId('verdict')).not.toContainText('The house method');
});

test('a panel is put right: names, thickness, areas; what nothing was logged on goes', async ({ page }) => {
  await openDemo(page, '/job/hatchback/change');
  await press(page, 'Add a panel');
  await page.getByLabel('Panel', { exact: true }).fill('Left wing');
  await page.getByLabel('Area, m²').fill('0,3');
  await pick(page, 'Look later');
  await page.getByTestId('add-panel').click();
  await expect(page.getByText('There is a panel of that name')).toBeVisible();
  await page.getByLabel('Panel', { exact: true }).fill('Sill trim');
  await page.getByTestId('add-panel').click();
  await press(page, 'Change Sill trim');
  const form = page.getByTestId('change-panel');
  await form.getByLabel('Panel', { exact: true }).fill('Sill cover');
  await form.getByLabel('Area, m²').fill('-1');
  await page.getByTestId('keep-panel').click();
  await expect(form.getByText(/^Between 0\.0001/)).toBeVisible();
  await form.getByLabel('Area, m²').fill('0,12');
  await form.getByLabel('Thick, mm').fill('2,5');
  await form.getByLabel('Zone', { exact: true }).fill('All of it');
  await page.getByTestId('keep-panel').click();
  await expect(page.getByText('All of it 0.12 m²')).toBeVisible();
  // One with entries stays, and says why; one without goes.
  await press(page, 'Change Left wing');
  await press(page, 'Take the panel out of the job');
  await expect(page.getByText(/There are entries on it, and the log keeps them/)).toBeVisible();
  await press(page, 'Leave');
  await press(page, 'Change Sill cover');
  await press(page, 'Take the panel out of the job');
  await expect(page.getByText('Sill cover')).toBeHidden();
  const colour = await page.getByLabel('Colour name').inputValue();
  await page.getByLabel('Colour name').fill('Deep green');
  await page.getByLabel('Colour on screen').fill('');
  await page.getByTestId('save').click();
  await expect(page.getByText(/How it looks, such as #4f6374/)).toBeVisible();
  // The cursor is where something is wrong, and what is typed there puts it right.
  await expect(page.getByLabel('Colour on screen')).toBeFocused();
  await page.keyboard.type('#2f4f3a');
  await expect(page.getByText(/How it looks, such as #4f6374/)).toHaveCount(0);
  await page.getByTestId('save').click();
  await expect(page.getByTestId('notification')).toContainText('The job is changed.');
  await page.getByTestId('notification').getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByLabel('Colour name')).toHaveValue(colour);
});
