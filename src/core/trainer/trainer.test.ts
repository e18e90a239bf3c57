/** @jest-environment node */
import fc from 'fast-check';
import { scratchUm } from '../grit/grain';
import { press, push, tapDown, TRAINER_BOARDS, type Board, type SandedPanel } from './contact';
import { guideAgain, lessonPanel, sandAll, standingOf } from './lessons';
import { drawPanel } from './picture';

const flat = (mmOf: (ix: number, iy: number) => number = () => 0): SandedPanel => {
  const [nx, ny] = [120, 40];
  const mm = Float32Array.from({ length: nx * ny }, (_, i) => mmOf(i % nx, Math.floor(i / nx)));
  return { nx, ny, stepMm: 4, mm, guide: new Float32Array(nx * ny).fill(1), filmMm: new Float32Array(nx * ny).fill(1) };
};
const board = (more: Partial<Board> = {}): Board => ({ ...TRAINER_BOARDS.board, grit: 180, angle: 0, ...more });
const through = { x: 240, y: 80 };
const back = (p: SandedPanel, b: Board, times: number) => {
  for (let i = 0; i < times; i++) push(p, b, [through, { x: 250, y: 80 }, through]);
};

describe('a board on a panel', () => {
  it('on a flat one takes the same off everywhere it lies, and nothing beside it', () => {
    const p = flat();
    push(p, board({ lengthMm: 80, bendMm: 80 }), [through, { x: 241, y: 80 }]);
    const cut = [...p.mm].filter((v) => v < 0);
    expect(cut.length).toBeGreaterThan(200);
    expect(Math.max(...cut)).toBeCloseTo(Math.min(...cut), 9);
    expect(p.mm[0]).toBe(0);
    expect(p.guide[0]).toBe(1);
  });
  it('rests on two highs and leaves the low between them untouched, guide coat and all', () => {
    const p = flat((ix) => (ix === 40 || ix === 80 ? 0.3 : 0));
    back(p, board(), 3);
    const row = 20 * p.nx;
    expect(p.mm[row + 40]).toBeLessThan(0.3);
    expect(p.mm[row + 60]).toBe(0);
    expect(p.guide[row + 60]).toBe(1);
  });
  it('one that bends goes into what is longer than its bend; a rigid one does not', () => {
    const low = (ix: number) => -0.3 * Math.exp(-((ix - 60) ** 2) / (2 * 20 ** 2));
    const [rigid, soft] = [flat(low), flat(low)];
    back(rigid, board({ lengthMm: 320, bendMm: 320 }), 2);
    back(soft, board({ lengthMm: 320, bendMm: 24 }), 2);
    const middle = 20 * 120 + 60;
    expect(rigid.guide[middle]).toBe(1);
    expect(soft.guide[middle]).toBeLessThan(1);
  });
  it('only ever takes off, never more than the film says, and coarse paper more than fine', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(80, 180, 320),
        fc.double({ min: 0, max: Math.PI, noNaN: true }),
        fc.array(fc.record({ x: fc.integer({ min: -50, max: 520 }), y: fc.integer({ min: -50, max: 200 }) }), {
          maxLength: 4,
        }),
        (grit, angle, points) => {
          const p = flat((ix, iy) => 0.2 * Math.sin(ix / 9) * Math.cos(iy / 7));
          const before = Float32Array.from(p.mm);
          push(p, board({ grit, angle }), points);
          const grown = p.mm.findIndex((v, i) => v > before[i]! + 1e-6);
          const unlike = p.mm.findIndex((v, i) => Math.abs(1 - p.filmMm[i]! - (before[i]! - v)) > 1e-4);
          expect([grown, unlike]).toEqual([-1, -1]);
        },
      ),
      { numRuns: 40 },
    );
    const off = (grit: number) => {
      const p = flat();
      back(p, board({ grit }), 1);
      return -p.mm[20 * 120 + 60]!;
    };
    expect(off(80)).toBeGreaterThan(off(180));
  });
  it('a tap pushes a high down and takes nothing off', () => {
    const p = flat((ix, iy) => 0.4 * Math.exp(-((ix - 60) ** 2 + (iy - 20) ** 2) / 40));
    tapDown(p, 240, 80);
    tapDown(p, 240, 80);
    expect(p.mm[20 * 120 + 60]).toBeLessThan(0.2);
    expect(Math.min(...p.filmMm)).toBe(1);
  });
});

