import { FAMILIES, isBase, isPrimer, isTopcoat, type ProductFamily } from '../library/families';
import { keysOf } from '../keysOf';

/** What an act of a link is done with, where not every coat will do. */
const WITH = {
  primer: { name: 'primer', passes: (f: ProductFamily) => isPrimer(f) },
  weldThrough: { name: 'weld-through', passes: (f: ProductFamily) => f === 'weldThrough' },
  sealer: { name: 'seam sealer', passes: (f: ProductFamily) => f === 'seamSealer' },
  colour: { name: 'colour', passes: (f: ProductFamily) => isBase(f) || (isTopcoat(f) && FAMILIES[f].coloured) },
  clear: { name: 'clear', passes: (f: ProductFamily) => f === 'clear' },
  underseal: { name: 'underseal', passes: (f: ProductFamily) => f === 'underseal' || f === 'liner' },
  wax: { name: 'cavity wax', passes: (f: ProductFamily) => f === 'cavityWax' },
} as const;
export type TaskWith = keyof typeof WITH;
export const TASK_WITH = keysOf(WITH);
export const taskWithName = (w: TaskWith): string => WITH[w].name;
/** Whether a product of a family is what an act asks for. */
export const isWith = (w: TaskWith, f: ProductFamily | undefined): boolean => f !== undefined && WITH[w].passes(f);
