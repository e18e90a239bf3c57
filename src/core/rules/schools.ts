import type { School } from '../library/method';
import { FAMILIES, isBase, isPrimer, isTopcoat } from '../library/product';
import { isMetal } from '../library/substrates';
import { COMPATIBILITY } from '../systems/compatibility';
import { topLayer, type Strata } from '../strata/types';
import type { Step } from './rule';

/**
 * The question between the schools on which a step turns on a zone, if there is one: it is asked before the house's answer is counted with.
 */
export function schoolOf(step: Step | undefined, strata: Strata): School | undefined {
  const { substrate, layers } = strata;
  const top = topLayer(strata);
  // Where the table has an answer for each school, there is a question.
  const takesFiller = 'of' in COMPATIBILITY[substrate].on.lightFiller;
  switch (step?.kind) {
    case 'fill':
      return takesFiller && (!top || isPrimer(top.family)) ? 'filler' : undefined;
    case 'coat': {
      const { family } = step.product;
      if (family === 'converter') return 'rust';
      if (substrate === 'plastic' && layers.every((l) => FAMILIES[l.family].role === 'found'))
        return isPrimer(family) || isBase(family) || isTopcoat(family) ? 'plastic' : undefined;
      return family === 'highBuild' && step.product.thinning ? 'primer' : undefined;
    }
    case 'repair':
      if (step.treatment === 'convert' || step.treatment === 'cutOut') return 'rust';
      return step.treatment === 'rebond' && isMetal(substrate) ? 'bond' : undefined;
    case 'sand':
      // On bare metal the paper already depends on whether filler or primer comes next.
      return layers.length === 0 && takesFiller ? 'filler' : 'dust';
    default:
      return undefined;
  }
}
