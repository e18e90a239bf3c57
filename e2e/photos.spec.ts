import { readFile } from 'node:fs/promises';
import exifr from 'exifr';
import { encode } from 'jpeg-js';
import { answer, expect, openDemo, pick, press, test } from './helpers';
import type { Page } from '@playwright/test';

/** A photo as a phone writes it: lying on its side, with where it was taken and by what. */
function phonePhoto(width = 640, height = 360): Buffer {
  const data = new Uint8Array(width * height * 4);
  for (let i = 0; i < data.length; i++) data[i] = i % 4 === 3 ? 255 : (i * 7) % 200;
  const jpeg = Buffer.from(encode({ data, width, height }, 80).data);
  // One directory of Exif (TIFF, big-endian): maker, turned by 90° to the right, and a second one with latitude and its side.
  const make = Buffer.from('Maker\0');
  const tiff = Buffer.alloc(160);
  tiff.write('MM\0*', 0, 'latin1');
  tiff.writeUInt32BE(8, 4);
  const entry = (at: number, tag: number, type: number, count: number, value: number, short = false) => {
    tiff.writeUInt16BE(tag, at);
    tiff.writeUInt16BE(type, at + 2);
    tiff.writeUInt32BE(count, at + 4);
    if (short) tiff.writeUInt16BE(value, at + 8);
    else tiff.writeUInt32BE(value, at + 8);
  };
  tiff.writeUInt16BE(3, 8);
  entry(10, 0x010f, 2, make.length, 60);
  entry(22, 0x0112, 3, 1, 6, true);
  entry(34, 0x8825, 4, 1, 70);
  make.copy(tiff, 60);
  tiff.writeUInt16BE(2, 70);
  entry(72, 0x0001, 2, 2, 0x4e000000);
  entry(84, 0x0002, 5, 3, 110);
  for (const [i, [n, d]] of [
    [47, 1],
    [30, 1],
    [0, 1],
  ].entries() as IterableIterator<[number, [number, number]]>) {
    tiff.writeUInt32BE(n, 110 + 8 * i);
    tiff.writeUInt32BE(d, 114 + 8 * i);
  }
  const body = Buffer.concat([Buffer.from('Exif\0\0', 'latin1'), tiff]);
  const head = Buffer.from([0xff, 0xe1, (body.length + 2) >> 8, (body.length + 2) & 255]);
  return Buffer.concat([jpeg.subarray(0, 2), head, body, jpeg.subarray(2)]);
}

async function take(page: Page, name: string, mimeType: string, buffer: Buffer): Promise<void> {
  const [chooser] = await Promise.all([page.waitForEvent('filechooser'), page.getByTestId('take-photo').click()]);
  await chooser.setFiles({ name, mimeType, buffer });
}

