import { answer, expect, openDemo, pick, press, test, untilSaved } from './helpers';

/** A dent of 1.6 mm with a high beside it, row by row. */
const DENT = [0, -0.2, -0.3, -0.2, 0, 0, 0, -0.5, -1.6, -0.8, 0.1, 0, 0, -0.3, -1.2, -0.6, 0.3, 0, 0, 0, -0.1, 0, 0, 0];

test('a panel is read by straightedge, and its relief, the least filler, the skims and the papers are worked out', async ({
  page,
}) => {
  await openDemo(page, '/panel/bread-van/left-side');
  await press(page, 'Where is it low, and how much filler?');
  await expect(answer(page)).toHaveText('How far is it off?');
  const cell = page.getByRole('textbox', { name: /^Row/ });
  // Another unit, and what is no number, are said at once and go nowhere.
  await cell.fill('20');
  await expect(page.getByText(/is more than any panel is off\. Another unit\?/)).toBeVisible();
  await expect(page.getByTestId('next-height')).toBeDisabled();
  for (const mm of DENT) {
    await cell.fill(String(mm).replace('.', ','));
    await page.getByTestId('next-height').click();
  }
  // What was read half outlives a reload.
  await page.waitForTimeout(700);
  await page.reload();
  await expect(
    page.getByRole('button', { name: /^Row 2, reading 3: \u22121\.6|^Row 2, reading 3: .?1\.6/ }),
  ).toBeVisible();
  await page.getByTestId('keep-heights').click();
  await expect(page.getByTestId('notification')).toContainText('24 heights are kept.');
  await expect(page.getByRole('img', { name: /^Relief of Left side: lowest 1\.\d/ })).toBeVisible();
  await expect(answer(page)).toHaveText(/^Lowest 1\.\d\smm: \d+\sml of filler$/);
  const skims = page.getByRole('region', { name: 'Skims' });
  await expect(skims).toContainText(/Light filler, in the lows/);
  await expect(skims).toContainText(/Light filler, over all of it/);
  await expect(skims).toContainText(/% hardener, a ribbon of \d+\scm/);
  const papers = page.getByRole('region', { name: 'Papers' });
  await expect(papers).toContainText('P80');
  await expect(papers).toContainText('P180');
  // What is agreed decides: metal that must not be touched takes more filler.
  const ml = async () => Number(/: (\d+)/.exec((await answer(page).textContent())!)?.[1]);
  const tapped = await ml();
  await page.getByRole('radiogroup', { name: 'Highs may be tapped down' }).getByRole('radio', { name: 'No' }).click();
  await expect.poll(ml).toBeGreaterThanOrEqual(tapped);
  await page.goto('/panel/bread-van/left-side');
  await expect(page.getByTestId('last-entry')).toContainText(
    /Measured: 24 heights, from 1\.6\smm low to 0\.30\smm high/,
  );
});

test('a slip is asked about and stays; a file of a scan is read, and a broken one refused', async ({ page }) => {
  await openDemo(page, '/fair?job=bread-van&panel=left-side');
  const cell = page.getByRole('textbox', { name: /^Row/ });
  for (const [i, mm] of DENT.entries()) {
    await cell.fill(String(i === 22 ? 6 : mm));
    await page.getByTestId('next-height').click();
  }
  await page.getByTestId('keep-heights').click();
  await expect(page.getByTestId('odd-readings')).toContainText(/6\.0\smm/);
  await untilSaved(page);
  await page.getByTestId('read-again').click();
  const give = async (name: string, text: string) => {
    const [chooser] = await Promise.all([page.waitForEvent('filechooser'), press(page, 'From a file of a scan')]);
    await chooser.setFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(text) });
  };
  await give('scan.csv', 'a,b,c\n1,2,3');
  await expect(page.getByText(/scan\.csv: Its first line has to name three columns/)).toBeVisible();
  const rows = Array.from(
    { length: 60 },
    (_, i) => `${(i % 10) * 150};${Math.floor(i / 10) * 140};${i === 33 ? '-0,8' : '0,0'}`,
  );
  await give('scan.csv', ['x;y;height', ...rows, 'broken;row;here'].join('\n'));
  await expect(answer(page)).toHaveText(/^Lowest 0\.\d+\smm/);
});

test('without its solver the plan says so, and the readings are kept', async ({ page }) => {
  await page.context().route('**/solver/highs.wasm', (route) => route.abort());
  await openDemo(page, '/fair?job=bread-van&panel=left-side');
  await pick(page, /^4/);
  const cell = page.getByRole('textbox', { name: /^Row/ });
  for (const mm of [0, 0, 0, 0, 0, -1, -0.5, 0, 0, 0, 0, 0]) {
    await cell.fill(String(mm));
    await page.getByTestId('next-height').click();
  }
  await page.getByTestId('keep-heights').click();
  await expect(page.getByRole('img', { name: /^Relief/ })).toBeVisible();
  await expect(page.getByText(/^The solver could not be loaded\./)).toBeVisible();
});

test('a plan that takes too long is stopped, and asked for again', async ({ page }) => {
  let hold = true;
  await page.context().route('**/solver/highs.wasm', (route) => (hold ? undefined : route.continue()));
  await openDemo(page, '/fair?job=bread-van&panel=left-side');
  const cell = page.getByRole('textbox', { name: /^Row/ });
  for (const mm of DENT) {
    await cell.fill(String(mm));
    await page.getByTestId('next-height').click();
  }
  await page.getByTestId('keep-heights').click();
  await press(page, 'Stop');
  await expect(page.getByText('It was not worked out.')).toBeVisible();
  hold = false;
  await press(page, 'Work it out');
  await expect(answer(page)).toHaveText(/of filler$/);
});
