import { isSame } from '@/core/lastWriter';
import { mergeProducts } from '@/core/library/mergeProduct';
import type { Product } from '@/core';
import type { ShelfRecord } from '@/core/log/shelf';
import { writeRecord } from '@/core/formats/migrate';
import { keys, SHOP_LOG } from '../records';
import { sharingOf, type Sharing } from '../share/record';
import { type Base, changeRecord } from './transact';

/** With which phones jobs are shared, and what comes from them. */
export function sharingIn(base: Base) {
  const { now, transact } = base;
  return {
    sharing: async (): Promise<Sharing> => sharingOf(await now.get(keys.sharing)),
    changeSharing: (change: (s: Sharing) => Sharing): Promise<Sharing> =>
      changeRecord(base, keys.sharing, sharingOf, change, 'sharing', 0),
    /** Adds what the shelf here does not have, and brings own products together. @returns the records that were changed */
    mergeShelf: (records: readonly ShelfRecord[], theirs: readonly Product[]): Promise<string[]> =>
      transact(async (r) => {
        const s = await r.shop();
        const seq = (await r.shelfLog.head())?.seq ?? 0;
        const known = new Set((await now.shelfLog.entries(seq)).entries.map((e) => e.id));
        const fresh = records.filter((e) => !known.has(e.id));
        const products = mergeProducts(s.products, theirs);
        const isOther = !isSame(products, s.products);
        return {
          result: [...(fresh.length > 0 ? [SHOP_LOG] : []), ...(isOther ? ['shop'] : [])],
          set: {
            ...(fresh.length > 0 && (await r.shelfRecords(fresh))),
            ...(isOther && { [keys.shop]: writeRecord({ ...s, products, seq: s.seq + 1 }) }),
          },
          counts: fresh.length,
        };
      }),
  };
}
