import fc from 'fast-check';
import type { ClimateReading } from '../air/climate';
import { splitDays } from '../air/days';
import { foldLog } from '../strata/fold';
import { anyLog, anyWork, JOB, products, T0 } from '../testing';
import { ClockBook, type ClockedJob, type ShopAir } from './book';
import { settledMs, type Settled } from './settled';

const HOUR = 3_600_000;
const DAY = 24 * HOUR;

const anyReading = fc.record({
  atMin: fc.integer({ min: -2000, max: 200_000 }),
  tempC: fc.integer({ min: 2, max: 30 }),
});
const readingOf = ({ atMin, tempC }: { atMin: number; tempC: number }): ClimateReading => ({
  atMs: T0 + atMin * 60_000,
  tempC,
  rh: 0.6,
  source: 'logger',
});
const airOf = (readings: readonly ClimateReading[]): ShopAir => ({
  days: splitDays([...new Map(readings.map((r) => [r.atMs, r])).values()].sort((a, b) => a.atMs - b.atMs)),
  forecast: [],
  heats: [],
  assumed: { tempC: 20, rh: 0.5 },
});
const look = (book: ClockBook, open: ClockedJob, air: ShopAir, nowMs: number) => {
  const statuses = book.statuses(open, air, book.room(air, [open.state.air]), nowMs);
  return new Map(JOB.zones.map((z) => [z.id, statuses.get(z.id)]));
};

describe('what stands still', () => {
  it('is what a book that knows nothing works out, at any later time and with whatever was read since or put in late', () => {
    let found = 0;
    fc.assert(
      fc.property(
        fc.oneof(
          anyLog,
          anyWork.map((w) => w.log),
        ),
        fc.array(anyReading, { maxLength: 12 }),
        fc.array(anyReading, { maxLength: 4 }),
        fc.array(fc.integer({ min: 1, max: 400 }), { minLength: 2, maxLength: 4 }),
        (log, readings, more, days) => {
          const open: ClockedJob = { job: JOB, state: foldLog(log, products), products };
          const [before, after] = [airOf(readings.map(readingOf)), airOf([...readings, ...more].map(readingOf))];
          const book = new ClockBook();
          let kept: [string, Settled][] = [];
          for (const [i, day] of [...days].sort((a, b) => a - b).entries()) {
            const air = i < days.length / 2 ? before : after;
            const now = T0 + day * DAY;
            expect(look(book, open, air, now)).toEqual(look(new ClockBook(), open, air, now));
            kept = JSON.parse(JSON.stringify(book.settledOf(open))) as [string, Settled][];
          }
          found += kept.length;
          // The same after it was kept, and taken over by another page that folded the log anew.
          const again: ClockedJob = { job: JOB, state: foldLog(log, products), products };
          const other = new ClockBook();
          other.adopt(again, kept);
          const now = T0 + 500 * DAY;
          expect(JSON.stringify([...look(other, again, after, now)])).toBe(
            JSON.stringify([...look(new ClockBook(), again, after, now)]),
          );
        },
      ),
      { numRuns: Number(process.env.SETTLED ?? 150) },
    );
    expect(found).toBeGreaterThan(50);
  });
  it('is nothing that cures, waits for a window, rusts or takes up water', () => {
    const still = { stage: 'toPolish', sinceMs: 5, clocks: [], moments: [], stoppedByCold: false } as const;
    expect(settledMs({ ...still, clocks: [], moments: [] })).toBe(5);
    expect(settledMs({ ...still, clocks: [], moments: [], stage: 'curing' })).toBeUndefined();
    expect(settledMs({ ...still, clocks: [], moments: [], closesMs: 9 })).toBeUndefined();
    expect(settledMs({ ...still, clocks: [], moments: [], rust: { brightMs: 1, rustsMs: null } })).toBeUndefined();
    expect(settledMs({ ...still, clocks: [], moments: [], spots: [] })).toBeUndefined();
  });
});
