import fc from 'fast-check';
import { labsOf, withToners, type CardFilm, type Pot } from './mixture';
import { reflectanceAt } from './paint';
import { pairUp, weightedDifference } from './pairs';
import { learnStrengths } from './strengths';
import { BANDS, labOfSpectrum } from './spectrum';
import { afterPouring, isPastSaving, planTint, tintLines, type TintAsk } from './tint';
import { correct, truthOf } from './tint.testing';
import { TONERS, tonerById } from './toners';
import { LIGHT_KINDS } from './lights';

const FILM: CardFilm = { filmUm: 24, ground: new Float64Array(BANDS).fill(0.28), flakeTilt: 1 };
const LOOKS = { anglesDeg: [15, 45, 75], lights: ['D65', 'A'] as const };
const pot = (of: Record<string, number>, litres = 1): Pot => ({
  toners: Object.entries(of).map(([id, grams]) => ({ toner: tonerById.get(id)!, grams })),
  litres,
});
const SLATE = { 'aluminium-medium': 110, 'black-deep': 1.6, 'blue-green': 1.6, 'blue-red': 2.2, white: 1.5 };

/** A pot that lacks something, and the car that has it. */
function lacking(missing: Record<string, number>, over: Partial<TintAsk> = {}): TintAsk {
  const one = pot(SLATE);
  const other = withToners(
    one,
    Object.entries(missing).map(([id, grams]) => ({ toner: tonerById.get(id)!, grams })),
  );
  const [card, car] = [labsOf(one, FILM, LOOKS), labsOf(other, FILM, LOOKS)];
  const pairs = LOOKS.anglesDeg.flatMap((angleDeg, a) =>
    LOOKS.lights.map((light, l) => {
      const at = (a * LOOKS.lights.length + l) * 3;
      const lab = (x: Float64Array) => [x[at]!, x[at + 1]!, x[at + 2]!] as const;
      return { angleDeg, light, car: lab(car), card: lab(card), spread: [0.1, 0.1, 0.1] as const };
    }),
  );
  return {
    pot: one,
    film: FILM,
    pairs,
    available: TONERS.map((toner) => ({ toner, grams: 500 })),
    growth: 0.2,
    most: 3,
    stepG: 0.1,
    ...over,
  };
}

describe('what a pot looks like', () => {
  it('is what the model of a film says, angle by angle and light by light', () => {
    const labs = labsOf(pot(SLATE), FILM, LOOKS);
    const toners = Object.entries(SLATE).map(([id, gPerL]) => ({ toner: tonerById.get(id)!, gPerL }));
    LOOKS.anglesDeg.forEach((angle, a) =>
      LOOKS.lights.forEach((light, l) => {
        const expected = labOfSpectrum(reflectanceAt({ ...FILM, toners }, angle), light);
        expected.forEach((v, i) => expect(labs[(a * LOOKS.lights.length + l) * 3 + i]).toBeCloseTo(v, 9));
      }),
    );
  });
  it('grows by what is poured: 14.5 g of white at 1.45 kg/L are 10 mL', () => {
    const grown = withToners(pot(SLATE), [{ toner: tonerById.get('white')!, grams: 14.5 }]);
    expect(grown.litres).toBeCloseTo(1.01, 12);
    expect(grown.toners.find((t) => t.toner.id === 'white')!.grams).toBeCloseTo(16, 12);
  });
});

