import type { MaskedFor } from '../systems/maskEdges';

/**
 * How an edge is at which a coat stopped. wet: it still flows together. flashing: it takes more, with a seam. tacky: it takes nothing without marking.
 * open: another coat goes over it without sanding. shut: it has to be sanded first.
 */
export const EDGE_STATES = ['wet', 'flashing', 'tacky', 'open', 'shut'] as const;
export type EdgeState = (typeof EDGE_STATES)[number];

/** Figures of what was laid, min after it; from its clock or its sheet. */
export interface EdgeTimes {
  flashMin: number;
  dustFreeMin: number;
  /** Another coat without sanding; absent: whenever it is out of the dust. */
  recoatMin?: number;
  closesMin?: number;
  /** It sands without clogging. */
  sandMin?: number;
}

/** So long an edge flows together, a share of its flash, and at most, min. */
const WET_SHARE = 0.5;
const WET_MOST_MIN = 6;

export function edgeState(sinceMin: number, t: EdgeTimes): EdgeState {
  if (sinceMin <= Math.min(WET_MOST_MIN, t.flashMin * WET_SHARE)) return 'wet';
  if (sinceMin <= t.flashMin) return 'flashing';
  const opensMin = t.recoatMin ?? t.dustFreeMin;
  if (t.closesMin !== undefined && sinceMin > t.closesMin) return 'shut';
  return sinceMin < opensMin ? 'tacky' : 'open';
}

/** What is done about an edge. on: spray on. over: another coat over the whole part. wait: nothing yet. sand: sand, then from line to line. */
export type EdgeAct = 'on' | 'over' | 'wait' | 'sand';
interface EdgeAdvice {
  act: EdgeAct;
  text: string;
}
const ON: EdgeAdvice = { act: 'on', text: 'It is still wet: go on at once, a hand’s width back over the edge.' };

/** What becomes of an edge at which a coat stopped, by what was laid; complete by type. */
export const EDGE_ADVICE: { readonly [R in MaskedFor]: { readonly [S in EdgeState]: EdgeAdvice } } = {
  converter: {
    wet: ON,
    flashing: { act: 'on', text: 'Go on: it turns rust where it wets, and an edge does not show.' },
    tacky: { act: 'wait', text: 'Let it dry through, then wet what it did not reach.' },
    open: { act: 'on', text: 'Wet what it did not reach.' },
    shut: { act: 'on', text: 'Wet what it did not reach, and let it work as long as the rest.' },
  },
  primer: {
    wet: ON,
    flashing: { act: 'on', text: 'Go on. The rough edge is sanded away with the rest.' },
    tacky: { act: 'wait', text: 'Leave it: spray over it now wrinkles or traps solvent.' },
    open: { act: 'over', text: 'The next coat over the whole part; the edge goes when it is sanded.' },
    shut: { act: 'sand', text: 'Sand it first, the edge to nothing, then prime on.' },
  },
  sealant: {
    wet: ON,
    flashing: { act: 'on', text: 'Go on, overlapping well.' },
    tacky: { act: 'on', text: 'Go on: it bonds to itself while it is tacky.' },
    open: { act: 'on', text: 'Go on, overlapping by a hand’s width.' },
    shut: { act: 'sand', text: 'Roughen the lap, wipe it, and go on.' },
  },
  base: {
    wet: ON,
    flashing: { act: 'on', text: 'Mist the edge lightly, then go on: flake that dried there shows as a stripe.' },
    tacky: { act: 'wait', text: 'Let it flash right out: wet colour on it lifts and clouds.' },
    open: {
      act: 'over',
      text: 'The next coat over the whole part, lightly over the edge first. It must not be clear yet.',
    },
    shut: { act: 'sand', text: 'Its window is shut: key the part with P800 or a grey pad, and base all of it again.' },
  },
  topcoat: {
    wet: ON,
    flashing: {
      act: 'on',
      text: 'Go on at once, wet over the edge. Where it stays hazy, it is polished when it is hard.',
    },
    tacky: { act: 'wait', text: 'Leave it. Spray that falls on it now stays as a dry, hazy edge.' },
    open: { act: 'over', text: 'Another full coat over the whole part, from line to line, while its window is open.' },
    shut: {
      act: 'sand',
      text: 'When it is hard, sand the part with P800 to P1000 and clear it again from line to line. A blend in the open panel comes back as a ring.',
    },
  },
};

export interface EdgeOutlook extends EdgeAdvice {
  state: EdgeState;
  /** From when that can be done, min after the coat; absent: at once. */
  fromMin?: number;
  /** Until when it can, min after the coat; absent: there is no such end. */
  untilMin?: number;
}

/** What becomes of an edge at which a coat stopped so long ago. */
export function edgeOutlook(role: MaskedFor, sinceMin: number, t: EdgeTimes): EdgeOutlook {
  const state = edgeState(sinceMin, t);
  const advice = EDGE_ADVICE[role][state];
  const until = {
    wet: Math.min(WET_MOST_MIN, t.flashMin * WET_SHARE),
    flashing: t.flashMin,
    tacky: undefined,
    open: t.closesMin,
    shut: undefined,
  }[state];
  const from =
    advice.act === 'wait'
      ? (t.recoatMin ?? t.dustFreeMin)
      : advice.act === 'sand' && t.sandMin !== undefined && t.sandMin > sinceMin
        ? t.sandMin
        : undefined;
  return {
    ...advice,
    state,
    ...(from !== undefined && { fromMin: from }),
    ...(until !== undefined && { untilMin: until }),
  };
}
