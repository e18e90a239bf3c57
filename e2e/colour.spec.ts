import type { Page } from '@playwright/test';
import { readFile } from 'node:fs/promises';
import { serveBench } from './benchServer';
import { answer, expect, openDemo, pick, press, test } from './helpers';

const card = (page: Page, name: string) => page.getByTestId('card').filter({ hasText: name });
const said = (page: Page) => page.getByTestId('notification');

/** Gives the page a file when it asks for one. */
async function give(
  page: Page,
  button: string,
  file: { name: string; mimeType: string; buffer: Buffer },
): Promise<void> {
  const [chooser] = await Promise.all([page.waitForEvent('filechooser'), press(page, button)]);
  await chooser.setFiles(file);
}
const text = (name: string, body: string) => ({ name, mimeType: 'text/plain', buffer: Buffer.from(body) });

const BANDS = Array.from({ length: 31 }, (_, i) => 400 + 10 * i);
/** CGATS with three readings at 45°, of a grey that is `level` bright, the last of them slipped by `slip`. */
const cgats = (level: number, slip = 0): string =>
  [
    'CGATS.17',
    'BEGIN_DATA_FORMAT',
    ['SAMPLE_NAME', 'READING', 'ANGLE', ...BANDS.map((nm) => `SPECTRAL_NM${nm}`)].join('\t'),
    'END_DATA_FORMAT',
    'BEGIN_DATA',
    ...[0, 0.0005, slip].map((off, n) =>
      ['"Bonnet"', n + 1, 45, ...BANDS.map(() => (level + off).toFixed(4))].join('\t'),
    ),
    'END_DATA',
    '',
  ].join('\r\n');

/** A photo as a phone would take it: car left, card right, a grey card below; `fall` is how much the light falls off to the right. */
async function photo(page: Page, car: string, onCard: string, fall = 0): Promise<Buffer> {
  const url = await page.evaluate(
    ({ car, onCard, fall }) => {
      const c = document.createElement('canvas');
      c.width = 800;
      c.height = 600;
      const g = c.getContext('2d')!;
      g.fillStyle = car;
      g.fillRect(0, 0, 400, 400);
      g.fillStyle = onCard;
      g.fillRect(400, 0, 400, 400);
      g.fillStyle = '#767676';
      g.fillRect(0, 400, 800, 200);
      if (fall > 0) {
        const dark = g.createLinearGradient(0, 0, 800, 0);
        dark.addColorStop(0, 'rgba(0,0,0,0)');
        dark.addColorStop(1, `rgba(0,0,0,${fall})`);
        g.fillStyle = dark;
        g.fillRect(0, 0, 800, 600);
      }
      return c.toDataURL('image/png');
    },
    { car, onCard, fall },
  );
  return Buffer.from(url.split(',')[1]!, 'base64');
}
/** Taps car, card and grey on the photo. */
async function tapThree(page: Page): Promise<void> {
  const box = (await page.getByTestId('photo').boundingBox())!;
  for (const [x, y] of [
    [0.35, 0.3],
    [0.65, 0.3],
    [0.5, 0.85],
  ] as const)
    await page.mouse.click(box.x + x * box.width, box.y + y * box.height);
}

