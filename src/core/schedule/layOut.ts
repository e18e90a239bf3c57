import type { Breach, KeptPlan } from './network';
import { endOf, nextFit, startToEndAt, type Mode, type Prepared } from './times';

/** Work that had to be moved because a window would have closed is tried so often. */
const UNSCHEDULES = 60;
/** What a window that closes, a date that is missed and work that finds no time weigh beside the end, min. */
const WEIGHTS = { unplaced: 1e8, window: 1e6, fixed: 1e6, due: 1e3 };
/** How much the mean end of all pieces weighs beside that of the last: hands that are idle now are busy later. */
const MEAN_SHARE = 0.02;

/** Within half a day of work two beginnings are the same to a plan of days, min. */
const SAME_MIN = 240;

/** A whole plan: where each piece begins and ends, and which of its ways is taken; NaN: it finds no time. */
export interface LaidOut {
  start: Float64Array;
  end: Float64Array;
  mode: Uint8Array;
  breaches: readonly Breach[];
  /** What it weighs: what it breaks, when it is done, and what was moved for it, min. */
  cost: number;
  doneMin: number;
}

interface Span {
  from: number;
  to: number;
  amount: number;
}

/** What is used of each resource, as spans in the order of their beginnings. */
class Profile {
  private readonly spans: Span[][];
  /** The longest span of each: further back than that nothing reaches. */
  private readonly longest: Float64Array;
  constructor(private readonly capacity: readonly number[]) {
    this.spans = capacity.map(() => []);
    this.longest = new Float64Array(capacity.length);
  }
  /** The first span that begins at or after a moment. */
  private firstFrom(of: readonly Span[], from: number): number {
    let [low, high] = [0, of.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if ((of[middle]?.from ?? 0) >= from) high = middle;
      else low = middle + 1;
    }
    return low;
  }
  add(uses: Mode['uses'], from: number, end: number): void {
    for (const { resource, amount, holdMin } of uses) {
      const of = this.spans[resource];
      const to = end + holdMin;
      if (!of || to <= from) continue;
      of.splice(this.firstFrom(of, from), 0, { from, to, amount });
      if (to - from > (this.longest[resource] ?? 0)) this.longest[resource] = to - from;
    }
  }
  /** Undefined: there is enough from then to then; else a moment before which it cannot begin: some of it is free again then. @param minutes of work in it */
  busyUntil(uses: Mode['uses'], from: number, end: number, minutes: number): number | undefined {
    for (const { resource, amount, holdMin } of uses) {
      const to = end + holdMin;
      const room = (this.capacity[resource] ?? 0) - amount;
      if (room < 0) return Infinity;
      const of = this.spans[resource] ?? [];
      const first = this.firstFrom(of, from - (this.longest[resource] ?? 0));
      // All of it is taken, as a person is: the next gap that is long enough, over all that is too short.
      if (room === 0) {
        let until: number | undefined;
        for (let k = first; k < of.length; k++) {
          const s = of[k];
          if (!s || s.from >= (until === undefined ? to : until + minutes + holdMin)) break;
          if (s.to > (until ?? from)) until = s.to;
        }
        if (until !== undefined) return until;
        continue;
      }
      let all = 0;
      let last = first;
      for (; last < of.length; last++) {
        const s = of[last];
        if (!s || s.from >= to) break;
        if (s.to > from) all += s.amount;
      }
      // Even all of them at once leave enough.
      if (all <= room) continue;
      for (let k = first - 1; k < last; k++) {
        const begins = of[k]?.from ?? 0;
        const t = k < first || begins < from ? from : begins;
        let [used, until] = [0, Infinity];
        for (let m = first; m < last; m++) {
          const s = of[m];
          if (!s || s.from > t || s.to <= t) continue;
          used += s.amount;
          if (s.to < until) until = s.to;
        }
        if (used > room) return until;
      }
    }
    return undefined;
  }
}

/**
 * One piece after the other in an order of work, each as soon as it may (serial generation scheme, Kolisch 1996). Where a window of what came before would
 * close, that is begun later and all is laid out anew; where that does not help, the window closes and is named.
 * @param list an order in which nothing comes before what it follows @param earliest by piece, min
 * @param given windows that were given up before, and that are given up: nobody tries to keep them any more
 */
export function layOut(
  p: Prepared,
  list: readonly number[],
  earliest: ArrayLike<number>,
  kept?: KeptPlan,
  given = new Set<string>(),
  pins: Pins = {},
): LaidOut {
  const from = Float64Array.from(earliest as ArrayLike<number> & Iterable<number>);
  for (let tries = 0; ; tries++) {
    const once = layOutOnce(p, list, from, given, tries >= (pins.tries ?? UNSCHEDULES), pins);
    if (once) return weighed(p, once, kept);
  }
}

/** What of a plan that was kept is held on to while it is laid out. */
export interface Pins {
  /** Where each piece is to stay if it can: those that cannot are put last, where there is room between the others. */
  pinned?: ArrayLike<number>;
  /** Who does it, as its place among its ways. */
  by?: readonly (number | undefined)[];
  /** So often what opened a window is begun later, before windows close; absent: as often as pays for a plan. */
  tries?: number;
}