describe('a tint', () => {
  it('finds what is missing', () => {
    const plan = planTint(lacking({ 'black-deep': 0.6, 'oxide-yellow': 1.5 }));
    expect(plan.before).toBeGreaterThan(1);
    expect(plan.after).toBeLessThan(0.3);
    expect(plan.additions.length).toBeLessThanOrEqual(3);
  });

  it('a pot that stays over what a blend hides, whatever is added, is past saving; one that can be brought there is not', () => {
    const far = planTint(lacking({ 'black-deep': 14, 'oxide-yellow': 30 }));
    expect(isPastSaving(far, 2)).toBe(far.low > 2);
    expect(isPastSaving({ ...far, low: 14.3, after: 14.3 }, 2)).toBe(true);
    expect(isPastSaving(planTint(lacking({ 'black-deep': 0.6, 'oxide-yellow': 1.5 })), 2)).toBe(false);
  });
  it('the same colour needs nothing; with no growth, no toner or an empty pot nothing is added', () => {
    expect(planTint(lacking({})).additions).toEqual([]);
    const much = { 'black-deep': 0.6, 'oxide-yellow': 1.5 };
    for (const over of [{ growth: 0 }, { available: [] }, { pot: pot(SLATE, 0) }, { pairs: [] }])
      expect(planTint(lacking(much, over)).additions).toEqual([]);
  });

  it('what cannot be taken out is not: a car with less black gets no black', () => {
    const ask = lacking({ 'black-deep': 0.8 });
    const turned = planTint({ ...ask, pairs: ask.pairs.map((p) => ({ ...p, car: p.card, card: p.car })) });
    expect(turned.additions.some((a) => a.toner.id.startsWith('black'))).toBe(false);
  });

  it('keeps to the growth, the shelf, the number of toners and the scale, and never gets worse', () => {
    let helped = 0;
    fc.assert(
      fc.property(
        fc.record({
          'black-deep': fc.integer({ min: 0, max: 20 }).map((n) => n / 10),
          'oxide-yellow': fc.integer({ min: 0, max: 30 }).map((n) => n / 10),
          'blue-green': fc.integer({ min: 0, max: 20 }).map((n) => n / 10),
        }),
        fc.integer({ min: 1, max: 100 }).map((n) => n / 1000),
        fc.integer({ min: 1, max: 3 }),
        fc.constantFrom(0.1, 0.5, 1),
        fc.integer({ min: 5, max: 500 }).map((n) => n / 100),
        (missing, growth, most, stepG, onShelf) => {
          const plan = planTint(
            lacking(missing, { growth, most, stepG, available: TONERS.map((toner) => ({ toner, grams: onShelf })) }),
          );
          if (plan.additions.length > 0) helped++;
          expect(plan.additions.length).toBeLessThanOrEqual(most);
          expect(plan.grows).toBeLessThanOrEqual(growth + 1e-9);
          expect(plan.after).toBeLessThanOrEqual(plan.before);
          for (const a of plan.additions) {
            expect(a.grams).toBeGreaterThan(0);
            expect(a.grams).toBeLessThanOrEqual(onShelf + 1e-9);
            expect(Math.abs(a.grams / stepG - Math.round(a.grams / stepG))).toBeLessThan(1e-6);
          }
        },
      ),
      { numRuns: 12 },
    );
    expect(helped).toBeGreaterThan(4);
  });

  it('readings that are not sure are corrected by half, or not at all', () => {
    const ask = lacking({ 'black-deep': 0.35 });
    const unsure = planTint({ ...ask, pairs: ask.pairs.map((p) => ({ ...p, spread: [2, 2, 2] as const })) });
    expect(unsure.half || unsure.additions.length === 0).toBe(true);
  });

  it('a hand that went over is answered by less of the rest', () => {
    const ask = lacking({ 'black-deep': 0.6, 'oxide-yellow': 1.5 });
    const black = { toner: tonerById.get('black-deep')!, grams: 0.6 };
    const after = afterPouring(ask, [black]);
    expect(weightedDifference(after.pairs)).toBeLessThan(weightedDifference(ask.pairs));
    expect(after.growth).toBeLessThan(ask.growth);
    expect(after.available.find((a) => a.toner.id === 'black-deep')!.grams).toBeCloseTo(499.4, 9);
    const rest = planTint({ ...after, available: after.available.filter((a) => a.toner.id === 'oxide-yellow') });
    expect(rest.additions[0]!.grams).toBeGreaterThan(1);
    expect(rest.additions[0]!.grams).toBeLessThan(2);
  });

  it('its lines are cumulative on the scale', () => {
    const [a, b] = tintLines([
      { toner: tonerById.get('white')!, grams: 1.5 },
      { toner: tonerById.get('maroon')!, grams: 0.4 },
    ]);
    expect([a!.pourToG, b!.pourToG]).toEqual([1.5, 1.9]);
  });
});

describe('strengths', () => {
  it('what no card says stays as the library has it; what cards say comes nearer to the truth', () => {
    expect(learnStrengths([])).toMatchObject({ flakeTilts: [] });
    let [nearer, of] = [0, 0];
    for (let seed = 200; seed < 212; seed++) {
      const t = truthOf(seed);
      const seen = t.read(
        labsOf(t.pot, t.film, { anglesDeg: [15, 25, 45, 75, 110], lights: LIGHT_KINDS }, t.strengths),
      );
      const learned = learnStrengths([{ pot: t.pot, film: t.film, seen }]);
      for (const { toner } of t.pot.toners) {
        const truth = Math.log(t.strengths.get(toner.id)!);
        if (Math.abs(truth) < 0.1) continue;
        of++;
        if (Math.abs(Math.log(learned.strengths.get(toner.id)!) - truth) < Math.abs(truth)) nearer++;
        expect(learned.spread.get(toner.id)!).toBeLessThanOrEqual(0.15 + 1e-9);
      }
    }
    expect(of).toBeGreaterThan(15);
    expect(nearer / of).toBeGreaterThan(0.75);
  });
});

it('a pot whose toners are 15 % off comes to the car in two corrections', () => {
  for (const seed of [6, 8, 12]) {
    const { de } = correct(truthOf(seed), 2);
    expect(de[1]!).toBeLessThan(de[0]!);
    expect(de[2]!).toBeLessThan(0.8);
  }
});

it('pairs are of what both were seen at', () => {
  const seen = truthOf(3).read(truthOf(3).car);
  expect(pairUp(seen, seen)).toHaveLength(15);
});

describe('the growth that was allowed', () => {
  it('by hand: of a litre that may grow by a fifth, 145 g of white (1.45 kg/L) leave 1.2 / 1.1 - 1', () => {
    const white = { toner: tonerById.get('white')!, grams: 145 };
    const ask = lacking({ 'black-deep': 0.6 });
    const litres = ask.pot.litres;
    const after = afterPouring(ask, [white]);
    expect(after.pot.litres).toBeCloseTo(litres + 0.1, 12);
    expect(after.growth).toBeCloseTo((litres * 1.2) / (litres + 0.1) - 1, 12);
  });
  it('that is used up is none, and what is poured is gone from the shelf', () => {
    const ask = lacking({ 'black-deep': 0.6 });
    const { toner, grams } = ask.available[0]!;
    const after = afterPouring(ask, [{ toner, grams: 1000 }]);
    expect(after.growth).toBe(0);
    expect(after.available[0]!.grams).toBe(Math.max(0, grams - 1000));
    expect(planTint(after).additions).toEqual([]);
    expect(afterPouring(ask, [{ toner, grams: 5 }]).available[0]!.grams).toBeCloseTo(grams - 5, 9);
  });
});
