import type { DefectKind } from '../log/defects';
import type { MaskedFor } from '../systems/maskEdges';

/** What goes wrong in the middle of an evening, and what somebody says of it with one tap. */
export const MISHAPS = {
  run: 'It ran',
  dust: 'Dust or a fly in it',
  dry: 'It is dry and rough',
} as const;
export type Mishap = keyof typeof MISHAPS;

/** As what each is marked on the part: what is done about it later hangs on that. */
export const MISHAP_DEFECT: { readonly [M in Mishap]: DefectKind } = { run: 'run', dust: 'nib', dry: 'drySpray' };

const LEAVE = 'Leave it alone: a hand in wet paint makes two faults of one.';

/** What to do now, by what was sprayed; complete by type. */
export const MISHAP_ADVICE: { readonly [R in MaskedFor]: { readonly [M in Mishap]: string } } = {
  converter: {
    run: 'Take the drip off with a rag and even it out.',
    dust: 'It does not matter here.',
    dry: 'Wet it once more.',
  },
  primer: {
    run: `${LEAVE} Next coats go on over the rest as planned.`,
    dust: 'Go on: it is sanded with the rest.',
    dry: 'Nearer or slower with the next coat.',
  },
  sealant: {
    run: 'Brush it out while it is wet.',
    dust: 'Go on.',
    dry: 'Go over it once more.',
  },
  base: {
    run: `${LEAVE} Let it dry through before clear: a run in colour shows under it.`,
    dust: 'Let it flash, take it off with a tack rag or fine paper, and mist it over.',
    dry: 'Next coat a little wetter, so that flake lies as on the rest.',
  },
  topcoat: {
    run: `${LEAVE} Go on with the other parts; give this one no more on that place.`,
    dust: 'Leave it: it is denibbed and polished when it is hard.',
    dry: 'Still wet beside it: one wetter pass over the place. Dry already: leave it.',
  },
};
