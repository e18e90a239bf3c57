import { FAMILIES, type ProductFamily } from '../library/product';
import { SUBSTRATES } from '../library/substrates';
import { keyPapers } from '../systems/scratchWindows';
import { MATERIAL_OF } from '../systems/surfaces';
import { SUBSTRATE } from '../strata/types';
import type { Remedy, RuleContext } from './rule';
import { entryOn, materialOf, surfaceOf } from './surface';

/** Papers that a shelf has, coarse to fine. */
const PAPERS = [36, 60, 80, 120, 180, 240, 320, 400, 500, 600, 800, 1000, 1200, 1500, 2000, 3000];
/** Paper that takes flash rust off bare metal. */
const BRIGHT_GRIT = 120;

/** The paper in the middle of what is usual for a material on a surface; undefined where no scratch lasts there. */
function keyGrit(c: RuleContext): number | undefined {
  const material = materialOf(c.step);
  const papers = material && keyPapers(surfaceOf(c), material);
  if (!papers) return undefined;
  const [coarse, fine] = papers;
  const middle = Math.log(coarse * fine) / 2;
  return PAPERS.filter((g) => g >= coarse && g <= fine).reduce<number | undefined>(
    (best, g) => (best === undefined || Math.abs(Math.log(g) - middle) < Math.abs(Math.log(best) - middle) ? g : best),
    undefined,
  );
}

/** Primers that belong on most of what shows, the usual one first. */
const SEALS: readonly ProductFamily[] = ['epoxy', 'plasticPromoter', 'highBuild'];

const key = (c: RuleContext): Remedy[] => [{ act: 'sand', grit: keyGrit(c) ?? 320 }];
const clean = (): Remedy[] => [{ act: 'clean' }];
const bright = (c: RuleContext): Remedy[] => [
  { act: 'sand', grit: SUBSTRATES[c.strata.substrate].rusts ? BRIGHT_GRIT : 180 },
];

/**
 * What each stop leads to, by its rule. A stop that the clock or the weather clears, or that asks for another product, way or part, has
 * none: the way itself goes round it.
 */
export const REMEDIES: Readonly<Record<string, (c: RuleContext) => Remedy[]>> = {
  'over.table': (c) => {
    const surface = surfaceOf(c);
    if (c.strata.layers.length > 0 && FAMILIES[c.top?.family ?? 'clear'].role === 'found') return [{ act: 'strip' }];
    const [family] = SEALS.filter((f) => {
      const material = MATERIAL_OF[f];
      return (
        material &&
        f !== ('product' in c.step ? c.step.product.family : undefined) &&
        entryOn(c, surface, material).level !== 'no'
      );
    });
    return family ? [{ act: 'coat', family }] : [{ act: 'strip' }];
  },
  'over.waterborne': () => [{ act: 'coat', family: 'epoxy' }],
  'over.key': key,
  'over.windowClosed': key,
  'over.scratch': key,
  'over.polished': (c) => [...(c.strata.surface.clean ? [] : clean()), ...key(c)],
  'over.guideLeft': clean,
  'over.flashRust': bright,
  'over.residue': () => [{ act: 'clean', water: true }],
  'over.salts': (c) => [...(c.strata.surface.exposes === SUBSTRATE ? [{ act: 'clean', water: true } as const] : [])],
  'over.shows': () => [{ act: 'coat', family: 'highBuild' }],
  'clean.before': clean,
  'film.most': key,
  'fault.peeling': () => [{ act: 'strip' }],
};
