import { isSameColour } from '../library/finish';
import { mediaOf } from '../library/media';
import { repairWords, treatmentOf } from '../log/treatmentOf';
import { addMonths } from 'date-fns/addMonths';
import type { EventOf, PlainEvent, PlainKind } from '../log/event';
import {
  isBase,
  isTopcoat,
  isWaterBased,
  type Product,
  type ProductFamily,
  type ProductLookup,
} from '../library/product';
import { defectsAfter, markedDefect } from './defects';
import { reconcileFilm } from './measure';
import { removeFromTop } from './remove';
import { openSpots, ringRound, spotAfter, spotsOf, spotThrough, stillSpots, strataOfSpot } from './spots';
import {
  MARK_FIELDS,
  SUBSTRATE,
  topLayer,
  type Defect,
  type Layer,
  type Mark,
  type Spot,
  type Strata,
  type Surface,
  type Want,
} from './types';

const freshSurface = (exposes: string, sinceMs: number): Surface => ({
  exposes,
  sinceMs,
  ...(exposes === SUBSTRATE && { brightMs: sinceMs }),
});

/** The id under which an entry was first written, for entries that speak of one that was corrected since. */
export type FirstIdOf = (id: string) => string;

/** What an event needs besides itself. */
export interface FoldContext {
  /** The library, for names and families. */
  products: ProductLookup;
  first: FirstIdOf;
  /** Thickness of the panel, µm, as the job has it now; absent: as it was found. */
  thicknessUm?: number;
}

const unchanged = (s: Strata): Strata => s;
const changeDefects = (s: Strata, change: (d: Defect) => Defect): Strata =>
  s.defects ? { ...s, defects: s.defects.map(change) } : s;
/** What was polished is looked at again the next day, ms: haze, sinking and holograms come by then. */
const LOOK_AFTER_MS = 16 * 3_600_000;

