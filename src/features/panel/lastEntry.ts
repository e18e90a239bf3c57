import { byHappening, byWriting, HOUR_MS, type JobState, type PlainEvent } from '@/core';

/** An entry can be undone with one tap for this long; after that it is struck out from the history, on purpose. */
export const UNDO_MS = 12 * HOUR_MS;

/** Effective entries of some zones, newest first, each once. */
export function entriesOf(state: JobState, zoneIds: readonly string[]): PlainEvent[] {
  const lists = zoneIds.map((z) => state.zones.get(z)?.events ?? []);
  if (lists.length === 1) return [...lists[0]!].reverse();
  return [...new Map(lists.flat().map((e) => [e.id, e])).values()].sort((a, b) => byHappening(b, a));
}

/** The entry that was written last on any of the zones and still counts, if it is recent enough to be a slip. */
export function lastEntry(state: JobState, zoneIds: readonly string[], now: number): PlainEvent | undefined {
  let last: PlainEvent | undefined;
  for (const z of zoneIds)
    for (const e of state.zones.get(z)?.events ?? [])
      if (e.writtenMs >= now - UNDO_MS && (!last || byWriting(last, e) < 0)) last = e;
  return last;
}
