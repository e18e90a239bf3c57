/** @jest-environment node */
import { foldLog } from '../strata/fold';
import { ev, JOB, products, T0 } from '../testing';
import type { LogEvent } from '../log/event';
import type { EveningPick } from './assemble';
import { edgeTimes, openEdges, readyZones, sprayedHours } from './facts';
import { isOver } from './over';

const MIN = 60_000;
const HOUR = 60 * MIN;
const found = ev({ kind: 'found', zoneIds: ['lower'], atMin: -9000, substrate: 'steel', thicknessUm: 800, layers: [] });
const coat = (productId: string, atMin: number, more: object = {}): LogEvent =>
  ev({
    kind: 'coated',
    atMin,
    productId,
    coats: 1,
    filmUm: products(productId)!.film.nominalUm,
    application: 'lowPressureGun',
    ...more,
  });
const cleaned = (atMin: number) => ev({ kind: 'cleaned', atMin, productId: 'cleaner-metal' });
const sanded = (atMin: number) => ev({ kind: 'sanded', atMin, grit: 500, tool: 'block', wet: false, removedUm: 5 });
const fold = (...events: LogEvent[]) => foldLog([found, ...events], products);
const EVENING: EveningPick = {
  fromMs: T0,
  untilMs: T0 + 5 * HOUR,
  zoneIds: ['lower'],
  stands: 0,
  turning: 0,
  helper: false,
};

describe('what the log knows of an evening', () => {
  it('wiped counts from the last time that hands worked on it', () => {
    const of = (...events: LogEvent[]) => readyZones(JOB, fold(...events), ['lower'])[0]!;
    expect(of(cleaned(-100), sanded(-50)).cleanedMs).toBeUndefined();
    expect(of(sanded(-100), cleaned(-50)).cleanedMs).toBe(T0 - 50 * MIN);
    expect(of(sanded(-100), cleaned(-50), coat('base-solvent', -20))).toMatchObject({ coated: true });
    expect(of(sanded(-100), ev({ kind: 'masked', atMin: -40, what: 'Edge' })).maskedMs).toBe(T0 - 40 * MIN);
    expect(readyZones(JOB, fold(), ['gone'])).toEqual([]);
  });

  const clear = [
    coat('epoxy-primer', -5000),
    sanded(-100),
    cleaned(-50),
    coat('base-solvent', 0),
    coat('base-solvent', 30),
  ];
  it('a coat that stopped short has an edge; what is laid over all of it ends that', () => {
    const stopped = coat('clear-ms', 90, { leftOutCm2: 900 });
    const state = fold(...clear, stopped);
    const [edge] = openEdges(JOB, state, EVENING, products, 20, T0 + 92 * MIN);
    expect(edge).toMatchObject({ zoneId: 'lower', state: 'wet', act: 'on', leftOutCm2: 900 });
    const day = openEdges(JOB, state, EVENING, products, 20, T0 + 40 * 24 * HOUR)[0]!;
    expect(day.state).toBe('shut');
    expect(day.text).toMatch(/line to line/);
    expect(openEdges(JOB, fold(...clear, coat('clear-ms', 90)), EVENING, products, 20, T0 + 92 * MIN)).toEqual([]);
    // Of another evening it says nothing.
    expect(
      openEdges(
        JOB,
        state,
        { ...EVENING, fromMs: T0 + 48 * HOUR, untilMs: T0 + 53 * HOUR },
        products,
        20,
        T0 + 49 * HOUR,
      ),
    ).toEqual([]);
  });
  it('its times are the sheet’s, slower in the cold', () => {
    const p = products('clear-ms')!;
    const [warm, cold] = [edgeTimes(p, 23), edgeTimes(p, 10)];
    expect(warm.flashMin).toBeCloseTo(p.stages.find((s) => s.stage === 'flash')!.opensMin!, 6);
    expect(cold.flashMin).toBeGreaterThan(warm.flashMin);
    expect(cold.dustFreeMin).toBeGreaterThan(warm.dustFreeMin);
  });
  it('hours behind the mask: as clocked, else 1.5 times what the gun spits; an entry on two zones is one', () => {
    const zones = ['lower', 'upper'];
    const two = (...events: LogEvent[]) =>
      foldLog([found, { ...found, id: 'f2', zoneIds: ['upper'] }, ...events], products);
    const hours = (...events: LogEvent[]) =>
      sprayedHours([{ job: JOB, state: two(...events) }], products, T0 - 10 * MIN);
    expect(hours(coat('base-solvent', 0, { workMin: 30, zoneIds: zones }))).toBeCloseTo(0.5, 9);
    // 280 mL at 140 mL/min are two minutes, three with the walking.
    const batch = { batchId: 'b', pouredMl: [200, 80], usedMl: 280 };
    expect(hours(coat('base-solvent', 0, { zoneIds: zones, batch }))).toBeCloseTo(3 / 60, 9);
    expect(hours(coat('base-solvent', -60, { workMin: 30 }))).toBe(0);
    expect(hours(coat('base-solvent', 0, { workMin: 30, application: 'brush' }))).toBe(0);
  });
  it('an evening that was left open for half a day after its end is over', () => {
    expect(isOver(EVENING, EVENING.untilMs + 11 * HOUR)).toBe(false);
    expect(isOver(EVENING, EVENING.untilMs + 13 * HOUR)).toBe(true);
    expect(isOver({ ...EVENING, endedMs: T0 }, T0)).toBe(true);
  });
});
