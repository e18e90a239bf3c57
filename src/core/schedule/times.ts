import type { Activity, Calendar, Network } from './network';

/** One way to do a piece of work. */
export interface Mode {
  uses: readonly { resource: number; amount: number; holdMin: number }[];
  open: Calendar | undefined;
  /** Who does it, where that is a choice. */
  by?: string;
}

/** A network with its indices worked out once. */
export interface Prepared {
  network: Network;
  n: number;
  /** Lags out of and into each activity, as pairs of index and figure. */
  out: readonly (readonly { to: number; minMin: number }[])[];
  /** Of an activity that may not be late: what it drags along, and by how much at most. */
  drags: readonly (readonly { first: number; maxMin: number }[])[];
  /** What it uses and when all of that is there: a way for each of those that may do it. */
  modes: readonly (readonly Mode[])[];
  capacity: readonly number[];
}

/** When both of two calendars are open: gone through side by side, since both are in their order. */
function openBoth(a: Calendar, b: Calendar): Calendar {
  const out: [number, number][] = [];
  for (let i = 0, k = 0; i < a.length && k < b.length;) {
    const [f1, t1] = a[i] ?? [0, 0];
    const [f2, t2] = b[k] ?? [0, 0];
    const [from, to] = [Math.max(f1, f2), Math.min(t1, t2)];
    if (from < to) out.push([from, to]);
    if (t1 < t2) i++;
    else k++;
  }
  return out;
}
/** When all of several calendars are open; undefined: always. */
const openTogether = (calendars: readonly (Calendar | undefined)[]): Calendar | undefined =>
  calendars.reduce<Calendar | undefined>((a, b) => (a && b ? openBoth(a, b) : (a ?? b)), undefined);

export function prepare(network: Network): Prepared {
  const { activities, lags, resources } = network;
  const at = new Map(activities.map((a, i) => [a.id, i]));
  const rank = new Map(resources.map((r, i) => [r.id, i]));
  const out = activities.map((): { to: number; minMin: number }[] => []);
  const drags = activities.map((): { first: number; maxMin: number }[] => []);
  for (const { first, then, minMin, maxMin } of lags) {
    const [i, j] = [at.get(first), at.get(then)];
    if (i === undefined || j === undefined) continue;
    out[i]?.push({ to: j, minMin });
    if (maxMin !== undefined) drags[j]?.push({ first: i, maxMin });
  }
  /** What is used together is open together: worked out once. */
  const opens = new Map<string, Calendar | undefined>();
  const modeOf = (uses: Readonly<Record<string, number>>, holds: Activity['holds'], by?: string): Mode => {
    const list = Object.entries(uses).flatMap(([id, amount]) => {
      const resource = rank.get(id);
      return resource === undefined || amount <= 0 ? [] : [{ resource, amount, holdMin: holds?.[id] ?? 0 }];
    });
    const key = list.map((u) => u.resource).join();
    if (!opens.has(key)) opens.set(key, openTogether(list.map(({ resource }) => resources[resource]?.open)));
    const open = opens.get(key);
    return { uses: list, open, ...(by !== undefined && { by }) };
  };
  return {
    network,
    n: activities.length,
    out,
    drags,
    modes: activities.map(({ uses = {}, holds, oneOf }) =>
      oneOf ? oneOf.map((by) => modeOf({ ...uses, [by]: 1 }, holds, by)) : [modeOf(uses, holds)],
    ),
    capacity: resources.map((r) => r.capacity ?? Infinity),
  };
}

/** The place of the first span that ends after a moment (spans are in their order): by halving, since there are hundreds of days. */
function firstAfter(open: Calendar, fromMin: number): number {
  let [low, high] = [0, open.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if ((open[middle]?.[1] ?? 0) > fromMin) high = middle;
    else low = middle + 1;
  }
  return low;
}

/** The soonest beginning from a moment on at which it is done while it is open; Infinity where there is none. */
export function nextFit(
  { minutes, pauses }: Pick<Activity, 'minutes' | 'pauses'>,
  open: Calendar | undefined,
  fromMin: number,
): number {
  if (!open) return fromMin;
  const first = firstAfter(open, fromMin);
  // What takes no time needs only a moment: the end of a span will do.
  if (minutes === 0 && open[first - 1]?.[1] === fromMin) return fromMin;
  for (let k = first; k < open.length; k++) {
    const [from, to] = open[k] ?? [Infinity, Infinity];
    const start = from > fromMin ? from : fromMin;
    if (pauses ? start < to : start + minutes <= to) return start;
  }
  return Infinity;
}

/** When it ends that begins then, over closed times where it may pause. */
export function endOf(
  { minutes, pauses }: Pick<Activity, 'minutes' | 'pauses'>,
  open: Calendar | undefined,
  startMin: number,
): number {
  if (!open || !pauses) return startMin + minutes;
  let left = minutes;
  for (let k = firstAfter(open, startMin); k < open.length; k++) {
    const [from, to] = open[k] ?? [0, 0];
    const begin = from > startMin ? from : startMin;
    if (left <= to - begin) return begin + left;
    left -= to - begin;
  }
  return Infinity;
}

