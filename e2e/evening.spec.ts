import { answer, expect, openDemo, press, test } from './helpers';
import type { Page } from '@playwright/test';

const inHours = (page: Page, h: number) =>
  page.evaluate((ms) => new Date(Date.now() + ms).toTimeString().slice(0, 5), h * 3_600_000);
const rows = (page: Page) =>
  page
    .getByRole('button', { name: /^Move / })
    .evaluateAll((all) => all.map((e) => e.getAttribute('aria-label')!.replace('Move ', '')));

test('an evening is put together: it fits or says what waits, why and until when; and it is put down', async ({
  page,
}) => {
  await openDemo(page, '/session?job=bread-van&zones=ls-front,ls-rear,rs-front');
  await expect(answer(page)).toHaveText(/^It fits: out of the dust at/);
  const end = page.getByRole('textbox', { name: 'All of it out of the dust by' });
  await end.fill('soon');
  await expect(page.getByText('A time such as 22:00')).toBeVisible();
  await end.fill(await inHours(page, 0.4));
  await expect(answer(page)).toHaveText(/Nothing of it fits|wait; the rest/);
  await expect(page.getByText(/ waits: .* It fits on /).first()).toBeVisible();
  await end.fill(await inHours(page, 6));
  await expect(answer(page)).toHaveText(/^It fits: out of the dust at/);
  await expect(page.getByText(/No order of these is done before/)).toBeVisible();
  const steps = page.getByTestId('evening').getByText(/coat \d of \d.*Cup \d/);
  const all = await steps.count();
  expect(all).toBeGreaterThan(2);
  await expect(page.getByTestId('enough').first()).toContainText(/lasts/);
  await page.getByTestId('put-down').click();
  await expect(page.getByTestId('evening-run')).toBeVisible();
  await page.goto('/job/bread-van');
  await expect(page.getByText('3 parts to be sprayed').first()).toBeVisible();
});

test('a part that is off needs a stand; one that no stand is free for waits its turn', async ({ page }) => {
  await openDemo(page, '/session?job=bread-van&zones=tail-in,tail-out,cover-all,rd-lower');
  await expect(answer(page)).toHaveText(/^It fits|wait/);
  await page
    .getByRole('radiogroup', { name: /^Stands and hooks/ })
    .getByRole('radio', { name: '2' })
    .click();
  await expect(
    page
      .getByTestId('evening')
      .getByText(/stand \d/)
      .first(),
  ).toBeVisible();
  await page
    .getByRole('radiogroup', { name: /^Places for what is out/ })
    .getByRole('radio', { name: 'None' })
    .click();
  await expect(page.getByText(/ waits: /).first()).toBeVisible();
});

test('parts are dragged into another order and out of the evening, by mouse and by keyboard', async ({ page }) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await openDemo(page, '/session?job=bread-van&zones=ls-front,ls-rear,rs-front');
  await expect(answer(page)).toHaveText(/^It fits/);
  // The head comes a frame before the rest.
  await expect.poll(() => rows(page)).toHaveLength(3);
  const before = await rows(page);
  const handle = (name: string) => page.getByRole('button', { name: `Move ${name}` });
  const [from, to] = [await handle(before[0]!).boundingBox(), await handle(before[2]!).boundingBox()];
  await page.mouse.move(from!.x + 10, from!.y + from!.height / 2);
  await page.mouse.down();
  await page.mouse.move(from!.x + 10, from!.y + 60, { steps: 5 });
  await page.mouse.move(to!.x + 10, to!.y + to!.height / 2 + 8, { steps: 10 });
  await page.mouse.up();
  await expect.poll(() => rows(page)).toEqual([before[1], before[2], before[0]]);
  // Back up by keyboard.
  await handle(before[0]!).focus();
  await page.keyboard.press('Space');
  await expect(page.getByText(`${before[0]} is taken up.`)).toBeAttached();
  // It listens a moment after it was taken up.
  await page.waitForTimeout(400);
  await page.keyboard.press('ArrowUp');
  await expect(page.getByText(`${before[0]} is at ${before[2]}.`)).toBeAttached();
  await page.keyboard.press('Space');
  await expect.poll(() => rows(page)).toEqual([before[1], before[0], before[2]]);
  const box = await handle(before[1]!).boundingBox();
  const out = await page.getByText('Not on this evening').boundingBox();
  await page.mouse.move(box!.x + 10, box!.y + box!.height / 2);
  await page.mouse.down();
  await page.mouse.move(box!.x + 10, box!.y + 80, { steps: 5 });
  await page.mouse.move(out!.x + 40, out!.y + out!.height / 2, { steps: 12 });
  await page.mouse.up();
  await expect.poll(() => rows(page)).toHaveLength(2);
});

/** The demo's evening, at its begin. */
async function atTheEvening(page: Page): Promise<void> {
  await page.clock.install();
  await openDemo(page, '/');
  await page.goto('/evening/bread-van/evening-tonight');
  await expect(answer(page)).toHaveText(/^Begins in/);
  await page.clock.fastForward(121 * 60_000);
  await expect(answer(page)).toHaveText(/Engine cover|Tailboard/);
}

