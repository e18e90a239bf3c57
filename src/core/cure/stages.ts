import type { AirHistory, AirPoint } from '../air/history';
import type { Product, ProductLookup, Stage, StageFigure } from '../library/product';
import type { Layer } from '../strata/types';
import {
  equivalentClock,
  equivalentMinutes,
  kineticsKey,
  whenReached,
  type EquivalentClock,
  type Kinetics,
} from './equivalent';
import { rustsAtMs, type BareFacts } from './flashRust';
import { filmFactor, hardenerFactor, leavesFilm } from './kinetics';
import { pointAt, timelineOf, type Timeline } from './timeline';

/** One stage of one layer: how far it is, and when it opens and closes. All of it is an estimate. */
export interface StageClock {
  stage: Stage;
  kinetics: Kinetics;
  /** Equivalent minutes at 23 °C that it takes for this film and hardener. */
  needMin: number;
  /** Equivalent minutes that have passed by now, at most those that it takes. */
  doneMin: number;
  /** When it was or will be reached, ms; null if the air never gets it there. */
  opensMs: number | null;
  /** When it closes again, ms; undefined if it stays open, null if the air never closes it. */
  closesMs?: number | null;
  reached: boolean;
  closed: boolean;
  /** The panel is below the temperature at which this reaction stands still. */
  stoppedByCold: boolean;
}

/** Clocks over one surface, made once for each kinetics and shared by all layers on it. */
export interface ClockShop {
  timeline: Timeline;
  clockFor(k: Kinetics): EquivalentClock;
  /** The surface at a moment. */
  pointAt(atMs: number): AirPoint;
  /** When steel that is bright from a moment on rusts, ms; undefined if it stays clean for days. */
  rustsAtMs(brightMs: number, facts: BareFacts): number | undefined;
  /** How long the air was damp between two moments, min: over {@link DAMP_RH}, looked at every half hour of the last {@link DAMP_DAYS} days. */
  dampMin(fromMs: number, toMs: number): number;
}

/** Relative humidity from which open filler and primer take up more water than they give off. */
const DAMP_RH = 0.75;
const DAMP_DAYS = 7;
const DAMP_STEP_MS = 30 * 60_000;

function dampMinutes(timeline: Timeline, fromMs: number, toMs: number): number {
  let min = 0;
  for (let at = Math.max(fromMs, toMs - DAMP_DAYS * 24 * 3_600_000); at < toMs; at += DAMP_STEP_MS)
    if (pointAt(timeline, at).rh > DAMP_RH) min += DAMP_STEP_MS / 60_000;
  return min;
}

/** @param surface temperature and humidity over time: a timeline, or a history of at least one point */
export function clockShop(surface: Timeline | AirHistory): ClockShop {
  const timeline = 'segment' in surface ? surface : timelineOf(surface);
  const made = new Map<string, EquivalentClock>();
  const rusts = new Map<string, number | undefined>();
  const damps = new Map<string, number>();
  let here: { atMs: number; point: AirPoint } | undefined;
  return {
    timeline,
    // All layers of a page are asked about the same moment.
    pointAt(atMs) {
      if (here?.atMs !== atMs) here = { atMs, point: pointAt(timeline, atMs) };
      return here.point;
    },
    dampMin(fromMs, toMs) {
      // To the half hour: a status is asked for again and again within it.
      const key = `${fromMs}|${Math.floor(toMs / DAMP_STEP_MS)}`;
      let min = damps.get(key);
      if (min === undefined) damps.set(key, (min = dampMinutes(timeline, fromMs, toMs)));
      return min;
    },
    clockFor(k) {
      const key = kineticsKey(k);
      let c = made.get(key);
      if (!c) made.set(key, (c = equivalentClock(timeline, k)));
      return c;
    },
    rustsAtMs(brightMs, facts) {
      const key = `${brightMs}|${facts.wet}|${facts.salts}`;
      if (!rusts.has(key)) rusts.set(key, rustsAtMs(timeline, brightMs, facts));
      return rusts.get(key);
    },
  };
}

const mechanismOf = (p: Product, f: StageFigure) => f.mechanism ?? p.mechanism;

