/**
 * Two logs of 10,000 entries of one job, which share half and each correct what the other has, put together; bound 300 ms. Beside it: the
 * same logs put together by the plain union of their ids, which knows nothing of corrections or parts.
 */
import type { Job, LogEvent } from '../src/core';
import { stampJob } from '../src/core/log/mergeJob';
import { mergeCopies, type JobCopy } from '../src/core/strata/mergeLogs';
import { percentile, report } from './report';
import { processYardstick } from './yardstick';

const stick = processYardstick();
const T0 = Date.UTC(2030, 4, 6, 8);
const N = 10_000;
const JOB: Job = {
  id: 'job',
  name: 'Job',
  about: '',
  createdMs: T0,
  panels: Array.from({ length: 100 }, (_, i) => ({
    id: `p${i}`,
    name: `Panel ${i}`,
    substrate: 'steel',
    thicknessUm: 800,
  })),
  zones: Array.from({ length: 200 }, (_, i) => ({
    id: `z${i}`,
    panelId: `p${i % 100}`,
    name: `Zone ${i}`,
    areaCm2: 2000,
  })),
};

/** Half of it is common, a tenth corrects the common half. */
function copyOf(side: number): JobCopy {
  const events = Array.from({ length: N }, (_, i): LogEvent => {
    const own = i >= N / 2;
    const common = { id: own ? `s${side}-${i}` : `c${i}`, atMs: T0 + i * 60_000, writtenMs: T0 + i * 60_000 + side };
    return own && i % 5 === 0
      ? { ...common, kind: 'voided', zoneIds: [], targetId: `c${(i * 7) % (N / 2)}` }
      : { ...common, kind: 'cleaned', zoneIds: [`z${i % 200}`], productId: 'cleaner-metal' };
  });
  const job = JOB.panels.reduce(
    (j, p, i) =>
      i % 3 === side
        ? stampJob(
            j,
            { ...j, panels: j.panels.map((x) => (x.id === p.id ? { ...x, name: `${x.name} by ${side}` } : x)) },
            T0 + i,
          )
        : j,
    JOB,
  );
  return { job, events };
}

const [a, b] = [copyOf(0), copyOf(1)];
const times: number[] = [];
const plain: number[] = [];
for (let i = 0; i < 12; i++) {
  stick.take();
  const t0 = performance.now();
  const merged = mergeCopies(a, b);
  times.push(performance.now() - t0);
  if (merged.events.length !== N * 1.5) throw new Error('Not all entries are there');
  const t1 = performance.now();
  const union = new Map([...a.events, ...b.events].map((e) => [e.id, e]));
  plain.push(performance.now() - t1);
  if (union.size !== merged.events.length) throw new Error('The union is another one');
}
console.log(`plain union of the ids, median ${percentile(plain, 0.5).toFixed(1)} ms`);
stick.take();
report('merge', percentile(times, 0.95), 'ms', 300, { stick });
