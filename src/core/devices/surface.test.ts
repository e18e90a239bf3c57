/** @jest-environment node */
import { panelRelief } from '../fair';
import { messageIn } from '../units/phrase';
import { acceptFilm, acceptScan } from './accept';
import { gaugeReadingUm, workshopScan } from './surface';

describe('the simulated scanner', () => {
  it('sees the same panel for the same seed, tilted as a hand holds it, and a relief takes the tilt off', () => {
    const scan = workshopScan(1000, 600, 3);
    expect(scan).toEqual(workshopScan(1000, 600, 3));
    expect(scan).toHaveLength(1000);
    const relief = panelRelief(
      scan.map((p) => ({ ...p, noiseMm: 0.05 })),
      { form: 'flat' },
      { x0: 0, y0: 0, width: 1000, height: 600 },
    );
    expect(relief.ok && Math.abs(relief.value.heights.mm[0]! - relief.value.heights.mm[39]!)).toBeLessThan(1);
  });
  it.each([
    ['micrometres', { points: workshopScan(900, 600, 1).map((p) => ({ ...p, mm: p.mm * 1000 })) }, /Another unit/],
    ['a hole', { points: [{ x: 0, y: 0, mm: null }] }, /not a number/],
    ['nothing', { points: [] }, /no points/],
    ['no scan', 'junk', /not a scan/],
    ['far too many', { points: Array.from({ length: 100_001 }, () => ({ x: 0, y: 0, mm: 0 })) }, /more than/],
  ])('%s is refused with a sentence', (_, raw, says) => {
    const r = acceptScan(raw);
    expect(r.ok ? '' : messageIn(r.error, 'metric')).toMatch(says);
  });
});

describe('the simulated film gauge', () => {
  it('reads what stands to a few per cent', () => {
    const read = Array.from({ length: 50 }, (_, i) => gaugeReadingUm(120, 1, i));
    expect(read.reduce((a, b) => a + b, 0) / 50).toBeCloseTo(120, -0.7);
    expect(Math.max(...read) - Math.min(...read)).toBeLessThan(25);
    expect(acceptFilm({ filmUm: read[0] }).ok).toBe(true);
  });
  it.each([[{ filmUm: null }], [{ filmUm: -3 }], [{ filmUm: 99_999 }], ['junk'], [undefined]])('%j is refused', (raw) =>
    expect(acceptFilm(raw).ok).toBe(false),
  );
});
