import { flashRustHours } from '../cure/flashRust';
import { withoutCards, type Job } from '../log/job';
import { awayOf } from '../strata/away';
import { toDosIn, type JobState } from '../strata/fold';
import type { Route } from '../route/route';
import type { JobDays } from './days';

/** What a plan of days knows of a job: the ways of its zones, and what is not here. @param rh of the room, for steel that lies bare, fraction @param closesMs when a window that is open now closes on a zone */
export function jobDays(
  { job, state }: { job: Job; state: JobState },
  routeOf: (zoneId: string) => Route | undefined,
  rh: number,
  closesMs: (zoneId: string) => number | undefined = () => undefined,
): JobDays {
  const { panels, zones } = withoutCards(job);
  const rustsMin = Math.round(flashRustHours(rh) * 60);
  return {
    job,
    work: zones.flatMap((z) => {
      const route = routeOf(z.id);
      const panel = panels.find((p) => p.id === z.panelId);
      if (!route || !panel) return [];
      const closes = closesMs(z.id);
      return [
        {
          jobId: job.id,
          panelId: z.panelId,
          zoneId: z.id,
          steps: route.steps,
          ...(route.doneMs === null && { stuck: true as const }),
          pieces: panel.pieces?.count ?? 1,
          ...(panel.substrate === 'steel' && { rustsMin }),
          ...(closes !== undefined && { closesMs: closes }),
        },
      ];
    }),
    toDos: toDosIn(state).filter((t) => !t.done && (t.minutes ?? 0) > 0),
    away: new Map(
      panels.flatMap((p) => {
        const away = awayOf(job, state, p.id);
        return away ? [[p.id, away.dueMs ?? null] as const] : [];
      }),
    ),
    onOrder: new Map(
      (job.bags ?? []).flatMap((b) => {
        const due = b.items.flatMap((i) => (i.dueMs !== undefined && i.back < i.count ? [i.dueMs] : []));
        return due.length > 0 ? [[b.panelId, Math.max(...due)] as const] : [];
      }),
    ),
  };
}
