import { zonesOf, type Job } from '../log/job';
import type { EventOf } from '../log/event';
import type { JobState } from './fold';
import type { Away } from './types';

type Moved = EventOf<'removed'> | EventOf<'fitted'>;

/** Where the panels are that are not on the vehicle, in the words of the entry that took them off or sent them out. */
export function panelsOff(job: Job, state: JobState): ReadonlyMap<string, string> {
  const off = new Map<string, string>();
  for (const panel of job.panels) {
    let last: Moved | undefined;
    for (const zone of zonesOf(job, panel.id))
      for (const e of state.zones.get(zone.id)?.events ?? [])
        if ((e.kind === 'removed' || e.kind === 'fitted') && (!last || e.atMs >= last.atMs)) last = e;
    const away = awayOf(job, state, panel.id);
    if (away) off.set(panel.id, `With ${away.to}`);
    else if (last?.kind === 'removed') off.set(panel.id, last.where);
  }
  return off;
}

/** With whom a panel is, where any zone of it was sent out. */
export function awayOf(job: Job, state: JobState, panelId: string): Away | undefined {
  for (const zone of zonesOf(job, panelId)) {
    const away = state.zones.get(zone.id)?.strata?.away;
    if (away) return away;
  }
  return undefined;
}
