import { FLOOR_ROW_NAMES } from '@/core';
import { FLOOR_ROWS } from '@/core/bodies';

/** Where a panel may lie on the floor. */
export const ROWS = FLOOR_ROW_NAMES.map((value) => ({ value, label: FLOOR_ROWS[value] }));
