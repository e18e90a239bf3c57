import { FAMILIES } from '../library/families';
import { isThinFilm } from '../library/product';
import { isMetal } from '../library/substrates';
import type { PlainKind } from '../log/event';
import type { Treatment } from '../log/marks';
import { HOUR_MS } from '../units/time';
import { SUBSTRATE, topLayer, type Layer, type Spot, type Strata, type Surface, type Want } from './types';

const NONE: readonly Spot[] = [];

/** Places on a zone with a stack of their own, oldest first: also those that the coats over them have covered. */
export const spotsOf = (s: Strata): readonly Spot[] => s.spots ?? NONE;

const ofSpot = new WeakMap<Spot, { of: Strata; strata: Strata }>();

/** A spot by itself, as strata: what is under a fingertip there. The same object for the same zone. */
export function strataOfSpot(s: Strata, spot: Spot): Strata {
  const had = ofSpot.get(spot);
  if (had?.of === s) return had.strata;
  const { spots: _, ...zone } = s;
  const strata: Strata = { ...zone, layers: spot.layers, surface: spot.surface, readings: [] };
  ofSpot.set(spot, { of: s, strata });
  return strata;
}

/** Coats of one product that lie no further apart are one to the clock. */
const AT_ONCE_MS = HOUR_MS;

/** Whether the same coat lies on top of two stacks, whatever is below it. */
function sameTop(a: Layer | undefined, b: Layer | undefined): boolean {
  if (!a || !b) return a === b;
  if (a.id === b.id) return true;
  // On one of them it may be one more coat of what lay there already, or what was left out was brought up at once.
  return (
    a.productId !== undefined &&
    a.productId === b.productId &&
    (a.eventIds.at(-1) === b.eventIds.at(-1) || Math.abs(a.lastAppliedMs - b.lastAppliedMs) <= AT_ONCE_MS)
  );
}

/** Touched in: it has a finish of its own, and what is round it is paint that stays. It is only level once both are polished. */
const isTouchedIn = (s: Strata, spot: Spot): boolean =>
  spot.wants === undefined && heightOf(spot) === TOPCOATED && isPaint(s) && !sameTop(topLayer(spot), topLayer(s));

/** A place that a second coat did not reach: it lies there once only. */
function lacksCoat(s: Strata, { cause, layers }: Spot): boolean {
  const [there, round] = [layers[layers.length - 1], topLayer(s)];
  return cause === 'leftOut' && there?.coats === 1 && round !== undefined && there.id === round.id && round.coats > 1;
}

/** Whether something else shows there than on the field round it, or something is still to come there. */
export const isOpenSpot = (s: Strata, spot: Spot): boolean =>
  spot.wants !== undefined || lacksCoat(s, spot) || (!sameTop(topLayer(spot), topLayer(s)) && !isTouchedIn(s, spot));

/** Spots that are touched in and not polished yet. */
export const touchedInSpots = (s: Strata): readonly Spot[] => spotsOf(s).filter((x) => isTouchedIn(s, x));

/** Spots where something else shows than on the field round them. */
export const openSpots = (s: Strata): readonly Spot[] =>
  s.spots === undefined ? NONE : s.spots.filter((x) => isOpenSpot(s, x));

/** How high a stack stands in the work: 0 bare, 1 converted, 2 filled, 3 primed, 4 found paint, 5 colour, 6 topcoat. */
export function heightOf({ layers }: Pick<Strata, 'layers'>): number {
  const top = layers[layers.length - 1];
  if (!top) return 0;
  return { converter: 1, filler: 2, primer: 3, sealant: 3, aid: 3, found: 4, base: 5, topcoat: 6 }[
    FAMILIES[top.family].role
  ];
}

const FOUND = 4;
const TOPCOATED = 6;
/** Base alone is no paint yet. */
const isPaint = (s: Strata): boolean => heightOf(s) === FOUND || heightOf(s) === TOPCOATED;

/** What a treatment of a fault leaves where it was done, and what still has to come there. */
interface Left {
  /** Down to the substrate, or through the topmost layer; same: nothing is taken off. */
  to: 'substrate' | 'below' | 'same';
  /** The scratch of the tool, and the profile of a blast, µm. */
  grit?: number;
  profileUm?: number;
  wants?: Want;
}
const BARED: Left = { to: 'substrate', grit: 80 };
const TO_FILL: Left = { ...BARED, wants: 'filler' };

