/** Verdicts for all steps of one zone, on the fullest panel of the demo. Bound: 5 ms, 95th percentile of 200. Beside it: one step. */
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { clockShop, DEFAULT_METHOD, foldLog, historyOr, lookupIn, SHIPPED_PRODUCTS, zoneStatus } from '../src/core';
import { readJobText } from '../src/core/formats';
import { nextSteps, verdictOn } from '../src/core/advice';
import { percentile, report } from './report';
import { processYardstick } from './yardstick';

const stick = processYardstick();
const read = readJobText(readFileSync(path.join(__dirname, '..', 'demo', 'bread-van.json'), 'utf8'));
if (!read.ok) throw new Error('The demo cannot be read');
const { job, events, exportedMs: nowMs } = read.value;
const products = lookupIn(SHIPPED_PRODUCTS);
const state = foldLog(events, products);
const clocks = clockShop(historyOr(state.air, { tempC: 20, rh: 0.5 }));
const all: number[] = [];
const one: number[] = [];
for (let i = 0; i < 200; i++) {
  if (i % 50 === 0) stick.take();
  const zoneId = job.zones[i % job.zones.length]!.id;
  const zone = state.zones.get(zoneId)!;
  const status = zoneStatus(zone, clocks, nowMs, products);
  const input = {
    strata: zone.strata!,
    status,
    air: { tempC: 18, rh: 0.55 },
    method: DEFAULT_METHOD,
    products,
    nowMs,
    // Other faces, open faults, keep-outs and the access order count too, as they do in the app.
    within: { job, state, zoneId },
  };
  const t0 = performance.now();
  const steps = nextSteps(input, state, SHIPPED_PRODUCTS);
  all.push(performance.now() - t0);
  const t1 = performance.now();
  verdictOn(steps[0]!.step, input);
  one.push(performance.now() - t1);
}
console.log(
  `all steps: median ${percentile(all, 0.5).toFixed(3)} ms, first ${all[0]!.toFixed(2)} ms; one step: median ${percentile(one, 0.5).toFixed(3)} ms`,
);
stick.take();
report('verdicts', percentile(all, 0.95), 'ms', 5, { stick });
