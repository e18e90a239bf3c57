import { chromium, type Browser, type Page } from '@playwright/test';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import path from 'node:path';
import { CHROMIUM_ARGS } from '../playwright.config';
import { createApp } from '../server/app';

/** The built app on a free port of localhost, and a headless Chromium to look at it. @param dist another build of it */
export async function openBench(dist = path.join(__dirname, '..', 'dist')): Promise<{
  url: string;
  browser: Browser;
  stopServer(): void;
  close(): Promise<void>;
}> {
  const app = createApp({ dist, demo: false });
  const server: Server = await new Promise((resolve) => {
    const s = createServer(app).listen(0, '127.0.0.1', () => resolve(s));
  });
  const browser = await chromium.launch({
    executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
    args: CHROMIUM_ARGS,
  });
  const stopServer = () => {
    server.closeAllConnections();
    server.close();
  };
  return {
    url: `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
    browser,
    stopServer,
    close: async () => {
      await browser.close();
      stopServer();
    },
  };
}

/** Brings a job file into an own shop, as a person does. */
export async function importJob(page: Page, url: string, file: object): Promise<void> {
  await page.goto(`${url}/?own`);
  await page.getByRole('link', { name: 'Shop', exact: true }).click();
  const [chooser] = await Promise.all([page.waitForEvent('filechooser'), page.getByText('Import a job file').click()]);
  await chooser.setFiles({ name: 'job.json', mimeType: 'application/json', buffer: Buffer.from(JSON.stringify(file)) });
  await page.getByTestId('import-do').click({ timeout: 60_000 });
  await page.getByText(/ is in\.$/).waitFor({ timeout: 60_000 });
}

/**
 * Taps a control, and waits for the frame that paints the answer.
 * @param tap the control, as a selector
 * @param answer where it is told: the text of this element changes, or the element comes
 * @returns from the tap to the painted frame, ms
 */
export const tapped = (page: Page, tap: string, answer: string): Promise<number> =>
  page.evaluate(
    ([tap, answer]) =>
      new Promise<number>((resolve, reject) => {
        setTimeout(() => reject(new Error(`nothing changed after ${tap}`)), 10_000);
        const target = document.querySelector<HTMLElement>(tap!)!;
        const before = document.querySelector(answer!)?.textContent;
        const t0 = performance.now();
        // Watched without asking for frames: a frame that only the bench wants would be measured with the rest.
        const watch = new MutationObserver(() => {
          const now = document.querySelector(answer!)?.textContent;
          if (now === undefined || now === before) return;
          watch.disconnect();
          requestAnimationFrame(() => {
            // This frame paints the change as soon as its callbacks are done; a message comes right after it.
            const after = new MessageChannel();
            after.port1.onmessage = () => resolve(performance.now() - t0);
            after.port2.postMessage(0);
          });
        });
        watch.observe(document.body, { subtree: true, childList: true, characterData: true });
        target.click();
      }),
    [tap, answer] as const,
  );
