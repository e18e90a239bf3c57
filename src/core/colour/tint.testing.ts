import { normalDraws } from './draws';
import { labsOf, withToners, type CardFilm, type Pot, type Strengths, type TonerGrams } from './mixture';
import { pairUp, weightedDifference, type SeenPair } from './pairs';
import { learnStrengths, type ReadCard } from './strengths';
import type { Seen } from './readings';
import { BANDS, type Lab } from './spectrum';
import { planTint, type TintPlan } from './tint';
import { TONERS, tonerById } from './toners';
import { LIGHT_KINDS } from './lights';

/** A car and a pot whose toners are not as strong as the library says, and what a painter can do about it: for tests and benchmarks. */

export const ANGLES = [15, 25, 45, 75, 110] as const;
const LOOKS = { anglesDeg: ANGLES, lights: LIGHT_KINDS };
/** An instrument's scatter of the mean of three readings, in L*, a*, b*. */
const NOISE = 0.12;
const FILM: CardFilm = { filmUm: 24, ground: new Float64Array(BANDS).fill(0.28), flakeTilt: 1 };

/** Made-up colours, grams for a litre. */
const COLOURS: readonly Record<string, number>[] = [
  { 'aluminium-medium': 110, 'black-deep': 1.6, 'blue-green': 1.6, 'blue-red': 2.2, white: 1.5 },
  { 'aluminium-fine': 90, 'black-deep': 1, 'yellow-weak': 6, white: 3 },
  { 'aluminium-bright': 150, 'black-weak': 4, 'blue-weak': 3 },
  { white: 320, 'yellow-weak': 12, 'black-weak': 6 },
  { 'red-bright': 90, 'oxide-red': 30, maroon: 6, white: 8 },
  { 'blue-red': 60, 'blue-green': 20, white: 20, 'black-deep': 3 },
  { green: 50, 'yellow-warm': 15, 'black-deep': 4, white: 10 },
  { 'oxide-yellow': 60, white: 200, 'oxide-brown': 8 },
  { 'pearl-white': 40, 'aluminium-coarse': 40, 'black-weak': 3, 'blue-weak': 2 },
  { 'black-deep': 30, 'blue-red': 4, 'pearl-blue': 10 },
];

const potOf = (formula: Record<string, number>, litres = 1): Pot => ({
  toners: Object.entries(formula).flatMap(([id, g]): TonerGrams[] => {
    const toner = tonerById.get(id);
    return toner ? [{ toner, grams: g * litres }] : [];
  }),
  litres,
});

export interface Truth {
  pot: Pot;
  strengths: Strengths;
  /** How the car truly looks. */
  car: Float64Array;
  /** A reading of something that looks like that. */
  read(labs: Float64Array): Seen[];
  film: CardFilm;
}

/** A car, a pot that was mixed by its formula, and toners that are so far off the library's. */
export function truthOf(seed: number, off = 0.15): Truth {
  const normal = normalDraws(seed);
  const formula = COLOURS[seed % COLOURS.length] ?? {};
  const strengths = new Map(TONERS.map((t) => [t.id, Math.exp(off * normal())]));
  // The car is of another batch, and has faded since: each of its toners is more or less than the formula's, and it has yellowed or greyed a little.
  const aged = Object.fromEntries(Object.entries(formula).map(([id, g]) => [id, g * Math.exp(0.2 * normal())]));
  const fade = Math.abs(normal());
  const car = labsOf(
    potOf({
      ...aged,
      'oxide-yellow': (aged['oxide-yellow'] ?? 0) + 0.8 * fade,
      white: (aged.white ?? 0) + 0.5 * Math.abs(normal()),
    }),
    FILM,
    LOOKS,
    strengths,
  );
  const read = (labs: Float64Array): Seen[] =>
    ANGLES.flatMap((angleDeg, a) => {
      // Lights of one reading have its scatter in common.
      const noise = [NOISE * normal(), NOISE * normal(), NOISE * normal()];
      return LIGHT_KINDS.map((light, l): Seen => {
        const at = (a * LIGHT_KINDS.length + l) * 3;
        const lab: Lab = [labs[at]! + noise[0]!, labs[at + 1]! + noise[1]!, labs[at + 2]! + noise[2]!];
        return { angleDeg, light, lab, spread: [NOISE, NOISE, NOISE] };
      });
    });
  return { pot: potOf(formula), strengths, car, read, film: FILM };
}

/** How a pot's card truly looks. */
export const cardOf = (t: Truth, pot: Pot): Float64Array => labsOf(pot, t.film, LOOKS, t.strengths);

const seenExactly = (labs: Float64Array): Seen[] =>
  ANGLES.flatMap((angleDeg, a) =>
    LIGHT_KINDS.map((light, l): Seen => {
      const at = (a * LIGHT_KINDS.length + l) * 3;
      return { angleDeg, light, lab: [labs[at]!, labs[at + 1]!, labs[at + 2]!], spread: [0, 0, 0] };
    }),
  );
/** What a pot truly differs by from the car: nobody in the shop knows that. */
export const trueDifference = (t: Truth, pot: Pot): number =>
  weightedDifference(pairUp(seenExactly(t.car), seenExactly(cardOf(t, pot))));

export interface Corrected {
  /** True differences: as it was, and after each correction. */
  de: number[];
  plans: TintPlan[];
}

/** Card, reading, correction; and again, each time with what the cards have taught. */
export function correct(t: Truth, times: number): Corrected {
  const carRead = t.read(t.car);
  const cards: ReadCard[] = [];
  let pot = t.pot;
  const de = [trueDifference(t, pot)];
  const plans: TintPlan[] = [];
  for (let n = 0; n < times; n++) {
    const seen = t.read(cardOf(t, pot));
    cards.push({ pot, film: t.film, seen });
    const learned = learnStrengths(cards);
    const pairs: SeenPair[] = pairUp(carRead, seen);
    const plan = planTint({
      pot,
      film: { ...t.film, flakeTilt: learned.flakeTilts[n] ?? t.film.flakeTilt },
      pairs,
      available: TONERS.map((toner) => ({ toner, grams: 1000 })),
      growth: 0.3,
      most: 3,
      stepG: 0.1,
      strengths: learned.strengths,
      spread: learned.spread,
    });
    plans.push(plan);
    pot = withToners(pot, plan.additions);
    de.push(trueDifference(t, pot));
  }
  return { de, plans };
}
