/** Takes the pictures of docs/screenshots/ from the demo, served at the address given (default http://127.0.0.1:8080). */
import { chromium } from '@playwright/test';
import path from 'node:path';
import { findChromium, ROOT } from './lib.mjs';

const url = process.argv[2] ?? 'http://127.0.0.1:8080';
const PHONE = { viewport: { width: 390, height: 844 } };
const shots = [
  ['today', '/', PHONE],
  ['panels', '/panels', PHONE],
  ['panel', '/panel/bread-van/left-door', PHONE],
  ['log', '/log?job=bread-van&zones=tail-out,tail-in', PHONE],
  ['mix', '/mix?job=bread-van&zones=ld-lower,ld-upper', PHONE],
  ['air', '/air', PHONE],
  ['shelf', '/shelf', PHONE],
  ['plan', '/plan', PHONE],
  ['evening', '/evening/bread-van/evening-tonight', PHONE],
  ['photos', '/photos?job=scooter&panel=s-shield', PHONE],
  ['job', '/job/bread-van', PHONE],
  ['defects', '/defects?job=coupe&panel=c-left', PHONE],
  ['map', '/map?job=bread-van&panel=nose', PHONE],
  ['fair', '/fair?job=bread-van&panel=left-side', PHONE],
  ['spray', '/spray', PHONE],
  ['colour', '/colour?job=hatchback', PHONE],
  ['today-wide', '/', { viewport: { width: 1280, height: 800 } }],
  ['spots-dark', '/panel/coupe/c-wing', { ...PHONE, colorScheme: 'dark' }],
  ['record', '/record?job=scooter', { viewport: { width: 1280, height: 800 } }],
];
const browser = await chromium.launch({ executablePath: findChromium(), args: ['--no-sandbox', '--disable-gpu'] });
for (const [name, route, options] of shots) {
  const context = await browser.newContext(options);
  const page = await context.newPage();
  await page.goto(`${url}${route}${route.includes('?') ? '&' : '?'}demo`);
  await page.getByRole('heading', { level: 1 }).first().waitFor();
  await page.waitForTimeout(4000);
  if (name === 'plan')
    await page
      .getByTestId('plan-sure')
      .getByText(/nine in ten/)
      .waitFor({ timeout: 60_000 });
  if (name === 'record') {
    await page.getByRole('checkbox', { name: /^Photos/ }).click();
    await page.waitForTimeout(2000);
    await page.getByRole('heading', { level: 1 }).first().scrollIntoViewIfNeeded();
  }
  if (name === 'fair') {
    // A dent of 1.6 mm with a high beside it, as a straightedge reads it.
    for (const mm of [0, -2, -3, -2, 0, 0, 0, -5, -16, -8, 1, 0, 0, -3, -12, -6, 3, 0, 0, 0, -1, 0, 0, 0]) {
      await page.getByRole('textbox', { name: /^Row/ }).fill(String(mm / 10));
      await page.getByTestId('next-height').click();
    }
    await page.getByTestId('keep-heights').click();
    await page.getByRole('heading', { level: 1, name: /of filler/ }).waitFor();
    await page.waitForTimeout(7000);
  }
  await page.screenshot({ path: path.join(ROOT, 'docs', 'screenshots', `${name}.png`) });
  await context.close();
}
await browser.close();
