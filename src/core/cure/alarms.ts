import { KINDS, type PlainEvent } from '../log/event';
import type { ZoneStatus } from './status';
import { MINUTE_MS } from '../units/time';
import type { Stage } from '../library/product';

/** What a person wants to be called for. flash: the next coat may go on. ready: it may be sanded, coated over or polished. */
export const ALARM_KINDS = ['flash', 'ready', 'closing'] as const;
export type AlarmKind = (typeof ALARM_KINDS)[number];

export interface Alarm {
  /** The same moment of the same layer has the same key, however often clocks are counted anew. */
  key: string;
  kind: AlarmKind;
  /** When it rings, ms. */
  atMs: number;
  stage: Stage;
  zoneId: string;
  /** For a window: when it closes, ms. */
  closesMs?: number;
}

/** How long before a window closes it is said, ms. */
export const CLOSING_NOTICE_MS = 30 * MINUTE_MS;

/** When hands last did something on a zone, ms: what was waited for before that has been taken up. -Infinity where they did nothing. */
export function lastWorkMs(events: readonly PlainEvent[]): number {
  for (let i = events.length - 1; i >= 0; i--) if (KINDS[events[i]!.kind].step !== null) return events[i]!.atMs;
  return -Infinity;
}

/**
 * What rings on a zone, until the work has moved on. Of stages that were reached only those within `backMs` are looked at, so that an alarm that was
 * due while the page was closed still rings.
 * @param status where the zone stands, from clocks at `nowMs`
 * @param workedMs when it was last worked on, see {@link lastWorkMs}
 */
export function alarmsOf(
  zoneId: string,
  status: ZoneStatus,
  nowMs: number,
  backMs: number,
  workedMs = -Infinity,
): Alarm[] {
  const top = status.top;
  if (!top) return [];
  const out: Alarm[] = [];
  const key = (c: { stage: Stage }, kind: AlarmKind) => `${top.id}/${top.coats}/${zoneId}/${c.stage}/${kind}`;
  for (const c of status.clocks) {
    const moment = status.moments.find((m) => m.stage === c.stage && m.kind === 'opens');
    const atMs = c.reached ? c.opensMs : (moment?.atMs ?? null);
    const kind: AlarmKind | undefined =
      c.stage === 'flash'
        ? 'flash'
        : c.stage === 'sand' || c.stage === 'recoat' || c.stage === 'polish'
          ? 'ready'
          : undefined;
    if (kind && atMs !== null && atMs > nowMs - backMs && atMs > workedMs && c.needMin > 0)
      out.push({ key: key(c, kind), kind, atMs, stage: c.stage, zoneId });
  }
  const closing = status.moments.find((m) => m.kind === 'closes');
  if (closing && closing.atMs - CLOSING_NOTICE_MS > workedMs)
    out.push({
      key: key(closing, 'closing'),
      kind: 'closing',
      atMs: closing.atMs - CLOSING_NOTICE_MS,
      stage: closing.stage,
      zoneId,
      closesMs: closing.atMs,
    });
  return out.sort((a, b) => a.atMs - b.atMs);
}
