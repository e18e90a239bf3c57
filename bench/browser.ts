import { chromium, type Browser } from '@playwright/test';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import path from 'node:path';
import { CHROMIUM_ARGS } from '../playwright.config';
import { createApp } from '../server/app';

/** The built app on a free port of localhost, and a headless Chromium to look at it. */
export async function openBench(): Promise<{
  url: string;
  browser: Browser;
  stopServer(): void;
  close(): Promise<void>;
}> {
  const app = createApp({ dist: path.join(__dirname, '..', 'dist'), demo: false });
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