/** What each treatment leaves. A dent that is pushed out with its paint kept leaves nothing to do. */
export const LEFT_BY: { readonly [T in Treatment]: Left } = {
  abrade: BARED,
  spotBlast: { to: 'substrate', profileUm: 40 },
  convert: BARED,
  cutOut: TO_FILL,
  patch: TO_FILL,
  pushOut: { to: 'same' },
  pullAndFill: TO_FILL,
  hammerAndDolly: BARED,
  shrink: TO_FILL,
  fill: TO_FILL,
  feather: { to: 'below', grit: 320 },
  strip: { to: 'same' },
  laminate: TO_FILL,
  vAndEpoxy: TO_FILL,
  rebond: { to: 'same' },
  drain: { to: 'same' },
};

const bareSurface = (before: Surface, atMs: number, { grit, profileUm }: Left, exposes: string): Surface => ({
  exposes,
  sinceMs: atMs,
  ...(exposes === SUBSTRATE && { brightMs: atMs }),
  ...(grit !== undefined && { scratch: { grit, wet: false, atMs } }),
  ...(profileUm !== undefined && { blastProfileUm: profileUm }),
  ...(exposes === SUBSTRATE && before.exposes === SUBSTRATE && before.residue && { residue: before.residue }),
});

/**
 * A place where paper went through.
 * @param s the zone after the sanding
 * @param through id of the layer that shows there, or 'substrate'; absent: what lies below the top. A film too thin to stop paper is gone with it
 */
export function spotThrough(
  s: Strata,
  through: string | undefined,
  layerAt: (id: string) => number,
  { id, atMs, spotCm2 }: { id: string; atMs: number; spotCm2?: number | undefined },
): Spot | undefined {
  if (s.layers.length === 0) return undefined;
  let keep = through === undefined ? s.layers.length - 1 : through === SUBSTRATE ? 0 : layerAt(through) + 1;
  if (through === undefined) while (keep > 0 && isThinFilm(s.layers[keep - 1]!.family)) keep--;
  if (keep >= s.layers.length) return undefined;
  const layers = s.layers.slice(0, keep);
  const exposes = layers[layers.length - 1]?.id ?? SUBSTRATE;
  return {
    id,
    cause: 'sandedThrough',
    atMs,
    ...(spotCm2 !== undefined && { areaCm2: spotCm2 }),
    layers,
    surface: { ...s.surface, exposes, sinceMs: atMs, ...(exposes === SUBSTRATE && { brightMs: atMs }) },
  };
}

/** What a repair leaves on a zone; undefined where it leaves the stack as it was and nothing has to follow. */
export function spotAfter(
  s: Strata,
  treatment: Treatment,
  id: string,
  atMs: number,
  { areaCm2, isToMetal }: { areaCm2?: number | undefined; isToMetal: boolean },
): Spot | undefined {
  const left = LEFT_BY[treatment];
  const isBare = s.layers.length === 0;
  if (left.to === 'same' || (isBare && left.wants === undefined)) return undefined;
  const layers = left.to === 'substrate' || isToMetal ? [] : s.layers.slice(0, -1);
  const exposes = layers[layers.length - 1]?.id ?? SUBSTRATE;
  return {
    id,
    cause: left.to === 'below' ? 'feathered' : 'repaired',
    atMs,
    ...(areaCm2 !== undefined && { areaCm2 }),
    ...(left.wants && { wants: left.wants }),
    layers,
    surface: isBare ? s.surface : bareSurface(s.surface, atMs, left, exposes),
  };
}

/** Filler on bare metal lies in a ring of it that was scratched wider than the dent. */
export const ringRound = (s: Strata, id: string, atMs: number): Spot | undefined =>
  s.layers.length === 0 && isMetal(s.substrate)
    ? { id, cause: 'ring', atMs, layers: s.layers, surface: s.surface }
    : undefined;

const sameStack = (a: readonly Layer[], b: readonly Layer[]): boolean =>
  a.length === b.length && a.every((l, i) => l.id === b[i]!.id);

/**
 * Spots that still are: one ends where the field itself stands as low, under a topcoat that lies on both, once what lies on both is
 * blocked flat, and once what was touched in is polished with what is round it.
 * @param last what was done to all of it
 */
export function stillSpots(s: Strata, spots: readonly Spot[], last: PlainKind): readonly Spot[] {
  const top = topLayer(s);
  return spots.filter((x) => {
    if (isTouchedIn(s, x)) return last !== 'polished';
    if (isOpenSpot(s, x)) return true;
    if (sameStack(x.layers, s.layers) || !top) return false;
    const { role, blocked } = FAMILIES[top.family];
    return role !== 'topcoat' && role !== 'sealant' && !(last === 'sanded' && blocked);
  });
}
