import { bakesOf } from '../air/bake';
import { FORECAST_SPREAD_K, GAP_MS, gapsIn, type ForecastPoint, type Gap } from '../air/climate';
import { lastReading, type AirDay } from '../air/days';
import type { HeatPlan } from '../air/heat';
import { airAt, type AirHistory, type Reading } from '../air/history';
import { roomAir, roomHistory, type RoomAir } from '../air/room';
import { surfaceLagMs, type SurfaceReading, type SurfaceSpec } from '../air/surface';
import type { Product, ProductLookup } from '../library/product';
import type { AirReading } from '../log/event';
import { panelOf, zonesOf, type Job } from '../log/job';
import type { JobState, ZoneState } from '../strata/fold';
import { topLayer } from '../strata/types';
import { DAY_MS, HOUR_MS } from '../units/time';
import { clockShop, type ClockShop } from './stages';
import { airKey, settledMs, type Settled, type Used } from './settled';
import { zoneStatus, type ZoneStatus } from './status';
import { pointAt, pointsBetween, SegmentStore, surfaceTimeline, type SurfaceTimeline, type Timeline } from './timeline';

/** What is known of a shop's air, as it is stored. */
export interface ShopAir {
  days: readonly AirDay[];
  forecast: readonly ForecastPoint[];
  heats: readonly HeatPlan[];
  /** Holds where nothing was ever read. */
  assumed: AirReading;
}

/** A job whose clocks are asked for. */
export interface ClockedJob {
  job: Job;
  state: JobState;
  products: ProductLookup;
}

/** What is assumed on top of what is known: another forecast, heat that is not planned yet. */
export interface Assumed {
  shiftK?: number;
  heats?: readonly HeatPlan[];
}
export const NOTHING_ASSUMED: Assumed = {};
export const WARM: Assumed = { shiftK: FORECAST_SPREAD_K };
export const COLD: Assumed = { shiftK: -FORECAST_SPREAD_K };

/** Air and surface at a moment, and what they rest on. */
export interface Conditions {
  tempC: number;
  rh: number;
  surfaceC: number;
  /** read: within two hours. planned: read then, but a planned heater has changed it since. forecast: counted on from the last reading. held: the last reading. set: nothing was ever read. */
  basis: 'read' | 'planned' | 'forecast' | 'held' | 'set';
  /** The last reading before it, ms. */
  readMs?: number;
  /** Room air and the panel's surface, two days ahead and some days back. */
  ahead: { air: AirHistory; surface: AirHistory };
}

/** So far from the last reading the air is another one, K. */
const OTHER_AIR_K = 0.5;
/** Whether a planned heater, not a reading, makes the air what it is taken to be. */
const isHeatedSince = (shop: ShopAir, last: Reading, tempC: number, atMs: number): boolean =>
  Math.abs(tempC - last.tempC) > OTHER_AIR_K &&
  shop.heats.some((h) => h.kind === 'heater' && h.fromMs < atMs && h.toMs > last.atMs);

/** Where the zones of one job stand, by zone id. Counted when asked for: a page that shows one zone pays for one. */
export interface Statuses {
  get(zoneId: string): ZoneStatus | undefined;
}

/** Points of surfaces that are held at most: about 50 MB with their sums. */
const MAX_POINTS = 400_000;
/** Rooms that are held: as it is, warmer, colder, and a few questions. */
const MAX_ROOMS = 8;
/** Kinds of panel whose surfaces are carried on from one state of the room to the next. */
const MAX_SURFACES = 300;
/** Thin steel, for a question about no panel in particular. */
const THIN_STEEL_LAG_MS = surfaceLagMs('steel', 800);
/** How far around a moment a verdict looks at the air, ms. */
const LOOK_BACK_MS = 4 * 24 * HOUR_MS;
const LOOK_AHEAD_MS = 75 * HOUR_MS;

