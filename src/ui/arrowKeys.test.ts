import fc from 'fast-check';
import { stepOf } from './arrowKeys';

describe('keys in a group', () => {
  it.each([
    ['ArrowRight', 1, 4, 2],
    ['ArrowDown', 3, 4, 0],
    ['ArrowLeft', 0, 4, 3],
    ['ArrowUp', 2, 4, 1],
    ['Home', 3, 4, 0],
    ['End', 0, 4, 3],
  ])('%s from %i of %i leads to %i', (key, at, of, to) => expect(stepOf(key, at, of)).toBe(to));
  it.each(['Enter', ' ', 'a', 'Tab', 'Escape'])('%s moves nothing', (key) => expect(stepOf(key, 1, 3)).toBeUndefined());
  it('never leads outside, and back is where it came from', () =>
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 20 }), fc.nat(), (of, n) => {
        const at = n % of;
        const right = stepOf('ArrowRight', at, of)!;
        expect(right).toBeGreaterThanOrEqual(0);
        expect(right).toBeLessThan(of);
        expect(stepOf('ArrowLeft', right, of)).toBe(at);
      }),
    ));
});
