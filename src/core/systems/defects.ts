import { FAMILIES, type ProductFamily, type Stage } from '../library/families';
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
  /** How it looks, in one sentence. */
  looks: string;
  /** What is asked of it besides its grade. */
  asks: 'size' | 'count' | 'none';
  grades: readonly [string, string, string];
  /** By the layer that it is in; null: it is none there. */
  mends: { readonly [L in DefectLayer]: ByGrade | null };
  /** What its film waits for before hands touch it; null: nothing. */
  ripe: Stage | null;
  /** It is so much thicker there that it takes longer: a factor on the time since it was laid. */
  slow?: number;
  /** What is not done about it. */
  not: string;
}

const POLISH: ByGrade = ['polish', 'polish', 'level'];
const LEVEL: ByGrade = ['level', 'level', 'coat'];
const SOUND: ByGrade = ['sound', 'sound', 'sound'];
const SIZE_GRADES = ['hardly seen', 'seen at arm’s length', 'seen across the room'] as const;
const MANY_GRADES = ['one or two', 'some', 'all over'] as const;

/**
 * Every defect of fresh paint: look, mending by layer and grade, earliest moment, and what makes it worse. Practice of refinishing as makers' sheets
 * and trade handbooks describe it, in general terms; the product's own sheet decides. See docs/defects.md.
 */