/** What each kind does to a stack that was found. */
const CHANGES: { [K in Exclude<PlainKind, 'found'>]: (s: Strata, e: EventOf<K>, c: FoldContext) => Strata } = {
  marked: (s, e) => {
    const mark = Object.fromEntries(MARK_FIELDS.flatMap((k) => (e[k] === undefined ? [] : [[k, e[k]]])));
    return { ...s, faults: [...s.faults, { id: e.id, atMs: e.atMs, mark: mark as Mark }] };
  },
  defectMarked: (s, e, { first }) => {
    const d = markedDefect(s, e, (id) => layerIndex(s.layers, id, first));
    return d ? { ...s, defects: [...(s.defects ?? []), d] } : s;
  },
  defectGone: (s, e, { first }) => {
    const ids = new Set(e.defectIds.map(first));
    return changeDefects(s, (d) => (ids.has(first(d.id)) ? { ...d, doneMs: e.atMs } : d));
  },
  defectExplained: (s, e, { first }) =>
    changeDefects(s, (d) => (first(d.id) === first(e.defectId) ? { ...d, cause: e.cause } : d)),
  lookedAgain: ({ lookFromMs: _, ...s }) => s,
  stripped: (s, e, { first }) => stripped(s, e, first),
  blasted: (s, e) => ({
    ...s,
    layers: [],
    readings: [],
    surface: {
      ...freshSurface(SUBSTRATE, e.atMs),
      blastProfileUm: e.profileUm,
      ...(e.wet && !e.inhibitor && { blastWet: true }),
      ...(mediaOf(e.media)?.residue && { residue: mediaOf(e.media)?.residue }),
    },
    ...(e.salts !== undefined && { salts: e.salts }),
  }),
  treated: (s, e, { products }) =>
    laid(s, e, e.coats, e.coats * e.filmUm, products, { ...(e.batch && { batchId: e.batch.batchId }) }),
  repaired: (s, e, { first }) => repaired(s, e, first),
  left: (s, e, { first }) => {
    const ids = new Set(e.faultIds.map(first));
    const left = { eventId: e.id, atMs: e.atMs, ...(e.byMs !== undefined && { byMs: e.byMs }) };
    return {
      ...changeDefects(s, (d) => (ids.has(first(d.id)) ? { ...d, deferred: left } : d)),
      faults: s.faults.map((f) => (ids.has(first(f.id)) ? { ...f, deferred: left } : f)),
    };
  },
  filled: (s, e, { products }) =>
    laid(s, e, 1, e.filmUm, products, {
      ...(e.hardenerFraction !== undefined && { hardenerFraction: e.hardenerFraction }),
      ...(e.batch && { batchId: e.batch.batchId }),
    }),
  coated: (s, e, { products }) =>
    laid(s, e, e.coats, e.coats * e.filmUm, products, {
      ...(e.hardenerId !== undefined && { hardenerId: e.hardenerId }),
      ...(e.thinnerFraction !== undefined && { thinnerFraction: e.thinnerFraction }),
      ...(e.colourId !== undefined && { colourId: e.colourId }),
      ...(e.colourHex !== undefined && { colourHex: e.colourHex }),
      ...(e.batch && { batchId: e.batch.batchId }),
    }),
  guideCoated: (s, e) => ({ ...s, surface: { ...s.surface, guideCoat: { atMs: e.atMs, productId: e.productId } } }),
  guideRead: unchanged,
  sanded,
  cleaned: (s, e, { products }) => {
    const water = washes(products(e.productId));
    const waxed = s.layers.filter((l) => l.family !== 'cavityWax');
    // Solvent takes wax off; what the rag spread about is off only with the next wipe.
    if (!water && waxed.length < s.layers.length)
      return { ...s, layers: waxed, surface: freshSurface(waxed[waxed.length - 1]?.id ?? SUBSTRATE, e.atMs) };
    return {
      ...s,
      surface: wiped(s.surface, e, water),
      // Only water takes salt out of steel, and only where it reaches the steel.
      ...(s.salts && isOpenSubstrate(s) && water && { salts: false }),
    };
  },
  polished: (s, e) => {
    const { layers } = removeFromTop(s.layers, e.removedUm);
    return {
      ...s,
      layers,
      lookFromMs: e.atMs + LOOK_AFTER_MS,
      surface: {
        ...topped(s, layers, e.atMs),
        scratch: { grit: e.grit, wet: true, atMs: e.atMs },
        polished: { grit: e.grit, atMs: e.atMs },
      },
    };
  },
  measured: (s, e) =>
    e.measure === 'filmTotal' ? reconcileFilm(s, { atMs: e.atMs, eventId: e.id, totalUm: e.filmUm }) : s,
  masked: ({ surface: { maskEdge: _, ...surface }, ...s }, e) => ({
    ...s,
    surface: { ...surface, maskedWith: e.what, ...(e.edge && { maskEdge: e.edge }) },
  }),
  baked: unchanged,
  fitted: (s, e) => ({ ...s, fittedMs: e.atMs }),
  removed: ({ fittedMs: _, ...s }) => s,
  sentOut: (s, e) => ({
    ...s,
    away: { to: e.to, sinceMs: e.atMs, ...(e.dueMs !== undefined && { dueMs: e.dueMs }) },
  }),
  cameBack,
  worked: unchanged,
  toDo: unchanged,
  ticked: unchanged,
};

const change = <K extends keyof typeof CHANGES>(kind: K, s: Strata, e: EventOf<K>, c: FoldContext): Strata =>
  CHANGES[kind](s, e, c);

/** What an entry about a whole zone does to its spots. alike: the same as to the field. gone: nothing of them is left. */
const ON_SPOTS: { readonly [K in Exclude<PlainKind, 'found'>]: 'alike' | 'gone' | 'stay' } = {
  marked: 'stay',
  defectMarked: 'stay',
  defectGone: 'stay',
  defectExplained: 'stay',
  lookedAgain: 'stay',
  stripped: 'stay',
  blasted: 'gone',
  treated: 'alike',
  repaired: 'stay',
  left: 'stay',
  filled: 'alike',
  coated: 'alike',
  guideCoated: 'alike',
  guideRead: 'stay',
  sanded: 'alike',
  cleaned: 'alike',
  baked: 'stay',
  measured: 'stay',
  polished: 'alike',
  masked: 'stay',
  fitted: 'stay',
  removed: 'stay',
  sentOut: 'stay',
  cameBack: 'gone',
  worked: 'stay',
  toDo: 'stay',
  ticked: 'stay',
};

/** Whether an entry is about the spots alone: dabbed, spread, sanded or wiped there. */
const isOnSpots = (e: PlainEvent): boolean => 'on' in e && e.on !== undefined;

/** What an entry meets of what a spot still asks for. */
function wantsAfter({ wants }: Spot, e: PlainEvent, products: ProductLookup): Want | undefined {
  if (e.kind === 'filled' && wants === 'filler') return undefined;
  if (e.kind !== 'coated' || wants === undefined) return wants;
  // Nobody fills over colour: what was not done by then is not done any more.
  const family = products(e.productId)?.family;
  return family && (isBase(family) || isTopcoat(family)) ? undefined : wants;
}

