import { dewPointC, DEW_MARGIN_K } from '../air/dewPoint';
import {
  FAMILIES,
  isFiller,
  isTopcoat,
  type Product,
  type ProductFamily,
  type ProductLookup,
} from '../library/product';
import { KINDS, type EventOf, type PlainEvent } from '../log/event';
import type { ReadyItem } from '../log/evening';
import { flashMinutes } from '../mix/session';
import { potLifeMinutes } from '../mix/potLife';
import { stageMin } from '../session/fromTasks';
import type { Defect, Layer, Strata } from '../strata/types';
import { MINUTE_MS } from '../units/time';
import type { Fact } from './facts';
import type { Known } from './why';

/** Air as it was read. */
export interface AirThen {
  tempC: number;
  rh: number;
  surfaceC?: number;
}

/** What is known of a defect, as the log and the shop have it. */
export interface DefectCase {
  defect: Pick<Defect, 'kind' | 'layerId' | 'atMs'>;
  /** Effective entries of the zone, in the order in which they happened. */
  events: readonly PlainEvent[];
  /** The zone as it was when the defect was marked. */
  strata: Pick<Strata, 'layers'>;
  products: ProductLookup;
  /** Air that was read at a moment, by the entry itself or a logger; undefined: nobody read it. */
  airAt?(ms: number): AirThen | undefined;
  /** When a cup was mixed, ms; undefined: it is not in the shop's log. */
  mixedMs?(batchId: string): number | undefined;
  /** What was ready at the evening on which it was sprayed; undefined: there was none. */
  ready?: ReadonlySet<ReadyItem>;
}

/** Colder than that is cold for any paint, and hotter hot, °C; so much above a product's least and below its most it begins. */
const COLD_C = 14;
const HOT_C = 31;
const NEAR_LIMIT_K = 3;
const DAMP = 0.75;
/** A panel so much colder than its air is cold, K. */
const COLDER_K = 3;
/** Over its sheet's most, or so much over its usual, is thick; so much under its usual is thin. */
const THICK = 1.3;
const THIN = 0.7;
/** A flash was cut short where less than so much of it passed. */
const SHORT = 0.8;
/** A ratio is off by more than that. */
const RATIO_OFF = 0.15;
/** Hands further away than that spray dry, nearer than that wet, mm. */
const FAR_MM = 250;
const NEAR_MM = 140;

/** The coarsest scratch that a film hides, by what it is. */
function hiddenGrit(f: ProductFamily): number | undefined {
  const { role } = FAMILIES[f];
  return role === 'base' ? 400 : role === 'topcoat' ? 500 : role === 'primer' ? 100 : undefined;
}
/** What redissolves, lifts, or nobody knows. */
const TENDER: readonly ProductFamily[] = ['lacquer', 'oldCoating', 'onePackPrimer', 'enamel', 'rustPrimer'];
const STAINS: readonly ProductFamily[] = [
  'oldCoating',
  'lacquer',
  'converter',
  'rustPrimer',
  'lightFiller',
  'glassFiller',
  'glaze',
];

/** Coats of the layer that the defect is in, in their order. */
const coatsOf = (c: DefectCase, layer: Layer): EventOf<'coated'>[] =>
  c.events.filter((e): e is EventOf<'coated'> => e.kind === 'coated' && layer.eventIds.includes(e.id));

/** @returns undefined where nothing can be said */
const ifKnown = <T>(x: T | undefined, is: (x: T) => boolean): boolean | undefined =>
  x === undefined ? undefined : is(x);
const anyOf = (list: readonly (boolean | undefined)[]): boolean | undefined =>
  list.includes(true) ? true : list.includes(false) ? false : undefined;

/** What the log says of every fact that it knows; what it is silent about is left out. */
export function knownFromLog(c: DefectCase): Known {
  const { layers } = c.strata;
  const at = layers.findIndex((l) => l.id === c.defect.layerId);
  const layer = layers[at];
  if (!layer) return {};
  const below = layers.slice(0, at);
  const under = below.at(-1);
  const product = layer.productId === undefined ? undefined : c.products(layer.productId);
  const coats = coatsOf(c, layer);
  const first = coats[0];
  const airs = coats.flatMap((e) => e.air ?? c.airAt?.(e.atMs) ?? []).map((a) => ({ ...a, surfaceC: surfaceOf(a) }));
  const tempC = airs.length > 0 ? airs.reduce((s, a) => s + a.tempC, 0) / airs.length : undefined;
  const surfaces = airs.filter((a): a is typeof a & { surfaceC: number } => a.surfaceC !== undefined);
  const since = first ? c.events.filter((e) => e.atMs < first.atMs) : [];
  const facts: { [F in Fact]?: boolean | undefined } = {
    ...airFacts(product, airs, surfaces),
    ...(product && filmFacts(product, layer, coats)),
    ...(product && cupFacts(c, product, coats, tempC)),
    ...underFacts(c, layer, below, tempC ?? 20),
    shortFlashLogged: product && shortFlash(product, coats, tempC ?? 20),
    notWiped: first && notWiped(since, under),
    bakedEarly: product && bakedEarly(c, product, coats.at(-1), tempC ?? 20),
    stopped: coats.some((e) => e.leftOutCm2 !== undefined) || undefined,
    ...handFacts(coats),
    ...(c.ready && { notSwept: !c.ready.has('sweep'), notTacked: !c.ready.has('tack') }),
    trimBare: trimBare(c, layer),
  };
  return Object.fromEntries(
    Object.entries(facts).flatMap(([fact, is]) => (is === undefined ? [] : [[fact, { is, from: 'log' }]])),
  );
}

