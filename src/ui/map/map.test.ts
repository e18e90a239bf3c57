import fc from 'fast-check';
import type { Point } from '@/core';
import { Sketch } from './sketch';
import { Viewport } from './viewport';

const place = fc.record({ x: fc.integer({ min: 0, max: 2000 }), y: fc.integer({ min: 0, max: 1500 }) });
const move = fc.oneof(
  fc.record({
    by: fc.constantFrom(0.5, 1.3, 2),
    x: fc.integer({ min: 0, max: 360 }),
    y: fc.integer({ min: 0, max: 330 }),
  }),
  fc.record({ dx: fc.integer({ min: -400, max: 400 }), dy: fc.integer({ min: -400, max: 400 }) }),
);
type Move = { by: number; x: number; y: number } | { dx: number; dy: number };
function moved(moves: Move[]): Viewport {
  const v = new Viewport();
  v.fitTo(360, 330, 0.17, { x: 12, y: 40 });
  for (const m of moves) {
    if ('by' in m) v.zoom(m.by, { x: m.x, y: m.y });
    else v.pan(m.dx, m.dy);
  }
  return v;
}

describe('where the drawing lies on the screen', () => {
  it('places go to the screen and back, however it was moved and enlarged', () => {
    fc.assert(
      fc.property(fc.array(move, { maxLength: 12 }), place, (moves, p) => {
        const v = moved(moves);
        const back = v.toMm(v.toPx(p));
        expect(back.x).toBeCloseTo(p.x, 6);
        expect(back.y).toBeCloseTo(p.y, 6);
      }),
    );
  });
  it('enlarging keeps the place under the fingers where it is', () => {
    const v = moved([]);
    const at = { x: 180, y: 160 };
    const under = v.toMm(at);
    v.zoom(2, at);
    expect(v.toPx(under).x).toBeCloseTo(at.x, 6);
    expect(v.toPx(under).y).toBeCloseTo(at.y, 6);
    expect(v.mmPerPx()).toBeCloseTo(1 / (0.17 * 2), 6);
  });
  it('never goes so far that nothing is left to see, and never out of its bounds', () => {
    fc.assert(
      fc.property(fc.array(move, { maxLength: 30 }), (moves) => {
        const v = moved(moves);
        const scale = 1 / (v.mmPerPx() * 0.17);
        expect(scale).toBeGreaterThanOrEqual(1 - 1e-9);
        expect(scale).toBeLessThanOrEqual(12 + 1e-9);
        const left = v.toPx({ x: -12 / 0.17, y: 0 }).x;
        expect(left).toBeLessThanOrEqual(0.7 * 360 + 1e-6);
        expect(left + 360 * scale).toBeGreaterThanOrEqual(0.3 * 360 - 1e-6);
      }),
    );
  });
  it('tells of another size once it rests, and only then', () => {
    jest.useFakeTimers();
    try {
      const v = moved([]);
      const seen: number[] = [];
      v.hearRest(() => seen.push(v.scaleAtRest()));
      v.zoom(2);
      v.zoom(1.5);
      expect([seen, v.scaleAtRest()]).toEqual([[], 1]);
      jest.advanceTimersByTime(1000);
      v.pan(10, 10);
      jest.advanceTimersByTime(1000);
      expect(seen).toEqual([3]);
    } finally {
      jest.useRealTimers();
    }
  });
  it('tells of every move until it is asked to stop', () => {
    const v = moved([]);
    let told = 0;
    const stop = v.hear(() => told++);
    v.pan(5, 5);
    v.fit();
    stop();
    v.pan(5, 5);
    expect(told).toBe(2);
  });
});

describe('an outline while it is drawn', () => {
  const stroke = (s: Sketch, ...points: Point[]) => {
    s.begin();
    for (const p of points) s.add(p);
  };
  const line = (n: number, x = 0) => Array.from({ length: n }, (_, i) => ({ x: x + 10 * i, y: 0 }));
  it('each stroke is taken back by itself, to the last', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 5 }), { maxLength: 6 }), (lengths) => {
        const s = new Sketch();
        const seen = lengths.map((n, i) => {
          const before = s.get();
          stroke(s, ...line(n, 1000 * i));
          return before;
        });
        for (const before of seen.reverse()) {
          s.back();
          expect(s.get()).toEqual(before);
        }
        s.back();
        expect(s.get()).toEqual([]);
      }),
    );
  });
  it('leaves out what hardly moved, and rounds to whole millimetres', () => {
    const s = new Sketch();
    s.begin();
    s.add({ x: 0.4, y: 0.6 });
    s.add({ x: 2, y: 2 }, 4);
    s.add({ x: 5.2, y: 2 }, 4);
    expect(s.get()).toEqual([
      { x: 0, y: 1 },
      { x: 5, y: 2 },
    ]);
  });
  it('a second finger breaks off what was hardly begun, and nothing else', () => {
    const s = new Sketch();
    stroke(s, ...line(3));
    const kept = s.get();
    stroke(s, { x: 500, y: 0 });
    s.breakOff();
    expect(s.get()).toEqual(kept);
    stroke(s, ...line(20, 600));
    s.breakOff();
    expect(s.get()).toHaveLength(23);
  });
  it('another outline in its place can be taken back', () => {
    const s = new Sketch();
    stroke(s, ...line(4));
    const drawn = s.get();
    s.replace(line(3, 50));
    expect(s.get()).toHaveLength(3);
    s.back();
    expect(s.get()).toEqual(drawn);
    s.clear();
    s.back();
    expect(s.get()).toEqual([]);
  });
});
