/** @jest-environment node */
import { tapPlaces } from './fairing';
import { againstReference, emptyGrid, panelRelief, usualForm } from './fromReadings';
import { heightAt, mirroredGrid, withHeights } from './grid';
import type { HeightReading } from './relief';

const SIZE = { x0: 0, y0: 0, width: 900, height: 600 };
const places = Array.from({ length: 40 }, (_, i) => ({ x: (i % 8) * 128, y: Math.floor(i / 8) * 150 }));
const read = (mm: (p: { x: number; y: number }) => number): HeightReading[] => places.map((p) => ({ ...p, mm: mm(p) }));
/** A door skin that is pressed with a shoulder, which no quadratic has. */
const shoulder = (p: { x: number; y: number }) => 6 * Math.exp(-((p.y - 200) ** 2) / 20_000) + 0.004 * p.x;

describe('the other side as the form', () => {
  it('what both have is no fault; what only one has is', () => {
    const other = read((p) => shoulder({ x: 900 - p.x, y: p.y }));
    const dent = (p: { x: number; y: number }) => -1.2 * Math.exp(-((p.x - 384) ** 2 + (p.y - 300) ** 2) / 12_000);
    const mine = read((p) => shoulder(p) + dent(p));
    const r = panelRelief(mine, { form: 'mirror', other, otherSize: SIZE }, SIZE);
    expect(r.ok).toBe(true);
    if (!r.ok) return;
    expect(heightAt(r.value.heights, { x: 384, y: 300 })).toBeLessThan(-0.6);
    expect(Math.abs(heightAt(r.value.heights, { x: 800, y: 150 }))).toBeLessThan(0.25);
    // Against a plane the shoulder would be filled flat.
    const plane = panelRelief(mine, { form: 'flat' }, SIZE);
    expect(plane.ok && Math.abs(heightAt(plane.value.heights, { x: 800, y: 200 }))).toBeGreaterThan(1);
  });
  it('too few readings over there are said', () => {
    const r = againstReference(
      read(() => 0),
      { form: 'mirror', other: read(() => 0).slice(0, 3), otherSize: SIZE },
      SIZE,
    );
    expect(r.ok ? '' : r.error).toMatch(/^The other side: Take at least 6/);
  });
});

describe('the form that readings look like', () => {
  it.each([
    ['a plane with a dent', (p: { x: number; y: number }) => (p.x === 384 && p.y === 300 ? -2 : 0.002 * p.x), 'flat'],
    ['a roof, bent along', (p: { x: number; y: number }) => -((p.x - 450) ** 2) / 30_000, 'barrel'],
    ['a bonnet, bent across', (p: { x: number; y: number }) => -((p.y - 300) ** 2) / 15_000, 'crown'],
    ['bent both ways', (p: { x: number; y: number }) => -((p.x - 450) ** 2 + (p.y - 300) ** 2) / 30_000, 'quadratic'],
  ])('%s', (_, mm, form) => expect(usualForm(read(mm))).toBe(form));
  it('is flat where there are too few to tell', () => expect(usualForm(read(() => 0).slice(0, 6))).toBe('flat'));
});

describe('a grid', () => {
  it('is met at its points and linear between them; the mirror of its mirror is itself', () => {
    const g = withHeights(emptyGrid(SIZE), (_, ix, iy) => 0.1 * ix - 0.2 * iy);
    expect(heightAt(g, { x: 3 * g.stepX, y: 5 * g.stepY })).toBeCloseTo(0.3 - 1, 9);
    expect(heightAt(g, { x: 3.5 * g.stepX, y: 5.25 * g.stepY })).toBeCloseTo(0.35 - 1.05, 9);
    expect(mirroredGrid(mirroredGrid(g)).mm).toEqual(g.mm);
  });
  it('taps stand on peaks, the highest first, no closer than a hammer is wide', () => {
    const tap = withHeights(emptyGrid(SIZE), (_, ix, iy) =>
      Math.max(0, 0.4 - 0.05 * Math.hypot(ix - 10, iy - 10), 0.3 - 0.05 * Math.hypot(ix - 30, iy - 12)),
    );
    const [first, second] = tapPlaces(tap);
    expect(first).toMatchObject({ mm: 0.4, x: 10 * tap.stepX });
    expect(Math.hypot(first!.x - second!.x, first!.y - second!.y)).toBeGreaterThanOrEqual(60);
  });
});