const NO_READINGS: readonly SurfaceReading[] = [];
const measuredOn = new WeakMap<ZoneState, readonly SurfaceReading[]>();
/** What a thermometer said on a zone, with its entries. */
function measuredWith(zone: ZoneState): readonly SurfaceReading[] {
  let list = measuredOn.get(zone);
  if (!list) {
    list = zone.events.flatMap((e) =>
      e.air?.surfaceTempC === undefined ? [] : [{ atMs: e.atMs, surfaceC: e.air.surfaceTempC }],
    );
    measuredOn.set(zone, list.length > 0 ? list : NO_READINGS);
  }
  return list;
}

/** What a panel is to the air, and the name under which its surface is found again. */
interface PanelSurface {
  spec: SurfaceSpec;
  key: string;
}
function panelSurfaceOf(spec: SurfaceSpec): PanelSurface {
  const spells = spec.spells.map((h) => `${h.kind}${h.fromMs}-${h.toMs}-${h.tempC}`).join();
  return { spec, key: `${spec.lagMs}|${spells}|${spec.measured.map((m) => `${m.atMs}=${m.surfaceC}`).join()}` };
}

/**
 * A book of clocks: surfaces and sums of equivalent time, found again by what they were worked out from (days of air, lag, what was done
 * to the panel), never by job or object. All jobs of a shop share one room. Plain data in, plain data out: it works in a worker as well.
 */
export class ClockBook {
  private readonly store: SegmentStore;
  private rooms: { from: readonly unknown[]; room: RoomAir }[] = [];
  private readonly timelines = new WeakMap<RoomAir, Map<string, { timeline: Timeline; clocks: ClockShop }>>();
  private readonly known = new WeakMap<
    ZoneState,
    { clocks: ClockShop; now: number; product?: Product; hardener?: Product; status: ZoneStatus }
  >();

  /** What stands still, and with which products that was worked out. */
  private readonly settled = new WeakMap<ZoneState, Settled & { used: Used }>();

  /** What each zone of a job is to the air, as it was asked for last. */
  private readonly specs = new WeakMap<JobState, Map<string, { from: readonly unknown[]; panel: PanelSurface }>>();

  /** The latest state of each surface, for the next one to take over from. */
  private readonly latest = new Map<string, SurfaceTimeline>();
  /** The stretch that was asked for last, of a room and of each surface in it. */
  private readonly windows = new WeakMap<object, { fromMs: number; toMs: number; points: AirHistory }>();

  constructor(maxPoints = MAX_POINTS) {
    this.store = new SegmentStore(maxPoints);
  }

  /** Points of surfaces that are held. */
  get size(): number {
    return this.store.size;
  }

  /**
   * The air of the shop's room.
   * @param entries air written with the entries of each job
   */
  room(shop: ShopAir, entries: readonly (readonly Reading[])[], more: Assumed = NOTHING_ASSUMED): RoomAir {
    const { tempC, rh } = shop.assumed;
    const lists = entries.filter((e) => e.length > 0);
    const from = [shop.days, shop.forecast, shop.heats, tempC, rh, more.shiftK, more.heats, ...lists];
    const at = this.rooms.findIndex((r) => r.from.length === from.length && r.from.every((x, i) => x === from[i]));
    const had = this.rooms[at];
    if (had) {
      if (at > 0) this.rooms = [had, ...this.rooms.filter((r) => r !== had)];
      return had.room;
    }
    const heaters = [...shop.heats, ...(more.heats ?? [])].filter((h) => h.kind === 'heater');
    const room = roomAir({
      days: shop.days,
      entries: lists,
      forecast: shop.forecast,
      heaters,
      assumed: shop.assumed,
      shiftK: more.shiftK ?? 0,
    });
    // Of what was read before only the state before this one is asked for again, by what is still drawn from it.
    const recent = [shop.days, this.rooms[0]?.from[0]];
    this.rooms = [{ from, room }, ...this.rooms.filter((r) => recent.includes(r.from[0]))].slice(0, MAX_ROOMS);
    return room;
  }

