import fc from 'fast-check';
import reference from './spec2cie.json';
import { LIGHT_KINDS } from './lights';
import { BANDS, labOf, labOfSpectrum, whiteOf, xyzOf, xyzOfLab } from './spectrum';

/**
 * `spec2cie.json`: 24 reflectances (drawn at random, and steep edges as of red, yellow, blue, and a flake beyond white) with the tristimulus
 * values that ArgyllCMS 2.3.1 gives them: `spec2cie -i D65 -o 1964_10`, `-i A`, and `-i` the tube's own table.
 */
const flat = (r: number) => new Float64Array(BANDS).fill(r);

describe('tristimulus values and CIELAB', () => {
  it.each(LIGHT_KINDS)('agree with an independent program under %s, within 0.02', (light) => {
    for (const row of reference) {
      const theirs = row[light] as unknown as [number, number, number];
      const xyz = xyzOf(Float64Array.from(row.r), light);
      xyz.forEach((v, i) => expect(Math.abs(v - theirs[i]!)).toBeLessThan(0.02));
      const lab = labOf(xyz, light);
      labOf(theirs, light).forEach((v, i) => expect(Math.abs(v - lab[i]!)).toBeLessThan(0.02));
    }
  });

  it('the white of daylight is the published one', () => {
    const [x, y, z] = whiteOf('D65');
    expect(x).toBeCloseTo(94.811, 2);
    expect(y).toBeCloseTo(100, 9);
    expect(z).toBeCloseTo(107.304, 2);
  });

  it('greys have their lightness and no hue under every light: 18.42 % is L* 50', () => {
    for (const light of LIGHT_KINDS) {
      const [l, a, b] = labOfSpectrum(flat(0.184187), light);
      expect(l).toBeCloseTo(50, 3);
      expect(Math.abs(a) + Math.abs(b)).toBeLessThan(1e-9);
    }
  });

  it('goes to tristimulus values and back', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...LIGHT_KINDS),
        fc.double({ min: 0, max: 140, noNaN: true }),
        fc.double({ min: -90, max: 90, noNaN: true }),
        fc.double({ min: -90, max: 90, noNaN: true }),
        (light, l, a, b) => {
          const back = labOf(xyzOfLab([l, a, b], light), light);
          expect(back[0]).toBeCloseTo(l, 6);
          expect(back[1]).toBeCloseTo(a, 6);
          expect(back[2]).toBeCloseTo(b, 6);
        },
      ),
    );
  });
});
