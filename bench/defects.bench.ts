/**
 * Why a defect is there: 2,000 histories with a planted cause (by the simulator of the tests), each read from its log and asked up to three questions. How often
 * the cause is among the first three and the first, the curve of odds against what came true, and how long one answer takes; bound 20 ms, the longest
 * of a hundred, at the yardstick: it is worked out while a finger waits.
 */
import { knownFromLog } from '../src/core/defects/fromLog';
import { whyDefect, type Known } from '../src/core/defects/why';
import { plantedCase } from '../src/core/defects/why.testing';
import { percentile, report } from './report';
import { processYardstick } from './yardstick';

const N = 2000;
const stick = processYardstick();
let [top, among] = [0, 0];
const bins = Array.from({ length: 10 }, () => ({ n: 0, hits: 0 }));
const took: number[] = [];
for (let i = 0; i < N; i++) {
  if (i % 20 === 0) stick.take();
  const planted = plantedCase(900_000 + i, i % 4 !== 0);
  const t0 = performance.now();
  let known: Known = knownFromLog(planted.case);
  let why = whyDefect(planted.kind, known);
  took.push(performance.now() - t0);
  for (let n = 0; n < 3 && why.ask; n++) {
    known = { ...known, [why.ask]: { is: planted.answers[why.ask] ?? false, from: 'said' } };
    why = whyDefect(planted.kind, known);
  }
  const rank = why.causes.findIndex((c) => c.cause === planted.cause);
  if (rank === 0) top++;
  if (rank >= 0 && rank < 3) among++;
  const bin = bins[Math.min(9, Math.floor((why.causes[0]?.odds ?? 0) * 10))];
  if (bin) {
    bin.n++;
    if (rank === 0) bin.hits++;
  }
}
console.log(
  `first in ${((100 * top) / N).toFixed(1)} of 100, among the first three in ${((100 * among) / N).toFixed(1)}`,
);
for (const [i, b] of bins.entries())
  if (b.n > 0)
    console.log(
      `said ${i * 10} to ${i * 10 + 10} in 100: came true ${((100 * b.hits) / b.n).toFixed(0)} of 100 (${b.n})`,
    );
report('defects', percentile(took, 0.99), 'ms', 20, { stick });