function spotsAfter(before: Strata, after: Strata, e: Exclude<PlainEvent, EventOf<'found'>>, c: FoldContext): Spot[] {
  const how = e.kind === 'cameBack' && e.as === 'asSent' ? 'stay' : ON_SPOTS[e.kind];
  // What was to be filled is a dent as before, with less paint round it.
  const levelled = (spot: Spot): Spot[] =>
    spot.wants && e.kind !== 'cameBack' ? [{ ...spot, layers: after.layers, surface: after.surface }] : [];
  if (how === 'gone') return spotsOf(before).flatMap(levelled);
  const on = 'on' in e && e.on ? new Set(e.on.map(c.first)) : undefined;
  const spots = spotsOf(before).flatMap((spot): Spot[] => {
    // A zone that was stripped as far as a spot is the same there.
    if (e.kind === 'stripped') return spot.layers.length < after.layers.length ? [spot] : levelled(spot);
    if (how === 'stay' || (on ? !on.has(spot.id) : e.kind === 'filled' && spot.cause === 'ring')) return [spot];
    const { wants: _, ...rest } = spot;
    const wants = wantsAfter(spot, e, c.products);
    const { layers, surface } = change(e.kind, strataOfSpot(before, spot), e, c);
    return [{ ...rest, ...(wants && { wants }), layers, surface }];
  });
  const opened = openedBy(before, after, e, c);
  return opened ? [...spots, opened] : spots;
}

/** The spot that an entry opens. */
function openedBy(before: Strata, after: Strata, e: PlainEvent, { first }: FoldContext): Spot | undefined {
  switch (e.kind) {
    case 'sanded':
      return e.spotsThrough || e.through !== undefined
        ? spotThrough(after, e.through, (id) => layerIndex(after.layers, id, first), { ...e, id: first(e.id) })
        : undefined;
    case 'coated':
      return e.leftOutCm2 !== undefined && !isOnSpots(e)
        ? {
            id: first(e.id),
            cause: 'leftOut',
            atMs: e.atMs,
            areaCm2: e.leftOutCm2,
            layers: before.layers,
            surface: before.surface,
          }
        : undefined;
    case 'filled':
      return isOnSpots(e) ? undefined : ringRound(before, first(e.id), e.atMs);
    case 'repaired': {
      const treatment = treatmentOf(e);
      const named = new Set((e.faultIds ?? []).map(first));
      const marks = before.faults.flatMap((f) => (f.mark && named.has(first(f.id)) ? [f.mark] : []));
      const mm2 = marks.reduce((sum, m) => sum + (Math.PI / 4) * (m.sizeMm ?? 0) ** 2, 0);
      return treatment
        ? spotAfter(after, treatment, first(e.id), e.atMs, {
            areaCm2: mm2 > 0 ? mm2 / 100 : undefined,
            isToMetal: marks.some((m) => m.grade === 3),
          })
        : undefined;
    }
    default:
      return undefined;
  }
}

/**
 * One event onto the strata of one zone. Pure: returns new strata, shares what did not change.
 * Events before the zone was found change nothing, since there is nothing yet to change.
 * @param before strata so far, or undefined before the zone was found
 * @param event an effective event that touches this zone
 */
export function applyEvent(before: Strata | undefined, event: PlainEvent, context: FoldContext): Strata | undefined {
  if (event.kind === 'found') return found(before, event, context);
  if (!before) return undefined;
  const { spots: _, ...after } = isOnSpots(event) ? before : change(event.kind, before, event, context);
  const spots = stillSpots(after, spotsAfter(before, after, event, context), event.kind);
  const defects = defectsAfter(after, event, context.products);
  const made = defects === after.defects || !defects ? after : { ...after, defects };
  return spots.length > 0 ? { ...made, spots } : made;
}

/** A wipe takes guide coat with it; water also what a blast left. */
function wiped({ guideCoat: _, residue, ...surface }: Surface, e: EventOf<'cleaned'>, water: boolean): Surface {
  return { ...surface, ...(residue && !water && { residue }), clean: { atMs: e.atMs, productId: e.productId } };
}

