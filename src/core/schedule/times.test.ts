/** @jest-environment node */
import fc from 'fast-check';
import type { Activity, Calendar, Network } from './network';
import { layOut, movedIn } from './layOut';
import { endOf, nextFit, prepare, soonest, startToEndAt } from './times';

/** Two evenings of two hours and a morning of four, min. */
const OPEN: Calendar = [
  [60, 180],
  [300, 420],
  [600, 840],
];
/** Spans in their order, apart from each other, in whole minutes. */
const calendar: fc.Arbitrary<Calendar> = fc
  .array(fc.tuple(fc.integer({ min: 1, max: 30 }), fc.integer({ min: 1, max: 40 })), { minLength: 1, maxLength: 5 })
  .map((gaps) => {
    let at = 0;
    return gaps.map(([closed, open]): [number, number] => {
      const from = at + closed;
      at = from + open;
      return [from, at];
    });
  });
const isOpen = (c: Calendar, minute: number) => c.some(([from, to]) => from <= minute && minute < to);
/** When work that begins at a minute is done, gone through minute by minute; undefined where it cannot begin there or is never done. */
function doneBy(c: Calendar, { minutes, pauses }: { minutes: number; pauses?: true }, start: number) {
  if (!isOpen(c, start)) return undefined;
  let left = minutes;
  for (let t = start; t < 1000; t++) {
    if (isOpen(c, t)) left -= 1;
    else if (!pauses) return undefined;
    if (left === 0) return t + 1;
  }
  return undefined;
}
const work = fc.record({ minutes: fc.integer({ min: 1, max: 50 }), pauses: fc.constantFrom(undefined, true as const) });
const asWork = (w: { minutes: number; pauses: true | undefined }) => ({
  minutes: w.minutes,
  ...(w.pauses && { pauses: w.pauses }),
});

describe('when work fits into the hours that there are', () => {
  it.each([
    ['at once, where there are no hours to keep', undefined, 90, 17, 17],
    ['when it opens', OPEN, 90, 0, 60],
    ['now, where enough is left of the evening', OPEN, 90, 80, 80],
    ['the next evening, where too little is left', OPEN, 90, 91, 300],
    ['in the morning, being longer than an evening', OPEN, 121, 0, 600],
    ['never, being longer than any', OPEN, 241, 0, Infinity],
  ])('%s', (_, open, minutes, from, start) => expect(nextFit({ minutes }, open, from)).toBe(start));
  it('what may be left overnight begins in the last minute of an evening and goes on in the next', () => {
    const welding = { minutes: 90, pauses: true as const };
    expect(nextFit(welding, OPEN, 170)).toBe(170);
    // Ten minutes today, eighty tomorrow.
    expect(endOf(welding, OPEN, 170)).toBe(380);
    // 120 + 120 and 60 of the morning.
    expect(endOf({ minutes: 300, pauses: true }, OPEN, 60)).toBe(660);
    expect(endOf({ minutes: 481, pauses: true }, OPEN, 60)).toBe(Infinity);
  });
  it('what takes no time needs a moment only, the end of an evening too', () => {
    expect(nextFit({ minutes: 0 }, OPEN, 180)).toBe(180);
    expect(nextFit({ minutes: 0 }, OPEN, 181)).toBe(300);
  });
  it('goes by the minute as one would count it', () => {
    fc.assert(
      fc.property(calendar, work, fc.integer({ min: 0, max: 200 }), (c, drawn, from) => {
        const w = asWork(drawn);
        const starts = Array.from({ length: 800 }, (_, k) => from + k);
        // What is never done over pauses begins all the same: that it finds no end is said by its end.
        const start = starts.find((s) => (w.pauses ? isOpen(c, s) : doneBy(c, w, s) !== undefined)) ?? Infinity;
        expect(nextFit(w, c, from)).toBe(start);
        if (start < Infinity) expect(endOf(w, c, start)).toBe(doneBy(c, w, start) ?? Infinity);
      }),
    );
  });
  it('a beginning that is asked to end no sooner than a moment does, and none before it would', () => {
    fc.assert(
      fc.property(
        calendar,
        work,
        fc.integer({ min: 0, max: 60 }),
        fc.integer({ min: 0, max: 150 }),
        (c, drawn, from, end) => {
          const a: Activity = { id: 'a', ...asWork(drawn) };
          const s = startToEndAt(a, c, from, end);
          if (s === Infinity) return;
          expect(s).toBeGreaterThanOrEqual(from);
          expect(endOf(a, c, s)).toBeGreaterThanOrEqual(end - 1e-6);
          for (let sooner = from; sooner < Math.floor(s); sooner++) {
            const done = doneBy(c, a, sooner);
            if (done !== undefined) expect(done).toBeLessThan(end + 1e-6);
          }
        },
      ),
    );
  });
});

