import type { KeptWork } from '../log/days';
import type { Job } from '../log/job';
import type { JobState } from '../strata/fold';
import { MINUTE_MS } from '../units/time';
import type { DaysNetwork, PlannedWork } from './planned';
import type { KeptPlan, Schedule } from './network';
import { personOf, personResource } from './people';
import { tookOf } from './took';

/** Moving a step by more than half a day has to bring the end an hour nearer, min. */
const MOVE_COST_MIN = 60;

/** The plan that people go by, on what is still to come of it; undefined where none was kept. */
export function keptPlan(
  jobs: readonly { job: Job }[],
  works: ReadonlyMap<string, PlannedWork>,
  nowMs: number,
): KeptPlan | undefined {
  const starts = new Map<string, number>();
  const by = new Map<string, string>();
  for (const { job } of jobs)
    for (const [id, w] of works) {
      const k = w.jobId === job.id ? keptOf(job.kept ?? [], w) : undefined;
      // What was to be done by now is put where it suits.
      if (!k || k.startMs < nowMs) continue;
      starts.set(id, (k.startMs - nowMs) / MINUTE_MS);
      if (k.who !== undefined) by.set(id, personResource(k.who));
    }
  return starts.size === 0 ? undefined : { starts, by, costMin: MOVE_COST_MIN };
}

/** What a piece of work is called in a plan that is kept; undefined: it is agreed, and stands where that says. */
const keptName = (w: PlannedWork): string | undefined => w.block?.work ?? ((w.other ?? w.toDo) && w.id);

/** What was kept of a piece of work: by what it is, on any of its zones. */
const keptOf = (kept: readonly KeptWork[], w: PlannedWork): KeptWork | undefined =>
  kept.find((k) => k.work === keptName(w) && (!w.block || k.zoneIds.some((z) => w.zoneIds.includes(z))));

/** Of a plan that is kept so many pieces are written down, and so many that were kept before and are done. */
const MOST_KEPT = 1500;
const MOST_DONE = 100;

/** What a job keeps of a plan that people go by from now on; of the one before what is done stays, to be learnt from. @param id a new one at each call */
export function keptFrom(
  { job, state }: { job: Job; state: JobState },
  d: DaysNetwork,
  plan: Schedule,
  zeroMs: number,
  nowMs: number,
  id: () => string,
): KeptWork[] {
  const done = new Set(tookOf(job, state).map((t) => t.kept.id));
  const old = (job.kept ?? []).filter((k) => done.has(k.id)).slice(-MOST_DONE);
  const minutes = new Map(d.network.activities.map((a) => [a.id, a.minutes]));
  const works = [...plan.starts].flatMap(([key, start]): KeptWork[] => {
    const w = d.works.get(key);
    const work = w && keptName(w);
    if (w?.jobId !== job.id || work === undefined) return [];
    const by = plan.by.get(key);
    const who = by === undefined ? undefined : personOf(by);
    return [
      {
        id: id(),
        work,
        zoneIds: [...w.zoneIds],
        startMs: Math.round(zeroMs + start * MINUTE_MS),
        minutes: Math.round(minutes.get(key) ?? 0),
        keptMs: nowMs,
        ...(who !== undefined && { who }),
      },
    ];
  });
  return [...old, ...works.slice(0, MOST_KEPT)];
}
