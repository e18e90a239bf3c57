import { addMonths } from 'date-fns/addMonths';
import type { EventOf, PlainEvent } from '../log/event';
import type { ProductLookup } from '../library/product';
import { never } from '../result';
import { reconcileFilm } from './measure';
import { removeFromTop } from './remove';
import { MARK_FIELDS, SUBSTRATE, topLayer, type Layer, type Strata, type Surface } from './types';

const freshSurface = (exposes: string, sinceMs: number): Surface => ({ exposes, sinceMs });

/**
 * One event onto the strata of one zone. Pure: returns new strata, shares what did not change.
 * Events before the zone was found change nothing, since there is nothing yet to change.
 * @param before strata so far, or undefined before the zone was found
 * @param event an effective event that touches this zone
 * @param products the library, for names and families
 * @param first the id under which an entry was first written, for entries that speak of one that was corrected since
 */
export function applyEvent(
  before: Strata | undefined,
  event: PlainEvent,
  products: ProductLookup,
  first: (id: string) => string = (id) => id,
): Strata | undefined {
  if (event.kind === 'found') return found(before, event);
  if (!before) return undefined;
  const s = before;
  switch (event.kind) {
    case 'stripped':
      return stripped(s, event, first);
    case 'blasted':
      return {
        ...s,
        layers: [],
        readings: [],
        surface: {
          ...freshSurface(SUBSTRATE, event.atMs),
          blastProfileUm: event.profileUm,
          ...(event.wet && !event.inhibitor && { blastWet: true }),
          ...(event.salts && { salts: true }),
        },
      };
    case 'treated':
      return laid(s, event, event.productId, event.coats, event.coats * event.filmUm, products);
    case 'marked': {
      const mark = Object.fromEntries(MARK_FIELDS.flatMap((k) => (event[k] === undefined ? [] : [[k, event[k]]])));
      return { ...s, faults: [...s.faults, { id: event.id, atMs: event.atMs, mark: mark as never }] };
    }
    case 'repaired':
      return {
        ...s,
        ...(event.faultIds && {
          faults: s.faults.map((f) => (event.faultIds!.includes(f.id) ? { ...f, doneMs: event.atMs } : f)),
        }),
        repairs: [
          ...(event.ends
            ? s.repairs.map((r) =>
                r.temporaryUntilMs !== undefined && r.endedMs === undefined ? { ...r, endedMs: event.atMs } : r,
              )
            : s.repairs),
          {
            atMs: event.atMs,
            method: event.method,
            ...(event.temporaryMonths && {
              temporaryUntilMs: addMonths(event.atMs, event.temporaryMonths).getTime(),
            }),
          },
        ],
      };
    case 'filled':
      return laid(s, event, event.productId, 1, event.filmUm, products, {
        ...(event.hardenerFraction !== undefined && { hardenerFraction: event.hardenerFraction }),
      });
    case 'coated':
      return laid(s, event, event.productId, event.coats, event.coats * event.filmUm, products, {
        ...(event.hardenerId !== undefined && { hardenerId: event.hardenerId }),
        ...(event.thinnerFraction !== undefined && { thinnerFraction: event.thinnerFraction }),
        ...(event.colourHex !== undefined && { colourHex: event.colourHex }),
        ...(event.batch && { batchId: event.batch.batchId }),
      });
    case 'guideCoated':
      return { ...s, surface: { ...s.surface, guideCoat: { atMs: event.atMs, productId: event.productId } } };
    case 'sanded':
      return sanded(s, event);
    case 'cleaned':
      return { ...s, surface: { ...s.surface, clean: { atMs: event.atMs, productId: event.productId } } };
    case 'polished': {
      const { layers } = removeFromTop(s.layers, event.removedUm);
      return {
        ...s,
        layers,
        surface: {
          ...topped(s, layers, event.atMs),
          scratch: { grit: event.grit, wet: true, atMs: event.atMs },
          polished: { grit: event.grit, atMs: event.atMs },
        },
      };
    }
    case 'measured':
      return event.measure === 'filmTotal' && event.filmUm !== undefined
        ? reconcileFilm(s, { atMs: event.atMs, eventId: event.id, totalUm: event.filmUm })
        : s;
    case 'masked':
      return { ...s, surface: { ...s.surface, maskedWith: event.what } };
    case 'baked':
    case 'fitted':
    case 'removed':
      return s;
    default:
      return never(event);
  }
}

function found(before: Strata | undefined, e: EventOf<'found'>): Strata {
  const faults = [...(before?.faults ?? []), ...(e.fault ? [{ id: e.id, atMs: e.atMs, text: e.fault }] : [])];
  // A zone is found once; what is found later under the paint is a fault on it, not a new beginning.
  if (before) return e.fault ? { ...before, faults } : before;
  const layers: Layer[] = e.layers.map((l, i) => ({
    id: `${e.id}#${i}`,
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
  return {
    substrate: e.substrate,
    substrateUm: e.thicknessUm,
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
  const [entry, n] = id.split('#');
  const root = first(entry!);
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

type Extra = Pick<Layer, 'hardenerId' | 'hardenerFraction' | 'thinnerFraction' | 'colourHex' | 'batchId'>;

/** Puts material on: a new layer, or one more coat of the layer on top if nothing was done to it in between. */
function laid(
  s: Strata,
  e: EventOf<'coated' | 'filled' | 'treated'>,
  productId: string,
  coats: number,
  addUm: number,
  products: ProductLookup,
  extra: Extra = {},
): Strata {
  const product = products(productId);
  const top = topLayer(s);
  const touched = s.surface.scratch || s.surface.guideCoat || s.surface.spots || s.surface.polished;
  const merges = top?.productId === productId && !touched && (extra.colourHex ?? top.colourHex) === top.colourHex;
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
        ...(e.air && { air: e.air }),
        ...extra,
      };
  const layers = merges ? [...s.layers.slice(0, -1), layer] : [...s.layers, layer];
  return { ...s, layers, surface: freshSurface(layer.id, e.atMs) };
}

function sanded(s: Strata, e: EventOf<'sanded'>): Strata {
  const { layers } = removeFromTop(s.layers, e.removedUm);
  const below = layers[layers.length - 2]?.id ?? SUBSTRATE;
  const surface: Surface = {
    ...topped(s, layers, e.atMs),
    scratch: { grit: e.grit, wet: e.wet, tool: e.tool, atMs: e.atMs },
  };
  if (e.spotsThrough && layers.length > 0) surface.spots = { exposes: below, atMs: e.atMs };
  return { ...s, layers, surface };
}

/** The surface after taking off: dust makes it unclean, and guide coat goes with what carried it. */
function topped(s: Strata, layers: Layer[], atMs: number): Surface {
  const exposes = layers[layers.length - 1]?.id ?? SUBSTRATE;
  const moved = exposes !== s.surface.exposes;
  return {
    exposes,
    sinceMs: moved ? atMs : s.surface.sinceMs,
    ...(!moved && s.surface.spots && { spots: s.surface.spots }),
    ...(exposes === SUBSTRATE && s.surface.blastProfileUm && { blastProfileUm: s.surface.blastProfileUm }),
  };
}
