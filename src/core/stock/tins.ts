import { FAMILIES, type Product } from '../library/product';

/** Sizes that a shop can buy, mL; fillers by the weight on the tin, g. */
const SIZES = {
  paint: [500, 1000, 2500, 5000],
  hardener: [250, 500, 1000, 2500],
  thinner: [1000, 5000],
  aid: [400, 1000, 5000],
  pasteG: [1000, 2000, 3000],
  pasteHardenerG: [40, 60, 100],
} as const;

/** What one order of a liquid or paste comes in. */
export interface TinOrder {
  /** How many of each size, the largest first. */
  tins: { size: number; count: number }[];
  /** 'mL' or 'g', as the tins are labelled. */
  unit: 'mL' | 'g';
  amount: number;
}

/** Sizes of a part of a product, and how they are labelled. */
export function tinSizes(p: Product, part: number): { sizes: readonly number[]; unit: TinOrder['unit'] } {
  const { role } = FAMILIES[p.family];
  if (role === 'filler') return { sizes: part === 0 ? SIZES.pasteG : SIZES.pasteHardenerG, unit: 'g' };
  if (p.family === 'thinner') return { sizes: SIZES.thinner, unit: 'mL' };
  if (p.family === 'hardener' || part > 0) return { sizes: SIZES.hardener, unit: 'mL' };
  return { sizes: role === 'aid' ? SIZES.aid : SIZES.paint, unit: 'mL' };
}

/** More than this of the largest tins are simply counted. */
const MOST_SMALL = 4000;

/**
 * The tins to buy for a need: the least that is enough, and of that the fewest tins. Exact, by dynamic programming over amounts in steps of
 * the smallest tin's common measure.
 * @param need in the unit of the sizes, 0 or more @param sizes whole numbers
 */
export function tinsFor(need: number, sizes: readonly number[], unit: TinOrder['unit']): TinOrder {
  const sorted = [...sizes].sort((a, b) => b - a);
  const step = sorted.reduce(gcd);
  const largest = sorted[0]!;
  // What the largest tins take before it matters which others go with them.
  const whole = Math.max(0, Math.floor(need / largest) - largest / step);
  const rest = Math.max(0, Math.ceil((need - whole * largest) / step - 1e-9));
  const top = Math.min(MOST_SMALL, rest + largest / step);
  const fewest: number[] = [0];
  const lastOf: number[] = [0];
  for (let n = 1; n <= top; n++) {
    let best = Infinity;
    let tin = 0;
    for (const s of sorted) {
      const before = fewest[n - s / step];
      if (before !== undefined && before + 1 < best) {
        best = before + 1;
        tin = s;
      }
    }
    fewest.push(best);
    lastOf.push(tin);
  }
  let at = rest;
  while (at <= top && !Number.isFinite(fewest[at])) at++;
  const counts = new Map<number, number>(whole > 0 ? [[largest, whole]] : []);
  const amount = whole * largest + at * step;
  while (at > 0) {
    const tin = lastOf[at]!;
    counts.set(tin, (counts.get(tin) ?? 0) + 1);
    at -= tin / step;
  }
  return {
    tins: sorted.flatMap((size) => {
      const count = counts.get(size);
      return count === undefined ? [] : [{ size, count }];
    }),
    unit,
    amount,
  };
}

const gcd = (a: number, b: number): number => (b === 0 ? a : gcd(b, a % b));
