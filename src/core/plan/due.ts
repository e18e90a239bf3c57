import { addMonths } from 'date-fns/addMonths';
import type { JobState } from '../strata/fold';
import { withoutCards, type Job } from '../log/job';
import { FAULT_NAMES } from '../log/marks';
import { faultsOn } from '../rules/access';

/** A temporary repair and when it is used up, or a fault that was put off. */
export interface DueRepair {
  panelId: string;
  zoneIds: string[];
  what: string;
  dueMs: number;
  /** decided: agreed on. done: it is on the panel. putOff: a fault that is to be done by then. */
  basis: 'decided' | 'done' | 'putOff';
}

/** What is due on a job, the soonest first: temporary repairs made, those decided on and not yet made, and faults put off. */
export function dueRepairs(job: Job, state: JobState): DueRepair[] {
  const made = new Map<string, DueRepair>();
  // A decision is carried out once a temporary repair was made, also where another one has taken its place since.
  const carriedOut = new Set<string>();
  for (const z of job.zones)
    for (const r of state.zones.get(z.id)?.strata?.repairs ?? []) {
      if (r.temporaryUntilMs === undefined) continue;
      carriedOut.add(z.panelId);
      if (r.endedMs !== undefined) continue;
      const key = `${z.panelId}/${r.atMs}`;
      const had = made.get(key);
      if (had) had.zoneIds.push(z.id);
      else
        made.set(key, {
          panelId: z.panelId,
          zoneIds: [z.id],
          what: r.method,
          dueMs: r.temporaryUntilMs,
          basis: 'done',
        });
    }
  const list = [...made.values()];
  for (const p of withoutCards(job).panels)
    for (const { zoneId, fault } of faultsOn(job, state, p.id))
      if (fault.deferred?.byMs !== undefined && fault.doneMs === undefined)
        list.push({
          panelId: p.id,
          zoneIds: [zoneId],
          what: FAULT_NAMES[fault.mark.fault],
          dueMs: fault.deferred.byMs,
          basis: 'putOff',
        });
  for (const d of job.decisions ?? [])
    if (d.way === 'temporary' && d.months && !carriedOut.has(d.panelId))
      list.push({
        panelId: d.panelId,
        zoneIds: [],
        what: 'Temporary repair, decided',
        dueMs: addMonths(d.atMs, d.months).getTime(),
        basis: 'decided',
      });
  return list.sort((a, b) => a.dueMs - b.dueMs);
}
