import type { HouseMethod } from '../library/method';

/**
 * One cell of a table. ok: inside its window, or keyed once that is closed. key: only over a fresh scratch. care: may be done, with the
 * reason said. no: with the reason, and what clears it.
 */
export interface Entry {
  level: 'ok' | 'key' | 'care' | 'no';
  says?: string;
  clears?: string;
  /** Of 'care': it needs a fresh scratch all the same. */
  keyed?: true;
  /** Of 'key': inside the window of what is below it holds without a scratch, with this care. */
  inWindow?: string;
  /** It may go on itself again after the window has closed, without a scratch. */
  again?: true;
}

/** A cell on which the schools differ. */
export type Cell = Entry | SchoolEntry;
export interface SchoolEntry {
  /** What each school holds. */
  of(method: HouseMethod): Entry;
  /** Both sides, for the table in the docs. */
  sides: readonly Entry[];
}

export const OK: Entry = { level: 'ok' };
export const KEY: Entry = { level: 'key' };
export const AGAIN: Entry = { level: 'ok', again: true };
/** Only over a fresh scratch, with a reason of its own. */
export const keyFor = (says: string, clears: string): Entry => ({ level: 'key', says, clears });
/** Only over a fresh scratch, but with care inside the window of what is below. */
export const keyOr = (inWindow: string, says?: string, clears?: string): Entry => ({
  level: 'key',
  inWindow,
  ...(says && { says }),
  ...(clears && { clears }),
});
/** May be done, with the reason said. */
export const care = (says: string, clears?: string): Entry => ({ level: 'care', says, ...(clears && { clears }) });
/** May be done over a fresh scratch, with the reason said. */
export const careKeyed = (says: string, clears?: string): Entry => ({ ...care(says, clears), keyed: true });
/** Without a reason of its own: nothing holds or lasts there, and the row says the usual way. */
export const NO: Entry = { level: 'no' };
/** Not at all, with the reason and what clears it. */
export const no = (says: string, clears?: string): Entry => ({ level: 'no', says, ...(clears && { clears }) });

/** A cell on which the schools differ. */
export function bySchool<K extends keyof HouseMethod>(school: K, sides: Record<HouseMethod[K], Entry>): SchoolEntry {
  return { of: (m) => sides[m[school]], sides: Object.values<Entry>(sides) };
}

/** What a cell says by the house method. */
export const entryOf = (cell: Cell, method: HouseMethod): Entry => ('of' in cell ? cell.of(method) : cell);
