import { isWaterBased, type Product, type ProductLookup } from '../library/product';
import { WATER, type Pour } from '../log/shelf';
import { containersOf } from './order';
import type { Container, Shelf } from './shelf';

/** The thinner of the library that goes into a product; none for what is thinned with water, or not at all. */
export const thinnerFor = (
  p: Product,
  all: readonly Product[],
  speed: Product['speed'] = 'medium',
): Product | undefined =>
  p.thinning && !isWaterBased(p) ? all.find((x) => x.family === 'thinner' && x.speed === speed) : undefined;

/** One line of a cup: what it is on the shelf. */
export interface Source {
  productId: string;
  part: number;
}

/** What each line of a mix is on the shelf: its parts in their order, then thinner. */
export function sourcesOf(
  product: Product,
  lines: readonly { role: 'part' | 'thinner' }[],
  all: readonly Product[],
): Source[] {
  return lines.map((l, i): Source => {
    if (l.role === 'part') return { productId: product.id, part: i };
    if (isWaterBased(product)) return { productId: WATER, part: 0 };
    return { productId: thinnerFor(product, all)?.id ?? WATER, part: 0 };
  });
}

/** Tins that a line may come out of, the one to use up first in front. */
export const tinsOf = (s: Source, shelf: Shelf, products: ProductLookup, nowMs: number): Container[] =>
  s.productId === WATER ? [] : containersOf(shelf, s.productId, s.part, products, nowMs);

/** Not out of any tin that is on the list. */
export const NO_TIN = 'none';

/**
 * What was poured, out of which tins: where one holds too little, the rest comes out of the next.
 * @param chosen a tin by line, where somebody picked one
 */
export function poursOf(
  sources: readonly Source[],
  poured: readonly { massG: number; plannedG: number }[],
  shelf: Shelf,
  products: ProductLookup,
  nowMs: number,
  chosen: readonly (string | undefined)[] = [],
  /** What the first line is half of. */
  stirredWith?: string,
): Pour[] {
  if (stirredWith !== undefined && poured[0] && sources[0]) {
    const { massG, plannedG } = poured[0];
    const half = { massG: massG / 2, plannedG: plannedG / 2 };
    const other = { productId: stirredWith, part: 0 };
    return [
      ...poursOf([sources[0]], [half], shelf, products, nowMs, chosen.slice(0, 1)),
      ...poursOf([other], [half], shelf, products, nowMs),
      ...poursOf(sources.slice(1), poured.slice(1), shelf, products, nowMs, chosen.slice(1)),
    ];
  }
  return sources.flatMap((source, i): Pour[] => {
    const line = poured[i];
    if (!line || line.massG <= 0) return [];
    const { massG, plannedG } = line;
    const tins = tinsOf(source, shelf, products, nowMs);
    const picked = chosen[i];
    const first = picked === NO_TIN ? undefined : (tins.find((t) => t.id === picked) ?? tins[0]);
    const holdsOf = (c: Container | undefined): Pour['holds'] =>
      c?.holds.what === 'part' ? c.holds : { what: 'part', ...source };
    if (!first || picked === NO_TIN) return [{ holds: holdsOf(undefined), massG, plannedG }];
    const next = picked === undefined ? tins.find((t) => t.id !== first.id) : undefined;
    if (massG <= first.amount || !next) return [{ holds: holdsOf(first), massG, plannedG, containerId: first.id }];
    const rest = massG - first.amount;
    return [
      {
        holds: holdsOf(first),
        massG: first.amount,
        plannedG: plannedG - rest > 0 ? plannedG - rest : 0,
        containerId: first.id,
      },
      { holds: holdsOf(next), massG: rest, plannedG: Math.min(plannedG, rest), containerId: next.id },
    ];
  });
}
