import { zoneLabel, type LoggableKind } from '@/core';
import { useJudge, type OpenJob } from '@/data';
import type { Judged } from '@/ui/VerdictNotice';

/**
 * The gravest verdict over the picked zones on what stands on the sheet, at the time that stands there. Undefined while the rules load, and
 * for entries that are no step (a reading, a finding).
 */
export function useVerdict(
  open: OpenJob,
  zoneIds: readonly string[],
  kind: LoggableKind,
  payload: Readonly<Record<string, unknown>> | undefined,
  atMs: number,
): Judged | undefined {
  const judge = useJudge(open);
  const worst = payload && judge?.({ kind, atMs, zoneIds, payload }).worst;
  return worst && { verdict: worst.verdict, ...(zoneIds.length > 1 && { zone: zoneLabel(open.job, worst.zoneId) }) };
}
