import { byHappening, byWriting, HOUR_MS, type JobState, type PlainEvent } from '@/core';

/** An entry can be undone with one tap for this long; after that it is struck out from the history, on purpose. */
export const UNDO_MS = 12 * HOUR_MS;

/** Effective entries of some zones, newest first, each once. */
export function entriesOf(state: JobState, zoneIds: readonly string[]): PlainEvent[] {
  const lists = zoneIds.map((z) => state.zones.get(z)?.events ?? []);
  if (lists.length === 1) return [...lists[0]!].reverse();
  return [...new Map(lists.flat().map((e) => [e.id, e])).values()].sort((a, b) => byHappening(b, a));
}

/** A line of the history: an entry that counts, or one that was struck out. */
export interface HistoryEntry {
  event: PlainEvent;
  /** The correction that struck it out, which can be struck out in its turn. */
  struckBy?: string;
}

/** Entries of some zones that were struck out and still are. */
function struckEntries(state: JobState, zoneIds: readonly string[]): HistoryEntry[] {
  const strikes = new Map(
    state.corrections.flatMap((c) =>
      c.kind === 'voided' && !state.dead.has(c.id) ? [[c.targetId, c.id] as const] : [],
    ),
  );
  if (strikes.size === 0) return [];
  return state.events.flatMap((e): HistoryEntry[] => {
    const struckBy = strikes.get(e.id);
    if (struckBy === undefined || e.kind === 'voided') return [];
    // Of one that was corrected before it was struck out, what it said last.
    const event: PlainEvent =
      e.kind === 'replaced'
        ? ({ ...e.by, id: e.id, atMs: e.by.atMs ?? e.atMs, writtenMs: e.writtenMs } as PlainEvent)
        : e;
    return event.zoneIds.some((z) => zoneIds.includes(z)) ? [{ event, struckBy }] : [];
  });
}

/** All that was ever logged on some zones, newest first: what counts, and what was struck out among it. */
export function historyOf(state: JobState, zoneIds: readonly string[]): HistoryEntry[] {
  const counts = entriesOf(state, zoneIds).map((event): HistoryEntry => ({ event }));
  const struck = struckEntries(state, zoneIds);
  return struck.length === 0 ? counts : [...counts, ...struck].sort((a, b) => byHappening(b.event, a.event));
}

/** The entry that was written last on any of the zones and still counts, if it is recent enough to be a slip. */
export function lastEntry(state: JobState, zoneIds: readonly string[], now: number): PlainEvent | undefined {
  let last: PlainEvent | undefined;
  for (const z of zoneIds)
    for (const e of state.zones.get(z)?.events ?? [])
      if (e.writtenMs >= now - UNDO_MS && (!last || byWriting(last, e) < 0)) last = e;
  return last;
}