test('a photo of a panel in two taps: upright, without place and device, in the job’s file and on the page that is handed over', async ({
  page,
}) => {
  const photo = phonePhoto();
  // The photo as it comes does tell both, to a reader that is not ours.
  expect(await exifr.parse(photo, { gps: true })).toMatchObject({ Make: 'Maker', GPSLatitude: [47, 30, 0] });
  await openDemo(page, '/panel/bread-van/left-door');
  await take(page, 'door.jpg', 'image/jpeg', photo);
  await expect(page.getByText('Photo kept.')).toBeVisible();
  await page.getByRole('link', { name: /One photo/ }).click();
  await expect(answer(page)).toHaveText('1 photo');
  const line = page.getByTestId('photo');
  await line.getByRole('button').first().click();
  await page.getByLabel('What it shows').fill('Handle hole');
  await page.getByLabel('What it shows').blur();
  await expect(line).toContainText('Handle hole');
  await page.goto('/job/bread-van');
  await page.goto('/shop');
  const [file] = await Promise.all([page.waitForEvent('download'), press(page, 'Export')]);
  const job = JSON.parse(await readFile(await file.path(), 'utf8')) as {
    job: { photos: { id: string; says?: string; widthPx: number; heightPx: number }[] };
    pictures: Record<string, string>;
  };
  const kept = job.job.photos.find((p) => p.says === 'Handle hole')!;
  expect([kept.widthPx, kept.heightPx]).toEqual([360, 640]);
  expect(job.job.photos).toHaveLength(3);
  for (const p of job.job.photos) {
    const bytes = Buffer.from(job.pictures[p.id]!, 'base64');
    expect(bytes.length).toBeLessThan(210_000);
    expect(await exifr.parse(bytes, { gps: true, xmp: true, iptc: true })).toBeUndefined();
  }
  await page.goto('/record?job=bread-van');
  await page.getByRole('checkbox', { name: /^Photos/ }).click();
  await expect(page.locator('iframe')).toHaveAttribute('srcdoc', /(<figure><img .*){3}/s);
  const [html] = await Promise.all([page.waitForEvent('download'), page.getByTestId('record-html').click()]);
  const text = await readFile(await html.path(), 'utf8');
  expect(text.split('src="data:image/jpeg;base64,').length - 1).toBe(3);
  expect(text).not.toMatch(/<script|href=|src="http/);
});

test('what is no picture is refused in words; before and after stand under a slider; one is deleted for good', async ({
  page,
}) => {
  await openDemo(page, '/photos?job=scooter&panel=s-shield');
  await expect(answer(page)).toHaveText('2 photos');
  await take(page, 'notes.jpg', 'image/jpeg', Buffer.from('these are notes'));
  await expect(page.getByText('This is no picture that the browser can read. A JPEG or PNG is.')).toBeVisible();
  await take(page, 'walk.mp4', 'video/mp4', Buffer.from('0000ftypmp42'));
  await expect(page.getByText('This is a video. Take a still picture of it.')).toBeVisible();
  // The head of a PNG that says it is 20,000 by 10,000.
  const huge = Buffer.alloc(64);
  Buffer.from('89504e470d0a1a0a0000000d49484452', 'hex').copy(huge);
  huge.writeUInt32BE(20_000, 16);
  huge.writeUInt32BE(10_000, 20);
  await take(page, 'huge.png', 'image/png', huge);
  await expect(page.getByText('This picture has 200 megapixels; up to 100 can be opened here.')).toBeVisible();
  await expect(answer(page)).toHaveText('2 photos');
  const slider = page.getByTestId('compare').getByRole('slider');
  await slider.focus();
  const at = await slider.getAttribute('aria-valuenow');
  await page.keyboard.press('ArrowRight');
  await expect(slider).not.toHaveAttribute('aria-valuenow', at ?? '');
  await pick(page, 'After it');
  await take(page, 'shield.jpg', 'image/jpeg', phonePhoto(400, 300));
  await expect(answer(page)).toHaveText('3 photos');
  await press(page, 'Delete it for good');
  await press(page, 'Delete it');
  await expect(answer(page)).toHaveText('2 photos');
  await page.reload();
  await expect(answer(page)).toHaveText('2 photos');
});

/** Ids of the pictures that the demo keeps. */
const picturesKept = (page: Page): Promise<string[]> =>
  page.evaluate(async () => {
    const open = await new Promise<IDBDatabase | undefined>((resolve, reject) => {
      const r = indexedDB.open('stratocoat-demo-pictures');
      // Where the page has not made it yet it is not made here: the page would find it without its store.
      r.onupgradeneeded = () => {
        r.transaction?.abort();
        resolve(undefined);
      };
      r.onsuccess = () => resolve(r.result);
      r.onerror = () => reject(r.error as Error);
    });
    if (!open) return [];
    const store = open.transaction('entries').objectStore('entries');
    const keys = await new Promise<IDBValidKey[]>((resolve) => {
      const r = store.getAllKeys();
      r.onsuccess = () => resolve(r.result);
    });
    open.close();
    return keys.map(String).sort();
  });

test('where the store runs full in the middle of a photo it is said, nothing of it stays, and the next one is kept; a job takes its pictures along', async ({
  page,
}) => {
  await openDemo(page, '/photos?job=scooter&panel=s-shield');
  await expect(answer(page)).toHaveText('2 photos');
  await expect.poll(async () => (await picturesKept(page)).length).toBe(4);
  const before = await picturesKept(page);
  // The picture still finds room, and what is known of it does not.
  await page.evaluate(() => {
    const { put } = IDBObjectStore.prototype;
    let left = 1;
    IDBObjectStore.prototype.put = function (...a: Parameters<typeof put>) {
      if (this.transaction.db.name.endsWith('-pictures') && left-- > 0) return put.apply(this, a);
      throw new DOMException('The current transaction exceeded its quota limitations.', 'QuotaExceededError');
    };
    Object.assign(window, { makeRoom: () => (IDBObjectStore.prototype.put = put) });
  });
  await take(page, 'shield.jpg', 'image/jpeg', phonePhoto(400, 300));
  await expect(page.getByText(/no room left in this browser/).first()).toBeVisible();
  await expect(answer(page)).toHaveText('2 photos');
  expect(await picturesKept(page)).toEqual(before);
  await page.evaluate(() => (window as unknown as { makeRoom(): void }).makeRoom());
  await take(page, 'shield.jpg', 'image/jpeg', phonePhoto(400, 300));
  await expect(answer(page)).toHaveText('3 photos');
  expect((await picturesKept(page)).length).toBe(5);
  await page.goto('/shop');
  await page
    .getByText('Scooter, put together')
    .locator('xpath=ancestor::*[.//*[text()="Delete"]][1]')
    .getByRole('button', { name: /^Delete/ })
    .click();
  await page.getByRole('button', { name: /^Delete \d+ entries/ }).click();
  await expect(page.getByText('Scooter, put together is deleted.')).toBeVisible();
  await expect.poll(async () => (await picturesKept(page)).length).toBe(2);
});

test('times, cartridges and waste of a month stand in the safety log, which never says safe; a rule has a source', async ({
  page,
}) => {
  await openDemo(page, '/safety');
  await expect(answer(page)).toContainText('with breathing protection called for');
  await expect(page.getByRole('region', { name: 'Ida' })).toContainText('Isocyanates');
  await press(page, 'Write down a rule, with its source');
  await page.getByLabel('What it asks').fill('Air-fed hood for every two-pack coat');
  await page.getByTestId('save-rule').click();
  await expect(page.getByText('Say where it stands')).toBeVisible();
  await page.getByLabel('Where it stands').fill('District sheet 12');
  await page.getByTestId('save-rule').click();
  await expect(page.getByTestId('local-code')).toContainText('District sheet 12');
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByTestId('safety-csv').click()]);
  const csv = await readFile(await file.path(), 'utf8');
  expect(csv).toMatch(/Isocyanates,Ida,\d+,min/);
  expect(await page.getByTestId('safety').innerText()).not.toMatch(/\bis safe\b/i);
});
