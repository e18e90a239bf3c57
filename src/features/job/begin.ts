import { zonesOf, type Job, type LogEvent, type Panel } from '@/core';
import { AS_FOUND, asFoundName, layersAsFound, type AsFound } from '@/core/log/asFound';
import { newId, nowMs } from '@/data';

/** What a zone begins with, or that somebody looks later. */
export type Begin = AsFound | 'later';

export const BEGINS: { value: Begin; label: string }[] = [
  ...AS_FOUND.map((a) => ({ value: a, label: asFoundName(a) })),
  { value: 'later', label: 'Look later' },
];

/** What stands on zones when they come into the log. */
export function beginning(
  begin: Begin,
  zoneIds: string[],
  { substrate, thicknessUm }: Pick<Panel, 'substrate' | 'thicknessUm'>,
): LogEvent[] {
  if (begin === 'later') return [];
  const now = nowMs();
  const layers = layersAsFound(begin, substrate);
  return [{ id: newId(now), kind: 'found', atMs: now, writtenMs: now, zoneIds, substrate, thicknessUm, layers }];
}

/** The first look at several panels of a job, one entry a panel. */
export const beginningOf = (job: Job, panels: readonly Panel[], begin: Begin): LogEvent[] =>
  panels.flatMap((p) =>
    beginning(
      begin,
      zonesOf(job, p.id).map((z) => z.id),
      p,
    ),
  );
