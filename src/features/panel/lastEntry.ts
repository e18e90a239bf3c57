import {
  byWriting,
  effectiveForm,
  effectiveEvents,
  HOUR_MS,
  type JobState,
  type LogEvent,
  type PlainEvent,
} from '@/core';

/** An entry can be undone with one tap for this long; after that it is struck out from the history, on purpose. */
export const UNDO_MS = 12 * HOUR_MS;

/** The entry that was written last on any of the zones and still counts, if it is recent enough to be a slip. */
export function lastEntry(state: JobState, zoneIds: ReadonlySet<string>, now: number): PlainEvent | undefined {
  let last: LogEvent | undefined;
  for (const e of state.events) {
    if (e.writtenMs < now - UNDO_MS) continue;
    const form = effectiveForm(e, state.dead);
    if (form?.zoneIds.some((z) => zoneIds.has(z)) && (!last || byWriting(last, e) < 0)) last = form;
  }
  return last as PlainEvent | undefined;
}

/** Effective entries of the zones, newest first. */
export const entriesOf = (state: JobState, zoneIds: ReadonlySet<string>): PlainEvent[] =>
  effectiveEvents(state)
    .filter((e) => e.zoneIds.some((z) => zoneIds.has(z)))
    .reverse();
