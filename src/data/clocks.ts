import { replaceEqualDeep } from '@tanstack/react-query';
import {
  airAt,
  bakesOf,
  clockShop,
  continued,
  constantAir,
  FORECAST_SPREAD_K,
  gapsIn,
  GAP_MS,
  heatedAir,
  mergeReadings,
  panelOf,
  surfaceHistory,
  surfaceLagMs,
  zoneStatus,
  type AirHistory,
  type ClockShop,
  type Gap,
  type HeatPiece,
  type Reading,
  type SurfaceHistory,
  type ZoneState,
  type ZoneStatus,
} from '@/core';
import type { OpenJob } from './openJob';
import type { Climate, HeatPlan, Settings } from './records';

/** Where the zones of one job stand, by zone id. Counted when asked for: a page that shows one zone pays for one. */
export interface Statuses {
  get(zoneId: string): ZoneStatus | undefined;
}
export const NO_STATUSES: Statuses = { get: () => undefined };

/** What is assumed on top of what is known: another forecast, heat that is not planned yet. */
export interface Assumed {
  shiftK?: number;
  heats?: readonly HeatPlan[];
}
export const NOTHING_ASSUMED: Assumed = {};
export const WARM: Assumed = { shiftK: FORECAST_SPREAD_K };
export const COLD: Assumed = { shiftK: -FORECAST_SPREAD_K };

/** Remembers the last answer for each pair of objects, as long as both live. */
function byPair<A extends object, B extends object, R>(make: (a: A, b: B) => R): (a: A, b: B) => R {
  const known = new WeakMap<A, WeakMap<B, R>>();
  return (a, b) => {
    let inner = known.get(a);
    if (!inner) known.set(a, (inner = new WeakMap()));
    let r = inner.get(b);
    if (r === undefined) inner.set(b, (r = make(a, b)));
    return r;
  };
}

const readingsOf = byPair((entries: readonly Reading[], climate: Climate) => mergeReadings(climate.readings, entries));

/** The readings that a job counts with: the room's, and those written with its entries. */
export const jobReadings = (open: OpenJob, climate: Climate): readonly Reading[] => readingsOf(open.state.air, climate);

/** The job's air with forecast and heaters, as it was last made for each thing assumed. */
const airs = new Map<string, { from: readonly unknown[]; air: readonly Reading[] }>();

/** Room air of a job: readings, forecast, and heaters that are planned or assumed. */
export function airOf(
  open: OpenJob,
  climate: Climate,
  settings: Settings,
  more: Assumed = NOTHING_ASSUMED,
): readonly Reading[] {
  const readings = jobReadings(open, climate);
  const key = `${open.job.id}/${more.shiftK ?? 0}/${more.heats ? 'more' : ''}`;
  const from = [readings, climate, more.heats, settings.tempC, settings.rh];
  const had = airs.get(key);
  if (had && had.from.every((x, i) => x === from[i])) return had.air;
  const start = readings.length > 0 ? readings : constantAir(settings.tempC, settings.rh);
  const heaters = [...climate.heats, ...(more.heats ?? [])];
  const air = heatedAir(continued(start, climate.forecast?.points ?? [], more.shiftK), heaters);
  airs.set(key, { from, air });
  return air;
}

interface Made {
  air: readonly Reading[];
  surface: SurfaceHistory;
  clocks: ClockShop;
}
const made = new Map<string, Made>();
const MOST_MADE = 60;

const touches = (h: HeatPlan, jobId: string, zoneId: string) =>
  h.kind === 'heater' || (h.jobId === jobId && (h.zoneIds?.includes(zoneId) ?? false));

/** Thin steel, for a question about no panel in particular. */
const THIN_STEEL_LAG_MS = surfaceLagMs('steel', 800);

/**
 * Surface and clocks of a zone. Zones that follow the air alike, and under no lamp of their own, share them; one more
 * reading costs one more piece, since all that was summed before is carried on.
 */
