/** @jest-environment node */
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { foldLog } from '../strata/fold';
import { products } from '../testing';
import { readShopFiles, writeShopFiles } from './shopFile';
import { packFiles, unpackFiles } from './zip';

/** A shop as the app of each version wrote it: one job of two panels, two readings, and since version 9 a tin. */
const read = (version: number) => {
  const bytes = new Uint8Array(readFileSync(path.join(__dirname, 'fixtures', `shop-v${version}.zip`)));
  const files = unpackFiles(bytes);
  if (!files.ok) throw new Error(files.error);
  const shop = readShopFiles(files.value.files, undefined, files.value.damaged);
  if (!shop.ok) throw new Error(JSON.stringify(shop.error));
  return shop.value;
};

describe.each([8, 9, 10, 11, 12, 13, 14, 15, 16])('a shop file of version %i', (version) => {
  it('is read: its job, its air, its shelf, and whether it has sums', () => {
    const { shop, damaged, checked } = read(version);
    expect([damaged, checked]).toEqual([[], version >= 13]);
    expect(shop.settings.shopName).toBe('Old workshop');
    const [job] = shop.jobs;
    expect(job?.job.panels).toHaveLength(2);
    expect(shop.readings.map((r) => [r.tempC, r.source, r.surfaceC])).toEqual([
      [18, 'logger', undefined],
      [19, 'hand', 17],
    ]);
    expect(shop.shelf.map((r) => r.id)).toEqual(version >= 9 ? ['s1'] : []);
    const state = foldLog(job?.events ?? [], products);
    expect([...state.zones.values()].some((z) => (z.strata?.layers.length ?? 0) > 0)).toBe(true);
  });
  it('goes out as of today, and comes back the same', () => {
    const { shop } = read(version);
    const files = unpackFiles(packFiles(writeShopFiles(shop)));
    const again = files.ok ? readShopFiles(files.value.files, undefined, files.value.damaged) : files;
    expect(again).toMatchObject({ ok: true, value: { checked: true, damaged: [] } });
    expect(again.ok && again.value.shop).toEqual(shop);
  });
});
