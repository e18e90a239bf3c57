/** What puts records of a log in order. */
export interface Ordered {
  id: string;
  /** When it happened, ms. */
  atMs: number;
  /** When it was written down, ms. */
  writtenMs: number;
}

const byId = (a: Ordered, b: Ordered): number => (a.id < b.id ? -1 : a.id > b.id ? 1 : 0);

/** Order in which things happened; records of one moment in the order they were written, then by id so that it is total. */
export const byHappening = (a: Ordered, b: Ordered): number =>
  a.atMs - b.atMs || a.writtenMs - b.writtenMs || byId(a, b);

/** Order in which things were written. */
export const byWriting = (a: Ordered, b: Ordered): number => a.writtenMs - b.writtenMs || byId(a, b);

/**
 * Where `e` goes in a list sorted by {@link byHappening}: the index of the first element after it.
 */
export function insertionIndex<E extends Ordered>(sorted: readonly E[], e: Ordered): number {
  let lo = 0;
  let hi = sorted.length;
  while (lo < hi) {
    const mid = (lo + hi) >> 1;
    if (byHappening(sorted[mid]!, e) <= 0) lo = mid + 1;
    else hi = mid;
  }
  return lo;
}
