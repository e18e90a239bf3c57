import fc from 'fast-check';
import { ev, JOB } from '../testing';
import type { PlainEvent } from '../log/event';
import type { ShapeClass } from '../library/shapeClass';
import { ownPace, ownPaces, paceOn, pieceClass, USUAL_PACE, workMinutes } from './hours';

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

describe('the pace by the kind of piece', () => {
  const panel = (id: string, shape: ShapeClass) => ({ ...JOB.panels[0]!, id, shape });
  const zone = (id: string, panelId: string, areaCm2: number) => ({ ...JOB.zones[0]!, id, panelId, areaCm2 });
  const job = {
    ...JOB,
    panels: [panel('flat', 'flat'), panel('small', 'small')],
    zones: [zone('door', 'flat', 9000), zone('vent', 'small', 600)],
  };
  const sanded = (zoneId: string, workMin: number, n: number) =>
    Array.from(
      { length: n },
      () =>
        ev({
          kind: 'sanded',
          zoneIds: [zoneId],
          grit: 180,
          tool: 'pad',
          wet: false,
          removedUm: 5,
          workMin,
        }) as PlainEvent,
    );
  it('an hour for each textured part is known the next time, and a door is not slower for it', () => {
    const usualVent = workMinutes('sand', 600, 180, 'small');
    const paces = ownPaces([{ job, events: [...sanded('vent', 60, 4), ...sanded('door', 24, 4)] }]);
    const vent = paceOn(paces, 'sand', pieceClass('small', 600));
    const door = paceOn(paces, 'sand', pieceClass('flat', 9000));
    expect(vent.times * usualVent).toBeGreaterThan(35);
    expect(vent.times).toBeGreaterThan(2.5 * door.times);
    expect(door.times * workMinutes('sand', 9000, 180)).toBeLessThan(34);
    // What was never clocked goes by the act; an act that was never clocked goes as usual.
    expect(paceOn(paces, 'sand', pieceClass('hollow', 3000)).times).toBe(paces.sand!.times);
    expect(paceOn(paces, 'mask', pieceClass('flat', 3000))).toEqual(USUAL_PACE);
  });
  it('by hand: a class leans on its act with the spread of pieces and of the act together', () => {
    // One entry of twice the time: the act 2^0.329; about it, prior variance 0.4² + ln(spread)², 0.5² of the entry.
    const paces = ownPaces([{ job, events: sanded('door', 2 * workMinutes('sand', 9000, 180), 1) }]);
    const act = paces.sand!;
    const prior = 0.4 ** 2 + Math.log(act.spread) ** 2;
    const share = prior / (prior + 0.5 ** 2);
    const left = Math.log(2 / act.times);
    expect(Math.log(act.by['flat/large']!.times / act.times)).toBeCloseTo(share * left, 9);
  });
  it('lies between its act and what was clocked, and nearer with more of it', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.25, max: 4, noNaN: true }), fc.integer({ min: 1, max: 12 }), (times, n) => {
        const min = times * workMinutes('sand', 600, 180, 'small');
        const at = (k: number) => {
          const act = ownPaces([{ job, events: sanded('vent', min, k) }]).sand!;
          return { act, piece: act.by['small/small']! };
        };
        const [some, more] = [at(n), at(n + 1)];
        const off = (x: number) => Math.abs(Math.log(x / times));
        expect(off(some.piece.times)).toBeLessThanOrEqual(off(some.act.times) + 1e-9);
        expect(off(more.piece.times)).toBeLessThanOrEqual(off(some.piece.times) + 1e-9);
      }),
    );
  });
});