const surfaceOf = (a: { surfaceC?: number } | { surfaceTempC?: number }): number | undefined =>
  'surfaceTempC' in a ? a.surfaceTempC : 'surfaceC' in a ? a.surfaceC : undefined;

function airFacts(
  p: Product | undefined,
  airs: readonly { tempC: number; rh: number }[],
  surfaces: readonly { tempC: number; rh: number; surfaceC: number }[],
): { [F in Fact]?: boolean | undefined } {
  if (airs.length === 0) return {};
  const cold = Math.max(COLD_C, (p?.limits.minTempC ?? 0) + NEAR_LIMIT_K);
  const hot = Math.min(HOT_C, (p?.limits.maxTempC ?? 99) - NEAR_LIMIT_K);
  return {
    coldAir: airs.some((a) => a.tempC < cold),
    hotAir: airs.some((a) => a.tempC > hot),
    damp: airs.some((a) => a.rh > DAMP),
    ...(surfaces.length > 0 && {
      coldSurface: surfaces.some((a) => a.surfaceC < a.tempC - COLDER_K),
      nearDew: surfaces.some((a) => a.surfaceC - dewPointC(a.tempC, a.rh) < DEW_MARGIN_K),
    }),
  };
}

function filmFacts(p: Product, layer: Layer, coats: readonly EventOf<'coated'>[]): { [F in Fact]?: boolean } {
  // What stands in an entry by default says nothing of what was laid.
  const said = coats.filter((e) => Math.abs(e.filmUm - p.film.nominalUm) > 0.5).map((e) => e.filmUm);
  const read = layer.basis === 'measured' && layer.coats > 0 ? [layer.appliedUm / layer.coats] : [];
  const films = [...said, ...read];
  return {
    ...(films.length > 0 && {
      thickFilm: films.some((um) => um > Math.max(p.film.maxUm, THICK * p.film.nominalUm)),
      thinFilmLaid:
        films.some((um) => um < Math.min(p.film.minUm, THIN * p.film.nominalUm) + 0.01) || layer.coats < p.coats,
    }),
    ...(films.length === 0 && layer.coats < p.coats && { thinFilmLaid: true }),
    moreCoats: layer.appliedUm > p.film.maxTotalUm,
  };
}

function shortFlash(p: Product, coats: readonly EventOf<'coated'>[], tempC: number): boolean | undefined {
  const min = flashMinutes(p, tempC);
  if (coats.length < 2 || min <= 0) return coats.length === 1 && coats[0]?.coats === 1 ? false : undefined;
  return coats.some((e, i) => {
    const before = coats[i - 1];
    return before !== undefined && (e.atMs - before.atMs) / MINUTE_MS < SHORT * min;
  });
}

function cupFacts(
  c: DefectCase,
  p: Product,
  coats: readonly EventOf<'coated'>[],
  tempC: number | undefined,
): { [F in Fact]?: boolean | undefined } {
  const speeds = coats.flatMap((e) => {
    const speed = e.how?.thinner ?? (e.hardenerId === undefined ? undefined : c.products(e.hardenerId)?.speed);
    return speed ? [speed] : [];
  });
  const isWarm = ifKnown(tempC, (t) => t >= 23);
  const isCool = ifKnown(tempC, (t) => t <= 18);
  const off = coats.map((e) => (e.batch ? ratioIsOff(p, e.batch.pouredMl) : undefined));
  const late = coats.map((e) => {
    const mixed = e.batch && c.mixedMs?.(e.batch.batchId);
    const life = potLifeMinutes(p, tempC ?? 20);
    return mixed === undefined || life === undefined ? undefined : (e.atMs - mixed) / MINUTE_MS > life;
  });
  const thinned = coats.map((e) =>
    e.thinnerFraction === undefined || !p.thinning ? undefined : e.thinnerFraction > p.thinning.maxFraction + 0.02,
  );
  return {
    slowFor: speeds.length === 0 || isCool === undefined ? undefined : isCool && speeds.includes('slow'),
    fastFor: speeds.length === 0 || isWarm === undefined ? undefined : isWarm && speeds.includes('fast'),
    tooThin: anyOf(thinned),
    ratioOff: anyOf(off),
    pastPotLife: anyOf(late),
  };
}