test('the rack says what to do; what was sprayed otherwise than the car is turned at the gun, not in the tin', async ({
  page,
}) => {
  await openDemo(page, '/panels');
  await press(page, /^The job Hatchback/);
  await page.getByRole('link', { name: /^Colour: Slate shimmer/ }).click();
  await expect(answer(page)).toHaveText(/^Blend it: card 3 is \d\.\d off$/);
  // Daylight and lamps, face-on and along.
  await pick(page, 'Tube');
  await expect(page.getByRole('table', { name: 'How card 3 differs' })).toContainText('Along');
  // Card 1 was sprayed dry: the next one is set to what has to be turned.
  await card(page, 'Card 1').getByRole('button').first().click();
  await expect(page.getByTestId('turn-first')).toContainText('sprayed drier than the car');
  await expect(page.getByTestId('turn-first')).toContainText(/Next card: usual thinner.*the last coat even/);
  await press(page, 'Spray a card so');
  await expect(page.getByTestId('new-card-form')).toContainText('Set to what is to be turned');
  await page.getByLabel('Who sprayed it').fill('Ada');
  await page.getByTestId('save-card').click();
  await expect(said(page)).toContainText('Card 4 is in the rack.');
  // It is a panel with strata: base over primer, both halves.
  await card(page, 'Card 4').getByRole('button').first().click();
  await expect(card(page, 'Card 4')).toContainText('3 coats of waterborne base coat over high-build primer, grey');
  await press(page, /^Its layers Card 4/);
  await expect(page.getByRole('list', { name: /Layers/ })).toContainText('Waterborne base coat');
  await page.goto('/panels');
  await expect(page.getByText('Card 4')).toHaveCount(0);
  await page.goto('/colour?job=hatchback');
  await expect(card(page, 'Card 4')).toContainText('Not held against the car yet');
});

test('a card is held against the car by eye, is taken back and looked at again; half of it is cleared from its line', async ({
  page,
}) => {
  await openDemo(page, '/colour?job=hatchback');
  await page.getByTestId('new-card').click();
  await page.getByTestId('save-card').click();
  await expect(said(page)).toContainText('Card 4 is in the rack.');
  await card(page, 'Card 4').getByRole('button').first().click();
  await card(page, 'Card 4').getByTestId('read-card').click();
  await expect(page.getByTestId('keep-eye')).toBeDisabled();
  // Lighter face-on and darker along, strongly: that is the hand.
  for (const light of ['sun', 'shade'])
    for (const [view, word] of [
      ['face', 'lighter'],
      ['along', 'darker'],
    ] as const) {
      const look = page.getByTestId(`look-${view}-${light}`);
      const button = look.getByRole('button', { name: new RegExp(`^${word}`) });
      // The looks come a frame behind the page's head: what is asked of one that is not there yet is no answer.
      await expect(look).toBeVisible();
      if (!(await button.isVisible())) await look.getByRole('button').first().click();
      for (let i = 0; i < 3; i++) await button.click();
      await expect(look).toContainText(`The card is strongly ${word}`);
    }
  // Half of it typed, the page is loaded anew: what was seen is there still.
  await page.getByTestId('keep-eye').click();
  await expect(said(page)).toContainText('Card 4 is compared.');
  await expect(card(page, 'Card 4')).toContainText('spray the card another way');
  await press(page, 'Undo');
  await expect(card(page, 'Card 4')).toContainText('Not held against the car yet');
  await card(page, 'Card 4').getByTestId('read-card').click();
  for (const light of ['sun', 'shade'])
    for (const view of ['face', 'along']) {
      const look = page.getByTestId(`look-${view}-${light}`);
      const same = look.getByRole('button', { name: /^The same/ });
      await expect(look).toBeVisible();
      if (!(await same.isVisible())) await look.getByRole('button').first().click();
      await same.click();
    }
  await page.getByTestId('keep-eye').click();
  await expect(answer(page)).toHaveText(/^May end at a gap: card 4 is 0\.0 off$/);
  await press(page, /^Clear one half: Card 4/);
  await expect(page).toHaveURL(/\/log\?.*kind=coated/);
  await expect(page.getByText(/Card 4/).first()).toBeVisible();
});

