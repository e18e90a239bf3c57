import { dayOf } from '../air/days';
import { followAir, type SurfaceSpec } from '../air/surface';
import { indexAt, type AirHistory, type AirPoint } from '../air/history';
import { Track } from '../air/track';
import type { RoomAir } from '../air/room';

/**
 * A piece of a surface's history: its first point is the last one of the piece before. What is worked out over it is kept with it,
 * so that pieces which stay themselves are worked out once.
 */
export interface Segment {
  readonly points: Track;
  /** Equivalent minutes from the first point to point i, by mechanism or kinetics. One that grew shares them with what it grew from: they may go further. */
  readonly sums: Map<string, Float64Array>;
  /** Rate at each point by temperature alone, by activation energy. Shared likewise. */
  readonly rates: Map<number, Float64Array>;
  /** When so many equivalent minutes of it are reached, ms, by kinetics and then by minutes. */
  readonly roots: Map<string, Map<number, number>>;
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

/** A segment over which nothing is worked out yet. @param points at least one */
export const segmentOf = (points: Track): Segment => ({
  points,
  sums: new Map(),
  rates: new Map(),
  roots: new Map(),
});

/** A segment that goes on from its last point: what was worked out over it is taken over, and goes on from there. */
const extended = (s: Segment, more: Track): Segment => ({
  points: s.points.continuedBy(more),
  // None of it changes by what comes after.
  sums: s.sums,
  rates: s.rates,
  roots: s.roots,
});

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
export const pointAt = (t: Timeline, atMs: number): AirPoint => t.segment(segmentAt(t, atMs)).points.at(atMs);

/** The surface between two moments, as a history of its own: what happens to it between, and what leads up to it. */
export function pointsBetween(t: Timeline, fromMs: number, toMs: number): AirHistory {
  const out: AirPoint[] = [];
  for (let i = segmentAt(t, fromMs); i < t.count && (i === 0 || t.startMs(i) <= toMs); i++) {
    const { points } = t.segment(i);
    for (let j = out.length > 0 ? 1 : 0; j < points.count; j++) out.push(points.point(j));
  }
  return out;
}

/** A history that is at hand as a list, as a timeline. @param history at least one point, in order of time */
export function timelineOf(history: AirHistory): Timeline {
  if (history.length === 0) throw new Error('An air history needs at least one point');
  const starts: number[] = [0];
  for (let i = 1; i < history.length; i++)
    if (dayOf(history[i]!.atMs) !== dayOf(history[i - 1]!.atMs) && i > 1) starts.push(i - 1);
  const segments = starts.map((s, i) =>
    segmentOf(Track.of(history.slice(s, (starts[i + 1] ?? history.length - 1) + 1))),
  );
  return {
    count: segments.length,
    startMs: (i) => segments[i]!.points.atMs(0),
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

  get(key: string, make: () => Segment): Segment {
    const had = this.segments.get(key);
    if (had) return had;
    const made = make();
    this.segments.set(key, made);
    this.points += made.points.count;
    if (this.points > this.maxPoints) this.shrink(key);
    return made;
  }

  /** Lets go of a segment that another one has taken the place of. */
  drop(key: string): void {
    this.points -= this.segments.get(key)?.points.count ?? 0;
    this.segments.delete(key);
  }

  private shrink(keep: string): void {
    for (const [key, s] of this.segments) {
      if (this.points <= this.maxPoints * 0.75) break;
      if (key === keep) continue;
      this.segments.delete(key);
      this.points -= s.points.count;
    }
  }
}

/** A surface that a later state of the same room can take over from. */
export interface SurfaceTimeline extends Timeline {
  readonly spec: SurfaceSpec;
  /** What a later state of the room can take over: the segments of the days that are the same, as far as they were asked for. */
  upTo(days: RoomAir['days']): Heritage;
}
interface Heritage {
  segments: Map<number, Segment>;
  /** So many days are the same. */
  days: number;
  /** Where what went on behind the last reading stood, if that was another one. */
  tail?: string;
  /** The day behind those, where the later one only has more readings behind the same ones. */
  grows?: { segment: Segment; key: string; readings: number };
}

/** How many days two states of a room begin with alike, for the pair that was asked of last. */
let alike: { a: RoomAir['days']; b: RoomAir['days']; count: number } | undefined;
function daysAlike(a: RoomAir['days'], b: RoomAir['days']): number {
  if (alike?.a !== a || alike.b !== b) {
    let count = 0;
    while (count < a.length && a[count] === b[count]) count++;
    alike = { a, b, count };
  }
  return alike.count;
}

const isBeginningOf = (a: readonly unknown[], b: readonly unknown[]): boolean =>
  a.length < b.length && a.every((x, i) => x === b[i]);

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
  /** The first of the days from which a segment is followed: one whose first reading is older than the panel remembers. */
  const memory = (i: number): number => {
    const sinceMs = i === 0 ? -Infinity : lastOf(i - 1).atMs - FORGETS * spec.lagMs;
    let from = Math.max(0, i - 1);
    while (from > 0 && i - from < MAX_WARM_UP_DAYS && days[from]!.readings[0]!.atMs > sinceMs) from--;
    return from;
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
  const heritage = before?.spec === spec ? before.upTo(days) : undefined;
  const asked = heritage?.segments ?? new Map<number, Segment>();
  const grows = heritage?.grows;
  const growing = heritage?.days;
  /** A day that only has more readings goes on from where it was, unless a panel was measured since. */
  const goneOn = (i: number): Segment | undefined => {
    if (i !== growing || i >= n || !grows) return undefined;
    const { lastMs, lastC } = grows.segment.points;
    const { readings } = days[i]!;
    if (spec.measured.some((m) => m.atMs > lastMs && m.atMs <= lastOf(i).atMs)) return undefined;
    const more = followAir(readings.slice(grows.readings - 1), lastC, spec);
    return extended(grows.segment, more);
  };
  const pointsOf = (i: number): Track => {
    const air = i < n ? days[i]!.readings : tail;
    const begins = (p: AirPoint) => spec.measured.find((m) => m.atMs === p.atMs)?.surfaceC ?? p.tempC;
    const first = memory(i);
    if (first >= Math.min(i, n)) return followAir(air, begins(air[0]!), spec, i === n);
    const ledIn = () => {
      const led = days.slice(first, Math.min(i, n)).flatMap((d) => d.readings);
      // Of what lies further back nothing is left.
      const sinceMs = lastOf(i - 1).atMs - FORGETS * spec.lagMs;
      const from = Math.max(0, indexAt(led, sinceMs) - 1);
      return followAir(from > 0 ? led.slice(from) : led, begins(led[from]!), spec);
    };
    // Where the day before was followed already it ends as this one begins: nothing is left of where it was followed from. What goes on
    // behind the last reading is asked for again with every one of them, so the day before it is kept.
    const before = (i === n ? segment(i - 1) : asked.get(i - 1))?.points ?? ledIn();
    const startC = before.lastC;
    // The tail begins with the last reading itself.
    return followAir(i < n ? [lastOf(i - 1), ...air] : air, startC, spec, i === n);
  };
  const segment = (i: number): Segment => {
    const had = asked.get(i);
    if (had) return had;
    const key = keyOf(i);
    const made = store.get(key, () => goneOn(i) ?? segmentOf(pointsOf(i)));
    // What this one takes the place of is never asked for again.
    if (i === growing && grows && grows.key !== key) store.drop(grows.key);
    if (i === n && heritage?.tail !== undefined && heritage.tail !== key) store.drop(heritage.tail);
    asked.set(i, made);
    return made;
  };
  return {
    spec,
    upTo: (other) => {
      const same = daysAlike(days, other);
      const segments = new Map([...asked].filter(([i]) => i < same));
      const tail = days !== other && asked.has(n) ? { tail: keyOf(n) } : {};
      const last = asked.get(same);
      const [was, is] = [days[same]?.readings, other[same]?.readings];
      return last && was && is && isBeginningOf(was, is)
        ? { segments, days: same, ...tail, grows: { segment: last, key: keyOf(same), readings: was.length } }
        : { segments, days: same, ...tail };
    },
    count: n + 1,
    startMs: (i) => (i === 0 ? (days[0]?.readings[0] ?? tail[0]!).atMs : lastOf(i - 1).atMs),
    segment,
  };
}
