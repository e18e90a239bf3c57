/**
 * CIEDE2000 of 200,000 pairs in arrays, beside culori's of the same pairs as its colours; bound: at least 3 times as fast, median of 9 each. Both have to
 * give the same within 1e-6, in the order in which culori takes its two colours.
 */
import { differenceCiede2000, type Lab65 } from 'culori';
import { ciede2000Pairs } from '../src/core/colour';
import { percentile, report } from './report';

const N = 200_000;
let seed = 5;
const random = () => (seed = (seed * 16_807) % 2_147_483_647) / 2_147_483_647;

const one = new Float64Array(3 * N);
const two = new Float64Array(3 * N);
for (let i = 0; i < 3 * N; i += 3) {
  one[i] = 100 * random();
  one[i + 1] = 160 * random() - 80;
  one[i + 2] = 160 * random() - 80;
  // As a card beside a car: near.
  for (let axis = 0; axis < 3; axis++) two[i + axis] = one[i + axis]! + 6 * random() - 3;
}
const colours = (from: Float64Array): Lab65[] =>
  Array.from({ length: N }, (_, i) => ({ mode: 'lab65', l: from[3 * i]!, a: from[3 * i + 1]!, b: from[3 * i + 2]! }));
const [left, right] = [colours(one), colours(two)];
const theirs = differenceCiede2000();

const ours: number[] = [];
const peer: number[] = [];
const out = new Float64Array(N);
const expected = new Float64Array(N);
for (let run = 0; run < 9; run++) {
  let t0 = performance.now();
  ciede2000Pairs(one, two, out);
  ours.push(performance.now() - t0);
  t0 = performance.now();
  for (let i = 0; i < N; i++) expected[i] = theirs(left[i]!, right[i]!);
  peer.push(performance.now() - t0);
}
const off = out.reduce((most, v, i) => Math.max(most, Math.abs(v - expected[i]!)), 0);
const faster = percentile(peer, 0.5) / percentile(ours, 0.5);
console.log(
  `${N} pairs: ours ${percentile(ours, 0.5).toFixed(1)} ms, culori ${percentile(peer, 0.5).toFixed(1)} ms; furthest apart ${off.toExponential(1)}`,
);
report('ciede2000', faster, 'times', 3, { ok: faster >= 3 && off < 1e-6 });