test('readings come from a file of an instrument: a broken one is refused with its line, an odd reading is asked about', async ({
  page,
}) => {
  await openDemo(page, '/colour?job=bread-van');
  await expect(answer(page)).toHaveText(/card 1 is \d\.\d off$/);
  await press(page, 'Read the car');
  await pick(page, 'File');
  await give(page, 'Choose the file', text('broken.txt', cgats(0.2).replace('0.2005', 'oops')));
  await expect(
    page.getByText(/broken\.txt: line \d+: 'oops' under SPECTRAL_NM400 is no number\. Nothing was taken\./),
  ).toBeVisible();
  await expect(page.getByTestId('keep-file')).toBeDisabled();
  await give(page, 'Choose the file', text('car.txt', cgats(0.2, 0.05)));
  await expect(page.getByTestId('odd-reading')).toContainText(/Reading 3 is \d\.\d away from the others/);
  await expect(page.getByTestId('keep-file')).toBeDisabled();
  await press(page, 'Leave it out');
  await page.getByLabel('In words').fill('under the seat');
  await page.getByTestId('keep-file').click();
  await expect(said(page)).toContainText('The reading is kept.');
  await expect(page.getByText('under the seat')).toBeVisible();
  // The card is read too, in per cent and with commas: both are said and taken.
  await card(page, 'Card 1').getByRole('button').first().click();
  await card(page, 'Card 1').getByTestId('read-card').click();
  await pick(page, 'File');
  const percent = cgats(0.21).replace(/0\.(\d\d)(\d\d)/g, '$1,$2');
  await give(page, 'Choose the file', text('card.txt', percent));
  await expect(page.getByText('Its reflectances are per cent: divided by 100.')).toBeVisible();
  await page.getByTestId('keep-file').click();
  // What was measured outranks what an eye saw.
  await expect(page.getByRole('table', { name: 'How card 1 differs' })).toContainText('Read by an instrument');
  // And out again, as it came.
  const [download] = await Promise.all([page.waitForEvent('download'), press(page, 'Readings as a file')]);
  const out = await readFile(await download.path(), 'utf8');
  expect(out).toContain('under the seat');
  expect(out.split('\n').filter((l) => l.includes('\t45\t'))).toHaveLength(5);
});

test('a photo of car, card and grey is compared; uneven light and a missing grey are refused in their place', async ({
  page,
}) => {
  await openDemo(page, '/colour?job=hatchback');
  await card(page, 'Card 2').getByRole('button').first().click();
  await card(page, 'Card 2').getByTestId('read-card').click();
  await pick(page, 'Photo');
  await give(page, 'Choose the photo', text('no-photo.jpg', 'this is no picture'));
  await expect(page.getByText('This is no picture that the browser can read.')).toBeVisible();
  const png = async (...of: [string, string, number?]) => ({
    name: 'photo.png',
    mimeType: 'image/png',
    buffer: await photo(page, ...of),
  });
  await give(page, 'Choose the photo', await png('#55676d', '#5c6e75', 0.5));
  await expect(answer(page)).toHaveText('Tap the car');
  await tapThree(page);
  await page.getByTestId('keep-photo').click();
  await expect(page.getByText(/The light is uneven/)).toBeVisible();
  await give(page, 'Another photo', await png('#55676d', '#5c6e75'));
  await tapThree(page);
  await page.getByTestId('keep-photo').click();
  await expect(said(page)).toContainText('Card 2 is compared.');
  // #5c6e75 is about 2.7 lighter in L* than #55676d: the file of the job says what was kept.
  await expect(card(page, 'Card 2')).toContainText('Photo,');
  // The instrument's reading of that card stands before the photo's.
  await expect(page.getByRole('table', { name: 'How card 2 differs' })).toContainText('Read by an instrument');
});

