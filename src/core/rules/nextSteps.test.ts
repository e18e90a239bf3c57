import fc from 'fast-check';
import { constantAir } from '../air/history';
import { clockShop } from '../cure/stages';
import { SHIPPED_PRODUCTS } from '../library/shipped';
import type { LogEvent } from '../log/event';
import { foldLog } from '../log/fold';
import { LOGGABLE } from '../log/suggest';
import { zoneStatus } from '../strata/status';
import { anyLog, coated, ev, foundBare, JOB, products, T0 } from '../testing';
import { DEFAULT_METHOD } from './method';
import { nextSteps, stepOf } from './nextSteps';

const DAY = 1440;
const next = (events: LogEvent[], nowMs = T0) => {
  const state = foldLog(events, products);
  const zone = state.zones.get('lower')!;
  const status = zoneStatus(zone, clockShop(constantAir(20, 0.45)), nowMs, products);
  return nextSteps(
    {
      strata: zone.strata!,
      status,
      air: { tempC: 20, rh: 0.45 },
      method: DEFAULT_METHOD,
      products,
      nowMs,
      within: { job: JOB, state, zoneId: 'lower' },
    },
    state,
    SHIPPED_PRODUCTS,
  );
};
const labels = (events: LogEvent[]) => next(events).map((s) => s.label);
const bare = foundBare(['lower'], -50 * DAY);

describe('what comes next', () => {
  it('on bare metal: clean it, and what may go on then', () => {
    const all = labels([bare]);
    expect(all[0]).toMatch(/^Clean: /);
    expect(all).toEqual(expect.arrayContaining(['Epoxy primer', 'Light filler']));
  });
  it('on primer: another coat, guide coat, blocking', () =>
    expect(labels([bare, coated('highbuild-2k', -3 * DAY)])).toEqual(
      expect.arrayContaining([
        'Another coat of high-build primer',
        'Guide coat',
        expect.stringMatching(/^Block, P\d+$/),
      ]),
    ));
  it('on clear: denib, polish, and what waits for it to be hard', () =>
    expect(labels([bare, coated('clear-ms', -60, 2)])).toEqual(
      expect.arrayContaining([expect.stringMatching(/^Denib/), 'Polish', 'Tape over it', 'Fit and clamp', 'Wax']),
    ));
  it('a marked fault comes into question once, whatever its count', () => {
    const mark = (id: string) => ev({ kind: 'marked', id, atMin: -9, fault: 'dent', grade: 1, treatment: 'fill' });
    expect(next([bare, mark('a'), mark('b')]).filter((s) => s.step.kind === 'repair')).toHaveLength(1);
  });
  it('what may be done stands before what has to wait, and that by when it clears', () => {
    fc.assert(
      fc.property(anyLog, (events) => {
        const steps = next([foundBare(['lower'], -2000), ...events], T0 + 60 * 60_000);
        const weight = steps.map((s) => ['allowed', 'care', 'stop'].indexOf(s.verdict.level));
        expect([...weight].sort()).toEqual(weight);
        const waits = steps.filter((s) => s.verdict.level === 'stop').map((s) => s.verdict.clearsMs ?? Infinity);
        expect([...waits].sort((a, b) => a - b)).toEqual(waits);
        // No product twice, nothing that the sheet cannot log.
        const ids = steps.flatMap((s) => (s.step.kind === 'coat' ? [s.step.product.id] : []));
        expect(new Set(ids).size).toBe(ids.length);
        for (const s of steps) if (s.logs) expect(LOGGABLE).toContain(s.logs);
      }),
      { endOnFailure: true },
    );
  });
});

describe('an entry on the sheet as a step', () => {
  const epoxy = products('epoxy-primer')!;
  it.each([
    ['coated', { filmUm: 40 }, epoxy, { kind: 'coat', product: epoxy, filmUm: 40 }],
    ['treated', {}, epoxy, { kind: 'coat', product: epoxy, filmUm: undefined }],
    ['sanded', { grit: 180, removedUm: 4 }, undefined, { kind: 'sand', grit: 180, removedUm: 4 }],
    ['sanded', {}, undefined, { kind: 'sand', grit: 400, removedUm: undefined }],
    ['stripped', { method: 'chemical' }, undefined, { kind: 'strip', method: 'chemical' }],
    ['stripped', { method: 'wireWheel' }, undefined, { kind: 'strip', method: 'mechanical' }],
    ['repaired', { method: 'Cut out and patch' }, undefined, { kind: 'repair', treatment: 'patch' }],
    ['repaired', { method: 'Something of my own' }, undefined, { kind: 'repair' }],
    ['fitted', { where: 'on' }, undefined, { kind: 'fit' }],
    [
      'blasted',
      { media: 'Garnet', wet: true },
      undefined,
      { kind: 'blast', media: 'Garnet', barG: undefined, wet: true, inhibitor: false },
    ],
  ] as const)('%s %j', (kind, payload, product, step) => expect(stepOf(kind, payload, product)).toEqual(step));
  it('is none without a product, or for what needs no verdict', () => {
    expect(stepOf('coated', {}, undefined)).toBeUndefined();
    expect(stepOf('measured', { measure: 'air' }, undefined)).toBeUndefined();
  });
});
