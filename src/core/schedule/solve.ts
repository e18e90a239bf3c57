import { seeded } from '../fair/truth';
import type { Impossible, Network, Schedule } from './network';
import { endOf, nextFit, prepare, soonest, type Prepared } from './times';

/** So few pieces of work are searched through whole, and so many states are looked at at most. */
const EXACT_MOST = 12;
const MOST_STATES = 6000;
/** Drawn orders of work, and moves of single pieces after them; fewer where there is much work. */
const DRAWS = 120;
const MOVES = 1600;
const PATIENCE_WORK = 30;
/** Work that had to be moved because a window would have closed is tried so often. */
const UNSCHEDULES = 60;

export interface Solved extends Schedule {
  /** No plan is done sooner than that: the longest chain, and work over what there is. */
  boundMin: number;
  /** It was searched through whole: no plan is better. */
  isBest: boolean;
}

/** The first moment at which more is used than there is, with what is at it then; undefined where there is enough of everything. */
function conflictOf(p: Prepared, start: ArrayLike<number>): { active: number[]; resource: number } | undefined {
  const ends = p.network.activities.map((a, i) => endOf(a, p.open[i], start[i] ?? 0));
  let found: { active: number[]; resource: number; atMin: number } | undefined;
  for (let r = 0; r < p.capacity.length; r++) {
    const users = p.uses.flatMap((u, i) => {
      const amount = u.find((x) => x.resource === r)?.amount ?? 0;
      return amount > 0 && (ends[i] ?? 0) > (start[i] ?? 0) ? [{ i, amount }] : [];
    });
    for (const { i } of users) {
      const atMin = start[i] ?? 0;
      if (found && atMin >= found.atMin) continue;
      const active = users.filter((u) => (start[u.i] ?? 0) <= atMin && (ends[u.i] ?? 0) > atMin);
      if (active.reduce((s, u) => s + u.amount, 0) <= (p.capacity[r] ?? 0)) continue;
      // As few of them as are too many together.
      let some = [...active].sort((a, b) => b.amount - a.amount);
      for (const u of [...some].reverse()) {
        const without = some.filter((x) => x !== u);
        if (without.reduce((s, x) => s + x.amount, 0) > (p.capacity[r] ?? 0)) some = without;
      }
      found = { active: some.map((u) => u.i), resource: r, atMin };
    }
  }
  return found;
}

const doneOf = (p: Prepared, start: ArrayLike<number>): number =>
  p.network.activities.reduce((m, a, i) => Math.max(m, endOf(a, p.open[i], start[i] ?? 0)), 0);

/** How long a resource is open up to a moment, min. */
const openMin = (spans: readonly (readonly [number, number])[] | undefined, untilMin: number): number =>
  spans === undefined ? untilMin : spans.reduce((s, [from, to]) => s + Math.max(0, Math.min(to, untilMin) - from), 0);

/** No plan is done sooner: the longest chain with its calendars, and for each resource its work over how much of it there is while it is open. */
export function lowerBound(network: Network): number {
  const p = prepare(network);
  const start = soonest(p, []);
  if (!start) return Infinity;
  let bound = doneOf(p, start);
  network.resources.forEach((r, k) => {
    const work = p.uses.reduce((s, u, i) => {
      const amount = u.find((x) => x.resource === k)?.amount ?? 0;
      return s + amount * (network.activities[i]?.minutes ?? 0);
    }, 0);
    // By halving: the least moment up to which it is open long enough.
    let [low, high] = [0, network.horizonMin];
    if (openMin(r.open, high) * r.capacity < work) return;
    while (high - low > 0.5) {
      const middle = (low + high) / 2;
      if (openMin(r.open, middle) * r.capacity >= work) high = middle;
      else low = middle;
    }
    bound = Math.max(bound, low);
  });
  return bound;
}

/** Through all ways in which what is too much at once can be put one after the other (Demeulemeester and Herroelen 1992, with windows as De Reyck and Herroelen 1998). */
function searchWhole(p: Prepared): { start: Float64Array; isWhole: boolean } | undefined {
  let best: Float64Array | undefined;
  let bestMin = Infinity;
  let seen = 0;
  const walk = (orders: readonly (readonly number[])[], from: Float64Array | undefined): void => {
    if (seen++ > MOST_STATES) return;
    const start = soonest(p, orders, from && [...from]);
    if (!start) return;
    const done = doneOf(p, start);
    if (done >= bestMin - 1e-9) return;
    const conflict = conflictOf(p, start);
    if (!conflict) {
      best = start;
      bestMin = done;
      return;
    }
    const pairs = conflict.active.flatMap((i) => conflict.active.flatMap((j) => (i === j ? [] : [{ i, j }])));
    // What ends soonest goes first.
    pairs.sort((a, b) => (start[a.i] ?? 0) - (start[b.i] ?? 0) || a.i - b.i || a.j - b.j);
    for (const { i, j } of pairs)
      walk(
        orders.map((o, k) => (k === i ? [...o, j] : o)),
        start,
      );
  };
  walk(
    Array.from({ length: p.n }, () => []),
    undefined,
  );
  return best && { start: best, isWhole: seen <= MOST_STATES };
}