test('figures with commas are taken, wrong ones are said in their field; the shop has limits of its own', async ({
  page,
}) => {
  await openDemo(page, '/colour?job=bread-van');
  await press(page, 'Read the car');
  await pick(page, 'Figures');
  // On the drawing, in words: the nose has one.
  await pick(page, 'Nose panel, left');
  await pick(page, 'Top left');
  const field = (name: string) => page.getByLabel(name, { exact: true });
  await field('At 45°, l*').fill('33,5');
  await field('At 45°, a*').fill('390');
  await page.getByTestId('keep-figures').click();
  await expect(page.getByText('a* lies between -128 and 128')).toBeVisible();
  await field('At 45°, a*').fill('39,2');
  await field('At 45°, b*').fill('24');
  await page.getByTestId('keep-figures').click();
  await expect(said(page)).toContainText('The reading is kept.');
  await expect(page.getByText('Nose panel, left, top left')).toBeVisible();
  await expect(page.getByText(/L\* 33\.5, a\* 39\.2, b\* 24\.0 at 45°, one reading/)).toBeVisible();
  await press(page, /Under 0\.8 it ends at a gap/);
  await page.getByLabel('Blended, under').fill('0,5');
  await page.getByTestId('keep-limits').click();
  await expect(page.getByText('More than what ends at a gap')).toBeVisible();
  await page.getByLabel('Blended, under').fill('2,5');
  await page.getByTestId('keep-limits').click();
  await expect(said(page)).toContainText('Kept for every colour of this shop.');
  await page.reload();
  await expect(page.getByText(/under 2\.5 it is blended/)).toBeVisible();
});

test('a blend goes over the door, a spot is melted or cleared, and the paint of it goes into the cup', async ({
  page,
}) => {
  await openDemo(page, '/panel/hatchback/wing');
  await press(page, 'Something else');
  await press(page, 'Where does its colour stop?');
  await expect(answer(page)).toHaveText('Blend into left front door');
  await expect(page.getByRole('table', { name: 'Areas' })).toContainText('Left front door');
  // With a match there is nothing to blend.
  await page.getByLabel('Difference').fill('0,3');
  await expect(answer(page)).toHaveText('It may end at the gap');
  await page.getByLabel('Difference').fill('abc');
  await expect(page.getByText('Numbers only, such as 12.5 or 12,5')).toBeVisible();
  await page.getByLabel('Difference').fill('1.2');
  // A spot low on the wing, tapped on the drawing.
  const map = page.getByTestId('blend-map');
  await map.scrollIntoViewIfNeeded();
  const box = (await map.boundingBox())!;
  await page.mouse.click(box.x + box.width * 0.5, box.y + box.height * 0.3);
  await expect(page.getByTestId('spot-way')).toContainText(/Spot the base, clear the panel|Spot and melt/);
  await pick(page, 'At a body line');
  await page.getByLabel('From the top, cm').fill('10');
  await expect(page.getByTestId('blend-problems')).toContainText(/The line is .* from the repair/);
  await pick(page, 'At the edge');
  await page.getByTestId('mix-base').click();
  await expect(page).toHaveURL(/\/mix\?.*product=base-water/);
});

test('the instrument wants its tile, its foot flat and its plug; three readings are kept, and the curves drawn', async ({
  page,
}) => {
  const bench = await serveBench();
  const { fault } = bench;
  await page.goto(`${bench.url}/colour?job=hatchback&demo`);
  await card(page, 'Card 1').getByRole('button').first().click();
  await card(page, 'Card 1').getByTestId('read-card').click();
  await pick(page, 'Instrument');
  const wrong = page.getByTestId('instrument-says');
  await page.getByTestId('read-instrument').click();
  await expect(wrong).toContainText('not read its white tile');
  await page.getByTestId('tile').click();
  await expect(wrong).toHaveCount(0);
  for (const [kind, says] of [
    ['curved', 'It does not sit flat'],
    ['drifting', 'over eight hours ago'],
    ['nan', 'a band is missing'],
    ['hot', 'per cent'],
  ] as const) {
    await fault(kind);
    await page.getByTestId('read-instrument').click();
    await expect(wrong).toContainText(says);
  }
  await fault('none');
  for (const n of [1, 2]) {
    await page.getByTestId('read-instrument').click();
    await expect(page.getByTestId('read-instrument')).toHaveText(`Read: ${n} of 3`);
  }
  await page.getByTestId('read-instrument').click();
  await expect(page.getByRole('img', { name: /Reflectance from 400 to 700 nm at 15°, 25°/ })).toBeVisible();
  await page.getByTestId('keep-instrument').click();
  await expect(said(page)).toContainText('Card 1 is compared.');
  await page.getByTestId('curves').getByRole('button').first().click();
  await expect(page.getByRole('img', { name: /At 15° the car L\*/ })).toBeVisible();
  bench.close();
});