describe('what the lessons show', () => {
  it('a short block takes the guide coat off and leaves the wave; a long board takes the wave out', () => {
    const [short, long] = [lessonPanel('wave', 7), lessonPanel('wave', 7)];
    const was = standingOf(short).wavesMm;
    sandAll(short, 'block', 80, 'x', 6);
    expect(standingOf(short).guideLeft).toBeLessThan(0.15);
    expect(standingOf(short).wavesMm).toBeGreaterThan(0.8 * was);
    sandAll(long, 'board', 80, 'x', 6);
    // What is low keeps its guide coat, and so it is seen.
    expect(standingOf(long).guideLeft).toBeGreaterThan(2 * standingOf(short).guideLeft);
    sandAll(long, 'board', 80, 'x', 30);
    expect(standingOf(long).wavesMm).toBeLessThan(0.4 * was);
  });
  it('one direction leaves furrows that an X does not', () => {
    const [along, cross] = [lessonPanel('furrows', 3), lessonPanel('furrows', 3)];
    sandAll(along, 'board', 80, 'along', 12);
    sandAll(cross, 'board', 80, 'x', 12);
    // From one lane to the next, in the middle of the panel.
    const steps = (p: SandedPanel) => {
      let sum = 0;
      for (let iy = 30; iy < 98; iy++)
        for (let ix = 60; ix < 196; ix++)
          sum += Math.abs(p.mm[(iy + 1) * p.nx + ix]! - 2 * p.mm[iy * p.nx + ix]! + p.mm[(iy - 1) * p.nx + ix]!);
      return sum;
    };
    expect(steps(along)).toBeGreaterThan(1.25 * steps(cross));
  });
  it('a high goes through before the low beside it is out; tapped first it does not', () => {
    const sanded = lessonPanel('high', 5);
    sandAll(sanded, 'board', 80, 'x', 14);
    expect(standingOf(sanded).through).toBeGreaterThan(0);
    const tapped = lessonPanel('high', 5);
    const at = tapped.mm.indexOf(Math.max(...tapped.mm));
    for (let i = 0; i < 6; i++) tapDown(tapped, (at % tapped.nx) * 4, Math.floor(at / tapped.nx) * 4);
    sandAll(tapped, 'board', 80, 'x', 14);
    expect(standingOf(tapped).through).toBeLessThan(standingOf(sanded).through);
  });
  it('guide coat is dusted on again, and the same seed gives the same panel', () => {
    const p = lessonPanel('wave', 1);
    sandAll(p, 'block', 80, 'along', 1);
    guideAgain(p);
    expect(standingOf(p).guideLeft).toBe(1);
    expect(lessonPanel('wave', 1).mm).toEqual(lessonPanel('wave', 1).mm);
  });
  it('guide coat is dark until it is off, and metal that shows is told apart', () => {
    const p = flat();
    p.guide.fill(0, 0, 10);
    p.filmMm[20] = -0.1;
    const into = new Uint8ClampedArray(4 * p.mm.length);
    const colours = {
      surface: [200, 200, 200],
      guide: [20, 20, 20],
      low: [0, 0, 255],
      high: [255, 160, 0],
      through: [255, 0, 0],
    } as const;
    drawPanel(p, 'guide', colours, into);
    expect([...into.slice(0, 4)]).toEqual([200, 200, 200, 255]);
    expect([...into.slice(4 * 15, 4 * 15 + 3)]).toEqual([20, 20, 20]);
    expect([...into.slice(4 * 20, 4 * 20 + 3)]).toEqual([255, 0, 0]);
  });
});

describe('how much a board takes off', () => {
  const middle = (p: SandedPanel) => 20 * p.nx + 60;
  const off = (b: Board, wayMm: number) => {
    const p = flat();
    press(p, b, 240, 80, wayMm);
    return -p.mm[middle(p)]!;
  };
  it('by hand: a pass of its own length over a flat takes 8 of 100 of a scratch, and guide coat by 3 µm of it', () => {
    const b = board({ lengthMm: 80, bendMm: 80 });
    const p = flat();
    press(p, b, 240, 80, 80);
    expect(-p.mm[middle(p)]!).toBeCloseTo(0.08 * (scratchUm(180) / 1000), 6);
    expect(1 - p.guide[middle(p)]!).toBeCloseTo((0.08 * scratchUm(180)) / 3, 4);
    expect(p.filmMm[middle(p)]).toBeCloseTo(1 - 0.08 * (scratchUm(180) / 1000), 5);
  });
  it('twice the way is twice as much, half the length twice as much', () => {
    const b = board({ lengthMm: 80, bendMm: 80 });
    expect(off(b, 40)).toBeCloseTo(off(b, 80) / 2, 7);
    expect(off(board({ lengthMm: 160, bendMm: 160 }), 80)).toBeCloseTo(off(b, 80) / 2, 7);
  });
  it('a high that carries it all is cut eight times as fast at most', () => {
    const b = board({ lengthMm: 80, bendMm: 80 });
    const p = flat((ix, iy) => (ix === 60 && iy === 20 ? 0.3 : 0));
    press(p, b, 240, 80, 80);
    expect(0.3 - p.mm[middle(p)]!).toBeLessThanOrEqual(8 * off(b, 80) + 1e-6);
    expect(0.3 - p.mm[middle(p)]!).toBeGreaterThan(4 * off(b, 80));
  });
});
