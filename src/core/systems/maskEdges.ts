import type { FamilyRole } from '../library/families';
import type { MaskEdge } from '../log/evening';

/** Where a coat of an evening may end. keepOut: a label, plate or trim that stays. border: the edge of the panel. opening: a hole through it. inside: on the panel itself. */
export const MASK_PLACES = ['keepOut', 'border', 'opening', 'inside'] as const;
export type MaskPlace = (typeof MASK_PLACES)[number];
/** What is laid that evening, as far as masking asks. */
export type MaskedFor = Extract<FamilyRole, 'primer' | 'base' | 'topcoat' | 'sealant' | 'converter'>;
/** What a family is to masking; undefined for what is spread, found or used up. */
export function maskedFor(role: FamilyRole): MaskedFor | undefined {
  switch (role) {
    case 'found':
    case 'filler':
    case 'aid':
      return undefined;
    case 'primer':
    case 'base':
    case 'topcoat':
    case 'sealant':
    case 'converter':
      return role;
  }
}

interface EdgeAdvice {
  edge: MaskEdge;
  /** Why, in a sentence. */
  why: string;
}

const TRIM: EdgeAdvice = { edge: 'hard', why: 'It has an edge of its own, and the line ends on it.' };
const GAP: EdgeAdvice = { edge: 'hidden', why: 'In the gap nobody sees where it ends: tape behind the edge.' };
const HOLE: EdgeAdvice = { edge: 'closed', why: 'Mist goes through every hole: close it from behind.' };
const ROLLED: EdgeAdvice = {
  edge: 'rolled',
  why: 'A hard line in primer shows through the colour: let it run out and sand it.',
};

/**
 * Which edge masking has, by what is sprayed and where it ends; complete by type. Colour that ends on the panel itself is not masked: it melts into
 * what is there, and clear goes over the whole panel.
 */
export const MASK_EDGE_FOR: { readonly [R in MaskedFor]: { readonly [P in MaskPlace]: EdgeAdvice } } = {
  converter: { keepOut: TRIM, border: GAP, opening: HOLE, inside: ROLLED },
  primer: { keepOut: TRIM, border: GAP, opening: HOLE, inside: ROLLED },
  sealant: {
    keepOut: TRIM,
    border: GAP,
    opening: { edge: 'closed', why: 'Drains and threads that fill up are lost: close each one.' },
    inside: { edge: 'hard', why: 'A seam bead and underseal end in a straight line.' },
  },
  base: {
    keepOut: TRIM,
    border: GAP,
    opening: HOLE,
    inside: { edge: 'none', why: 'Tape leaves a line in colour: it runs out over the panel, without any.' },
  },
  topcoat: {
    keepOut: TRIM,
    border: GAP,
    opening: HOLE,
    inside: {
      edge: 'none',
      why: 'Clear ends at an edge or a swage line, never on the open panel: take it to the next line.',
    },
  },
};

/**
 * How a coat stands against the edge that was masked for it. A hard line on the open panel under primer or colour is seen; rolled under the last coat it
 * leaves a dry fringe. Complete by type.
 */
export const EDGE_UNDER: { readonly [R in MaskedFor]: { readonly [E in MaskEdge]: string | null } } = {
  converter: { hard: null, rolled: null, hidden: null, closed: null, none: null },
  primer: {
    hard: 'A hard tape line in primer shows through the colour: roll the edge, or feather it when it is dry.',
    rolled: null,
    hidden: null,
    closed: null,
    none: null,
  },
  sealant: { hard: null, rolled: null, hidden: null, closed: null, none: null },
  base: {
    hard: 'Colour against a hard tape line on the panel leaves a step: take the tape to a gap, or let the colour run out.',
    rolled: null,
    hidden: null,
    closed: null,
    none: null,
  },
  topcoat: {
    hard: null,
    rolled: 'Clear over a rolled edge leaves a dry fringe: take it to a hard or hidden line.',
    hidden: null,
    closed: null,
    none: null,
  },
};
