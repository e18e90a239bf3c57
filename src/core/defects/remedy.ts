import type { ZoneStatus } from '../cure/status';
import { defectRipeMs, mendInTime } from '../cure/defectRipe';
import { filmBudget } from '../grit/budget';
import { likelyRemovalUm } from '../grit/removal';
import type { Sheen } from '../library/finish';
import { isTopcoat } from '../library/product';
import { bearsCutting } from '../route/defectWay';
import { topLayer, type Defect, type Strata } from '../strata/types';
import { defectLayer, type DefectLayer, type Mend } from '../systems/defects';
import { DEFECT_WORDS } from '../systems/defectWords';

/** How a defect is put right, in words: by the layer on top. Two or three lines; the sheet decides where it says otherwise. */
const HOW: { readonly [M in Mend]: { name: string; lines: { readonly [L in DefectLayer]: readonly string[] } } } = {
  wipe: {
    name: 'Wipe it off',
    lines: {
      topcoat: [
        'A soft cloth and a mild cleaner, without rubbing.',
        'Textured trim: a soft brush and trim cleaner before it dries.',
      ],
      base: ['A tack rag, lightly.'],
      primer: ['Blow it off, and wipe.'],
      filler: ['Blow it off.'],
    },
  },
  polish: {
    name: 'Denib and polish, there only',
    lines: {
      topcoat: [
        'P2000 on a small hard block, wet, only on the point, until it is level.',
        'P3000 over it, then compound and a fine polish.',
      ],
      base: ['P1500 wet, just the point; base over it.'],
      primer: ['P320, just the point.'],
      filler: ['P180, just the point.'],
    },
  },
  level: {
    name: 'Cut it flat',
    lines: {
      topcoat: [
        'Tape round it, so that only what stands proud is cut. A blade or a hard block with P1500, wet, until the edge is gone.',
        'Take the tape off, P2000 and P3000 over it, then compound.',
      ],
      base: ['P1500 wet until it is level; then another coat of base.'],
      primer: ['Block it flat with the rest.'],
      filler: ['Cut it flat with the next paper.'],
    },
  },
  coat: {
    name: 'One more coat',
    lines: {
      topcoat: ['Flatten it with P1000, to the next edge or line.', 'Wipe, tack off, and lay it again.'],
      base: ['One even coat more, in its window.'],
      primer: ['Scuff it with P320 and lay another coat.'],
      filler: ['Spread it once more.'],
    },
  },
  colour: {
    name: 'Colour and clear again',
    lines: {
      topcoat: ['Flatten the face with P800 to P1000.', 'Base until it is even, then clear over the whole face.'],
      base: ['Flatten it with P1000, and base over it until it is even.'],
      primer: ['Base over it until it is even.'],
      filler: ['Prime it first.'],
    },
  },
  sound: {
    name: 'Down to what is sound',
    lines: {
      topcoat: [
        'Sand it off down to what holds, with a feathered edge; P240, then finer.',
        'Build it again from there: the way says each step.',
      ],
      base: ['Sand it off down to what holds.', 'Build it again from there: the way says each step.'],
      primer: ['Sand it off down to what holds, and prime again.'],
      filler: ['Cut it out, and fill again.'],
    },
  },
  strip: {
    name: 'Strip it',
    lines: {
      topcoat: ['All of it comes off, to the substrate.'],
      base: ['All of it comes off, to the substrate.'],
      primer: ['All of it comes off, to the substrate.'],
      filler: ['All of it comes off, to the substrate.'],
    },
  },
  harden: {
    name: 'Time and warmth',
    lines: {
      topcoat: ['Warm the part gently, under its limit, and leave it.', 'Try it with a nail before anything else.'],
      base: ['Leave it, warm and aired.'],
      primer: ['Leave it, warm and aired.'],
      filler: ['Warm it; filler without hardener never sets.'],
    },
  },
  fill: {
    name: 'Close it with glaze',
    lines: {
      topcoat: ['Open it with P180, and glaze it.'],
      base: ['Open it with P180, and glaze it.'],
      primer: ['Open it with P180, and glaze it.'],
      filler: ['Sand it open with P180, blow it out, press glaze in, and cut it flat.'],
    },
  },
};

export interface DefectRemedy {
  mend: Mend;
  name: string;
  how: readonly string[];
  /** From when, ms; 0: at once. null: it stands still in this cold. */
  fromMs: number | null;
  /** Of the finish on top: what there is, what it takes, and what has to stay, µm; absent where nothing of it is cut. */
  film?: {
    leftUm: number;
    takesUm: number;
    reserveUm: number;
    isShort: boolean;
    basis: Strata['layers'][number]['basis'];
  };
  not: string;
}

/** Papers that a mend goes over a finish with. */
const PAPERS: { readonly [M in Mend]?: readonly number[] } = { polish: [2000, 3000], level: [1500, 2000, 3000] };
/** Compound takes about so much, µm. */
const POLISH_UM = 2;

/**
 * How a defect is put right as things stand: by its layer, its grade, the film that is left, and the sheen that is agreed.
 * @returns undefined where nothing is to be done about it any more
 */
export function remedyOf(d: Defect, strata: Strata, status: ZoneStatus, sheen: Sheen): DefectRemedy | undefined {
  const top = topLayer(strata);
  const asked = mendInTime(d, strata, status, sheen);
  if (!top || asked === null) return undefined;
  const papers = PAPERS[asked];
  const budget = papers && isTopcoat(top.family) ? filmBudget(strata) : undefined;
  const isShort = budget !== undefined && !bearsCutting(strata, papers?.[0] ?? 2000);
  const mend = isShort ? 'coat' : asked;
  const takesUm = (papers ?? []).reduce((um, g) => um + likelyRemovalUm(g, strata), 0) + POLISH_UM;
  return {
    mend,
    name: HOW[mend].name,
    how: HOW[mend].lines[defectLayer(top.family)],
    fromMs: defectRipeMs(d, status),
    ...(budget && {
      film: { leftUm: budget.leftUm, takesUm, reserveUm: budget.reserveUm ?? 0, isShort, basis: budget.basis },
    }),
    not: DEFECT_WORDS[d.kind].not,
  };
}
