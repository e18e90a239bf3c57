import { FAMILIES, isWaterBased, type MixPart, type Product, type ProductLookup } from '../library/product';
import { WATER } from '../log/shelf';
import type { Batch, Shelf } from './shelf';

/** So much of one part of a product. */
export interface PartAmount {
  productId: string;
  part: number;
  massG: number;
}

/** Water at room temperature, kg/L. */
const WATER_KG_L = 0.998;

/** The part of a product that a pour is; undefined where the library does not know it. */
export const partOf = (products: ProductLookup, { productId, part }: Omit<PartAmount, 'massG'>): MixPart | undefined =>
  products(productId)?.parts[part];

/**
 * What is in a batch, part by part, also what came with leftovers of earlier batches.
 * @returns g of each part; what came out of a batch that nobody knows is left out
 */
export function compositionOf(batch: Batch, shelf: Shelf, within: readonly string[] = []): PartAmount[] {
  const sums = new Map<string, PartAmount>();
  const add = ({ productId, part, massG }: PartAmount) => {
    const key = `${productId}/${part}`;
    sums.set(key, { productId, part, massG: massG + (sums.get(key)?.massG ?? 0) });
  };
  for (const { holds, massG } of batch.pours) {
    if (holds.what === 'part') add({ productId: holds.productId, part: holds.part, massG });
    else {
      const from = shelf.batches.get(holds.batchId);
      // A file from outside may say that a cup was poured into itself.
      if (!from || from.mixedG <= 0 || from.id === batch.id || within.includes(from.id)) continue;
      for (const p of compositionOf(from, shelf, [...within, batch.id]))
        add({ ...p, massG: (p.massG * massG) / from.mixedG });
    }
  }
  return [...sums.values()];
}

/** Volume of parts, mL, by their densities. A part that the library does not know counts as water. */
export const volumeMl = (parts: readonly PartAmount[], products: ProductLookup): number =>
  parts.reduce((s, p) => s + p.massG / (partOf(products, p)?.densityKgL ?? 1), 0);

/** Volume of a batch, mL. */
export const batchMl = (batch: Batch, shelf: Shelf, products: ProductLookup): number =>
  volumeMl(compositionOf(batch, shelf), products);

/** Of a mass of one part, what stays behind as a film and what goes into the air, g. */
export function splitDrying(p: PartAmount, products: ProductLookup): { solidG: number; volatileG: number } {
  if (p.productId === WATER) return { solidG: 0, volatileG: p.massG };
  const product = products(p.productId);
  const part = product?.parts[p.part];
  if (!product || !part) return { solidG: p.massG, volatileG: 0 };
  const ml = p.massG / part.densityKgL;
  const solventG = (ml * part.vocGL) / 1000;
  // Water is no VOC, but it leaves all the same.
  const waterG = isWaterBased(product) ? ml * (1 - part.volumeSolids) * WATER_KG_L : 0;
  const volatileG = part.volumeSolids === 0 ? p.massG : Math.min(p.massG, Math.max(solventG, waterG));
  return { solidG: p.massG - volatileG, volatileG };
}

/** Volume solids of parts together, fraction. */
export function solidsOf(parts: readonly PartAmount[], products: ProductLookup): number {
  const ml = volumeMl(parts, products);
  const solid = parts.reduce((s, p) => {
    const part = partOf(products, p);
    return s + (part ? (p.massG / part.densityKgL) * part.volumeSolids : 0);
  }, 0);
  return ml > 0 ? solid / ml : 0;
}

const isHardenerOf = (p: Product, part: number): boolean => p.family === 'hardener' || part > 0;

/** Whether hardener is in it: such a mix goes off, and is not kept. */
export const isActivated = (batch: Batch, shelf: Shelf, products: ProductLookup): boolean =>
  compositionOf(batch, shelf).some(({ productId, part }) => {
    const p = products(productId);
    return p !== undefined && isHardenerOf(p, part);
  });

/** Reduced base keeps in a closed pot about so long, days; the sheet decides. */
export const KEPT_DAYS = 90;

/** Whether what is left of a batch may go back onto the shelf: only what was not activated, and only what the library knows. */
export const keeps = (batch: Batch, shelf: Shelf, products: ProductLookup): boolean => {
  const product = products(batch.productId);
  return product !== undefined && FAMILIES[product.family].usedIn !== 'none' && !isActivated(batch, shelf, products);
};

/** What was poured of each part of a batch's product, in the library's order, then all the rest (thinner) together, mL: as a coat names its cup. */
export function pouredMlOf(batch: Batch, shelf: Shelf, products: ProductLookup): number[] {
  const all = compositionOf(batch, shelf);
  const parts = products(batch.productId)?.parts ?? [];
  const of = (p: PartAmount) => (p.productId === batch.productId ? p.part : parts.length);
  return Array.from({ length: parts.length + 1 }, (_, i) =>
    volumeMl(
      all.filter((p) => of(p) === i),
      products,
    ),
  );
}
