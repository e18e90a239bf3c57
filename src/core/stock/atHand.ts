import type { Product, ProductLookup } from '../library/product';
import { splitMix } from '../mix/ratio';
import { DAY_MS, MINUTE_MS } from '../units/time';
import { balanceOf } from './books';
import { goesOffMs } from './check';
import { batchMl } from './composition';
import { containersOf } from './order';
import type { Shelf } from './shelf';

/** What was counted so lately is known well; what is only reckoned from what was taken is not. Standard deviations of the logarithm. */
const COUNTED_MS = 14 * DAY_MS;
const COUNTED_SPREAD = 0.02;
const RECKONED_SPREAD = 0.08;

/** Ready mix that the shelf makes of a product. */
export interface ReadyAtHand {
  ml: number;
  spread: number;
  /** What runs out first of its parts; absent where nothing of it is there. */
  shortest?: string;
}

/**
 * How much ready mix what stands on the shelf makes of a product, by the part that runs out first; thinner is not looked at.
 * @param isOurs which labelled tins count: those of the colour at hand @param thinnerFraction as it is sprayed
 */
export function readyAtHand(
  p: Product,
  shelf: Shelf,
  products: ProductLookup,
  nowMs: number,
  thinnerFraction: number,
  isOurs: (label: string | undefined) => boolean = () => true,
): ReadyAtHand {
  const { lines, readyMl } = splitMix(p, 1000, thinnerFraction);
  let least: ReadyAtHand = { ml: Infinity, spread: RECKONED_SPREAD };
  for (const [part, line] of lines.entries()) {
    if (line.role !== 'part' || line.massG <= 0) continue;
    const here = containersOf(shelf, p.id, part, products, nowMs).filter((c) => part > 0 || isOurs(c.label));
    const grams = here.reduce((s, c) => s + c.amount, 0);
    const ml = (grams / line.massG) * readyMl;
    if (ml >= least.ml) continue;
    const counted = here.every((c) => c.countedMs !== undefined && nowMs - c.countedMs < COUNTED_MS);
    least = { ml, spread: counted ? COUNTED_SPREAD : RECKONED_SPREAD, ...(here.length > 0 && { shortest: line.name }) };
  }
  return Number.isFinite(least.ml) ? least : { ml: 0, spread: RECKONED_SPREAD };
}

/** A cup that is mixed, and what is still in it. */
export interface OpenCup {
  batchId: string;
  no: number;
  product: string;
  mixedMs: number;
  /** Ready mix, mL. */
  leftMl: number;
  /** When it goes off, ms; absent: it keeps. */
  offMs?: number;
}

/** A cup older than that is no longer in hand, ms. */
const CUP_MS = DAY_MS;
/** Less than this is what stays on the walls, mL. */
const WALLS_ML = 5;

/** Cups that are mixed, not empty and not gone off, oldest first. @param usedMl what all jobs took out of a batch @param usualC where a cup has no temperature, °C */
export function openCups(
  shelf: Shelf,
  products: ProductLookup,
  usedMl: (batchId: string) => number,
  nowMs: number,
  usualC: number,
): OpenCup[] {
  return [...shelf.batches.values()]
    .flatMap((b): OpenCup[] => {
      if (!products(b.productId) || nowMs - b.atMs > CUP_MS || b.atMs > nowMs + MINUTE_MS) return [];
      const { leftG, mixedG } = balanceOf(b, shelf, products, usedMl(b.id));
      const ml = batchMl(b, shelf, products);
      const leftMl = mixedG > 0 ? (ml * leftG) / mixedG : 0;
      const offMs = goesOffMs(b.id, shelf, products, usualC);
      if (leftMl <= WALLS_ML || (offMs !== undefined && offMs <= nowMs)) return [];
      return [
        {
          batchId: b.id,
          no: b.no,
          product: b.productId,
          mixedMs: b.atMs,
          leftMl,
          ...(offMs !== undefined && { offMs }),
        },
      ];
    })
    .sort((a, b) => a.mixedMs - b.mixedMs);
}
