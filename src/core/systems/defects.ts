import { FAMILIES, isFinished, type ProductFamily, type Stage } from '../library/families';
import type { Sheen } from '../library/finish';
import type { DefectKind } from '../log/defects';
import { keysOf } from '../keysOf';

/** In what a defect is. Old paint that is a finish counts as one. */
export const DEFECT_LAYERS = ['topcoat', 'base', 'primer', 'filler'] as const;
export type DefectLayer = (typeof DEFECT_LAYERS)[number];

/**
 * How a defect is put right. wipe: it comes off with a cloth. polish: fine paper and compound. level: cut flat, then brought back to gloss (topcoat) or
 * gone over (the rest). coat: keyed, and the same product once more. colour: keyed, coloured and cleared again. sound: taken off down to what is
 * below it. strip: all of it down to the substrate. harden: time and warmth. fill: closed with glaze.
 */
export const MENDS = ['wipe', 'polish', 'level', 'coat', 'colour', 'sound', 'strip', 'harden', 'fill'] as const;
export type Mend = (typeof MENDS)[number];
type ByGrade = readonly [mild: Mend, plain: Mend, grave: Mend];

interface DefectRecord {
  /** By the layer that it is in; null: it is none there. */
  mends: { readonly [L in DefectLayer]: ByGrade | null };
  /** What its film waits for before hands touch it; null: nothing. */
  ripe: Stage | null;
  /** It is so much thicker there that it takes longer: a factor on the time since it was laid. */
  slow?: number;
  /** Nothing stands proud or lies deep: on base that is still wet in wet the next coat evens it out, and no paper is needed. */
  flat?: true;
}

const POLISH: ByGrade = ['polish', 'polish', 'level'];
const LEVEL: ByGrade = ['level', 'level', 'coat'];
const SOUND: ByGrade = ['sound', 'sound', 'sound'];

/**
 * Every defect of fresh paint: mending by layer and grade, and earliest moment; how it looks is in `defectWords`. Practice of refinishing as makers' sheets
 * and trade handbooks describe it, in general terms; the product's own sheet decides. See docs/defects.md.
 */
