import type { SubstrateKind } from '../library/substrates';
import type { Mechanism, ProductFamily } from '../library/product';
import type { Treatment } from '../log/marks';
import type { EventKind } from '../log/event';
import type { StripMethod } from '../log/tools';

/** What every caution defers to; said once a step. */
export const SHEET = 'The product\u2019s data sheet and your local code decide.';

/** What can hurt, and the usual caution. In the order in which they are said. None says that something is safe. */
export const HAZARDS = {
  isocyanate: `The hardener holds isocyanates: air-fed breathing protection, gloves, covered skin, also when mixing. ${SHEET}`,
  greenFilm:
    'Not cured through, it still gives off isocyanate when it is sanded: wait, or sand it wet and protect your breathing.',
  solvent: `Solvent vapour burns and numbs: ventilate, no sparks, cartridges that are in date. If you can smell it, they are spent. ${SHEET}`,
  mist: 'Any spray mist harms lungs, waterborne too: a mask for paint, and extraction.',
  styrene: `Styrene vapour numbs and catches fire: ventilate, and wear a mask with cartridges for organic vapour. ${SHEET}`,
  peroxide: `Peroxide hardener blinds: goggles and gloves when mixing, and keep it from accelerators and rags. ${SHEET}`,
  epoxy: `Uncured epoxy makes people allergic for life: gloves, no skin contact. ${SHEET}`,
  chromate: 'Older etch primers hold chromate, which causes cancer: read the label; do not spray or sand such a one.',
  acid: `Acid: gloves and goggles, and rinse splashes at once. ${SHEET}`,
  sealerFume: `Sealer and underseal give off vapour while they cure; some hold isocyanates: gloves, fresh air. ${SHEET}`,
  oldCoating:
    'Old coatings can hold lead or chromate. Test before you sand, strip, burn or blast; if it is there, dry sanding is out. Local rules decide.',
  dust: 'Sanding dust: mask with particle filter and extraction. Rags and dust with hardener can heat themselves: keep them wet or outside.',
  glass: 'Glass dust itches and harms lungs: particle mask, covered skin, extraction.',
  carbonDust:
    'Carbon dust harms lungs and conducts: particle mask, extraction, wet where it can be, and keep it out of switches and machines.',
  zincDust: 'Zinc dust and fume make ill hours later: mask, extraction, and no flame near it.',
  aluminium:
    'Aluminium dust burns, and with sparks from steel it can explode: separate tools, no steel sparks, clear it away wet or often.',
  wire: 'Wire and flap wheels throw wires and grit: face shield, gloves that do not catch, nobody beside you.',
  sparks: 'Sparks set fire to rags, solvent and dust: clear them away first, and look again half an hour later.',
  chemical: `Stripper burns skin and eyes, and its vapour can kill in a closed room: goggles, gauntlets, fresh air; older strippers with dichloromethane above all. ${SHEET}`,
  heat: `Heat burns, and old paint gives off fume that harms when breathed: mask, measure the surface, keep glass, plastic, fuel and people away, and never leave it alone. ${SHEET}`,
  blast:
    'Blasting: air-fed helmet, hearing protection, nobody within reach of the rebound; hoses tied against whip. No free silica as media.',
  weld: 'Welding, pins too: fire watch, battery off, no fuel, glass or underseal near; extraction and a fume mask, over zinc above all. What bears load or protects people is for a licensed shop to judge.',
  guideDust: 'Guide coat is fine dust or mist: a mask, and not near a flame.',
  boil: 'Paint that is heated gives off solvent vapour: let it flash off first, ventilate, nothing that sparks or burns near it.',
  hammer: 'Hammering: hearing protection and goggles; edges of sheet cut.',
  rags: 'Rags with solvent can heat themselves and burn: spread them outside or into a closed metal bin.',
  raised: 'Under or on a raised vehicle or part: stands, never a jack alone; nothing that can tip.',
  fitting:
    'Glass that was chipped can burst, also later: goggles and gloves. Airbags and springs hold force: battery off, and leave them to who is licensed.',
  polish: 'Compound and dust fly: goggles; edges burn through first; nothing loose near the machine.',
} as const;
export type Hazard = keyof typeof HAZARDS;

/** What a product brings with it where it is put on, apart from how it cures. */
export const FAMILY_HAZARDS: { readonly [F in ProductFamily]: readonly Hazard[] } = {
  oldCoating: [],
  electrocoat: [],
  transportPrimer: [],
  factoryFinish: [],
  powderCoat: [],
  lacquer: [],
  converter: ['acid'],
  etch: ['chromate', 'acid', 'solvent'],
  epoxy: ['epoxy', 'solvent'],
  weldThrough: ['solvent'],
  dtm: ['solvent'],
  glassFiller: ['glass'],
  lightFiller: [],
  epoxyFiller: ['epoxy'],
  flexibleFiller: [],
  glaze: [],
  sprayFiller: ['solvent'],
  highBuild: ['solvent'],
  onePackPrimer: ['solvent'],
  rustPrimer: ['solvent'],
  plasticPromoter: ['solvent'],
  seamSealer: ['sealerFume'],
  underseal: ['solvent', 'raised'],
  liner: ['sealerFume'],
  cavityWax: ['solvent', 'raised'],
  baseSolvent: ['solvent'],
  baseWater: ['mist'],
  singleStage: ['solvent'],
  enamel: ['solvent'],
  clear: ['solvent'],
  guideCoat: ['guideDust'],
  cleaner: ['rags'],
  thinner: ['solvent'],
  hardener: ['isocyanate'],
  toner: ['solvent'],
};

