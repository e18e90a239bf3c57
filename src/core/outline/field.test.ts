import fc from 'fast-check';
import { both, grown, insideOf, regionMm2, regionOf, sideOf, without } from './field';
import { areaMm2, boundsOf } from './geometry';

const square = (x: number, y: number, side: number) => [
  { x, y },
  { x: x + side, y },
  { x: x + side, y: y + side },
  { x, y: y + side },
];
const box = { x: 0, y: 0, width: 1000, height: 800 };

describe('regions as fields', () => {
  it('by hand: a square of 100 mm and 50 mm round it is 10000 + 4 · 5000 + π · 2500 mm²', () => {
    const area = regionMm2(regionOf(grown(insideOf(square(400, 300, 100)), 50), box));
    expect(area / (30_000 + Math.PI * 2500)).toBeCloseTo(1, 2);
  });
  it('what is taken out is gone, what lies beyond a line too', () => {
    const panel = insideOf(square(100, 100, 600));
    const hole = insideOf(square(300, 300, 100));
    expect(regionMm2(regionOf(without(panel, hole), box)) / (360_000 - 10_000)).toBeCloseTo(1, 2);
    expect(regionMm2(regionOf(both(panel, sideOf('x', 400, true)), box)) / 180_000).toBeCloseTo(1, 2);
    expect(regionMm2(regionOf(both(panel, sideOf('y', 200, false)), box)) / 300_000).toBeCloseTo(1, 2);
    expect(regionOf(both(panel, insideOf(square(800, 0, 50))), box)).toEqual([]);
  });
  it('the area of any star is that of its outline, and it never shrinks as it grows', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 60, max: 300 }), { minLength: 5, maxLength: 30 }),
        fc.integer({ min: 1, max: 80 }),
        (radii, mm) => {
          const outline = radii.map((r, i) => {
            const a = (2 * Math.PI * i) / radii.length;
            return { x: 500 + r * Math.cos(a), y: 400 + r * Math.sin(a) };
          });
          const own = regionMm2(regionOf(insideOf(outline), boundsOf(outline)));
          expect(Math.abs(own - areaMm2(outline))).toBeLessThan(0.03 * areaMm2(outline) + 800);
          expect(regionMm2(regionOf(grown(insideOf(outline), mm), box))).toBeGreaterThan(own);
        },
      ),
      { numRuns: 20 },
    );
  });
});
