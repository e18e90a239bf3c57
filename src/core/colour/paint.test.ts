import fc from 'fast-check';
import { absorptionRatio, cameBackInside, reflectanceOver, reflectanceThick, seenOutside } from './kubelkaMunk';
import { flakeTiltOf, LAY, turned, turnsFor, type Spraying } from './flakeTilt';
import { flakeShare, reflectanceAt } from './paint';
import { BANDS, labOfSpectrum } from './spectrum';
import { tonerById, TONERS } from './toners';
import { APPLICATION_KINDS } from '../library/application';

const unit = (max = 1) => fc.double({ min: 0.001, max, noNaN: true });

describe('a pigmented film', () => {
  it('by hand: K = S thick is 2 − √3; K/S of a half is a quarter; 0.5 inside is 0.274 outside', () => {
    expect(reflectanceThick(1, 1)).toBeCloseTo(2 - Math.sqrt(3), 12);
    expect(absorptionRatio(0.5)).toBeCloseTo(0.25, 12);
    // 0.96 · 0.4 · 0.5 / (1 − 0.3)
    expect(seenOutside(0.5)).toBeCloseTo(0.192 / 0.7, 12);
  });

  it('the tint of the docs, by hand at 550 nm: 300 g/L of white shows 0.858, with 0.9 g of black 0.704', () => {
    const at = 15;
    const [white, black] = [tonerById.get('white')!, tonerById.get('black-deep')!];
    const seen = (g: number) =>
      seenOutside(reflectanceThick(300 * white.k[at]! + g * black.k[at]!, 300 * white.s[at]! + g * black.s[at]!));
    expect(seen(0)).toBeCloseTo(0.858, 3);
    expect(absorptionRatio(cameBackInside(0.7))).toBeCloseTo(0.0096, 4);
    expect(seen(0.944)).toBeCloseTo(0.7, 3);
    expect(seen(0.9)).toBeCloseTo(0.704, 3);
  });

  it('over a ground it is the exponential form of the formula', () => {
    fc.assert(
      fc.property(unit(2), unit(2), unit(30), unit(), (k, s, x, rg) => {
        const r = reflectanceThick(k, s);
        const e = Math.exp(-s * x * (1 / r - r));
        const expected = (((rg - r) / r) * e - r * (rg - 1 / r)) / ((rg - r) * e - (rg - 1 / r));
        expect(reflectanceOver(k, s, x, rg)).toBeCloseTo(expected, 8);
      }),
    );
  });

  it('nothing over a ground is the ground, much is the thick film, and white without absorption goes to white', () => {
    expect(reflectanceOver(0.1, 0.2, 0, 0.4)).toBeCloseTo(0.4, 9);
    expect(reflectanceOver(0.1, 0.2, 1e6, 0.4)).toBeCloseTo(reflectanceThick(0.1, 0.2), 9);
    // By hand: S·X = 3 over black is 3 / 4.
    expect(reflectanceOver(0, 0.3, 10, 0)).toBeCloseTo(0.75, 6);
    expect(reflectanceOver(0.1, 0, 10, 0.5)).toBeCloseTo(0.5 * Math.exp(-2), 9);
  });

  it('the surface is undone by its inverse', () => {
    fc.assert(fc.property(unit(), (r) => expect(cameBackInside(seenOutside(r))).toBeCloseTo(r, 10)));
  });

  it('more of it is nearer to the thick film, over any ground', () => {
    fc.assert(
      fc.property(unit(2), unit(2), unit(10), unit(10), unit(), (k, s, x, more, rg) => {
        const thick = reflectanceThick(k, s);
        const near = Math.abs(reflectanceOver(k, s, x + more, rg) - thick);
        expect(near).toBeLessThanOrEqual(Math.abs(reflectanceOver(k, s, x, rg) - thick) + 1e-12);
      }),
    );
  });
});

