import { stageClocks, type ClockShop, type StageClock } from './stages';
import {
  FAMILIES,
  isBase,
  isFiller,
  isPrimer,
  isTopcoat,
  type Product,
  type ProductLookup,
  type Stage,
} from '../library/product';
import { SUBSTRATES } from '../library/substrates';
import { HOUR_MS } from '../units/time';
import type { ZoneState } from '../strata/fold';
import { heightOf, openSpots, strataOfSpot, touchedInSpots } from '../strata/spots';
import { topLayer, type Away, type Layer, type Spot, type Strata, temporaryRepairs } from '../strata/types';

/** Where a zone stands in the work, coarse enough to be said in two words. */
export const ZONE_STAGES = [
  'unknown',
  'asFound',
  'bare',
  'spots',
  'curing',
  'converted',
  'toSand',
  'filled',
  'primed',
  'pastWindow',
  'toBlock',
  'readyForColour',
  'baseOn',
  'toPolish',
  'finished',
] as const;
export type ZoneStage = (typeof ZONE_STAGES)[number];

export const ZONE_STAGE_NAMES: Record<ZoneStage, string> = {
  unknown: 'Not looked at yet',
  asFound: 'Old coating',
  bare: 'Bare',
  spots: 'Spots to mend',
  curing: 'Curing',
  converted: 'Converted',
  toSand: 'Ready to sand',
  filled: 'Filled and sanded',
  primed: 'Primed',
  pastWindow: 'Window closed',
  toBlock: 'Ready to block',
  readyForColour: 'Ready for colour',
  baseOn: 'Base on',
  toPolish: 'Ready to polish',
  finished: 'Finished',
};

/** What hands would do next, in the trade's words. */
export const NEXT_ACT: Record<ZoneStage, string> = {
  unknown: 'Look it over and log what is there',
  asFound: 'Strip it, or key it for the next coat',
  bare: 'Clean and prime the bare surface',
  spots: 'Bring the spots level with what is round them',
  curing: 'Leave it until it is ready',
  converted: 'Prime over the converter',
  toSand: 'Sand the filler to shape',
  filled: 'Clean and prime',
  primed: 'Coat while the window is open',
  pastWindow: 'Sand for key, then coat',
  toBlock: 'Guide coat, then block',
  readyForColour: 'Clean, tack off, colour',
  baseOn: 'Next base coat, or clear',
  toPolish: 'Denib, then polish',
  finished: 'Leave it alone',
};

/** Something on a layer that will happen by itself. */
export interface Moment {
  atMs: number;
  kind: 'opens' | 'closes';
  stage: Stage;
  layerId: string;
}

export interface ZoneStatus {
  stage: ZoneStage;
  /** Since when the zone has stood here, ms. */
  sinceMs: number;
  top?: Layer;
  clocks: StageClock[];
  /** What the clock brings next, soonest first. */
  moments: Moment[];
  /** A window that is open and will close, ms. */
  closesMs?: number;
  /** A temporary repair lasts until then, ms. */
  temporaryUntilMs?: number;
  /** It is with somebody else. */
  away?: Away;
  /** The reaction on top stands still because it is too cold. */
  stoppedByCold: boolean;
  /** Steel that lies open. */
  rust?: RustClock;
  /** How long filler that was sanded open has stood in damp air since, min. */
  dampMin?: number;
  /** Places where something else shows, each with its own clocks. */
  spots?: readonly SpotStatus[];
  /** Places that are touched in and not polished yet: their paint is as fresh as its own clock says. */
  touchedIn?: readonly SpotStatus[];
}

/** Where a spot stands: its own stack and surface, and its own clocks. */
export interface SpotStatus {
  spot: Spot;
  strata: Strata;
  status: ZoneStatus;
}

/** Places of a zone with clocks of their own. */
export const spotStatuses = ({ spots = [], touchedIn = [] }: ZoneStatus): ZoneStatus[] =>
  [...spots, ...touchedIn].map((x) => x.status);

/** The clock of bare steel. */
export interface RustClock {
  /** Since when it is bright, ms. */
  brightMs: number;
  /** When flash rust is on it, by humidity read and forecast, ms; null if it stays clean for days. */
  rustsMs: number | null;
}

/** A window that closes within this is closing soon. */
export const CLOSING_SOON_MS = 3 * HOUR_MS;

/** Whether somebody waits for a stage on a film of this family. */
const awaited = (stage: Stage, layer: Layer): boolean => FAMILIES[layer.family].awaited.includes(stage);

const keyed = (s: Strata) => s.surface.scratch !== undefined;

/**
 * Where a zone stands and what its clocks bring. A pure function of strata, air and library.
 * @param zone folded zone, or undefined if nothing was ever logged on it
 * @param shop clocks over the air's history and forecast
 * @param nowMs ms since 1970
 */
