import { expect, test as base, type Page } from '@playwright/test';

/** Every journey also fails on an error in the console. */
export const test = base.extend<{ page: Page }>({
  page: async ({ page }, provide, info) => {
    const faults: string[] = [];
    page.on('console', (m) => m.type() === 'error' && faults.push(m.text()));
    page.on('pageerror', (e) => faults.push(e.message));
    leaveOnlyOnceSaved(page);
    await provide(page);
    // Where only the output is kept, this is all that tells what stood there.
    if (info.status !== info.expectedStatus) console.log(await readPage(page));
    expect(faults).toEqual([]);
  },
});
export { expect };

/** Address, focus and words of a page, for somebody who cannot look at it. */
const readPage = (page: Page): Promise<string> =>
  page
    .evaluate(() => {
      const { tagName, id, ariaLabel } = document.activeElement ?? document.body;
      const typed = [...document.querySelectorAll('input')].map((i) => `${i.ariaLabel ?? i.name}: ${i.value}`);
      return [
        `At ${location.href}, focus on ${tagName} ${id} ${ariaLabel ?? ''}`,
        ...typed,
        document.body.innerText.replaceAll(/\s*\n\s*/g, ' | ').slice(0, 3000),
      ].join('\n');
    })
    .catch((e: Error) => `The page cannot be read: ${e.message}`);

/** How often in a row, and how long apart (ms), the store must be seen at rest. */
const AT_REST = { times: 3, every: 30, atMost: 300 };

/** Waits until the page writes nothing more: what is changed shows at once and is written a moment later, under a lock. */
export async function untilSaved(page: Page): Promise<void> {
  for (let rest = 0, i = 0; rest < AT_REST.times && i < AT_REST.atMost; i++) {
    const busy = await page.evaluate(async () => {
      // A page of a plain address has no locks: it is the one test that never leaves its page in a hurry.
      const { held = [], pending = [] } = (await navigator.locks?.query()) ?? {};
      return [...held, ...pending].some((l) => l.name?.startsWith('stratocoat'));
    });
    rest = busy ? 0 : rest + 1;
    await new Promise((resolve) => setTimeout(resolve, AT_REST.every));
  }
}

/** No hand is as quick as a test: it goes elsewhere, or loads anew, after what it saw was written. */
function leaveOnlyOnceSaved(page: Page): void {
  const [goto, reload] = [page.goto.bind(page), page.reload.bind(page)];
  page.goto = async (...args) => {
    if (page.url() !== 'about:blank') await untilSaved(page);
    return goto(...args);
  };
  page.reload = async (...args) => {
    await untilSaved(page);
    return reload(...args);
  };
}

export async function openDemo(page: Page, path = '/'): Promise<void> {
  await page.goto(`${path}${path.includes('?') ? '&' : '?'}demo`);
  await expect(page.getByRole('heading', { level: 1 }).first()).toBeVisible();
}

export const answer = (page: Page) => page.getByRole('heading', { level: 1 });

/** A choice among chips. */
export async function pick(page: Page, name: string | RegExp): Promise<void> {
  const chip = page.getByRole('radio', { name, exact: typeof name === 'string' }).first();
  const all = page.getByRole('button', { name: /^All \d+ : / });
  await expect(chip.or(all).first()).toBeVisible();
  // One of many stands in a list behind a tap.
  if (!(await chip.isVisible()) && (await all.count()) === 1) await all.click();
  await chip.click();
}
export const tick = (page: Page, name: string | RegExp) => page.getByRole('checkbox', { name }).first().click();
export const press = (page: Page, name: string | RegExp) =>
  page
    .getByRole('button', { name, exact: typeof name === 'string' })
    .first()
    .click();

/** Names of the layers on the open panel, top first, the substrate last. */
export const layers = async (page: Page): Promise<string[]> => {
  await expect(page.getByRole('list', { name: /Layers/ })).toBeVisible();
  return page
    .getByRole('list', { name: /Layers/ })
    .getByRole('button')
    .evaluateAll((all) => all.map((e) => e.getAttribute('aria-label')!.replace(/,.*/, '')));
};

/** Takes the shop of one's own in a new browser. The choice is kept only once what comes next is shown. */
export async function startOwn(page: Page): Promise<void> {
  await page.goto('/');
  await press(page, 'Start my own shop');
  await expect(page.getByText('Start a job').first()).toBeVisible();
}
/** One's own shop, with a job of one panel. */
export async function ownShop(page: Page, panel = 'Lid'): Promise<void> {
  await startOwn(page);
  await press(page, 'Start a job');
  await page.getByLabel('Name').fill('Test bench');
  await page.getByTestId('save').click();
  await press(page, 'Add a panel');
  await page.getByLabel('Panel', { exact: true }).fill(panel);
  await page.getByLabel('Area, m²').fill('0,5');
  await pick(page, 'Bare');
  await page.getByTestId('add-panel').click();
  // The panel shows at once; that it is kept is what the message says, and only then may the page be left.
  await expect(page.getByTestId('notification')).toContainText(`${panel} is added.`);
  await expect(page.getByText('Whole 0.50 m²')).toBeVisible();
}

/** Reads every event record that the browser holds, straight from its store. */
export const storedEvents = (page: Page, db: string): Promise<{ head: { seq: number } | null; events: number }[]> =>
  page.evaluate(async (name) => {
    const open = await new Promise<IDBDatabase>((resolve, reject) => {
      const r = indexedDB.open(name);
      r.onsuccess = () => resolve(r.result);
      r.onerror = () => reject(r.error as Error);
    });
    const store = open.transaction('entries').objectStore('entries');
    const read = <T>(r: IDBRequest<T>) => new Promise<T>((resolve) => (r.onsuccess = () => resolve(r.result)));
    const keys = (await read(store.getAllKeys())) as string[];
    const heads = keys.filter((k) => /^job\/.*\/head$/.test(k));
    const out = [];
    for (const h of heads) {
      const head = JSON.parse((await read(store.get(h))) as string) as { seq: number };
      let events = 0;
      for (const k of keys.filter((x) => x.startsWith(h.replace('head', 'event/')))) {
        // One entry, or a block of them.
        const record = JSON.parse((await read(store.get(k))) as string) as { events?: unknown[] };
        events += record.events?.length ?? 1;
      }
      out.push({ head, events });
    }
    open.close();
    return out;
  }, db);

/** The record under a key as the browser holds it, null where there is none: what must be stored before a page may go. */
export const storedText = (page: Page, db: string, key: string): Promise<string | null> =>
  page.evaluate(
    async ([name, k]) => {
      const open = await new Promise<IDBDatabase>((resolve, reject) => {
        const r = indexedDB.open(name);
        r.onsuccess = () => resolve(r.result);
        r.onerror = () => reject(r.error as Error);
      });
      const r = open.transaction('entries').objectStore('entries').get(k);
      await new Promise((resolve) => (r.onsuccess = resolve));
      open.close();
      return (r.result as string | undefined) ?? null;
    },
    [db, key] as const,
  );
