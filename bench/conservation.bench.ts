/**
 * 1,000 shops at random: what came onto the shelf against what is on it, in cups, on panels, thrown away and in the air. The figure is the worst
 * difference, g; bound 0.01.
 */
import fc from 'fast-check';
import { lookupIn, SHIPPED_PRODUCTS } from '../src/core';
import { booksOf, bothSides, foldShelf, type CupUse } from '../src/core/stock';
import { anyShop } from '../src/core/stock/shelf.testing';
import { report } from './report';

const products = lookupIn(SHIPPED_PRODUCTS);
let worst = 0;
let grams = 0;
for (const records of fc.sample(anyShop, { numRuns: 1000, seed: 16 })) {
  const shelf = foldShelf(records);
  const uses = [...shelf.batches.values()].map((b, i): CupUse => ({
    batchId: b.id,
    jobId: 'job',
    eventId: `e${i}`,
    atMs: b.atMs,
    zoneIds: ['z'],
    usedMl: (b.mixedG * ((i * 37) % 100)) / 100,
    application: i % 2 ? 'lowPressureGun' : 'brush',
    productId: b.productId,
  }));
  const { inG, outG } = bothSides(booksOf(shelf, uses, products));
  worst = Math.max(worst, Math.abs(inG - outG));
  grams += inG;
}
console.log(`1000 shops, ${(grams / 1e6).toFixed(1)} t in all`);
report('conservation', worst, 'g', 0.01);
