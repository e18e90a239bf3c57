import fc from 'fast-check';
import { JOB, T0 } from '../testing';
import type { Job, Panel, Point } from '../log/job';
import { areaMm2 } from './geometry';
import { parseCorners, PLACES, pointInWords } from './places';
import { stripOf, withSeam, type NewSeam } from './seam';
import { lineLengthMm, seamFigures } from './seamFigures';
import { solidAreaCm2 } from './solids';
import { pointInPolygon } from './geometry';
import { zoneAt } from './zones';

const at = (x: number, y: number): Point => ({ x, y });
const DOOR: Panel = {
  ...JOB.panels[0]!,
  map: { outline: [at(0, 0), at(1000, 0), at(1000, 600), at(0, 600)], faces: ['outer', 'inner'], keepOuts: [] },
};
const DRAWN: Job = {
  ...JOB,
  panels: [DOOR, ...JOB.panels.slice(1)],
  zones: [
    { id: 'out', panelId: 'door', name: 'Skin', areaCm2: 6000 },
    { id: 'in', panelId: 'door', name: 'Inside', areaCm2: 6000, face: 'inner' },
  ],
};
const seam = (more: Partial<NewSeam> = {}): NewSeam => ({
  ids: ['seam'],
  name: 'Lower lap',
  kind: 'plugWeld',
  line: [at(100, 500), at(900, 500)],
  widthMm: 12,
  spacingMm: 40,
  ...more,
});
const made = (s: NewSeam, job = DRAWN) => {
  const r = withSeam(job, job.panels[0]!, 'outer', s, T0);
  return r.ok ? r.value : String(r.error[0]!.message);
};

describe('a seam', () => {
  it('is a zone along its line, with the history of what it was cut out of: 800 mm by 12 mm', () => {
    const job = made(seam()) as Job;
    const [skin, , own] = job.zones;
    expect(own).toMatchObject({ name: 'Lower lap', areaCm2: 96, face: 'outer', cutFrom: { zoneId: 'out', atMs: T0 } });
    expect(own!.seam).toMatchObject({ kind: 'plugWeld', spacingMm: 40 });
    expect(skin!.areaCm2).toBe(6000 - 96);
    expect(zoneAt(job, job.panels[0]!, 'outer', at(500, 503))?.id).toBe('seam');
  });
  it('through both faces is one on each, mirrored', () => {
    const job = made(seam({ ids: ['a', 'b'], line: [at(100, 500), at(300, 500)] })) as Job;
    expect(job.zones.map((z) => [z.id, z.face])).toEqual([
      ['out', undefined],
      ['in', 'inner'],
      ['a', 'outer'],
      ['b', 'inner'],
    ]);
    expect(job.zones[3]!.seam!.line).toEqual([at(900, 500), at(700, 500)]);
    expect(zoneAt(job, job.panels[0]!, 'inner', at(800, 500))?.id).toBe('b');
  });
  it('at the edge is cut off there', () => {
    const job = made(seam({ line: [at(100, 600), at(900, 600)] })) as Job;
    expect(job.zones[2]!.areaCm2).toBe(48);
  });
  it.each<[string, Partial<NewSeam>, RegExp]>([
    ['shorter than it is wide', { line: [at(0, 0), at(5, 0)] }, /longer than it is wide/],
    ['of one point', { line: [at(0, 0)] }, /longer than it is wide/],
    ['in a ring', { line: [at(200, 200), at(400, 200), at(400, 400), at(200, 400), at(200, 200)] }, /closes on itself/],
    ['off the panel', { line: [at(100, 700), at(900, 700)] }, /off the panel/],
    ['of a name that is taken', { name: 'skin' }, /of that name/],
  ])('%s is refused with a word', (_, more, says) => expect(made(seam(more))).toMatch(says));
  it('has plugs at its spacing and one at each end, and a bead of sealer', () => {
    // 800 mm at 40 mm: 20 gaps, 21 plugs. A bead 12 mm wide and 4 mm high, seven tenths of the box: 800 × 12 × 4 × 0.7 mm³.
    const f = seamFigures(seam());
    expect(f).toMatchObject({ lengthMm: 800, plugs: 21 });
    expect(f.sealerMl).toBeCloseTo(26.88, 6);
    const { spacingMm: _, ...bonded } = seam({ kind: 'bonded' });
    expect(seamFigures(bonded).plugs).toBeUndefined();
  });
  it('has about the area of its length and width, however it bends', () =>
    fc.assert(
      fc.property(
        fc.array(fc.record({ dx: fc.integer({ min: 40, max: 120 }), dy: fc.integer({ min: -60, max: 60 }) }), {
          minLength: 1,
          maxLength: 6,
        }),
        fc.integer({ min: 2, max: 20 }),
        (steps, width) => {
          const line = steps.reduce<Point[]>(
            (l, s) => [...l, at(l.at(-1)!.x + s.dx, l.at(-1)!.y + s.dy)],
            [at(0, 300)],
          );
          const strip = stripOf(line, width);
          const box = lineLengthMm(line) * width;
          // A bend laps on its inner side and is round on its outer one: at most a quarter of the width squared each.
          expect(Math.abs(areaMm2(strip!) - box)).toBeLessThan(width * width * steps.length + 0.02 * box + 5);
        },
      ),
    ));
});