  /** What a zone is to the air: how slowly it follows, what warms it, and what was read on its panel. */
  private panelSurface(
    open: ClockedJob | undefined,
    shop: ShopAir,
    zoneId: string | undefined,
    more: Assumed,
  ): PanelSurface {
    const panel = open && zoneId !== undefined ? panelOf(open.job, zoneId) : undefined;
    if (!open || !panel || zoneId === undefined)
      return panelSurfaceOf({ lagMs: THIN_STEEL_LAG_MS, spells: [], measured: roomSurfaces(shop.days) });
    let known = this.specs.get(open.state);
    if (!known) this.specs.set(open.state, (known = new Map()));
    const from = [panel, shop.heats, more.heats, open.job.zones];
    const had = known.get(zoneId);
    if (had && had.from.every((x, i) => x === from[i])) return had.panel;
    const zone = open.state.zones.get(zoneId);
    const planned = [...shop.heats, ...(more.heats ?? [])].filter(
      (h) => h.kind !== 'heater' && h.jobId === open.job.id && h.zoneIds?.includes(zoneId),
    );
    const measured = zonesOf(open.job, panel.id).flatMap((z) => {
      const s = open.state.zones.get(z.id);
      return s ? measuredWith(s) : [];
    });
    const once = [...new Map(measured.map((m) => [m.atMs, m])).values()].sort((a, b) => a.atMs - b.atMs);
    const made = panelSurfaceOf({
      lagMs: surfaceLagMs(panel.substrate, panel.thicknessUm),
      spells: [...(zone ? bakesOf(zone.events) : []), ...planned],
      measured: once,
    });
    known.set(zoneId, { from, panel: made });
    return made;
  }

  private surface(room: RoomAir, { spec, key }: PanelSurface): { timeline: Timeline; clocks: ClockShop } {
    let all = this.timelines.get(room);
    if (!all) this.timelines.set(room, (all = new Map()));
    let made = all.get(key);
    if (!made) {
      const before = this.latest.get(key);
      const timeline = surfaceTimeline(room, before?.spec ?? spec, this.store, before);
      this.latest.delete(key);
      this.latest.set(key, timeline);
      for (const oldest of this.latest.keys()) {
        if (this.latest.size <= MAX_SURFACES) break;
        this.latest.delete(oldest);
      }
      all.set(key, (made = { timeline, clocks: clockShop(timeline) }));
    }
    return made;
  }

  /** Clocks of one zone; without a zone of a thin steel panel. */
  clocks(
    open: ClockedJob | undefined,
    shop: ShopAir,
    room: RoomAir,
    zoneId: string | undefined,
    more: Assumed = NOTHING_ASSUMED,
  ): ClockShop {
    return this.surface(room, this.panelSurface(open, shop, zoneId, more)).clocks;
  }

  /** Where the zones of a job stand at a moment. What did not change stays the same object. */
  statuses(open: ClockedJob, shop: ShopAir, room: RoomAir, nowMs: number, more: Assumed = NOTHING_ASSUMED): Statuses {
    return {
      get: (id) => {
        const zone = open.state.zones.get(id);
        const still = zone && more === NOTHING_ASSUMED ? this.standsStill(open, shop, room, zone, nowMs) : undefined;
        if (still) return still;
        const clocks = this.clocks(open, shop, room, id, more);
        if (!zone) return zoneStatus(zone, clocks, nowMs, open.products);
        const had = this.known.get(zone);
        const top = zone.strata && topLayer(zone.strata);
        const product = top?.productId ? open.products(top.productId) : undefined;
        const hardener = top?.hardenerId ? open.products(top.hardenerId) : undefined;
        if (had?.clocks === clocks && had.now === nowMs && had.product === product && had.hardener === hardener)
          return had.status;
        const status = zoneStatus(zone, clocks, nowMs, open.products);
        this.known.set(zone, { clocks, now: nowMs, product, hardener, status });
        const fromMs = more === NOTHING_ASSUMED ? settledMs(status) : undefined;
        if (fromMs !== undefined) {
          const key = airKey(room, shop.heats, open.job.id, fromMs);
          this.settled.set(zone, { fromMs, key, status, used: [product, hardener] });
        }
        return status;
      },
    };
  }