test('a pot is tinted: worked out, poured over, the rest worked out anew, and taken back', async ({ page }) => {
  await openDemo(page, '/colour?job=hatchback');
  await page.getByTestId('tint-it').click();
  await expect(page.getByTestId('tint')).toContainText(/Batch \d+, \d+\sg left/);
  await page.getByLabel('It may grow by, %').fill('0');
  await expect(page.getByText('With a growth of nothing, nothing can be added')).toBeVisible();
  await expect(page.getByTestId('begin-tint')).toBeDisabled();
  await page.getByLabel('It may grow by, %').fill('15');
  await page.getByTestId('begin-tint').click();
  await expect(answer(page)).toHaveText(/^Add \d/);
  await expect(page.getByText(/instead of 1\.\d is to be expected/)).toBeVisible();
  const rows = page.getByRole('table', { name: 'Additions' }).getByRole('rowgroup');
  const lines = await rows.count();
  await page.getByTestId('pour-tint').click();
  // The first line goes far over; what comes after it is worked out anew.
  await page.getByLabel(/^Poured of /).fill('0,4');
  await page.getByTestId('line-in').click();
  for (let i = 1; i < lines; i++) {
    const more = page.getByTestId('line-in');
    if (!(await more.isVisible())) break;
    await more.click();
  }
  await page.getByTestId('mixed').click();
  await expect(said(page)).toContainText(/Batch \d+ is tinted: stir it, and spray a card\./);
  await press(page, 'Undo');
  // What the formula says is typed where it is not known, and weighs something.
  await page.goto('/colour?job=bread-van');
  await page.getByTestId('tint-it').click();
  await page.getByRole('button', { name: /^The formula: 4 toners/ }).click();
  for (const name of ['Bright red', 'Red oxide', 'Deep black', 'White'])
    await page.getByLabel(`${name}, g`, { exact: true }).fill('0');
  await page.getByTestId('keep-formula').click();
  await expect(page.getByText('That formula weighs nothing: give a toner its grams')).toBeVisible();
  await page.getByLabel('White, g', { exact: true }).fill('12,5');
  await page.getByTestId('keep-formula').click();
  await expect(said(page)).toContainText('The formula of Crust red is kept.');
});

test('what hides is worked out for every ground', async ({ page }) => {
  await openDemo(page, '/colour?job=hatchback');
  await page.getByTestId('hiding').getByRole('button').first().click();
  await expect(page.getByTestId('hiding')).toContainText(/Soonest over a grey of L\* \d+: \d+ coats?/);
  await expect(page.getByRole('table', { name: 'Coats over each ground' })).toContainText('Black and white alike');
});

test('what works out a tint dies in the middle: it is said, and asked again it answers', async ({ page }) => {
  await openDemo(page, '/colour?job=hatchback');
  await page.getByTestId('tint-it').click();
  await expect(page.getByTestId('begin-tint')).toBeEnabled();
  await page.evaluate(() => {
    const send = Worker.prototype.postMessage;
    Worker.prototype.postMessage = function (this: Worker) {
      Worker.prototype.postMessage = send;
      this.terminate();
      setTimeout(() => this.dispatchEvent(new ErrorEvent('error')), 50);
    };
  });
  await page.getByTestId('begin-tint').click();
  await expect(page.getByRole('alert').filter({ hasText: 'has stopped' }).first()).toBeVisible();
  await page.getByTestId('begin-tint').click();
  await expect(answer(page)).toHaveText(/^Add \d/);
});
