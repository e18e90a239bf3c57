import type { KeptWork } from '../log/days';
import { KINDS } from '../log/event';
import type { Job } from '../log/job';
import { effectiveEvents, type JobState } from '../strata/fold';
import { MINUTE_MS } from '../units/time';
import { keptName, personOf, type DaysNetwork } from './days';
import type { Schedule } from './network';

/** Work that was planned, and how it went by the log. */
export interface TookWork {
  kept: KeptWork;
  /** When it was begun and how long it took, as far as the entry says, ms and min. */
  atMs: number;
  tookMin?: number;
}

/** What was planned and has been done since: the first entry of that work on one of its zones, after the plan was kept. */
export function tookOf(job: Job, state: JobState): TookWork[] {
  const events = effectiveEvents(state);
  return (job.kept ?? []).flatMap((kept): TookWork[] => {
    const [kind, , rest = ''] = kept.work.split('|');
    const product = rest.split('#')[0] ?? '';
    const done = events.find(
      (e) =>
        e.atMs >= kept.keptMs &&
        KINDS[e.kind].step === kind &&
        e.zoneIds.some((z) => kept.zoneIds.includes(z)) &&
        (product === '' || !('productId' in e) || e.productId === product),
    );
    if (!done) return [];
    const { workMin } = done;
    return [{ kept, atMs: done.atMs - (workMin ?? 0) * MINUTE_MS, ...(workMin !== undefined && { tookMin: workMin }) }];
  });
}

/** How plans went: begun how much later than planned (middle, h), and how far single works differ from one another, as a factor; undefined where too few were kept. */
export function howPlansWent(took: readonly TookWork[]): { count: number; lateH: number; spread?: number } | undefined {
  if (took.length < FEWEST) return undefined;
  const late = took.map((t) => (t.atMs - t.kept.startMs) / (60 * MINUTE_MS)).sort((a, b) => a - b);
  const logs = took.flatMap((t) => (t.tookMin && t.kept.minutes > 0 ? [Math.log(t.tookMin / t.kept.minutes)] : []));
  const mean = logs.reduce((a, b) => a + b, 0) / Math.max(1, logs.length);
  const spread = Math.exp(Math.sqrt(logs.reduce((s, l) => s + (l - mean) ** 2, 0) / Math.max(1, logs.length - 1)));
  return {
    count: took.length,
    lateH: late[Math.floor(late.length / 2)] ?? 0,
    ...(logs.length >= FEWEST && { spread }),
  };
}
/** From fewer nothing is learnt. */
const FEWEST = 4;

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
