import type { DefectKind } from '../log/defects';

interface DefectWords {
  /** How it looks, in one sentence. */
  looks: string;
  /** What each grade means, mild to grave. */
  grades: readonly [string, string, string];
  /** What is not done about it. */
  not: string;
}

const SIZE_GRADES = ['hardly seen', 'seen at arm’s length', 'seen across the room'] as const;
const MANY_GRADES = ['one or two', 'some', 'all over'] as const;

/** Every defect in words: apart from its table, which the first page loads. */
export const DEFECT_WORDS: { readonly [D in DefectKind]: DefectWords } = {
  nib: {
    looks: 'A small proud point with a grain or a fly in it.',
    grades: MANY_GRADES,
    not: 'Do not pick it out of wet paint.',
  },
  run: {
    looks: 'A drop or tear that has moved down an upright face and stands proud.',
    grades: ['a finger’s width', 'a hand long', 'over the whole face'],
    not: 'Do not cut it while a nail marks it: it is softer below than on top, tears out, and burns through beside it.',
  },
  sag: {
    looks: 'A soft heavy line where paint has slid a little and thickened.',
    grades: SIZE_GRADES,
    not: 'Do not chase it with the polisher: it stays as a wave.',
  },
  curtain: {
    looks: 'A whole band has slid and hangs like a curtain.',
    grades: SIZE_GRADES,
    not: 'Do not spray over it: its lower edge shows through any number of coats.',
  },
  drySpray: {
    looks: 'A rough, sandy, dull face: the drops were dry when they landed.',
    grades: SIZE_GRADES,
    not: 'Do not clear over rough base: it stays rough.',
  },
  hazyEdge: {
    looks: 'A matt, frosted line where a coat was stopped or met an edge that had dried.',
    grades: SIZE_GRADES,
    not: 'Do not lay tape on it to start the next coat: that edge shows.',
  },
  overspray: {
    looks: 'Dry dust of paint on what was not to be painted, or beside the repair.',
    grades: SIZE_GRADES,
    not: 'Do not scrape it off glass or trim dry.',
  },
  orangePeel: {
    looks: 'A rippled skin in which straight lights are wavy.',
    grades: ['finer than the car', 'as on a car, or a little more', 'coarse'],
    not: 'Do not flatten it further than the panel beside it: too flat gives the repair away.',
  },
  solventPop: {
    looks: 'Small burst bubbles with an open pit in each.',
    grades: MANY_GRADES,
    not: 'Do not fill the pits with more clear: they blow again.',
  },
  pinholes: {
    looks: 'Fine holes that go down into filler or primer.',
    grades: MANY_GRADES,
    not: 'Do not try to close them with primer: they come back with every coat.',
  },
  fisheyes: {
    looks: 'Round craters in which paint has drawn back from a point.',
    grades: MANY_GRADES,
    not: 'Do not flood them: the grease is still there. Find where it came from first.',
  },
  dieBack: {
    looks: 'Gloss that was there goes dull and grainy days later.',
    grades: ['a little', 'plainly', 'matt'],
    not: 'Do not polish it while it still sinks: it dies back again.',
  },
  blushing: {
    looks: 'A milky bloom on paint that dried in damp air.',
    grades: ['a breath', 'milky', 'white'],
    not: 'Do not spray the next coat into the same damp.',
  },
  wrinkling: {
    looks: 'The film has swollen, crawled or lifted in folds.',
    grades: SIZE_GRADES,
    not: 'Do not put another coat on it: it lifts that too.',
  },
  bleedThrough: {
    looks: 'A stain of what lies below shows in the colour.',
    grades: SIZE_GRADES,
    not: 'Do not hide it under more colour: it comes through again.',
  },
  peelsOff: {
    looks: 'It comes away in flakes or sheets, clean from what is below.',
    grades: ['at an edge', 'a patch', 'in sheets'],
    not: 'Do not feather and go on: what let go in one place holds badly in the others.',
  },
  edgeMapping: {
    looks: 'The outline of a repair shows as a line or a ring.',
    grades: SIZE_GRADES,
    not: 'Do not polish it today: it goes on sinking for weeks.',
  },
  sinkBack: {
    looks: 'Scratches or a filled place have sunk and show in the gloss.',
    grades: SIZE_GRADES,
    not: 'Do not mend it before it has stopped sinking.',
  },
  scratchSwelling: {
    looks: 'Sanding scratches stand as swollen lines in the colour.',
    grades: SIZE_GRADES,
    not: 'Do not flood it with wet coats: solvent swells it further.',
  },
  stripes: {
    looks: 'Bands lighter and darker, as the gun went.',
    grades: SIZE_GRADES,
    not: 'Do not clear it and hope: clear shows stripes, it does not hide them.',
  },
  mottle: {
    looks: 'Flake lies in clouds and blotches.',
    grades: SIZE_GRADES,
    not: 'Do not put wet coats on it: they float the flake again. A drop coat lays it even.',
  },
  poorHiding: {
    looks: 'What lies below shows through the colour.',
    grades: ['at an edge', 'in places', 'all over'],
    not: 'Do not lay one thick coat for two thin ones.',
  },
  colourOff: {
    looks: 'It is another colour than what is beside it.',
    grades: ['from one side', 'seen when told', 'seen by anybody'],
    not: 'Do not judge it wet or in one light.',
  },
  waterSpots: {
    looks: 'Rings or dents where drops dried on it.',
    grades: ['on it', 'etched a little', 'etched deep'],
    not: 'Do not rub them dry.',
  },
  softFilm: {
    looks: 'A nail still marks it long after it should be hard.',
    grades: ['a little', 'a nail marks it', 'it smears'],
    not: 'Do not cover it: what is soft stays soft for longer under more.',
  },
  burnThrough: {
    looks: 'What is below shows where paper or pad went through.',
    grades: ['an edge', 'a coin', 'a hand'],
    not: 'Do not polish round it to even it out: the hole grows.',
  },
  holograms: {
    looks: 'Trails of the pad that move with the sun.',
    grades: SIZE_GRADES,
    not: 'Do not hide them under wax: they are back after the first washes.',
  },
  compoundInTrim: {
    looks: 'White or grey residue in gaps, on edges and in textured trim.',
    grades: ['in a gap', 'on trim', 'it has stained'],
    not: 'Do not let it dry in textured plastic: it stains for good.',
  },
};
