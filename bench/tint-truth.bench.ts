/**
 * Blind truth: 100 seeded cars and pots whose toners are 15 % stronger or weaker than the library's, read with an instrument's noise. A card, a
 * correction; a card, a second one. Bounds: after one the median true difference under 1.0, nine in ten better than before; after two nine in ten under
 * 0.8; and none worse than leaving it alone by more than the noise. Beside it: what the same corrections would do with the library's own strengths.
 */
import { correct, truthOf } from '../src/core/colour/tint.testing';
import { percentile, report } from './report';

/** Two readings, each of that scatter, differ by about so much though nothing did. */
const NOISE_DE = 0.25;
const runs = Array.from({ length: 100 }, (_, i) => correct(truthOf(i + 1), 2).de);
const known = Array.from({ length: 100 }, (_, i) => correct(truthOf(i + 1, 0), 1).de);
const at = (n: number) => runs.map((de) => de[n] ?? NaN);
const [before, one, two] = [at(0), at(1), at(2)];
const better = runs.filter((de) => (de[1] ?? NaN) < (de[0] ?? NaN)).length;
const worse = runs.filter((de) => Math.max(de[1] ?? NaN, de[2] ?? NaN) > (de[0] ?? NaN) + NOISE_DE).length;
const f = (x: number) => x.toFixed(2);
console.log(
  `before ${f(percentile(before, 0.5))} (nine in ten under ${f(percentile(before, 0.9))}); after one ${f(percentile(one, 0.5))} (${f(percentile(one, 0.9))}), ${better} better, ${worse} worse; after two ${f(percentile(two, 0.5))} (${f(percentile(two, 0.9))}); were strengths known: ${f(
    percentile(
      known.map((de) => de[1] ?? NaN),
      0.5,
    ),
  )}`,
);
report('tint-truth', percentile(one, 0.5), 'ΔE', 1, {
  ok: percentile(one, 0.5) < 1 && better >= 90 && percentile(two, 0.9) < 0.8 && worse === 0,
});
