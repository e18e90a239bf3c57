import { endOf, soonest, type Order, type Prepared } from './times';

/** So few pieces of work are searched through whole, and so many states are looked at at most. */
export const EXACT_MOST = 12;
const MOST_STATES = 6000;

const endIn = (p: Prepared, i: number, startMin: number): number => {
  const a = p.network.activities[i];
  return a ? endOf(a, p.modes[i]?.[0]?.open, startMin) : startMin;
};
const doneIn = (p: Prepared, start: ArrayLike<number>): number =>
  p.network.activities.reduce((m, _, i) => Math.max(m, endIn(p, i, start[i] ?? 0)), 0);

/** Whether it is small enough, and nobody has to choose who does what. */
export const canSearchWhole = (p: Prepared): boolean => p.n <= EXACT_MOST && p.modes.every((m) => m.length === 1);

/** How long a piece keeps what it used of a resource, min. */
const heldBy = (p: Prepared, i: number, resource: number): number =>
  p.modes[i]?.[0]?.uses.find((u) => u.resource === resource)?.holdMin ?? 0;

/** The first moment at which more is used than there is, with what is at it then; undefined where there is enough of everything. */
function conflictOf(p: Prepared, start: ArrayLike<number>): { active: number[]; resource: number } | undefined {
  const ends = p.network.activities.map((_, i) => endIn(p, i, start[i] ?? 0));
  let found: { active: number[]; resource: number; atMin: number } | undefined;
  for (let r = 0; r < p.capacity.length; r++) {
    const users = p.modes.flatMap(([mode], i) => {
      const use = mode?.uses.find((x) => x.resource === r);
      if (!use) return [];
      const until = (ends[i] ?? 0) + heldBy(p, i, r);
      return until > (start[i] ?? 0) ? [{ i, amount: use.amount, until }] : [];
    });
    for (const { i } of users) {
      const atMin = start[i] ?? 0;
      if (found && atMin >= found.atMin) continue;
      const active = users.filter((u) => (start[u.i] ?? 0) <= atMin && u.until > atMin);
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

/** Through all ways in which what is too much at once can be put one after the other (Demeulemeester and Herroelen 1992, with windows as De Reyck and Herroelen 1998). */
export function searchWhole(p: Prepared): { start: Float64Array; isWhole: boolean } | undefined {
  let best: Float64Array | undefined;
  let bestMin = Infinity;
  let seen = 0;
  const walk = (orders: readonly (readonly Order[])[], from: Float64Array | undefined): void => {
    if (seen++ > MOST_STATES) return;
    const start = soonest(p, orders, from && [...from]);
    if (!start) return;
    const done = doneIn(p, start);
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
        orders.map((o, k) => (k === i ? [...o, { to: j, minMin: heldBy(p, i, conflict.resource) }] : o)),
        start,
      );
  };
  walk(
    Array.from({ length: p.n }, () => []),
    undefined,
  );
  return best && { start: best, isWhole: seen <= MOST_STATES };
}
