import fc from 'fast-check';
import type { Job, Point } from '../log/job';
import { JOB, T0 } from '../testing';
import { drawZone, keepOutAt, outlineProblem, withoutZone, withZone, zoneAt } from './map';
import { areaMm2, contains, leftMm2, selfCrossing, sharedMm2, thinned } from './polygon';
import { resized, SHAPE_NAMES, shapeOutline, SHAPES } from './shapes';

const box = (x: number, y: number, w: number, h: number): Point[] => [
  { x, y },
  { x: x + w, y },
  { x: x + w, y: y + h },
  { x, y: y + h },
];
/** A wobbly outline of n corners around a middle: never crosses itself, since its angle only grows. */
const star = (n: number) =>
  fc.array(fc.integer({ min: 40, max: 400 }), { minLength: n, maxLength: n }).map((radii) =>
    radii.map((r, i) => ({
      x: 500 + r * Math.cos((2 * Math.PI * i) / n),
      y: 500 + r * Math.sin((2 * Math.PI * i) / n),
    })),
  );

describe('area', () => {
  it.each([
    ['a rectangle', box(0, 0, 300, 200), 60_000],
    [
      'a triangle',
      [
        { x: 0, y: 0 },
        { x: 30, y: 0 },
        { x: 0, y: 40 },
      ],
      600,
    ],
    [
      'an L',
      [
        { x: 0, y: 0 },
        { x: 20, y: 0 },
        { x: 20, y: 10 },
        { x: 10, y: 10 },
        { x: 10, y: 20 },
        { x: 0, y: 20 },
      ],
      300,
    ],
  ])('%s', (_, outline, mm2) => expect(areaMm2(outline)).toBe(mm2));
  it('of a drawn outline of 200 points: the sum of its slices, at any scale and turned round', () => {
    fc.assert(
      fc.property(star(200), fc.integer({ min: 1, max: 20 }), (outline, scale) => {
        const slices = outline.reduce((sum, a, i) => {
          const b = outline[(i + 1) % 200]!;
          const [ra, rb] = [Math.hypot(a.x - 500, a.y - 500), Math.hypot(b.x - 500, b.y - 500)];
          return sum + 0.5 * ra * rb * Math.sin((2 * Math.PI) / 200);
        }, 0);
        const area = areaMm2(outline);
        expect(area / slices).toBeCloseTo(1, 9);
        expect(areaMm2([...outline].reverse())).toBeCloseTo(area, 6);
        expect(areaMm2(outline.map((p) => ({ x: p.x * scale, y: p.y * scale }))) / (area * scale * scale)).toBeCloseTo(
          1,
          9,
        );
      }),
    );
  });
  it('what two outlines share, and what is left of one', () => {
    expect(sharedMm2(box(0, 0, 100, 100), box(50, 50, 100, 100))).toBeCloseTo(2500, 6);
    expect(leftMm2(box(0, 0, 100, 100), [box(0, 0, 50, 100), box(25, 0, 50, 100)])).toBeCloseTo(2500, 6);
  });
  it('thinning keeps the area within its tolerance', () => {
    fc.assert(
      fc.property(star(120), (outline) => {
        const fewer = thinned(outline, 2);
        expect(fewer.length).toBeLessThanOrEqual(outline.length);
        const round = outline.reduce((s, p, i) => {
          const q = outline[(i + 1) % outline.length]!;
          return s + Math.hypot(p.x - q.x, p.y - q.y);
        }, 0);
        expect(Math.abs(areaMm2(fewer) - areaMm2(outline))).toBeLessThanOrEqual(2 * round);
      }),
    );
  });
});

describe('an outline', () => {
  it('that crosses itself is said to; a wobbly one is not', () => {
    expect(
      selfCrossing([
        { x: 0, y: 0 },
        { x: 10, y: 10 },
        { x: 10, y: 0 },
        { x: 0, y: 10 },
      ]),
    ).toEqual([0, 2]);
    fc.assert(fc.property(star(60), (o) => expect(selfCrossing(o)).toBeUndefined()));
  });
  it.each([
    [box(0, 0, 5, 5).slice(0, 2), /at least three/],
    [box(0, 0, 5, 5), /cm²/],
    [
      [
        { x: 0, y: 0 },
        { x: 100, y: 100 },
        { x: 100, y: 0 },
        { x: 0, y: 90 },
      ],
      /crosses itself/,
    ],
  ])('is refused with a reason: %#', (o, why) => expect(outlineProblem(o)).toMatch(why));
  it('the middle of a box is in it, a place beside it is not', () => {
    expect(contains(box(10, 10, 20, 20), { x: 20, y: 20 })).toBe(true);
    expect(contains(box(10, 10, 20, 20), { x: 35, y: 20 })).toBe(false);
  });
  it.each(SHAPE_NAMES)('the generic %s is sound and fills its width and height', (name) => {
    const [w, h] = SHAPES[name].size as [number, number];
    const o = shapeOutline(name, w, h);
    expect(selfCrossing(o)).toBeUndefined();
    const wide = resized(o, 2 * w, h);
    expect(areaMm2(wide) / areaMm2(resized(o, w, h))).toBeCloseTo(2, 1);
  });
});

