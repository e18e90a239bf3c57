/**
 * Repair or replace: 10,000 draws of cost and elapsed time, in the app's own worker in Chromium, from the question until the
 * answer is back on the page. Bound: 100 ms, and the same seed gives the same answer as the core does here. Beside it: the core in
 * Node.js, and as many bare random numbers from the generator, which no simulation can undercut.
 */
import { uniformFloat64 } from 'pure-rand/distribution/uniformFloat64';
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus';
import { decide, type DecisionInput, type Way } from '../src/core/plan';
import { openBench } from './browser';
import { percentile, report } from './report';
import { processYardstick } from './yardstick';

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

const DRAWS = 10_000;
const ROUNDS = 30;

/** Asks the worker as the page does (comlink's messages), and times every answer. Runs in the page. */
async function inWorker(a: { url: string; input: DecisionInput; draws: number; rounds: number }) {
  const worker = new Worker(a.url);
  const ask = (seed: number) =>
    new Promise<{ repairCheaper: number }>((resolve) => {
      const id = `ask ${seed}`;
      const heard = (e: MessageEvent<{ id: string; value: { repairCheaper: number } }>) => {
        if (e.data.id !== id) return;
        worker.removeEventListener('message', heard);
        resolve(e.data.value);
      };
      worker.addEventListener('message', heard);
      const argumentList = [a.input, a.draws, seed].map((value) => ({ type: 'RAW', value }));
      worker.postMessage({ id, type: 'APPLY', path: ['decide'], argumentList });
    });
  // The first answer also waits for the script to be loaded: a person sees the page then, not the wait.
  await ask(-1);
  const times: number[] = [];
  const chances: number[] = [];
  for (let i = 0; i < a.rounds; i++) {
    const t = performance.now();
    chances.push((await ask(i)).repairCheaper);
    times.push(performance.now() - t);
  }
  worker.terminate();
  return { times, chances };
}

async function main(): Promise<void> {
  const stick = processYardstick();
  const { url, browser, close } = await openBench();
  const page = await browser.newPage();
  const [worker] = await Promise.all([page.waitForEvent('worker'), page.goto(`${url}/decide?demo`)]);
  const there = await page.evaluate(inWorker, { url: worker.url(), input, draws: DRAWS, rounds: ROUNDS });
  await close();
  const here: number[] = [];
  const chances: number[] = [];
  for (let i = 0; i < ROUNDS; i++) {
    const t = performance.now();
    chances.push(decide(input, DRAWS, i).repairCheaper);
    here.push(performance.now() - t);
  }
  const t = performance.now();
  const rng = xoroshiro128plus(1);
  let sum = 0;
  for (let i = 0; i < 10 * DRAWS; i++) sum += uniformFloat64(rng);
  const bare = performance.now() - t;
  const same = chances.every((c, i) => c === there.chances[i]);
  console.log(
    `worker: median ${percentile(there.times, 0.5).toFixed(1)} ms; core in Node.js: median ${percentile(here, 0.5).toFixed(1)} ms; 100,000 bare random numbers ${bare.toFixed(1)} ms (mean ${(sum / DRAWS / 10).toFixed(3)}); same seeds, ${same ? 'same answers' : 'OTHER ANSWERS'}`,
  );
  const p95 = percentile(there.times, 0.95);
  stick.take();
  report('repair-replace', p95, 'ms', 100, { stick, ok: stick.usual(p95) <= 100 && same });
}
main().catch((e: unknown) => {
  console.error(e);
  process.exit(1);
});
