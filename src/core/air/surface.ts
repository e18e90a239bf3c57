import { SUBSTRATES, type SubstrateKind } from '../library/substrates';
import { heatMoments, heatedTempC, type HeatPiece } from './heat';
import type { AirPoint } from './history';
import { Track } from './track';

/** Heat that a hanging panel takes up from still air over both faces, W/(m²·K): gives 8 min for 0.8 mm steel. */
const EXCHANGE = 6;

/**
 * Time constant with which a panel follows the air: density · capacity · thickness / exchange.
 * Checks: 0.8 mm steel 8.0 min; 4 mm glassfibre 20 min.
 * @param thicknessUm thickness of the panel, µm
 * @returns ms, rounded to 10 s so that panels that hardly differ share their clocks
 */
export function surfaceLagMs(substrate: SubstrateKind, thicknessUm: number): number {
  const { densityKgM3, heatCapacityJKgK } = SUBSTRATES[substrate];
  const s = (densityKgM3 * heatCapacityJKgK * thicknessUm * 1e-6) / EXCHANGE;
  return Math.max(1, Math.round(s / 10)) * 10_000;
}

/** A thermometer held to one panel. */
export interface SurfaceReading {
  atMs: number;
  /** °C. */
  surfaceC: number;
}

/** What makes two panels in the same air equally warm. */
export interface SurfaceSpec {
  /** Time constant, ms, see {@link surfaceLagMs}. */
  lagMs: number;
  /** Lamp, oven and sun on it (heaters belong into the air). */
  spells: readonly HeatPiece[];
  /** What was read on it, in order of time. */
  measured: readonly SurfaceReading[];
}

/** Points are written closer together where the panel still has to come this far, K. */
const TRANSIENT_K = 0.3;
const BETWEEN = [0.4, 0.8, 1.3, 1.9, 2.7, 3.8, 5.5, 8];
/** Before a reading the panel was on its way to it for so many time constants. */
const MEETS = [0.25, 0.5, 0.8, 1.2, 1.7, 2.4, 3.3, 4.5, 6];
/** A panel that differs less than this from the air at the end has come to rest, K. */
const REST_K = 0.02;

/**
 * Surface temperature of a panel along a stretch of air. It follows the air with a first-order lag and is pulled up by lamp, oven
 * and sun. Exact at the points for air that changes in straight lines: T(t) = A(t) − m·τ + (T0 − A0 + m·τ)·e^(−t/τ), with m the
 * slope of the air A. It meets what was read on it: T(t) + (S − T(tr))·e^(−(tr − t)/τ) before a reading S at tr, and starts anew
 * from S after it. Hours that nobody measured are the air's.
 * @param air in order of time, at least one point
 * @param startC at the first point, °C
 * @param rests after the last point the air stays as it is, and the panel is followed until it rests
 * @returns points in order of time, the first at the first of the air; humidity is the air's
 */
export function followAir(air: readonly AirPoint[], startC: number, spec: SurfaceSpec, rests = false): Track {
  const { lagMs, spells } = spec;
  const first = air[0]!;
  const last = air[air.length - 1]!;
  const measured = spec.measured.filter((m) => m.atMs > first.atMs && (rests || m.atMs <= last.atMs));
  const moments = [
    ...heatMoments(spells, lagMs),
    ...measured.flatMap((m) => [m.atMs, ...MEETS.map((s) => m.atMs - s * lagMs)]),
  ]
    .filter((t) => t > first.atMs)
    .sort((a, b) => a - b);
  const points = new Track(air.length + moments.length);
  points.push(first.atMs, startC, first.rh);
  let m = 0;
  let r = 0;
  /** Goes on to a moment between two points of the air, and meets what was read there. */
  const goTo = (from: AirPoint, to: AirPoint, toMs: number) => {
    walk(points, from, to, toMs, spells, lagMs);
    const read = measured[r];
    if (!read || read.atMs > toMs) return;
    meet(points, read, measured[r - 1]?.atMs ?? -Infinity, lagMs);
    r++;
  };
  for (let i = 1; i < air.length; i++) {
    const from = air[i - 1]!;
    const to = air[i]!;
    while (m < moments.length && moments[m]! < to.atMs) goTo(from, to, moments[m++]!);
    goTo(from, to, to.atMs);
    while (m < moments.length && moments[m]! <= to.atMs) m++;
  }
  if (!rests) return points;
  for (; m < moments.length; m++) goTo(last, { ...last, atMs: moments[m]! }, moments[m]!);
  if (Math.abs(points.lastC - last.tempC) > REST_K) {
    const t = Math.max(points.lastMs, last.atMs) + 8 * lagMs;
    walk(points, last, { ...last, atMs: t }, t, spells, lagMs);
  }
  return points;
}

/** Bends the way up to a reading so that it ends there. @param since nothing before it is bent, ms */
function meet(points: Track, read: SurfaceReading, since: number, lagMs: number): void {
  if (points.lastMs !== read.atMs) return;
  const off = read.surfaceC - points.lastC;
  for (let i = points.count - 1; i > 0; i--) {
    const ago = read.atMs - points.atMs(i);
    if (points.atMs(i) <= since || ago >= MEETS[MEETS.length - 1]! * lagMs) break;
    points.warm(i, off * Math.exp(-ago / lagMs));
  }
}

/** Goes on from the last point to `toMs`, between two points of the air. */
function walk(
  points: Track,
  from: AirPoint,
  to: AirPoint,
  toMs: number,
  heats: readonly HeatPiece[],
  lagMs: number,
): void {
  const { lastMs, lastC } = points;
  if (toMs <= lastMs) return;
  const slope = to.atMs > from.atMs ? (to.tempC - from.tempC) / (to.atMs - from.atMs) : 0;
  const pulled =
    heats.length > 0
      ? heatedTempC(heats, toMs, { atMs: toMs, tempC: from.tempC + slope * (toMs - from.atMs), rh: 0 })
      : undefined;
  const aim0 = pulled ?? from.tempC + slope * (lastMs - from.atMs);
  const s = pulled === undefined ? slope : 0;
  // What is left after the straight part of the answer dies away.
  const left = lastC - aim0 + s * lagMs;
  const span = to.atMs - from.atMs || 1;
  const add = (t: number) => {
    const dt = t - lastMs;
    const f = Math.min(1, Math.max(0, (t - from.atMs) / span));
    const tempC = aim0 + s * dt - s * lagMs + left * Math.exp(-dt / lagMs);
    points.push(t, tempC, from.rh + f * (to.rh - from.rh));
  };
  if (Math.abs(left) > TRANSIENT_K)
    for (const b of BETWEEN) {
      const t = lastMs + b * lagMs;
      if (t < toMs) add(t);
    }
  add(toMs);
}
