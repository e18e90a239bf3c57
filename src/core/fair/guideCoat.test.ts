/** @jest-environment node */
import fc from 'fast-check';
import { foldLog } from '../strata/fold';
import { ev, JOB, products } from '../testing';
import { observationsFromLimits, withinLimits } from './evidence';
import { agreedOffMm, boardRelief, nextAct, remainingOff } from './blocking';
import type { emptyGrid } from './fromReadings';
import type { PanelSize } from './panelSize';
import { limitsOf, paperReachMm, underBoard } from './guideCoat';
import { surfaceNow } from './surfaceNow';
import { filmBudget } from '../grit/budget';
import type { GuideRound } from '../log/event';

const SIZE: PanelSize = { x0: 0, y0: 0, width: 1000, height: 600 };
const round = (more: Partial<GuideRound> = {}): GuideRound => ({
  grit: 320,
  tool: 'longBoard',
  boardMm: 400,
  face: 'outer',
  marks: [],
  rest: 'even',
  ...more,
});

describe('what is learnt from a limit', () => {
  it('half a normal distribution has the mean √(2/π) and the variance 1 − 2/π', () => {
    const m = withinLimits({ mean: 0, variance: 1 }, { lowMm: 0, highMm: Infinity, noiseMm: 0 });
    expect(m.mean).toBeCloseTo(Math.sqrt(2 / Math.PI), 5);
    expect(m.variance).toBeCloseTo(1 - 2 / Math.PI, 5);
  });
  it('between −1 and 1 the variance is 1 − 2φ(1)/(2Φ(1) − 1) = 0.2911', () => {
    const m = withinLimits({ mean: 0, variance: 1 }, { lowMm: -1, highMm: 1, noiseMm: 0 });
    expect(m.mean).toBeCloseTo(0, 6);
    expect(m.variance).toBeCloseTo(0.2911, 4);
  });
  it('far off what was thought it moves to the limit, and never makes anything less sure', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -3, max: 3, noNaN: true }),
        fc.double({ min: 0.001, max: 2, noNaN: true }),
        fc.double({ min: 0.01, max: 0.3, noNaN: true }),
        (mean, variance, noiseMm) => {
          const m = withinLimits({ mean, variance }, { lowMm: 1, highMm: Infinity, noiseMm });
          expect(m.variance).toBeLessThanOrEqual(variance + 1e-9);
          expect(m.mean).toBeGreaterThanOrEqual(mean - 1e-6);
        },
      ),
    );
  });
  it('of one place alone is a reading that gives just those moments', () => {
    const limit = { places: [{ x: 0, y: 0, weight: 1 }], lowMm: 0.3, highMm: Infinity, noiseMm: 0.1 };
    const [o] = observationsFromLimits([limit], [0], [[0.04]]);
    const want = withinLimits({ mean: 0, variance: 0.04 }, limit);
    const variance = 1 / (1 / 0.04 + 1 / o!.noiseMm ** 2);
    expect(variance).toBeCloseTo(want.variance, 4);
    expect((variance * o!.mm) / o!.noiseMm ** 2).toBeCloseTo(want.mean, 4);
  });
});

describe('what carries a board', () => {
  it('weighs nothing in all, so that a tilt or a step up says nothing', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 1000, noNaN: true }),
        fc.double({ min: 0, max: 600, noNaN: true }),
        fc.double({ min: 50, max: 700, noNaN: true }),
        (x, y, boardMm) => {
          const places = underBoard({ x, y }, boardMm, SIZE);
          const off = (h: (p: { x: number; y: number }) => number) =>
            places.reduce((sum, p) => sum + p.weight * h(p), 0);
          if (places.length === 0) return;
          expect(off(() => 1)).toBeCloseTo(0, 9);
          expect(off((p) => 0.003 * p.x - 0.001 * p.y)).toBeCloseTo(0, 9);
          for (const p of places) {
            expect(p.x).toBeGreaterThanOrEqual(-1e-9);
            expect(p.x).toBeLessThanOrEqual(1000 + 1e-9);
          }
        },
      ),
    );
  });
  it('a paper reaches its scratch and what its board gives: P320 on a long board 7 + 10 µm', () =>
    expect(paperReachMm({ grit: 320, tool: 'longBoard' })).toBeCloseTo(0.15 * 0.0462 + 0.01, 6));
});

