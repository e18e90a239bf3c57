import { answer, expect, openDemo, pick, press, test, untilSaved } from './helpers';

/** A dent of 1.6 mm with a high beside it, row by row. */
const DENT = [0, -0.2, -0.3, -0.2, 0, 0, 0, -0.5, -1.6, -0.8, 0.1, 0, 0, -0.3, -1.2, -0.6, 0.3, 0, 0, 0, -0.1, 0, 0, 0];

test('a panel is read by straightedge, and its relief, the least filler, the skims and the papers are worked out', async ({
  page,
}) => {
  await openDemo(page, '/panel/bread-van/left-side');
  await press(page, 'Something else');
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
  // The way to the finish has the plan's skims and what to mix for them.
  await press(page, 'Still to come');
  const way = page.getByTestId('still-to-come');
  await expect(way.getByText(/^By its readings: \d+\sg, \d\.\d\s?% hardener, on /).first()).toBeVisible();
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

test('a guide coat is dusted on, blocked and marked; what it says is drawn, and clean rounds say when to stop', async ({
  page,
}) => {
  // Filled twice against its plan and blocked once.
  await openDemo(page, '/fair?job=bread-van&panel=right-door');
  await expect(page.getByRole('region', { name: 'Skims' })).toContainText('2 of 2 logged');
  await expect(answer(page)).toHaveText('Keep blocking');
  const rounds = page.getByRole('region', { name: 'Guide coat' });
  await expect(rounds).toContainText(/Low by about 0\.\d\d\smm, ±0\.\d\d\smm/);
  await expect(rounds).toContainText(/High by about/);
  // The next round: one low is left, marked by a tap on the panel, and one by words.
  await page.getByTestId('read-guide').click();
  const panel = page.getByTestId('relief-to-mark');
  await panel.click({ position: { x: 120, y: 60 } });
  await expect(page.getByRole('img', { name: '1 marked low, 0 high' }).or(panel)).toHaveAttribute(
    'aria-label',
    /1 marked low, 0 high/,
  );
  // A tap on its sign takes it off again.
  await panel.click({ position: { x: 120, y: 60 } });
  await expect(panel).toHaveAttribute('aria-label', /0 marked low/);
  await panel.click({ position: { x: 130, y: 62 } });
  await press(page, 'Say where it is in words');
  await pick(page, 'Lower');
  await pick(page, 'Middle');
  await expect(panel).toHaveAttribute('aria-label', /2 marked low/);
  await page.getByTestId('keep-guide').click();
  await expect(page.getByTestId('notification')).toContainText('What it showed is kept.');
  await expect(rounds).toContainText('2 rounds');
  // Taken back, and read again: nothing shows any more.
  await page.getByTestId('notification').getByRole('button', { name: 'Undo' }).click();
  await expect(rounds).toContainText('1 round');
  await page.getByTestId('read-guide').click();
  await page.getByTestId('keep-guide').click();
  await expect(answer(page)).toHaveText('Stop: it is as fair as was agreed');
  await expect(page.getByTestId('next-act')).toContainText(/At most 0\.\d+\smm is to be expected/);
  await untilSaved(page);
  await page.goto('/map?job=bread-van&panel=right-door');
  await press(page, 'Show highs and lows');
  await expect(page.getByRole('button', { name: 'Without highs and lows' })).toBeVisible();
  await page.goto('/panel/bread-van/right-door');
  await expect(page.getByTestId('last-entry')).toContainText(/Guide coat read: P320, long board: all even/);
});

test('a guide coat that is still on goes with the pass that took it off, and both are taken back with one tap', async ({
  page,
}) => {
  await openDemo(page, '/log?job=bread-van&zones=ld-upper&kind=guideCoated');
  await page.getByTestId('save').click();
  await untilSaved(page);
  await page.goto('/fair?job=bread-van&panel=left-door');
  await press(page, 'Mark what a guide coat shows instead');
  await expect(page.getByText(/^The pass itself goes into the log with it: P/)).toBeVisible();
  await pick(page, 'P400');
  await page.getByTestId('keep-guide').click();
  await expect(page.getByTestId('notification')).toContainText('The P400 pass and what it showed are kept.');
  // What primer is left after it stands there too.
  await expect(page.getByRole('region', { name: 'Film that may still come off' })).toContainText(
    /may come off, 25\sµm must stay: about \d+ times P400/,
  );
  await untilSaved(page);
  await page.getByTestId('film-ld-upper').getByRole('button').click();
  await expect(page.getByRole('img', { name: /^Film over \d+ entries/ })).toBeVisible();
  await page.getByTestId('notification').getByRole('button', { name: 'Undo' }).click();
  await expect(answer(page)).toHaveText('How far is it off?');
  await untilSaved(page);
  await page.goto('/panel/bread-van/left-door');
  await expect(page.getByText(/Guide coat read/)).toHaveCount(0);
});
