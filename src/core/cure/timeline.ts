import { dayIndex, dayOf } from '../air/days';
import { followAir, type SurfaceSpec } from '../air/surface';
import { airAt, type AirHistory, type AirPoint } from '../air/history';
import type { RoomAir } from '../air/room';
import { DAY_MS } from '../units/time';

/**
 * A piece of a surface's history: its first point is the last one of the piece before. What is worked out over it is kept with it,
 * so that pieces which stay themselves are worked out once.
 */
export interface Segment {
  readonly points: readonly AirPoint[];
  /** Equivalent minutes from the first point to point i, by kinetics. */
  readonly sums: Map<string, Float64Array>;
  /** When so many equivalent minutes of it are reached, by kinetics and minutes. */
  readonly roots: Map<string, number>;
}

/**
 * Temperature and humidity of a surface over time, in segments that follow one another: a straight line between two points, and held
 * constant before the first and after the last. At least one segment.
 */
export interface Timeline {
  readonly count: number;
  /** When segment i begins, ms. */
  startMs(i: number): number;
  segment(i: number): Segment;
}

export const segmentOf = (points: readonly AirPoint[]): Segment => ({ points, sums: new Map(), roots: new Map() });

/** Index of the last segment that begins at or before a moment; the first one for what is before it. */
export function segmentAt(t: Timeline, atMs: number): number {
  let lo = 0;
  let hi = t.count;
  while (lo < hi) {
    const mid = (lo + hi) >> 1;
    if (t.startMs(mid) <= atMs) lo = mid + 1;
    else hi = mid;
  }
  return Math.max(0, lo - 1);
}

/** The surface at a moment. @param atMs ms since 1970 */
export const pointAt = (t: Timeline, atMs: number): AirPoint => airAt(t.segment(segmentAt(t, atMs)).points, atMs);

/** The surface between two moments, as a history of its own: what happens to it between, and what leads up to it. */
export function pointsBetween(t: Timeline, fromMs: number, toMs: number): AirHistory {
  const out: AirPoint[] = [];
  for (let i = segmentAt(t, fromMs); i < t.count && (i === 0 || t.startMs(i) <= toMs); i++) {
    const { points } = t.segment(i);
    for (let j = out.length > 0 ? 1 : 0; j < points.length; j++) out.push(points[j]!);
  }
  return out;
}

/** A history that is at hand as a list, as a timeline. @param history at least one point, in order of time */
export function timelineOf(history: AirHistory): Timeline {
  if (history.length === 0) throw new Error('An air history needs at least one point');
  const starts: number[] = [0];
  for (let i = 1; i < history.length; i++)
    if (dayOf(history[i]!.atMs) !== dayOf(history[i - 1]!.atMs) && i > 1) starts.push(i - 1);
  const segments = starts.map((s, i) => segmentOf(history.slice(s, (starts[i + 1] ?? history.length - 1) + 1)));
  return {
    count: segments.length,
    startMs: (i) => segments[i]!.points[0]!.atMs,
    segment: (i) => segments[i]!,
  };
}

/** So many time constants after it began, nothing is left of what a surface began with: e^-30 is under a double's last digit. */
const FORGETS = 30;
const MAX_WARM_UP_DAYS = 40;

/** Segments that were worked out, by what they were worked out from; bounded by the points that they hold. */
export class SegmentStore {
  private readonly segments = new Map<string, Segment>();
  private points = 0;

  /** @param maxPoints points held at most; past that the oldest go */
  constructor(private readonly maxPoints: number) {}

  get size(): number {
    return this.points;
  }

  get(key: string, make: () => readonly AirPoint[]): Segment {
    const had = this.segments.get(key);
    if (had) return had;
    const made = segmentOf(make());
    this.segments.set(key, made);
    this.points += made.points.length;
    if (this.points > this.maxPoints) this.shrink(key);
    return made;
  }

