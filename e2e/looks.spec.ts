import AxeBuilder from '@axe-core/playwright';
import { answer, expect, openDemo, pick, test } from './helpers';

const ROUTES = [
  '/',
  '/panels',
  '/panel/bread-van/left-door',
  '/panel/bread-van/rails',
  '/log?job=bread-van&zones=ld-lower',
  '/mix?job=bread-van&zones=ld-lower,ld-upper',
  '/mix',
  '/air',
  '/heat',
  '/decide',
  '/ground?job=bread-van',
  '/map?job=bread-van&panel=nose',
  '/map?job=bread-van&panel=cover',
  '/level?job=bread-van',
  '/bags?job=bread-van',
  '/order?job=bread-van',
  '/blast?job=bread-van',
  '/repair?job=bread-van&panel=roof',
  '/repair?job=bread-van&panel=left-side',
  '/shop',
  '/library',
  '/library/highbuild-2k',
  '/job/bread-van',
  '/job/new',
  '/nowhere',
];
/** Loading a view afresh and looking all of it over, on a slow machine. */
const ROUTE_MS = 12_000;
const SIZES = [
  { name: 'phone', width: 390, height: 844, big: false },
  { name: 'narrow', width: 320, height: 640, big: false },
  { name: 'narrow with the largest text', width: 320, height: 640, big: true },
  { name: 'wide', width: 1280, height: 800, big: false },
];

for (const size of SIZES)
  test(`nothing is cut off, covered or off the page: ${size.name}`, async ({ page }) => {
    test.setTimeout(ROUTES.length * ROUTE_MS);
    await page.setViewportSize(size);
    await openDemo(page, '/shop');
    if (size.big) await pick(page, 'Largest');
    for (const route of ROUTES) {
      await page.goto(route);
      await expect(answer(page).first()).toBeVisible();
      const faults = await page.evaluate(() => {
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
      expect({ route, faults }).toEqual({ route, faults: [] });
    }
  });

for (const scheme of ['light', 'dark'] as const)
  test(`axe finds no serious or critical fault on any view, ${scheme}`, async ({ page }) => {
    test.setTimeout(ROUTES.length * ROUTE_MS);
    await page.emulateMedia({ colorScheme: scheme });
    await openDemo(page);
    for (const route of ROUTES) {
      await page.goto(route);
      await expect(answer(page).first()).toBeVisible();
      const { violations } = await new AxeBuilder({ page }).analyze();
      const bad = violations
        .filter((v) => v.impact === 'serious' || v.impact === 'critical')
        .map((v) => `${v.id}: ${v.nodes[0]?.html.slice(0, 160)} ${v.nodes[0]?.failureSummary?.slice(0, 200)}`);
      expect({ route, bad }).toEqual({ route, bad: [] });
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
