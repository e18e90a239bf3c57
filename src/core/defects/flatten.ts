import { finishScratchUm } from '../grit/grain';
import { keysOf } from '../keysOf';
import type { Sheen } from '../library/finish';
import type { ProductFamily } from '../library/product';
import { RESERVE_UM } from '../grit/budget';
import type { LayerFamily } from '../systems/surfaces';
import { mendOf } from '../systems/defects';

/**
 * How a finish looks in a straight light, in five words; `peelUm`: from the crests to the valleys of its ripple. Figures are middles of what panels show, from
 * a show finish to paint that landed half dry: a judgement by eye, good to about half of itself.
 */
export const TEXTURES = {
  mirror: { name: 'Mirror', peelUm: 0.5, looks: 'A tube in it has a sharp, straight edge.' },
  fine: { name: 'Fine', peelUm: 2, looks: 'The edge of a tube trembles a little.' },
  usual: { name: 'As most cars', peelUm: 4.5, looks: 'The edge of a tube is wavy; its line is clear.' },
  coarse: { name: 'Coarse', peelUm: 9, looks: 'A tube breaks up into pieces.' },
  rough: { name: 'Rough', peelUm: 15, looks: 'A tube is only a bright patch.' },
} as const;
export type Texture = keyof typeof TEXTURES;
export const TEXTURE_KEYS = keysOf(TEXTURES);

/** The word that a peel fits best, by the middle between two on a ratio scale. */
export const textureOf = (peelUm: number): Texture =>
  TEXTURE_KEYS.reduce((best, t) =>
    Math.abs(Math.log(TEXTURES[t].peelUm / Math.max(0.1, peelUm))) <
    Math.abs(Math.log(TEXTURES[best].peelUm / Math.max(0.1, peelUm)))
      ? t
      : best,
  );

/** One step of a ladder: what it is done with, and what it takes and leaves. */
export interface FlattenStep {
  with: 'paper' | 'cut' | 'finish';
  grit?: number;
  takesUm: number;
  leavesUm: number;
  why: string;
}

export interface FlattenPlan {
  /** What comes of it. asItIs: it is as flat as it should be. never: what is not polished. coat: too little film, another coat first. */
  answer: 'go' | 'asItIs' | 'never' | 'short' | 'coat';
  steps: FlattenStep[];
  /** Texture that is reached, and film that is left, µm. */
  reaches: Texture;
  leavesUm: number;
  reserveUm: number;
}

/** Compound takes about a scratch of its last paper, then this, µm. */
const CUT_UM = 1;
const FINISH_UM = 0.3;
/** The first paper by what has to come off, µm: coarser ones only where they are needed. */
const FIRST_PAPERS: readonly [overUm: number, grit: number][] = [
  [8, 1200],
  [4, 1500],
  [1.5, 2000],
  [0, 3000],
];
const PAPERS = [1200, 1500, 2000, 3000] as const;

/** The papers, compound and finish from one peel to another, with what each takes. */
function stepsTo(fromUm: number, toUm: number, filmUm: number): FlattenStep[] {
  const off = fromUm - toUm;
  const first = FIRST_PAPERS.find(([over]) => off > over)?.[1] ?? 3000;
  const steps: FlattenStep[] = [];
  let left = filmUm;
  const add = (s: Omit<FlattenStep, 'leavesUm'>) => {
    left -= s.takesUm;
    steps.push({ ...s, leavesUm: left });
  };
  const papers = PAPERS.filter((g) => g >= first);
  papers.forEach((grit, i) => {
    const before = papers[i - 1];
    add({
      with: 'paper',
      grit,
      takesUm: before === undefined ? off + finishScratchUm(grit) : finishScratchUm(before),
      why:
        before === undefined
          ? 'Until the shine is gone as deep as it is to be flat, no further.'
          : `Until nothing of P${before} is seen.`,
    });
  });
  add({
    with: 'cut',
    takesUm: finishScratchUm(papers.at(-1) ?? 3000) + CUT_UM,
    why: 'Compound on a firm pad; edges and body lines by hand.',
  });
  add({ with: 'finish', takesUm: FINISH_UM, why: 'Fine polish on a soft pad, slow, until it is clear in the sun.' });
  return steps;
}

export interface FlattenAsk {
  /** Of the finish on top. */
  family: ProductFamily;
  sheen: Sheen;
  /** How it is, and what is beside it: peel in µm, by eye or by a meter. */
  peelUm: number;
  besideUm: number;
  /** Film of the finish that there is, µm; and what its sheet says has to stay, where it says so. */
  filmUm: number;
  reserveUm?: number;
}

/** A peel so near to what is beside it is the same to the eye, as a factor. */
const ALIKE = 1.35;

/**
 * How far to flatten, and by what: as flat as what is beside it, never flatter, and never below what has to stay (35 µm of clear, or the sheet's figure). What
 * is taken off is the peel that goes and one scratch of each paper (reference: grain by ISO 6344, scratch a tenth of it on clear).
 */
export function planFlatten(ask: FlattenAsk): FlattenPlan {
  const reserveUm = ask.reserveUm ?? RESERVE_UM[ask.family as LayerFamily] ?? 0;
  const as = textureOf(ask.peelUm);
  const none = (answer: FlattenPlan['answer']): FlattenPlan => ({
    answer,
    steps: [],
    reaches: as,
    leavesUm: ask.filmUm,
    reserveUm,
  });
  if (mendOf('orangePeel', 2, ask.family, ask.sheen) !== 'level') return none('never');
  if (ask.peelUm <= ask.besideUm * ALIKE) return none('asItIs');
  const bears = (toUm: number) => {
    const steps = stepsTo(ask.peelUm, toUm, ask.filmUm);
    return (steps.at(-1)?.leavesUm ?? 0) >= reserveUm ? steps : undefined;
  };
  const whole = bears(ask.besideUm);
  if (whole)
    return {
      answer: 'go',
      steps: whole,
      reaches: textureOf(ask.besideUm),
      leavesUm: whole.at(-1)?.leavesUm ?? ask.filmUm,
      reserveUm,
    };
  // As flat as the film bears: halfway is better than through.
  for (let toUm = ask.besideUm + 0.5; toUm < ask.peelUm * 0.9; toUm += 0.5) {
    const steps = bears(toUm);
    if (steps)
      return {
        answer: 'short',
        steps,
        reaches: textureOf(toUm),
        leavesUm: steps.at(-1)?.leavesUm ?? ask.filmUm,
        reserveUm,
      };
  }
  return none('coat');
}

/** The work of a plan as it is logged: each paper with what it took, then compound and polish as one. Figures to a tenth of a µm. */
export function workOf({
  steps,
}: FlattenPlan): (
  | { kind: 'sanded'; grit: number; tool: 'block'; wet: true; removedUm: number }
  | { kind: 'polished'; grit: number; removedUm: number }
)[] {
  const tenth = (um: number) => Math.round(um * 10) / 10;
  const papers = steps.flatMap((s) =>
    s.grit === undefined
      ? []
      : [
          {
            kind: 'sanded' as const,
            grit: s.grit,
            tool: 'block' as const,
            wet: true as const,
            removedUm: tenth(s.takesUm),
          },
        ],
  );
  const machine = steps.reduce((um, s) => (s.grit === undefined ? um + s.takesUm : um), 0);
  return steps.length === 0
    ? []
    : [...papers, { kind: 'polished', grit: papers.at(-1)?.grit ?? 3000, removedUm: tenth(machine) }];
}
