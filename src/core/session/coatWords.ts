import type { MaskedFor } from '../systems/maskEdges';

/** How one coat of several is laid. */
export interface CoatWords {
  /** What it is called. */
  name: string;
  /** How the hand does it, in a few words. */
  how: string;
}

const NTH: CoatWords = { name: 'full coat', how: 'Even and closed.' };

/**
 * What a coat of an evening is called and how it is laid, by what is sprayed; complete by type. First a light one that holds the next, then what
 * covers; colour with flake ends with a drop coat, so that flake lies alike all over; clear is closed, then full.
 */
const COAT_WORDS: { readonly [R in MaskedFor]: (coat: number, of: number) => CoatWords } = {
  converter: () => ({ name: 'wet coat', how: 'Wet it, and leave no puddles.' }),
  primer: (coat, of) => (coat === 1 && of > 1 ? { name: 'thin first coat', how: 'Thin: it holds the next one.' } : NTH),
  sealant: () => NTH,
  base: (coat, of) =>
    of === 1
      ? { name: 'coat to cover', how: 'Even, until nothing shows through.' }
      : coat === 1
        ? { name: 'light coat', how: 'Light: it holds the next one. Tack off lightly before the next.' }
        : coat < of || of === 2
          ? {
              name: 'coat to cover',
              how: 'Even, until nothing shows through. With flake, a last light pass from further away.',
            }
          : { name: 'drop coat', how: 'From a hand’s width further away, lightly, so that flake lies alike all over.' },
  topcoat: (coat, of) =>
    coat === 1 && of > 1
      ? { name: 'closed first coat', how: 'Closed, not heavy: it carries the next.' }
      : { name: 'full coat', how: 'Full and wet, as slow as it does not run.' },
};

/** @param coat from 1 @param of how many of the product there are that evening */
export const coatWords = (role: MaskedFor, coat: number, of: number): CoatWords => COAT_WORDS[role](coat, of);
