import { defineConfig } from '@playwright/test';
import { existsSync } from 'node:fs';

const chromium = [process.env.CHROMIUM, '/usr/bin/chromium', '/usr/bin/chromium-browser'].find(
  (p) => p && existsSync(p),
);
export const CHROMIUM_ARGS = [
  '--no-sandbox',
  '--disable-gpu',
  '--disable-quic',
  '--no-first-run',
  '--disable-background-networking',
  '--disable-component-update',
  '--disable-sync',
  // Another machine of the shop, as a phone sees it: a name that is not this machine's own, over plain http.
  '--host-resolver-rules=MAP shop.test 127.0.0.1',
];
export const PORT = Number(process.env.E2E_PORT ?? 8123);

export default defineConfig({
  testDir: 'e2e',
  outputDir: 'test-results/e2e',
  // Long, since a machine with other work takes long: nothing here is measured, and what is missing stays missing.
  timeout: 180_000,
  expect: { timeout: 40_000 },
  workers: 2,
  fullyParallel: true,
  reporter: 'list',
  use: {
    actionTimeout: 60_000,
    baseURL: `http://127.0.0.1:${PORT}`,
    viewport: { width: 390, height: 844 },
    hasTouch: true,
    acceptDownloads: true,
    // Every page fetching the whole app once more would take most of the time: one journey is about that.
    serviceWorkers: 'block',
    launchOptions: { executablePath: chromium, args: CHROMIUM_ARGS },
    // Keeping a trace takes a third of the time: asked for where one is wanted.
    trace: process.env.TRACE ? 'retain-on-failure' : 'off',
    screenshot: 'only-on-failure',
  },
  webServer: {
    command: `npx tsx server/main.ts --port ${PORT} --name shop.test`,
    url: `http://127.0.0.1:${PORT}/`,
    reuseExistingServer: false,
    timeout: 60_000,
  },
});
