/**
 * Questions to the log of 60 jobs of 300 entries each, the slowest of them. Bound: 100 ms on a phone (four times this machine). Beside it: one walk over all entries
 * that looks for a word in each as JSON.
 */
import { effectiveEvents, foldLog, lookupIn, SHIPPED_PRODUCTS } from '../src/core';
import { askableLog, askLog, parseQuestion } from '../src/core/record/ask';
import { bigJob } from './bigJob';
import { report } from './report';
import { processYardstick } from './yardstick';

const NOW = Date.UTC(2030, 4, 6, 8);
const SLOWER = 4;
const QUESTIONS = [
  'sprayed below 15 C',
  'P80 under primer',
  'above 70 %',
  'epoxy last month',
  'panel 7 upper',
  'filled',
  'nothing of the kind',
  'e',
];
const stick = processYardstick();
const products = lookupIn(SHIPPED_PRODUCTS);
const jobs = Array.from({ length: 60 }, (_, i) => {
  const { job, events } = bigJob(300, NOW, 8);
  return { job: { ...job, id: `job${i}` }, state: foldLog(events, products) };
});
stick.take();
const made0 = performance.now();
const log = askableLog(jobs, products);
const made = (performance.now() - made0) * SLOWER;
const took = QUESTIONS.map((text) => {
  // Of three the middle, since one may be disturbed.
  const runs = [0, 1, 2].map(() => {
    const t0 = performance.now();
    const hits = askLog(parseQuestion(text, NOW), log);
    return { ms: (performance.now() - t0) * SLOWER, hits: hits.length };
  });
  const [, middle] = runs.sort((a, b) => a.ms - b.ms);
  return { text, ms: middle?.ms ?? 0, hits: middle?.hits ?? 0 };
});
stick.take();
const t0 = performance.now();
let found = 0;
for (const j of jobs) for (const e of effectiveEvents(j.state)) if (JSON.stringify(e).includes('epoxy')) found++;
const walk = (performance.now() - t0) * SLOWER;
for (const t of took) console.log(`'${t.text}': ${t.hits} entries in ${t.ms.toFixed(0)} ms`);
console.log(`made ready once, as the page opens: ${made.toFixed(0)} ms`);
console.log(`a walk over all as JSON, ${found} found: ${walk.toFixed(0)} ms, at a quarter of this machine`);
const slowest = Math.max(...took.map((t) => t.ms));
report('ask', slowest, 'ms', 100, { stick });