export const DEFECTS: { readonly [D in DefectKind]: DefectRecord } = {
  nib: {
    mends: {
      topcoat: ['polish', 'polish', 'level'],
      base: ['level', 'level', 'level'],
      primer: ['level', 'level', 'level'],
      filler: ['level', 'level', 'level'],
    },
    ripe: 'polish',
  },
  run: {
    mends: {
      topcoat: LEVEL,
      base: ['level', 'level', 'colour'],
      primer: ['level', 'level', 'level'],
      filler: ['level', 'level', 'level'],
    },
    ripe: 'polish',
    slow: 1.5,
  },
  sag: {
    mends: {
      topcoat: LEVEL,
      base: ['level', 'level', 'colour'],
      primer: ['level', 'level', 'level'],
      filler: ['level', 'level', 'level'],
    },
    ripe: 'polish',
    slow: 1.3,
  },
  curtain: {
    mends: {
      topcoat: ['level', 'coat', 'coat'],
      base: ['colour', 'colour', 'sound'],
      primer: ['level', 'level', 'sound'],
      filler: ['level', 'level', 'level'],
    },
    ripe: 'polish',
    slow: 1.5,
  },
  drySpray: {
    mends: {
      topcoat: ['polish', 'level', 'coat'],
      base: ['level', 'level', 'colour'],
      primer: ['level', 'level', 'level'],
      filler: ['level', 'level', 'level'],
    },
    ripe: 'polish',
  },
  hazyEdge: {
    mends: {
      topcoat: ['polish', 'level', 'coat'],
      base: ['level', 'colour', 'colour'],
      primer: ['level', 'level', 'level'],
      filler: null,
    },
    ripe: 'polish',
  },
  overspray: {
    mends: {
      topcoat: ['wipe', 'polish', 'polish'],
      base: ['wipe', 'level', 'colour'],
      primer: ['level', 'level', 'level'],
      filler: null,
    },
    ripe: null,
  },
  orangePeel: {
    mends: {
      topcoat: ['polish', 'level', 'level'],
      base: ['level', 'level', 'colour'],
      primer: ['level', 'level', 'level'],
      filler: null,
    },
    ripe: 'polish',
  },
  solventPop: {
    mends: {
      topcoat: ['level', 'sound', 'sound'],
      base: SOUND,
      primer: ['level', 'sound', 'sound'],
      filler: ['fill', 'fill', 'sound'],
    },
    ripe: 'sand',
    slow: 1.5,
  },
  pinholes: {
    mends: { topcoat: SOUND, base: SOUND, primer: ['sound', 'sound', 'sound'], filler: ['fill', 'fill', 'sound'] },
    ripe: 'sand',
  },
  fisheyes: {
    mends: {
      topcoat: ['level', 'coat', 'sound'],
      base: ['level', 'colour', 'sound'],
      primer: ['level', 'sound', 'sound'],
      filler: ['fill', 'sound', 'sound'],
    },
    ripe: 'sand',
  },
  dieBack: {
    mends: { topcoat: ['polish', 'polish', 'coat'], base: null, primer: null, filler: null },
    ripe: 'full',
  },
  blushing: {
    mends: {
      topcoat: ['polish', 'polish', 'coat'],
      base: ['level', 'colour', 'colour'],
      primer: ['level', 'level', 'sound'],
      filler: null,
    },
    ripe: 'sand',
  },
  wrinkling: {
    mends: { topcoat: SOUND, base: SOUND, primer: SOUND, filler: SOUND },
    ripe: 'sand',
    slow: 1.5,
  },
  bleedThrough: {
    mends: { topcoat: SOUND, base: SOUND, primer: SOUND, filler: SOUND },
    ripe: 'sand',
  },
  peelsOff: {
    mends: { topcoat: SOUND, base: SOUND, primer: ['sound', 'sound', 'strip'], filler: ['sound', 'strip', 'strip'] },
    ripe: null,
  },
  edgeMapping: {
    mends: {
      topcoat: ['level', 'sound', 'sound'],
      base: SOUND,
      primer: ['level', 'level', 'sound'],
      filler: ['level', 'level', 'sound'],
    },
    ripe: 'full',
  },
  sinkBack: {
    mends: {
      topcoat: ['polish', 'level', 'coat'],
      base: ['level', 'colour', 'sound'],
      primer: ['level', 'level', 'sound'],
      filler: ['level', 'level', 'fill'],
    },
    ripe: 'full',
  },
  scratchSwelling: {
    mends: {
      topcoat: ['level', 'coat', 'sound'],
      base: ['level', 'colour', 'sound'],
      primer: ['level', 'level', 'sound'],
      filler: ['level', 'level', 'level'],
    },
    ripe: 'sand',
  },
  stripes: {
    mends: {
      topcoat: ['colour', 'colour', 'colour'],
      base: ['coat', 'colour', 'colour'],
      primer: ['coat', 'coat', 'coat'],
      filler: null,
    },
    flat: true,
    ripe: 'flash',
  },
  mottle: {
    mends: { topcoat: ['colour', 'colour', 'colour'], base: ['coat', 'colour', 'colour'], primer: null, filler: null },
    flat: true,
    ripe: 'flash',
  },
  poorHiding: {
    mends: {
      topcoat: ['colour', 'colour', 'colour'],
      base: ['coat', 'coat', 'coat'],
      primer: ['coat', 'coat', 'coat'],
      filler: null,
    },
    flat: true,
    ripe: 'flash',
  },
  colourOff: {
    mends: {
      topcoat: ['colour', 'colour', 'colour'],
      base: ['colour', 'colour', 'colour'],
      primer: null,
      filler: null,
    },
    flat: true,
    ripe: 'sand',
  },
  waterSpots: {
    mends: {
      topcoat: ['wipe', 'polish', 'level'],
      base: ['level', 'colour', 'colour'],
      primer: ['level', 'level', 'level'],
      filler: ['level', 'level', 'level'],
    },
    ripe: 'polish',
  },
  softFilm: {
    mends: {
      topcoat: ['harden', 'harden', 'sound'],
      base: ['harden', 'sound', 'sound'],
      primer: ['harden', 'harden', 'sound'],
      filler: ['harden', 'sound', 'sound'],
    },
    ripe: 'full',
  },
  burnThrough: {
    mends: {
      topcoat: ['coat', 'colour', 'colour'],
      base: ['coat', 'colour', 'colour'],
      primer: ['coat', 'coat', 'coat'],
      filler: ['level', 'level', 'level'],
    },
    ripe: 'sand',
  },
  holograms: {
    mends: { topcoat: POLISH, base: null, primer: null, filler: null },
    ripe: 'polish',
  },
  compoundInTrim: {
    mends: {
      topcoat: ['wipe', 'wipe', 'wipe'],
      base: ['wipe', 'wipe', 'wipe'],
      primer: ['wipe', 'wipe', 'wipe'],
      filler: null,
    },
    ripe: null,
  },
};
export const DEFECT_KINDS = keysOf(DEFECTS);

/** Soft for weeks, baked hard, or redissolved by the next coat: compound does them no good. */
const NEVER_POLISHED: readonly ProductFamily[] = ['enamel', 'powderCoat', 'lacquer'];

/** What a family is to a defect in it. */
export function defectLayer(f: ProductFamily): DefectLayer {
  const { role } = FAMILIES[f];
  switch (role) {
    case 'topcoat':
      return 'topcoat';
    case 'base':
      return 'base';
    case 'filler':
      return 'filler';
    case 'found':
      // Old paint that is a finish is mended like one; other old paint like primer.
      return isFinished(f) ? 'topcoat' : 'primer';
    case 'primer':
    case 'converter':
    case 'sealant':
    case 'aid':
      return 'primer';
  }
}

export type DefectGrade = 1 | 2 | 3;

/** Kinds that there are in a family's film. */
export const defectsIn = (f: ProductFamily): DefectKind[] =>
  DEFECT_KINDS.filter((k) => DEFECTS[k].mends[defectLayer(f)] !== null);

/**
 * How a defect is put right in a family's film. What is not to shine, and what bears no compound, is never polished: it gets another coat.
 * @returns null where such a film has no such defect
 */
export function mendOf(
  kind: DefectKind,
  grade: DefectGrade,
  family: ProductFamily,
  sheen: Sheen = 'gloss',
): Mend | null {
  const layer = defectLayer(family);
  const mend = DEFECTS[kind].mends[layer]?.[grade - 1] ?? null;
  const shines = sheen === 'gloss' && !NEVER_POLISHED.includes(family);
  return layer === 'topcoat' && !shines && (mend === 'polish' || mend === 'level') ? 'coat' : mend;
}
