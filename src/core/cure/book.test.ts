import fc from 'fast-check';
import type { ClimateReading } from '../air/climate';
import { addReadings, splitDays } from '../air/days';
import type { HeatPlan } from '../air/heat';
import type { LogEvent } from '../log/event';
import { foldLog } from '../strata/fold';
import { DAY_MS } from '../units/time';
import { coated, ev, foundBare, JOB, products, T0 } from '../testing';
import { ClockBook, COLD, WARM, type Assumed, type ClockedJob, type ShopAir } from './book';
import { equivalentMinutes } from './equivalent';
import { pointAt, pointsBetween } from './timeline';

const MIN = 60_000;
const DAY = 1440;
const opened = (events: LogEvent[], id = JOB.id): ClockedJob => ({
  job: { ...JOB, id },
  state: foldLog(events, products),
  products,
});
const sprayed = (zoneIds: string[]) => ({ ...coated('highbuild-2k', 0), zoneIds });
const job = opened([foundBare(['lower', 'upper', 'bonnet']), sprayed(['lower', 'upper', 'bonnet'])]);
const reading = (min: number, tempC: number, rh = 0.6): ClimateReading => ({
  atMs: T0 + min * MIN,
  tempC,
  rh,
  source: 'logger',
});
const shop = (readings: ClimateReading[], more: Partial<ShopAir> = {}): ShopAir => ({
  days: splitDays(readings),
  forecast: [],
  heats: [],
  assumed: { tempC: 20, rh: 0.5 },
  ...more,
});
const now = T0 + 10 * MIN;
const steady = (tempC: number) => shop([reading(-600, tempC), reading(5, tempC)]);
const book = new ClockBook();
const roomOf = (air: ShopAir, open: ClockedJob, more?: Assumed, b = book) => b.room(air, [open.state.air], more);
const sands = (air: ShopAir, zone = 'lower', open = job, more?: Assumed) =>
  book
    .statuses(open, air, roomOf(air, open, more), now, more)
    .get(zone)!
    .clocks.find((c) => c.stage === 'sand')!.opensMs!;

