import type { LogEvent, PlainEvent } from '../log/event';
import { appendEvent, effectiveEvents } from '../strata/fold';
import { judgeEntry, type JudgingContext } from './judge';
import type { Verdict } from './verdict';

/** A later entry that a change of the log leaves without ground. */
export interface Unfit {
  event: PlainEvent;
  zoneId: string;
  /** What would have been said against it. */
  verdict: Verdict;
}

/** So many entries after a change are judged again: what was done weeks later stands on what lies between. */
const JUDGED_AGAIN = 8;

/** Zones that an entry is about; those of what a correction aims at, and of what it puts there. */
function zonesOf(b: JudgingContext, e: LogEvent): string[] {
  if (e.kind !== 'voided' && e.kind !== 'replaced') return e.zoneIds;
  const target = b.state.events.find((x) => x.id === e.targetId);
  const had = target ? zonesOf(b, target) : [];
  return [...new Set([...had, ...(e.kind === 'replaced' ? e.by.zoneIds : [])])];
}

/** When the log changes by it: the earlier of where an entry was and where it is put. */
function changedFrom(b: JudgingContext, e: LogEvent): number {
  if (e.kind !== 'voided' && e.kind !== 'replaced') return e.atMs;
  const target = b.state.events.find((x) => x.id === e.targetId);
  const had = target ? changedFrom(b, target) : e.atMs;
  return e.kind === 'replaced' ? Math.min(had, e.by.atMs ?? had) : had;
}

/** Zones on which an entry of the log would have been stopped, at its own time and on what lay there then. */
const stopped = (on: JudgingContext, e: PlainEvent) =>
  judgeEntry(on, {
    kind: e.kind,
    atMs: e.atMs,
    zoneIds: e.zoneIds,
    payload: e as unknown as Record<string, unknown>,
    without: e.id,
  }).zones.filter((z) => z.verdict.level === 'stop');

/** So many entries of a log from outside are judged, the newest: what lies under them was somebody else's business. */
export const JUDGED_OF_A_FILE = 300;

/**
 * What of a log from outside the house's rules would have stopped and nobody gave a reason for, oldest first: each at its own time.
 * @returns of the newest {@link JUDGED_OF_A_FILE} entries
 */
export function againstRules(b: JudgingContext): Unfit[] {
  return effectiveEvents(b.state)
    .slice(-JUDGED_OF_A_FILE)
    .flatMap((event): Unfit[] => {
      if (event.against !== undefined) return [];
      const [first] = stopped(b, event);
      return first ? [{ event, ...first }] : [];
    });
}

/**
 * What was logged after an entry of the past, a correction or a strike, and is no longer allowed by it: each judged at its own time, on what
 * lay there then, with and without the change. What was against advice before is not told again.
 * @param b the job as it is without the change
 */
export function noLongerFits(b: JudgingContext, change: LogEvent): Unfit[] {
  const zones = zonesOf(b, change);
  const from = changedFrom(b, change);
  // Nearly every entry is the last one: the log need not be folded anew for it.
  if (!zones.some((z) => (b.state.zones.get(z)?.events ?? []).some((e) => e.atMs > from))) return [];
  const after: JudgingContext = { ...b, state: appendEvent(b.state, change, b.products) };
  const changed = 'targetId' in change ? change.targetId : change.id;
  const later = new Map<string, PlainEvent>();
  for (const zone of zones)
    for (const e of after.state.zones.get(zone)?.events ?? [])
      if (e.atMs > from && e.id !== changed && e.id !== change.id) later.set(e.id, e);
  return [...later.values()]
    .sort((x, y) => x.atMs - y.atMs)
    .slice(0, JUDGED_AGAIN)
    .flatMap((event): Unfit[] => {
      const now = stopped(after, event);
      if (now.length === 0) return [];
      const before = new Set(stopped(b, event).map((z) => z.zoneId));
      const fresh = now.find((z) => !before.has(z.zoneId));
      return fresh ? [{ event, zoneId: fresh.zoneId, verdict: fresh.verdict }] : [];
    });
}
