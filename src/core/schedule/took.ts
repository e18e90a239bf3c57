import type { KeptWork } from '../log/days';
import { KINDS, type PlainEvent } from '../log/event';
import type { Job } from '../log/job';
import { effectiveEvents, type JobState } from '../strata/fold';
import { HOUR_MS, MINUTE_MS } from '../units/time';
import { workAbout } from './blocks';

/** Work that was planned, and how it went by the log. */
export interface TookWork {
  kept: KeptWork;
  /** The entry that it became. */
  event: PlainEvent;
  /** When it was begun and how long it took, as far as the entry says, ms and min. */
  atMs: number;
  tookMin?: number;
}

/** What was planned and has been done since: the first entry of that work on one of its zones, after the plan was kept. */
export function tookOf(job: Job, state: JobState): TookWork[] {
  const events = effectiveEvents(state);
  return (job.kept ?? []).flatMap((kept): TookWork[] => {
    const { kind, productId } = workAbout(kept.work);
    const done = events.find(
      (e) =>
        e.atMs >= kept.keptMs &&
        KINDS[e.kind].step === kind &&
        e.zoneIds.some((z) => kept.zoneIds.includes(z)) &&
        (productId === undefined || !('productId' in e) || e.productId === productId),
    );
    if (!done) return [];
    const { workMin } = done;
    return [
      {
        kept,
        event: done,
        atMs: done.atMs - (workMin ?? 0) * MINUTE_MS,
        ...(workMin !== undefined && { tookMin: workMin }),
      },
    ];
  });
}

/** From fewer nothing is learnt. */
const FEWEST = 4;

/** How plans went: how much later than planned work was begun, the middle of all, h (sooner: negative); undefined where too few were kept. */
export function howPlansWent(took: readonly TookWork[]): { count: number; lateH: number } | undefined {
  if (took.length < FEWEST) return undefined;
  const late = took.map((t) => (t.atMs - t.kept.startMs) / HOUR_MS).sort((a, b) => a - b);
  return { count: took.length, lateH: late[Math.floor(late.length / 2)] ?? 0 };
}
