import type { CorrectionEvent, LogEvent, PlainEvent } from './event';
import { isCorrection } from './event';
import { byWriting } from './order';

/**
 * Which events are struck out. A correction strikes its target out; a correction that is itself struck out has no
 * effect, so voiding a void brings the first event back. Later corrections win.
 * @param corrections every 'voided' and 'replaced' of a job, any order
 * @returns ids of events that no longer count
 */
export function struckOut(corrections: readonly CorrectionEvent[]): Set<string> {
  const dead = new Set<string>();
  for (const c of [...corrections].sort(byWriting).reverse()) if (!dead.has(c.id)) dead.add(c.targetId);
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