const washes = (p: Product | undefined): boolean => p !== undefined && isWaterBased(p);
const isOpenSubstrate = (s: Strata): boolean =>
  s.surface.exposes === SUBSTRATE || openSpots(s).some((x) => x.surface.exposes === SUBSTRATE);

/** A repair deals with the faults that it names; one that ends them takes the place of the temporary ones. */
function repaired(s: Strata, e: EventOf<'repaired'>, first: FirstIdOf): Strata {
  // A mark that was put right, before the repair or after it, is the same fault.
  const dealtWith = e.faultIds && new Set(e.faultIds.map(first));
  const before = e.ends
    ? s.repairs.map((r) =>
        r.temporaryUntilMs !== undefined && r.endedMs === undefined ? { ...r, endedMs: e.atMs } : r,
      )
    : s.repairs;
  const made = {
    atMs: e.atMs,
    method: repairWords(e),
    ...(e.temporaryMonths && { temporaryUntilMs: addMonths(e.atMs, e.temporaryMonths).getTime() }),
  };
  // Whatever was done, hands, sparks or dust have been there since the last wipe.
  const { clean: _, ...surface } = s.surface;
  return {
    ...s,
    surface,
    ...(dealtWith && { faults: s.faults.map((f) => (dealtWith.has(first(f.id)) ? { ...f, doneMs: e.atMs } : f)) }),
    repairs: [...before, made],
  };
}

/** What is taken to lie on a part of which nobody knows what was done to it, µm: a usual coat of paint. */
const UNKNOWN_UM = 120;

/** Layers as they were found, or told. */
const reportedLayers = (e: EventOf<'found' | 'cameBack'>): Layer[] =>
  e.layers.map((l, i) => ({
    id: `${e.id}#${l.n ?? i}`,
    eventIds: [e.id],
    family: l.family,
    label: l.label,
    coats: 1,
    filmUm: l.filmUm,
    appliedUm: l.filmUm,
    basis: 'estimated',
    startedMs: e.atMs,
    lastAppliedMs: e.atMs,
  }));

/** The usual product of what another shop says that it put on. */
const TOLD_PRODUCTS: { readonly [F in ProductFamily]?: string } = {
  epoxy: 'epoxy-primer',
  highBuild: 'highbuild-2k',
  lightFiller: 'light-filler',
  baseSolvent: 'base-solvent',
  clear: 'clear-ms',
  singleStage: 'single-stage',
};
/** Half an hour at 60 °C is to two-pack paint about what this long at 20 °C is: its rate doubles about every 10 K. */
const BAKED_AS_MS = 8 * 3_600_000;

/** A part that was away has on it what others put there; hands and rain have been at it whatever they did. */
function cameBack({ away, ...s }: Strata, e: EventOf<'cameBack'>): Strata {
  if (e.as === 'asSent') {
    const { clean: _, ...surface } = s.surface;
    return { ...s, surface };
  }
  const kept = e.as === 'coated' || e.as === 'unknown' ? s.layers : [];
  const from = away ? ` from ${away.to}` : '';
  const unknown = { label: `Not known, as it came back${from}`, family: 'oldCoating', filmUm: UNKNOWN_UM } as const;
  const laidMs = Math.min(e.sprayedMs ?? e.atMs, e.atMs) - (e.baked ? BAKED_AS_MS : 0);
  const put = reportedLayers(e.as === 'unknown' ? { ...e, layers: [unknown] } : e).map((l): Layer => {
    const productId = TOLD_PRODUCTS[l.family];
    // Nobody said what it was: the usual product of its family is taken, so that its clock runs at all.
    return productId && e.sprayedMs !== undefined ? { ...l, productId, startedMs: laidMs, lastAppliedMs: laidMs } : l;
  });
  const layers = [...kept, ...put];
  return {
    ...s,
    layers,
    readings: kept.length === 0 ? [] : s.readings,
    surface: freshSurface(layers[layers.length - 1]?.id ?? SUBSTRATE, e.atMs),
  };
}

function found(before: Strata | undefined, e: EventOf<'found'>, { thicknessUm = e.thicknessUm }: FoldContext): Strata {
  const faults = [...(before?.faults ?? []), ...(e.fault ? [{ id: e.id, atMs: e.atMs, text: e.fault }] : [])];
  // A zone is found once; what is found later under the paint is a fault on it, not a new beginning.
  if (before) return e.fault ? { ...before, faults } : before;
  const layers = reportedLayers(e);
  return {
    substrate: e.substrate,
    substrateUm: thicknessUm,
    layers,
    surface: freshSurface(layers[layers.length - 1]?.id ?? SUBSTRATE, e.atMs),
    readings: [],
    faults,
    repairs: [],
  };
}