function madeFor(open: OpenJob, climate: Climate, settings: Settings, zoneId: string | undefined, more: Assumed): Made {
  const air = airOf(open, climate, settings, more);
  const panel = zoneId ? panelOf(open.job, zoneId) : undefined;
  const lag = panel ? surfaceLagMs(panel.substrate, panel.thicknessUm) : THIN_STEEL_LAG_MS;
  const zone = zoneId ? open.state.zones.get(zoneId) : undefined;
  const heats: HeatPiece[] = zoneId
    ? [
        ...(zone ? bakesOf(zone.events) : []),
        ...[...climate.heats, ...(more.heats ?? [])].filter(
          (h) => h.kind !== 'heater' && touches(h, open.job.id, zoneId),
        ),
      ]
    : [];
  const spells = heats.map((h) => `${h.kind}${h.fromMs}-${h.toMs}-${h.tempC}`).join();
  const key = `${open.job.id}/${more.shiftK ?? 0}/${more.heats ? 'more' : ''}/${lag}/${spells}`;
  const had = made.get(key);
  if (had?.air === air) return had;
  const surface = surfaceHistory(air, heats, lag, had?.surface);
  const m = { air, surface, clocks: clockShop(surface.points, had?.clocks) };
  // What nobody asks for any more makes room: each holds the sums of a whole history.
  if (made.size >= MOST_MADE) made.delete(made.keys().next().value!);
  made.set(key, m);
  return m;
}

const known = new WeakMap<ZoneState, { clocks: ClockShop; now: number; status: ZoneStatus }>();

/** The last standing of each zone, by job and zone. */
const last = new Map<string, ZoneStatus>();

/**
 * A zone whose history did not change stands where it stood at the same moment: an append costs only its own zones. And
 * what an append left as it was stays the same object, so that it need not be drawn again.
 */
function statusOf(id: string, clocks: ClockShop, now: number, open: OpenJob): ZoneStatus {
  const zone = open.state.zones.get(id);
  if (!zone) return zoneStatus(zone, clocks, now, open.products);
  const had = known.get(zone);
  if (had?.clocks === clocks && had.now === now) return had.status;
  const key = `${open.job.id}/${id}`;
  const status = replaceEqualDeep(last.get(key), zoneStatus(zone, clocks, now, open.products));
  known.set(zone, { clocks, now, status });
  last.set(key, status);
  return status;
}

export const statusesOf = (
  open: OpenJob,
  climate: Climate,
  settings: Settings,
  now: number,
  more: Assumed = NOTHING_ASSUMED,
): Statuses => ({
  get: (id) => statusOf(id, madeFor(open, climate, settings, id, more).clocks, now, open),
});

/** Clocks of one zone, where more is asked of them than where it stands. */
export const clocksOf = (open: OpenJob, climate: Climate, settings: Settings, zoneId: string, more = NOTHING_ASSUMED) =>
  madeFor(open, climate, settings, zoneId, more).clocks;

/** Air and surface at a moment, and what they rest on. */
export interface Conditions {
  tempC: number;
  rh: number;
  surfaceC: number;
  /** read: within two hours. forecast: counted on from the last reading. set: nothing was ever read. */
  basis: 'read' | 'forecast' | 'held' | 'set';
  /** The last reading before it, ms. */
  readMs?: number;
  /** Room air and the panel's surface, with what is ahead of them. */
  ahead: { air: AirHistory; surface: AirHistory };
}

export function conditionsOf(
  open: OpenJob,
  climate: Climate,
  settings: Settings,
  zoneId: string | undefined,
  now: number,
): Conditions {
  const { air, surface } = madeFor(open, climate, settings, zoneId, NOTHING_ASSUMED);
  const here = airAt(air, now);
  const readings = jobReadings(open, climate);
  let last: Reading | undefined;
  for (let i = readings.length - 1; i >= 0 && !last; i--) if (readings[i]!.atMs <= now) last = readings[i];
  const basis = !last
    ? 'set'
    : now - last.atMs <= GAP_MS
      ? 'read'
      : climate.forecast?.points.some((p) => p.atMs >= now)
        ? 'forecast'
        : 'held';
  return {
    tempC: here.tempC,
    rh: here.rh,
    surfaceC: airAt(surface.points, now).tempC,
    basis,
    ahead: { air, surface: surface.points },
    ...(last && { readMs: last.atMs }),
  };
}

/** Surface of a panel over readings and forecast, for drawing and for windows. */
export const surfaceOf = (open: OpenJob, climate: Climate, settings: Settings, zoneId: string | undefined) =>
  madeFor(open, climate, settings, zoneId, NOTHING_ASSUMED).surface.points;

/** Spans since a layer was laid over which nobody read the air. */
export const gapsSince = (open: OpenJob, climate: Climate, fromMs: number, now: number): Gap[] =>
  gapsIn(jobReadings(open, climate), fromMs, now);
