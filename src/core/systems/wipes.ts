import { each, rowOf } from '../table';
import type { LayerFamily } from './surfaces';

/**
 * What a wipe does to a film. always: nothing ever hurts it. hard: not before it can be sanded (care), nor before it can be taped where it
 * has such a stage (stop). window: it comes off with a wipe as long as its window is open. dry: not before it can be coated over.
 */
export type WipeRule = 'always' | 'hard' | 'window' | 'dry';

/** How each film takes a wipe with solvent, and one with water. */
export const WIPES = rowOf<LayerFamily, { solvent: WipeRule; water: WipeRule }>()(
  each(['oldCoating', 'electrocoat', 'transportPrimer', 'factoryFinish', 'powderCoat', 'cavityWax'], {
    solvent: 'always',
    water: 'always',
  }),
  // What shows whether it is lacquer, rubbing it with solvent, is how far a wipe goes; a quick one does no harm.
  each(['lacquer'], { solvent: 'always', water: 'always' }),
  each(['converter', 'etch', 'weldThrough', 'seamSealer', 'underseal', 'liner'], { solvent: 'dry', water: 'dry' }),
  each(['epoxy', 'dtm', 'highBuild', 'onePackPrimer', 'rustPrimer', 'singleStage', 'enamel', 'clear'], {
    solvent: 'hard',
    water: 'dry',
  }),
  each(['glassFiller', 'lightFiller', 'epoxyFiller', 'flexibleFiller', 'glaze', 'sprayFiller'], {
    solvent: 'hard',
    water: 'hard',
  }),
  each(['plasticPromoter'], { solvent: 'window', water: 'window' }),
  each(['baseSolvent', 'baseWater'], { solvent: 'window', water: 'dry' }),
);
