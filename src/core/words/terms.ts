/** A drawing that shows more than words: see `ui/TermDrawing`. */
export type TermDrawing = 'featherEdge' | 'key' | 'blocking' | 'window' | 'flop';

interface TermRecord {
  /** As it is said. */
  name: string;
  /** Beginnings of words by which it is recognised in a sentence, lower case. */
  seen: readonly string[];
  /** One sentence. */
  says: string;
  drawing?: TermDrawing;
}

/** Words of the trade that a screen uses, each in one sentence. */
export const TERMS = {
  flash: {
    name: 'Flash',
    seen: ['flash'],
    says: 'The minutes in which solvent or water leaves a fresh coat: it goes dull, and the next coat must not come before.',
  },
  flashRust: {
    name: 'Flash rust',
    seen: ['flash rust'],
    says: 'The thin rust that bare steel takes on within hours, sooner in damp air or after a wet blast.',
  },
  window: {
    name: 'Recoat window',
    seen: ['window'],
    says: 'The time in which a coat still bonds with the next one by itself; after it, the surface has to be sanded first.',
    drawing: 'window',
  },
  featherEdge: {
    name: 'Feather edge',
    seen: ['feather'],
    says: 'Every layer of old paint sanded out to a long slope, so that no step shows through what comes on top.',
    drawing: 'featherEdge',
  },
  key: {
    name: 'Key',
    seen: ['key', 'keyed', 'scratch'],
    says: 'Fine scratches that the next coat grips: too fine and it lets go, too coarse and they show.',
    drawing: 'key',
  },
  blocking: {
    name: 'Blocking',
    seen: ['block'],
    says: 'Sanding with a stiff board, so that highs come down and lows stay until they are level.',
    drawing: 'blocking',
  },
  guideCoat: {
    name: 'Guide coat',
    seen: ['guide coat'],
    says: 'A thin dark dust over primer or filler: where it stays after the block has passed, it is low.',
  },
  flop: {
    name: 'Flop',
    seen: ['flop', 'from the side'],
    says: 'How a metallic changes from light to dark as one walks past it: by the flake, and by how wet it was sprayed.',
    drawing: 'flop',
  },
  dewPoint: {
    name: 'Dew point',
    seen: ['dew point', 'sweats'],
    says: 'The temperature at which this air drops its water: a panel within three degrees of it sweats, and paint on it lets go.',
  },
  potLife: {
    name: 'Pot life',
    seen: ['pot life'],
    says: 'How long a mixed cup can be sprayed or spread; past it, it may look thin enough and still not harden right.',
  },
  tack: {
    name: 'Tack cloth',
    seen: ['tack cloth', 'tack rag'],
    says: 'A sticky cloth that takes the last dust off, with hardly any pressure.',
  },
  profile: {
    name: 'Profile',
    seen: ['profile'],
    says: 'The hills and valleys that blasting leaves in metal: primer has to cover the hills, or they rust first.',
  },
  film: {
    name: 'Film',
    seen: ['film'],
    says: 'How thick a dry layer is, in thousandths of a millimetre (or mils): what was laid, less what was sanded off.',
  },
  epoxy: {
    name: 'Epoxy primer',
    seen: ['epoxy'],
    says: 'A two-part primer that holds on clean metal and lets little water through: the usual first coat.',
  },
  isocyanate: {
    name: 'Isocyanate',
    seen: ['isocyanate'],
    says: 'What hardens two-part paint. Breathed in it can make somebody allergic for life: air-fed breathing, no skin bare.',
  },
  nib: {
    name: 'Nib',
    seen: ['nib', 'denib'],
    says: 'A speck of dust in a finish: sanded level with very fine paper, and polished.',
  },
  burnThrough: {
    name: 'Sanded through',
    seen: ['sanded through', 'goes through', 'went through'],
    says: 'Paper or pad that has gone through a layer to the one below, mostly on an edge: that spot needs its layers again.',
  },
  electrocoat: {
    name: 'Electrocoat',
    seen: ['electrocoat', 'e-coat'],
    says: 'The thin primer in which a maker dips a new part: sound where it is whole, and keyed before it is painted.',
  },
} as const satisfies Record<string, TermRecord>;
export type Term = keyof typeof TERMS;

const ALL = Object.entries(TERMS) as [Term, TermRecord][];

/** The terms that stand in some sentences, in the order in which they come. @param most so many at most */
export function termsIn(sentences: readonly string[], most: number): Term[] {
  const text = ` ${sentences.join(' ').toLowerCase()} `;
  const at = (seen: string): number => {
    const found = new RegExp(`[^\\p{L}-]${seen}`, 'u').exec(text);
    return found ? found.index : Infinity;
  };
  return ALL.map(([term, { seen }]) => ({ term, first: Math.min(...seen.map(at)) }))
    .filter(({ first }) => first < Infinity)
    .sort((a, b) => a.first - b.first)
    .slice(0, most)
    .map(({ term }) => term);
}
export const termRecord = (term: Term): TermRecord => TERMS[term];
