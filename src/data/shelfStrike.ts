import type { ShopRecordOf } from '@/core/log/shop';
import { newId } from './id';

/** Strikes a record of the shop's log out. */
export const strikeOf = (targetId: string, now: number): ShopRecordOf<'voided'> => ({
  id: newId(now),
  kind: 'voided',
  targetId,
  atMs: now,
  writtenMs: now,
});
