import type { Page } from '@playwright/test';
import { expect, openDemo, pick, press, test } from './helpers';

/** Saves the sheet, until it is kept. */
async function saveSheet(page: Page): Promise<void> {
  await page.getByTestId('save').click();
  await expect(page.getByTestId('notification')).toContainText('Logged.');
}

test('sanded through at an edge: the panel says so, the spot is primed by itself, and the way leads home', async ({
  page,
}) => {
  await openDemo(page, '/panel/coupe/c-wing');
  await expect(page.getByTestId('panel')).toContainText(/Spots to mend: spots of bare steel, flash rust/);
  await expect(page.getByTestId('spot')).toContainText(/Spots of bare steel.*Sanded through.*4\scm²/s);
  const step = (name: RegExp) => page.getByTestId('next-step').filter({ hasText: name }).first();
  // Rust first, then the wipe, then primer on the spot alone.
  await expect(page.getByTestId('next-step').first()).toContainText(/Spots of rusty steel: sand, P120/);
  await step(/Spots of rusty steel: sand, P120/)
    .getByRole('button', { name: 'Log it' })
    .click();
  await expect(
    page.getByRole('radiogroup', { name: 'Where' }).getByRole('radio', { name: 'Spots of bare steel' }),
  ).toBeChecked();
  await saveSheet(page);
  await expect(page.getByTestId('last-entry')).toContainText('on spots only');
  await expect(page.getByTestId('next-step').first()).toContainText(/Clean: wax and grease remover/);
  await press(page, /^Log/);
  await saveSheet(page);
  await expect(page.getByTestId('next-step').first()).toContainText(/Spots of bare steel: .*primer/);
  await press(page, 'Still to come');
  const way = page.getByTestId('still-to-come');
  await expect(way).toContainText(/Spots of bare steel: epoxy primer/);
  await expect(way).toContainText('Solvent base coat');
  await expect(way).toContainText('Refit');
});

test('paper goes through: two taps say to what and how large', async ({ page }) => {
  await openDemo(page, '/log?job=hatchback&zones=lamp-all&kind=sanded');
  await page.getByRole('radiogroup', { name: 'Went through in spots' }).getByRole('radio', { name: 'Yes' }).click();
  // What lies below is offered first, and nothing has to be picked.
  await pick(page, 'Substrate');
  await pick(page, 'Thumb');
  await saveSheet(page);
  await expect(page.getByTestId('spot')).toContainText(/Spots of bare steel.*4\scm²/s);
  await press(page, 'Undo');
  await expect(page.getByTestId('spot')).toHaveCount(0);
});

test('paint that stays: a bonnet is only polished, chips are touched in, a cap is back from elsewhere', async ({
  page,
}) => {
  await openDemo(page, '/panel/coupe/c-bonnet');
  await press(page, 'Still to come');
  const way = page.getByTestId('still-to-come');
  await expect(way).toContainText('Polish');
  await expect(way).not.toContainText('base coat');
  await page.goto('/panel/coupe/c-door');
  await expect(page.getByTestId('spot')).toContainText(/Spots of one-pack primer.*Feathered/s);
  await press(page, 'Still to come');
  await expect(way).toContainText(/Spots of one-pack primer: solvent base coat/);
  await expect(way).toContainText('Refit');
  await expect(way).not.toContainText('Block');
  await page.goto('/panel/coupe/c-mirror');
  await expect(page.getByRole('list', { name: /Layers/ })).toContainText('Clear, as told');
});

test('ways home side by side: what each takes beside the one that is shown, and another one a tap away', async ({
  page,
}) => {
  await openDemo(page, '/panel/coupe/c-door');
  await press(page, 'Still to come');
  const ahead = page.getByTestId('still-to-come');
  const recipes = page.getByTestId('recipes');
  await expect(recipes).toContainText('Keep it as it is');
  await expect(recipes).toContainText('not as agreed');
  await press(page, 'Show this way: Touch it in');
  await expect(ahead).toContainText('What is touched in: level, P2000');
  await expect(recipes.getByRole('button', { name: 'Show this way: Keep it as it is' })).toContainText(/less work/);
});

test('a coat that stopped leaves a place, and the panel says what it wants', async ({ page }) => {
  await openDemo(page, '/log?job=hatchback&zones=bonnet-all&kind=coated');
  await press(page, 'Another product');
  await pick(page, 'Epoxy primer');
  await page.getByRole('textbox', { name: /^Left out/ }).fill('0.1');
  const why = page.getByRole('textbox', { name: 'Reason for going ahead' });
  if (await why.isVisible()) await why.fill('Out of paint');
  await saveSheet(page);
  await expect(page.getByTestId('last-entry')).toContainText(/left out/);
  await expect(page.getByTestId('spot').first()).toContainText(/Left out/);
});
