import type { ShelfRecord } from '@/core/log/shelf';
import { StaleHead } from '../logStore';
import type { Base } from './transact';

/** The shelf's log as it is stored, or what of it is new to someone who has a part. */
export interface LoadedShelf {
  records: ShelfRecord[];
  seq: number;
  /** Records that could not be read, by key. They are left where they are. */
  unreadable: string[];
}
/** The shop's own log: what came, what was mixed, what was counted. */
export function shelfIn(base: Base) {
  const { now, transact } = base;
  return {
    /** The shop's own log, behind what the caller has of it. */
    shelf: async (after = 0): Promise<LoadedShelf> => {
      const seq = (await now.shelfLog.head())?.seq ?? 0;
      const { entries, unreadable } = await now.shelfLog.entries(seq, Math.min(after, seq));
      return { records: entries, seq, unreadable };
    },
    /**
     * Adds records behind the shelf's end.
     * @param seq the state that the caller has seen; throws {@link StaleHead} if the log has grown since
     */
    appendShelf: (seq: number, records: readonly ShelfRecord[]) =>
      transact(async ({ shelfLog, shelfRecords }) => {
        if (((await shelfLog.head())?.seq ?? 0) !== seq) throw new StaleHead();
        return { result: seq + records.length, set: await shelfRecords(records), counts: records.length };
      }),
  };
}
