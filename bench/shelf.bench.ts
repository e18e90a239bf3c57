/**
 * A shop's log of 20,000 records, folded; bound 200 ms, median of 12. Beside it: one record more on the folded shelf, which may take 2 ms
 * (median of 200), and the log put in order by itself, which no fold can undercut.
 */
import type { ShelfRecord } from '../src/core/log/shelf';
import { byHappening } from '../src/core';
import { appendToShelf, foldShelf } from '../src/core/stock';
import { percentile, report } from './report';
import { processYardstick } from './yardstick';

const stick = processYardstick();
const T0 = Date.UTC(2030, 0, 1);
const N = 20_000;
const records = Array.from({ length: N }, (_, i): ShelfRecord => {
  // As they are written, but for one in twenty that somebody remembers a day later.
  const atMs = T0 + (i - (i % 20 === 7 ? 1440 : 0)) * 60_000;
  const common = { id: `r${i}`, atMs, writtenMs: T0 + i * 60_000 };
  const containerId = `t${i % 900}`;
  if (i < 900)
    return {
      ...common,
      atMs: T0,
      kind: 'received',
      containerId,
      holds: { what: 'part', productId: 'clear-ms', part: i % 2 },
      amount: 5000,
      openDays: 60,
    };
  if (i % 3 === 0)
    return {
      ...common,
      kind: 'mixed',
      batchId: `b${i}`,
      no: i,
      productId: 'clear-ms',
      pours: [
        { holds: { what: 'part', productId: 'clear-ms', part: 0 }, massG: 200, containerId },
        { holds: { what: 'part', productId: 'clear-ms', part: 1 }, massG: 100, containerId: `t${(i + 1) % 900}` },
      ],
    };
  if (i % 3 === 1) return { ...common, kind: 'wasted', batchId: `b${i - 1}`, amount: 12, why: 'leftOver' };
  if (i % 20 === 2) return { ...common, kind: 'voided', targetId: `r${i - 1}` };
  return { ...common, kind: 'used', containerId, amount: 3 };
});

const folds: number[] = [];
const sorts: number[] = [];
for (let run = 0; run < 12; run++) {
  stick.take();
  const t0 = performance.now();
  foldShelf(records);
  folds.push(performance.now() - t0);
  const t1 = performance.now();
  [...records].sort(byHappening);
  sorts.push(performance.now() - t1);
}
let shelf = foldShelf(records);
const appends: number[] = [];
for (let i = 0; i < 200; i++) {
  const common = { id: `n${i}`, atMs: T0 + (N + i) * 60_000, writtenMs: T0 + (N + i) * 60_000 };
  const record: ShelfRecord =
    i % 10 === 9
      ? { ...common, kind: 'voided', targetId: `n${i - 1}` }
      : { ...common, kind: 'used', containerId: `t${i}`, amount: 2 };
  const t0 = performance.now();
  shelf = appendToShelf(shelf, record);
  appends.push(performance.now() - t0);
}
const [fold, append] = [percentile(folds, 0.5), percentile(appends, 0.5)];
console.log(
  `first ${folds[0]!.toFixed(0)} ms, median ${fold.toFixed(0)} ms; one more: median ${append.toFixed(2)} ms, p95 ${percentile(appends, 0.95).toFixed(2)} ms; in order only: ${percentile(sorts, 0.5).toFixed(0)} ms`,
);
stick.take();
report('shelf', fold, 'ms', 200, { stick, ok: stick.usual(fold) <= 200 && stick.usual(append) <= 2 });
