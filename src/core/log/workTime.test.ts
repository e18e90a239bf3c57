import fc from 'fast-check';
import { anyLog, ev, JOB, T0 } from '../testing';
import { KINDS, type PlainEvent } from './event';
import {
  actOf,
  clockFor,
  FORGOTTEN_MS,
  isForgotten,
  minutesOn,
  totalMin,
  workTimeOf,
  type WorkClock,
} from './workTime';

const plain = (e: ReturnType<typeof ev>) => e as PlainEvent;
const sanding = (workMin: number | undefined, zoneIds = ['lower']) =>
  plain(ev({ kind: 'sanded', zoneIds, grit: 180, tool: 'block', wet: false, removedUm: 5, workMin }));
const worked = (act: string, workMin: number, zoneIds = ['lower']) =>
  plain(ev({ kind: 'worked', act, workMin, zoneIds }));

describe('work time', () => {
  it('adds up by act, with entries that carry their time and such as are nothing but time', () => {
    const { job, panels } = workTimeOf(JOB, [sanding(30), worked('sand', 20), worked('mask', 15), sanding(undefined)]);
    expect(job).toEqual({ sand: 50, mask: 15 });
    expect(panels.get('door')).toEqual({ sand: 50, mask: 15 });
    expect(panels.get('bonnet')).toBeUndefined();
  });
  it('of an entry on two panels is shared by the areas of its zones: 3000 of the door, 12 000 of the bonnet', () => {
    const { job, panels } = workTimeOf(JOB, [sanding(50, ['lower', 'bonnet'])]);
    expect(job).toEqual({ sand: 50 });
    expect(panels.get('door')).toEqual({ sand: 10 });
    expect(panels.get('bonnet')).toEqual({ sand: 40 });
  });
  it('on no zone is the job’s alone', () => {
    const { job, panels } = workTimeOf(JOB, [worked('other', 25, [])]);
    expect([totalMin(job), panels.size]).toEqual([25, 0]);
  });
  it('never gets lost among the panels', () =>
    fc.assert(
      fc.property(anyLog, fc.array(fc.integer({ min: 1, max: 400 }), { minLength: 25, maxLength: 25 }), (log, min) => {
        const timed = log.flatMap((e, i): PlainEvent[] =>
          e.kind === 'voided' || e.kind === 'replaced' ? [] : [{ ...e, workMin: min[i] ?? 1 }],
        );
        const { job, panels } = workTimeOf(JOB, timed);
        const shared = [...panels.values()].reduce((sum, t) => sum + totalMin(t), 0);
        expect(shared).toBeCloseTo(totalMin(job), 6);
        const counts = timed.filter((e) => actOf(e) !== null).reduce((sum, e) => sum + (e.workMin ?? 0), 0);
        expect(totalMin(job)).toBeCloseTo(counts, 6);
      }),
    ));
  it('is asked for every act that hands do, and not for what only happens', () => {
    expect(KINDS.coated.act).toBe('paint');
    expect([KINDS.baked.act, KINDS.measured.act, KINDS.toDo.act, KINDS.found.act]).toEqual([null, null, null, null]);
  });
});

describe('a work clock', () => {
  const clock: WorkClock = { jobId: 'job', panelId: 'door', zoneIds: ['lower'], act: 'sand', startedMs: T0 };
  const at = (min: number) => T0 + min * 60_000;
  it.each([
    [0.2, 1],
    [29.6, 30],
    [-0.1, 1],
    [-5, 0],
  ])('after %d min shows %d', (min, shows) => expect(minutesOn(clock, at(min))).toBe(shows));
  it('asks once it has run for four hours, and again four hours after somebody said that it is right', () => {
    const last = T0 + FORGOTTEN_MS;
    expect([isForgotten(clock, last), isForgotten(clock, last + 1)]).toEqual([false, true]);
    const confirmed = { ...clock, confirmedMs: last };
    expect([isForgotten(confirmed, last + 1), isForgotten(confirmed, last + FORGOTTEN_MS + 1)]).toEqual([false, true]);
  });
  it('asks where the device was set back behind its start', () => expect(isForgotten(clock, at(-5))).toBe(true));
  it('goes with an entry on its panel for the same work only', () => {
    expect(clockFor([clock], JOB, ['upper'], 'sand')).toBe(clock);
    expect(clockFor([clock], JOB, ['bonnet'], 'sand')).toBeUndefined();
    expect(clockFor([clock], JOB, ['lower'], 'paint')).toBeUndefined();
    expect(clockFor([{ ...clock, jobId: 'other' }], JOB, ['lower'], 'sand')).toBeUndefined();
  });
});
