import { answer, expect, openDemo, pick, press, test, tick } from './helpers';

test('a run waits for its hour, and cutting it sooner is stopped with the moment', async ({ page }) => {
  await openDemo(page, '/');
  await expect(page.getByTestId('to-mend').filter({ hasText: /Run, rear quarter/ })).toBeVisible();
  await page
    .getByTestId('to-mend')
    .filter({ hasText: /Run, rear quarter/ })
    .click();
  await expect(answer(page)).toHaveText(/^Run: cut it flat, from /);
  await expect(page.getByTestId('film-left')).toContainText(/stay; 35.*must/);
  await page.goto('/log?job=coupe&zones=c-left-all&kind=sanded&grit=1500&demo');
  await expect(page.getByText(/the run is thicker than what is round it/).first()).toBeVisible();
  await expect(page.getByText(/Allowed from /).first()).toBeVisible();
});

test('what made it is found from the log and a question, and said at that step the next time', async ({ page }) => {
  await openDemo(page, '/defects?job=hatchback&panel=bonnet');
  await expect(answer(page)).toHaveText('Nothing is marked on it');
  await pick(page, 'Solvent pop');
  await pick(page, 'some');
  await page.getByTestId('save-defect').click();
  await expect(page.getByTestId('defect')).toContainText('Solvent pop');
  await expect(answer(page)).toHaveText(/^Solvent pop: down to what is sound/);
  const first = page.getByTestId('cause').first();
  await expect(first).toContainText(/in 100/);
  const before = await first.innerText();
  await page.getByTestId('answer-yes').click();
  await expect(first).not.toHaveText(before);
  await expect(page.getByText(/as you said/).first()).toBeVisible();
  await press(page, /^That was it/);
  await expect(page.getByText(/Next time: /).first()).toBeVisible();
  // The way begins with what puts it right.
  await page.goto('/panel/hatchback/bonnet?demo');
  await expect(page.getByTestId('next-step').first()).toContainText(/Sand it off/);
  // What is marked by a slip goes again.
  await page.goto('/defects?job=hatchback&panel=bonnet&demo');
  await press(page, 'It was never there');
  await expect(answer(page)).toHaveText('Nothing is marked on it');
});

test('flattened as far as the panel beside it, logged in one tap, and looked at again', async ({ page }) => {
  await openDemo(page, '/flatten?job=hatchback&panel=bonnet');
  await expect(answer(page)).toHaveText(/^Flatten until it is as most cars, beginning with P1500/);
  const beside = page.getByRole('radiogroup', { name: 'The panel beside it' });
  await beside.getByRole('radio', { name: 'Coarse' }).click();
  await expect(answer(page)).toHaveText('It is as flat as the car beside it: only polish');
  await beside.getByRole('radio', { name: 'As most cars' }).click();
  await expect(page.getByTestId('flattened')).toBeDisabled();
  await tick(page, /Body lines and edges/);
  await tick(page, /Trim, gaps/);
  await page.getByTestId('flattened').click();
  await expect(page.getByText(/^Logged: flattened and polished/)).toBeVisible();
  await page.goto('/?demo');
  await expect(page.getByTestId('to-mend').filter({ hasText: /Look at bonnet again/ })).toBeVisible();
  await page.goto('/panel/hatchback/bonnet?demo');
  await expect(page.getByText(/To P3000 and compound/).first()).toBeVisible();
});

test('one plug short is not finished; with it, and all looked at, it is', async ({ page }) => {
  await openDemo(page, '/putback?job=scooter');
  await expect(answer(page)).toHaveText('Missing: 1 × drain plug, in floor and drains');
  await page.getByRole('link').filter({ hasText: '1 × drain plug' }).click();
  await expect(page).toHaveURL(/\/bags/);
  await page.getByRole('button', { name: /2 Drain plug/ }).click();
  await page.getByTestId('all-back').click();
  await page.goto('/putback?job=scooter&demo');
  await expect(answer(page)).toHaveText('2 things are open');
  await tick(page, 'Plugs and grommets sit');
  await tick(page, 'Nothing is left on the bench or in the vehicle');
  await expect(answer(page)).toHaveText('Finished: nothing open, nothing missing');
  await tick(page, 'Nothing is left on the bench or in the vehicle');
  await expect(answer(page)).toHaveText('1 thing is open');
});

test('on a wide screen: what is off, what holds it, and what goes back with it', async ({ page }) => {
  await page.setViewportSize({ width: 1280, height: 800 });
  await openDemo(page, '/putback?job=hatchback');
  const parts = page.getByTestId('part-to-fit');
  await expect(parts.first()).toBeVisible();
  await expect(parts.filter({ hasText: 'Left wing' })).toContainText(/Base without clear|too soft|From /);
  const ready = parts.filter({ hasText: 'May go on now' });
  const n = await parts.count();
  if ((await ready.count()) > 0) {
    await ready
      .first()
      .getByRole('button', { name: /^It is on/ })
      .click();
    await expect(parts).toHaveCount(n - 1);
  }
});

test('the gun: a slow hand runs, the best hand does not, and the flash is waited', async ({ page }) => {
  await openDemo(page, '/spray');
  await expect(answer(page)).toHaveText('Put a finger on the panel: it is the gun');
  await page.getByTestId('show-best').click();
  await expect(answer(page)).toHaveText(/^(8|9)\d of 100/);
  await expect(page.getByTestId('spray-standing')).toContainText(/A patient hand reaches/);
  await expect(page.getByTestId('shows-run')).toHaveCount(0);
  await page.getByTestId('begin-anew').click();
  await pick(page, '15 cm');
  for (let i = 0; i < 7; i++) await page.getByTestId('lay-lane').click();
  await page.getByTestId('wait-flash').click();
  await expect(page.getByTestId('shows-run')).toContainText(/has moved down/);
  // The finger is the gun too.
  await page.getByTestId('begin-anew').click();
  await page.getByTestId('sanded').scrollIntoViewIfNeeded();
  const box = (await page.getByTestId('sanded').boundingBox())!;
  await page.mouse.move(box.x + 30, box.y + box.height / 2);
  await page.mouse.down();
  for (let x = 30; x < box.width - 30; x += 30) {
    await page.mouse.move(box.x + x, box.y + box.height / 2);
    // A hand takes its time.
    await new Promise((done) => setTimeout(done, 80));
  }
  await page.mouse.up();
  await expect(answer(page)).toHaveText(/of 100: /);
});
