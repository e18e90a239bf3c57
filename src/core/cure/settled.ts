import type { HeatPlan } from '../air/heat';
import type { RoomAir } from '../air/room';
import { isFiller } from '../library/families';
import type { Product } from '../library/product';
import { hashText } from '../units/hash';
import type { ZoneStatus } from './status';

/**
 * Where a zone stands for good: every clock on it has run out, and nothing about it changes with time until somebody does something on it. Such a status is
 * worked out once, and holds for as long as the air of its time is the same. It is thrown away, never the truth.
 */
export interface Settled {
  /** It holds from then on, ms. */
  fromMs: number;
  /** Names the air that it was worked out from, see {@link airKey}. */
  key: string;
  status: ZoneStatus;
}

/** From when on a status holds for good, ms; undefined while something about it still moves. */
export function settledMs(s: ZoneStatus): number | undefined {
  const { stage, top, clocks, moments, closesMs, rust, dampMin, spots, touchedIn, sinceMs } = s;
  if (stage === 'unknown' || stage === 'curing' || moments.length > 0 || closesMs !== undefined) return undefined;
  if (rust ?? dampMin ?? spots ?? touchedIn) return undefined;
  // Filler that was sanded open takes up water for as long as it stands.
  if (top && isFiller(top.family)) return undefined;
  let last = sinceMs;
  for (const c of clocks) {
    if (!c.reached || c.opensMs === null || c.closesMs === null) return undefined;
    if (c.closesMs !== undefined && !c.closed) return undefined;
    last = Math.max(last, c.opensMs, c.closesMs ?? 0);
  }
  return last;
}

const sums = new WeakMap<RoomAir, readonly string[]>();

/** Names all that was read up to each day: by what came before it, and by itself. */
function sumsOf(room: RoomAir): readonly string[] {
  let known = sums.get(room);
  if (known) return known;
  let before = '';
  known = room.days.map(({ day, key }) => (before = hashText(`${before}|${day}:${key}`)));
  sums.set(room, known);
  return known;
}

/**
 * Names the air of a job's zone up to a moment: what was read until then with the next reading after it, and heat that was planned for the job. Where
 * nothing was read after it, all that is taken for the time since.
 */
export function airKey(room: RoomAir, heats: readonly HeatPlan[], jobId: string, atMs: number): string {
  const all = sumsOf(room);
  // Days are few beside what is asked: the first that has a reading after the moment.
  let [lo, hi] = [0, room.days.length];
  while (lo < hi) {
    const mid = (lo + hi) >> 1;
    const { readings } = room.days[mid]!;
    if (readings[readings.length - 1]!.atMs > atMs) hi = mid;
    else lo = mid + 1;
  }
  const read = all[lo] ?? `${all[all.length - 1] ?? ''}|${room.tailKey}`;
  const own = heats.filter((h) => h.jobId === jobId && h.fromMs <= atMs);
  return own.length > 0 ? `${read}|${JSON.stringify(own)}` : read;
}

/** A product by which a status was worked out. */
export type Used = readonly [Product | undefined, Product | undefined];
