import type { MaskedFor } from '../systems/maskEdges';

/** What goes wrong in the middle of an evening, and what somebody says of it with one tap. */
export const MISHAPS = {
  run: 'It ran',
  dust: 'Dust or a fly in it',
  dry: 'It is dry and rough',
} as const;
export type Mishap = keyof typeof MISHAPS;

interface MishapAdvice {
  /** What to do now. */
  now: string;
  /** What is left to do on that part, for its list. */
  later: string;
}

const LEAVE = 'Leave it alone: a hand in wet paint makes two faults of one.';

/** By what was sprayed; complete by type. */
export const MISHAP_ADVICE: { readonly [R in MaskedFor]: { readonly [M in Mishap]: MishapAdvice } } = {
  converter: {
    run: {
      now: 'Take the drip off with a rag and even it out.',
      later: 'Drip of converter: rub it flat when it is dry',
    },
    dust: { now: 'It does not matter here.', later: 'Dust in the converter: wipe it off' },
    dry: { now: 'Wet it once more.', later: 'Dry place in the converter: wet it once more' },
  },
  primer: {
    run: {
      now: `${LEAVE} Next coats go on over the rest as planned.`,
      later: 'Run in the primer: block it flat first when it sands',
    },
    dust: { now: 'Go on: it is sanded with the rest.', later: 'Dust in the primer: sand it with the rest' },
    dry: {
      now: 'Nearer or slower with the next coat.',
      later: 'Dry spray in the primer: sand it before the next coat',
    },
  },
  sealant: {
    run: { now: 'Brush it out while it is wet.', later: 'Sag in the sealer: trim it when it is cured' },
    dust: { now: 'Go on.', later: 'Dirt in the sealer' },
    dry: { now: 'Go over it once more.', later: 'Thin place in the sealer: go over it' },
  },
  base: {
    run: {
      now: `${LEAVE} Let it dry through before clear: a run in colour shows under it.`,
      later: 'Run in the colour: flatten it when it is dry, colour it again before clear',
    },
    dust: {
      now: 'Let it flash, take it off with a tack rag or fine paper, and mist it over.',
      later: 'Dust in the colour: take it off before clear',
    },
    dry: {
      now: 'Next coat a little wetter, so that flake lies as on the rest.',
      later: 'Dry colour: check the shade before clear',
    },
  },
  topcoat: {
    run: {
      now: `${LEAVE} Go on with the other parts; give this one no more on that place.`,
      later: 'Run in the clear: shave or block it flat when it is hard, then polish',
    },
    dust: {
      now: 'Leave it: it is denibbed and polished when it is hard.',
      later: 'Dust in the clear: denib and polish when it is hard',
    },
    dry: {
      now: 'Still wet beside it: one wetter pass over the place. Dry already: leave it.',
      later: 'Dry, hazy clear: flatten and polish when it is hard, or clear again in its window',
    },
  },
};