/** What is used of each resource, as spans that are kept in order. */
class Profile {
  private readonly spans: { from: number; to: number; amount: number }[][];
  constructor(private readonly capacity: readonly number[]) {
    this.spans = capacity.map(() => []);
  }
  add(uses: Prepared['uses'][number], from: number, to: number): void {
    if (to <= from) return;
    for (const { resource, amount } of uses) this.spans[resource]?.push({ from, to, amount });
  }
  /** The soonest moment at or after one from which there is enough until its end; `endAt` says when it ends that begins then. */
  fits(
    uses: Prepared['uses'][number],
    from: number,
    endAt: (start: number) => number,
  ): { start: number } | { later: number } {
    const to = endAt(from);
    for (const { resource, amount } of uses) {
      const room = (this.capacity[resource] ?? 0) - amount;
      if (room < 0) return { later: Infinity };
      const over = (this.spans[resource] ?? []).filter((s) => s.from < to && s.to > from);
      const marks = [from, ...over.map((s) => s.from).filter((t) => t > from)];
      for (const t of marks) {
        const at = over.filter((s) => s.from <= t && s.to > t);
        if (at.reduce((x, s) => x + s.amount, 0) > room) return { later: Math.min(...at.map((s) => s.to)) };
      }
    }
    return { start: from };
  }
}

/**
 * One piece after the other in an order of work, each as soon as it may (serial generation scheme). Where a window of what came before would close, that
 * is begun later and all is laid out anew.
 */
function layOut(p: Prepared, list: readonly number[], earliest: ArrayLike<number>): Float64Array | undefined {
  const from = Float64Array.from(earliest as ArrayLike<number> & Iterable<number>);
  const { activities, horizonMin } = p.network;
  for (let tries = 0; tries < UNSCHEDULES; tries++) {
    const start = new Float64Array(p.n).fill(-1);
    const profile = new Profile(p.capacity);
    const soon = Float64Array.from(from);
    let again = false;
    for (const i of list) {
      const a = activities[i];
      if (!a) continue;
      let t = soon[i] ?? 0;
      const endAt = (s: number) => endOf(a, p.open[i], s);
      for (;;) {
        t = nextFit(a, p.open[i], t);
        if (!(endAt(t) <= Math.min(horizonMin, a.dueMin ?? Infinity))) return undefined;
        const fit = profile.fits(p.uses[i] ?? [], t, endAt);
        if ('start' in fit) break;
        t = fit.later;
      }
      if (a.fixedMin !== undefined && t > a.fixedMin) return undefined;
      start[i] = t;
      const end = endAt(t);
      profile.add(p.uses[i] ?? [], t, end);
      for (const { to, minMin } of p.out[i] ?? []) soon[to] = Math.max(soon[to] ?? 0, end + minMin);
      for (const { first, maxMin } of p.drags[i] ?? []) {
        const b = activities[first];
        const began = start[first] ?? -1;
        if (!b || began < 0 || endOf(b, p.open[first], began) + maxMin >= t) continue;
        let s = Math.max(from[first] ?? 0, b.pauses ? began + 1 : t - maxMin - b.minutes);
        while (endOf(b, p.open[first], nextFit(b, p.open[first], s)) + maxMin < t) s += 1;
        from[first] = s;
        again = true;
      }
      if (again) break;
    }
    if (!again) return start;
  }
  return undefined;
}

/** An order of work in which nothing comes before what it follows, by rank: the least first. */
function listBy(p: Prepared, rank: (i: number) => number): number[] {
  const waits = new Array<number>(p.n).fill(0);
  for (const o of p.out) for (const { to } of o) waits[to] = (waits[to] ?? 0) + 1;
  const ready = waits.flatMap((w, i) => (w === 0 ? [i] : []));
  const list: number[] = [];
  while (ready.length > 0) {
    let at = 0;
    ready.forEach((i, k) => {
      if (rank(i) < rank(ready[at] ?? i)) at = k;
    });
    const [i] = ready.splice(at, 1);
    if (i === undefined) break;
    list.push(i);
    for (const { to } of p.out[i] ?? []) {
      waits[to] = (waits[to] ?? 0) - 1;
      if (waits[to] === 0) ready.push(to);
    }
  }
  return list;
}

/** How much of the longest chain follows each piece, itself included, min: what has much behind it is begun first. */
function tails(p: Prepared): Float64Array {
  const tail = Float64Array.from(p.network.activities, (a) => a.minutes);
  const list = listBy(p, (i) => i).reverse();
  for (const i of list) {
    const own = p.network.activities[i]?.minutes ?? 0;
    for (const { to, minMin } of p.out[i] ?? [])
      tail[i] = Math.max(tail[i] ?? 0, own + Math.max(0, minMin) + (tail[to] ?? 0));
  }
  return tail;
}

