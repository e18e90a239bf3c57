import fc from 'fast-check';
import { roundTop } from './chart';

describe('the top of an axis', () => {
  it.each([
    [963, 3, 1500],
    [1, 3, 1.5],
    [300, 3, 300],
    [301, 3, 600],
    [7.4, 3, 7.5],
  ])('over %d in %d steps: %d', (most, steps, top) => expect(roundTop(most, steps)).toBeCloseTo(top, 9));
  it('is never under the figure, and at most two and a half times it', () =>
    fc.assert(
      fc.property(fc.double({ min: 0.001, max: 1e7, noNaN: true }), fc.integer({ min: 1, max: 6 }), (most, steps) => {
        const top = roundTop(most, steps);
        expect(top).toBeGreaterThanOrEqual(most * (1 - 1e-9));
        expect(top).toBeLessThanOrEqual(2.5 * most);
      }),
    ));
});
