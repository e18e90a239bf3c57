import type { Product } from './product';
import { aids } from './products/aids';
import { colours } from './products/colours';
import { fillers } from './products/fillers';
import { primers } from './products/primers';
import { sealers } from './products/sealers';
import { toners } from './products/toners';

/*
 * The shipped library. Every figure is a plausible, generic one for its kind of product, rounded as data sheets round;
 * none is taken from a particular maker. A user copies a product and puts in the figures of the sheet in hand.
 */

/** The generic products that come with Stratocoat. */
export const SHIPPED_PRODUCTS: readonly Product[] = [
  ...primers,
  ...fillers,
  ...sealers,
  ...colours,
  ...aids,
  ...toners,
];
