import type { Activity, Calendar, Network } from './network';
import { prepare, soonest, soonestOf, type Mode, type Prepared } from './times';

/** The latest beginning from which a piece is done by a moment; -Infinity where there is none. */
function latestStart({ minutes, pauses }: Activity, open: Calendar | undefined, byMin: number): number {
  if (!open) return byMin - minutes;
  let left = minutes;
  for (let k = open.length - 1; k >= 0; k--) {
    const [from, to] = open[k] ?? [0, 0];
    if (from >= byMin) continue;
    const end = Math.min(to, byMin);
    if (end - from >= left) return end - left;
    if (pauses) left -= end - from;
  }
  return -Infinity;
}

/** How long a resource is open up to a moment, min. */
const openMin = (spans: Calendar | undefined, untilMin: number): number =>
  spans === undefined ? untilMin : spans.reduce((s, [from, to]) => s + Math.max(0, Math.min(to, untilMin) - from), 0);

/** Work that nobody but certain resources does, and how much of those there is up to a moment: each by itself, and those together that may stand in for each other. */
interface Crowd {
  work: readonly { i: number; work: number; holdMin: number }[];
  open(untilMin: number): number;
}

function crowds(p: Prepared): Crowd[] {
  const { resources, activities } = p.network;
  const sets = new Map<string, readonly number[]>(
    // Of what there is enough for all nothing is too little.
    resources.flatMap((r, k) => (r.capacity === undefined ? [] : [[String(k), [k]] as const])),
  );
  for (const modes of p.modes) {
    const set = modes.flatMap((m) => {
      const k = resources.findIndex((r) => r.id === m.by);
      return k < 0 ? [] : [k];
    });
    if (set.length > 1) sets.set([...set].sort((x, y) => x - y).join(), set);
  }
  const least = (modes: readonly Mode[], set: readonly number[], minutes: number): number =>
    Math.min(
      ...modes.map((m) =>
        m.uses.reduce((u, x) => (set.includes(x.resource) ? u + x.amount * (minutes + x.holdMin) : u), 0),
      ),
    );
  return [...sets.values()].map((set) => ({
    work: activities.flatMap((a, i) => {
      const work = least(p.modes[i] ?? [], set, a.minutes);
      const holdMin = Math.max(0, ...(p.modes[i] ?? []).flatMap((m) => m.uses.map((u) => u.holdMin)));
      return work > 0 ? [{ i, work, holdMin }] : [];
    }),
    open: (untilMin) =>
      set.reduce((sum, k) => sum + openMin(resources[k]?.open, untilMin) * (resources[k]?.capacity ?? 0), 0),
  }));
}

/** Whether nothing speaks against all being done by a moment: each piece between its soonest beginning and its latest end, and enough of everything for what lies in between. */
function mayBeDoneBy(
  p: Prepared,
  all: readonly Crowd[],
  earliest: Float64Array,
  backwards: readonly number[],
  byMin: number,
): boolean {
  const { activities } = p.network;
  const latestEnd = new Float64Array(p.n).fill(byMin);
  for (const i of backwards) {
    const a = activities[i];
    if (!a) continue;
    let end = Math.min(byMin, a.dueMin ?? Infinity);
    for (const { to, minMin } of p.out[i] ?? []) {
      const b = activities[to];
      if (!b) continue;
      const begin = (p.modes[to] ?? []).reduce(
        (m, { open }) => Math.max(m, latestStart(b, open, latestEnd[to] ?? byMin)),
        -Infinity,
      );
      end = Math.min(end, begin - minMin);
    }
    latestEnd[i] = end;
    const begin = (p.modes[i] ?? []).reduce((m, { open }) => Math.max(m, latestStart(a, open, end)), -Infinity);
    if (begin < (earliest[i] ?? 0) - 1e-6) return false;
  }
  for (const { work, open } of all) {
    const byEnd = work
      .map((w) => ({ from: earliest[w.i] ?? 0, work: w.work, there: 0, end: (latestEnd[w.i] ?? 0) + w.holdMin }))
      .sort((x, y) => x.end - y.end);
    for (const w of byEnd) w.there = open(w.end);
    for (const from of new Set(byEnd.map((w) => w.from))) {
      const before = open(from) - 1e-6;
      let sum = 0;
      for (const w of byEnd) {
        if (w.from < from) continue;
        sum += w.work;
        if (sum > w.there - before) return false;
      }
    }
  }
  return true;
}

/**
 * No plan is done sooner: the least end against which neither the chains with their calendars nor the work over what there is of everything speaks (destructive
 * bound, Klein and Scholl 1999). Windows and who does what are left out of it.
 */
export function lowerBound(network: Network): number {
  const p = prepare(network);
  const earliest = soonest(p, []);
  if (!earliest) return Infinity;
  const chain = network.activities.reduce(
    (m, a, i) => Math.max(m, soonestOf(a, p.modes[i] ?? [], earliest[i] ?? 0).end),
    0,
  );
  const all = crowds(p);
  // Followers have later soonest beginnings than what they follow, or the same: then what takes no time.
  const backwards = [...topological(p)].reverse();
  if (mayBeDoneBy(p, all, earliest, backwards, chain)) return chain;
  let [low, high] = [chain, Math.max(chain + 1, 2 * chain)];
  while (high < network.horizonMin && !mayBeDoneBy(p, all, earliest, backwards, high)) [low, high] = [high, 2 * high];
  high = Math.min(high, network.horizonMin);
  while (high - low > 2) {
    const middle = (low + high) / 2;
    if (mayBeDoneBy(p, all, earliest, backwards, middle)) high = middle;
    else low = middle;
  }
  return low;
}

/** All pieces, each after what it follows. */
function topological(p: Prepared): number[] {
  const waits = new Uint16Array(p.n);
  for (const o of p.out) for (const { to } of o) waits[to] = (waits[to] ?? 0) + 1;
  const list = [...waits.keys()].filter((i) => waits[i] === 0);
  for (let k = 0; k < list.length; k++)
    for (const { to } of p.out[list[k] ?? 0] ?? []) {
      waits[to] = (waits[to] ?? 0) - 1;
      if (waits[to] === 0) list.push(to);
    }
  return list;
}