const act = (id: string, minutes: number, more: Partial<Activity> = {}): Activity => ({ id, minutes, ...more });
const network = (activities: Activity[], more: Partial<Network> = {}): Network => ({
  activities,
  lags: [],
  resources: [],
  horizonMin: 10_000,
  ...more,
});

describe('the soonest that everything may begin', () => {
  it('by hand: primer, its hour, then filler, which rests a day', () => {
    const p = prepare(
      network([act('primer', 30), act('filler', 45), act('block', 60)], {
        lags: [
          { first: 'primer', then: 'filler', minMin: 60 },
          { first: 'filler', then: 'block', minMin: 1440 },
        ],
      }),
    );
    expect([...soonest(p, [])!]).toEqual([0, 90, 90 + 45 + 1440]);
  });
  it('what opens a window begins later where what has to follow in it cannot come sooner', () => {
    const p = prepare(
      network([act('base', 20), act('clear', 30, { fromMin: 500 })], {
        lags: [{ first: 'base', then: 'clear', minMin: 15, maxMin: 100 }],
      }),
    );
    // Base has to end at 400 or later.
    expect([...soonest(p, [])!]).toEqual([380, 500]);
  });
  it('a window that the agreed moments do not allow has no such beginnings', () => {
    const p = prepare(
      network([act('base', 20, { fixedMin: 0 }), act('clear', 30, { fixedMin: 500 })], {
        lags: [{ first: 'base', then: 'clear', minMin: 15, maxMin: 100 }],
      }),
    );
    expect(soonest(p, [])).toBeUndefined();
  });
  it('two calendars are open together where both are', () => {
    const p = prepare(
      network([act('spray', 60, { uses: { ida: 1, booth: 1 } })], {
        resources: [
          {
            id: 'ida',
            capacity: 1,
            open: [
              [0, 100],
              [200, 400],
            ],
          },
          {
            id: 'booth',
            capacity: 1,
            open: [
              [50, 220],
              [300, 500],
            ],
          },
        ],
      }),
    );
    // 50 to 100 is too short, 200 to 220 too: both are there from 300 on.
    expect([...soonest(p, [])!]).toEqual([300]);
  });
});

