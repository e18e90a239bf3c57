import type { StepKind } from '../log/event';

/**
 * What each act takes: setting up, and a square metre of it, minutes. Plausible figures of one pair of hands, as in `plan/level`.
 */
const WORK_MIN: { readonly [K in StepKind]: { once: number; perM2: number } } = {
  coat: { once: 8, perM2: 9 },
  fill: { once: 8, perM2: 30 },
  clean: { once: 3, perM2: 5 },
  sand: { once: 4, perM2: 36 },
  guide: { once: 2, perM2: 2 },
  polish: { once: 10, perM2: 54 },
  strip: { once: 10, perM2: 42 },
  blast: { once: 30, perM2: 15 },
  repair: { once: 60, perM2: 0 },
  fit: { once: 30, perM2: 0 },
  tape: { once: 5, perM2: 5 },
  clamp: { once: 10, perM2: 0 },
  wax: { once: 5, perM2: 10 },
  wait: { once: 0, perM2: 0 },
};

/** Minutes of one pair of hands for an act on an area, cm²: an estimate. */
export function workMinutes(kind: StepKind, areaCm2: number): number {
  const { once, perM2 } = WORK_MIN[kind];
  return once + (perM2 * areaCm2) / 10_000;
}
