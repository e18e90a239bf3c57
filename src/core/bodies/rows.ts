import type { FloorRow } from '../log/job';

/** What lies in which row, as it is told. */
export const FLOOR_ROWS: Readonly<Record<FloorRow, string>> = {
  left: 'Left side',
  across: 'Front, top, rear',
  right: 'Right side',
  inside: 'Inside and under',
};
