import { surfaceOf } from '../rules/surfaceKind';
import { COMPATIBILITY } from '../systems/compatibility';
import { entryOf } from '../systems/entry';
import type { Compatible } from './acts';

/** What may lie on what by the tables of core/systems, and by the house method where the schools differ. */
export const compatibleByTable: Compatible = (material, { strata, status }, { nowMs, method }) =>
  entryOf(COMPATIBILITY[surfaceOf({ strata, status, nowMs })].on[material], method).level !== 'no';
