import { each, rowOf } from '../table';
import type { Material, SurfaceKind } from './surfaces';

/** What a scratch is in. */
export const SCRATCHED = ['metal', 'laminate', 'plastic', 'filler', 'primer', 'old', 'base', 'topcoat'] as const;
export type Scratched = (typeof SCRATCHED)[number];

/** What the scratch on a surface is in; null where none lasts: thin films and sealants have none of their own. */
export const SCRATCHED_OF = rowOf<SurfaceKind, Scratched | null>()(
  each(['steel', 'rustySteel', 'galvanised', 'aluminium'], 'metal'),
  each(['glassfibre', 'smc', 'carbon'], 'laminate'),
  each(['plastic'], 'plastic'),
  each(['paintedPlastic', 'oldCoating', 'factoryFinish', 'powderCoat', 'lacquer'], 'old'),
  each(
    [
      'electrocoat',
      'transportPrimer',
      'weldThrough',
      'epoxy',
      'dtm',
      'sprayFiller',
      'highBuild',
      'onePackPrimer',
      'rustPrimer',
    ],
    'primer',
  ),
  each(['converter', 'etch', 'plasticPromoter', 'seamSealer', 'underseal', 'liner', 'cavityWax'], null),
  each(['glassFiller', 'lightFiller', 'epoxyFiller', 'flexibleFiller', 'glaze'], 'filler'),
  each(['baseSolvent', 'baseWater'], 'base'),
  each(['singleStage', 'enamel', 'clear'], 'topcoat'),
);

/**
 * Grits, coarse to fine: coarser than the first or finer than the last is outside (stop), between the outer and the inner ones is an edge
 * (care), inside them is what the trade does.
 */
export type ScratchWindow = readonly [coarsest: number, coarse: number, fine: number, finest: number];
/** Anything goes: it hides all that is usual, or lies where nobody looks. */
const ANY: ScratchWindow = [16, 24, 1000, 3000];

type Windows = { readonly [S in Scratched]: ScratchWindow };
const onAll = (w: ScratchWindow, more: Partial<Windows> = {}): Windows => ({
  metal: w,
  laminate: w,
  plastic: w,
  filler: w,
  primer: w,
  old: w,
  base: w,
  topcoat: w,
  ...more,
});

const SKIM: Windows = onAll([24, 36, 120, 240], {
  metal: [24, 36, 80, 120],
  laminate: [36, 60, 150, 240],
  primer: [60, 80, 180, 240],
  old: [40, 60, 180, 240],
  topcoat: [60, 80, 180, 240],
});
/** Primer that fills: what it hides is coarse, what it grips is not fine. */
const BUILD: Windows = onAll([80, 180, 400, 800], {
  metal: [36, 80, 240, 600],
  laminate: [60, 80, 400, 800],
  plastic: [120, 180, 600, 1000],
  filler: [80, 150, 320, 600],
  old: [80, 180, 400, 800],
  topcoat: [120, 180, 500, 800],
});
/** Primer that seals metal and fills little; bare spots inside a repair take the scratch of what is round them. */
const SEAL: Windows = { ...BUILD, metal: [24, 80, 320, 800] };
const COLOUR: Windows = onAll([320, 600, 1000, 1500], { base: [600, 800, 2000, 3000], old: [400, 600, 1000, 2000] });

/** The scratch that each material grips and hides, in what it stands. The trade's practice; finer by a step at show level. */
export const SCRATCH_WINDOWS: { readonly [M in Material]: Windows } = {
  converter: onAll(ANY),
  etch: onAll([40, 80, 400, 800]),
  epoxy: SEAL,
  dtm: SEAL,
  weldThrough: onAll([24, 36, 400, 1000]),
  glassFiller: SKIM,
  lightFiller: SKIM,
  epoxyFiller: SKIM,
  flexibleFiller: { ...SKIM, plastic: [60, 80, 180, 320] },
  glaze: onAll([60, 80, 240, 400], { primer: [80, 120, 320, 500], old: [60, 80, 320, 500] }),
  sprayFiller: BUILD,
  highBuild: BUILD,
  promoter: onAll([120, 240, 800, 2000]),
  sealer: onAll([24, 36, 600, 2000]),
  underseal: onAll([24, 36, 600, 2000]),
  base: COLOUR,
  singleStage: onAll([320, 400, 1000, 1500], { topcoat: [400, 600, 1200, 1500] }),
  clear: onAll([400, 600, 1500, 2500], { base: [800, 1000, 2000, 3000], topcoat: [400, 600, 1500, 2000] }),
  onePack: SEAL,
  rustPrimer: onAll([24, 36, 240, 600]),
  enamel: onAll([240, 320, 800, 1200], { topcoat: [240, 320, 800, 1200], old: [240, 320, 800, 1200] }),
  liner: onAll([36, 60, 240, 500]),
  cavityWax: onAll(ANY),
};

/** The papers that key a surface for a material, coarse to fine; undefined where no scratch lasts there. */
export function keyPapers(
  surface: SurfaceKind,
  material: Material,
): readonly [coarse: number, fine: number] | undefined {
  const within = SCRATCHED_OF[surface];
  if (!within) return undefined;
  const [, coarse, fine] = SCRATCH_WINDOWS[material][within];
  return [coarse, fine];
}

export type ScratchFit = 'tooCoarse' | 'coarse' | 'fits' | 'fine' | 'tooFine';
/** How a grit stands to a window of grits. */
export function scratchFit([coarsest, coarse, fine, finest]: ScratchWindow, grit: number): ScratchFit {
  if (grit < coarsest) return 'tooCoarse';
  if (grit < coarse) return 'coarse';
  if (grit <= fine) return 'fits';
  return grit <= finest ? 'fine' : 'tooFine';
}