describe('a book of clocks', () => {
  it("counts with the room's readings, and with what was set where there are none", () => {
    expect(sands(steady(15))).toBeGreaterThan(sands(shop([])));
    expect(sands(steady(25))).toBeLessThan(sands(shop([])));
  });

  it('goes on along the forecast, and its warm and cold side bracket it', () => {
    const forecast = Array.from({ length: 60 }, (_, i) => ({
      atMs: T0 + (i - 2) * 60 * MIN,
      tempC: 8,
      rh: 0.7,
      rainMm: 0,
    }));
    const cooling = { ...steady(20), forecast };
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
      expect(sands({ ...climate, heats: [plan('heater')] }, z)).toBeLessThan(sands(climate, z));
    const lit = plan('lamp', { jobId: JOB.id, zoneIds: ['lower'] });
    const lamp = { ...climate, heats: [lit] };
    expect(sands(lamp, 'lower')).toBeLessThan(sands(climate, 'lower'));
    expect(sands(lamp, 'upper')).toBe(sands(climate, 'upper'));
    // As a question it moves the clock without being kept.
    expect(sands(climate, 'lower', job, { heats: [lit] })).toBe(sands(lamp, 'lower'));
    expect(sands(climate, 'lower')).toBe(sands(steady(12), 'lower'));
  });

  it('heat that was logged counts on its zone', () => {
    const baked = opened([
      foundBare(['lower', 'upper']),
      sprayed(['lower', 'upper']),
      ev({ kind: 'baked', zoneIds: ['lower'], atMin: 5, tempC: 60, minutes: 30 }),
    ]);
    expect(sands(steady(15), 'lower', baked)).toBeLessThan(sands(steady(15), 'upper', baked));
  });

  it('a measured surface counts for the panel that it was taken on, and for no other', () => {
    const warm = opened([
      foundBare(['lower', 'upper', 'bonnet']),
      sprayed(['lower', 'upper', 'bonnet']),
      ev({
        kind: 'measured',
        measure: 'air',
        zoneIds: ['lower'],
        atMin: 8,
        air: { tempC: 15, rh: 0.5, surfaceTempC: 60 },
      }),
    ]);
    const air = steady(15);
    const surface = (zone: string) => book.conditions(warm, air, roomOf(air, warm), zone, T0 + 8 * MIN).surfaceC;
    expect(surface('lower')).toBe(60);
    expect(surface('upper')).toBe(60);
    expect(surface('bonnet')).toBeCloseTo(15, 1);
  });

  it('epoxy at 8 °C overnight does not cure for a panel that stands in the morning sun', () => {
    const night = shop(Array.from({ length: 57 }, (_, i) => reading(i * 15, 8)));
    const sun = ev({
      kind: 'measured',
      measure: 'air',
      atMin: 840,
      air: { tempC: 8, rh: 0.6, surfaceTempC: 30 },
    });
    const open = opened([foundBare(), coated('epoxy-primer', 0), sun]);
    const clock = book
      .clocks(open, night, roomOf(night, open), 'lower')
      .clockFor({ mechanism: 'epoxy', stopsBelowC: 10 });
    // Only the minutes in which the panel came over 10 °C count.
    expect(equivalentMinutes(clock, T0, T0 + 840 * MIN)).toBeLessThan(25);
  });

  it('works out again only what a new reading changes', () => {
    const b = new ClockBook();
    const readings = Array.from({ length: 3000 }, (_, i) => reading(i * 5 - 15_000, 10 + 5 * Math.sin(i / 40)));
    const first = shop(readings);
    const k = { mechanism: 'urethane' } as const;
    const long = opened([foundBare(['lower'], -15_000), coated('highbuild-2k', -14_900)]);
    const a = b.clocks(long, first, roomOf(first, long, undefined, b), 'lower').clockFor(k);
    equivalentMinutes(a, T0 - 14_900 * MIN, now);
    const made = b.size;
    const more: ShopAir = { ...first, days: addReadings(first.days, [reading(5, 9)]).days };
    const c = b.clocks(long, more, roomOf(more, long, undefined, b), 'lower').clockFor(k);
    const minutes = equivalentMinutes(c, T0 - 14_900 * MIN, now);
    // The day of the reading, and what comes after it.
    expect(b.size - made).toBeLessThan(400);
    for (let i = 0; i < a.timeline.count - 2; i++) expect(c.timeline.segment(i)).toBe(a.timeline.segment(i));
    const anew = new ClockBook();
    const d = anew.clocks(long, more, roomOf(more, long, undefined, anew), 'lower').clockFor(k);
    expect(minutes).toBe(equivalentMinutes(d, T0 - 14_900 * MIN, now));
  });

  it('a day that grows reading by reading ends as one that was read at once, warmed and measured as it may be', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ min: fc.integer({ min: 0, max: 3000 }), tempC: fc.integer({ min: 2, max: 30 }) }), {
          minLength: 2,
          maxLength: 40,
        }),
        fc.option(fc.integer({ min: 0, max: 3000 })),
        fc.integer({ min: 1, max: 5 }),
        (readings, measuredMin, at) => {
          const list = [...new Map(readings.map((r) => [r.min, reading(r.min, r.tempC)])).values()].sort(
            (a, b) => a.atMs - b.atMs,
          );
          const open = opened([
            foundBare(['lower'], -10),
            { ...sprayed(['lower']) },
            ev({ kind: 'baked', atMin: 400, tempC: 60, minutes: 30, zoneIds: ['lower'] }),
            ...(measuredMin === null
              ? []
              : [
                  ev({
                    kind: 'measured',
                    measure: 'air',
                    atMin: measuredMin,
                    air: { tempC: 15, rh: 0.5, surfaceTempC: 12 },
                  }),
                ]),
          ]);
          const k = { mechanism: 'urethane' } as const;
          const minutes = (b: ClockBook, air: ShopAir) =>
            equivalentMinutes(
              b.clocks(open, air, roomOf(air, open, undefined, b), 'lower').clockFor(k),
              T0,
              T0 + 4000 * MIN,
            );
          const grown = new ClockBook();
          let air = shop(list.slice(0, at));
          minutes(grown, air);
          for (const r of list.slice(at)) {
            air = { ...air, days: addReadings(air.days, [r]).days };
            minutes(grown, air);
          }
          expect(minutes(grown, air)).toBeCloseTo(minutes(new ClockBook(), shop(list)), 6);
        },
      ),
    );
  });

  it('jobs share a room, and panels of one kind their clocks', () => {
    const b = new ClockBook();
    const air = steady(15);
    const other = opened([foundBare(['lower'])], 'other');
    const lists = [job.state.air, other.state.air];
    const room = b.room(air, lists);
    expect(b.room(air, lists)).toBe(room);
    expect(b.clocks(job, air, room, 'lower')).toBe(b.clocks(other, air, room, 'upper'));
    expect(b.clocks(job, air, room, 'lower')).not.toBe(b.clocks(job, air, room, 'bonnet'));
  });

  it('air that was written with an entry of one job is the air of the others', () => {
    const entry = opened([
      foundBare(),
      ev({ kind: 'measured', measure: 'air', atMin: -60, air: { tempC: 6, rh: 0.8 } }),
    ]);
    const air = shop([]);
    const room = book.room(air, [job.state.air, entry.state.air]);
    expect(book.conditions(job, air, room, 'lower', T0 - 30 * MIN)).toMatchObject({ basis: 'read', tempC: 6 });
  });

  it('what it holds is bounded, and what was thrown out is worked out again the same', () => {
    const small = new ClockBook(3000);
    const year = shop(Array.from({ length: 365 * 24 }, (_, i) => reading((i - 365 * 24) * 60, 15 + (i % 7))));
    const open = opened([foundBare(['lower'], -365 * DAY), coated('highbuild-2k', -364 * DAY)]);
    const at = (b: ClockBook, days: number) => {
      const clocks = b.clocks(open, year, roomOf(year, open, undefined, b), 'lower');
      return pointAt(clocks.timeline, T0 - days * DAY * MIN).tempC;
    };
    const all = Array.from({ length: 360 }, (_, d) => at(small, d));
    expect(small.size).toBeLessThanOrEqual(3000 + 200);
    expect(all).toEqual(Array.from({ length: 360 }, (_, d) => at(new ClockBook(), d)));
  });

  it('a surface asked of in any order, over a day or a year, is the same', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ gap: fc.integer({ min: 1, max: 900 }), tempC: fc.integer({ min: -5, max: 35 }) }), {
          minLength: 2,
          maxLength: 30,
        }),
        fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 1, maxLength: 5 }),
        (rows, asked) => {
          let m = -20_000;
          const air = shop(rows.map((r) => reading((m += r.gap), r.tempC)));
          const first = air.days[0]!.readings[0]!.atMs;
          const span = T0 + m * MIN - first;
          const [b, c] = [new ClockBook(), new ClockBook()];
          const line = (x: ClockBook) => x.clocks(job, air, roomOf(air, job, undefined, x), 'lower').timeline;
          const whole = line(c);
          for (let i = 0; i < whole.count; i++) whole.segment(i);
          for (const f of asked)
            expect(pointAt(line(b), first + f * span).tempC).toBeCloseTo(pointAt(whole, first + f * span).tempC, 9);
        },
      ),
      { numRuns: 200 },
    );
  });
});

