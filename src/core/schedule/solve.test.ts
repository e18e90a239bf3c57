/** @jest-environment node */
import fc from 'fast-check';
import { seeded } from '../fair/truth';
import type { Activity, Calendar, Lag, Network, Schedule } from './network';
import { lowerBound } from './bound';
import { solveNetwork } from './solve';

const HORIZON = 100_000;
const act = (
  id: string,
  minutes: number,
  uses: Record<string, number> = {},
  more: Partial<Activity> = {},
): Activity => ({ id, minutes, uses, ...more });
const net = (
  activities: Activity[],
  lags: Lag[] = [],
  resources: Network['resources'] = [{ id: 'hands', capacity: 1 }],
): Network => ({
  activities,
  lags,
  resources,
  horizonMin: HORIZON,
});
const solved = (n: Network) => {
  const r = solveNetwork(n);
  if ('impossible' in r) throw new Error(`impossible: ${r.impossible.join()}`);
  return r;
};

/** What a plan breaks, minute by minute: written from the description alone. */
function brokenIn(n: Network, s: Schedule): string[] {
  const out: string[] = [];
  const at = (id: string) => [s.starts.get(id)!, s.ends.get(id)!] as const;
  const openAt = (c: Calendar | undefined, t: number) => !c || c.some(([f, to]) => f <= t + 1e-9 && t + 1e-9 < to);
  for (const a of n.activities) {
    const [from, to] = at(a.id);
    if (from < (a.fromMin ?? 0) - 1e-6) out.push(`${a.id} too soon`);
    if (a.fixedMin !== undefined && Math.abs(from - a.fixedMin) > 1e-6) out.push(`${a.id} not where it is fixed`);
    if (a.dueMin !== undefined && to > a.dueMin + 1e-6) out.push(`${a.id} late`);
    const calendars = n.resources.filter((r) => (a.uses?.[r.id] ?? 0) > 0).map((r) => r.open);
    let worked = 0;
    for (let t = from; t < to - 1e-6; t += 0.5) {
      const open = calendars.every((c) => openAt(c, t));
      if (open) worked += Math.min(0.5, to - t);
      else if (!a.pauses) out.push(`${a.id} while closed at ${t}`);
    }
    if (Math.abs(worked - a.minutes) > 0.51) out.push(`${a.id} works ${worked} of ${a.minutes}`);
  }
  for (const l of n.lags) {
    const gap = at(l.then)[0] - at(l.first)[1];
    if (gap < l.minMin - 1e-6) out.push(`${l.first} to ${l.then}: ${gap} under ${l.minMin}`);
    if (l.maxMin !== undefined && gap > l.maxMin + 1e-6) out.push(`${l.first} to ${l.then}: ${gap} over ${l.maxMin}`);
  }
  for (const r of n.resources)
    for (const a of n.activities) {
      const t = at(a.id)[0];
      const used = n.activities.reduce(
        (u, b) => (at(b.id)[0] <= t + 1e-9 && at(b.id)[1] > t + 1e-9 ? u + (b.uses?.[r.id] ?? 0) : u),
        0,
      );
      if (used > (r.capacity ?? Infinity)) out.push(`${r.id} at ${t}: ${used} of ${r.capacity}`);
    }
  return out;
}

describe('work in time', () => {
  it('by hand: two coats of two parts by one pair of hands, with a flash of 15 and a window of 40', () => {
    const n = net(
      [
        act('a1', 10, { hands: 1 }),
        act('a2', 10, { hands: 1 }),
        act('b1', 10, { hands: 1 }),
        act('b2', 10, { hands: 1 }),
      ],
      [
        { first: 'a1', then: 'a2', minMin: 15, maxMin: 40 },
        { first: 'b1', then: 'b2', minMin: 15, maxMin: 40 },
      ],
    );
    const s = solved(n);
    // a1 0 to 10, b1 10 to 20, a2 25 to 35, b2 35 to 45.
    expect([s.doneMin, s.isBest]).toEqual([45, true]);
    expect(brokenIn(n, s)).toEqual([]);
  });
  it('a window that would close is opened later: what is before it waits', () => {
    const n = net(
      [act('prime', 10), act('colour', 10, { booth: 1 })],
      [{ first: 'prime', then: 'colour', minMin: 30, maxMin: 60 }],
      [{ id: 'booth', capacity: 1, open: [[500, 600]] }],
    );
    const s = solved(n);
    expect(s.starts.get('colour')).toBe(500);
    expect(s.starts.get('prime')).toBe(430);
  });
  it('hands that come in evenings: what may pause goes on the next day, what may not waits for it', () => {
    const evenings = [
      [0, 120],
      [1440, 1560],
    ] as const;
    const n = net(
      [act('sand', 150, { hands: 1 }, { pauses: true }), act('spray', 90, { hands: 1 })],
      [],
      [{ id: 'hands', capacity: 1, open: evenings }],
    );
    const s = solved(n);
    expect(brokenIn(n, s)).toEqual([]);
    // Sprayed first, the sanding is begun beside it, and done in the second evening.
    expect(s.doneMin).toBe(1560);
  });
  it('what cannot be is named: too much at once, a fixed moment that breaks the rest', () => {
    expect(solveNetwork(net([act('lift', 10, { hands: 2 })]))).toEqual({ impossible: ['lift'] });
    const fixed = net(
      [act('a', 60, { hands: 1 }), act('b', 10, { hands: 1 }, { fixedMin: 30 })],
      [{ first: 'a', then: 'b', minMin: 0 }],
    );
    expect(solveNetwork(fixed)).toEqual({ impossible: ['b'] });
    const ring = net(
      [act('a', 10), act('b', 100), act('c', 10)],
      [
        { first: 'a', then: 'b', minMin: 0 },
        { first: 'b', then: 'c', minMin: 0 },
        { first: 'a', then: 'c', minMin: 0, maxMin: 50 },
      ],
    );
    expect(solveNetwork(ring)).toHaveProperty('impossible');
  });
  it('the bound is never over what is found', () => {
    const n = net(
      [act('a', 30, { hands: 1 }), act('b', 30, { hands: 1 }), act('c', 20)],
      [{ first: 'a', then: 'c', minMin: 45 }],
    );
    expect(lowerBound(n)).toBe(95);
    expect(solved(n).doneMin).toBe(95);
  });
});

