import { APPLICATIONS } from '../library/application';
import type { Product, ProductLookup } from '../library/product';
import { colourId } from '../library/finish';
import { finishOf, type Job } from '../log/job';
import { splitMix } from '../mix/ratio';
import { coatNeed, usualTransfer, type CoatTask, type TransferOf } from '../mix/session';
import { readyAtHand, type OpenCup, type ReadyAtHand } from '../stock/atHand';
import type { Shelf } from '../stock/shelf';
import type { Assembled } from './assemble';
import { enough, type Enough } from './enough';

/** Whether a product lasts for an evening. */
export interface ProductEnough {
  product: Product;
  enough: Enough;
  /** What the shelf makes of it, and the cups that are mixed. */
  have: ReadyAtHand;
  cups: readonly OpenCup[];
}

/**
 * Of each product of an evening whether shelf and cups last for all coats that are still to come.
 * @param turns parts in the order in which they are laid, as far as anybody said: from its end on they wait
 */
export function lastsFor(
  made: Pick<Assembled, 'evening' | 'tasks'>,
  turns: readonly string[],
  job: Job,
  shop: { shelf: Shelf; products: ProductLookup; cups: readonly OpenCup[]; transfer: TransferOf; nowMs: number },
): ProductEnough[] {
  const parts = new Map(made.evening.parts.map((p) => [p.id, p]));
  const rank = new Map([...new Set(turns)].map((id, i) => [id, i]));
  const tasks = [...made.tasks].sort((a, b) => (rank.get(a.id) ?? 0) - (rank.get(b.id) ?? 0));
  const first = new Map<string, CoatTask>();
  for (const t of tasks) if (!first.has(t.product.id)) first.set(t.product.id, t);
  return [...first.values()].map(({ id, product, application, thinnerFraction }) => {
    const takes = tasks
      .filter((t) => t.product.id === product.id)
      .flatMap((t) => {
        const p = parts.get(t.id);
        const left = p?.coats.slice(p.done?.coats ?? 0).filter((c) => c.product === product.id) ?? [];
        return left.map((c) => ({ id: t.id, ml: c.ml }));
      });
    const { colour } = finishOf(job, id);
    const isOurs = (label: string | undefined) =>
      label === undefined || colour === undefined || label === colour.name || label === colourId(colour);
    const have = readyAtHand(product, shop.shelf, shop.products, shop.nowMs, thinnerFraction, isOurs);
    const cups = shop.cups.filter((c) => c.product === product.id);
    const ml = have.ml + cups.reduce((s, c) => s + c.leftMl, 0);
    const { lossMl, cupMl } = APPLICATIONS[application];
    const count = Math.max(1, Math.ceil(takes.reduce((s, c) => s + c.ml, 0) / cupMl));
    const { spread } = shop.transfer(application, product.id);
    return { product, have, cups, enough: enough(takes, { ml, spread: have.spread }, spread, lossMl * count) };
  });
}

/** A short evening is counted as so many hours. */
const LEAST_H = 0.5;
/** Solvent that all coats of an evening give off, over the time that hands are at it, g/h. @param doneMin when the last is out of the dust, min */
export function solventGH(tasks: readonly CoatTask[], tempC: number, doneMin: number): number {
  const grams = tasks.reduce((s, t) => {
    const { ml } = coatNeed(t, usualTransfer, tempC);
    return s + (t.coats * ml * splitMix(t.product, 1000, t.thinnerFraction).vocGL) / 1000;
  }, 0);
  return grams / Math.max(LEAST_H, doneMin / 60);
}