export const DEFECTS: { readonly [D in DefectKind]: DefectRecord } = {
  nib: {
    looks: 'A small proud point with a grain or a fly in it.',
    asks: 'count',
    grades: MANY_GRADES,
    mends: {
      topcoat: ['polish', 'polish', 'level'],
      base: ['level', 'level', 'level'],
      primer: ['level', 'level', 'level'],
      filler: ['level', 'level', 'level'],
    },
    ripe: 'polish',
    not: 'Do not pick it out of wet paint.',
  },
  run: {
    looks: 'A drop or tear that has moved down an upright face and stands proud.',
    asks: 'size',
    grades: ['a finger’s width', 'a hand long', 'over the whole face'],
    mends: {
      topcoat: LEVEL,
      base: ['level', 'level', 'colour'],
      primer: ['level', 'level', 'level'],
      filler: ['level', 'level', 'level'],
    },
    ripe: 'polish',
    slow: 1.5,
    not: 'Do not cut it while a nail marks it: it is softer below than on top, tears out, and burns through beside it.',
  },
  sag: {
    looks: 'A soft heavy line where paint has slid a little and thickened.',
    asks: 'size',
    grades: SIZE_GRADES,
    mends: {
      topcoat: LEVEL,
      base: ['level', 'level', 'colour'],
      primer: ['level', 'level', 'level'],
      filler: ['level', 'level', 'level'],
    },
    ripe: 'polish',
    slow: 1.3,
    not: 'Do not chase it with the polisher: it stays as a wave.',
  },
  curtain: {
    looks: 'A whole band has slid and hangs like a curtain.',
    asks: 'size',
    grades: SIZE_GRADES,
    mends: {
      topcoat: ['level', 'coat', 'coat'],
      base: ['colour', 'colour', 'sound'],
      primer: ['level', 'level', 'sound'],
      filler: ['level', 'level', 'level'],
    },
    ripe: 'polish',
    slow: 1.5,
    not: 'Do not spray over it: its lower edge shows through any number of coats.',
  },
  drySpray: {
    looks: 'A rough, sandy, dull face: the drops were dry when they landed.',
    asks: 'size',
    grades: SIZE_GRADES,
    mends: {
      topcoat: ['polish', 'level', 'coat'],
      base: ['level', 'level', 'colour'],
      primer: ['level', 'level', 'level'],
      filler: ['level', 'level', 'level'],
    },
    ripe: 'polish',
    not: 'Do not clear over rough base: it stays rough.',
  },
  hazyEdge: {
    looks: 'A matt, frosted line where a coat was stopped or met an edge that had dried.',
    asks: 'size',
    grades: SIZE_GRADES,
    mends: {
      topcoat: ['polish', 'level', 'coat'],
      base: ['level', 'colour', 'colour'],
      primer: ['level', 'level', 'level'],
      filler: null,
    },
    ripe: 'polish',
    not: 'Do not lay tape on it to start the next coat: that edge shows.',
  },
  overspray: {
    looks: 'Dry dust of paint on what was not to be painted, or beside the repair.',
    asks: 'size',
    grades: SIZE_GRADES,
    mends: {
      topcoat: ['wipe', 'polish', 'polish'],
      base: ['wipe', 'level', 'colour'],
      primer: ['level', 'level', 'level'],
      filler: null,
    },
    ripe: null,
    not: 'Do not scrape it off glass or trim dry.',
  },
  orangePeel: {
    looks: 'A rippled skin in which straight lights are wavy.',
    asks: 'none',
    grades: ['finer than the car', 'as on a car, or a little more', 'coarse'],
    mends: {
      topcoat: ['polish', 'level', 'level'],
      base: ['level', 'level', 'colour'],
      primer: ['level', 'level', 'level'],
      filler: null,
    },
    ripe: 'polish',
    not: 'Do not flatten it further than the panel beside it: too flat gives the repair away.',
  },
  solventPop: {
    looks: 'Small burst bubbles with an open pit in each.',
    asks: 'count',
    grades: MANY_GRADES,
    mends: {
      topcoat: ['level', 'sound', 'sound'],
      base: SOUND,
      primer: ['level', 'sound', 'sound'],
      filler: ['fill', 'fill', 'sound'],
    },
    ripe: 'sand',
    slow: 1.5,
    not: 'Do not fill the pits with more clear: they blow again.',
  },
  pinholes: {
    looks: 'Fine holes that go down into filler or primer.',
    asks: 'count',
    grades: MANY_GRADES,
    mends: { topcoat: SOUND, base: SOUND, primer: ['sound', 'sound', 'sound'], filler: ['fill', 'fill', 'sound'] },
    ripe: 'sand',
    not: 'Do not try to close them with primer: they come back with every coat.',
  },
  fisheyes: {
    looks: 'Round craters in which paint has drawn back from a point.',
    asks: 'count',
    grades: MANY_GRADES,
    mends: {
      topcoat: ['level', 'coat', 'sound'],
      base: ['level', 'colour', 'sound'],
      primer: ['level', 'sound', 'sound'],
      filler: ['fill', 'sound', 'sound'],
    },
    ripe: 'sand',
    not: 'Do not flood them: the grease is still there. Find where it came from first.',
  },
  dieBack: {
    looks: 'Gloss that was there goes dull and grainy days later.',
    asks: 'none',
    grades: ['a little', 'plainly', 'matt'],
    mends: { topcoat: ['polish', 'polish', 'coat'], base: null, primer: null, filler: null },
    ripe: 'full',
    not: 'Do not polish it while it still sinks: it dies back again.',
  },
  blushing: {
    looks: 'A milky bloom on paint that dried in damp air.',
    asks: 'none',
    grades: ['a breath', 'milky', 'white'],
    mends: {
      topcoat: ['polish', 'polish', 'coat'],
      base: ['level', 'colour', 'colour'],
      primer: ['level', 'level', 'sound'],
      filler: null,
    },
    ripe: 'sand',
    not: 'Do not spray the next coat into the same damp.',
  },
  wrinkling: {
    looks: 'The film has swollen, crawled or lifted in folds.',
    asks: 'size',
    grades: SIZE_GRADES,
    mends: { topcoat: SOUND, base: SOUND, primer: SOUND, filler: SOUND },
    ripe: 'sand',
    slow: 1.5,
    not: 'Do not put another coat on it: it lifts that too.',
  },
  bleedThrough: {
    looks: 'A stain of what lies below shows in the colour.',
    asks: 'size',
    grades: SIZE_GRADES,
    mends: { topcoat: SOUND, base: SOUND, primer: SOUND, filler: SOUND },
    ripe: 'sand',
    not: 'Do not hide it under more colour: it comes through again.',
  },
  peelsOff: {
    looks: 'It comes away in flakes or sheets, clean from what is below.',
    asks: 'size',
    grades: ['at an edge', 'a patch', 'in sheets'],
    mends: { topcoat: SOUND, base: SOUND, primer: ['sound', 'sound', 'strip'], filler: ['sound', 'strip', 'strip'] },
    ripe: null,
    not: 'Do not feather and go on: what let go in one place holds badly in the others.',
  },
  edgeMapping: {
    looks: 'The outline of a repair shows as a line or a ring.',
    asks: 'size',
    grades: SIZE_GRADES,
    mends: {
      topcoat: ['level', 'sound', 'sound'],
      base: SOUND,
      primer: ['level', 'level', 'sound'],
      filler: ['level', 'level', 'sound'],
    },
    ripe: 'full',
    not: 'Do not polish it today: it goes on sinking for weeks.',
  },
  sinkBack: {
    looks: 'Scratches or a filled place have sunk and show in the gloss.',
    asks: 'size',
    grades: SIZE_GRADES,
    mends: {
      topcoat: ['polish', 'level', 'coat'],
      base: ['level', 'colour', 'sound'],
      primer: ['level', 'level', 'sound'],
      filler: ['level', 'level', 'fill'],
    },
    ripe: 'full',
    not: 'Do not mend it before it has stopped sinking.',
  },
  scratchSwelling: {
    looks: 'Sanding scratches stand as swollen lines in the colour.',
    asks: 'size',
    grades: SIZE_GRADES,
    mends: {
      topcoat: ['level', 'coat', 'sound'],
      base: ['level', 'colour', 'sound'],
      primer: ['level', 'level', 'sound'],
      filler: ['level', 'level', 'level'],
    },
    ripe: 'sand',
    not: 'Do not flood it with wet coats: solvent swells it further.',
  },
  stripes: {
    looks: 'Bands lighter and darker, as the gun went.',
    asks: 'none',
    grades: SIZE_GRADES,
    mends: {
      topcoat: ['colour', 'colour', 'colour'],
      base: ['coat', 'colour', 'colour'],
      primer: ['coat', 'coat', 'coat'],
      filler: null,
    },
    ripe: 'flash',
    not: 'Do not clear it and hope: clear shows stripes, it does not hide them.',
  },
  mottle: {
    looks: 'Flake lies in clouds and blotches.',
    asks: 'none',
    grades: SIZE_GRADES,
    mends: { topcoat: ['colour', 'colour', 'colour'], base: ['coat', 'colour', 'colour'], primer: null, filler: null },
    ripe: 'flash',
    not: 'Do not put wet coats on it: they float the flake again. A drop coat lays it even.',
  },
  poorHiding: {
    looks: 'What lies below shows through the colour.',
    asks: 'none',
    grades: ['at an edge', 'in places', 'all over'],
    mends: {
      topcoat: ['colour', 'colour', 'colour'],
      base: ['coat', 'coat', 'coat'],
      primer: ['coat', 'coat', 'coat'],
      filler: null,
    },
    ripe: 'flash',
    not: 'Do not lay one thick coat for two thin ones.',
  },
  colourOff: {
    looks: 'It is another colour than what is beside it.',
    asks: 'none',
    grades: ['from one side', 'seen when told', 'seen by anybody'],
    mends: {
      topcoat: ['colour', 'colour', 'colour'],
      base: ['colour', 'colour', 'colour'],
      primer: null,
      filler: null,
    },
    ripe: 'sand',
    not: 'Do not judge it wet or in one light.',
  },
  waterSpots: {
    looks: 'Rings or dents where drops dried on it.',
    asks: 'count',
    grades: ['on it', 'etched a little', 'etched deep'],
    mends: {
      topcoat: ['wipe', 'polish', 'level'],
      base: ['level', 'colour', 'colour'],
      primer: ['level', 'level', 'level'],
      filler: ['level', 'level', 'level'],
    },
    ripe: 'polish',
    not: 'Do not rub them dry.',
  },
  softFilm: {
    looks: 'A nail still marks it long after it should be hard.',
    asks: 'none',
    grades: ['a little', 'a nail marks it', 'it smears'],
    mends: {
      topcoat: ['harden', 'harden', 'sound'],
      base: ['harden', 'sound', 'sound'],
      primer: ['harden', 'harden', 'sound'],
      filler: ['harden', 'sound', 'sound'],
    },
    ripe: 'full',
    not: 'Do not cover it: what is soft stays soft for longer under more.',
  },
  burnThrough: {
    looks: 'What is below shows where paper or pad went through.',
    asks: 'size',
    grades: ['an edge', 'a coin', 'a hand'],
    mends: {
      topcoat: ['coat', 'colour', 'colour'],
      base: ['coat', 'colour', 'colour'],
      primer: ['coat', 'coat', 'coat'],
      filler: ['level', 'level', 'level'],
    },
    ripe: 'sand',
    not: 'Do not polish round it to even it out: the hole grows.',
  },
  holograms: {
    looks: 'Trails of the pad that move with the sun.',
    asks: 'none',
    grades: SIZE_GRADES,
    mends: { topcoat: POLISH, base: null, primer: null, filler: null },
    ripe: 'polish',
    not: 'Do not hide them under wax: they are back after the first washes.',
  },
  compoundInTrim: {
    looks: 'White or grey residue in gaps, on edges and in textured trim.',
    asks: 'none',
    grades: ['in a gap', 'on trim', 'it has stained'],
    mends: {
      topcoat: ['wipe', 'wipe', 'wipe'],
      base: ['wipe', 'wipe', 'wipe'],
      primer: ['wipe', 'wipe', 'wipe'],
      filler: null,
    },
    ripe: null,
    not: 'Do not let it dry in textured plastic: it stains for good.',
  },
};
export const DEFECT_KINDS = keysOf(DEFECTS);

/** Old paint that is a finish is mended like one; other old paint like primer. */
const FINISHED: readonly ProductFamily[] = ['factoryFinish', 'oldCoating', 'powderCoat', 'lacquer'];

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
      return FINISHED.includes(f) ? 'topcoat' : 'primer';
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
