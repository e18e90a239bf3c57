import { isWaterBased, type Product } from '@/core';

/** The thinner of the library that goes into a product; none for what is thinned with water, or not at all. */
export const thinnerFor = (
  p: Product,
  all: readonly Product[],
  speed: Product['speed'] = 'medium',
): Product | undefined =>
  p.thinning && !isWaterBased(p) ? all.find((x) => x.family === 'thinner' && x.speed === speed) : undefined;