it('a day of a single reading just before midnight does not make the panel forget what came before', () => {
  // Cold for hours, then one warm reading 10 minutes before midnight: at midnight the steel is still on its way.
  const midnight = Math.ceil(T0 / DAY_MS) * DAY_MS;
  const at = (min: number, tempC: number) => reading((midnight - T0) / MIN + min, tempC);
  const air = shop([at(-2000, 0), at(-1500, 0), at(-10, 20), at(5, 20), at(400, 20)]);
  const line = (b: ClockBook) => b.clocks(job, air, roomOf(air, job, undefined, b), 'lower').timeline;
  const whole = line(new ClockBook());
  for (let i = 0; i < whole.count; i++) whole.segment(i);
  const asked = pointAt(line(new ClockBook()), midnight + 2 * MIN).tempC;
  expect(asked).toBeCloseTo(pointAt(whole, midnight + 2 * MIN).tempC, 9);
  expect(asked).toBeLessThan(20);
});

describe('conditions', () => {
  const at = (air: ShopAir, open = job) => book.conditions(open, air, roomOf(air, open), 'lower', now);
  it('say what they rest on', () => {
    expect(at(shop([]))).toMatchObject({ basis: 'set', tempC: 20, rh: 0.5 });
    expect(at(steady(15))).toMatchObject({ basis: 'read', tempC: 15, readMs: T0 + 5 * MIN });
    expect(at(shop([reading(-300, 15)])).basis).toBe('held');
    // A heater that was only planned has read nothing: the air is then what it would have made of it.
    const heats = [{ id: 'h', kind: 'heater' as const, fromMs: now - 50 * MIN, toMs: now + 60 * MIN, tempC: 30 }];
    expect(at(shop([reading((now - 60 * MIN - T0) / MIN, 12)], { heats })).basis).toBe('planned');
    expect(at(shop([reading((now - 60 * MIN - T0) / MIN, 12)])).basis).toBe('read');
    const forecast = [0, 1, 2].map((h) => ({ atMs: T0 + h * 60 * MIN, tempC: 8, rh: 0.7, rainMm: 0 }));
    expect(at(shop([reading(-300, 15)], { forecast })).basis).toBe('forecast');
  });
  it('a thick panel runs behind the air more than a thin one', () => {
    const warming = shop([reading(-60, 5), reading(0, 15), reading(60, 25)]);
    const thick = {
      ...job,
      job: {
        ...JOB,
        panels: JOB.panels.map((p) => ({ ...p, substrate: 'glassfibre' as const, thicknessUm: 4000 })),
      },
    };
    expect(at(warming).surfaceC).toBeLessThan(16.7);
    expect(at(warming, thick).surfaceC).toBeLessThan(at(warming).surfaceC - 1);
  });
  it('a logger that stopped for two days is a gap since the coat was laid', () => {
    const air = shop([reading(-10, 15), reading(2880, 15)]);
    expect(book.gaps(roomOf(air, job), T0, T0 + 2900 * MIN)).toEqual([{ fromMs: T0, toMs: T0 + 2880 * MIN }]);
  });
});

