import type { Activity, Calendar, Network } from './network';

/** A network with its indices worked out once. */
export interface Prepared {
  network: Network;
  n: number;
  /** Lags out of and into each activity, as pairs of index and figure. */
  out: readonly (readonly { to: number; minMin: number }[])[];
  /** Of an activity that may not be late: what it drags along, and by how much at most. */
  drags: readonly (readonly { first: number; maxMin: number }[])[];
  open: readonly (Calendar | undefined)[];
  uses: readonly (readonly { resource: number; amount: number }[])[];
  capacity: readonly number[];
}

/** When all of several calendars are open; undefined: always. */
function openTogether(calendars: readonly (Calendar | undefined)[]): Calendar | undefined {
  return calendars.reduce<Calendar | undefined>((a, b) => {
    if (!a || !b) return a ?? b;
    const out: [number, number][] = [];
    for (const [f1, t1] of a)
      for (const [f2, t2] of b) {
        const [from, to] = [Math.max(f1, f2), Math.min(t1, t2)];
        if (from < to) out.push([from, to]);
      }
    return out.sort((x, y) => x[0] - y[0]);
  }, undefined);
}

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
  const uses = activities.map((a) =>
    Object.entries(a.uses ?? {}).flatMap(([id, amount]) => {
      const resource = rank.get(id);
      return resource === undefined || amount <= 0 ? [] : [{ resource, amount }];
    }),
  );
  return {
    network,
    n: activities.length,
    out,
    drags,
    open: uses.map((u) => openTogether(u.map(({ resource }) => resources[resource]?.open))),
    uses,
    capacity: resources.map((r) => r.capacity),
  };
}

/** The soonest beginning from a moment on at which it is done while it is open; Infinity where there is none. */
export function nextFit({ minutes, pauses }: Activity, open: Calendar | undefined, fromMin: number): number {
  if (!open) return fromMin;
  for (const [from, to] of open) {
    const start = Math.max(from, fromMin);
    if (pauses ? start < to : start + minutes <= to) return start;
    // What takes no time needs only a moment.
    if (minutes === 0 && start <= to) return start;
  }
  return Infinity;
}

/** When it ends that begins then, over closed times where it may pause. */
export function endOf({ minutes, pauses }: Activity, open: Calendar | undefined, startMin: number): number {
  if (!open || !pauses) return startMin + minutes;
  let left = minutes;
  for (const [from, to] of open) {
    if (to <= startMin) continue;
    const begin = Math.max(from, startMin);
    if (left <= to - begin) return begin + left;
    left -= to - begin;
  }
  return Infinity;
}

/**
 * The soonest beginnings that all lags, orders, calendars and fixed moments allow, with no regard to how much there is of anything: each is moved to where its
 * reasons put it until nothing moves any more. The least such beginnings are found, since every reason only ever moves later.
 * @param from beginnings that are known not to be too late @returns undefined where something is moved past its due, its fixed moment or the horizon
 */
export function soonest(
  p: Prepared,
  orders: readonly (readonly number[])[],
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
    const fit = nextFit(a, p.open[i], start[i] ?? 0);
    if (fit > (start[i] ?? 0)) start[i] = fit;
    const begins = start[i] ?? 0;
    const ends = endOf(a, p.open[i], begins);
    if (!(ends <= Math.min(horizonMin, a.dueMin ?? Infinity))) return undefined;
    if (a.fixedMin !== undefined && begins > a.fixedMin) return undefined;
    for (const { to, minMin } of p.out[i] ?? [])
      if ((start[to] ?? 0) < ends + minMin) {
        start[to] = ends + minMin;
        push(to);
      }
    for (const to of orders[i] ?? [])
      if ((start[to] ?? 0) < ends) {
        start[to] = ends;
        push(to);
      }
    // What came before must not be too long ago: it begins later, so that it ends late enough.
    for (const { first, maxMin } of p.drags[i] ?? []) {
      const b = activities[first];
      if (!b) continue;
      const must = begins - maxMin;
      let s = start[first] ?? 0;
      if (endOf(b, p.open[first], s) >= must) continue;
      s = Math.max(s, b.pauses ? s : must - b.minutes);
      while (endOf(b, p.open[first], nextFit(b, p.open[first], s)) < must) s += 1;
      start[first] = s;
      push(first);
    }
  }
  return start;
}
