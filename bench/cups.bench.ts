/**
 * A day of 40 zones and 6 coats, laid out in time and split into cups; bound 200 ms, median of 12. Beside it: 500 small sessions against every
 * way there is to part them, by which the split has to be the best.
 */
import { lookupIn, SHIPPED_PRODUCTS } from '../src/core';
import { planSession, splitCups, type CoatTask } from '../src/core/mix';
import { keepsTo, splitExhaustively } from '../src/core/mix/cups.testing';
import { percentile, report } from './report';
import { processYardstick } from './yardstick';

const stick = processYardstick();
const products = lookupIn(SHIPPED_PRODUCTS);
let seed = 7;
const random = () => (seed = (seed * 16_807) % 2_147_483_647) / 2_147_483_647;

let wrong = 0;
const began = performance.now();
for (let n = 0; n < 500; n++) {
  let now = 0;
  const pieces = Array.from({ length: 1 + Math.floor(random() * 11) }, (_, i) => {
    const startMin = now + random() * 25;
    now = startMin + random() * 15;
    return { taskId: `t${i}`, coat: 1, ml: 10 + random() * 350, startMin, endMin: now };
  });
  const limits = {
    potLifeMin: 30 + random() * 90,
    capacityMl: 450 + random() * 400,
    leastMl: random() * 120,
    lossMl: random() * 20,
    reserveFraction: 0,
    mixingMin: 5,
  };
  const best = splitExhaustively(pieces, limits);
  const plan = splitCups(pieces, limits);
  if (!best) continue;
  if (
    !plan.ok ||
    plan.value.cups.length !== best.cups ||
    Math.abs(plan.value.wasteMl - best.wasteMl) > 1e-6 ||
    !keepsTo(plan.value, limits)
  )
    wrong++;
}
const exhaustive = performance.now() - began;

const families = ['highbuild-2k', 'base-solvent', 'clear-ms', 'epoxy-primer'];
const tasks = Array.from({ length: 40 }, (_, i): CoatTask => {
  const product = products(families[i % families.length] ?? '')!;
  return {
    id: `z${i}`,
    product,
    areaCm2: 2000 + ((i * 977) % 9000),
    coats: 6,
    filmUm: product.film.nominalUm,
    thinnerFraction: product.thinning?.defaultFraction ?? 0,
    application: 'lowPressureGun',
    shape: 'plain',
  };
});
const times: number[] = [];
let cups = 0;
for (let run = 0; run < 12; run++) {
  stick.take();
  const t0 = performance.now();
  const sessions = planSession(tasks, 20, 0.1);
  times.push(performance.now() - t0);
  cups = sessions.reduce((n, s) => n + (s.cups.ok ? s.cups.value.cups.length : 0), 0);
}
console.log(
  `${cups} cups of ${tasks.length} zones and 6 coats; first ${times[0]!.toFixed(1)} ms; 500 small sessions against every way in ${exhaustive.toFixed(0)} ms, ${wrong} not the best`,
);
stick.take();
report('cups', percentile(times, 0.5), 'ms', 200, {
  stick,
  ok: stick.usual(percentile(times, 0.5)) <= 200 && wrong === 0,
});
