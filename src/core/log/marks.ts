/** What can be wrong with a panel, why, and what is done about it. Names are the trade's. */
export const FAULT_KINDS = [
  'surfaceRust',
  'pitting',
  'hole',
  'dent',
  'crease',
  'scratch',
  'crack',
  'delamination',
  'sprungBond',
  'oldFiller',
  'peeling',
  'trappedWater',
  'stoneChips',
  'oldWeld',
  'bowed',
] as const;
export type FaultKind = (typeof FAULT_KINDS)[number];

export const FAULT_CAUSES = ['water', 'stone', 'impact', 'poorKey', 'earlierRepair', 'heat', 'salt', 'age'] as const;
export type FaultCause = (typeof FAULT_CAUSES)[number];

export const TREATMENTS = [
  'abrade',
  'spotBlast',
  'convert',
  'cutOut',
  'patch',
  'pushOut',
  'pullAndFill',
  'hammerAndDolly',
  'shrink',
  'fill',
  'feather',
  'strip',
  'laminate',
  'vAndEpoxy',
  'rebond',
  'drain',
] as const;
export type Treatment = (typeof TREATMENTS)[number];

export const FAULT_NAMES: Record<FaultKind, string> = {
  surfaceRust: 'Surface rust',
  pitting: 'Pitting',
  hole: 'Hole',
  dent: 'Dent',
  crease: 'Crease',
  scratch: 'Scratch',
  crack: 'Crack',
  delamination: 'Delamination',
  sprungBond: 'Sprung bond',
  oldFiller: 'Old filler',
  peeling: 'Peeling paint',
  trappedWater: 'Trapped water',
  stoneChips: 'Stone chips',
  oldWeld: 'Old weld under filler',
  bowed: 'Bowed or out of line',
};

export const TREATMENT_NAMES: Record<Treatment, string> = {
  abrade: 'Abrade to bright metal',
  spotBlast: 'Wire brush or spot blast',
  convert: 'Clean and convert',
  cutOut: 'Cut out to sound metal',
  patch: 'Cut out and patch',
  pushOut: 'Push or pull, paint kept',
  pullAndFill: 'Pull the lows, then skim',
  hammerAndDolly: 'Hammer and dolly',
  shrink: 'Shrink, then skim',
  fill: 'Skim',
  feather: 'Feather the edge',
  strip: 'Strip down',
  laminate: 'Grind back and laminate',
  vAndEpoxy: 'Stop, open to a V, epoxy',
  rebond: 'Clean out, epoxy, clamp',
  drain: 'Open the drain, dry out',
};

/** Low metal up to this is good enough to fill, mm. */
export const FILLABLE_MM = 1.5;

/** Whether a fault is rust, so that metal is lost by it. */
export const isRust = (kind: FaultKind): boolean => kind === 'surfaceRust' || kind === 'pitting';