/** The soonest beginning, at or after one moment, from which it ends at or after another; to the minute. Ends only ever move later with beginnings. */
export function startToEndAt(a: Activity, open: Calendar | undefined, fromMin: number, endMin: number): number {
  if (!a.pauses) return nextFit(a, open, Math.max(fromMin, endMin - a.minutes));
  const ends = (s: number) => endOf(a, open, nextFit(a, open, s));
  if (ends(fromMin) >= endMin) return nextFit(a, open, fromMin);
  let [low, high] = [fromMin, Math.max(fromMin, endMin)];
  while (high - low > 1e-3) {
    const middle = (low + high) / 2;
    if (ends(middle) >= endMin) high = middle;
    else low = middle;
  }
  return nextFit(a, open, high);
}

const NEVER = { start: Infinity, end: Infinity };
/** When it begins and ends that begins at or after a moment, by whoever is done with it first. */
export function soonestOf(a: Activity, modes: readonly Mode[], fromMin: number): { start: number; end: number } {
  let best = NEVER;
  for (const { open } of modes) {
    const start = nextFit(a, open, fromMin);
    if (start === Infinity) continue;
    const end = endOf(a, open, start);
    if (end < best.end || (end === best.end && start < best.start)) best = { start, end };
  }
  return best;
}
/** The least moment at or after one at which anybody can begin it. */
const soonestStart = (a: Activity, modes: readonly Mode[], fromMin: number): number =>
  modes.reduce((m, { open }) => Math.min(m, nextFit(a, open, fromMin)), Infinity);

/** A piece that comes after another one because there is not enough for both, and how long what that one used is kept after it, min. */
export interface Order {
  to: number;
  minMin: number;
}

/**
 * The soonest beginnings that all lags, orders, calendars and fixed moments allow, with no regard to how much there is of anything: each is moved to where its
 * reasons put it until nothing moves any more. The least such beginnings are found, since every reason only ever moves later.
 * @param from beginnings that are known not to be too late @returns undefined where something is moved past its due, its fixed moment or the horizon
 */
export function soonest(
  p: Prepared,
  orders: readonly (readonly Order[])[],
  from?: readonly number[],
): Float64Array | undefined {
  const { activities, horizonMin } = p.network;
  const start = new Float64Array(p.n);
  const queue: number[] = [];
  const queued = new Uint8Array(p.n);
  const push = (i: number) => {
    if (queued[i]) return;
    queued[i] = 1;
    queue.push(i);
  };
  for (let i = 0; i < p.n; i++) {
    const a = activities[i];
    if (!a) continue;
    start[i] = Math.max(from?.[i] ?? 0, a.fixedMin ?? a.fromMin ?? 0);
    push(i);
  }
  // Each round moves something later; a ring of windows that cannot be met runs into the horizon.
  let moves = 0;
  const most = 400 * (p.n + 10);
  for (let head = 0; head < queue.length; head++) {
    if (moves++ > most) return undefined;
    const i = queue[head] ?? 0;
    queued[i] = 0;
    const a = activities[i];
    if (!a) continue;
    const modes = p.modes[i] ?? [];
    const fit = soonestStart(a, modes, start[i] ?? 0);
    if (fit > (start[i] ?? 0)) start[i] = fit;
    const begins = start[i] ?? 0;
    // Who begins it later may be done with it sooner: what follows counts from the soonest end.
    const { end: ends } = soonestOf(a, modes, begins);
    if (!(ends <= Math.min(horizonMin, a.dueMin ?? Infinity))) return undefined;
    if (a.fixedMin !== undefined && begins > a.fixedMin) return undefined;
    for (const { to, minMin } of p.out[i] ?? [])
      if ((start[to] ?? 0) < ends + minMin) {
        start[to] = ends + minMin;
        push(to);
      }
    for (const { to, minMin } of orders[i] ?? [])
      if ((start[to] ?? 0) < ends + minMin) {
        start[to] = ends + minMin;
        push(to);
      }
    // What came before must not be too long ago: it begins later, so that it ends late enough.
    for (const { first, maxMin } of p.drags[i] ?? []) {
      const b = activities[first];
      if (!b) continue;
      const must = begins - maxMin;
      const itsModes = p.modes[first] ?? [];
      let s = Infinity;
      for (const { open } of itsModes) {
        const at = startToEndAt(b, open, start[first] ?? 0, must);
        if (at < s) s = at;
      }
      if (s <= (start[first] ?? 0)) continue;
      // Nobody can: it runs into the horizon when its turn comes.
      if (s === Infinity) return undefined;
      start[first] = s;
      push(first);
    }
  }
  return start;
}
