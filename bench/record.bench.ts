/**
 * The page of a job of forty panels and 3,000 entries, with its labels. Bound: 2 s on a phone (four times this machine). Beside it: the log's own fold.
 */
import { clockShop, constantAir, foldLog, lookupIn, SHIPPED_PRODUCTS, zoneStatus } from '../src/core';
import { jobRecord, PRIVATE_PARTS, recordHtml } from '../src/core/record';
import { bigJob } from './bigJob';
import { report } from './report';
import { processYardstick } from './yardstick';

const NOW = Date.UTC(2030, 4, 6, 8);
const SLOWER = 4;
const stick = processYardstick();
const products = lookupIn(SHIPPED_PRODUCTS);
const { job, events } = bigJob(3000, NOW, 40);
const fold0 = performance.now();
const state = foldLog(events, products);
const fold = (performance.now() - fold0) * SLOWER;
const clocks = clockShop(constantAir(20, 0.5));
stick.take();
const t0 = performance.now();
const record = jobRecord(
  { job, state },
  (id) => {
    const zone = state.zones.get(id);
    return zone && zoneStatus(zone, clocks, NOW, products);
  },
  products,
  { audience: 'sander', parts: [...PRIVATE_PARTS] },
  { shop: 'Bench', madeMs: NOW, due: [] },
);
const split = performance.now();
const html = recordHtml(
  record,
  job,
  'a4',
  { units: 'metric', day: (ms) => new Date(ms).toDateString() },
  PRIVATE_PARTS,
);
const took = (performance.now() - t0) * SLOWER;
stick.take();
console.log(
  `facts ${((split - t0) * SLOWER).toFixed(0)} ms; ${record.panels.length} panels, ${events.length} entries: a page of ${(html.length / 1000).toFixed(0)} kB with ${html.split('class="code"').length - 1} labels; the log folds in ${fold.toFixed(0)} ms at a quarter of this machine`,
);
report('record', took / 1000, 's', 2, { stick, ok: stick.usual(took / 1000) <= 2 && record.panels.length === 40 });
