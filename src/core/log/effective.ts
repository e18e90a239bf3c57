import type { CorrectionEvent, LogEvent, PlainEvent } from './event';
import { isCorrection } from './event';
import { byWriting } from './order';

/**
 * Which events are struck out. A correction strikes its target out; a correction that is itself struck out has no
 * effect, so voiding a void brings the first event back. A replacement of a replacement takes the place of all that the first one
 * did: what was corrected twice does not come back. Later corrections win.
 * @param corrections every 'voided' and 'replaced' of a job, any order
 * @returns ids of events that no longer count
 */
export function struckOut(corrections: readonly CorrectionEvent[]): Set<string> {
  const dead = new Set<string>();
  const replaced = replacementsOf(corrections);
  for (const c of [...corrections].sort(byWriting).reverse()) {
    if (dead.has(c.id)) continue;
    dead.add(c.targetId);
    if (c.kind !== 'replaced') continue;
    // A ring, in a file from outside, ends where it began.
    const seen = new Set([c.id, c.targetId]);
    for (let t = replaced.get(c.targetId); t !== undefined && !seen.has(t); t = replaced.get(t)) {
      dead.add(t);
      seen.add(t);
    }
  }
  return dead;
}

/**
 * The event as it counts: itself, what replaces it, or nothing. A replacement carries the id of the 'replaced'
 * event, so that it can be replaced or voided in its turn.
 */
export function effectiveForm(e: LogEvent, dead: ReadonlySet<string>): PlainEvent | undefined {
  if (dead.has(e.id)) return undefined;
  if (!isCorrection(e)) return e;
  return e.kind === 'replaced' ? ({ ...e.by, id: e.id, writtenMs: e.writtenMs } as PlainEvent) : undefined;
}

/** What each replacement that is written takes the place of. */
export type Replacements = ReadonlyMap<string, string>;

export const replacementsOf = (corrections: readonly CorrectionEvent[]): Replacements =>
  new Map(corrections.flatMap((c) => (c.kind === 'replaced' ? [[c.id, c.targetId] as const] : [])));

/** The id under which an entry was first written: other entries may speak of it by that one. */
export function firstId(all: Replacements, id: string): string {
  let at = id;
  // A file from outside may have a ring.
  for (let n = 0; n <= all.size; n++) {
    const before = all.get(at);
    if (before === undefined) break;
    at = before;
  }
  return at;
}
