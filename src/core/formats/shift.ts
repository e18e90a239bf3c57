import type { LogEvent } from '../log/event';
import type { Job } from '../log/job';
import type { ShelfRecord } from '../log/shelf';
import { DAY_MS, MINUTE_MS } from '../units/time';
import type { JobFile } from './jobFile';

/**
 * Moves a job in time so that what was 'now' when the file was made is now. What is within a day of it moves
 * exactly, so that its clocks run on; what is older or further ahead moves by whole days, so that work stays in working hours.
 * @param file times in it are wall-clock times written as UTC; its `exportedMs` is the 'now' of the file
 * @param nowMs ms since 1970
 * @param zoneMinutes how far local time is behind UTC, minutes (`Date.getTimezoneOffset`)
 */
export function shiftTo(file: JobFile, nowMs: number, zoneMinutes: number): JobFile {
  const move = mover(file.exportedMs, nowMs, zoneMinutes);
  const moved = <E extends LogEvent>(e: E): E => ({
    ...e,
    atMs: move(e.atMs),
    writtenMs: move(e.writtenMs),
    ...(e.kind === 'replaced' && { by: moved(e.by) }),
    ...(e.kind === 'left' && e.byMs !== undefined && { byMs: move(e.byMs) }),
    ...(e.kind === 'cameBack' && e.sprayedMs !== undefined && { sprayedMs: move(e.sprayedMs) }),
    ...(e.kind === 'sentOut' && e.dueMs !== undefined && { dueMs: move(e.dueMs) }),
  });
  return {
    ...file,
    exportedMs: nowMs,
    job: headMoved(file.job, move),
    events: file.events.map(moved),
  };
}

/** How a time moves along, see {@link shiftTo}. */
function mover(anchor: number, nowMs: number, zoneMinutes: number): (t: number) => number {
  const days = Math.floor((nowMs - zoneMinutes * MINUTE_MS - anchor) / DAY_MS);
  const wholeDays = days * DAY_MS + zoneMinutes * MINUTE_MS;
  return (t) => t + (Math.abs(t - anchor) <= DAY_MS ? nowMs - anchor : wholeDays);
}

/** The shelf's log, moved in time like the jobs that go with it. */
export function shiftShelf(
  { exportedMs, records }: { exportedMs: number; records: readonly ShelfRecord[] },
  nowMs: number,
  zoneMinutes: number,
): ShelfRecord[] {
  const move = mover(exportedMs, nowMs, zoneMinutes);
  const moved = <R extends ShelfRecord>(r: R): R => ({
    ...r,
    atMs: move(r.atMs),
    writtenMs: move(r.writtenMs),
    ...(r.kind === 'received' && r.bestBeforeMs !== undefined && { bestBeforeMs: move(r.bestBeforeMs) }),
    ...(r.kind === 'replaced' && { by: moved(r.by) }),
  });
  return records.map(moved);
}

/** People agree on quarters of an hour, ms. */
const QUARTER_MS = 900_000;
const quarter = (ms: number): number => Math.round(ms / QUARTER_MS) * QUARTER_MS;

/** The times that hang on a job's head. */
function headMoved(job: Job, move: (t: number) => number): Job {
  return {
    ...job,
    createdMs: move(job.createdMs),
    zones: job.zones.map((z) => (z.cutFrom ? { ...z, cutFrom: { ...z.cutFrom, atMs: move(z.cutFrom.atMs) } } : z)),
    ...(job.decisions && { decisions: job.decisions.map((d) => ({ ...d, atMs: move(d.atMs) })) }),
    ...(job.finalChecks && { finalChecks: job.finalChecks.map((c) => ({ ...c, atMs: move(c.atMs) })) }),
    ...(job.evenings && {
      evenings: job.evenings.map((e) => ({
        ...e,
        fromMs: move(e.fromMs),
        untilMs: move(e.untilMs),
        ready: e.ready.map((r) => ({ ...r, atMs: move(r.atMs) })),
        ...(e.begunMs !== undefined && { begunMs: move(e.begunMs) }),
        ...(e.endedMs !== undefined && { endedMs: move(e.endedMs) }),
      })),
    }),
    ...(job.agreed && {
      agreed: job.agreed.map((a) => ({
        ...a,
        atMs: quarter(move(a.atMs)),
        ...(a.untilMs !== undefined && { untilMs: quarter(move(a.untilMs)) }),
      })),
    }),
    ...(job.kept && {
      kept: job.kept.map((k) => ({ ...k, startMs: move(k.startMs), keptMs: move(k.keptMs) })),
    }),
    ...(job.photos && { photos: job.photos.map((p) => ({ ...p, takenMs: move(p.takenMs) })) }),
    ...(job.bags && {
      bags: job.bags.map((b) => ({
        ...b,
        items: b.items.map((i) => (i.dueMs === undefined ? i : { ...i, dueMs: move(i.dueMs) })),
      })),
    }),
  };
}
