import { FAMILIES, type Product, type ProductLookup } from '../library/product';
import type { Holds } from '../log/shelf';
import { splitMix } from '../mix/ratio';
import { tinSizes, tinsFor, type TinOrder } from './tins';
import type { Container, Shelf } from './shelf';

/**
 * What a part of a product is on the shelf: hardeners of one name are one thing, whichever paint they go into and at whatever speed, and so is
 * thinner; paint is itself.
 */
export function sortOf(productId: string, part: number, products: ProductLookup): string {
  const p = products(productId);
  const name = p?.parts[part]?.name;
  if (p?.family === 'thinner') return 'thinner';
  if (name !== undefined && (part > 0 || p?.family === 'hardener')) return `hardener/${name.split(',')[0]!.trim()}`;
  return `${productId}/${part}`;
}

/** What is needed of something, in grams. */
export interface PartNeed {
  productId: string;
  part: number;
  name: string;
  massG: number;
}

/**
 * What a ready mix takes of each part, g.
 * @param thinner the product that is thinned with, where it is not water
 */
export function partNeeds(
  p: Product,
  readyMl: number,
  thinnerFraction: number,
  thinner: Product | undefined,
): PartNeed[] {
  return splitMix(p, readyMl, thinnerFraction).lines.flatMap((l, i): PartNeed[] => {
    if (l.role === 'part') return [{ productId: p.id, part: i, name: l.name, massG: l.massG }];
    // Water comes out of the tap.
    if (p.mechanism === 'waterborne' || !thinner) return [];
    return [{ productId: thinner.id, part: 0, name: thinner.name, massG: l.massG }];
  });
}

/** What may be taken from at a moment: here already, in date, and something in it. */
export const isUsable = (c: Container, nowMs: number): boolean =>
  c.amount > 0 && c.receivedMs <= nowMs && (c.expiresMs === undefined || c.expiresMs > nowMs);

/** The product's own hardener first, then the one at medium speed, then the other speeds, then what came with another paint. */
function rankOf({ holds }: Container, productId: string, products: ProductLookup): number {
  if (holds.what !== 'part' || holds.productId === productId) return 0;
  const speed = products(holds.productId)?.speed;
  return speed === 'medium' ? 1 : speed !== undefined ? 2 : 3;
}

/** Containers that a part of a product may come out of, the one to use up first in front: what is open, then what goes off soonest. */
export function containersOf(
  shelf: Shelf,
  productId: string,
  part: number,
  products: ProductLookup,
  nowMs: number,
): Container[] {
  const sort = sortOf(productId, part, products);
  return [...shelf.containers.values()]
    .filter(
      ({ holds, ...c }) =>
        holds.what === 'part' &&
        sortOf(holds.productId, holds.part, products) === sort &&
        isUsable({ ...c, holds }, nowMs),
    )
    .sort(
      (a, b) =>
        rankOf(a, productId, products) - rankOf(b, productId, products) ||
        Number(b.openedMs !== undefined) - Number(a.openedMs !== undefined) ||
        (a.expiresMs ?? Infinity) - (b.expiresMs ?? Infinity) ||
        a.amount - b.amount ||
        (a.id < b.id ? -1 : 1),
    );
}

/** One line of a shopping list. */
export interface OrderLine {
  name: string;
  needG: number;
  hereG: number;
  missingG: number;
  order: TinOrder;
  /** What it costs by the library's price, in the shop's currency. */
  cost: number;
}

/** What is missing for some needs, rounded to tins, the dearest first. */
export function shoppingList(
  needs: readonly PartNeed[],
  shelf: Shelf,
  products: ProductLookup,
  nowMs: number,
): OrderLine[] {
  const sums = new Map<string, PartNeed>();
  for (const n of needs) {
    const key = sortOf(n.productId, n.part, products);
    sums.set(key, { ...n, massG: n.massG + (sums.get(key)?.massG ?? 0) });
  }
  const lines: OrderLine[] = [];
  for (const n of sums.values()) {
    const product = products(n.productId);
    const part = product?.parts[n.part];
    if (!product || !part) continue;
    const hereG = containersOf(shelf, n.productId, n.part, products, nowMs).reduce((s, c) => s + c.amount, 0);
    const missingG = n.massG - hereG;
    if (missingG <= 0.5) continue;
    const { sizes, unit } = tinSizes(product, n.part);
    const order = tinsFor(unit === 'g' ? missingG : missingG / part.densityKgL, sizes, unit);
    const litres = (unit === 'g' ? order.amount / part.densityKgL : order.amount) / 1000;
    lines.push({
      name: n.part > 0 || product.parts.length === 1 ? n.name : product.name,
      needG: n.massG,
      hereG,
      missingG,
      order,
      cost: litres * part.pricePerL,
    });
  }
  return lines.sort((a, b) => b.cost - a.cost);
}

/** Under this share of what came, something that is counted is low. */
const LOW_SHARE = 0.2;
/** Opened within so many days of its end it is soon past. */
export const SOON_DAYS = 14;

export type ContainerState = 'past' | 'soon' | 'short' | 'low' | 'empty' | 'fine';

/** How a container stands, the worst first. */
export function containerState(c: Container, nowMs: number): ContainerState {
  if (c.amount < 0) return 'short';
  if (c.amount === 0) return 'empty';
  if (c.expiresMs !== undefined && c.expiresMs <= nowMs) return 'past';
  if (c.expiresMs !== undefined && c.expiresMs <= nowMs + SOON_DAYS * 86_400_000) return 'soon';
  const whole = c.received + c.returned;
  return c.holds.what !== 'mix' && c.amount < LOW_SHARE * whole ? 'low' : 'fine';
}

/** Products of which all parts are on the shelf and in date: what can be mixed tonight. Thinner is looked for apart. */
export function productsHere(all: readonly Product[], shelf: Shelf, products: ProductLookup, nowMs: number): Product[] {
  const here = new Set<string>();
  for (const c of shelf.containers.values())
    if (c.holds.what === 'part' && isUsable(c, nowMs)) here.add(sortOf(c.holds.productId, c.holds.part, products));
  return all.filter(
    (p) => FAMILIES[p.family].usedIn !== 'none' && p.parts.every((_, i) => here.has(sortOf(p.id, i, products))),
  );
}

/** What a container holds, in words. @param label what stands on it besides */
export function holdsName(h: Holds, products: ProductLookup, batchNo?: string, label?: string): string {
  switch (h.what) {
    case 'article':
      return h.name;
    case 'mix':
      return label ?? `Left of batch ${batchNo ?? ''}`.trim();
    case 'part': {
      const p = products(h.productId);
      const part = p?.parts[h.part];
      if (!p) return h.productId;
      if (h.part > 0 && part) return `${p.name}: ${part.name.toLowerCase()}`;
      return label === undefined ? p.name : `${p.name}, ${label}`;
    }
  }
}