const kinetics = new WeakMap<StageFigure, { of: Product; k: Kinetics }>();
/** What drives a stage of a product; the same object every time, so that its clock is found without a look at it. */
function kineticsOf(p: Product, f: StageFigure): Kinetics {
  const had = kinetics.get(f);
  if (had?.of === p) return had.k;
  const mechanism = mechanismOf(p, f);
  const k = { mechanism, stopsBelowC: leavesFilm(mechanism) ? undefined : p.cureStopsBelowC };
  kinetics.set(f, { of: p, k });
  return k;
}

/**
 * What multiplies a stage's data-sheet minutes for this layer: film thickness (solvent stages), hardener speed and
 * share (reactive stages).
 */
export function stageScale(layer: Layer, product: Product, figure: StageFigure, products: ProductLookup): number {
  const m = mechanismOf(product, figure);
  if (leavesFilm(m)) return filmFactor(layer.appliedUm / layer.coats, product.film.nominalUm, m);
  let rate = (layer.hardenerId && products(layer.hardenerId)?.rateFactor) || 1;
  const nominal = nominalHardenerFraction(product);
  if (m === 'polyester' && layer.hardenerFraction && nominal) rate *= hardenerFactor(layer.hardenerFraction, nominal);
  return 1 / rate;
}

/** Hardener by weight of the paint or filler, for products mixed by weight. */
export function nominalHardenerFraction(p: Product): number | undefined {
  const [a, b] = p.parts;
  return p.ratioBy === 'weight' && a && b ? b.parts / a.parts : undefined;
}

/**
 * The clocks of every stage of a layer, counted from its last coat.
 * @param layer what lies there
 * @param product its product
 * @param shop clocks over the surface's history
 * @param nowMs the moment that 'reached' refers to, ms
 * @returns in the order in which the stages open
 */
export function stageClocks(
  layer: Layer,
  product: Product,
  shop: ClockShop,
  nowMs: number,
  products: ProductLookup,
): StageClock[] {
  const here = shop.pointAt(nowMs);
  const out = product.stages.map((figure): StageClock => {
    const k = kineticsOf(product, figure);
    const clock = shop.clockFor(k);
    const scale = stageScale(layer, product, figure, products);
    const from = layer.lastAppliedMs;
    const needMin = figure.opensMin * scale;
    const opensMs = whenReached(clock, from, needMin);
    const reached = opensMs !== null && opensMs <= nowMs;
    // Nobody asks how long ago a stage was over, and the answer may lie a year back.
    const doneMin = reached ? needMin : equivalentMinutes(clock, from, nowMs);
    // A thick film takes longer to be ready; its window is no longer than the sheet's for that.
    const closing = leavesFilm(mechanismOf(product, figure)) ? 1 : scale;
    const closesMs = figure.closesMin === undefined ? undefined : whenReached(clock, from, figure.closesMin * closing);
    return {
      stage: figure.stage,
      kinetics: k,
      needMin,
      doneMin,
      opensMs,
      ...(closesMs !== undefined && { closesMs }),
      reached,
      closed: typeof closesMs === 'number' && closesMs <= nowMs,
      stoppedByCold: !reached && k.mechanism !== 'none' && k.stopsBelowC !== undefined && here.tempC < k.stopsBelowC,
    };
  });
  return out.sort((a, b) => (a.opensMs ?? Infinity) - (b.opensMs ?? Infinity) || a.needMin - b.needMin);
}

/** When a stage opens if the forecast is too cold or too warm; null where it then never does. */
export interface StageRange {
  stage: Stage;
  earliestMs: number | null;
  latestMs: number | null;
}

/**
 * Earliest and latest time of every stage that is still ahead: the same clocks over the forecast shifted both ways. A
 * stage that was reached has no range.
 * @param warm, cold clocks over the history continued by a warmer and a colder forecast
 */
export function stageRanges(
  layer: Layer,
  product: Product,
  likely: readonly StageClock[],
  shops: { warm: ClockShop; cold: ClockShop },
  nowMs: number,
  products: ProductLookup,
): StageRange[] {
  const warm = stageClocks(layer, product, shops.warm, nowMs, products);
  const cold = stageClocks(layer, product, shops.cold, nowMs, products);
  const opens = (list: StageClock[], stage: Stage) => list.find((c) => c.stage === stage)?.opensMs ?? null;
  return likely
    .filter((c) => !c.reached)
    .map((c) => ({ stage: c.stage, earliestMs: opens(warm, c.stage), latestMs: opens(cold, c.stage) }));
}