describe('a guide coat as evidence', () => {
  const low = { x: 300, y: 300, showed: 'low' as const };
  const high = { x: 700, y: 300, showed: 'high' as const };
  const relief = (r: GuideRound) => {
    const b = boardRelief({ readings: [], limits: limitsOf(r, SIZE) }, { form: 'flat' }, SIZE, 400);
    if (!b.ok) throw new Error(b.error);
    return b.value;
  };
  const at = (g: ReturnType<typeof emptyGrid>, p: { x: number; y: number }) =>
    g.mm[Math.round(p.y / g.stepY) * g.nx + Math.round(p.x / g.stepX)]!;

  it('colour that stayed is low, what went at once is high, the rest is about level', () => {
    const { off, spread } = relief(round({ marks: [low, high] }));
    expect(at(off, low)).toBeLessThan(-paperReachMm(round()));
    expect(at(off, high)).toBeGreaterThan(paperReachMm(round()));
    expect(Math.abs(at(off, { x: 500, y: 480 }))).toBeLessThan(0.05);
    expect(at(spread, low)).toBeGreaterThan(at(spread, { x: 500, y: 480 }));
  });
  it('what came off evenly all over says when to stop; what was not blocked does not', () => {
    const all = remainingOff(relief(round()), 'driver', 400);
    expect(all.worstMm).toBeLessThan(all.agreedMm);
    expect(nextAct(all, undefined, { low: 0, high: 0 }, 0.12).act).toBe('stop');
    const some = remainingOff(relief(round({ marks: [low], rest: 'notBlocked' })), 'driver', 400);
    expect(some.worstMm).toBeGreaterThan(some.agreedMm);
  });
  it('two rounds say more than one: no place is less sure for a second look', () => {
    const one = limitsOf(round({ marks: [low] }), SIZE);
    const two = [...one, ...limitsOf(round({ marks: [low], grit: 400 }), SIZE)];
    const spreadOf = (limits: typeof one) => {
      const b = boardRelief({ readings: [], limits }, { form: 'flat' }, SIZE, 400);
      if (!b.ok) throw new Error(b.error);
      return at(b.value.spread, { x: 500, y: 480 });
    };
    expect(spreadOf(two)).toBeLessThanOrEqual(spreadOf(one) + 1e-6);
  });
  it('holds against a panel whose truth is known: marked places lie off as they say, and twice the spread holds nearly all', () => {
    // A wave of 500 mm and 0.12 mm along the panel.
    const truth = (p: { x: number }) => 0.12 * Math.sin((2 * Math.PI * p.x) / 500);
    const offOf = (p: { x: number; y: number }) =>
      underBoard(p, 400, SIZE).reduce((sum, q) => sum + q.weight * truth(q), 0);
    const reach = paperReachMm(round());
    const marks = [125, 375, 625, 875].flatMap((x) =>
      [200, 300, 400].map((y) => ({ x, y, showed: offOf({ x, y }) > 0 ? ('high' as const) : ('low' as const) })),
    );
    for (const m of marks) expect(Math.abs(offOf(m))).toBeGreaterThan(reach);
    const { off, spread } = relief(round({ marks, rest: 'notBlocked' }));
    let held = 0;
    let n = 0;
    for (let x = 200; x <= 800; x += 50)
      for (const y of [200, 300, 400]) {
        n++;
        if (Math.abs(at(off, { x, y }) - offOf({ x, y })) < 2 * at(spread, { x, y }) + 0.02) held++;
      }
    expect(held / n).toBeGreaterThan(0.85);
  });
});

describe('how far off it may be', () => {
  it('a sine of 400 mm bends 0.02 mm over two fingers at 0.2 mm: a = κ (λ / 2π·20)²', () =>
    expect(agreedOffMm('driver', 400)).toBeCloseTo(0.02 * (400 / (2 * Math.PI * 20)) ** 2, 9));
  it('is never more than a low may be, and less the better it has to be', () => {
    expect(agreedOffMm('show', 5000)).toBe(0.15);
    expect(agreedOffMm('show', 300)).toBeLessThan(agreedOffMm('tidy', 300));
  });
});

