import { answer, expect, openDemo, pick, test } from './helpers';
import type { Page } from '@playwright/test';

/** Guide coat that is on, per cent, and waves, mm, as the page's first line says them. */
const stands = async (page: Page) => {
  const text = (await answer(page).textContent()) ?? '';
  const [, guide, waves] = /^(\d+)\s% of the guide coat is on, waves of ([\d.]+)/.exec(text) ?? [];
  return { guide: Number(guide), waves: Number(waves) };
};
const settled = (page: Page) => page.waitForTimeout(1800);

test('a short block takes the guide coat off and leaves the wave; the long board shows it, and takes it out', async ({
  page,
}) => {
  await openDemo(page, '/try');
  await expect(answer(page)).toHaveText(/^100\s% of the guide coat is on/);
  const first = await stands(page);
  // By hand: a finger pushes the block over the panel.
  const box = (await page.getByTestId('sanded').boundingBox())!;
  await page.mouse.move(box.x + 30, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x + box.width - 30, box.y + box.height / 2, { steps: 20 });
  await page.mouse.up();
  await expect.poll(async () => (await stands(page)).guide).toBeLessThan(100);
  for (let i = 0; i < 3; i++) await page.getByTestId('go-over').click();
  await settled(page);
  const short = await stands(page);
  expect(short.guide).toBeLessThan(20);
  expect(short.waves).toBeGreaterThan(0.7 * first.waves);
  await page.getByTestId('guide-again').click();
  await pick(page, 'Board, 40\u00a0cm');
  await pick(page, 'Slanted');
  await page.getByTestId('go-over').click();
  await settled(page);
  // Colour stays in the lows.
  expect((await stands(page)).guide).toBeGreaterThan(20);
  for (let i = 0; i < 8; i++) await page.getByTestId('go-over').click();
  await settled(page);
  await settled(page);
  expect((await stands(page)).waves).toBeLessThan(0.5 * first.waves);
});

test('a high goes through when it is sanded; this very panel is there to be tried, where it was read', async ({
  page,
}) => {
  await openDemo(page, '/fair?job=bread-van&panel=right-door');
  await page.getByRole('button', { name: 'Try it first on a simulated panel' }).click();
  await pick(page, 'A high is tapped, not sanded');
  await pick(page, 'Board, 40\u00a0cm');
  for (let i = 0; i < 6; i++) await page.getByTestId('go-over').click();
  await expect(page.getByTestId('went-through')).toBeVisible();
  await page.getByTestId('begin-anew').click();
  await expect(page.getByTestId('went-through')).toHaveCount(0);
  await pick(page, 'Right door, as it was read');
  await expect.poll(async () => (await stands(page)).waves).toBeGreaterThan(0.8);
});