type Unweighed = Omit<LaidOut, 'cost' | 'doneMin'>;

/** @param given windows that were given up @param isLast nothing is begun later any more @returns undefined where something has to be begun later */
function layOutOnce(
  p: Prepared,
  list: readonly number[],
  from: Float64Array,
  given: Set<string>,
  isLast: boolean,
  { pinned, by }: Pins,
): Unweighed | undefined {
  const { activities, horizonMin } = p.network;
  const start = new Float64Array(p.n).fill(NaN);
  const end = new Float64Array(p.n).fill(NaN);
  const mode = new Uint8Array(p.n);
  const breaches: Breach[] = [];
  const profile = new Profile(p.capacity);
  const soon = Float64Array.from(from);
  // All windows that would close are seen in one go: what has to be begun later is moved together.
  let again = false;
  const displaced: number[] = [];
  const isLeft = new Uint8Array(p.n);
  const place = (i: number, mayWait: boolean): void => {
    const a = activities[i];
    if (!a) return;
    let best: { s: number; e: number; m: number } | undefined;
    const only = by?.[i];
    for (const [m, way] of (p.modes[i] ?? []).entries()) {
      if (only !== undefined && m !== only) continue;
      let s = soon[i] ?? 0;
      for (;;) {
        s = nextFit(a, way.open, s);
        const e = endOf(a, way.open, s);
        if (!(e <= horizonMin) || (best && e >= best.e)) break;
        const until = profile.busyUntil(way.uses, s, e, a.minutes);
        if (until === undefined) {
          best = { s, e, m };
          break;
        }
        s = until;
      }
    }
    const stay = pinned?.[i];
    if (mayWait && stay !== undefined && (isLeft[i] === 1 || !best || best.s > stay + SAME_MIN)) {
      displaced.push(i);
      for (const { to } of p.out[i] ?? []) isLeft[to] = 1;
      return;
    }
    if (!best) {
      breaches.push({ id: a.id, kind: 'unplaced', byMin: 0 });
      // What follows it has no moment either.
      for (const { to } of p.out[i] ?? []) soon[to] = Infinity;
      return;
    }
    const { s, e, m } = best;
    start[i] = s;
    end[i] = e;
    mode[i] = m;
    profile.add(p.modes[i]?.[m]?.uses ?? [], s, e);
    if (a.fixedMin !== undefined && s > a.fixedMin + 1e-9)
      breaches.push({ id: a.id, kind: 'fixed', byMin: s - a.fixedMin });
    if (a.dueMin !== undefined && e > a.dueMin + 1e-9)
      breaches.push({ id: a.id, kind: a.lateIs ?? 'due', byMin: e - a.dueMin });
    for (const { to, minMin } of p.out[i] ?? []) soon[to] = Math.max(soon[to] ?? 0, e + minMin);
    for (const { first, maxMin } of p.drags[i] ?? []) {
      const b = activities[first];
      const ended = end[first] ?? NaN;
      if (!b || !(ended + maxMin < s - 1e-9)) continue;
      const key = `${first}>${i}`;
      const way = p.modes[first]?.[mode[first] ?? 0];
      const latest = startToEndAt(b, way?.open, Math.max(from[first] ?? 0, start[first] ?? 0), s - maxMin);
      if (isLast || given.has(key) || b.fixedMin !== undefined || !(latest < horizonMin)) {
        given.add(key);
        breaches.push({ id: a.id, kind: 'window', byMin: s - ended - maxMin });
      } else {
        from[first] = latest;
        again = true;
      }
    }
  };
  for (const i of list) {
    if (pinned) soon[i] = Math.max(soon[i] ?? 0, pinned[i] ?? 0);
    place(i, pinned !== undefined);
  }
  for (const i of displaced) {
    soon[i] = from[i] ?? 0;
    for (const [k, o] of p.out.entries())
      for (const { to, minMin } of o) if (to === i) soon[i] = Math.max(soon[i] ?? 0, (end[k] ?? Infinity) + minMin);
    place(i, false);
  }
  return again ? undefined : { start, end, mode, breaches };
}

function weighed(p: Prepared, l: Unweighed, kept: KeptPlan | undefined): LaidOut {
  let [doneMin, sum] = [0, 0];
  for (const e of l.end) {
    if (Number.isNaN(e)) continue;
    if (e > doneMin) doneMin = e;
    sum += e;
  }
  let cost = doneMin + (MEAN_SHARE * sum) / Math.max(1, p.n);
  for (const b of l.breaches) cost += WEIGHTS[b.kind] * (1 + b.byMin / 1e4) + (b.kind === 'due' ? 10 * b.byMin : 0);
  if (kept) cost += kept.costMin * movedIn(p, l.start, kept).length;
  return { ...l, cost, doneMin };
}

/** Which pieces begin at another time than in the plan that was kept. */
export const movedIn = (p: Prepared, start: ArrayLike<number>, kept: KeptPlan): number[] =>
  p.network.activities.flatMap((a, i) => {
    const was = kept.starts.get(a.id);
    return was !== undefined && !(Math.abs(was - (start[i] ?? NaN)) <= SAME_MIN) ? [i] : [];
  });
