import { struckOut } from '../log/corrections';
import { isCorrection, type CorrectionEvent, type LogEvent } from '../log/event';
import type { Job } from '../log/job';
import { mergeJob } from '../log/mergeJob';
import { deadIn } from './takeOut';

/** A job with its log, as a device or a file has it. */
export interface JobCopy {
  job: Job;
  events: readonly LogEvent[];
}

/** An entry that both sides have corrected, each without knowing of the other. */
export interface Clash {
  /** The entry that both speak of, as it was written. */
  entry: LogEvent;
  here: CorrectionEvent;
  there: CorrectionEvent;
  /** Whose counts: the one that was written last. */
  counts: 'here' | 'there';
}

/** What two copies of a job have of each other. */
export interface MergedCopies extends JobCopy {
  /** Entries that only the other copy had. */
  fresh: LogEvent[];
  /** How many both had, and how many only this one. */
  common: number;
  own: number;
  /** How many of both say something else there: entries never change, so that somebody has been at one of them. */
  other: number;
  clashes: Clash[];
}

/** Zones on which something was done that still counts, also as a correction puts it. */
export function zonesWithWork(events: readonly LogEvent[]): Set<string> {
  const dead = deadIn(events);
  const zones = new Set<string>();
  for (const e of events) {
    if (dead.has(e.id) || e.kind === 'voided') continue;
    for (const z of e.kind === 'replaced' ? e.by.zoneIds : e.zoneIds) zones.add(z);
  }
  return zones;
}

/** Entries of one id are one entry; where a file says otherwise the same one is kept on every device. */
const sameOf = (a: LogEvent, b: LogEvent): LogEvent => (JSON.stringify(a) >= JSON.stringify(b) ? a : b);

/**
 * One log and one job of two copies. Entries are put together by their ids, and what is struck out follows from all corrections together
 * ({@link struckOut}), so that it does not matter which copy meets which first.
 */
export function mergeCopies(here: JobCopy, there: JobCopy): MergedCopies {
  const mine = new Map(here.events.map((e) => [e.id, e]));
  const fresh: LogEvent[] = [];
  let [common, other] = [0, 0];
  for (const e of there.events) {
    const own = mine.get(e.id);
    if (own) {
      common++;
      const same = sameOf(own, e);
      if (JSON.stringify(own) !== JSON.stringify(e)) other++;
      mine.set(e.id, same);
    } else {
      fresh.push(e);
      mine.set(e.id, e);
    }
  }
  const events = [...mine.values()];
  return {
    job: mergeJob(here.job, there.job, zonesWithWork(events)),
    events,
    fresh,
    common,
    own: here.events.length - common,
    other,
    clashes: clashesIn(here.events, there.events, events),
  };
}

/** Entries to which each side has a correction that the other does not know. */
function clashesIn(here: readonly LogEvent[], there: readonly LogEvent[], all: readonly LogEvent[]): Clash[] {
  const [inHere, inThere] = [new Set(here.map((e) => e.id)), new Set(there.map((e) => e.id))];
  const corrections = all.filter(isCorrection);
  const byTarget = new Map<string, { here: CorrectionEvent[]; there: CorrectionEvent[] }>();
  for (const c of corrections) {
    const sides = byTarget.get(c.targetId) ?? { here: [], there: [] };
    byTarget.set(c.targetId, sides);
    if (!inThere.has(c.id)) sides.here.push(c);
    if (!inHere.has(c.id)) sides.there.push(c);
  }
  const dead = struckOut(corrections);
  const entries = new Map(all.map((e) => [e.id, e]));
  return [...byTarget].flatMap(([target, sides]): Clash[] => {
    const entry = entries.get(target);
    const [h, t] = [lastOf(sides.here), lastOf(sides.there)];
    if (!entry || !h || !t) return [];
    const counts =
      dead.has(h.id) !== dead.has(t.id) ? (dead.has(h.id) ? 'there' : 'here') : lastOf([h, t]) === h ? 'here' : 'there';
    return [{ entry, here: h, there: t, counts }];
  });
}

const lastOf = (list: readonly CorrectionEvent[]): CorrectionEvent | undefined =>
  [...list].sort((a, b) => a.writtenMs - b.writtenMs || (a.id < b.id ? -1 : 1)).pop();
