import type { PlainEvent } from './event';
import type { Face, Point } from './job';

/** Something to do. */
export interface ToDo {
  /** Of its entry. */
  id: string;
  text: string;
  /** Where it is; none for the job as a whole. */
  zoneIds: readonly string[];
  face?: Face;
  at?: Point;
  /** How long it takes, as somebody guessed, min: with that it stands in the plan of days. */
  minutes?: number;
  atMs: number;
  /** When it was ticked, and by which entry: striking that out opens it again. */
  done?: { atMs: number; eventId: string };
}

/**
 * What is to be done, and what was: open ones first, the oldest first; then those that are done, the newest first.
 * @param events those that count, in the order in which they happened
 * @param first the id under which an entry was first written
 */
export function toDosOf(events: readonly PlainEvent[], first: (id: string) => string): ToDo[] {
  const ticks = new Map<string, { atMs: number; eventId: string }>();
  for (const e of events) if (e.kind === 'ticked') ticks.set(first(e.toDoId), { atMs: e.atMs, eventId: e.id });
  const all = events.flatMap((e): ToDo[] => {
    if (e.kind !== 'toDo') return [];
    const done = ticks.get(first(e.id));
    const { id, text, zoneIds, face, at, minutes, atMs } = e;
    const more = { ...(face && { face }), ...(at && { at }), ...(minutes !== undefined && { minutes }) };
    return [{ id, text, zoneIds, ...more, atMs, ...(done && { done }) }];
  });
  const open = all.filter((t) => !t.done);
  const done = all.filter((t) => t.done).sort((a, b) => (b.done?.atMs ?? 0) - (a.done?.atMs ?? 0));
  return [...open, ...done];
}
