import type { ProductFamily } from './product';
import type { SubstrateKind } from './substrates';

/** The filler that holds on each substrate, and is sanded to shape. */
export const FILLER_ON: { readonly [S in SubstrateKind]: ProductFamily } = {
  steel: 'lightFiller',
  galvanised: 'epoxyFiller',
  aluminium: 'lightFiller',
  glassfibre: 'lightFiller',
  smc: 'epoxyFiller',
  carbon: 'epoxyFiller',
  plastic: 'flexibleFiller',
};
