import { KINDS } from '../log/event';
import { zonesSince, type Job } from '../log/job';
import { workMinutes } from '../route/work';
import { effectiveForm } from '../log/corrections';
import type { JobState } from '../strata/fold';

/** The agreed hours of a job, counted down. */
export interface Budget {
  /** Hours that are agreed. */
  agreedH: number;
  /** What the entries of the log took, by usual figures of one pair of hands, h. */
  spentH: number;
  /** What is left of it, h; below 0 it is over. */
  leftH: number;
}

/** Hours that a log's entries took: an estimate by act and area, since nobody writes down when they began. */
export function hoursSpent(job: Job, state: JobState): number {
  let minutes = 0;
  for (const raw of state.events) {
    const e = effectiveForm(raw, state.dead);
    const step = e && KINDS[e.kind].step;
    if (!e || !step) continue;
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
