import { effectiveEvents, effectiveForm, type PlainEvent } from '@/core';
import type { OpenJob } from '@/data';

/** An entry that still counts, as it counts. */
export const entryOf = (open: OpenJob, id: string | undefined): PlainEvent | undefined =>
  id === undefined ? undefined : effectiveEvents(open.state).find((e) => e.id === id);

/** The zones that the last entry was about: most entries follow on it. */
export function lastZones(open: OpenJob): string[] {
  let last: { writtenMs: number; zoneIds: string[] } | undefined;
  for (const e of open.state.events) {
    const form = effectiveForm(e, open.state.dead);
    if (form && form.zoneIds.length > 0 && (!last || form.writtenMs >= last.writtenMs)) last = form;
  }
  return last?.zoneIds ?? open.job.zones.slice(0, 1).map((z) => z.id);
}