  /** A zone's status where it holds for good and the air of its time is what it was. */
  private standsStill(
    open: ClockedJob,
    shop: ShopAir,
    room: RoomAir,
    zone: ZoneState,
    nowMs: number,
  ): ZoneStatus | undefined {
    const s = this.settled.get(zone);
    if (!s || nowMs < s.fromMs) return undefined;
    const { top } = s.status;
    const same =
      (top?.productId ? open.products(top.productId) : undefined) === s.used[0] &&
      (top?.hardenerId ? open.products(top.hardenerId) : undefined) === s.used[1] &&
      airKey(room, shop.heats, open.job.id, s.fromMs) === s.key;
    return same ? s.status : undefined;
  }

  /** What of a job stands still, by zone id: to be kept beside its log. */
  settledOf({ state }: Pick<ClockedJob, 'state'>): [string, Settled][] {
    return [...state.zones].flatMap(([id, zone]): [string, Settled][] => {
      const s = this.settled.get(zone);
      return s ? [[id, { fromMs: s.fromMs, key: s.key, status: s.status }]] : [];
    });
  }

  /** Takes over what stood still, worked out before from the same log with the same products. */
  adopt({ state, products }: ClockedJob, settled: readonly (readonly [string, Settled])[]): void {
    for (const [id, s] of settled) {
      const zone = state.zones.get(id);
      const { top } = s.status;
      const used: Used = [
        top?.productId ? products(top.productId) : undefined,
        top?.hardenerId ? products(top.hardenerId) : undefined,
      ];
      if (zone) this.settled.set(zone, { ...s, used });
    }
  }

  /** Air and surface of a zone (or of a thin steel panel) at a moment. */
  conditions(
    open: ClockedJob | undefined,
    shop: ShopAir,
    room: RoomAir,
    zoneId: string | undefined,
    atMs: number,
  ): Conditions {
    const { timeline } = this.surface(room, this.panelSurface(open, shop, zoneId, NOTHING_ASSUMED));
    // By whole days, so that one moment after the other is asked of the same lists.
    const from = Math.floor((atMs - LOOK_BACK_MS) / DAY_MS) * DAY_MS;
    const to = Math.ceil((atMs + LOOK_AHEAD_MS) / DAY_MS) * DAY_MS;
    const air = this.window(room, from, to, () => roomHistory(room, from, to));
    const here = airAt(air, atMs);
    const last = lastReading(room.days, atMs);
    const basis = !last
      ? 'set'
      : atMs - last.atMs <= GAP_MS
        ? isHeatedSince(shop, last, here.tempC, atMs)
          ? 'planned'
          : 'read'
        : shop.forecast.some((p) => p.atMs >= atMs)
          ? 'forecast'
          : 'held';
    return {
      tempC: here.tempC,
      rh: here.rh,
      surfaceC: pointAt(timeline, atMs).tempC,
      basis,
      ahead: { air, surface: this.window(timeline, from, to, () => pointsBetween(timeline, from, to)) },
      ...(last && { readMs: last.atMs }),
    };
  }

  private window(of: object, fromMs: number, toMs: number, make: () => AirHistory): AirHistory {
    const had = this.windows.get(of);
    if (had?.fromMs === fromMs && had.toMs === toMs) return had.points;
    const points = make();
    this.windows.set(of, { fromMs, toMs, points });
    return points;
  }

  /** Spans since a moment over which nobody read the air. */
  gaps(room: RoomAir, fromMs: number, toMs: number): Gap[] {
    return gapsIn(room.days, fromMs, toMs);
  }
}

const roomRead = new WeakMap<AirDay, readonly SurfaceReading[]>();
/** Surfaces in the room's own log: of no panel in particular. */
function roomSurfaces(days: readonly AirDay[]): readonly SurfaceReading[] {
  return days.flatMap((d) => {
    let list = roomRead.get(d);
    if (!list) {
      list = NO_READINGS;
      for (const { atMs, surfaceC } of d.readings) if (surfaceC !== undefined) list = [...list, { atMs, surfaceC }];
      roomRead.set(d, list);
    }
    return list;
  });
}
