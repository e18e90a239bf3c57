import { KINDS, type PlainEvent } from '../log/event';
import { spotStatuses, type ZoneStatus } from './status';
import { MINUTE_MS } from '../units/time';
import type { ProductFamily, Stage } from '../library/product';

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
  /** Of the film that it is about. */
  family: ProductFamily;
  zoneId: string;
  /** For a window: when it closes, ms. */
  closesMs?: number;
  /** It is about spots of the zone, whose film is not that of the field. */
  spots?: true;
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
  const out: Alarm[] = spotStatuses(status).flatMap((at) =>
    alarmsOf(zoneId, at, nowMs, backMs, workedMs).map((a): Alarm => ({ ...a, spots: true })),
  );
  if (!top) return eachOnce(out);
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
      out.push({ key: key(c, kind), kind, atMs, stage: c.stage, family: top.family, zoneId });
  }
  const closing = status.moments.find((m) => m.kind === 'closes');
  if (closing && closing.atMs - CLOSING_NOTICE_MS > workedMs)
    out.push({
      key: key(closing, 'closing'),
      kind: 'closing',
      atMs: closing.atMs - CLOSING_NOTICE_MS,
      stage: closing.stage,
      family: top.family,
      zoneId,
      closesMs: closing.atMs,
    });
  return eachOnce(out);
}

/** The soonest first. A coat that lies on the field and on its spots rings for the field. */
const eachOnce = (alarms: readonly Alarm[]): Alarm[] =>
  [...alarms]
    .sort((a, b) => Number(a.spots ?? false) - Number(b.spots ?? false))
    .filter((a, i, all) => all.findIndex((o) => o.key === a.key) === i)
    .sort((a, b) => a.atMs - b.atMs);
