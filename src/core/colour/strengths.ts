import { Matrix, solve } from 'ml-matrix';
import { labsOf, type CardFilm, type Looks, type Pot, type Strengths } from './mixture';
import type { Seen } from './readings';

/** A card that was sprayed out of a pot as it was then, and what was read of it. */
export interface ReadCard {
  pot: Pot;
  film: CardFilm;
  seen: readonly Seen[];
}

/** What is known of toners before any card: as the library has them, give or take this share. */
export const STRENGTH_SD = 0.15;
/** A hand is known to so much of the tilt of its flake. */
const LAY_SD = 0.05;
/** What the model itself is off by, in L*, a*, b*: no reading pulls harder than that. */
const MODEL_SD = 0.35;
const ROUNDS = 6;
const NUDGE = 0.02;
/** Strengths outside of this were misread. */
const BOUNDS = [0.4, 2.2] as const;

export interface LearnedStrengths {
  strengths: Strengths;
  /** One standard deviation of each, as a share. */
  spread: Strengths;
  /** Of each card, the tilt that fits it. */
  flakeTilts: readonly number[];
}

/** Looks that some readings have in common, in one order. */
export function looksOf(seen: readonly Seen[]): Looks {
  return {
    anglesDeg: [...new Set(seen.map((s) => s.angleDeg))].sort((a, b) => a - b),
    lights: [...new Set(seen.map((s) => s.light))],
  };
}

/**
 * What the cards of one pot teach of its toners: strengths shrunk towards the library's, as the most probable ones given normal readings and a normal prior
 * (maximum a posteriori by Gauss and Newton, Gelman et al., 'Bayesian Data Analysis', 4.1). Each card's tilt is let move a little with them, so that a
 * hand that was wetter is not taken for toner.
 */
export function learnStrengths(cards: readonly ReadCard[]): LearnedStrengths {
  const ids = [...new Set(cards.flatMap((c) => c.pot.toners.map((t) => t.toner.id)))];
  const n = ids.length;
  // Logarithms: a toner twice as strong is as far off as one half as strong.
  const x = new Array<number>(n + cards.length).fill(0);
  const sd = (i: number) => (i < n ? STRENGTH_SD : LAY_SD);
  const strengthsAt = (at: readonly number[]): Strengths => new Map(ids.map((id, i) => [id, Math.exp(at[i] ?? 0)]));
  const targets = cards.map((c) => {
    const looks = looksOf(c.seen);
    const figures: { at: number; value: number; sd: number }[] = [];
    looks.anglesDeg.forEach((angle, a) =>
      looks.lights.forEach((light, l) => {
        const s = c.seen.find((x) => x.angleDeg === angle && x.light === light);
        if (!s) return;
        for (const axis of [0, 1, 2] as const)
          figures.push({
            at: (a * looks.lights.length + l) * 3 + axis,
            value: s.lab[axis],
            // Lights of one reading say nearly the same: together they count as one.
            sd: Math.hypot(MODEL_SD, s.spread[axis]) * Math.sqrt(looks.lights.length),
          });
      }),
    );
    return { looks, figures };
  });
  const predict = (at: readonly number[]): number[] => {
    const strengths = strengthsAt(at);
    return cards.flatMap((c, i) => {
      const { looks, figures } = targets[i]!;
      const labs = labsOf(
        c.pot,
        { ...c.film, flakeTilt: c.film.flakeTilt * Math.exp(at[n + i] ?? 0) },
        looks,
        strengths,
      );
      return figures.map((f) => labs[f.at]! / f.sd);
    });
  };
  const goal = targets.flatMap((t) => t.figures.map((f) => f.value / f.sd));
  if (goal.length === 0 || n === 0)
    return { strengths: new Map(), spread: new Map(), flakeTilts: cards.map((c) => c.film.flakeTilt) };
  let information = new Matrix(0, 0);
  for (let round = 0; round < ROUNDS; round++) {
    const now = predict(x);
    const columns = x.map((_, i) => {
      const moved = predict(x.map((v, k) => (k === i ? v + NUDGE : v)));
      return moved.map((v, k) => (v - now[k]!) / NUDGE);
    });
    information = new Matrix(columns.map((a, i) => columns.map((b, j) => dot(a, b) + (i === j ? 1 / sd(i) ** 2 : 0))));
    const off = goal.map((g, k) => g - now[k]!);
    const slope = Matrix.columnVector(columns.map((c, i) => dot(c, off) - x[i]! / sd(i) ** 2));
    const step = solve(information, slope).to1DArray();
    x.forEach((v, i) => (x[i] = Math.max(Math.log(BOUNDS[0]), Math.min(Math.log(BOUNDS[1]), v + (step[i] ?? 0)))));
    if (Math.max(...step.map(Math.abs)) < 1e-4) break;
  }
  const variance = solve(information, Matrix.eye(x.length)).diagonal();
  return {
    strengths: strengthsAt(x),
    spread: new Map(ids.map((id, i) => [id, Math.sqrt(Math.max(0, variance[i] ?? STRENGTH_SD ** 2))])),
    flakeTilts: cards.map((c, i) => c.film.flakeTilt * Math.exp(x[n + i] ?? 0)),
  };
}

const dot = (a: readonly number[], b: readonly number[]): number => a.reduce((s, v, i) => s + v * b[i]!, 0);
