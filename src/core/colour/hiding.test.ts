import fc from 'fast-check';
import {
  bestGrey,
  blackShare,
  coatsFromCard,
  coatsOf,
  coatsOverGrey,
  coatsToHide,
  greyOfLightness,
  lightnessOfGrey,
  MOST_COATS,
  transparentIn,
} from './hiding';
import { BANDS } from './spectrum';
import { tonerById, TONERS } from './toners';

const toner = (id: string, gPerL: number) => ({ toner: tonerById.get(id)!, gPerL });
const flat = (r: number) => new Float64Array(BANDS).fill(r);
const COAT_UM = 8;

describe('hiding', () => {
  it('black hides at once, white after some coats, transparent red after many', () => {
    const coats = (...toners: ReturnType<typeof toner>[]) => coatsToHide(coatsOf(toners, COAT_UM)) ?? MOST_COATS + 1;
    const black = coats(toner('black-deep', 60));
    const white = coats(toner('white', 350));
    const red = coats(toner('red-transparent', 120));
    expect(black).toBeLessThanOrEqual(3);
    expect(white).toBeGreaterThan(black);
    expect(red).toBeGreaterThan(black);
    expect(transparentIn([toner('red-transparent', 120), toner('white', 300)]).map((t) => t.toner.id)).toEqual([
      'red-transparent',
    ]);
    expect(transparentIn([toner('black-deep', 60)])).toEqual([]);
    expect(transparentIn([toner('pearl-white', 30)])).toHaveLength(1);
  });

  it('the best grey needs no more coats than any other; of a light colour it is light, of a dark one dark', () => {
    for (const toners of [
      [toner('yellow-warm', 150), toner('white', 60)],
      [toner('blue-red', 120), toner('white', 10)],
      [toner('aluminium-medium', 120), toner('black-deep', 14)],
    ]) {
      const film = coatsOf(toners, COAT_UM);
      const best = bestGrey(film)!;
      for (let l = 30; l <= 90; l += 10)
        expect(coatsOverGrey(film, greyOfLightness(l)) ?? 99).toBeGreaterThanOrEqual(best.coats);
      expect(best.coats).toBeLessThanOrEqual(coatsToHide(film) ?? 99);
    }
    const of = (id: string) => bestGrey(coatsOf([toner(id, 150), toner('white', 60)], COAT_UM))!.lightness;
    expect(of('yellow-lemon')).toBeGreaterThan(of('blue-red'));
  });

  it('by hand: L* 50 is 18.4 %; K/S 1.81 between 0.020 and 10.1 is 18 % of black', () => {
    expect(greyOfLightness(50)).toBeCloseTo(0.1842, 4);
    // (1 − 0.1842)² / 0.3684 = 1.807; (1 − 0.82)² / 1.64 = 0.0198; (1 − 0.045)² / 0.09 = 10.13.
    expect(blackShare(greyOfLightness(50))).toBeCloseTo((1.807 - 0.0198) / (10.13 - 0.0198), 3);
    expect(lightnessOfGrey(greyOfLightness(37))).toBeCloseTo(37, 2);
  });

  it('more coats never show more of the ground', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...TONERS.filter((t) => t.sort === 'pigment')),
        fc.integer({ min: 20, max: 300 }),
        (t, gPerL) => {
          const film = coatsOf([{ toner: t, gPerL }], COAT_UM);
          const apart = (n: number) => Math.abs(film(n, flat(0.8), 45)[15]! - film(n, flat(0.05), 45)[15]!);
          for (let n = 1; n < 6; n++) expect(apart(n + 1)).toBeLessThanOrEqual(apart(n) + 1e-12);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('a card over black and white says what the formula says', () => {
    for (const toners of [
      [toner('red-bright', 120), toner('white', 40)],
      [toner('yellow-warm', 160)],
      [toner('white', 300)],
    ]) {
      const formula = coatsOf(toners, COAT_UM);
      const over = { black: formula(2, flat(0.045), 45), white: formula(2, flat(0.82), 45) };
      const card = coatsFromCard(over, 2);
      for (const n of [1, 2, 4])
        card(n, flat(0.3), 45).forEach((r, i) => expect(r).toBeCloseTo(formula(n, flat(0.3), 45)[i]!, 4));
      expect(coatsToHide(card)).toBe(coatsToHide((c, g) => formula(c, g, 45)));
    }
  });

  it('a card that hides already gives figures that can be', () => {
    const same = flat(0.2);
    const film = coatsFromCard({ black: same, white: same }, 3);
    expect(film(3, flat(0.8), 45).every((r) => r > 0 && r < 1)).toBe(true);
  });
});
