import fc from 'fast-check';
import { ev, JOB } from '../testing';
import type { PlainEvent } from '../log/event';
import { ownPace, ownPaces, USUAL_PACE, workMinutes } from './hours';

describe('minutes of an act', () => {
  it('setting up and a square metre of it; coarse paper takes longest', () => {
    // 4 minutes, and half a square metre at 45 and at 18 minutes.
    expect(workMinutes('sand', 5000, 80)).toBeCloseTo(4 + 22.5, 9);
    expect(workMinutes('sand', 5000, 600)).toBeCloseTo(4 + 9, 9);
    expect(workMinutes('fit', 5000)).toBe(30);
  });
});

describe('the pace of a shop', () => {
  it('is the usual one while nobody logged any time', () => expect(ownPace([])).toEqual(USUAL_PACE));
  it('one entry of twice the time moves it by a third of the way: 0.35² against 0.5²', () => {
    const share = 1 / 0.5 ** 2 / (1 / 0.35 ** 2 + 1 / 0.5 ** 2);
    expect(ownPace([{ usualMin: 30, tookMin: 60 }]).times).toBeCloseTo(2 ** share, 9);
    expect(share).toBeCloseTo(0.329, 3);
  });
  it('lies between usual and what was logged, comes nearer with more of it, and gets surer', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.2, max: 5, noNaN: true }), fc.integer({ min: 1, max: 40 }), (times, n) => {
        const logged = (k: number) => Array.from({ length: k }, () => ({ usualMin: 20, tookMin: 20 * times }));
        const [some, more] = [ownPace(logged(n)), ownPace(logged(n + 1))];
        expect(Math.abs(Math.log(some.times))).toBeLessThanOrEqual(Math.abs(Math.log(times)) + 1e-9);
        expect(Math.abs(Math.log(more.times / times))).toBeLessThanOrEqual(
          Math.abs(Math.log(some.times / times)) + 1e-9,
        );
        expect(more.spread).toBeLessThan(some.spread);
      }),
    );
  });
  it('a clock that was forgotten over night does not count', () =>
    expect(ownPace([{ usualMin: 10, tookMin: 900 }])).toEqual(USUAL_PACE));
  it('is learnt for each act by itself, from entries that say how long they took', () => {
    const events = [
      ev({ kind: 'sanded', grit: 180, tool: 'block', wet: false, removedUm: 5, workMin: 60 }),
      ev({ kind: 'sanded', grit: 180, tool: 'block', wet: false, removedUm: 5 }),
      ev({ kind: 'worked', act: 'mask', workMin: 20 }),
    ] as PlainEvent[];
    const paces = ownPaces([{ job: JOB, events }]);
    expect(Object.keys(paces)).toEqual(['sand']);
    expect(paces.sand?.entries).toBe(1);
    // 4 minutes and 0.3 m² at 22 minutes are usual.
    expect(paces.sand!.times).toBeGreaterThan(1.3);
  });
});
