import { zoneLabel, type LoggableKind } from '@/core';
import { useJudge, type OpenJob } from '@/data';
import type { Judged } from '@/ui/VerdictNotice';

/** What the rules say of the sheet, zone by zone. */
export interface SheetVerdict extends Judged {
  /** Zones on which it must not be done, where it may be on others: they can be left out. */
  stopped: string[];
}

/**
 * The gravest verdict over the picked zones on what stands on the sheet, at the time that stands there, and the zones that it stops.
 * Undefined while the rules load, and for entries that are no step (a reading, a finding).
 */
export function useVerdict(
  open: OpenJob,
  zoneIds: readonly string[],
  kind: LoggableKind,
  payload: Readonly<Record<string, unknown>> | undefined,
  atMs: number,
): SheetVerdict | undefined {
  const judge = useJudge(open);
  const judged = payload && judge?.({ kind, atMs, zoneIds, payload });
  if (!judged?.worst) return undefined;
  const { worst } = judged;
  const stopped = judged.zones.filter((j) => j.verdict.level === 'stop').map((j) => j.zoneId);
  return {
    verdict: worst.verdict,
    stopped: stopped.length < zoneIds.length ? stopped : [],
    ...(zoneIds.length > 1 && { zone: zoneLabel(open.job, worst.zoneId) }),
  };
}
