import { colourOn, FAMILIES, type Application, type BatchUse, type Job, type Product, type Zone } from '@/core';
import type { Entry } from './logEntry';

/** What is about to be put on from a cup. */
export interface CupWork {
  zones: readonly Zone[];
  product: Product;
  /** Dry film of one coat, or of one skim, µm. */
  filmUm: number;
  coats: number;
  thinnerFraction: number;
  application: Application;
}

/** A cup's work as the log has it: before it is poured, so that it can be judged, and when it was put on. */
export function entryOfCup(
  job: Job,
  { zones, product, filmUm, coats, thinnerFraction, application }: CupWork,
  batch?: BatchUse,
): Entry {
  const common = { zoneIds: zones.map((z) => z.id), productId: product.id };
  const from = batch && { batch };
  if (application === 'spreader') return { kind: 'filled', ...common, filmUm: filmUm * coats, ...from };
  if (FAMILIES[product.family].usedIn === 'treated') return { kind: 'treated', ...common, coats, filmUm, ...from };
  return {
    kind: 'coated',
    ...common,
    coats,
    filmUm,
    ...(product.thinning && { thinnerFraction }),
    application,
    ...colourOn(job, product, zones[0]?.id),
    ...from,
  };
}
