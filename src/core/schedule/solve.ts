import { seeded } from '../fair/truth';
import { lowerBound } from './bound';
import { layOut, movedIn, type LaidOut, type Pins } from './layOut';
import type { Breach, Impossible, KeptPlan, Network, Schedule } from './network';
import { canSearchWhole, searchWhole } from './searchWhole';
import { endOf, prepare, soonest, soonestOf, type Prepared } from './times';

/** Drawn orders of work, and moves of single pieces after them; fewer where there is much work. */
const DRAWS = 120;
const MOVES = 1600;
const PATIENCE_WORK = 30;
/** Where a plan was kept, it is mended, not made anew: so many single pieces are moved. */
const KEPT_MOVES = 8;
/** What was not in the plan comes after all that was, min. */
const NEW_LAST = 1e7;

export interface Solved extends Schedule {
  /** No plan is done sooner than that: the longest chain, and work over what there is. 0: it was not worked out, a plan that was kept is mended. */
  boundMin: number;
  /** It was searched through whole, or is done at the bound: no plan is better. */
  isBest: boolean;
}

/** A plan also of work that cannot all be done as it is wished, with what it does not keep. */
export interface Planned extends Solved {
  breaches: readonly Breach[];
  /** What begins at another time than in the plan that was kept. */
  moved: readonly string[];
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

interface Search {
  kept?: KeptPlan | undefined;
  /** How much longer than usual is searched, as a factor. */
  effort?: number;
  /** Windows are never given up: each order of work tries them all anew. */
  isStrict?: true;
}

/** The latest moment at which each piece may begin without what follows it being late, or the end being later than the bound, min: what is due soonest is begun first. */
function latest(p: Prepared, boundMin: number): Float64Array {
  const { activities } = p.network;
  const end = Float64Array.from(activities, (a) =>
    Math.min(a.fixedMin === undefined ? Infinity : a.fixedMin + a.minutes, a.dueMin ?? Infinity, boundMin),
  );
  const start = new Float64Array(p.n);
  for (const i of listBy(p, (k) => k).reverse()) {
    for (const { to, minMin } of p.out[i] ?? []) end[i] = Math.min(end[i] ?? 0, (start[to] ?? 0) - Math.max(0, minMin));
    start[i] = (end[i] ?? 0) - (activities[i]?.minutes ?? 0);
  }
  return start;
}

/** Drawn orders of work, the best of them changed piece by piece (sampling by latest beginnings, then insertion moves). */
function searchOrders(
  p: Prepared,
  earliest: Float64Array,
  boundMin: number,
  { kept, effort: times = 1, isStrict }: Search = {},
): LaidOut {
  const random = seeded(11);
  const soonFirst = latest(p, boundMin);
  const scale = Math.max(boundMin, 1);
  const list0 = listBy(p, (i) => soonFirst[i] ?? 0);
  const given = new Set<string>();
  let best = layOut(p, list0, earliest, kept, given);
  let bestList = list0;
  let bestPins: Pins | undefined;
  const take = (list: number[], pins?: Pins): void => {
    const laid = layOut(p, list, earliest, kept, isStrict ? new Set() : given, pins);
    if (laid.cost > best.cost + 1e-9) return;
    best = laid;
    bestList = list;
    bestPins = pins;
  };
  if (kept) {
    // As it was kept, each piece no sooner than it stands there; and what has no place there where it suits.
    const was = p.network.activities.map((a, i) => kept.starts.get(a.id) ?? earliest[i] ?? 0);
    // What has no place in it comes between what has.
    const list = listBy(p, (i) => kept.starts.get(p.network.activities[i]?.id ?? '') ?? NEW_LAST + (soonFirst[i] ?? 0));
    const by = p.modes.map((modes, i) => {
      const who = kept.by?.get(p.network.activities[i]?.id ?? '');
      const at = modes.findIndex((m) => m.by === who);
      return at < 0 ? undefined : at;
    });
    take(list, { by });
    take(list, { pinned: was, by });
    take(list, { pinned: was });
    take(list);
  }
  const effort = times * Math.max(0.03, Math.min(1, (PATIENCE_WORK / p.n) ** 1.8));
  const rounds = kept ? { draws: 0, moves: KEPT_MOVES } : { draws: Math.max(6, DRAWS * effort), moves: MOVES * effort };
  const isDone = () => best.breaches.length === 0 && best.doneMin <= boundMin + 1e-9 && !kept;
  for (let n = 0; n < rounds.draws && !isDone(); n++) {
    const noise = n === 0 ? 0 : 0.05 + 0.4 * random();
    const shaken = Float64Array.from(soonFirst, (t) => t / scale + noise * (random() - 0.5));
    take(listBy(p, (i) => shaken[i] ?? 0));
    // In the order in which they begin in the best so far: what was squeezed in keeps its place.
    if (n % 4 === 3) {
      const from = best.start;
      take(listBy(p, (i) => (from[i] ?? 0) + 1e-6 * i));
    }
  }
  for (let n = 0; n < rounds.moves && !isDone(); n++) {
    const list = [...bestList];
    const at = Math.floor(random() * list.length);
    const i = list[at];
    if (i === undefined) break;
    list.splice(at, 1);
    // Between what it follows and what follows it.
    const after = list.reduce((m, k, x) => ((p.out[k] ?? []).some((o) => o.to === i) ? x + 1 : m), 0);
    const before = (p.out[i] ?? []).reduce((m, o) => Math.min(m, list.indexOf(o.to)), list.length);
    list.splice(after + Math.floor(random() * (before - after + 1)), 0, i);
    take(list, bestPins);
  }
  return best;
}

const scheduleOf = (p: Prepared, l: Pick<LaidOut, 'start' | 'end' | 'mode'>): Schedule => {
  const { activities } = p.network;
  const placed = activities.flatMap((a, i) => (Number.isNaN(l.start[i]) ? [] : [{ a, i }]));
  return {
    starts: new Map(placed.map(({ a, i }) => [a.id, l.start[i] ?? 0])),
    ends: new Map(placed.map(({ a, i }) => [a.id, l.end[i] ?? 0])),
    by: new Map(
      placed.flatMap(({ a, i }) => {
        const by = p.modes[i]?.[l.mode[i] ?? 0]?.by;
        return by === undefined ? [] : [[a.id, by] as const];
      }),
    ),
    doneMin: placed.reduce((m, { i }) => Math.max(m, l.end[i] ?? 0), 0),
  };
};

/** What makes it impossible by itself: more than there ever is, no time that is long enough, or a ring; else everything that is fixed or due. */
function whyNot(p: Prepared): Impossible {
  const { activities } = p.network;
  const alone = activities.flatMap((a, i) => {
    const modes = p.modes[i] ?? [];
    const tooMuch = modes.every((m) => m.uses.some(({ resource, amount }) => amount > (p.capacity[resource] ?? 0)));
    const never = !Number.isFinite(soonestOf(a, modes, a.fixedMin ?? a.fromMin ?? 0).end);
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

/** The best plan of all, where it is small enough to look at all of them. */
function planWhole(p: Prepared): (Schedule & { isBest: boolean }) | undefined {
  const whole = canSearchWhole(p) ? searchWhole(p) : undefined;
  if (!whole) return undefined;
  const { activities } = p.network;
  const end = Float64Array.from(activities, (a, i) => endOf(a, p.modes[i]?.[0]?.open, whole.start[i] ?? 0));
  const laid = { start: whole.start, end, mode: new Uint8Array(p.n) };
  return { ...scheduleOf(p, laid), isBest: whole.isWhole };
}

/**
 * Puts work into time: no lag, window, calendar, fixed moment or resource is ever broken, and it is done as soon as can be found. Small networks are searched through
 * whole; larger ones by drawn orders and moves. The same network gives the same plan.
 */
export function solveNetwork(network: Network, search: Pick<Search, 'effort'> = {}): Solved | Impossible {
  const p = prepare(network);
  const earliest = soonest(p, []);
  if (!earliest) return whyNot(p);
  const boundMin = lowerBound(network);
  const whole = planWhole(p);
  if (whole) return { ...whole, boundMin };
  const found = searchOrders(p, earliest, boundMin, { ...search, isStrict: true });
  if (found.breaches.length > 0) return whyNot(p);
  return { ...scheduleOf(p, found), boundMin, isBest: found.doneMin <= boundMin + 1e-6 };
}

/**
 * As {@link solveNetwork}, of work of which not all can be kept: first what finds time at all, then windows and what is fixed, then agreed dates, then the end.
 * No lag, calendar or resource is broken; what else is not kept is named.
 * @param kept a plan that people go by: pieces stay where they are in it, unless moving them pays
 */
export function planNetwork(network: Network, kept?: KeptPlan, effort = 1): Planned {
  const p = prepare(network);
  const strict = soonest(p, []);
  // Where a plan is mended nobody asks how good it is.
  const boundMin = kept ? 0 : lowerBound(strict ? network : loose(network));
  if (strict && !kept) {
    const whole = planWhole(p);
    if (whole) return { ...whole, boundMin, breaches: [], moved: [] };
  }
  const earliest = strict ?? soonest(prepare(loose(network)), []) ?? soonestAlone(p);
  const found = searchOrders(p, earliest, Number.isFinite(boundMin) ? boundMin : 0, { kept, effort });
  return {
    ...scheduleOf(p, found),
    boundMin,
    isBest: strict !== undefined && found.breaches.length === 0 && found.doneMin <= boundMin + 1e-6,
    breaches: found.breaches,
    moved: kept ? movedIn(p, found.start, kept).map((i) => p.network.activities[i]?.id ?? '') : [],
  };
}

/** The network without what may be given up: windows, dates and fixed moments. */
const loose = (n: Network): Network => ({
  ...n,
  activities: n.activities.map(({ dueMin: _, fixedMin, fromMin, ...a }) => ({
    ...a,
    ...((fixedMin ?? fromMin) !== undefined && { fromMin: fixedMin ?? fromMin ?? 0 }),
  })),
  lags: n.lags.map(({ maxMin: _, ...l }) => l),
});

/** The soonest beginnings by what is known of each piece alone. */
const soonestAlone = (p: Prepared): Float64Array =>
  Float64Array.from(p.network.activities, (a) => a.fixedMin ?? a.fromMin ?? 0);
