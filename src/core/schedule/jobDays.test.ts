/** @jest-environment node */
import { flashRustHours } from '../cure/flashRust';
import type { Job } from '../log/job';
import type { Route } from '../route/route';
import { foldLog } from '../strata/fold';
import { ev, foundBare, JOB, products, T0 } from '../testing';
import { HOUR_MS } from '../units/time';
import { jobDays } from './jobDays';

const route = (doneMs: number | null = T0): Route => ({ steps: [{ step: 'one' }], doneMs }) as unknown as Route;
const fold = (...more: ReturnType<typeof ev>[]) =>
  foldLog([foundBare(['lower', 'upper']), foundBare(['bonnet']), ...more], products);

describe('what a plan of days knows of a job', () => {
  it('is the ways of its zones, in their order; a zone without a way is left out', () => {
    const d = jobDays({ job: JOB, state: fold() }, (id) => (id === 'upper' ? undefined : route()), 0.5);
    expect(d.work.map((w) => w.zoneId)).toEqual(['lower', 'bonnet']);
    expect(d.work[0]).toMatchObject({ jobId: 'job', panelId: 'door', pieces: 1, steps: route().steps });
    expect(d.work[0]).not.toHaveProperty('stuck');
  });
  it('a way that does not end is stuck, and not taken for done', () => {
    const d = jobDays({ job: JOB, state: fold() }, () => route(null), 0.5);
    expect(d.work.every((w) => w.stuck)).toBe(true);
  });
  it('bare steel rusts, sooner in damp air; aluminium does not', () => {
    const rusts = (rh: number) => jobDays({ job: JOB, state: fold() }, () => route(), rh).work.map((w) => w.rustsMin);
    expect(rusts(0.5)).toEqual([Math.round(flashRustHours(0.5) * 60), Math.round(flashRustHours(0.5) * 60), undefined]);
    expect(rusts(0.85)[0]).toBeLessThan(rusts(0.5)[0]!);
  });
  it('like pieces are counted, and a window that is open says when it closes', () => {
    const job: Job = {
      ...JOB,
      panels: [{ ...JOB.panels[0]!, pieces: { count: 8 } } as Job['panels'][number], JOB.panels[1]!],
    };
    const d = jobDays(
      { job, state: fold() },
      () => route(),
      0.5,
      (id) => (id === 'lower' ? T0 + HOUR_MS : undefined),
    );
    expect(d.work.map((w) => [w.zoneId, w.pieces, w.closesMs])).toEqual([
      ['lower', 8, T0 + HOUR_MS],
      ['upper', 8, undefined],
      ['bonnet', 1, undefined],
    ]);
  });
  it('a card is no work: it is sprayed to be looked at', () => {
    const job: Job = {
      ...JOB,
      panels: [...JOB.panels, { ...JOB.panels[0]!, id: 'card', card: {} } as Job['panels'][number]],
      zones: [...JOB.zones, { id: 'card-z', panelId: 'card', name: 'Whole', areaCm2: 200 }],
    };
    const zones = jobDays({ job, state: fold() }, () => route(), 0.5).work.map((w) => w.zoneId);
    expect(zones).not.toContain('card-z');
  });
  it('what is away comes back when it was promised, or nobody knows when', () => {
    const out = (zoneIds: string[], more = {}) =>
      ev({ kind: 'sentOut', atMin: 5, zoneIds, to: 'Chrome works', forWhat: 'chrome', ...more });
    const d = jobDays(
      { job: JOB, state: fold(out(['lower', 'upper'], { dueMs: T0 + 50 * HOUR_MS }), out(['bonnet'])) },
      () => route(),
      0.5,
    );
    expect([...d.away]).toEqual([
      ['door', T0 + 50 * HOUR_MS],
      ['bonnet', null],
    ]);
  });
  it('a panel waits for the last that is on order for it, and for nothing that has come', () => {
    const item = (id: string, more: object) => ({ id, name: id, count: 2, back: 0, ...more });
    const job = {
      ...JOB,
      bags: [
        {
          id: 'b1',
          no: 1,
          panelId: 'door',
          items: [
            item('clips', { dueMs: T0 + 3 * HOUR_MS }),
            item('seal', { dueMs: T0 + 9 * HOUR_MS }),
            item('here', { dueMs: T0 + 90 * HOUR_MS, back: 2 }),
            item('never', {}),
          ],
        },
        { id: 'b2', no: 2, panelId: 'bonnet', items: [item('hinge', {})] },
      ],
    } as unknown as Job;
    expect([...jobDays({ job, state: fold() }, () => route(), 0.5).onOrder]).toEqual([['door', T0 + 9 * HOUR_MS]]);
    expect([...jobDays({ job: JOB, state: fold() }, () => route(), 0.5).onOrder]).toEqual([]);
  });
});
