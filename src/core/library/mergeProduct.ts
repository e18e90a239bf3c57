import { fieldsOf, isSame, mergeFields, mergeMoments, namesIn } from '../lastWriter';
import type { Product } from './product';

/** What this file keeps itself, and what never changes. */
const NOT_PARTS: readonly string[] = ['id', 'changed'];

/** A product of one's own with the moment at every field that is new or was changed, always after the one that stood there. */
export function stampProduct(before: Product | undefined, after: Product, nowMs: number): Product {
  const changed: Record<string, number> = { ...before?.changed };
  for (const k of namesIn(before ?? {}, after))
    if (!NOT_PARTS.includes(k) && !isSame(fieldsOf(before ?? {})[k], fieldsOf(after)[k]))
      changed[k] = Math.max(nowMs, (changed[k] ?? 0) + 1);
  const { changed: _, ...rest } = after;
  return { ...rest, ...(Object.keys(changed).length > 0 && { changed }) };
}

/** One product of two copies, part by part: of each the form that was changed last. Commutative, associative, idempotent. */
export function mergeProduct(a: Product, b: Product): Product {
  if (a === b || isSame(a, b)) return a;
  const changed = mergeMoments(a.changed, b.changed);
  const of = { a: a.changed, b: b.changed };
  const fields = mergeFields(a, b, (side, k) => of[side]?.[k] ?? 0, NOT_PARTS);
  return { ...fields, id: a.id, ...(Object.keys(changed).length > 0 && { changed }) } as unknown as Product;
}

/** Products of two shops put together by their ids, those that are here first. */
export function mergeProducts(here: readonly Product[], there: readonly Product[]): Product[] {
  const all = new Map(here.map((p) => [p.id, p]));
  for (const p of there) {
    const own = all.get(p.id);
    all.set(p.id, own ? mergeProduct(own, p) : p);
  }
  return [...all.values()];
}
