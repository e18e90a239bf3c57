import type { Page } from '@playwright/test';
import { answer, expect, openDemo, ownShop, pick, press, test } from './helpers';
import { ROUTES } from './routes';

/** Tab until a control of that name has the focus, as somebody without a mouse does. */
async function tabTo(page: Page, role: string, name: RegExp, most = 60): Promise<void> {
  for (let i = 0; i < most; i++) {
    await page.keyboard.press('Tab');
    const at = await page.evaluate(() => {
      const e = document.activeElement;
      return (
        e && {
          role: e.getAttribute('role') ?? e.tagName.toLowerCase(),
          name: e.getAttribute('aria-label') ?? e.textContent ?? '',
        }
      );
    });
    if (at && at.role === role && name.test(at.name.trim())) return;
  }
  throw new Error(`Tab never came to the ${role} ${name}`);
}

test('a coat is logged, corrected by undo and looked up by keyboard alone', async ({ page }) => {
  await openDemo(page);
  await tabTo(page, 'button', /Log$/);
  await page.keyboard.press('Enter');
  await expect(answer(page)).toHaveText('What happened?');
  // The new view is read from its head.
  await expect(answer(page)).toBeFocused();
  const kind = page.getByRole('radiogroup', { name: 'What happened' }).getByRole('radio');
  // What stands below the head comes a frame behind it; no hand is quicker than that.
  await expect(kind.first()).toBeVisible();
  await tabTo(page, 'radio', /./);
  await expect(page.locator(':focus')).toHaveAttribute('aria-checked', 'true');
  await page.keyboard.press('Home');
  await expect(kind.first()).toHaveAttribute('aria-checked', 'true');
  await page.keyboard.press('ArrowRight');
  await expect(kind.nth(1)).toHaveAttribute('aria-checked', 'true');
  await expect(kind.nth(1)).toBeFocused();
  await page.keyboard.press('ArrowLeft');
  await tabTo(page, 'button', /^Log /, 120);
  await page.keyboard.press('Enter');
  const why = page.getByLabel('Reason for going ahead');
  if (await why.isVisible().catch(() => false)) {
    await why.focus();
    await page.keyboard.type('A try by keyboard');
    await tabTo(page, 'button', /^Log /, 120);
    await page.keyboard.press('Enter');
  }
  await expect(page.getByTestId('notification')).toContainText('Logged. Coated');
  await expect(page.getByTestId('last-entry')).toContainText('Coated');
  await page.getByTestId('notification').getByRole('button', { name: 'Undo' }).focus();
  await page.keyboard.press('Space');
  await expect(page.getByTestId('last-entry')).not.toContainText('Saving');
  await tabTo(page, 'button', /./);
  // Tabs are links: Enter goes there.
  await page.getByRole('link', { name: 'Air', exact: true }).focus();
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/air/);
  await expect(answer(page)).toBeFocused();
});

test('going back puts the focus where it was', async ({ page }) => {
  await openDemo(page, '/panels');
  const line = page.getByRole('link').filter({ hasText: 'Tailboard' }).first();
  await line.focus();
  await page.keyboard.press('Enter');
  await expect(answer(page)).toHaveText(/Tailboard/);
  await expect(page).toHaveTitle(/Tailboard.* \u00b7 Stratocoat$/);
  await page.goBack();
  await expect(line).toBeFocused();
});

