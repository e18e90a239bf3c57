import type { LayerFamily } from './surfaces';

/**
 * What a wipe does to a film. always: nothing ever hurts it. hard: not before it can be sanded (care), nor before it can be taped where it
 * has such a stage (stop). window: it comes off with a wipe as long as its window is open. dry: not before it can be coated over.
 */
export type WipeRule = 'always' | 'hard' | 'window' | 'dry';

/** How each film takes a wipe with solvent, and one with water. */
export const WIPES: { readonly [F in LayerFamily]: { solvent: WipeRule; water: WipeRule } } = {
  oldCoating: { solvent: 'always', water: 'always' },
  electrocoat: { solvent: 'always', water: 'always' },
  transportPrimer: { solvent: 'always', water: 'always' },
  factoryFinish: { solvent: 'always', water: 'always' },
  converter: { solvent: 'dry', water: 'dry' },
  etch: { solvent: 'dry', water: 'dry' },
  weldThrough: { solvent: 'dry', water: 'dry' },
  epoxy: { solvent: 'hard', water: 'dry' },
  dtm: { solvent: 'hard', water: 'dry' },
  glassFiller: { solvent: 'hard', water: 'hard' },
  lightFiller: { solvent: 'hard', water: 'hard' },
  epoxyFiller: { solvent: 'hard', water: 'hard' },
  flexibleFiller: { solvent: 'hard', water: 'hard' },
  glaze: { solvent: 'hard', water: 'hard' },
  sprayFiller: { solvent: 'hard', water: 'hard' },
  highBuild: { solvent: 'hard', water: 'dry' },
  onePackPrimer: { solvent: 'hard', water: 'dry' },
  rustPrimer: { solvent: 'hard', water: 'dry' },
  plasticPromoter: { solvent: 'window', water: 'window' },
  seamSealer: { solvent: 'dry', water: 'dry' },
  underseal: { solvent: 'dry', water: 'dry' },
  liner: { solvent: 'dry', water: 'dry' },
  cavityWax: { solvent: 'always', water: 'always' },
  baseSolvent: { solvent: 'window', water: 'dry' },
  baseWater: { solvent: 'window', water: 'dry' },
  singleStage: { solvent: 'hard', water: 'dry' },
  enamel: { solvent: 'hard', water: 'dry' },
  clear: { solvent: 'hard', water: 'dry' },
};
