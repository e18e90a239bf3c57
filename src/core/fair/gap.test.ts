import fc from 'fast-check';
import type { GapRead } from '../log/event';
import { messageIn } from '../units/phrase';
import { GAP_OFF_MM, planGap } from './gap';

const gap = (widthMm: (number | null)[], more: Partial<GapRead> = {}): GapRead => ({
  name: 'Door to wing',
  lengthMm: 800,
  widthMm,
  flushMm: widthMm.map(() => 0),
  agreedMm: 4,
  before: 'filling',
  ...more,
});
const plan = (...args: Parameters<typeof gap>) => {
  const r = planGap(gap(...args), 'driver', 8);
  if (!r.ok) throw new Error(r.error);
  return r.value;
};

describe('a gap along its length', () => {
  it('fits where it is nowhere further off than was agreed', () => {
    expect(plan([4, 4.8, 3.2, 4, 4]).act).toBe('fits');
    expect(plan([4, null, 3.2, null, 4]).act).toBe('fits');
  });
  it('too wide all along, or tapered, is set at its hinges: 2 mm at one end to 6 mm at the other', () => {
    expect(plan([6, 6, 6, 6, 6])).toMatchObject({ act: 'hinges', setMm: { first: 2, last: 2 }, buildMl: 0 });
    const tapered = plan([2, 3, 4, 5, 6]);
    expect(tapered).toMatchObject({ act: 'hinges', buildMm: 0 });
    expect([tapered.setMm.first, tapered.setMm.last]).toEqual([expect.closeTo(-2, 9), expect.closeTo(2, 9)]);
    expect(tapered.afterSettingMm).toBeCloseTo(0, 9);
  });
  it('is set by its worst place: 4, 4 and 7.5 mm can be set to within 0.875 mm, so nothing is filed', () => {
    // The band through the first and the last place is 1.75 mm high, and its middle is half of that from each.
    const p = plan([4, 4, 7.5]);
    expect(p.act).toBe('hinges');
    expect(p.afterSettingMm).toBeCloseTo(0.875, 9);
  });
  it('bent, it is built up: 5 mm more in the middle of five places leaves 4 mm after it is set, on an edge of 8 mm', () => {
    // Off by 0, 0, 5, 0, 0: its mean is 1, so set by 1 it stays 4 mm too wide over two steps of 200 mm: 4 · 200 · 8 mm³.
    const p = plan([4, 4, 9, 4, 4]);
    expect(p).toMatchObject({ act: 'buildUp', takeOffMm: 0 });
    expect(p.buildMm).toBeCloseTo(4, 9);
    expect(p.buildMl).toBeCloseTo(6.4, 9);
    // Over 2 mm glass-reinforced comes first, to a millimetre below the edge.
    expect(p.glassMl).toBeCloseTo(4.8, 9);
    expect(messageIn(p.why, 'metric')).toMatch(/glass-reinforced below/);
  });
  it('more than filler holds on an edge is welded; too tight, the other side is eased', () => {
    expect(plan([4, 4, 14, 4, 4]).act).toBe('metal');
    expect(plan([4, 4, 0.5, 4, 4]).act).toBe('takeOff');
  });
  it('faces that do not meet are said: 1.2 mm proud', () => {
    const p = plan([4, 4, 4], { flushMm: [0, 1.2, -0.3] });
    expect(p).toMatchObject({ flushMm: 1.2, isFlush: false });
    expect(plan([4, 4, 4], { flushMm: [null, null, null] })).toMatchObject({ flushMm: undefined, isFlush: true });
  });
  it('two places say nothing of a bend', () => {
    const r = planGap(gap([4, null, 6]), 'driver', 8);
    expect(r.ok ? '' : r.error).toMatch(/at least 3 places/);
  });
  it('a better level never finds less to do, and moving the whole panel changes nothing but how it is set', () => {
    const widths = fc.array(fc.double({ min: 0, max: 12, noNaN: true }), { minLength: 3, maxLength: 9 });
    fc.assert(
      fc.property(widths, fc.double({ min: -3, max: 3, noNaN: true }), (w, shift) => {
        const of = (list: number[], level: 'show' | 'tidy') => {
          const r = planGap(gap(list), level, 8);
          if (!r.ok) throw new Error(r.error);
          return r.value;
        };
        expect(of(w, 'show').buildMl).toBeGreaterThanOrEqual(of(w, 'tidy').buildMl - 1e-9);
        const [here, there] = [
          of(w, 'tidy'),
          of(
            w.map((x) => x + shift),
            'tidy',
          ),
        ];
        expect(there.afterSettingMm).toBeCloseTo(here.afterSettingMm, 6);
        expect(GAP_OFF_MM.show).toBeLessThan(GAP_OFF_MM.tidy);
      }),
    );
  });
});
