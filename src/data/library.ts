import type { QueryClient } from '@tanstack/react-query';
import { lookupIn, wholeLibrary, type Product, type ProductLookup } from '@/core';
import { withProducts, type OpenJob } from './openJob';
import { jobKey, SHOP } from './queryKeys';
import type { ShopRecord } from './records';
import type { Writes } from './writes';

/** Every product that a shop knows, its own first. */
export interface Library {
  all: Product[];
  lookup: ProductLookup;
}

const libraries = new WeakMap<readonly Product[], Library>();
/** The whole library of a shop; the same one as long as its own products are the same. */
export function libraryOf(own: readonly Product[]): Library {
  let made = libraries.get(own);
  if (!made) {
    const all = wholeLibrary(own);
    libraries.set(own, (made = { all, lookup: lookupIn(all) }));
  }
  return made;
}

/** Gives every open job the library as it is now; only those that speak of a changed product are folded again. */
export function shareLibrary(client: QueryClient, writes: Writes): void {
  const shop = client.getQueryData<ShopRecord>(SHOP);
  if (!shop) return;
  const { lookup } = libraryOf(shop.products);
  for (const id of shop.jobIds) writes.update<OpenJob | null>(jobKey(id), (open) => open && withProducts(open, lookup));
}
