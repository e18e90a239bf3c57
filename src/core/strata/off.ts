import { zonesOf, type Job } from '../log/job';
import type { EventOf } from '../log/event';
import type { JobState } from './fold';

type Moved = EventOf<'removed'> | EventOf<'fitted'>;

/** Where the panels are that are not on the vehicle, in the words of the entry that took them off. */
export function panelsOff(job: Job, state: JobState): ReadonlyMap<string, string> {
  const off = new Map<string, string>();
  for (const panel of job.panels) {
    let last: Moved | undefined;
    for (const zone of zonesOf(job, panel.id))
      for (const e of state.zones.get(zone.id)?.events ?? [])
        if ((e.kind === 'removed' || e.kind === 'fitted') && (!last || e.atMs >= last.atMs)) last = e;
    if (last?.kind === 'removed') off.set(panel.id, last.where);
  }
  return off;
}