  private shrink(keep: string): void {
    for (const [key, s] of this.segments) {
      if (this.points <= this.maxPoints * 0.75) break;
      if (key === keep) continue;
      this.segments.delete(key);
      this.points -= s.points.length;
    }
  }
}

/** A surface that a later state of the same room can take over from. */
export interface SurfaceTimeline extends Timeline {
  readonly spec: SurfaceSpec;
  /** The segments of the days that begin like others, as far as they were asked for. */
  upTo(days: RoomAir['days']): (Segment | undefined)[];
}

/**
 * The surface of a panel in a room's air, a day a segment, worked out where it is asked for. A segment depends on its own day, on as
 * many days before it as the panel remembers, and on what was done to the panel in that time; so it stays the same one while other
 * days change.
 * @param before the same panel in an earlier state of the room: what was worked out for the days that both begin with is taken over
 */
export function surfaceTimeline(
  room: RoomAir,
  spec: SurfaceSpec,
  store: SegmentStore,
  before?: SurfaceTimeline,
): SurfaceTimeline {
  const { days, tail, tailKey } = room;
  const n = days.length;
  const lastOf = (i: number): AirPoint => days[i]!.readings[days[i]!.readings.length - 1]!;
  const warmUpDays = Math.min(MAX_WARM_UP_DAYS, Math.ceil((FORGETS * spec.lagMs) / DAY_MS));
  /** The first of the days from which a segment is followed. */
  const memory = (i: number): number => {
    const first = dayIndex(days, (i < n ? days[i]!.day : dayOf(tail[0]!.atMs)) - warmUpDays - 1) + 1;
    return Math.min(Math.max(0, i - 1), first);
  };
  /** What was done to the panel that a segment knows of. */
  const touched = (fromMs: number, toMs: number): string => {
    const spells = spec.spells.filter((h) => h.fromMs < toMs && h.toMs + FORGETS * spec.lagMs > fromMs);
    const read = spec.measured.filter((m) => m.atMs >= fromMs && m.atMs <= toMs);
    return `${spells.map((h) => `${h.kind}${h.fromMs}-${h.toMs}-${h.tempC}`).join()}|${read.map((m) => `${m.atMs}=${m.surfaceC}`).join()}`;
  };
  const keyOf = (i: number): string => {
    const from = memory(i);
    const ends = i < n ? lastOf(i).atMs : Infinity;
    const keys = days.slice(from, Math.min(i + 1, n)).map((d) => d.key);
    if (i === n) keys.push(tailKey);
    return `${spec.lagMs}|${touched(days[from]?.readings[0]!.atMs ?? -Infinity, ends)}|${keys.join()}`;
  };
  const asked = before?.spec === spec ? before.upTo(days) : [];
  const pointsOf = (i: number): readonly AirPoint[] => {
    const from = memory(i);
    const led: AirPoint[] = [];
    for (let d = from; d < Math.min(i, n); d++) led.push(...days[d]!.readings);
    const air = i < n ? days[i]!.readings : tail;
    const begins = (p: AirPoint) => spec.measured.find((m) => m.atMs === p.atMs)?.surfaceC ?? p.tempC;
    if (led.length === 0) return followAir(air, begins(air[0]!), spec, i === n);
    // Where the day before was followed already it ends as this one begins: nothing is left of where it was followed from.
    const before = asked[i - 1]?.points ?? followAir(led, begins(led[0]!), spec);
    const startC = before[before.length - 1]!.tempC;
    // The tail begins with the last reading itself.
    return followAir(i < n ? [led[led.length - 1]!, ...air] : air, startC, spec, i === n);
  };
  return {
    spec,
    upTo: (other) => {
      let same = 0;
      while (same < n && days[same] === other[same]) same++;
      return asked.slice(0, same);
    },
    count: n + 1,
    startMs: (i) => (i === 0 ? (days[0]?.readings[0] ?? tail[0]!).atMs : lastOf(i - 1).atMs),
    segment: (i) => (asked[i] ??= store.get(keyOf(i), () => pointsOf(i))),
  };
}