describe('zones on a drawing', () => {
  const map = {
    outline: box(0, 0, 1000, 900),
    faces: ['outer' as const],
    keepOuts: [{ id: 'plate', name: 'Maker\u2019s plate', face: 'outer' as const, outline: box(400, 400, 100, 100) }],
  };
  const job: Job = {
    ...JOB,
    panels: JOB.panels.map((p) => (p.id === 'door' ? { ...p, map } : p)),
    zones: [{ id: 'whole', panelId: 'door', name: 'Whole', areaCm2: 9000 }],
  };
  const door = job.panels[0]!;
  const add = (j: Job, id: string, outline: Point[]) => withZone(j, door, 'outer', { id, name: id, outline }, T0);
  it('a new one takes its area from the one it is cut out of, without what must not be painted', () => {
    const r = add(job, 'corner', box(350, 350, 200, 200));
    if (!r.ok) throw new Error(r.error[0]!.message);
    const corner = r.value.zones.find((z) => z.id === 'corner')!;
    expect(corner).toMatchObject({ areaCm2: 300, cutFrom: { zoneId: 'whole', atMs: T0 } });
    expect(r.value.zones[0]!.areaCm2).toBe(8700);
    expect(zoneAt(r.value, door, 'outer', { x: 360, y: 360 })!.id).toBe('corner');
    expect(zoneAt(r.value, door, 'outer', { x: 10, y: 10 })!.id).toBe('whole');
    expect(keepOutAt(door, 'outer', { x: 450, y: 450 })!.id).toBe('plate');
    // One in it again is cut out of it, not of the whole.
    const inner = add(r.value, 'spot', box(355, 355, 30, 30));
    expect(inner.ok && inner.value.zones.find((z) => z.id === 'spot')!.cutFrom!.zoneId).toBe('corner');
    expect(inner.ok && inner.value.zones.find((z) => z.id === 'corner')!.areaCm2).toBeCloseTo(291, 6);
  });
  it('taken away again, everything is as before; with entries on it, it stays', () => {
    const r = add(job, 'corner', box(100, 100, 200, 200));
    const corner = r.ok && r.value.zones.find((z) => z.id === 'corner');
    if (!r.ok || !corner) throw new Error();
    const back = withoutZone(r.value, corner, 0);
    expect(back.ok && back.value).toEqual(job);
    expect(withoutZone(r.value, corner, 1).ok).toBe(false);
    expect(withoutZone(job, job.zones[0]!, 0).ok).toBe(false);
  });
  it('one across two zones is refused: which history would count?', () => {
    const r = add(job, 'corner', box(350, 350, 200, 200));
    const across = r.ok && add(r.value, 'b', box(300, 300, 100, 100));
    expect(across && !across.ok && across.error[0]!.message).toMatch(/which history would count/);
  });
  it.each([
    ['outside', box(900, 800, 300, 300), /outside of the panel/],
    ['under the plate', box(410, 410, 50, 50), /under a keep-out/],
  ])('one that lies %s is refused', (_, outline, why) => {
    const r = drawZone(job, door, 'outer', outline);
    expect(!r.ok && r.error[0]!.message).toMatch(why);
  });
  it('one that leaves nothing of the zone that it is in is refused', () => {
    const r = drawZone({ ...job, zones: [{ ...job.zones[0]!, areaCm2: 8900 }] }, door, 'outer', box(0, 0, 1000, 900));
    expect(!r.ok && r.error[0]!.message).toMatch(/covers all of whole/);
  });
  it('where several zones are not drawn, a new one has no history to have', () => {
    const two = { ...job, zones: [...job.zones, { id: 'rear', panelId: 'door', name: 'Rear', areaCm2: 500 }] };
    const r = drawZone(two, door, 'outer', box(10, 10, 100, 100));
    expect(!r.ok && r.error[0]!.message).toMatch(/^Whole and Rear are not drawn/);
  });
  it('a name is there once', () => {
    const r = withZone(job, door, 'outer', { id: 'x', name: ' whole ', outline: box(1, 1, 50, 50) }, T0);
    expect(!r.ok && r.error[0]!.path).toBe('name');
  });
});