describe('flake', () => {
  it('by hand: at 15° a plate is tilted 5°, and with 11.5° of spread exp(−25/264.5) of it shows', () => {
    expect(flakeShare(15, 11.5, 1)).toBeCloseTo(Math.exp(-25 / 264.5), 12);
  });

  const silver = [
    { toner: tonerById.get('aluminium-medium')!, gPerL: 200 },
    { toner: tonerById.get('black-deep')!, gPerL: 3 },
  ];
  const ground = new Float64Array(BANDS).fill(0.3);
  const lightness = (flakeTilt: number, angleDeg: number) =>
    labOfSpectrum(reflectanceAt({ toners: silver, filmUm: 15, ground, flakeTilt }, angleDeg), 'D65')[0];

  it('falls from face-on to along; wetter is lighter face-on and darker along', () => {
    const book = [15, 25, 45, 75, 110].map((a) => lightness(1, a));
    expect([...book].sort((a, b) => b - a)).toEqual(book);
    expect(lightness(0.85, 15)).toBeGreaterThan(lightness(1, 15) + 1);
    expect(lightness(0.85, 75)).toBeLessThan(lightness(1, 75) - 1);
    expect(lightness(1.2, 15)).toBeLessThan(lightness(1, 15) - 1);
    expect(lightness(1.2, 75)).toBeGreaterThan(lightness(1, 75) + 1);
  });

  it('every toner gives fractions that can be, at every angle, whatever the film', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...TONERS),
        fc.constantFrom(...TONERS),
        unit(500),
        unit(500),
        fc.double({ min: 0, max: 100, noNaN: true }),
        fc.double({ min: LAY.wettest, max: LAY.driest, noNaN: true }),
        fc.constantFrom(15, 25, 45, 75, 110),
        (a, b, ga, gb, filmUm, flakeTilt, angle) => {
          const toners = [
            { toner: a, gPerL: ga },
            { toner: b, gPerL: gb },
          ];
          for (const r of reflectanceAt({ toners, filmUm, ground, flakeTilt }, angle)) {
            expect(r).toBeGreaterThanOrEqual(0);
            expect(r).toBeLessThan(6);
          }
        },
      ),
    );
    expect(new Set(TONERS.map((t) => t.id)).size).toBe(TONERS.length);
    expect(TONERS.filter((t) => t.sort === 'flake')).toHaveLength(4);
    expect(TONERS.filter((t) => t.sort === 'pearl')).toHaveLength(3);
    expect(TONERS.length).toBeGreaterThanOrEqual(24);
  });
});

describe('how flake lies', () => {
  const how = fc.record({
    application: fc.constantFrom(...APPLICATION_KINDS),
    thinner: fc.constantFrom('fast' as const, 'usual' as const, 'slow' as const),
    distanceMm: fc.integer({ min: 80, max: 400 }),
    lastCoat: fc.constantFrom('wet' as const, 'usual' as const, 'drop' as const),
    filmShare: fc.double({ min: 0.3, max: 2, noNaN: true }),
    tempC: fc.integer({ min: 5, max: 40 }),
  });

  it('by hand: slow thinner at 18 cm in 20 °C is 0.9; the book is 1', () => {
    expect(flakeTiltOf({ application: 'lowPressureGun' })).toBe(1);
    expect(flakeTiltOf({ application: 'lowPressureGun', thinner: 'slow' })).toBeCloseTo(0.9, 12);
  });

  it('whatever makes it wetter never lays it steeper', () => {
    fc.assert(
      fc.property(how, (h: Required<Pick<Spraying, 'distanceMm' | 'filmShare' | 'tempC'>> & Spraying) => {
        const flakeTilt = flakeTiltOf(h);
        expect(flakeTilt).toBeGreaterThanOrEqual(LAY.wettest);
        expect(flakeTilt).toBeLessThanOrEqual(LAY.driest);
        for (const wetter of [
          { ...h, thinner: 'slow' as const },
          { ...h, distanceMm: h.distanceMm * 0.8 },
          { ...h, filmShare: h.filmShare * 1.2 },
          { ...h, lastCoat: 'wet' as const },
          { ...h, tempC: h.tempC - 3 },
        ])
          expect(flakeTiltOf(wetter)).toBeLessThanOrEqual(flakeTilt + 1e-12);
      }),
    );
  });

  it('what is turned goes the way that is asked for, and comes nearer to it', () => {
    fc.assert(
      fc.property(how, fc.double({ min: 0.7, max: 1.4, noNaN: true }), (h, factor) => {
        const turns = turnsFor(factor, h);
        const off = (spraying: Spraying) => Math.abs(Math.log(flakeTiltOf(spraying) / flakeTiltOf(h) / factor));
        const after = turned(h, turns);
        expect(off(after)).toBeLessThanOrEqual(off(h) + 1e-12);
        if (turns.length > 0) expect(flakeTiltOf(after) > flakeTiltOf(h)).toBe(factor > 1);
      }),
    );
  });

  it('what was sprayed dry on purpose is undone first: no drop coat, the usual thinner', () => {
    const dry: Spraying = { application: 'lowPressureGun', lastCoat: 'drop' };
    expect(turnsFor(1 / 1.12, dry)).toEqual([{ what: 'lastCoat', to: 'usual' }]);
    expect(turnsFor(1 / 1.12, { application: 'lowPressureGun', thinner: 'fast' })).toEqual([
      { what: 'thinner', to: 'usual' },
    ]);
    expect(turnsFor(1, dry)).toEqual([]);
  });
});
