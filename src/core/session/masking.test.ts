/** @jest-environment node */
import type { Panel, Point } from '../log/job';
import { EDGE_UNDER, MASK_EDGE_FOR, MASK_PLACES } from '../systems/maskEdges';
import { perimeterMm, planMasking } from './masking';

/** A shape whose length round and area are known by themselves. */
interface Known {
  name: string;
  outline: Point[];
  roundMm: number;
  areaMm2: number;
}
const ring = (n: number, r: number): Point[] =>
  Array.from({ length: n }, (_, i) => ({
    x: 500 + r * Math.cos((2 * Math.PI * i) / n),
    y: 500 + r * Math.sin((2 * Math.PI * i) / n),
  }));
const box = (w: number, h: number): Known => ({
  name: `${w} x ${h}`,
  outline: [
    { x: 0, y: 0 },
    { x: w, y: 0 },
    { x: w, y: h },
    { x: 0, y: h },
  ],
  roundMm: 2 * (w + h),
  areaMm2: w * h,
});
const circle = (r: number): Known => ({
  name: `round, ${r}`,
  outline: ring(72, r),
  roundMm: 2 * Math.PI * r,
  areaMm2: Math.PI * r * r,
});
/** An L, and a right triangle. */
const ell = (a: number, b: number): Known => ({
  name: `L ${a} ${b}`,
  outline: [
    { x: 0, y: 0 },
    { x: a, y: 0 },
    { x: a, y: b },
    { x: b, y: b },
    { x: b, y: a },
    { x: 0, y: a },
  ],
  roundMm: 4 * a,
  areaMm2: a * a - (a - b) ** 2,
});
const triangle = (a: number, b: number): Known => ({
  name: `triangle ${a} ${b}`,
  outline: [
    { x: 0, y: 0 },
    { x: a, y: 0 },
    { x: 0, y: b },
  ],
  roundMm: a + b + Math.hypot(a, b),
  areaMm2: (a * b) / 2,
});
const SHAPES: Known[] = [
  ...[
    [100, 50],
    [400, 300],
    [900, 40],
    [60, 60],
    [1200, 800],
    [30, 500],
  ].map(([w, h]) => box(w!, h!)),
  ...[30, 75, 150, 300, 480].map(circle),
  ...[
    [300, 100],
    [500, 50],
    [700, 300],
    [200, 120],
  ].map(([a, b]) => ell(a!, b!)),
  ...[
    [300, 400],
    [50, 120],
    [800, 600],
    [90, 1200],
    [500, 500],
  ].map(([a, b]) => triangle(a!, b!)),
];
const panelWith = (keepOut: Point[], opening?: boolean): Panel => ({
  id: 'door',
  name: 'Door',
  substrate: 'steel',
  thicknessUm: 800,
  map: {
    outline: box(1100, 700).outline,
    faces: ['outer'],
    keepOuts: [{ id: 'k', name: 'Badge', face: 'outer', outline: keepOut, ...(opening && { opening }) }],
  },
});

describe('tape and paper', () => {
  it('is asked of twenty shapes', () => expect(SHAPES).toHaveLength(20));
  it.each(SHAPES.map((s) => [s.name, s] as const))('of %s lie within 15 %% of its own length and area', (_, s) => {
    const plan = planMasking(panelWith(s.outline), 'outer', 'base', false);
    expect(plan.items).toHaveLength(1);
    expect(plan.tapeM[1] / (s.roundMm / 1000)).toBeGreaterThan(0.85);
    expect(plan.tapeM[1] / (s.roundMm / 1000)).toBeLessThan(1.15);
    expect(plan.paperM2[1] / (s.areaMm2 / 1e6)).toBeGreaterThan(0.85);
    expect(plan.paperM2[1] / (s.areaMm2 / 1e6)).toBeLessThan(1.15);
    expect(plan.tapeM[0]).toBeLessThan(plan.tapeM[1]);
    expect(plan.tapeM[2]).toBeGreaterThan(plan.tapeM[1]);
  });
  it('a panel in its place has what is beside it covered; one that is off is sprayed to its edges', () => {
    const there = planMasking(panelWith(box(100, 50).outline), 'outer', 'base', true);
    expect(there.items.map((i) => [i.name, i.edge])).toEqual([
      ['Badge', 'hard'],
      ['What is beside it', 'hidden'],
    ]);
    // 3.6 m round: 3.24 m² of paper at 90 cm.
    expect(there.items[1]!.paperM2).toBeCloseTo(3.24, 6);
    expect(perimeterMm(box(1100, 700).outline)).toBe(3600);
  });
  it('a hole is closed from behind, and takes more paper than it is large', () => {
    const plan = planMasking(panelWith(box(100, 50).outline, true), 'outer', 'topcoat', false);
    expect(plan.items[0]).toMatchObject({ place: 'opening', edge: 'closed' });
    expect(plan.items[0]!.paperM2).toBeGreaterThan(0.005);
  });
  it('nothing on the other face, and nothing without a drawing', () => {
    expect(planMasking(panelWith(box(100, 50).outline), 'inner', 'base', false).items).toEqual([]);
    const { map: _, ...bare } = panelWith([]);
    expect(planMasking(bare, 'outer', 'primer', true).tapeM).toEqual([0, 0, 0]);
  });
});

describe('edges', () => {
  it('what is advised is never what is warned of', () => {
    for (const [role, places] of Object.entries(MASK_EDGE_FOR))
      for (const place of MASK_PLACES)
        if (place === 'inside') expect(EDGE_UNDER[role as keyof typeof EDGE_UNDER][places[place].edge]).toBeNull();
  });
  it('primer is rolled on the open panel, colour is not masked there at all', () => {
    expect(MASK_EDGE_FOR.primer.inside.edge).toBe('rolled');
    expect(MASK_EDGE_FOR.base.inside.edge).toBe('none');
    expect(EDGE_UNDER.primer.hard).toMatch(/shows through/);
    expect(EDGE_UNDER.topcoat.rolled).toMatch(/fringe/);
  });
});
