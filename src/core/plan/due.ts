import { addMonths } from 'date-fns/addMonths';
import type { JobState } from '../strata/fold';
import { FAMILIES, type ProductFamily } from '../library/families';
import { FINISHES } from '../library/finish';
import { finishOf, withoutCards, type Job } from '../log/job';
import { FAULT_NAMES } from '../log/marks';
import { faultsOn } from '../rules/access';

/** A temporary repair and when it is used up, a fault that was put off, or a finish that is only for now. */
export interface DueRepair {
  panelId: string;
  zoneIds: string[];
  what: string;
  dueMs: number;
  /** decided: agreed on. done: it is on the panel. putOff: a fault that is to be done by then. finish: paint that comes off again. protection: it is to be looked at again. */
  basis: 'decided' | 'done' | 'putOff' | 'finish' | 'protection';
}

/** After how many months protection is looked at again: usual figures, where it is driven in salt sooner. */
const LOOK_AGAIN: Partial<Record<ProductFamily, number>> = { cavityWax: 24, underseal: 36, liner: 36 };

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
  for (const z of withoutCards(job).zones) {
    const top = state.zones.get(z.id)?.strata?.layers.at(-1);
    const months = top && LOOK_AGAIN[top.family];
    if (top && months !== undefined && top.productId !== undefined)
      list.push({
        panelId: z.panelId,
        zoneIds: [z.id],
        what: `${FAMILIES[top.family].name}: look whether it still covers`,
        dueMs: addMonths(top.lastAppliedMs, months).getTime(),
        basis: 'protection',
      });
    const { system, untilMs } = finishOf(job, z.id);
    if (!FINISHES[system].temporary || untilMs === undefined) continue;
    const had = list.find((d) => d.basis === 'finish' && d.panelId === z.panelId && d.dueMs === untilMs);
    if (had) had.zoneIds.push(z.id);
    else
      list.push({
        panelId: z.panelId,
        zoneIds: [z.id],
        what: 'Paint that is only for now',
        dueMs: untilMs,
        basis: 'finish',
      });
  }
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