export function zoneStatus(
  zone: ZoneState | undefined,
  shop: ClockShop,
  nowMs: number,
  products: ProductLookup,
): ZoneStatus {
  const s = zone?.strata;
  if (!s) return { stage: 'unknown', sinceMs: 0, clocks: [], moments: [], stoppedByCold: false };
  const top = topLayer(s);
  const product = top?.productId ? products(top.productId) : undefined;
  const clocks = top && product ? stageClocks(top, product, shop, nowMs, products) : [];
  const moments: Moment[] = [];
  let closesMs: number | undefined;
  if (top)
    for (const c of clocks) {
      if (!c.reached && c.opensMs !== null && awaited(c.stage, top))
        moments.push({ atMs: c.opensMs, kind: 'opens', stage: c.stage, layerId: top.id });
      // When a topcoat has all its coats, nobody means to put another on it.
      const wanted = !isTopcoat(top.family) || top.coats < (product?.coats ?? 1);
      if (wanted && typeof c.closesMs === 'number' && c.closesMs > nowMs && !keyed(s)) {
        moments.push({ atMs: c.closesMs, kind: 'closes', stage: c.stage, layerId: top.id });
        if (c.reached) closesMs = Math.min(closesMs ?? Infinity, c.closesMs);
      }
    }
  const at = (spot: Spot): SpotStatus => {
    const strata = strataOfSpot(s, spot);
    return { spot, strata, status: zoneStatus({ events: [], strata }, shop, nowMs, products) };
  };
  const spots = openSpots(s).map(at);
  const touchedIn = touchedInSpots(s).map(at);
  moments.sort((a, b) => a.atMs - b.atMs);
  const temporary = temporaryRepairs(s).map((r) => r.temporaryUntilMs);
  const field = stageOf(s, top, product, clocks);
  const behind = spots.some(({ spot }) => spot.cause !== 'ring' && (spot.wants || heightOf(spot) < heightOf(s)));
  const stage = behind && field !== 'curing' ? 'spots' : field;
  const rust = rustClock(s, shop);
  const opened = top && isFiller(top.family) ? s.surface.scratch?.atMs : undefined;
  const dampMin = opened === undefined ? 0 : shop.dampMin(opened, nowMs);
  return {
    ...(rust && { rust }),
    ...(dampMin > 0 && { dampMin }),
    ...(spots.length > 0 && { spots }),
    ...(touchedIn.length > 0 && { touchedIn }),
    stage,
    ...(s.away && { away: s.away }),
    sinceMs: s.surface.sinceMs,
    ...(top && { top }),
    clocks,
    moments,
    ...(closesMs !== undefined && { closesMs }),
    ...(temporary.length > 0 && { temporaryUntilMs: Math.min(...temporary) }),
    stoppedByCold: clocks.some((c) => c.stoppedByCold && !c.reached && top !== undefined && awaited(c.stage, top)),
  };
}

/** The clock of steel that lies open over the whole zone. */
function rustClock(s: Strata, shop: ClockShop): RustClock | undefined {
  const { brightMs, blastWet } = s.surface;
  if (s.layers.length > 0 || brightMs === undefined || !SUBSTRATES[s.substrate].rusts) return undefined;
  return { brightMs, rustsMs: shop.rustsAtMs(brightMs, { wet: blastWet, salts: s.salts }) ?? null };
}

function stageOf(s: Strata, top: Layer | undefined, product: Product | undefined, clocks: StageClock[]): ZoneStage {
  if (!top) return 'bare';
  if (!product) return 'asFound';
  const reached = (stage: Stage) => clocks.find((c) => c.stage === stage)?.reached ?? false;
  const closed = clocks.some((c) => c.stage === 'recoat' && c.closed);
  const grit = s.surface.scratch?.grit ?? 0;
  const f = top.family;
  if (isFiller(f)) return !reached('sand') ? 'curing' : keyed(s) ? 'filled' : 'toSand';
  if (FAMILIES[f].role === 'converter') return reached('recoat') ? 'converted' : 'curing';
  if (isTopcoat(f)) {
    if (s.surface.polished && s.surface.polished.grit >= 3000) return 'finished';
    return reached('polish') ? 'toPolish' : 'curing';
  }
  if (isBase(f)) return closed && !keyed(s) ? 'pastWindow' : reached('flash') ? 'baseOn' : 'curing';
  if (isPrimer(f)) {
    if (keyed(s)) return grit >= 320 ? 'readyForColour' : 'toBlock';
    if (FAMILIES[f].blocked) return reached('sand') ? 'toBlock' : 'curing';
    if (closed) return 'pastWindow';
    return reached('recoat') ? 'primed' : 'curing';
  }
  return reached('recoat') ? 'primed' : 'curing';
}
