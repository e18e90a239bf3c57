import { struckOut } from '../log/corrections';
import { isCorrection, type LogEvent, type PlainEvent } from '../log/event';
import type { Job } from '../log/job';
import { keepsPanel, withoutPanel } from '../log/panelChange';
import { fail, ok, type Result } from '../result';
import { effectiveEvents, type JobState } from './fold';

/** How panels are taken out of a job, and what then has to be struck out of its log. */
export interface TakenOut {
  without(job: Job): Job;
  strikes: LogEvent[];
}

/**
 * Takes panels out of a job on which nothing was done but that somebody looked at them: their first looks are struck out. What was logged
 * and counts keeps its panel.
 * @param nextId a new id for each strike
 * @returns or why a panel stays
 */
export function takeOutPanels(
  job: Job,
  state: JobState,
  panelIds: readonly string[],
  nextId: () => string,
  nowMs: number,
): Result<TakenOut, string> {
  const going = new Set(job.zones.flatMap((z) => (panelIds.includes(z.panelId) ? [z.id] : [])));
  const onThem = effectiveEvents(state).filter((e) => e.zoneIds.some((z) => going.has(z)));
  const keeping = onThem.filter((e) => !isFirstLook(e) || !e.zoneIds.every((z) => going.has(z)));
  for (const panel of job.panels.filter((p) => panelIds.includes(p.id))) {
    const why = keepsPanel(job, panel, (zone) => keeping.filter((e) => e.zoneIds.includes(zone)).length);
    if (why !== undefined) return fail(why);
  }
  return ok({
    without: (j) => panelIds.reduce(withoutPanel, j),
    strikes: onThem.map((e) => strikeOf(e.id, nextId(), nowMs)),
  });
}

const isFirstLook = (e: PlainEvent): boolean => e.kind === 'found' && e.fault === undefined;

/** Strikes an entry, or a strike, out. */
export const strikeOf = (targetId: string, id: string, nowMs: number): LogEvent => ({
  id,
  kind: 'voided',
  atMs: nowMs,
  writtenMs: nowMs,
  zoneIds: [],
  targetId,
});

/** Ids of entries that do not count: what they name need not be there any more. */
export const deadIn = (events: readonly LogEvent[]): ReadonlySet<string> => struckOut(events.filter(isCorrection));
