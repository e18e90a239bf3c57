import { zonesOf, type Job } from '../log/job';
import { fail, ok, type FieldProblem, type Result } from '../result';

/**
 * The job with one panel's drawing and zones as they were before a change of them: takes a drawn zone, a new outline or a keep-out
 * back. A zone that came with the change and has entries by now stays, and the change with it: the log keeps them.
 * @param before the job's head before the change
 * @param entries how many entries name a zone, also those that were struck out
 */
export function restorePanel(
  job: Job,
  before: Job,
  panelId: string,
  entries: (zoneId: string) => number,
): Result<Job, FieldProblem[]> {
  const had = zonesOf(before, panelId);
  const came = zonesOf(job, panelId).filter((z) => !had.some((h) => h.id === z.id));
  const used = came.find((z) => entries(z.id) > 0);
  if (used)
    return fail([{ path: 'zone', message: `There are entries on ${used.name.toLowerCase()}, and the log keeps them` }]);
  const panel = before.panels.find((p) => p.id === panelId);
  if (!panel) return fail([{ path: 'panel', message: 'The panel was not there before' }]);
  const { map: _, ...rest } = job.panels.find((p) => p.id === panelId) ?? panel;
  return ok({
    ...job,
    panels: job.panels.map((p) => (p.id === panelId ? { ...rest, ...(panel.map && { map: panel.map }) } : p)),
    zones: [...job.zones.filter((z) => z.panelId !== panelId), ...had],
  });
}
