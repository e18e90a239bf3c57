/** @jest-environment node */
import { foldLog, lookupIn, SHIPPED_PRODUCTS, type Job, type LogEvent } from '..';
import { MINUTE_MS } from '../units/time';
import { NOW, PEOPLE, restoration } from './days.testing';
import { keptFrom } from './kept';
import { planNetwork } from './solve';

const products = lookupIn(SHIPPED_PRODUCTS);
const job = (kept: Job['kept'] = []) => ({ id: 'job', zones: [], panels: [], kept }) as unknown as Job;
const ids = () => {
  let n = 0;
  return () => `k${n++}`;
};

describe('a plan that is kept', () => {
  const d = restoration(4);
  const plan = planNetwork(d.network, undefined);
  const kept = keptFrom({ job: job(), state: foldLog([], products) }, d, plan, NOW, NOW, ids());

  it('has every piece that begins, with who does it, and each by an id of its own', () => {
    expect(kept).toHaveLength(plan.starts.size);
    expect(new Set(kept.map((k) => k.id)).size).toBe(kept.length);
    for (const k of kept) {
      expect(k.startMs).toBeGreaterThanOrEqual(NOW);
      expect(k.minutes).toBeGreaterThan(0);
      expect(PEOPLE.map((p) => p.id)).toContain(k.who);
    }
  });
  it('comes back as it was: the same days are planned from it, and nothing moves', () => {
    const again = restoration(4, PEOPLE, { kept });
    expect(again.kept).toBeDefined();
    for (const [id, start] of plan.starts) {
      expect(again.kept?.starts.get(id)).toBeCloseTo(start, 1);
      expect(again.kept?.by?.get(id)).toBe(plan.by.get(id));
    }
    const mended = planNetwork(again.network, again.kept);
    expect(mended.moved).toEqual([]);
    expect(mended.doneMin).toBeLessThanOrEqual(plan.doneMin + 1);
  });
  it('what was to be begun by now holds nobody to it any more', () => {
    const late = kept.map((k) => ({ ...k, startMs: NOW - 60 * MINUTE_MS }));
    expect(restoration(4, PEOPLE, { kept: late }).kept).toBeUndefined();
  });
  it('of the plan before, what was done since stays to be learnt from; the rest goes', () => {
    const [sanding] = kept.filter((k) => k.work.startsWith('sand')).concat(kept);
    const old = { ...sanding!, id: 'old-done', work: 'sand', zoneIds: ['z1'], keptMs: NOW - 10 };
    const open = { ...old, id: 'old-open', zoneIds: ['z9'] };
    const log = [
      {
        id: 's',
        kind: 'sanded',
        grit: 180,
        tool: 'block',
        wet: false,
        removedUm: 1,
        atMs: NOW,
        writtenMs: NOW,
        zoneIds: ['z1'],
      },
    ] as LogEvent[];
    const next = keptFrom({ job: job([old, open]), state: foldLog(log, products) }, d, plan, NOW, NOW, ids());
    expect(next.map((k) => k.id)).toContain('old-done');
    expect(next.map((k) => k.id)).not.toContain('old-open');
  });
});
