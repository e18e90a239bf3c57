/**
 * Repair or replace: 10,000 draws of cost and elapsed time. Bound: 100 ms. Beside it: the same count of bare random
 * numbers from the generator, which no simulation can undercut.
 */
import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { decide, type DecisionInput, type Way } from '../src/core/plan';
import { percentile, report } from './report';

const tp = (low: number, likely: number, high: number) => ({ low, likely, high });
const way = (bought: number): Way => ({
  hours: tp(4, 6, 10),
  materials: tp(30, 50, 90),
  bought,
  waitDays: tp(0, 3, 14),
  surprise: 0.3,
  surpriseHours: tp(1, 2, 6),
});
const input: DecisionInput = { repair: way(0), replace: way(220), rate: 55, hoursADay: 6 };

const times: number[] = [];
for (let i = 0; i < 30; i++) {
  const t = performance.now();
  decide(input, 10_000, i);
  times.push(performance.now() - t);
}
const t = performance.now();
const rng = xoroshiro128plus(1);
let sum = 0;
for (let i = 0; i < 100_000; i++) sum += uniformFloat64(rng);
const bare = performance.now() - t;
console.log(
  `first ${times[0]!.toFixed(1)} ms, median ${percentile(times, 0.5).toFixed(1)} ms; 100,000 bare random numbers ${bare.toFixed(1)} ms (mean ${(sum / 100_000).toFixed(3)})`,
);
report('repair-replace', percentile(times, 0.95), 'ms', 100);