describe('the surface between two moments', () => {
  const air = shop(Array.from({ length: 5 * 24 }, (_, h) => reading(h * 60, 10 + (h % 24) / 2)));
  const { timeline } = book.clocks(job, air, roomOf(air, job), 'lower');
  it('is its points in order, each once, with what leads up to it and no more days than are asked for', () => {
    const points = pointsBetween(timeline, T0 + 30 * 60 * MIN, T0 + 50 * 60 * MIN);
    for (let i = 1; i < points.length; i++) expect(points[i]!.atMs).toBeGreaterThan(points[i - 1]!.atMs);
    expect(points[0]!.atMs).toBeLessThanOrEqual(T0 + 30 * 60 * MIN);
    expect(points[points.length - 1]!.atMs).toBeGreaterThanOrEqual(T0 + 50 * 60 * MIN);
    expect(points.length).toBeLessThan(4 * 24 * 9);
    expect(points[points.length - 1]!.atMs).toBeLessThan(T0 + 4 * DAY * MIN);
    for (const p of points) expect(p.tempC).toBeCloseTo(pointAt(timeline, p.atMs).tempC, 9);
  });
  it('before all that was read is where that begins', () => {
    const points = pointsBetween(timeline, T0 - 9 * DAY * MIN, T0 - 8 * DAY * MIN);
    expect(points[0]!.atMs).toBeLessThanOrEqual(T0);
    expect(points.length).toBeGreaterThan(0);
  });
  it('is the same list for every moment of a day, another one for another day or another room', () => {
    const at = (ms: number, of = air) => book.conditions(job, of, roomOf(of, job), 'lower', ms).ahead;
    const noon = T0 + 2 * DAY * MIN;
    expect(at(noon + MIN).air).toBe(at(noon).air);
    expect(at(noon + MIN).surface).toBe(at(noon).surface);
    const later = at(noon + DAY * MIN);
    expect(later.air).not.toBe(at(noon).air);
    expect(later.air[later.air.length - 1]!.atMs).toBeGreaterThan(at(noon).air[0]!.atMs);
  });
});

describe('a status', () => {
  const air = steady(20);
  const get = (open: ClockedJob, at: number, b = new ClockBook()) =>
    b.statuses(open, air, roomOf(air, open, undefined, b), at).get('lower');
  it('of a moment is worked out once, and anew for another moment or another library', () => {
    const b = new ClockBook();
    const first = get(job, now, b);
    expect(get(job, now, b)).toBe(first);
    expect(get(job, now + MIN, b)).not.toBe(first);
    const slow = (id: string) => {
      const p = products(id);
      return p && id === 'highbuild-2k'
        ? { ...p, stages: p.stages.map((s) => ({ ...s, opensMin: s.opensMin * 2 })) }
        : p;
    };
    const other = get({ ...job, products: slow }, now, b);
    const opens = (s: typeof first) => s?.clocks.find((c) => c.stage === 'sand')?.opensMs ?? 0;
    expect(opens(other)).toBeGreaterThan(opens(first) + 30 * MIN);
  });
  it('of a zone that nobody looked at, and of a job that is none, is unknown', () => {
    expect(book.statuses(job, air, roomOf(air, job), now).get('nowhere')?.stage).toBe('unknown');
    expect(book.conditions(undefined, air, roomOf(air, job), undefined, now).tempC).toBeCloseTo(20, 6);
    expect(book.conditions(job, air, roomOf(air, job), 'nowhere', now).surfaceC).toBeCloseTo(20, 6);
  });
  it('of bare steel has the clock of its rust, by how it was bared', () => {
    const bare = (more = {}) =>
      opened([
        foundBare(),
        ev({ kind: 'blasted', atMin: 0, media: 'garnet', wet: false, barG: 4, profileUm: 40, ...more }),
      ]);
    const damp = shop([reading(-10, 15, 0.85), reading(3000, 15, 0.85)]);
    const rust = (open: ClockedJob) => {
      const b = new ClockBook();
      return b.statuses(open, damp, roomOf(damp, open, undefined, b), now).get('lower')?.rust;
    };
    // About 4 h at 85 %, under 1 h where it was blasted wet.
    expect((rust(bare())!.rustsMs! - T0) / MIN).toBeCloseTo(240, -1);
    expect((rust(bare({ wet: true }))!.rustsMs! - T0) / MIN).toBeLessThan(60);
    expect(rust(bare())!.brightMs).toBe(T0);
  });
});
