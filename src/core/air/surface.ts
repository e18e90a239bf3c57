import { SUBSTRATES, type SubstrateKind } from '../library/substrates';
import type { AirPoint, Reading } from './history';
import { airAt } from './history';
import { heatMoments, pulledTo, type HeatPiece } from './heat';

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

/** Points are written closer together where the panel still has to come this far, K. */
const TRANSIENT_K = 0.3;
const BETWEEN = [0.4, 0.8, 1.3, 1.9, 2.7, 3.8, 5.5, 8];

/** A surface's history with what it takes to go on from its middle when a reading is added. */
export interface SurfaceHistory {
  readonly source: readonly Reading[];
  readonly heats: readonly HeatPiece[];
  readonly lagMs: number;
  readonly points: readonly AirPoint[];
  /** How many points there are once reading i has been worked in. */
  readonly upTo: readonly number[];
}

/**
 * Surface temperature of a panel over time. It follows the air with a first-order lag, is pulled up by lamp, oven and
 * sun, and starts anew from every measured surface. Exact at the points for air that changes in straight lines:
 * T(t) = A(t) − m·τ + (T0 − A0 + m·τ)·e^(−t/τ), with m the slope of the air A.
 * @param air room air, at least one point, in order of time
 * @param heats lamp, oven and sun on this panel (heaters belong into the air)
 * @param lagMs time constant, ms, see {@link surfaceLagMs}
 * @param before the history of another state of the same air: what both have in common is carried over
 */
export function surfaceHistory(
  air: readonly Reading[],
  heats: readonly HeatPiece[],
  lagMs: number,
  before?: SurfaceHistory,
): SurfaceHistory {
  let points: AirPoint[] = [];
  let upTo: number[] = [];
  const spells = heats.filter((h) => h.kind !== 'heater');
  let start = 0;
  if (before && before.lagMs === lagMs && sameHeats(before.heats, heats)) {
    const most = Math.min(air.length, before.source.length);
    while (start < most && air[start] === before.source[start]) start++;
    upTo = before.upTo.slice(0, start);
    points = before.points.slice(0, upTo[start - 1] ?? 0);
  }
  const moments = heatMoments(spells, lagMs).sort((a, b) => a - b);
  let m = 0;
  for (let i = start; i < air.length; i++) {
    const to = air[i]!;
    if (i === 0) points.push({ atMs: to.atMs, tempC: to.surfaceC ?? to.tempC, rh: to.rh });
    else {
      const from = air[i - 1]!;
      while (m < moments.length && moments[m]! <= from.atMs) m++;
      while (m < moments.length && moments[m]! < to.atMs) walk(points, from, to, moments[m++]!, spells, lagMs);
      walk(points, from, to, to.atMs, spells, lagMs);
      if (to.surfaceC !== undefined) points[points.length - 1] = { atMs: to.atMs, tempC: to.surfaceC, rh: to.rh };
    }
    upTo.push(points.length);
  }
  settle(points, air[air.length - 1]!, moments, spells, lagMs);
  return { source: air, heats, lagMs, points, upTo };
}

function sameHeats(a: readonly HeatPiece[], b: readonly HeatPiece[]): boolean {
  return a.length === b.length && a.every((x, i) => JSON.stringify(x) === JSON.stringify(b[i]));
}

/** Goes on from the last point to `toMs`, between two readings of the air. */
function walk(
  points: AirPoint[],
  from: Reading,
  to: Reading,
  toMs: number,
  heats: readonly HeatPiece[],
  lagMs: number,
): void {
  const last = points[points.length - 1]!;
  if (toMs <= last.atMs) return;
  const slope = to.atMs > from.atMs ? (to.tempC - from.tempC) / (to.atMs - from.atMs) : 0;
  const airOn = (t: number) => from.tempC + slope * (t - from.atMs);
  const pulled = heats.length > 0 ? pulledTo(heats, toMs, { atMs: toMs, tempC: airOn(toMs), rh: 0 }) : undefined;
  const aim0 = pulled ?? airOn(last.atMs);
  const s = pulled === undefined ? slope : 0;
  // What is left after the straight part of the answer dies away.
  const left = last.tempC - aim0 + s * lagMs;
  const at = (t: number): AirPoint => {
    const dt = t - last.atMs;
    const f = (t - from.atMs) / (to.atMs - from.atMs || 1);
    return {
      atMs: t,
      tempC: aim0 + s * dt - s * lagMs + left * Math.exp(-dt / lagMs),
      rh: from.rh + Math.min(1, Math.max(0, f)) * (to.rh - from.rh),
    };
  };
  if (Math.abs(left) > TRANSIENT_K)
    for (const b of BETWEEN) {
      const t = last.atMs + b * lagMs;
      if (t < toMs) points.push(at(t));
    }
  points.push(at(toMs));
}

/** After the last reading the air stays as it is: the panel comes to rest, and spells of heat still act. */
function settle(
  points: AirPoint[],
  last: Reading,
  moments: readonly number[],
  heats: readonly HeatPiece[],
  lagMs: number,
): void {
  const rest = { ...last, atMs: last.atMs + 1 };
  for (const t of moments) if (t > last.atMs) walk(points, last, { ...rest, atMs: t }, t, heats, lagMs);
  const end = points[points.length - 1]!;
  if (Math.abs(end.tempC - last.tempC) > 0.02) {
    const t = Math.max(end.atMs, last.atMs) + 8 * lagMs;
    walk(points, last, { ...rest, atMs: t }, t, heats, lagMs);
  }
}

/** Temperature of a surface at a moment, °C. */
export const surfaceAt = (h: SurfaceHistory, atMs: number): number => airAt(h.points, atMs).tempC;
