import { foldLog, type ClimateReading, type LogEvent } from '@/core';
import { ev, foundBare, JOB, products, T0 } from '@/core/testing';
import { airOf, clocksOf, COLD, conditionsOf, gapsSince, statusesOf, WARM } from './clocks';
import type { OpenJob } from './openJob';
import { DEFAULT_SETTINGS, type Climate, type HeatPlan } from './records';

const MIN = 60_000;
const settings = { ...DEFAULT_SETTINGS, tempC: 20, rh: 0.5 };
const coated = (zoneIds: string[]) =>
  ev({
    kind: 'coated',
    zoneIds,
    atMin: 0,
    productId: 'highbuild-2k',
    coats: 1,
    filmUm: 60,
    application: 'lowPressureGun',
  });
const opened = (events: LogEvent[]): OpenJob => ({
  job: JOB,
  state: foldLog(events, products),
  seq: events.length,
  unreadable: [],
  products,
});
const job = opened([foundBare(['lower', 'upper', 'bonnet']), coated(['lower', 'upper', 'bonnet'])]);
const reading = (min: number, tempC: number, rh = 0.6): ClimateReading => ({
  atMs: T0 + min * MIN,
  tempC,
  rh,
  source: 'logger',
});
const room = (readings: ClimateReading[], more: Partial<Climate> = {}): Climate => ({
  readings,
  forecast: null,
  heats: [],
  unreadable: [],
  ...more,
});
const now = T0 + 10 * MIN;
const sands = (climate: Climate, zone = 'lower', open = job, more = {}) =>
  statusesOf(open, climate, settings, now, more)
    .get(zone)!
    .clocks.find((c) => c.stage === 'sand')!.opensMs!;
const steady = (tempC: number) => room([reading(-600, tempC), reading(5, tempC)]);

describe('clocks of a job', () => {
  it("count with the room's readings, and with what was set where there are none", () => {
    expect(sands(steady(15))).toBeGreaterThan(sands(room([])));
    expect(sands(steady(25))).toBeLessThan(sands(room([])));
  });

  it('go on along the forecast, and its warm and cold side bracket it', () => {
    const points = Array.from({ length: 60 }, (_, i) => ({
      atMs: T0 + (i - 2) * 3_600_000,
      tempC: 8,
      rh: 0.7,
      rainMm: 0,
    }));
    const cooling = room(steady(20).readings.slice(), { forecast: { issuedMs: T0, points } });
    const likely = sands(cooling);
    expect(likely).toBeGreaterThan(sands(steady(20)));
    expect(sands(cooling, 'lower', job, WARM)).toBeLessThan(likely);
    expect(sands(cooling, 'lower', job, COLD)).toBeGreaterThan(likely);
  });

  it('a heater warms every zone, a lamp only the zones that it is planned for', () => {
    const climate = steady(12);
    const plan = (kind: HeatPlan['kind'], more: Partial<HeatPlan> = {}): HeatPlan => ({
      id: 'h',
      kind,
      fromMs: now,
      toMs: now + 180 * MIN,
      tempC: kind === 'lamp' ? 60 : 24,
      ...more,
    });
    for (const z of ['lower', 'bonnet'])
      expect(sands(room([...climate.readings], { heats: [plan('heater')] }), z)).toBeLessThan(sands(climate, z));
    const lamp = room([...climate.readings], { heats: [plan('lamp', { jobId: JOB.id, zoneIds: ['lower'] })] });
    expect(sands(lamp, 'lower')).toBeLessThan(sands(climate, 'lower'));
    expect(sands(lamp, 'upper')).toBe(sands(climate, 'upper'));
    // As a question it moves the clock without being kept.
    expect(sands(climate, 'lower', job, { heats: [plan('lamp', { jobId: JOB.id, zoneIds: ['lower'] })] })).toBe(
      sands(lamp, 'lower'),
    );
    expect(sands(climate, 'lower')).toBe(sands(steady(12), 'lower'));
  });

  it('heat that was logged counts on its zone', () => {
    const baked = opened([
      foundBare(['lower', 'upper']),
      coated(['lower', 'upper']),
      ev({ kind: 'baked', zoneIds: ['lower'], atMin: 5, tempC: 60, minutes: 30 }),
    ]);
    expect(sands(steady(15), 'lower', baked)).toBeLessThan(sands(steady(15), 'upper', baked));
  });

  it('one more reading carries on the sums of those before', () => {
    const readings = Array.from({ length: 3000 }, (_, i) => reading(i * 5 - 15_000, 10 + 5 * Math.sin(i / 40)));
    const a = clocksOf(job, room(readings), settings, 'lower').clockFor({ mechanism: 'urethane' });
    const b = clocksOf(job, room([...readings, reading(5, 9)]), settings, 'lower').clockFor({ mechanism: 'urethane' });
    expect(b.blocks[0]).toBe(a.blocks[0]);
    expect(b.blocks[1]).toBe(a.blocks[1]);
    const anew = clocksOf(
      { ...job, job: { ...JOB, id: 'other' } },
      room([...readings, reading(5, 9)]),
      settings,
      'lower',
    );
    expect(anew.clockFor({ mechanism: 'urethane' }).blocks).toEqual(b.blocks);
  });

  it('a zone asked twice for the same moment is counted once', () => {
    const climate = steady(15);
    const get = () => statusesOf(job, climate, settings, now).get('lower');
    expect(get()).toBe(get());
  });
});

describe('conditions', () => {
  it('say what they rest on', () => {
    const at = (climate: Climate) => conditionsOf(job, climate, settings, 'lower', now);
    expect(at(room([]))).toMatchObject({ basis: 'set', tempC: 20, rh: 0.5 });
    expect(at(steady(15))).toMatchObject({ basis: 'read', tempC: 15, readMs: T0 + 5 * MIN });
    expect(at(room([reading(-300, 15)])).basis).toBe('held');
    const points = [0, 1, 2].map((h) => ({ atMs: T0 + h * 3_600_000, tempC: 8, rh: 0.7, rainMm: 0 }));
    expect(at(room([reading(-300, 15)], { forecast: { issuedMs: T0, points } })).basis).toBe('forecast');
  });
  it('a thick panel runs behind the air more than a thin one', () => {
    const warming = room([reading(-60, 5), reading(0, 15), reading(60, 25)]);
    const surface = (zone: string, open = job) => conditionsOf(open, warming, settings, zone, now).surfaceC;
    const thick = {
      ...job,
      job: {
        ...JOB,
        id: 'thick',
        panels: JOB.panels.map((p) => ({ ...p, substrate: 'glassfibre' as const, thicknessUm: 4000 })),
      },
    };
    expect(surface('lower')).toBeLessThan(airOf(job, warming, settings).length > 0 ? 16.7 : 0);
    expect(surface('lower', thick)).toBeLessThan(surface('lower') - 1);
  });
  it('a logger that stopped for two days is a gap since the coat was laid', () => {
    const gaps = gapsSince(job, room([reading(-10, 15), reading(2880, 15)]), T0, T0 + 2900 * MIN);
    expect(gaps).toEqual([{ fromMs: T0, toMs: T0 + 2880 * MIN }]);
  });
});