/** What a way of curing brings with it, for a product that is mixed of two parts. */
export const TWO_PART_HAZARDS: { readonly [M in Mechanism]: readonly Hazard[] } = {
  solvent: [],
  waterborne: [],
  polyester: ['peroxide', 'styrene'],
  urethane: ['isocyanate'],
  epoxy: ['epoxy'],
  moisture: [],
  none: [],
};

/** What dust of a substrate brings with it. */
export const SUBSTRATE_DUST: { readonly [S in SubstrateKind]: readonly Hazard[] } = {
  steel: [],
  galvanised: ['zincDust'],
  aluminium: ['aluminium'],
  glassfibre: ['glass'],
  smc: ['glass'],
  carbon: ['carbonDust'],
  plastic: [],
};

/** What dust of a layer brings with it. */
export const LAYER_DUST: { readonly [F in ProductFamily]: readonly Hazard[] } = {
  oldCoating: ['oldCoating'],
  electrocoat: [],
  transportPrimer: [],
  factoryFinish: [],
  powderCoat: [],
  lacquer: ['oldCoating'],
  converter: [],
  etch: [],
  epoxy: [],
  weldThrough: ['zincDust'],
  dtm: [],
  glassFiller: ['glass'],
  lightFiller: [],
  epoxyFiller: [],
  flexibleFiller: [],
  glaze: [],
  sprayFiller: [],
  highBuild: [],
  onePackPrimer: [],
  rustPrimer: [],
  plasticPromoter: [],
  seamSealer: [],
  underseal: [],
  liner: [],
  cavityWax: [],
  baseSolvent: [],
  baseWater: [],
  singleStage: [],
  enamel: [],
  clear: [],
  guideCoat: [],
  cleaner: [],
  thinner: [],
  hardener: [],
  toner: [],
};

export const STRIP_HAZARDS: { readonly [M in StripMethod]: readonly Hazard[] } = {
  chemical: ['chemical'],
  scraper: ['dust'],
  wireWheel: ['dust', 'wire', 'sparks'],
  flapDisc: ['dust', 'wire', 'sparks'],
  sander: ['dust'],
  heat: ['heat'],
};

/** What each repair does, for what can hurt. `old`: it cuts, burns or dusts what lies there. */
export const REPAIR_HAZARDS: { readonly [T in Treatment]: { hazards: readonly Hazard[]; old: boolean } } = {
  abrade: { hazards: ['dust'], old: true },
  spotBlast: { hazards: ['blast', 'wire'], old: true },
  convert: { hazards: ['acid', 'dust'], old: true },
  cutOut: { hazards: ['weld', 'sparks', 'dust'], old: true },
  patch: { hazards: ['weld', 'sparks', 'zincDust'], old: true },
  pushOut: { hazards: ['hammer'], old: false },
  pullAndFill: { hazards: ['weld', 'sparks', 'dust'], old: true },
  hammerAndDolly: { hazards: ['hammer'], old: true },
  shrink: { hazards: ['weld', 'heat'], old: true },
  fill: { hazards: ['styrene', 'peroxide', 'dust'], old: false },
  feather: { hazards: ['dust'], old: true },
  strip: { hazards: ['dust'], old: true },
  laminate: { hazards: ['peroxide', 'styrene', 'glass'], old: true },
  vAndEpoxy: { hazards: ['epoxy', 'glass'], old: true },
  rebond: { hazards: ['epoxy', 'glass'], old: false },
  drain: { hazards: ['raised'], old: false },
};

/** What a kind of entry does by itself. `old`: it makes dust or fume of what lies there. */
export const KIND_HAZARDS: { readonly [K in EventKind]: { hazards: readonly Hazard[]; old: boolean } } = {
  found: { hazards: [], old: false },
  marked: { hazards: [], old: false },
  stripped: { hazards: [], old: true },
  blasted: { hazards: ['blast'], old: true },
  treated: { hazards: [], old: false },
  repaired: { hazards: [], old: false },
  defectMarked: { hazards: [], old: false },
  defectGone: { hazards: [], old: false },
  defectExplained: { hazards: [], old: false },
  lookedAgain: { hazards: [], old: false },
  left: { hazards: [], old: false },
  filled: { hazards: [], old: false },
  coated: { hazards: [], old: false },
  guideCoated: { hazards: [], old: false },
  guideRead: { hazards: [], old: false },
  sanded: { hazards: ['dust'], old: true },
  cleaned: { hazards: [], old: false },
  baked: { hazards: ['boil', 'heat'], old: false },
  measured: { hazards: [], old: false },
  polished: { hazards: ['polish'], old: false },
  masked: { hazards: [], old: false },
  fitted: { hazards: ['raised', 'fitting'], old: false },
  removed: { hazards: ['raised', 'fitting'], old: false },
  sentOut: { hazards: [], old: false },
  cameBack: { hazards: [], old: false },
  worked: { hazards: [], old: false },
  toDo: { hazards: [], old: false },
  ticked: { hazards: [], old: false },
  voided: { hazards: [], old: false },
  replaced: { hazards: [], old: false },
};
