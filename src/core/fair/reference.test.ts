/** @jest-environment node */
import { tapPlaces } from './fairing';
import { againstReference, emptyGrid, panelRelief, usualForm } from './fromReadings';
import { heightAt, mirroredGrid, withHeights } from './grid';
import type { HeightReading } from './relief';
import { normalFrom, seeded } from './truth';

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
    const at = (y: number) => (plane.ok ? heightAt(plane.value.heights, { x: 800, y }) : 0);
    expect(at(200) - at(450)).toBeGreaterThan(1);
  });
  it('a reading without a height is said, and does not stop the app', () => {
    const r = panelRelief([...read(() => 0), { x: 10, y: 10, mm: NaN }], { form: 'flat' }, SIZE);
    expect(r.ok ? '' : r.error).toMatch(/no height/);
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

describe('a form that is fitted with what lies off it', () => {
  const size = { x0: 0, y0: 0, width: 1100, height: 650 };
  const grid = emptyGrid(size);
  /** 70 readings with a noise of 0.1 mm. */
  const readOf = (mm: (x: number, y: number) => number, seed: number) => {
    const random = seeded(seed);
    return Array.from({ length: 70 }, (_, i) => {
      const [x, y] = [55 + 110 * (i % 10), 45 + 93 * Math.floor(i / 10)];
      return { x, y, mm: mm(x, y) + 0.1 * normalFrom(random), noiseMm: 0.1 };
    });
  };
  const broad = (x: number, y: number) => -1.43 * Math.exp(-((x - 550) ** 2 + (y - 325) ** 2) / (2 * 223 ** 2));
  const tilt = (x: number, y: number) => 1.2 - 0.002 * x + 0.003 * y;
  const points = Array.from(grid.mm, (_, i) => ({
    x: (i % grid.nx) * grid.stepX,
    y: Math.floor(i / grid.nx) * grid.stepY,
  }));
  it('a broad low on a tilted panel is as deep as it is, and its spread covers the truth', () => {
    for (const seed of [1, 2, 3]) {
      const r = panelRelief(
        readOf((x, y) => broad(x, y) + tilt(x, y), seed),
        { form: 'flat' },
        size,
      );
      if (!r.ok) throw new Error(r.error);
      const { heights, spread } = r.value;
      // Taken off beforehand, the form had eaten half of it: 0.72 mm were left.
      expect(heightAt(heights, { x: 550, y: 325 })).toBeLessThan(-1.2);
      const covered = points.filter((p, i) => Math.abs(heights.mm[i]! - broad(p.x, p.y)) <= 1.96 * spread.mm[i]!);
      expect(covered.length / points.length).toBeGreaterThan(0.93);
      const litres = (h: (i: number) => number) => points.reduce((sum, _, i) => sum + Math.max(0, -h(i)), 0);
      expect(litres((i) => heights.mm[i]!) / litres((i) => broad(points[i]!.x, points[i]!.y))).toBeCloseTo(1, 0);
    }
  });
  it('a form that nothing lies off is taken up whole, however it lies', () => {
    const bent = (x: number, y: number) => tilt(x, y) - 12 * (x / 1100 - 0.5) ** 2;
    const r = panelRelief(readOf(bent, 4), { form: 'barrel' }, size);
    if (!r.ok) throw new Error(r.error);
    expect(Math.max(...r.value.heights.mm.map(Math.abs))).toBeLessThan(0.2);
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