describe('one piece after the other in an order', () => {
  const hands = (capacity = 1) => ({ resources: [{ id: 'hands', capacity }] });
  const busy = (id: string, minutes: number, more: Partial<Activity> = {}) =>
    act(id, minutes, { uses: { hands: 1 }, ...more });
  const laid = (n: Network, order: string[], earliest?: readonly number[]) => {
    const p = prepare(n);
    const at = (id: string) => n.activities.findIndex((a) => a.id === id);
    const out = layOut(p, order.map(at), earliest ?? soonest(p, []) ?? new Float64Array(p.n));
    return {
      ...out,
      starts: Object.fromEntries(n.activities.map((a, i) => [a.id, out.start[i]])),
    };
  };

  it('a later piece slips into the gap that an earlier one leaves', () => {
    const n = network([busy('coat', 10), busy('next', 10), busy('sand', 30)], {
      ...hands(),
      lags: [{ first: 'coat', then: 'next', minMin: 30 }],
    });
    expect(laid(n, ['coat', 'next', 'sand']).starts).toEqual({ coat: 0, next: 40, sand: 10 });
    // One minute more and it does not fit between them.
    const longer = { ...n, activities: [n.activities[0]!, n.activities[1]!, busy('sand', 31)] };
    expect(laid(longer, ['coat', 'next', 'sand']).starts).toEqual({ coat: 0, next: 40, sand: 50 });
  });
  it('what holds its place after it is done keeps the next one out', () => {
    const n = network([busy('a', 10, { holds: { hands: 40 } }), busy('b', 10)], hands());
    expect(laid(n, ['a', 'b']).starts).toEqual({ a: 0, b: 50 });
    expect(laid({ ...n, ...hands(2) }, ['a', 'b']).starts).toEqual({ a: 0, b: 0 });
  });
  it('whoever is done with it first does it', () => {
    const n = network([act('lift', 60, { oneOf: ['ida', 'jonas'] }), act('carry', 30, { oneOf: ['ida', 'jonas'] })], {
      resources: [
        { id: 'ida', capacity: 1 },
        { id: 'jonas', capacity: 1, open: [[10, 200]] },
      ],
    });
    const { starts, mode } = laid(n, ['lift', 'carry']);
    expect(starts).toEqual({ lift: 0, carry: 10 });
    expect([...mode]).toEqual([0, 1]);
  });
  it('what it breaks is named: a date by how much, a window that nobody can keep, work without time', () => {
    const late = network([busy('a', 100, { dueMin: 60 })], hands());
    expect(laid(late, ['a']).breaches).toEqual([{ id: 'a', kind: 'due', byMin: 40 }]);
    const shut = network([busy('base', 20, { fixedMin: 0 }), busy('clear', 30, { fromMin: 500 })], {
      ...hands(),
      lags: [{ first: 'base', then: 'clear', minMin: 15, maxMin: 100 }],
    });
    expect(laid(shut, ['base', 'clear'], [0, 500]).breaches).toEqual([{ id: 'clear', kind: 'window', byMin: 380 }]);
    const none = network([busy('a', 50)], { resources: [{ id: 'hands', capacity: 1, open: [[0, 40]] }] });
    expect(laid(none, ['a']).breaches).toEqual([{ id: 'a', kind: 'unplaced', byMin: 0 }]);
  });
  it('base is begun later rather than its window closed', () => {
    const n = network([busy('base', 20), busy('other', 300), busy('clear', 30)], {
      ...hands(),
      lags: [{ first: 'base', then: 'clear', minMin: 15, maxMin: 100 }],
    });
    // The other work is done first, base after it.
    const { starts, breaches } = laid(n, ['base', 'other', 'clear']);
    expect(breaches).toEqual([]);
    expect(starts['clear']! - (starts['base']! + 20)).toBeLessThanOrEqual(100);
  });
  it('whatever the order: never more hands than there are, and each lag is kept', () => {
    const drawn = fc.record({
      minutes: fc.array(fc.integer({ min: 1, max: 30 }), { minLength: 2, maxLength: 8 }),
      capacity: fc.integer({ min: 1, max: 3 }),
      lags: fc.array(fc.tuple(fc.nat(7), fc.nat(7), fc.nat(40)), { maxLength: 8 }),
      open: fc.option(calendar, { nil: undefined }),
    });
    fc.assert(
      fc.property(drawn, ({ minutes, capacity, lags, open }) => {
        const n = network(
          minutes.map((m, i) => busy(String(i), m)),
          {
            resources: [{ id: 'hands', capacity, ...(open && { open }) }],
            lags: lags
              .map(([i, k, minMin]) => ({ first: i % minutes.length, then: k % minutes.length, minMin }))
              .filter(({ first, then }) => first < then)
              .map(({ first, then, minMin }) => ({ first: String(first), then: String(then), minMin })),
          },
        );
        const p = prepare(n);
        const { start, end } = layOut(p, [...minutes.keys()], new Float64Array(p.n));
        for (const [i, s] of start.entries()) {
          if (Number.isNaN(s)) continue;
          const at = [...start.keys()].filter((k) => start[k]! <= s && end[k]! > s).length;
          expect(at).toBeLessThanOrEqual(capacity);
          if (open) expect(doneBy(open, { minutes: minutes[i]! }, s)).toBe(end[i]);
        }
        for (const l of n.lags) {
          const [first, then] = [Number(l.first), Number(l.then)];
          if (!Number.isNaN(start[then]!)) expect(start[then]! - end[first]!).toBeGreaterThanOrEqual(l.minMin);
        }
      }),
    );
  });
  it('a piece has moved that begins more than half a day elsewhere than it was to', () => {
    const p = prepare(network([act('a', 10), act('b', 10), act('c', 10)]));
    const kept = {
      starts: new Map([
        ['a', 0],
        ['b', 0],
      ]),
      costMin: 1,
    };
    expect(movedIn(p, [240, 241, 5000], kept)).toEqual([1]);
  });
});
