import type { LogEvent } from '../log/event';
import type { Job } from '../log/job';
import { foldLog } from '../strata/fold';
import { ev, JOB, products, T0 } from '../testing';
import { cleanSessions, coatsIn, defectsOn, readyAt, rememberedOf } from './inShop';

const coat = (id: string, zoneIds: string[], atMin: number, more: object = {}) =>
  ev({
    kind: 'coated',
    id,
    zoneIds,
    atMin,
    productId: 'clear-ms',
    coats: 1,
    filmUm: 25,
    application: 'lowPressureGun',
    ...more,
  });
const found = (zoneIds: string[]) =>
  ev({
    kind: 'found',
    zoneIds,
    atMin: -9000,
    substrate: zoneIds[0] === 'bonnet' ? 'aluminium' : 'steel',
    thicknessUm: 800,
    layers: [],
  });
const run = ev({ kind: 'defectMarked', id: 'run', zoneIds: ['lower'], atMin: -50, defect: 'run', grade: 1 });
const LOG: LogEvent[] = [
  found(['lower', 'upper']),
  found(['bonnet']),
  coat('ran', ['lower'], -100, { air: { tempC: 11, rh: 0.5 } }),
  coat('clean', ['upper'], -90, { air: { tempC: 21, rh: 0.5 } }),
  coat('other', ['bonnet'], -80, { air: { tempC: 22, rh: 0.5 } }),
  run,
  ev({ kind: 'defectExplained', zoneIds: ['lower'], atMin: -40, defectId: 'run', cause: 'coldPanel' }),
];
const at = (log: LogEvent[], job: Job = JOB) => ({ job, state: foldLog(log, products) });

describe('a defect among the jobs of a shop', () => {
  const here = defectsOn(at(LOG), 'door');
  it('is on its panel, until something puts it right', () => {
    expect(here.map((h) => [h.zoneId, h.defect.kind])).toEqual([['lower', 'run']]);
    expect(defectsOn(at(LOG), 'bonnet')).toEqual([]);
    expect(defectsOn(at([...LOG, ev({ kind: 'defectGone', atMin: -5, defectIds: ['run'] })]), 'door')).toEqual([]);
  });
  it('is held beside the sessions of its product that came out clean, and no other', () => {
    const clean = (log: LogEvent[]) => cleanSessions([at(log)], here[0]!, 'clear-ms', products).map((s) => s.tempC);
    expect(clean(LOG)).toEqual([21, 22]);
    expect(
      clean([...LOG, ev({ kind: 'defectMarked', id: 'r2', zoneIds: ['bonnet'], atMin: -30, defect: 'run', grade: 1 })]),
    ).toEqual([21]);
    expect(cleanSessions([at(LOG)], here[0]!, undefined, products)).toEqual([]);
  });
  it('is remembered with its product once its cause is agreed, the last time first', () => {
    expect(rememberedOf([at(LOG)], 'clear-ms').map((r) => [r.cause, r.where])).toEqual([
      ['coldPanel', 'Left door, lower'],
    ]);
    expect(rememberedOf([at(LOG)], 'base-solvent')).toEqual([]);
    const later = [
      ...LOG,
      ev({ kind: 'defectMarked', id: 'n', zoneIds: ['bonnet'], atMin: -20, defect: 'nib', grade: 1 }),
      ev({ kind: 'defectExplained', zoneIds: ['bonnet'], atMin: -10, defectId: 'n', cause: 'dirt' }),
    ];
    expect(rememberedOf([at(later)], 'clear-ms').map((r) => r.cause)).toEqual(['dirt', 'coldPanel']);
  });
  it('knows what was ready on the evening of its coat, and that it was on none', () => {
    const evening = {
      id: 'e',
      fromMs: T0,
      untilMs: T0,
      zoneIds: ['lower'],
      stands: 0,
      turning: 0,
      helper: false,
      begunMs: T0 - 110 * 60_000,
      endedMs: T0,
    };
    const job: Job = { ...JOB, evenings: [{ ...evening, ready: [{ item: 'sweep', atMs: T0 }] }] };
    expect(readyAt(job, 'lower', T0 - 100 * 60_000)).toEqual(new Set(['sweep']));
    expect(readyAt(job, 'upper', T0 - 100 * 60_000)).toBeUndefined();
    expect(readyAt(job, 'lower', T0 - 200 * 60_000)).toBeUndefined();
  });
  it('has its coats by the entries of its layer', () =>
    expect(coatsIn(at(LOG).state.zones.get('lower')!.events, ['ran']).map((e) => e.id)).toEqual(['ran']));
});
