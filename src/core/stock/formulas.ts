import { FAMILIES, type ProductLookup } from '../library/product';
import type { ShelfRecordOf } from '../log/shelf';
import { effectiveRecords, type Batch, type Shelf } from './shelf';

/** A formula as it counts now. */
export type Formula = ShelfRecordOf<'formula'>;

const KNOWN = new WeakMap<Shelf, readonly Formula[]>();

/** Every formula of the shop, the newest form of each, newest first. */
export function formulasOf(shelf: Shelf): readonly Formula[] {
  let all = KNOWN.get(shelf);
  if (!all) {
    const last = new Map<string, Formula>();
    for (const r of effectiveRecords(shelf)) if (r.kind === 'formula') last.set(r.formulaId, r);
    all = [...last.values()].reverse();
    KNOWN.set(shelf, all);
  }
  return all;
}

/** Toner that was poured into a batch, g, by product. Base, thinner and hardener are none. */
export function tonersIn(batch: Batch, products: ProductLookup): Map<string, number> {
  const out = new Map<string, number>();
  for (const { holds, massG } of batch.pours) {
    if (holds.what !== 'part' || products(holds.productId)?.family !== 'toner') continue;
    out.set(holds.productId, (out.get(holds.productId) ?? 0) + massG);
  }
  return out;
}

/** Base in a batch, L: what toner is counted on. */
export function baseLitres(batch: Batch, products: ProductLookup): number {
  let ml = 0;
  for (const { holds, massG } of batch.pours) {
    if (holds.what !== 'part' || holds.part !== 0) continue;
    const p = products(holds.productId);
    if (p && FAMILIES[p.family].coloured) ml += massG / (p.parts[0]?.densityKgL ?? 1);
  }
  return ml / 1000;
}

/** Toner that stands on the shelf, g, by product. */
export function tonersAtHand(shelf: Shelf, products: ProductLookup): Map<string, number> {
  const out = new Map<string, number>();
  for (const { holds, amount } of shelf.containers.values()) {
    if (holds.what !== 'part' || products(holds.productId)?.family !== 'toner') continue;
    out.set(holds.productId, Math.max(0, amount) + (out.get(holds.productId) ?? 0));
  }
  return out;
}
