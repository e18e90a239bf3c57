import type { ProductFamily } from '../library/families';
import type { SubstrateKind } from '../library/substrates';

/** Families that make a layer which something may lie on. */
export type LayerFamily = Exclude<ProductFamily, 'guideCoat' | 'cleaner' | 'thinner' | 'hardener' | 'toner'>;

/** What a hand meets on top: a bare substrate, or the layer there. */
export type SurfaceKind = SubstrateKind | 'rustySteel' | 'paintedPlastic' | LayerFamily;

/** As a sentence names them. */
export const SURFACE_NAMES: { readonly [S in SurfaceKind]: string } = {
  steel: 'bare steel',
  rustySteel: 'rusty steel',
  galvanised: 'bare galvanised steel',
  aluminium: 'bare aluminium',
  glassfibre: 'bare glassfibre',
  smc: 'bare moulded compound',
  carbon: 'bare carbon composite',
  plastic: 'bare plastic',
  paintedPlastic: 'the old finish of a plastic part',
  oldCoating: 'an old coating',
  electrocoat: 'factory electrocoat',
  transportPrimer: 'a transport primer',
  factoryFinish: 'a factory finish',
  converter: 'converter',
  etch: 'etch primer',
  weldThrough: 'weld-through primer',
  epoxy: 'epoxy',
  dtm: 'direct-to-metal primer',
  glassFiller: 'glass-reinforced filler',
  lightFiller: 'filler',
  epoxyFiller: 'epoxy filler',
  flexibleFiller: 'flexible filler',
  glaze: 'glaze',
  sprayFiller: 'spray filler',
  highBuild: 'high-build primer',
  onePackPrimer: 'one-pack primer',
  rustPrimer: 'rust-stabilising primer',
  plasticPromoter: 'promoter',
  seamSealer: 'seam sealer',
  underseal: 'underseal',
  liner: 'a load-bed liner',
  cavityWax: 'cavity wax',
  baseSolvent: 'base coat',
  baseWater: 'waterborne base',
  singleStage: 'single-stage',
  enamel: 'one-pack enamel',
  clear: 'clear',
};

/**
 * Materials that go on, as columns of the tables: families that behave alike towards what is below stand in one.
 */
export const MATERIALS = [
  'converter',
  'etch',
  'epoxy',
  'dtm',
  'weldThrough',
  'glassFiller',
  'lightFiller',
  'epoxyFiller',
  'flexibleFiller',
  'glaze',
  'sprayFiller',
  'highBuild',
  'promoter',
  'sealer',
  'underseal',
  'base',
  'singleStage',
  'clear',
  'onePack',
  'rustPrimer',
  'enamel',
  'liner',
  'cavityWax',
] as const;
export type Material = (typeof MATERIALS)[number];

/** The column of each family; null for what is used up and lays nothing. */
export const MATERIAL_OF: { readonly [F in ProductFamily]: Material | null } = {
  oldCoating: null,
  electrocoat: null,
  transportPrimer: null,
  factoryFinish: null,
  converter: 'converter',
  etch: 'etch',
  epoxy: 'epoxy',
  weldThrough: 'weldThrough',
  dtm: 'dtm',
  glassFiller: 'glassFiller',
  lightFiller: 'lightFiller',
  epoxyFiller: 'epoxyFiller',
  flexibleFiller: 'flexibleFiller',
  glaze: 'glaze',
  sprayFiller: 'sprayFiller',
  highBuild: 'highBuild',
  onePackPrimer: 'onePack',
  rustPrimer: 'rustPrimer',
  plasticPromoter: 'promoter',
  seamSealer: 'sealer',
  underseal: 'underseal',
  liner: 'liner',
  cavityWax: 'cavityWax',
  baseSolvent: 'base',
  baseWater: 'base',
  singleStage: 'singleStage',
  enamel: 'enamel',
  clear: 'clear',
  guideCoat: null,
  cleaner: null,
  thinner: null,
  hardener: null,
  toner: null,
};
