import type { ShelfRecordOf } from '@/core/log/shelf';
import { newId } from './id';

/** Strikes a record of the shop's log out. */
export const strikeOf = (targetId: string, now: number): ShelfRecordOf<'voided'> => ({
  id: newId(now),
  kind: 'voided',
  targetId,
  atMs: now,
  writtenMs: now,
});
