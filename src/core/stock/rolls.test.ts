import fc from 'fast-check';
import { offRoll } from './rolls';

describe('tape and paper off a roll', () => {
  it('by hand: 6.4 m off three rolls of 50', () =>
    expect(offRoll(6.4, 50, 3)).toEqual({ rolls: 0.128, has: 150, after: 143.6, isShort: false }));
  it('says where it does not last, and takes no more than there is', () =>
    expect(offRoll(70, 50, 1.2)).toEqual({ rolls: 1.2, has: 60, after: 0, isShort: true }));
  it('more of it takes more, and never leaves less than nothing', () => {
    const figures = fc.record({
      much: fc.double({ min: 0, max: 500, noNaN: true }),
      size: fc.constantFrom(25, 50, 100),
      rolls: fc.double({ min: 0, max: 20, noNaN: true }),
    });
    fc.assert(
      fc.property(figures, ({ much, size, rolls }) => {
        const [less, more] = [offRoll(much, size, rolls), offRoll(much + 10, size, rolls)];
        expect(more.rolls).toBeGreaterThanOrEqual(less.rolls);
        expect(less.rolls).toBeLessThanOrEqual(rolls);
        expect(less.after).toBeGreaterThanOrEqual(0);
      }),
    );
  });
});