test('an evening is run: made ready, a coat by one tap from its cup, nothing lost over a reload', async ({ page }) => {
  await atTheEvening(page);
  await expect(page.getByTestId('cup-now')).toContainText(/From cup \d+: \d+/);
  // The rules do not look away: it was not wiped.
  await page.getByTestId('coat-on').click();
  await expect(page.getByText('Say why in a few words; it is kept with the entry')).toBeVisible();
  await page.getByRole('checkbox', { name: 'Washed and wiped' }).click();
  await expect(page.getByText(/The log has every part wiped/)).toBeVisible();
  await page.getByRole('checkbox', { name: 'Light from two sides' }).click();
  await expect(page.getByRole('checkbox', { name: 'Light from two sides' })).not.toBeChecked();
  await page.getByRole('checkbox', { name: 'Light from two sides' }).click();
  const first = (await answer(page).textContent())!.replace(/^Now: | at .*/g, '');
  await page.clock.fastForward(5 * 60_000);
  const had = await page.getByTestId('cup-now').textContent();
  await page.getByTestId('coat-on').click();
  await expect(page.getByText(/Logged: .* on /)).toBeVisible();
  await expect.poll(() => page.getByTestId('cup-now').textContent()).not.toBe(had);
  await page.reload();
  await expect(page.getByTestId('evening-run')).toBeVisible();
  await expect(page.getByRole('checkbox', { name: 'Light from two sides' })).toBeChecked();
  await expect(page.getByText(new RegExp(`^${first} at |^Now: `))).toBeVisible();
  await page.goto('/');
  await expect(page.getByText(/^Under way until/)).toBeVisible();
});

test('it runs out half-way: the edge is told, the evening ends, is undone and gone on with', async ({ page }) => {
  await atTheEvening(page);
  await page.getByRole('checkbox', { name: 'Washed and wiped' }).click();
  await expect(page.getByText(/The log has every part wiped/)).toBeVisible();
  await page.clock.fastForward(5 * 60_000);
  await press(page, 'Out of paint');
  await page.getByRole('radio', { name: 'Half of it' }).click();
  await expect(answer(page)).toHaveText('Ended early: the paint ran out');
  await expect(page.getByTestId('edge')).toContainText(/stopped at .*without it/);
  await expect(page.getByTestId('edge')).toContainText(/still wet: go on at once/);
  await page.clock.fastForward(40 * 60_000);
  await expect(page.getByTestId('edge')).not.toContainText(/still wet/);
  await press(page, 'It is not over: go on');
  await expect(answer(page)).not.toHaveText(/Ended early/);
  // What ran is marked on the part, with its hour.
  await press(page, 'It ran');
  await expect(page.getByText(/Leave it alone/)).toBeVisible();
  await page.goto('/');
  await expect(page.getByTestId('to-mend').filter({ hasText: /Run, engine cover/ })).toBeVisible();
});

test('last night’s evening says what its edge waits for', async ({ page }) => {
  await openDemo(page, '/evening/coupe/evening-boot');
  await expect(answer(page)).toHaveText('Ended early: the paint ran out');
  await expect(page.getByTestId('edge')).toContainText(/Boot lid: .*from line to line/);
  await expect(page.getByText(/3 × solvent base coat, 1 × clear/)).toBeVisible();
  await page.goto('/evening/coupe/nothing');
  await expect(page.getByText('No such evening')).toBeVisible();
});

test('masking by the drawing: tape, paper and edges, logged so that the coat is judged by it', async ({ page }) => {
  await openDemo(page, '/masking?job=bread-van&panel=nose');
  await expect(answer(page)).toHaveText(/m of tape, .*m² of paper/);
  await expect(page.getByTestId('mask-item').first()).toContainText(/of tape/);
  const tape = await answer(page).textContent();
  // What is a hole is said, and closed from behind.
  await press(page, /^It is a hole/);
  await expect(page.getByTestId('mask-item').filter({ hasText: 'Opening closed' })).toHaveCount(1);
  await page.reload();
  await press(page, /^It is no hole/);
  await expect(page.getByText('Opening closed')).toHaveCount(0);
  await page.getByRole('radio', { name: 'Colour under clear' }).click();
  await expect(page.getByText('None: it runs out', { exact: true })).toBeVisible();
  await page.getByRole('radio', { name: 'Primer', exact: true }).click();
  await expect(page.getByText('Rolled, soft').first()).toBeVisible();
  await expect(answer(page)).toHaveText(tape!);
  await page.getByTestId('save').click();
  await expect(page.getByText('Masked: Nose panel.')).toBeVisible();
});

test('the gun from a timed pour, the place from its fan: typed wrong it is said, kept it counts', async ({ page }) => {
  await openDemo(page, '/gun?product=clear-ms');
  await expect(answer(page)).toHaveText(/Tip 1.3 to 1.4/);
  await page.getByRole('textbox', { name: /Came out/ }).fill('28');
  await page.getByRole('textbox', { name: /fan on paper/ }).fill('400');
  await expect(page.getByText('No fan is that wide')).toBeVisible();
  await page.getByRole('textbox', { name: /fan on paper/ }).fill('25');
  await expect(page.getByTestId('gun-speed')).toContainText(/cm a second: .* s for a metre/);
  await page.getByTestId('save').click();
  await expect(page.getByText('Kept with this gun.')).toBeVisible();
  await page.goto('/place');
  for (const [name, value] of [
    ['Length', '6'],
    ['Width', '3,5'],
    ['Height', '2.4'],
    ['The fan moves', '1800'],
  ] as const)
    await page.getByRole('textbox', { name: new RegExp(`^${name}`) }).fill(value);
  await expect(answer(page)).toHaveText('36 changes of air an hour');
  await expect(page.getByTestId('changes')).toContainText('5 min');
  await page.getByRole('radiogroup', { name: 'Air goes out at the' }).getByRole('radio', { name: 'Front' }).click();
  await expect(page.getByText(/turns round before it has crossed/)).toBeVisible();
  await page.getByTestId('save').click();
  await expect(page.getByText('Kept: the evening counts with it.')).toBeVisible();
  await page.goto('/evening/bread-van/evening-tonight');
  await expect(page.getByText(/In and out on one side/)).toBeVisible();
});
