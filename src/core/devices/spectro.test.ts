import { normalDraws } from '../colour/draws';
import { ciede2000 } from '../colour/difference';
import { labOfSpectrum } from '../colour/spectrum';
import { acceptSpectro, TILE_KEEPS_MS, type SpectroMessage } from './spectro';
import { spectroReading, type HandGrip } from './spectroBench';

const NOW = Date.UTC(2030, 1, 1);
const HELD: HandGrip = {
  toners: 'aluminium-medium:110,black-deep:1.6',
  filmUm: 24,
  flakeTilt: 1,
  ground: 0.28,
  car: false,
};
const message = (over: Partial<SpectroMessage> = {}): SpectroMessage => ({
  ...spectroReading(HELD, 1, 0, NOW, NOW),
  ...over,
});
const said = (raw: unknown) => {
  const r = acceptSpectro(raw, NOW);
  return r.ok ? '' : String(r.error);
};

describe('a reading of the spectrophotometer', () => {
  it('is taken whole', () => {
    const r = acceptSpectro(message(), NOW);
    expect(r.ok && r.value.anglesDeg).toEqual([15, 25, 45, 75, 110]);
    expect(r.ok && r.value.reflectance.every((x) => x.length === 31)).toBe(true);
  });
  it.each([
    ['nothing', null, /no reading/],
    ['no tile', message({ tileMs: null }), /not read its white tile/],
    ['an old tile', message({ tileMs: NOW - TILE_KEEPS_MS - 1 }), /over eight hours ago/],
    ['a foot that rocks', message({ seated: false }), /does not sit flat/],
    ['no angles', message({ anglesDeg: [] }), /at which angles/],
    ['an angle that is none', message({ anglesDeg: [15, 25, 45, 75, 400] }), /is none/],
    [
      'fewer readings than angles',
      message({ reflectance: message().reflectance.slice(1) }),
      /another number of angles/,
    ],
    ['a missing band', message({ reflectance: message().reflectance.map((r) => r.slice(1)) }), /a band is missing/],
    [
      'a band that is no number',
      message({ reflectance: message().reflectance.map((r) => r.map(() => NaN)) }),
      /is no number/,
    ],
    ['per cent', message({ reflectance: message().reflectance.map((r) => r.map((v) => 100 * v)) }), /per cent/],
  ])('is refused for %s', (_, raw, says) => expect(said(raw)).toMatch(says));

  it('repeats to a tenth of a step or so, the same again from the same seed', () => {
    const lab = (n: number) =>
      labOfSpectrum(Float64Array.from(spectroReading(HELD, 3, n, NOW, NOW).reflectance[2] ?? []), 'D65');
    expect(lab(1)).toEqual(lab(1));
    for (let n = 1; n < 20; n++) expect(ciede2000(lab(n), lab(n + 1))).toBeLessThan(0.5);
  });
  it('a car of a formula is not the formula any more, and always the same car', () => {
    const car = (n: number) => spectroReading({ ...HELD, car: true }, 5, n, NOW, NOW).reflectance[2] ?? [];
    const lab = (r: number[]) => labOfSpectrum(Float64Array.from(r), 'D65');
    expect(ciede2000(lab(car(1)), lab(car(2)))).toBeLessThan(0.5);
    expect(ciede2000(lab(car(1)), lab(spectroReading(HELD, 5, 1, NOW, NOW).reflectance[2] ?? []))).toBeGreaterThan(0.3);
  });
  it('junk that it is asked for gives no junk', () => {
    const r = spectroReading({ ...HELD, toners: 'gold:9,,black-deep:abc,white:-4,white:1e9' }, 1, 0, NOW, NOW);
    expect(acceptSpectro(r, NOW).ok).toBe(true);
  });
});

it('draws are normal, also from small seeds', () => {
  const all = Array.from({ length: 400 }, (_, seed) => normalDraws(seed)()).sort((a, b) => a - b);
  const mean = all.reduce((a, b) => a + b, 0) / all.length;
  const sd = Math.sqrt(all.reduce((s, v) => s + (v - mean) ** 2, 0) / all.length);
  expect(Math.abs(mean)).toBeLessThan(0.15);
  expect(Math.abs(sd - 1)).toBeLessThan(0.15);
  expect(Math.abs(all[399]!)).toBeLessThan(4.5);
});
