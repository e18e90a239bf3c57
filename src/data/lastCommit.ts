import type { LostCommit } from './mirror';

/**
 * The last commit of each store, noted in the page's own small storage: which number it had and which records it changed. It outlives a database that
 * the browser throws away, and so says what its second copy should hold. A worker has no such storage, and notes nothing.
 */
const noteKey = (store: string): string => `stratocoat-last/${store}`;
/** So many records are noted by name. */
const MOST_NAMED = 200;

/** The commit that was noted last; undefined where nothing was. */
export function lastCommit(store: string): LostCommit | undefined {
  try {
    const text = localStorage.getItem(noteKey(store));
    const note = text === null ? undefined : (JSON.parse(text) as Partial<LostCommit>);
    if (typeof note?.no !== 'number') return undefined;
    return { no: note.no, ...(Array.isArray(note.keys) && { keys: note.keys }) };
  } catch {
    return undefined;
  }
}

/** Notes a commit, unless a later one is noted. */
export function noteCommit(store: string, no: number, keys: readonly string[]): void {
  try {
    if ((lastCommit(store)?.no ?? 0) < no)
      localStorage.setItem(noteKey(store), JSON.stringify({ no, keys: keys.slice(0, MOST_NAMED) }));
  } catch {
    // A browser that keeps nothing notes nothing.
  }
}
