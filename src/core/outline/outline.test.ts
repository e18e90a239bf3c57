import { Refusal } from '../result';
import fc from 'fast-check';
import type { Job, Point } from '../log/job';
import { JOB, T0 } from '../testing';
import { outlineProblem } from './areas';
import { restorePanel } from './restore';
import { areaMm2, pointInPolygon, middleOf } from './geometry';
import { acrossMm, overlappedZoneNames, traceFault } from './faultOutline';
import { withKeepOut, withoutKeepOut } from './keepOut';
import { namesLeftOutside, withShape } from './shape';
import { drawZone, keepOutAt, outlineZone, withoutZone, withZone, zoneAt } from './zones';
import { clipToPanel } from './clip';
import { uncoveredMm2, selfCrossing, overlapMm2, simplifyLine } from './polygon';
import { scaleOutline, SHAPE_NAMES, shapeOutline, SHAPES } from './shapes';

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
    expect(overlapMm2(box(0, 0, 100, 100), box(50, 50, 100, 100))).toBeCloseTo(2500, 6);
    expect(uncoveredMm2(box(0, 0, 100, 100), [box(0, 0, 50, 100), box(25, 0, 50, 100)])).toBeCloseTo(2500, 6);
  });
  it('thinning keeps the area within its tolerance', () => {
    fc.assert(
      fc.property(star(120), (outline) => {
        const fewer = simplifyLine(outline, 2);
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
  ])('is refused with a reason: %#', (o, why) => expect(String(outlineProblem(o))).toMatch(why));
  it('the middle of a box is in it, a place beside it is not', () => {
    expect(pointInPolygon(box(10, 10, 20, 20), { x: 20, y: 20 })).toBe(true);
    expect(pointInPolygon(box(10, 10, 20, 20), { x: 35, y: 20 })).toBe(false);
  });
  it.each(SHAPE_NAMES)('the generic %s is sound and fills its width and height', (name) => {
    const [w, h] = SHAPES[name].size as [number, number];
    const o = shapeOutline(name, w, h);
    expect(selfCrossing(o)).toBeUndefined();
    const wide = scaleOutline(o, 2 * w, h);
    expect(areaMm2(wide) / areaMm2(scaleOutline(o, w, h))).toBeCloseTo(2, 1);
  });
});

describe('where a sign stands', () => {
  it('is inside, whatever the outline', () => {
    fc.assert(fc.property(star(40), (o) => expect(pointInPolygon(o, middleOf(o))).toBe(true)));
  });
  it('is the centre of a box, and in an arm of a horseshoe', () => {
    expect(middleOf(box(10, 20, 100, 60))).toEqual({ x: 60, y: 50 });
    const shoe = [
      [0, 0],
      [100, 0],
      [100, 20],
      [20, 20],
      [20, 80],
      [100, 80],
      [100, 100],
      [0, 100],
    ].map(([x, y]) => ({
      x: x!,
      y: y!,
    }));
    expect(pointInPolygon(shoe, middleOf(shoe))).toBe(true);
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
    if (!r.ok) throw new Refusal(r.error[0]!.message);
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
    expect(!r.ok && String(r.error[0]!.message)).toMatch(why);
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

  const put = (j: Job, outline: Point[], face: 'outer' | 'inner' = 'outer') =>
    withKeepOut(
      j,
      j.panels.find((p) => p.id === 'door')!,
      { id: 'label', name: ' Label ', face, outline },
    );
  const areas = (j: Job) => Object.fromEntries(j.zones.map((z) => [z.id, z.areaCm2]));
  const got = (r: ReturnType<typeof put>) => {
    if (!r.ok) throw new Refusal(r.error[0]!.message);
    return r.value;
  };
  it('a keep-out takes its area from the zone that it lies on, half and half where it lies on two', () => {
    const two = got(add(job, 'corner', box(100, 100, 200, 200)));
    expect(areas(two)).toEqual({ whole: 8600, corner: 400 });
    const labelled = got(put(two, box(250, 100, 100, 100)));
    expect(areas(labelled)).toEqual({ whole: 8550, corner: 350 });
    // What lies under the plate already is not taken twice.
    expect(areas(got(put(two, box(400, 350, 100, 100)))).whole).toBeCloseTo(8550, 6);
    const again = withoutKeepOut(
      labelled,
      labelled.panels.find((p) => p.id === 'door')!,
      'label',
    );
    expect(again).toEqual(two);
  });
  it('any keep-out, taken away again, leaves every area as it was', () => {
    const two = got(add(job, 'corner', box(100, 100, 200, 200)));
    const side = fc.integer({ min: 20, max: 300 });
    fc.assert(
      fc.property(fc.tuple(side, side, side, side), ([x, y, w, h]) => {
        const r = put(two, box(x, y, w, h));
        if (!r.ok) return;
        expect(r.value.zones[0]!.areaCm2).toBeLessThanOrEqual(8600);
        const back = withoutKeepOut(
          r.value,
          r.value.panels.find((p) => p.id === 'door')!,
          'label',
        );
        expect(areas(back).whole).toBeCloseTo(8600, 6);
        expect(areas(back).corner).toBeCloseTo(400, 6);
      }),
    );
  });
  it.each([
    ['beside the panel', box(950, 800, 200, 200), /outside of the panel/],
    ['over all of a zone', box(90, 90, 220, 220), /Nothing of corner would be left/],
  ])('a keep-out %s is refused', (_, outline, why) => {
    const r = put(got(add(job, 'corner', box(100, 100, 200, 200))), outline);
    expect(!r.ok && String(r.error[0]!.message)).toMatch(why);
  });
  it('a keep-out on one face leaves the other face alone; its name is there once a face', () => {
    const j = {
      ...job,
      zones: [...job.zones, { id: 'in', panelId: 'door', name: 'In', areaCm2: 500, face: 'inner' as const }],
    };
    const inner = got(put(j, box(0, 0, 100, 100), 'inner'));
    expect(areas(inner)).toEqual({ whole: 9000, in: 400 });
    expect(put(inner, box(0, 0, 100, 100)).ok).toBe(true);
    expect(put(inner, box(200, 0, 100, 100), 'inner').ok).toBe(false);
  });

  const stated: Job = {
    ...job,
    zones: [
      { id: 'front', panelId: 'door', name: 'Front', areaCm2: 4000 },
      { id: 'rear', panelId: 'door', name: 'Rear', areaCm2: 5100 },
    ],
  };
  const give = (j: Job, id: string, outline: Point[]) => outlineZone(j, door, id, outline);
  it('a zone with a stated area is drawn, and has the area of the drawing; then a new one can be drawn in it', () => {
    const front = got(give(stated, 'front', box(0, 0, 450, 900)));
    expect(areas(front)).toEqual({ front: 4050 - 50, rear: 5100 });
    expect(zoneAt(front, door, 'outer', { x: 10, y: 10 })!.id).toBe('front');
    expect(zoneAt(front, door, 'outer', { x: 600, y: 10 })!.id).toBe('rear');
    const spot = got(add(front, 'spot', box(10, 10, 100, 100)));
    expect(areas(spot)).toEqual({ front: 3900, rear: 5100, spot: 100 });
    // Drawn anew around it, the spot stays a hole in it.
    expect(areas(got(give(spot, 'front', box(0, 0, 400, 900)))).front).toBeCloseTo(3500, 6);
  });
  it('a zone that was cut out is drawn anew: what it came from gets back the difference', () => {
    const corner = got(add(job, 'corner', box(100, 100, 200, 200)));
    expect(areas(got(give(corner, 'corner', box(100, 100, 100, 100))))).toEqual({ whole: 8900, corner: 100 });
  });
  it.each([
    ['front', box(0, 0, 600, 900), /partly on the rear: which history/],
    ['front', box(900, 0, 300, 900), /outside of the panel/],
    ['rear', box(700, 0, 300, 900), /spot was drawn out of it/],
    ['spot', box(400, 10, 200, 50), /drawn out of the rear: keep it inside/],
    ['gone', box(0, 0, 100, 100), /not on this panel any more/],
  ])('%s there is refused: %#', (id, outline, why) => {
    const rear = got(give(stated, 'rear', box(500, 0, 500, 900)));
    const r = give(got(add(rear, 'spot', box(510, 10, 100, 100))), id, outline);
    expect(!r.ok && String(r.error[0]!.message)).toMatch(why);
  });
  it('a new size of the panel measures the one zone that is all of it, and names what does not lie on it any more', () => {
    const small = box(0, 0, 450, 900);
    expect(areas(withShape(job, door, small, ['outer']))).toEqual({ whole: 4050 - 50 });
    expect(areas(withShape(stated, door, small, ['outer']))).toEqual({ front: 4000, rear: 5100 });
    expect(namesLeftOutside(job, door, small)).toEqual(['Maker\u2019s plate']);
    expect(namesLeftOutside(job, door, box(0, 0, 600, 600))).toEqual([]);
  });

  describe('cut off where it goes too far', () => {
    const keep = (j: Job, id: string | undefined, outline: Point[]) =>
      clipToPanel(j, door, 'outer', { ...(id && { zoneId: id }) }, outline);
    it('at the edge of the panel', () => {
      expect(areaMm2(keep(job, undefined, box(900, 800, 300, 300))!)).toBe(100 * 100);
      expect(areaMm2(clipToPanel(job, door, 'outer', { keepOut: true }, box(-50, 0, 100, 100))!)).toBe(50 * 100);
    });
    it('where another zone begins, or inside of the one that holds most of it', () => {
      const front = got(give(stated, 'front', box(0, 0, 450, 900)));
      expect(areaMm2(keep(front, 'rear', box(400, 0, 700, 900))!)).toBe(550 * 900);
      expect(areaMm2(keep(front, undefined, box(300, 0, 200, 100))!)).toBe(150 * 100);
      expect(areaMm2(keep(front, undefined, box(400, 0, 200, 100))!)).toBe(150 * 100);
    });
    it('not where it would fall apart, or have a hole', () => {
      const j = got(add(job, 'strip', box(400, 0, 50, 700)));
      expect(keep(j, undefined, box(300, 0, 250, 100))).toBeUndefined();
      const k = got(add(job, 'spot', box(400, 100, 50, 50)));
      expect(keep(k, undefined, box(300, 0, 250, 300))).toBeUndefined();
      expect(keep(job, undefined, box(2000, 0, 100, 100))).toBeUndefined();
    });
    it('then it can be kept, and holds nothing that was not drawn', () => {
      const front = got(give(stated, 'front', box(0, 0, 450, 900)));
      fc.assert(
        fc.property(star(24), fc.integer({ min: -400, max: 400 }), (o, dx) => {
          const moved = o.map((p) => ({ x: p.x + dx, y: p.y }));
          const t = keep(front, undefined, moved);
          if (!t || areaMm2(t) < 5000) return;
          expect(uncoveredMm2(t, [moved])).toBeLessThan(2500);
          expect(drawZone(front, door, 'outer', t).ok).toBe(true);
        }),
      );
    });
  });

  describe('a finger that goes round a fault', () => {
    const round = (line: Point[]) => traceFault(job, door, 'outer', line);
    it('gives its reach, and a place inside of it', () => {
      expect(round(box(100, 100, 80, 60))).toEqual({
        ok: true,
        value: { at: { x: 140, y: 130 }, outline: box(100, 100, 80, 60) },
      });
      expect(acrossMm(box(100, 100, 80, 60))).toBe(80);
    });
    it('is a place alone where it hardly moves, and is cut off at the edge', () => {
      expect(round(box(100, 100, 4, 4))).toEqual({ ok: true, value: { at: { x: 100, y: 100 } } });
      const r = round(box(950, 100, 100, 100));
      expect(r.ok && r.value.cut).toBe(true);
      expect(r.ok && areaMm2(r.value.outline!)).toBe(5000);
    });
    it.each([
      [box(2000, 100, 80, 60), /beside the panel/],
      [box(2000, 100, 4, 4), /beside the panel/],
      [
        [
          { x: 0, y: 0 },
          { x: 100, y: 100 },
          { x: 100, y: 0 },
          { x: 0, y: 90 },
        ],
        /crosses itself/,
      ],
      [[], /Nothing/],
    ])('is refused with a reason: %#', (line, why) => {
      const r = round(line);
      expect(!r.ok && r.error).toMatch(why);
    });
    it('into another zone says so', () => {
      const corner = got(add(job, 'corner', box(100, 100, 200, 200)));
      expect(overlappedZoneNames(corner, door, 'outer', box(280, 280, 100, 100), 'whole')).toEqual(['corner']);
      expect(overlappedZoneNames(corner, door, 'outer', box(500, 500, 100, 100), 'whole')).toEqual([]);
    });
  });

  it('any change of a drawing is taken back whole, but not over entries', () => {
    const none = () => 0;
    const drawn = got(add(job, 'corner', box(100, 100, 200, 200)));
    const cornerless = withoutZone(
      drawn,
      drawn.zones.find((z) => z.id === 'corner')!,
      0,
    );
    const steps: [Job, Job][] = [
      [job, drawn],
      [drawn, cornerless.ok ? cornerless.value : job],
      [drawn, got(put(drawn, box(250, 100, 100, 100)))],
      [stated, got(give(stated, 'front', box(0, 0, 450, 900)))],
    ];
    for (const [was, is] of steps) {
      const back = restorePanel(is, was, 'door', none);
      expect(back).toEqual({ ok: true, value: was });
    }
    const used = restorePanel(drawn, job, 'door', (id) => (id === 'corner' ? 1 : 0));
    expect(!used.ok && used.error[0]!.message).toMatch(/entries on corner/);
    // What changed elsewhere meanwhile stays.
    const later = { ...drawn, name: 'Renamed' };
    expect(restorePanel(later, job, 'door', none)).toMatchObject({ value: { name: 'Renamed', zones: job.zones } });
  });
});
