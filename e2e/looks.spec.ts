import type { Page } from '@playwright/test';
import { barriersOn } from './barriers';
import { answer, expect, openDemo, pick, test } from './helpers';
import { ROUTES } from './routes';

/** Loading a view afresh and looking all of it over, on a slow machine. */
const ROUTE_MS = 40_000;
const PHONE = { width: 390, height: 844 };
const NARROW = { width: 320, height: 640 };
const WIDE = { width: 1280, height: 800 };
/** Every sixth route, so that machines with several cores share them. */
const PARTS = [0, 1, 2, 3, 4, 5].map((n) => ROUTES.filter((_, i) => i % 6 === n));

/** What is cut off, off the page, or too small for a thumb. */
const faultsOn = (page: Page): Promise<string[]> =>
  page.evaluate(async () => {
    // A frame after the window's new size, and one after what it changed.
    for (let i = 0; i < 2; i++) await new Promise(requestAnimationFrame);
    const out: string[] = [];
    const width = document.documentElement.clientWidth;
    if (document.scrollingElement!.scrollWidth > width + 1) out.push('the page scrolls sideways');
    for (const e of [...document.querySelectorAll<HTMLElement>('body *')]) {
      const own = [...e.childNodes].some((n) => n.nodeType === 3 && n.textContent!.trim());
      const r = e.getBoundingClientRect();
      if (!own || r.width === 0) continue;
      const what = e.textContent!.slice(0, 40);
      if (r.right > width + 1 || r.left < -1) out.push(`off the page: ${what}`);
      if (getComputedStyle(e).overflow !== 'visible' && e.scrollWidth > e.clientWidth + 1 && e.clientWidth > 0)
        out.push(`cut: ${what}`);
    }
    for (const e of [
      ...document.querySelectorAll<HTMLElement>(
        'button,a[href],input,[role=button],[role=link],[role=radio],[role=checkbox]',
      ),
    ]) {
      const r = e.getBoundingClientRect();
      if (r.width > 0 && (r.width < 44 || r.height < 44) && getComputedStyle(e).visibility !== 'hidden')
        out.push(
          `small target: ${e.getAttribute('aria-label') ?? e.textContent} ${Math.round(r.width)}x${Math.round(r.height)}`,
        );
    }
    return out;
  });

/** A drawing has no height until its page is laid out: only what stays is a fault. */
const expectNoFaults = (page: Page, where: string): Promise<void> =>
  expect.poll(() => faultsOn(page), { message: where, timeout: 10_000 }).toEqual([]);

for (const [n, routes] of PARTS.entries())
  test(`nothing is cut off or a barrier: phone, narrow, wide, light and dark, part ${n + 1}`, async ({ page }) => {
    test.setTimeout(routes.length * ROUTE_MS);
    await openDemo(page);
    for (const route of routes) {
      await page.setViewportSize(PHONE);
      await page.emulateMedia({ colorScheme: 'light' });
      await page.goto(route);
      await expect(answer(page).first()).toBeVisible();
      await expectNoFaults(page, `${route}, phone`);
      expect({ route, light: await barriersOn(page) }).toEqual({ route, light: [] });
      await page.emulateMedia({ colorScheme: 'dark' });
      const dark = await barriersOn(page);
      expect({ route, dark }).toEqual({ route, dark: [] });
      await page.setViewportSize(NARROW);
      await expectNoFaults(page, `${route}, narrow`);
      await page.setViewportSize(WIDE);
      await expectNoFaults(page, `${route}, wide`);
    }
  });

test('nothing is cut off or off the page with the largest text on the narrowest phone', async ({ page }) => {
  test.setTimeout(ROUTES.length * ROUTE_MS);
  await page.setViewportSize(NARROW);
  await openDemo(page, '/shop');
  await pick(page, 'Largest');
  for (const route of ROUTES) {
    await page.goto(route);
    await expect(answer(page).first()).toBeVisible();
    await expectNoFaults(page, `${route}, faults`);
  }
});

test('works from the keyboard', async ({ page }) => {
  await openDemo(page, '/panel/bread-van/left-door');
  const band = page.getByRole('button', { name: /^High-build primer, 2 coats/ });
  await band.focus();
  await page.keyboard.press('Enter');
  await expect(page.getByText(/laid, estimated/)).toBeVisible();
  await page.getByTestId('log').focus();
  await page.keyboard.press('Enter');
  await expect(page.getByTestId('log-sheet')).toBeVisible();
});