/** Drawn orders of work, the best of them changed piece by piece (sampling by tails, then insertion moves). */
function searchOrders(p: Prepared, earliest: Float64Array, boundMin: number): Float64Array | undefined {
  const random = seeded(11);
  const tail = tails(p);
  const scale = Math.max(...tail, 1);
  let best: Float64Array | undefined;
  let bestMin = Infinity;
  let bestList: number[] = [];
  const take = (list: number[]): boolean => {
    const start = layOut(p, list, earliest);
    if (!start) return false;
    const done = doneOf(p, start);
    if (done > bestMin + 1e-9) return false;
    const isBetter = done < bestMin - 1e-9;
    best = start;
    bestMin = done;
    bestList = list;
    return isBetter;
  };
  const effort = Math.max(0.05, Math.min(1, (PATIENCE_WORK / p.n) ** 1.4));
  for (let n = 0; n < Math.max(8, DRAWS * effort) && bestMin > boundMin + 1e-9; n++) {
    const noise = n === 0 ? 0 : 0.05 + 0.4 * random();
    const shaken = Float64Array.from(tail, (t) => -t / scale + noise * (random() - 0.5));
    take(listBy(p, (i) => shaken[i] ?? 0));
    // In the order in which they begin in the best so far: what was squeezed in keeps its place.
    if (best && n % 4 === 3) {
      const from = best;
      take(listBy(p, (i) => (from[i] ?? 0) + 1e-6 * i));
    }
  }
  for (let n = 0; n < MOVES * effort && bestMin > boundMin + 1e-9; n++) {
    const list = [...bestList];
    const at = Math.floor(random() * list.length);
    const i = list[at];
    if (i === undefined) break;
    list.splice(at, 1);
    // Between what it follows and what follows it.
    const after = list.reduce((m, k, x) => ((p.out[k] ?? []).some((o) => o.to === i) ? x + 1 : m), 0);
    const before = (p.out[i] ?? []).reduce((m, o) => Math.min(m, list.indexOf(o.to)), list.length);
    list.splice(after + Math.floor(random() * (before - after + 1)), 0, i);
    take(list);
  }
  return best;
}

const scheduleOf = (p: Prepared, start: ArrayLike<number>): Schedule => {
  const { activities } = p.network;
  return {
    starts: new Map(activities.map((a, i) => [a.id, start[i] ?? 0])),
    ends: new Map(activities.map((a, i) => [a.id, endOf(a, p.open[i], start[i] ?? 0)])),
    doneMin: doneOf(p, start),
  };
};

/** What makes it impossible by itself: more than there ever is, no time that is long enough, or a ring; else everything that is fixed or due. */
function whyNot(p: Prepared): Impossible {
  const { activities, resources } = p.network;
  const alone = activities.flatMap((a, i) => {
    const tooMuch = (p.uses[i] ?? []).some(({ resource, amount }) => amount > (resources[resource]?.capacity ?? 0));
    const never = !Number.isFinite(nextFit(a, p.open[i], a.fixedMin ?? a.fromMin ?? 0));
    return tooMuch || never ? [a.id] : [];
  });
  if (alone.length > 0) return { impossible: alone };
  // Each fixed or due one that would do, were it not there.
  const guilty = activities.flatMap((a, i) => {
    if (a.fixedMin === undefined && a.dueMin === undefined) return [];
    const { fixedMin: _, dueMin: __, ...free } = a;
    const without = prepare({ ...p.network, activities: activities.map((x, k) => (k === i ? free : x)) });
    return soonest(without, []) ? [a.id] : [];
  });
  const tied = activities.filter((a) => a.fixedMin !== undefined || a.dueMin !== undefined).map((a) => a.id);
  return { impossible: guilty.length > 0 ? guilty : tied };
}

/**
 * Puts work into time: no lag, window, calendar, fixed moment or resource is ever broken, and it is done as soon as can be found. Small networks are searched through
 * whole; larger ones by drawn orders and moves. The same network gives the same plan.
 */
export function solveNetwork(network: Network): Solved | Impossible {
  const p = prepare(network);
  const earliest = soonest(p, []);
  if (!earliest) return whyNot(p);
  const boundMin = lowerBound(network);
  if (p.n <= EXACT_MOST) {
    const whole = searchWhole(p);
    if (whole) return { ...scheduleOf(p, whole.start), boundMin, isBest: whole.isWhole };
  }
  const found = searchOrders(p, earliest, boundMin);
  if (!found) return whyNot(p);
  const schedule = scheduleOf(p, found);
  return { ...schedule, boundMin, isBest: schedule.doneMin <= boundMin + 1e-6 };
}
