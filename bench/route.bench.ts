/**
 * What is still to come on a zone, from bare to fitted. Bounds: one zone 60 ms (95th percentile) on a phone, taken as four times this
 * machine; all zones of a 40-zone job 1 s. Beside it: the first step alone, which every view asks for.
 */
import {
  clockShop,
  constantAir,
  DEFAULT_METHOD,
  foldLog,
  lookupIn,
  MINUTE_MS,
  SHIPPED_PRODUCTS,
  SUBSTRATE_KINDS,
  wayFrom,
  zoneStatus,
  type LogEvent,
} from '../src/core';
import { routeFrom } from '../src/core/advice';
import { percentile, report } from './report';
import { processYardstick } from './yardstick';

const stick = processYardstick();
const NOW = Date.UTC(2030, 4, 6, 8);
const SLOWER = 4;
const products = lookupIn(SHIPPED_PRODUCTS);
const zones = Array.from({ length: 40 }, (_, i) => `z${i}`);
const events: LogEvent[] = zones.map((z, i) => ({
  id: z,
  kind: 'found',
  atMs: NOW - 60 * MINUTE_MS,
  writtenMs: NOW,
  zoneIds: [z],
  substrate: SUBSTRATE_KINDS[i % SUBSTRATE_KINDS.length]!,
  thicknessUm: 900,
  layers: i % 2 ? [{ label: 'Old paint', family: 'oldCoating', filmUm: 120 }] : [],
}));
const state = foldLog(events, products);
const air = constantAir(20, 0.45);

function ask(zoneId: string): { route: number; way: number; steps: number } {
  // Clocks of its own each time: nothing is known yet, as on the first look at a panel.
  const clocks = clockShop(air);
  const zone = state.zones.get(zoneId)!;
  const t0 = performance.now();
  const status = zoneStatus(zone, clocks, NOW, products);
  const strata = zone.strata!;
  wayFrom({ strata, status, state, all: SHIPPED_PRODUCTS, method: DEFAULT_METHOD, level: 'show', nowMs: NOW });
  const t1 = performance.now();
  const input = { strata, status, air: { tempC: 20, rh: 0.45 }, method: DEFAULT_METHOD, products, nowMs: NOW };
  const r = routeFrom({ input, state, all: SHIPPED_PRODUCTS, clocks, level: 'show', areaCm2: 8000 });
  if (r.doneMs === null) throw new Error(`No way to the finish from ${zoneId}`);
  return { route: performance.now() - t1, way: t1 - t0, steps: r.steps.length };
}

zones.forEach(ask);
const each = zones.flatMap((z) => [ask(z), ask(z), ask(z)]);
stick.take();
const t0 = performance.now();
zones.forEach(ask);
const all = (performance.now() - t0) * SLOWER;
const p95 =
  percentile(
    each.map((e) => e.route),
    0.95,
  ) * SLOWER;
console.log(
  `${Math.min(...each.map((e) => e.steps))} to ${Math.max(...each.map((e) => e.steps))} steps; at a quarter of this machine: a route median ${(
    percentile(
      each.map((e) => e.route),
      0.5,
    ) * SLOWER
  ).toFixed(1)} ms, p95 ${p95.toFixed(1)} ms; the next step alone ${(
    percentile(
      each.map((e) => e.way),
      0.5,
    ) * SLOWER
  ).toFixed(2)} ms; 40 zones ${all.toFixed(0)} ms`,
);
stick.take();
report('route', p95, 'ms', 60, { stick, ok: stick.usual(p95) <= 60 && stick.usual(all) <= 1000 });
