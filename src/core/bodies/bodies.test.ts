import fc from 'fast-check';
import { parseJob } from '../formats';
import { FLOOR_ROW_NAMES, zonesOf, type Job } from '../log/job';
import { areaMm2, boundsOf } from '../outline/geometry';
import { outlineProblem } from '../outline/areas';
import { keysOf } from '../keysOf';
import { BODIES, FLOOR_ROWS, layOut, partOutline, partsLeft, ZONE_SPLITS } from '.';

const EMPTY: Job = { id: 'job', name: 'Job', about: '', createdMs: Date.UTC(2030, 0, 1), panels: [], zones: [] };
const ids = () => {
  let n = 0;
  return () => `p${(n += 1)}`;
};

describe('bodies', () => {
  it('there are at least fourteen kinds, and single parts besides', () =>
    expect(keysOf(BODIES).length).toBeGreaterThanOrEqual(15));
  it.each(keysOf(BODIES))('%s: every part has a sound outline, a name of its own and a row', (kind) => {
    const { parts } = BODIES[kind];
    expect(new Set(parts.map((p) => p.name)).size).toBe(parts.length);
    for (const p of parts) {
      expect(outlineProblem(partOutline(p))).toBeUndefined();
      // Rounded corners may leave the box's own edge free by a little.
      const { width, height } = boundsOf(partOutline(p));
      expect(width / p.widthMm).toBeGreaterThan(0.9);
      expect(width).toBeLessThanOrEqual(p.widthMm);
      expect(height).toBe(p.heightMm);
      expect(FLOOR_ROW_NAMES).toContain(p.row);
    }
  });
  it('a part of the right side is that of the left one turned about', () => {
    const [left, right] = ['Left door', 'Right door'].map((n) => BODIES.coupe.parts.find((p) => p.name === n)!);
    const turned = partOutline(left!).map((q) => ({ x: left!.widthMm - q.x, y: q.y }));
    expect(partOutline(right!)).toEqual(turned.reverse());
  });
});

describe('a job laid out', () => {
  it('a door of 1050 by 1000 mm: its area by the shoelace formula, one zone', () => {
    const job = layOut(EMPTY, [BODIES.singleParts.parts[0]!], 'whole', ids());
    expect(job.zones).toHaveLength(1);
    // Worked out by hand: 0.8847 of the box for the corners of a door.
    expect(job.zones[0]!.areaCm2).toBeCloseTo(areaMm2(job.panels[0]!.map!.outline) / 100, 6);
    expect(job.zones[0]!.areaCm2 / 10_500).toBeGreaterThan(0.8);
  });
  it('a plain sheet of 1000 by 600 mm in upper and lower: 3000 cm² each, the upper one drawn', () => {
    const sheet = BODIES.singleParts.parts.find((p) => p.name === 'Sheet')!;
    const { zones } = layOut(EMPTY, [sheet], 'upperLower', ids());
    expect(zones.map((z) => [z.name, z.areaCm2])).toEqual([
      ['Upper', 3000],
      ['Lower', 3000],
    ]);
    expect(boundsOf(zones[0]!.outline!)).toMatchObject({ width: 1000, height: 300 });
    expect(zones[1]!.outline).toBeUndefined();
  });
  it('two faces have an area each', () => {
    const { panels, zones } = layOut(EMPTY, [BODIES.singleParts.parts[6]!], 'faces', ids());
    expect(zones.map((z) => [z.face, z.areaCm2])).toEqual([
      ['outer', 6000],
      ['inner', 6000],
    ]);
    expect(panels[0]!.map!.faces).toEqual(['outer', 'inner']);
  });
  it('the same part twice has a name of its own, and what is there is not offered again', () => {
    const door = BODIES.singleParts.parts[0]!;
    const job = layOut(EMPTY, [door, door, door], 'whole', ids());
    expect(job.panels.map((p) => p.name)).toEqual(['Door', 'Door 2', 'Door 3']);
    expect(partsLeft(job, 'singleParts').map((p) => p.name)).not.toContain('Door');
    expect(partsLeft(EMPTY, 'van')).toEqual(BODIES.van.parts);
  });
  it('any parts in any split make a job that its file takes, whose zones cover each face', () =>
    fc.assert(
      fc.property(
        fc.constantFrom(...keysOf(BODIES)),
        fc.constantFrom(...keysOf(ZONE_SPLITS)),
        fc.infiniteStream(fc.boolean()),
        (kind, split, some) => {
          const parts = BODIES[kind].parts.filter(() => some.next().value);
          const job = { ...layOut(EMPTY, parts, split, ids()), body: kind };
          expect(parseJob(job).ok).toBe(true);
          for (const p of job.panels) {
            const cm2 = areaMm2(p.map!.outline) / 100;
            const zones = zonesOf(job, p.id);
            const sum = zones.reduce((s, z) => s + z.areaCm2, 0);
            expect(sum).toBeCloseTo(cm2 * p.map!.faces.length, 3);
            expect(zones.map((z) => z.name)).toEqual(ZONE_SPLITS[split].zones);
          }
        },
      ),
      { numRuns: 60 },
    ));
  it('every row has its words', () => expect(keysOf(FLOOR_ROWS).sort()).toEqual([...FLOOR_ROW_NAMES].sort()));
});
