import { keysOf } from '../keysOf';

/** What time is spent on, in the words of a job sheet. */
export const WORK_ACT_NAMES = {
  strip: 'Stripping',
  blast: 'Blasting',
  repair: 'Metalwork and repair',
  rust: 'Rust treatment',
  fill: 'Filling',
  sand: 'Sanding and blocking',
  clean: 'Cleaning',
  mask: 'Masking',
  mix: 'Mixing',
  paint: 'Painting',
  polish: 'Polishing',
  fit: 'Taking off and fitting',
  other: 'Other work',
} as const;
export type WorkAct = keyof typeof WORK_ACT_NAMES;
export const WORK_ACTS = keysOf(WORK_ACT_NAMES);
