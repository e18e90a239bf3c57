import type { LogEvent } from './event';

/** Order in which things happened; events of one moment in the order they were written, then by id so that it is total. */
export const byHappening = (a: LogEvent, b: LogEvent): number =>
  a.atMs - b.atMs || a.writtenMs - b.writtenMs || (a.id < b.id ? -1 : a.id > b.id ? 1 : 0);

/** Order in which things were written. */
export const byWriting = (a: LogEvent, b: LogEvent): number =>
  a.writtenMs - b.writtenMs || (a.id < b.id ? -1 : a.id > b.id ? 1 : 0);

/**
 * Where `e` goes in a list sorted by {@link byHappening}: the index of the first element after it.
 */
export function insertionIndex<E extends LogEvent>(sorted: readonly E[], e: E): number {
  let lo = 0;
  let hi = sorted.length;
  while (lo < hi) {
    const mid = (lo + hi) >> 1;
    if (byHappening(sorted[mid]!, e) <= 0) lo = mid + 1;
    else hi = mid;
  }
  return lo;
}