/** Where a layer is that an entry speaks of, also if the entry that laid it was corrected since; -1 if it is not there. */
export function layerIndex(layers: readonly Layer[], id: string, first: (id: string) => string): number {
  const at = layers.findIndex((l) => l.id === id);
  if (at >= 0) return at;
  // Layers that were found have the number that they were found under behind the entry's id.
  const [entry = id, n] = id.split('#');
  const root = first(entry);
  return layers.findIndex((l) => l.id.split('#')[1] === n && l.eventIds.some((e) => first(e) === root));
}

function stripped(s: Strata, e: EventOf<'stripped'>, first: (id: string) => string): Strata {
  const keep = e.to === SUBSTRATE ? 0 : layerIndex(s.layers, e.to, first) + 1;
  // A layer that is no longer there cannot be stripped down to: nothing above it is left either.
  if (e.to !== SUBSTRATE && keep === 0) return s;
  const layers = s.layers.slice(0, keep);
  return {
    ...s,
    layers,
    readings: keep === 0 ? [] : s.readings,
    surface: {
      ...freshSurface(layers[layers.length - 1]?.id ?? SUBSTRATE, e.atMs),
      ...(e.grit !== undefined && { scratch: { grit: e.grit, wet: false, atMs: e.atMs } }),
    },
  };
}

type Extra = Pick<Layer, 'hardenerId' | 'hardenerFraction' | 'thinnerFraction' | 'colourId' | 'colourHex' | 'batchId'>;

/** Puts material on: a new layer, or one more coat of the layer on top if nothing was done to it in between. */
function laid(
  s: Strata,
  e: EventOf<'coated' | 'filled' | 'treated'>,
  coats: number,
  addUm: number,
  products: ProductLookup,
  extra: Extra = {},
): Strata {
  const { productId } = e;
  const product = products(productId);
  const top = topLayer(s);
  const touched = s.surface.scratch || s.surface.guideCoat || s.surface.polished;
  const merges =
    top?.productId === productId && !touched && (extra.colourHex === undefined || isSameColour(extra, top));
  const layer: Layer = merges
    ? {
        ...top,
        ...extra,
        eventIds: [...top.eventIds, e.id],
        coats: top.coats + coats,
        filmUm: top.filmUm + addUm,
        appliedUm: top.appliedUm + addUm,
        basis: 'estimated',
        lastAppliedMs: e.atMs,
        air: e.air ?? top.air,
      }
    : {
        id: e.id,
        eventIds: [e.id],
        productId,
        family: product?.family ?? 'oldCoating',
        label: product?.name ?? productId,
        coats,
        filmUm: addUm,
        appliedUm: addUm,
        basis: 'estimated',
        startedMs: e.atMs,
        lastAppliedMs: e.atMs,
        ...(s.surface.scratch && { overGrit: s.surface.scratch.grit }),
        ...(e.air && { air: e.air }),
        ...extra,
      };
  const layers = merges ? [...s.layers.slice(0, -1), layer] : [...s.layers, layer];
  const { lookFromMs: _, ...rest } = s;
  return { ...rest, layers, surface: freshSurface(layer.id, e.atMs) };
}

function sanded(s: Strata, e: EventOf<'sanded'>): Strata {
  const { layers } = removeFromTop(s.layers, e.removedUm);
  const surface: Surface = {
    ...topped(s, layers, e.atMs),
    scratch: { grit: e.grit, wet: e.wet, tool: e.tool, atMs: e.atMs },
  };
  return { ...s, layers, surface };
}

/** The surface after taking off: dust makes it unclean, and guide coat goes with what carried it. */
function topped(s: Strata, layers: Layer[], atMs: number): Surface {
  const exposes = layers[layers.length - 1]?.id ?? SUBSTRATE;
  const moved = exposes !== s.surface.exposes;
  return {
    exposes,
    sinceMs: moved ? atMs : s.surface.sinceMs,
    // Paper takes the bloom of rust off, and what the wet blast left; salt sits deeper.
    ...(exposes === SUBSTRATE && { brightMs: atMs }),
    ...(exposes === SUBSTRATE && s.surface.blastProfileUm && { blastProfileUm: s.surface.blastProfileUm }),
    ...(exposes === SUBSTRATE && s.surface.residue && { residue: s.surface.residue }),
  };
}
