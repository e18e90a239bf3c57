/**
 * Folds a job of 10,000 events and derives where every zone stands. Bound: 150 ms, median of 12; the first run, before
 * the engine has compiled anything, is printed too. Beside it: one event appended to the folded job.
 */
import {
  appendEvent,
  clockShop,
  foldLog,
  historyOr,
  lookupIn,
  SHIPPED_PRODUCTS,
  zoneStatus,
  type LogEvent,
} from '../src/core';
import { bigJob } from './bigJob';
import { percentile, report } from './report';
import { processYardstick } from './yardstick';

const stick = processYardstick();
const NOW = Date.UTC(2030, 5, 1, 12);
const products = lookupIn(SHIPPED_PRODUCTS);
const { job, events } = bigJob(10_000, NOW);
const derive = (state: ReturnType<typeof foldLog>) => {
  const shop = clockShop(historyOr(state.air, { tempC: 20, rh: 0.5 }));
  return job.zones.map((z) => zoneStatus(state.zones.get(z.id), shop, NOW, products));
};

const whole: number[] = [];
const appended: number[] = [];
for (let run = 0; run < 12; run++) {
  stick.take();
  const t0 = performance.now();
  const state = foldLog(events, products);
  derive(state);
  whole.push(performance.now() - t0);
  const e: LogEvent = {
    kind: 'coated',
    id: `new${run}`,
    atMs: NOW,
    writtenMs: NOW,
    zoneIds: ['p0a'],
    productId: 'highbuild-2k',
    coats: 1,
    filmUm: 60,
    application: 'lowPressureGun',
    air: { tempC: 18, rh: 0.5 },
  };
  const t1 = performance.now();
  appendEvent(state, e, products);
  appended.push(performance.now() - t1);
}
console.log(
  `first ${whole[0]!.toFixed(1)} ms, median ${percentile(whole, 0.5).toFixed(1)} ms; append to the folded job, median ${percentile(appended, 0.5).toFixed(2)} ms (full fold is the peer)`,
);
stick.take();
report('fold', percentile(whole, 0.5), 'ms', 150, { stick });
