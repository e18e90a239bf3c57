import type { Product, ProductLookup } from './product';
import { SHIPPED_PRODUCTS } from './shipped';

/** The shipped products with a user's own before them; an own product with a shipped one's id takes its place. */
export function wholeLibrary(own: readonly Product[]): Product[] {
  const ids = new Set(own.map((p) => p.id));
  return [...own, ...SHIPPED_PRODUCTS.filter((p) => !ids.has(p.id))];
}

/** How to find a product of a list by its id; undefined for one that is not there. */
export function lookupIn(all: readonly Product[]): ProductLookup {
  const map = new Map(all.map((p) => [p.id, p]));
  return (id) => map.get(id);
}

/** A copy to put a data sheet's figures into. */
export const copyOf = (p: Product, id: string): Product => ({
  ...p,
  id,
  name: `${p.name} (own figures)`,
  basis: 'sheet',
  copiedFrom: p.id,
});