describe('what is done after a round', () => {
  const off = (lowMm: number, highMm = 0) => ({
    worstMm: Math.max(-lowMm, highMm) + 0.02,
    low: { mm: lowMm, spreadMm: 0.02, x: 0, y: 0 },
    high: { mm: highMm, spreadMm: 0.02, x: 0, y: 0 },
    agreedMm: 0.05,
  });
  const budgetOf = (...entries: object[]) => {
    const events = [
      ev({ kind: 'found', atMin: -9000, zoneIds: ['lower'], substrate: 'steel', thicknessUm: 800, layers: [] }),
      ...entries.map((e, i) => ev({ atMin: -100 + i, zoneIds: ['lower'], ...e } as Parameters<typeof ev>[0])),
    ];
    return filmBudget(foldLog(events, products).zones.get('lower')!.strata!);
  };
  const primer = () =>
    budgetOf({ kind: 'coated', productId: 'highbuild-2k', coats: 3, filmUm: 60, application: 'lowPressureGun' });
  const filler = () => budgetOf({ kind: 'filled', productId: 'light-filler', filmUm: 1500 });
  const marks = { low: 1, high: 1 };
  it.each([
    ['a high in bare metal', undefined, off(-0.1, 0.4), 'tap'],
    ['a low in bare metal', undefined, off(-0.4), 'skim'],
    ['a little left in filler', filler(), off(-0.15), 'block'],
    ['a deep low in filler', filler(), off(-0.6), 'skim'],
    ['metal through filler', filler(), off(-0.1, 0.4), 'tap'],
    // 180 µm of primer less the 25 that stay.
    ['what the primer bears', primer(), off(-0.14), 'block'],
    ['a little more', primer(), off(-0.17), 'reprime'],
    ['more than primer builds', primer(), off(-0.5), 'skim'],
  ])('%s', (_, budget, remaining, act) => expect(nextAct(remaining, budget, marks, 0.18).act).toBe(act));
  it('without a round it asks for one', () => expect(nextAct(off(-0.3), primer(), undefined, 0.18).act).toBe('guide'));
});

describe('what is known of a surface now', () => {
  const heights = {
    nx: 3,
    ny: 3,
    stepX: 200,
    stepY: 150,
    x0: 100,
    y0: 100,
    face: 'outer',
    mm: [0, 0, 0, 0, -1, 0, 0, 0, 0],
  };
  const read = ev({ kind: 'measured', atMin: -500, zoneIds: ['lower'], measure: 'heights', heights });
  const found = ev({
    kind: 'found',
    atMin: -900,
    zoneIds: ['lower', 'upper'].filter((z) => JOB.zones.some((x) => x.id === z)),
    substrate: 'steel',
    thicknessUm: 800,
    layers: [],
  });
  const panel = JOB.panels.find((p) => p.id === JOB.zones.find((z) => z.id === 'lower')!.panelId)!;
  const now = (...more: object[]) =>
    surfaceNow(
      JOB,
      foldLog(
        [found, read, ...more.map((e) => ev({ zoneIds: ['lower'], ...e } as Parameters<typeof ev>[0]))],
        products,
      ),
      panel,
      'outer',
      SIZE,
    );
  it('readings hold until it is filled, and are less sharp once it was sanded', () => {
    expect(now().readings).toHaveLength(9);
    expect(now().readings[0]!.noiseMm).toBeCloseTo(0.1, 9);
    const sanded = now({ kind: 'sanded', atMin: -400, grit: 180, tool: 'block', wet: false, removedUm: 100 });
    expect(sanded.readings[0]!.noiseMm).toBeCloseTo(Math.hypot(0.1, 0.05), 9);
    const filled = now({ kind: 'filled', atMin: -300, productId: 'light-filler', filmUm: 800 });
    expect(filled.readings).toHaveLength(0);
    expect(filled.last?.heights.mm[4]).toBe(-1);
    expect(filled.since.map((e) => e.kind)).toEqual(['filled']);
  });
  it('a guide coat holds until the next skim', () => {
    const guide = { ...round({ marks: [{ x: 300, y: 300, showed: 'low' }] }), kind: 'guideRead', atMin: -200 };
    const filled = { kind: 'filled', atMin: -300, productId: 'light-filler', filmUm: 800 };
    expect(now(filled, guide).rounds).toHaveLength(1);
    expect(now(filled, guide).limits.length).toBeGreaterThan(1);
    expect(now(filled, guide, { ...filled, atMin: -100 }).limits).toHaveLength(0);
  });
});
