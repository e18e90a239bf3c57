import { KINDS } from '../log/event';
import { panelOf, zonesSince, type Job } from '../log/job';
import { workMinutes } from '../labour/hours';
import type { WorkAct } from '../log/workActs';
import { effectiveEvents, type JobState } from '../strata/fold';

/** The agreed hours of a job, counted down. */
export interface Budget {
  /** Hours that are agreed. */
  agreedH: number;
  /** What the entries of the log took, as clocked, else by usual figures of one pair of hands, h. */
  spentH: number;
  /** What is left of it, h; below 0 it is over. */
  leftH: number;
}

/**
 * Hours that a log's entries took: as they were clocked or typed, else an estimate by act and area. Where time was logged for an act of a
 * panel by itself, its entries there are not estimated besides.
 */
export function hoursSpent(job: Job, state: JobState): number {
  let minutes = 0;
  const events = effectiveEvents(state);
  const taskOf = (zoneId: string, act: WorkAct | null) => `${panelOf(job, zoneId)?.id ?? ''}/${act ?? ''}`;
  const clocked = new Set(events.flatMap((e) => (e.kind === 'worked' ? e.zoneIds.map((z) => taskOf(z, e.act)) : [])));
  for (const e of events) {
    if (e.workMin !== undefined) {
      minutes += e.workMin;
      continue;
    }
    const { step, act } = KINDS[e.kind];
    if (!step || e.zoneIds.some((z) => clocked.has(taskOf(z, act)))) continue;
    const cm2 = zonesSince(job, e.zoneIds, e.atMs).reduce((sum, z) => sum + z.areaCm2, 0);
    const coats = 'coats' in e ? e.coats : 1;
    minutes += workMinutes(step, cm2 * coats);
  }
  return minutes / 60;
}

/** The budget of a job; undefined where no hours are agreed. */
export function budgetOf(job: Job, state: JobState): Budget | undefined {
  if (job.budgetH === undefined) return undefined;
  const spentH = hoursSpent(job, state);
  return { agreedH: job.budgetH, spentH, leftH: job.budgetH - spentH };
}
