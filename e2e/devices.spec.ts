import { expect, test } from '@playwright/test';
import { serveBench } from './benchServer';
import { answer, press } from './helpers';

let url = '';
let close: () => void;
let fault: (kind: string) => Promise<Response>;
test.beforeAll(async () => ({ url, close, fault } = await serveBench()));
test.afterAll(() => close());

test('the scanner reads a whole panel at once; one that speaks in another unit, or not at all, is told', async ({
  page,
}) => {
  await page.goto(`${url}/fair?job=bread-van&panel=left-side&demo`);
  await fault('hot');
  await press(page, 'From the scanner');
  await expect(page.getByText(/is more than any panel is off\. Another unit\?/)).toBeVisible();
  await fault('dropout');
  await press(page, 'From the scanner');
  await expect(page.getByText('The scanner does not answer. Read it by straightedge.')).toBeVisible();
  await fault('none');
  await press(page, 'From the scanner');
  await expect(page.getByTestId('notification')).toContainText('1000 heights are kept.');
  await expect(answer(page)).toHaveText(/^Lowest \d\.\d\smm: \d+\sml of filler$/);
});

test('the film gauge fills in what it reads', async ({ page }) => {
  await page.goto(`${url}/log?job=bread-van&zones=ld-upper&kind=measured&demo`);
  await press(page, 'Read the film gauge');
  await expect(page.getByRole('textbox', { name: /^Gauge reading/ })).toHaveValue(/^\d{2,3}$/);
});