/** Whether what was poured differs from the ratio of its parts; undefined where it has one part only, or goes by a dose. */
function ratioIsOff(p: Product, pouredMl: readonly number[]): boolean | undefined {
  if (p.parts.length < 2 || p.dose) return undefined;
  const share = (i: number) =>
    ((pouredMl[i] ?? 0) * (p.ratioBy === 'weight' ? (p.parts[i]?.densityKgL ?? 1) : 1)) / (p.parts[i]?.parts ?? 1);
  const paint = share(0);
  if (paint <= 0) return true;
  return p.parts.slice(1).some((_, i) => Math.abs(share(i + 1) / paint - 1) > RATIO_OFF);
}

function underFacts(
  c: DefectCase,
  layer: Layer,
  below: readonly Layer[],
  tempC: number,
): { [F in Fact]?: boolean | undefined } {
  const under = below.at(-1);
  const product = under?.productId === undefined ? undefined : c.products(under.productId);
  const gapMin = under && (layer.startedMs - under.lastAppliedMs) / MINUTE_MS;
  const isSanded = layer.overGrit !== undefined;
  const opens = product && stageMin(product, 'recoat', tempC, 'opensMin');
  const closes = product && stageMin(product, 'recoat', tempC, 'closesMin');
  const hides = hiddenGrit(layer.family);
  const colourFrom = below.findLastIndex((l) => FAMILIES[l.family].role !== 'base' && !isTopcoat(l.family));
  return {
    filledUnder: below.some((l) => isFiller(l.family) || l.family === 'sprayFiller'),
    tenderUnder: below.some((l) => TENDER.includes(l.family)),
    stainsUnder: STAINS.includes(below[colourFrom]?.family ?? 'clear'),
    underFresh: gapMin === undefined || opens === undefined ? undefined : gapMin < opens,
    windowShut: gapMin === undefined ? undefined : closes === undefined ? false : !isSanded && gapMin > closes,
    fineKey: isSanded
      ? (layer.overGrit ?? 0) > 1500
      : under && FAMILIES[under.family].role === 'found'
        ? true
        : undefined,
    coarseUnder: hides === undefined ? undefined : isSanded ? (layer.overGrit ?? 0) < hides : undefined,
  };
}

/** Whether dust or hands were at it last before the coat, and no cloth. */
function notWiped(before: readonly PlainEvent[], under: Layer | undefined): boolean | undefined {
  const worked = before.findLastIndex((e) => KINDS[e.kind].unmasks || e.kind === 'polished');
  const since = before.slice(worked + 1);
  if (since.some((e) => e.kind === 'cleaned')) return false;
  // Wet in wet nobody wipes.
  if (worked < 0 && under?.productId !== undefined) return false;
  return since.some((e) => e.kind === 'coated') ? false : true;
}

function bakedEarly(
  c: DefectCase,
  p: Product,
  last: EventOf<'coated'> | undefined,
  tempC: number,
): boolean | undefined {
  if (!last) return undefined;
  const baked = c.events.find((e) => e.kind === 'baked' && e.atMs >= last.atMs && e.atMs <= c.defect.atMs);
  return baked ? (baked.atMs - last.atMs) / MINUTE_MS < SHORT * flashMinutes(p, tempC) : undefined;
}

function handFacts(coats: readonly EventOf<'coated'>[]): { [F in Fact]?: boolean } {
  const far = coats.flatMap((e) => (e.how?.distanceMm === undefined ? [] : [e.how.distanceMm]));
  const last = coats.flatMap((e) => (e.how?.lastCoat === undefined ? [] : [e.how.lastCoat]));
  if (far.length === 0 && last.length === 0) return {};
  return {
    dryHand: far.some((mm) => mm > FAR_MM) || last.includes('drop'),
    wetHand: far.some((mm) => mm < NEAR_MM) || last.includes('wet'),
  };
}

/** Whether trim was taped between the last coat and the machine; undefined where it was not polished. */
function trimBare(c: DefectCase, layer: Layer): boolean | undefined {
  const polished = c.events.find(
    (e) => e.kind === 'polished' && e.atMs > layer.lastAppliedMs && e.atMs <= c.defect.atMs,
  );
  if (!polished) return undefined;
  return c.events.some((e) => e.kind === 'masked' && e.atMs > layer.lastAppliedMs && e.atMs <= polished.atMs)
    ? false
    : undefined;
}
