/**
 * One entry is logged, and the plan that people go by is mended. Bounds: 500 ms on a phone (four times this machine), and at most a tenth of the pieces at another
 * time. Beside it: the same plan made anew.
 */
import { planNetwork } from '../src/core/schedule/solve';
import { NOW, restoration } from '../src/core/schedule/days.testing';
import { report } from './report';
import { processYardstick } from './yardstick';

const stick = processYardstick();
const SLOWER = 4;
/** Days of a usual year: from eight to ten in the evening. */
const usual = Array.from({ length: 240 }, (_, d) => [NOW + d * 86_400_000, NOW + d * 86_400_000 + 50_400_000] as const);
const { network } = restoration(60, undefined, { usual: () => usual });
const anew0 = performance.now();
const plan = planNetwork(network);
const anew = (performance.now() - anew0) * SLOWER;
// What was to end first took a fifth longer than planned, and is logged; what others have begun meanwhile goes on.
const [first] = [...plan.ends].sort((a, b) => a[1] - b[1]);
const [id, end] = first ?? ['', 0];
const gone = end + 0.2 * (network.activities.find((a) => a.id === id)?.minutes ?? 60);
const later = {
  ...network,
  activities: network.activities
    .filter((a) => a.id !== id)
    .map((a) => ({
      ...a,
      minutes: Math.max(5, a.minutes - Math.max(0, gone - (plan.starts.get(a.id) ?? 0))),
      ...(a.fromMin !== undefined && { fromMin: Math.max(0, a.fromMin - gone) }),
    })),
  lags: network.lags.filter((l) => l.first !== id && l.then !== id),
  resources: network.resources.map((r) => ({
    ...r,
    ...(r.open && {
      open: r.open.flatMap(([f, t]) => (t > gone ? [[Math.max(0, f - gone), t - gone] as const] : [])),
    }),
  })),
};
const kept = {
  starts: new Map([...plan.starts].flatMap(([k, m]) => (k === id ? [] : [[k, Math.max(0, m - gone)] as const]))),
  by: plan.by,
  costMin: 60,
};
stick.take();
const t0 = performance.now();
const again = planNetwork(later, kept);

const took = (performance.now() - t0) * SLOWER;
const share = again.moved.length / again.starts.size;
console.log(
  `${network.activities.length} pieces, ${new Date(NOW).toISOString().slice(0, 10)}: mended in ${took.toFixed(0)} ms, made anew in ${anew.toFixed(0)} ms at a quarter of this machine; ${again.moved.length} moved (${(100 * share).toFixed(1)} %), ${again.breaches.length} not kept, done after ${(again.doneMin / 1440).toFixed(1)} days instead of ${((plan.doneMin - gone) / 1440).toFixed(1)}`,
);
stick.take();
report('replan', took, 'ms', 500, {
  stick,
  ok: stick.usual(took) <= 500 && share <= 0.1 && again.breaches.length === 0,
});