/** A job drawn at random: chains of steps with flashes and windows, hands with or without hours, a booth. */
function drawn(seed: number, parts: number): Network {
  const random = seeded(seed);
  const int = (a: number, b: number) => a + Math.floor(random() * (b - a + 1));
  const activities: Activity[] = [];
  const lags: Lag[] = [];
  const isEvenings = random() < 0.4;
  for (let p = 0; p < parts; p++) {
    const steps = int(1, 4);
    for (let k = 0; k < steps; k++) {
      const uses: Record<string, number> = random() < 0.8 ? { hands: 1 } : {};
      if (random() < 0.4) uses.booth = 1;
      activities.push(act(`${p}-${k}`, int(1, 30), uses, random() < 0.1 ? { fromMin: int(0, 100) } : {}));
      if (k === 0) continue;
      const minMin = int(0, 20);
      lags.push({
        first: `${p}-${k - 1}`,
        then: `${p}-${k}`,
        minMin,
        ...(random() < 0.35 && { maxMin: minMin + int(20, 90) }),
      });
    }
  }
  const open = Array.from({ length: 200 }, (_, d) => [d * 300, d * 300 + 120] as const);
  return net(activities, lags, [
    { id: 'hands', capacity: int(1, 2), ...(isEvenings && { open }) },
    { id: 'booth', capacity: 1 },
  ]);
}

/** The best of all orders of work, each piece as soon as it may: for networks without windows, where one of them is the best plan there is. */
function bestByOrders(n: Network): number {
  let best = Infinity;
  const ids = n.activities.map((a) => a.id);
  const place = (done: { a: Activity; from: number; to: number }[], left: string[]) => {
    const now = Math.max(0, ...done.map((d) => d.to));
    if (now >= best) return;
    if (left.length === 0) {
      best = now;
      return;
    }
    for (const id of left) {
      const a = n.activities.find((x) => x.id === id)!;
      const before = n.lags.filter((l) => l.then === id);
      if (before.some((l) => !done.some((d) => d.a.id === l.first))) continue;
      let t = Math.max(a.fromMin ?? 0, ...before.map((l) => done.find((d) => d.a.id === l.first)!.to + l.minMin), 0);
      const enough = (from: number) =>
        n.resources.every((r) => {
          const need = a.uses?.[r.id] ?? 0;
          if (need === 0) return true;
          const moments = [from, ...done.map((d) => d.from).filter((x) => x > from && x < from + a.minutes)];
          return moments.every(
            (m) =>
              need + done.reduce((u, d) => (d.from <= m && d.to > m ? u + (d.a.uses?.[r.id] ?? 0) : u), 0) <=
              (r.capacity ?? Infinity),
          );
        });
      while (!enough(t)) t = Math.min(...done.map((d) => d.to).filter((x) => x > t));
      place(
        [...done, { a, from: t, to: t + a.minutes }],
        left.filter((x) => x !== id),
      );
    }
  };
  place([], ids);
  return best;
}

describe('drawn jobs', () => {
  it('no window, rest, calendar, stand or fixed moment is ever broken, and none is done before its bound', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 2 ** 30 }), fc.integer({ min: 1, max: 6 }), (seed, parts) => {
        const n = drawn(seed, parts);
        const s = solveNetwork(n);
        if ('impossible' in s) return;
        expect(brokenIn(n, s)).toEqual([]);
        expect(s.doneMin).toBeGreaterThanOrEqual(s.boundMin - 1e-6);
      }),
      { numRuns: 25 },
    );
  });
  it('60 small ones are as good as the best of all orders', () => {
    let compared = 0;
    for (let seed = 1; compared < 60; seed++) {
      const made = drawn(seed, 3);
      if (made.activities.length > 7 || made.resources.some((r) => r.open)) continue;
      const n = { ...made, lags: made.lags.map(({ maxMin: _, ...l }) => l) };
      const s = solved(n);
      expect([seed, s.doneMin]).toEqual([seed, bestByOrders(n)]);
      compared++;
    }
  });
  it('the same network gives the same plan', () => {
    const n = drawn(77, 8);
    expect(solveNetwork(n)).toEqual(solveNetwork(n));
  });
});
