import { keysOf } from '../keysOf';
import type { DefectCause } from '../log/defectCauses';

/**
 * Facts that speak for or against a cause. `base`: in how many of a hundred layers it is so where this is not the cause. `given`: in how many where a
 * cause made the defect; a cause that is not named is as any other. `ask`: how it is asked where the log is silent; absent: only the log knows it.
 * Counts are a trade's judgement, not a survey: they are there to be read and put right. See docs/defects.md.
 */
interface FactRecord {
  /** Said where it is so, and where it is not. */
  yes: string;
  no: string;
  base: number;
  given: { readonly [C in DefectCause]?: number };
  ask?: string;
  /** It is asked whether the opposite is so: 'yes' speaks against the fact. */
  asksOpposite?: true;
  /** Facts of one group speak of the same thing: the strongest of them counts. */
  group?: 'cold' | 'hot' | 'damp' | 'heavy' | 'thin' | 'clean' | 'key' | 'dirt' | 'gun' | 'polish';
}

export const FACTS = {
  coldAir: {
    yes: 'It was colder than the product likes.',
    no: 'It was warm enough.',
    base: 12,
    given: { coldPanel: 92, slowThinner: 40, dampAir: 30, softUnder: 30 },
    group: 'cold',
  },
  coldSurface: {
    yes: 'The panel was colder than the air.',
    no: 'The panel was as warm as the air.',
    base: 10,
    given: { coldPanel: 60, dampAir: 45 },
    ask: 'Was the panel, or the paint, colder to the hand than the room?',
    group: 'cold',
  },
  hotAir: {
    yes: 'It was hotter than the product likes.',
    no: 'It was not too hot.',
    base: 10,
    given: { hotAir: 92, fastThinner: 40, gunFar: 15 },
    group: 'hot',
  },
  damp: {
    yes: 'The air was damp.',
    no: 'The air was dry enough.',
    base: 15,
    given: { dampAir: 88 },
    group: 'damp',
  },
  nearDew: {
    yes: 'The surface was within 3 K of the dew point.',
    no: 'The surface was well over the dew point.',
    base: 5,
    given: { dampAir: 55, grease: 10 },
    group: 'damp',
  },
  thickFilm: {
    yes: 'More film went on in one coat than its sheet asks for.',
    no: 'Each coat was within its sheet.',
    base: 12,
    given: { heavyCoat: 88, softUnder: 20, lateHeat: 25 },
    group: 'heavy',
  },
  moreCoats: {
    yes: 'It has more film in all than its sheet allows.',
    no: 'It has no more film in all than its sheet allows.',
    base: 10,
    given: { heavyCoat: 45, shortFlash: 25 },
    group: 'heavy',
  },
  thinFilmLaid: {
    yes: 'Less film went on than its sheet asks for.',
    no: 'It has the film that its sheet asks for.',
    base: 12,
    given: { thinFilm: 88, gunFar: 40, gunPattern: 20 },
    group: 'thin',
  },
  shortFlashLogged: {
    yes: 'The next coat came before the flash was over.',
    no: 'Every coat had its flash.',
    base: 10,
    given: { shortFlash: 92, heavyCoat: 15 },
    ask: 'Did the next coat go on while a finger still left a mark beside the panel?',
  },
  slowFor: {
    yes: 'Hardener or thinner is a slow one for that air.',
    no: 'Hardener and thinner suit that air.',
    base: 6,
    given: { slowThinner: 92, coldPanel: 12 },
    ask: 'Was the slow thinner or hardener in the cup?',
  },
  fastFor: {
    yes: 'Hardener or thinner is a fast one for that air.',
    no: 'Hardener and thinner suit that air.',
    base: 6,
    given: { fastThinner: 92, hotAir: 12 },
    ask: 'Was the fast thinner or hardener in the cup?',
  },
  tooThin: {
    yes: 'More thinner went in than its sheet allows.',
    no: 'The thinner was within its sheet.',
    base: 6,
    given: { overThinned: 94, heavyCoat: 10, thinFilm: 15 },
  },
  ratioOff: {
    yes: 'The cup was not mixed to its ratio.',
    no: 'The cup was mixed to its ratio.',
    base: 4,
    given: { notMixed: 65 },
    ask: 'Could the cup have been mixed by eye, or not stirred through?',
  },
  pastPotLife: {
    yes: 'The cup was past its pot life.',
    no: 'The cup was within its pot life.',
    base: 4,
    given: { notMixed: 45, gunFar: 8 },
  },
  notWiped: {
    yes: 'It was not wiped between the last dust and the coat.',
    no: 'It was wiped before the coat.',
    base: 18,
    given: { grease: 85, dirt: 50, noKey: 30 },
    group: 'clean',
  },
  greaseNear: {
    yes: 'Silicone, polish, oil or an unfiltered air line was near.',
    no: 'No silicone, polish or oil was near, and the air line has a filter.',
    base: 8,
    given: { grease: 70 },
    ask: 'Was there silicone, polish, tyre dressing or an air line without a filter in the room?',
    group: 'clean',
  },
  notSwept: {
    yes: 'The room was not swept or damped down.',
    no: 'The room was swept and had settled.',
    base: 30,
    given: { dirt: 80 },
    ask: 'Was the room swept, settled and damped before the coat?',
    asksOpposite: true,
    group: 'dirt',
  },
  notTacked: {
    yes: 'It was not tacked off just before the coat.',
    no: 'It was tacked off just before the coat.',
    base: 25,
    given: { dirt: 65 },
    ask: 'Was it left without tacking off, or the paint without a sieve?',
    group: 'dirt',
  },
  windowShut: {
    yes: 'The window of what is below was shut, and it was not sanded.',
    no: 'It went on within the window, or on a sanded face.',
    base: 4,
    given: { noKey: 80, softUnder: 4 },
    group: 'key',
  },
  fineKey: {
    yes: 'It went on a face that was hardly scratched.',
    no: 'It went on a scratch that holds it.',
    base: 8,
    given: { noKey: 45 },
    group: 'key',
  },
  coarseUnder: {
    yes: 'The scratch under it is coarser than it hides.',
    no: 'The scratch under it is fine enough.',
    base: 8,
    given: { coarseScratch: 93, softUnder: 12 },
  },
  underFresh: {
    yes: 'What is below had not reached its time.',
    no: 'What is below had its time.',
    base: 7,
    given: { softUnder: 90, reacts: 25 },
  },
  filledUnder: {
    yes: 'Filler or spray filler lies below.',
    no: 'No filler lies below.',
    base: 30,
    given: { softUnder: 70, coarseScratch: 45 },
  },
  tenderUnder: {
    yes: 'Old, one-pack or lacquer paint lies below.',
    no: 'Only two-pack paint of this shop lies below.',
    base: 15,
    given: { reacts: 90, soluble: 55 },
  },
  stainsUnder: {
    yes: 'Old paint, rust treatment or peroxide filler lies right below the colour.',
    no: 'Nothing that stains lies right below.',
    base: 12,
    given: { soluble: 88 },
  },
  bakedEarly: {
    yes: 'Heat came before the flash was over.',
    no: 'Heat came after the flash, or not at all.',
    base: 4,
    given: { lateHeat: 88 },
    ask: 'Was a lamp or heater on it within a quarter of an hour after the last coat?',
  },
  dryHand: {
    yes: 'It went on dry: the gun far, fast, or with little paint.',
    no: 'It went on wet.',
    base: 15,
    given: { gunFar: 85, fastThinner: 30, thinFilm: 35, hotAir: 30, heavyCoat: 2 },
    ask: 'Did it land dry: further than a hand and a half away, or moved fast?',
    group: 'gun',
  },
  wetHand: {
    yes: 'It went on wet: the gun near, slow, or stopped on one place.',
    no: 'The gun was not near or slow.',
    base: 18,
    given: { heavyCoat: 80, gunFar: 2, wetEdgeLost: 5 },
    ask: 'Did the gun come near, slow down or stop over that place?',
    group: 'gun',
  },
  unevenFan: {
    yes: 'The fan is heavier at one end, or lanes lay less than half over each other.',
    no: 'The fan was even, and lanes lay half over each other.',
    base: 14,
    given: { gunPattern: 88 },
    ask: 'Is the fan on paper heavier at one end, or was the overlap under half?',
  },
  stopped: {
    yes: 'A coat stopped part of the way, or an edge waited.',
    no: 'No coat stopped part of the way.',
    base: 7,
    given: { wetEdgeLost: 88 },
    ask: 'Did you stop part of the way, or come back to an edge that had dried?',
  },
  hotPad: {
    yes: 'The machine was fast, dry or long on one place, or the pad hard.',
    no: 'The machine was slow and wet, the pad soft at the end.',
    base: 20,
    given: { hardPad: 88 },
    ask: 'Was the machine fast, dry or long on one place, or no soft pad used last?',
    group: 'polish',
  },
  trimBare: {
    yes: 'Trim, gaps and edges were not taped before polishing.',
    no: 'Trim, gaps and edges were taped before polishing.',
    base: 35,
    given: { trimOpen: 93, hardPad: 45 },
    ask: 'Were trim, gaps and body lines left without tape before the machine?',
    group: 'polish',
  },
} as const satisfies Record<string, FactRecord>;
export type Fact = keyof typeof FACTS;
export const FACT_KEYS = keysOf(FACTS);
/** A fact's record, with what only some of them have. */
export const factOf = (f: Fact): FactRecord => FACTS[f];