test('a dialog that asks before what cannot be undone is left by Escape', async ({ page }) => {
  await openDemo(page, '/shop');
  await page.getByRole('button', { name: 'Start the demo again' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByText('Your own shop is not touched.')).toBeVisible();
  // Tab stays in it, and what leaves things as they are has the focus.
  await expect(page.getByRole('button', { name: 'Leave it' })).toBeFocused();
  await page.keyboard.press('Tab');
  await expect(page.getByRole('button', { name: 'Start it again' })).toBeFocused();
  await page.keyboard.press('Tab');
  await expect(page.getByRole('button', { name: 'Leave it' })).toBeFocused();
  await page.keyboard.press('Escape');
  await expect(page.getByText('Your own shop is not touched.')).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Start the demo again' })).toBeFocused();
});

test('a half-filled form is there again after a reload, and gone once it is left', async ({ page }) => {
  await ownShop(page);
  await press(page, 'Add a panel');
  await page.getByLabel('Panel', { exact: true }).fill('Half a panel');
  await page.getByLabel('Area, m²').fill('0,4');
  await pick(page, 'Aluminium');
  await page.waitForTimeout(700);
  await page.reload();
  await press(page, 'Add a panel');
  await expect(page.getByLabel('Panel', { exact: true })).toHaveValue('Half a panel');
  await expect(page.getByLabel('Area, m²')).toHaveValue('0,4');
  await expect(page.getByRole('radio', { name: 'Aluminium' })).toBeChecked();
  await press(page, 'Leave');
  await press(page, 'Add a panel');
  await expect(page.getByLabel('Panel', { exact: true })).toHaveValue('');
});

test('a half-filled sheet is there again after a reload, and gone once it is saved', async ({ page }) => {
  await openDemo(page, '/log?job=bread-van&zones=rail-l&kind=sanded');
  await page.getByLabel(/Taken off/).fill('7');
  await press(page, 'Add a note');
  await page.getByLabel('Note').fill('Left half done');
  await page.waitForTimeout(700);
  await page.reload();
  await expect(page.getByLabel(/Taken off/)).toHaveValue('7');
  await expect(page.getByLabel('Note')).toHaveValue('Left half done');
  await page.getByTestId('save').click();
  await expect(page.getByTestId('last-entry')).toContainText('Sanded');
  await page.goto('/log?job=bread-van&zones=rail-l&kind=sanded');
  await expect(page.getByRole('button', { name: 'Add a note' })).toBeVisible();
});

test('a unit may stand behind a number', async ({ page }) => {
  await ownShop(page);
  await press(page, 'Add a panel');
  await page.getByLabel('Panel', { exact: true }).fill('Lid two');
  await page.getByLabel('Area, m²').fill('500 cm2');
  await page.getByLabel('Thick, mm').fill('0.03 in');
  await page.getByTestId('add-panel').click();
  await expect(page.getByText('Whole 0.05 m²')).toBeVisible();
});

for (const half of [0, 1])
  test(`every control of every view has a name and takes the keyboard, half ${half + 1}`, async ({ page }) => {
    test.setTimeout(ROUTES.length * 10_000);
    for (const route of ROUTES.filter((_, i) => i % 2 === half)) {
      await openDemo(page, route);
      await page.waitForTimeout(600);
      const faults = await page.evaluate(() => {
        const out: string[] = [];
        const name = (e: Element): string =>
          (
            e.getAttribute('aria-label') ??
            (e.getAttribute('aria-labelledby') &&
              document.getElementById(e.getAttribute('aria-labelledby')!)?.textContent) ??
            e.textContent ??
            ''
          ).trim();
        const all = document.querySelectorAll<HTMLElement>(
          'a[href], button, input, textarea, [role=button], [role=link], [role=radio], [role=checkbox], [role=slider]',
        );
        for (const e of all) {
          if (e.closest('[aria-hidden=true]') || e.getClientRects().length === 0) continue;
          const what = `${e.getAttribute('role') ?? e.tagName}: ${name(e).slice(0, 40)}`;
          if (!name(e)) out.push(`no name: ${e.outerHTML.slice(0, 120)}`);
          if (e.getAttribute('role') === 'link' && !e.getAttribute('href'))
            out.push(`a link without an address: ${what}`);
          if (e.getAttribute('aria-disabled') === 'true' || (e as HTMLInputElement).disabled) continue;
          e.focus();
          if (document.activeElement !== e) out.push(`cannot be focused: ${what}`);
        }
        // One stop of Tab in every group of radios.
        for (const g of document.querySelectorAll('[role=radiogroup]')) {
          const stops = [...g.querySelectorAll<HTMLElement>('[role=radio]')].filter((r) => r.tabIndex === 0);
          if (g.querySelector('[role=radio]') && stops.length !== 1)
            out.push(`${stops.length} stops in ${g.getAttribute('aria-label')}`);
        }
        return out;
      });
      expect({ route, faults }).toEqual({ route, faults: [] });
    }
  });
