import { foldLog, panelsOff, type Job, type Statuses, type ZoneStatus } from '@/core';
import { ev, foundBare, JOB, products } from '@/core/testing';
import { floorItem } from './floorItem';
import { floorParts } from './floorParts';
import { partImage, type PartLook } from './partImage';

const status = (more: Partial<ZoneStatus> = {}): ZoneStatus => ({
  stage: 'primed',
  sinceMs: 0,
  clocks: [],
  moments: [],
  stoppedByCold: false,
  ...more,
});
const [A = '', B = ''] = JOB.zones.map((z) => z.id);
const state = foldLog([foundBare([A, B])], products);
const partsOf = (job: Job, statuses: Statuses, s = state) =>
  floorParts(job, s, statuses, panelsOff(job, s), 0).flatMap((r) => r.parts);
const LOOK: PartLook = { pxPerMm: 0.1, edge: '#111111', edgePx: 2, sign: '#aa0000', paper: '#ffffff' };
const SQUARE = [
  { x: 0, y: 0 },
  { x: 1000, y: 0 },
  { x: 1000, y: 500 },
  { x: 0, y: 500 },
];

describe('a panel on the floor', () => {
  it('what presses most speaks for it, and how many zones stand otherwise', () => {
    const statuses: Statuses = { get: (id) => (id === A ? status({ stage: 'pastWindow' }) : status()) };
    const [part] = partsOf(JOB, statuses);
    expect(part).toMatchObject({ standing: 'closed', words: 'Window closed, and 1 more' });
    expect(floorItem(part!)).toMatchObject({ tone: 'stop', pale: false });
  });
  it('lies in the row that it was put into; one that nobody put anywhere lies across', () => {
    const inRow: Job = { ...JOB, panels: JOB.panels.map((p) => ({ ...p, row: 'left' as const })) };
    const all: Statuses = { get: () => status() };
    expect(floorParts(inRow, state, all, new Map(), 0).map((r) => r.row)).toEqual(['left']);
    expect(floorParts(JOB, state, all, new Map(), 0).map((r) => r.row)).toEqual(['across']);
  });
  it('one that is off is pale and says where it is, until it is fitted again', () => {
    const off = [foundBare([A, B]), ev({ kind: 'removed', id: 'r', atMin: 1, zoneIds: [A], where: 'Stand one' })];
    const all: Statuses = { get: () => status() };
    const [part] = partsOf(JOB, all, foldLog(off, products));
    expect(floorItem(part!)).toMatchObject({ pale: true, more: 'Off: Stand one' });
    const back = [...off, ev({ kind: 'fitted', id: 'f', atMin: 2, zoneIds: [A], where: 'On the van' })];
    expect(partsOf(JOB, all, foldLog(back, products))[0]!.off).toBeUndefined();
  });
  it('without a drawing it is a sheet of its area', () => {
    const bare: Job = { ...JOB, panels: JOB.panels.map(({ map: _, ...p }) => p) };
    const [part] = partsOf(bare, { get: () => status() });
    const [face] = part!.faces;
    const width = Math.max(...face!.outline.map((p) => p.x));
    const height = Math.max(...face!.outline.map((p) => p.y));
    const cm2 = part!.zones.filter((z) => (z.face ?? 'outer') === 'outer').reduce((s, z) => s + z.areaCm2, 0);
    expect((width * height) / 100).toBeCloseTo(cm2, 3);
  });
});

describe('the picture of a part', () => {
  it('is to scale, with room for its edge', () =>
    expect(partImage(SQUARE, [], [], LOOK)).toMatchObject({ width: 104, height: 54 }));
  it('hatches what still cures, and nothing else', () => {
    const strata = state.zones.get(A)!.strata;
    const hatched = (cured: number) => {
      const wet = foldLog(
        [
          foundBare([A]),
          ev({
            kind: 'coated',
            id: 'c',
            atMin: 1,
            zoneIds: [A],
            productId: 'epoxy-primer',
            coats: 1,
            filmUm: 50,
            application: 'lowPressureGun',
          }),
        ],
        products,
      ).zones.get(A)!.strata;
      return decodeURIComponent(partImage(SQUARE, [{ strata: wet, cured }], [], LOOK).uri).includes('url(#w0)');
    };
    expect(strata).toBeDefined();
    expect(hatched(0.5)).toBe(true);
    expect(hatched(1)).toBe(false);
  });
  it('has a sign for every fault', () => {
    const uri = decodeURIComponent(
      partImage(
        SQUARE,
        [],
        [
          { x: 100, y: 100 },
          { x: 500, y: 100 },
        ],
        LOOK,
      ).uri,
    );
    expect(uri.match(/stroke="#aa0000"/g)).toHaveLength(2);
  });
});
