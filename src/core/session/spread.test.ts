import type { Evening } from './evening';
import { planEvening } from './plan';
import { eveningSpread, HAND_SPREAD } from './spread';

const part = (id: string, minutes: number[], more: object = {}) => ({
  id,
  coats: minutes.map((m) => ({ product: 'paint', minutes: m, ml: 50, flashMin: 0 })),
  weightG: 1000,
  dustFreeMin: 20,
  ...more,
});
const evening = (endMin: number, more: Partial<Evening> = {}): Evening => ({
  parts: [part('a', [30]), part('b', [30])],
  stands: [],
  products: { paint: { cupMl: 1000, mixMin: 0, cleanMin: 0 } },
  endMin,
  ...more,
});

describe('how sure an evening is', () => {
  it('by hand: two coats of half an hour, with an hour’s spread of half of the evening and half of each coat', () => {
    const e = evening(500);
    const s = eveningSpread(e, planEvening(e))!;
    // Variance of the sum over its square: 0.03125 of the evening, and a half of 0.03125 of the coats.
    const sd = Math.sqrt(HAND_SPREAD ** 2 / 2 + HAND_SPREAD ** 2 / 4);
    expect(s.holds).toBe(1);
    expect(Math.log((s.lateMin - 20) / (s.earlyMin - 20)) / (2 * 1.2816)).toBeGreaterThan(0.8 * sd);
    expect(Math.log((s.lateMin - 20) / (s.earlyMin - 20)) / (2 * 1.2816)).toBeLessThan(1.2 * sd);
    expect(s.earlyMin).toBeLessThan(80);
    expect(s.lateMin).toBeGreaterThan(80);
  });
  it('an end at what is usual holds about every second time, and a later one more often', () => {
    const tight = evening(80);
    const roomy = evening(95);
    const [a, b] = [tight, roomy].map((e) => eveningSpread(e, planEvening(evening(200)))!.holds);
    expect(a).toBeGreaterThan(0.35);
    expect(a).toBeLessThan(0.65);
    expect(b).toBeGreaterThan(a!);
  });
  it('a window that a slow hand misses is no evening that holds', () => {
    const e = evening(500, {
      parts: [
        { ...part('a', [30, 30]), coats: part('a', [30, 30]).coats.map((c) => ({ ...c, flashMin: 5, windowMin: 32 })) },
        part('b', [30]),
      ],
    });
    const s = eveningSpread(e, planEvening(e))!;
    expect(s.holds).toBeGreaterThan(0.2);
    expect(eveningSpread(e, { ...planEvening(e), steps: [] })).toBeUndefined();
  });
});