describe('areas from sizes', () => {
  it.each([
    [{ kind: 'sheet', lengthMm: 1000, widthMm: 500, faces: 2 } as const, 10_000],
    [{ kind: 'edge', lengthMm: 1000, widthMm: 20 } as const, 400],
    // A sill of 1.6 m, 120 by 80 mm: 2 × 200 × 1600 mm².
    [{ kind: 'box', lengthMm: 1600, widthMm: 120, heightMm: 80 } as const, 6400],
    [{ kind: 'cavity', lengthMm: 1600, widthMm: 118, heightMm: 78 } as const, 6272],
    [{ kind: 'tube', lengthMm: 1000, diameterMm: 40 } as const, 1256.637],
    // A ring of 200 mm of 10 mm bar: pi² × 190 × 10 mm².
    [{ kind: 'ring', diameterMm: 200, widthMm: 10 } as const, 187.52],
    // A mesh of 1 by 0.5 m, 2 mm bars every 10 mm: 2 × pi × 2 × 500,000 / 10 mm².
    [{ kind: 'mesh', lengthMm: 1000, widthMm: 500, barMm: 2, pitchMm: 10 } as const, 6283.19],
    // A kilogram of iron in 5 mm walls: 127.4 cm³, both faces.
    [{ kind: 'casting', massG: 1000, wallMm: 5, densityKgM3: 7850 } as const, 509.55],
  ])('%j', (solid, cm2) => expect(solidAreaCm2(solid)).toBeCloseTo(cm2, 2));
});

describe('a place in words', () => {
  it('lies on the zone that it speaks of, also where another one is cut out of it', () => {
    const job = made(seam({ line: [at(100, 90), at(900, 90)], widthMm: 60 })) as Job;
    const panel = job.panels[0]!;
    for (const zone of [job.zones[0]!, job.zones[2]!])
      for (const place of Object.keys(PLACES) as (keyof typeof PLACES)[]) {
        const p = pointInWords(job, panel, 'outer', zone, place)!;
        expect(zoneAt(job, panel, 'outer', p)?.id).toBe(zone.id);
        expect(pointInPolygon(panel.map!.outline, p)).toBe(true);
      }
    const top = pointInWords(job, panel, 'outer', job.zones[0]!, 'bottomLeft')!;
    expect([top.x < 300, top.y > 400]).toEqual([true, true]);
  });
  it('needs a drawing', () =>
    expect(pointInWords(JOB, JOB.panels[0]!, 'outer', JOB.zones[0]!, 'middle')).toBeUndefined());
});

describe('corners as they are typed', () => {
  it.each([
    ['0 0; 400 0; 400 300', 'metric' as const, [at(0, 0), at(400, 0), at(400, 300)]],
    ['0/0;400,4/0;400x300;', 'metric' as const, [at(0, 0), at(400, 0), at(400, 300)]],
    ['0 0; 10 0; 10 5', 'us' as const, [at(0, 0), at(254, 0), at(254, 127)]],
  ])('%s (%s)', (text, units, points) => {
    const r = parseCorners(text, units);
    expect(r.ok && r.value).toEqual(points);
  });
  it.each(['', '0 0; 1 1', '0 0; 1; 2 2', 'a b; c d; e f', '0 0 0; 1 1; 2 2'])('%s is asked again', (text) =>
    expect(parseCorners(text, 'metric')).toMatchObject({ ok: false, error: /corner by corner/ }),
  );
});
