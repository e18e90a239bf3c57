import { FAMILIES, type ProductFamily } from './families';
import { keysOf } from '../keysOf';
import type { QualityLevel } from './level';

/**
 * How paint stays. asItIs: repairs are sealed and coloured by dabs. polished: likewise, then all of it is polished. touchedIn: the dabs are
 * levelled with the paint round them. spotRepair: colour on the repair, clear over the whole face.
 */
export type Keeps = 'polished' | 'asItIs' | 'touchedIn' | 'spotRepair';

interface SystemRecord {
  name: string;
  /** One line to agree on with the owner. */
  about: string;
  /** What goes on the primer, the first choice first; none: it ends in primer. */
  over: readonly ProductFamily[];
  /** The primer is built, blocked and refined for it. */
  blocked: boolean;
  /** Carries a sheen that can be agreed on. */
  sheen: boolean;
  /** The paint that is there stays; how what is repaired or chipped in it is brought back. */
  keeps?: Keeps;
  /** Comes off again: it has months to last. */
  temporary?: true;
}

/** What a face can end with. */
const SYSTEMS = {
  baseClear: {
    name: 'Base and clear',
    about: 'Colour, and clear that carries gloss and weather.',
    over: ['baseSolvent', 'baseWater'],
    blocked: true,
    sheen: true,
  },
  singleStage: {
    name: 'Single-stage',
    about: 'Two-pack colour that carries its own gloss.',
    over: ['singleStage'],
    blocked: true,
    sheen: true,
  },
  enamel: {
    name: 'One-pack enamel',
    about: 'Brushed or from a tin: soft for weeks, easily touched up.',
    over: ['enamel'],
    blocked: false,
    sheen: true,
  },
  primer: {
    name: 'Primer only',
    about: 'Sealed, and left for later or for where nobody looks.',
    over: [],
    blocked: false,
    sheen: false,
  },
  underseal: {
    name: 'Underseal',
    about: 'Over primer, underneath.',
    over: ['underseal'],
    blocked: false,
    sheen: false,
  },
  liner: {
    name: 'Load-bed liner',
    about: 'Over primer, where loads lie.',
    over: ['liner'],
    blocked: false,
    sheen: false,
  },
  kept: {
    name: 'Kept as it is',
    about: 'The paint that is there stays; a chip or a repair is touched in, and shows from near.',
    over: [],
    blocked: false,
    sheen: false,
    keeps: 'asItIs',
  },
  polished: {
    name: 'Polished only',
    about: 'The paint that is there stays and is polished; chips are touched in first.',
    over: [],
    blocked: false,
    sheen: false,
    keeps: 'polished',
  },
  touchedIn: {
    name: 'Touched in',
    about: 'The paint that is there stays; chips and repairs are coloured by dabs, levelled and polished in.',
    over: [],
    blocked: false,
    sheen: false,
    keeps: 'touchedIn',
  },
  spotRepair: {
    name: 'Spot repair in the panel',
    about: 'Colour on the repair alone, with a soft edge; clear over the whole face.',
    over: [],
    blocked: false,
    sheen: false,
    keeps: 'spotRepair',
  },
  forNow: {
    name: 'For now',
    about: 'Sealed, and coloured from a tin: it keeps rust out for its months, and is ground off then.',
    over: ['enamel'],
    blocked: false,
    sheen: false,
    temporary: true,
  },
} as const satisfies Record<string, SystemRecord>;
export type FinishSystem = keyof typeof SYSTEMS;
export const FINISH_SYSTEMS = keysOf(SYSTEMS);
export const FINISHES: { readonly [S in FinishSystem]: SystemRecord } = SYSTEMS;

export const SHEENS = ['gloss', 'satin', 'matt'] as const;
export type Sheen = (typeof SHEENS)[number];
export const SHEEN_NAMES: Record<Sheen, string> = { gloss: 'Gloss', satin: 'Satin', matt: 'Matt' };

/** What a product that ends the stack dries to. */
export const sheenOf = (p: { sheen?: Sheen | undefined }): Sheen => p.sheen ?? 'gloss';

export interface Colour {
  /** What cards, readings, formulas, batches and coats refer to; absent: its name, as it was up to version 10. */
  id?: string;
  name: string;
  hex: string;
}

/** What refers to a colour names this. It stays as it is when the colour is renamed. */
export const colourId = (c: Colour): string => c.id ?? c.name;

/** A colour that takes another one's place under the same id: another name, another look. */
export const renamed = (c: Colour, name: string, hex: string): Colour => ({ id: colourId(c), name, hex });

/** A coat, a layer or a step of paint, as far as it tells which colour it is. */
interface Coloured {
  colourId?: string | undefined;
  colourHex?: string | undefined;
}
/** Whether paint is of a colour: what was logged up to version 10 is known by how it is drawn. */
export const isOfColour = (paint: Coloured, c: Colour): boolean =>
  paint.colourId === undefined ? paint.colourHex === c.hex : paint.colourId === colourId(c);
/** Whether two coats are of one colour; likewise. */
export const isSameColour = (a: Coloured, b: Coloured): boolean =>
  a.colourId !== undefined && b.colourId !== undefined ? a.colourId === b.colourId : a.colourHex === b.colourHex;

/** What is agreed with the owner to end with; what is left out is the job's, or the usual. */
export interface AgreedFinish {
  system?: FinishSystem;
  sheen?: Sheen;
  level?: QualityLevel;
  colour?: Colour;
  /** Of what is only for now: until when it has to last, ms. */
  untilMs?: number;
}

/** What a zone ends with. */
export interface Finish extends AgreedFinish {
  system: FinishSystem;
  sheen: Sheen;
}
export const USUAL_FINISH: Finish = { system: 'baseClear', sheen: 'gloss' };

/** Whether a product is part of what a system puts over the primer. What is no colour and no topcoat is part of every one. */
export function belongsTo(system: FinishSystem, family: ProductFamily): boolean {
  const { role } = FAMILIES[family];
  // What is touched in is the paint that was there: nobody knows which.
  if (FINISHES[system].keeps) return family !== 'underseal' && family !== 'liner';
  if (family === 'clear') return system === 'baseClear';
  if (role === 'base' || role === 'topcoat' || family === 'underseal' || family === 'liner')
    return FINISHES[system].over.includes(family);
  return true;
}
