import { answer, expect, openDemo, pick, press, test, untilSaved } from './helpers';
import type { Page } from '@playwright/test';

const readGap = async (page: Page, widths: number[]) => {
  await page.getByRole('textbox', { name: 'Which gap' }).fill('Door to wing');
  await page.getByRole('textbox', { name: /^Its length/ }).fill('80');
  const cell = page.getByRole('textbox', { name: /^(Width|Step) at place/ });
  for (const mm of widths) {
    await cell.fill(String(mm));
    await page.getByTestId('next-height').click();
  }
  await page.getByTestId('keep-gap').click();
  await expect(page.getByTestId('notification')).toContainText('Door to wing is kept.');
};

test('a gap is read along its length: hinges first, then the edge is built up, and the twin says what it should be', async ({
  page,
}) => {
  await openDemo(page, '/fair?job=bread-van&panel=left-door');
  await press(page, 'Read a gap instead');
  await expect(page.getByTestId('keep-gap')).toBeDisabled();
  // Too wide all along: that is no filler's business.
  await readGap(page, [6, 6, 6, 6, 6, 0, 0, 1.2, 0, 0]);
  const gaps = page.getByRole('region', { name: 'Gaps' });
  await expect(gaps).toContainText('Door to wing: set it at its hinges or bolts first');
  await expect(gaps).toContainText(/Its face stands 1\.2\smm proud/);
  await expect(answer(page)).toHaveText('Gaps measured; surface not yet');
  // Hung anew, and read again: bent in the middle.
  await gaps.getByRole('button', { name: 'Read a gap' }).click();
  await readGap(page, [4, 4, 9, 4, 4]);
  await expect(gaps).toContainText('Door to wing: build the edge up');
  await expect(gaps).toContainText(/6\.4\sml of cured filler on an edge of 8\.0\smm, 4\.8\sml of it glass-reinforced/);
  await untilSaved(page);
  // The other door: its twin's gap is what it should be.
  await page.goto('/fair?job=bread-van&panel=right-door');
  await page.getByRole('region', { name: 'Gaps' }).getByRole('button', { name: 'Read a gap' }).click();
  await page.getByRole('textbox', { name: 'Which gap' }).fill('door to wing');
  await press(page, 'As on the other side');
  await expect(page.getByRole('textbox', { name: /^It should be/ })).toHaveValue('5');
  await pick(page, 'Before paint');
  await page.goto('/panel/bread-van/left-door');
  await expect(page.getByTestId('last-entry')).toContainText(
    /Measured: Door to wing, 4\.0\smm to 9\.0\smm, 4\.0\smm agreed/,
  );
});
