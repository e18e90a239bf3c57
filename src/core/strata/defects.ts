import { FAMILIES, isBase, type ProductLookup } from '../library/product';
import type { EventOf, PlainEvent } from '../log/event';
import type { Sheen } from '../library/finish';
import { defectLayer, mendOf, type Mend } from '../systems/defects';
import { topLayer, type Defect, type Strata } from './types';

/** Nothing has put it right, and nobody agreed to leave it. */
export const isOpenDefect = (d: Defect): boolean => d.doneMs === undefined && d.deferred === undefined;
/** Defects that nothing has put right yet, and that hold things up. */
export const openDefects = (s: Strata): Defect[] => (s.defects ?? []).filter(isOpenDefect);
/** Defects that stay, as agreed. */
export const leftDefects = (s: Strata): Defect[] =>
  (s.defects ?? []).filter((d) => d.deferred !== undefined && d.doneMs === undefined);

/** A defect as it is marked: in the layer that is named, else in the one on top. */
export function markedDefect(
  s: Strata,
  e: EventOf<'defectMarked'>,
  layerAt: (id: string) => number,
): Defect | undefined {
  const layer = e.layer === undefined ? topLayer(s) : s.layers[layerAt(e.layer)];
  if (!layer) return undefined;
  return {
    id: e.id,
    atMs: e.atMs,
    kind: e.defect,
    grade: e.grade,
    layerId: layer.id,
    family: layer.family,
    ...(e.sizeMm !== undefined && { sizeMm: e.sizeMm }),
    ...(e.count !== undefined && { count: e.count }),
    ...(e.face && { face: e.face }),
    ...(e.at && { at: e.at }),
  };
}

/**
 * How a defect is put right as the stack stands. What a coat has covered since is another matter: in the colour under clear it is coloured again,
 * a hole is cut down to.
 * @returns null where nothing is to be done about it any more
 */
export function mendNow(d: Defect, s: Strata, sheen: Sheen = 'gloss'): Mend | null {
  const mend = mendOf(d.kind, d.grade, d.family, sheen);
  const top = topLayer(s);
  if (!top || !s.layers.some((l) => l.id === d.layerId)) return null;
  if (top.id === d.layerId || mend === null) return mend;
  const [own, over] = [defectLayer(d.family), defectLayer(top.family)];
  switch (mend) {
    case 'sound':
    case 'strip':
    case 'colour':
      return mend;
    case 'fill':
      return 'sound';
    case 'level':
    case 'polish':
      if (own === 'topcoat' && over === 'topcoat') return mend;
      return over === 'primer' || over === 'filler' ? 'level' : 'colour';
    // What was soft is covered once it is hard: before, the verdict stops it.
    case 'harden':
    case 'coat':
    case 'wipe':
      return null;
  }
}

/** What one entry does to the defects of a zone: cut, or put right. */
export function defectsAfter(after: Strata, e: PlainEvent, products: ProductLookup): readonly Defect[] | undefined {
  const { defects } = after;
  if (!defects?.some((d) => d.doneMs === undefined)) return defects;
  return defects.map((d) => {
    if (d.doneMs !== undefined || d.atMs > e.atMs) return d;
    if (!after.layers.some((l) => l.id === d.layerId)) return { ...d, doneMs: e.atMs };
    if ('on' in e && e.on) return d;
    if (isMendedBy(d, after, e, products)) return { ...d, doneMs: e.atMs };
    return e.kind === 'sanded' ? { ...d, cutMs: e.atMs } : d;
  });
}

function isMendedBy(d: Defect, after: Strata, e: PlainEvent, products: ProductLookup): boolean {
  const mend = mendOf(d.kind, d.grade, d.family);
  const own = defectLayer(d.family);
  const top = topLayer(after);
  const over = top && defectLayer(top.family);
  switch (e.kind) {
    case 'cleaned':
      return mend === 'wipe';
    case 'baked':
      return mend === 'harden';
    case 'filled':
      return mend === 'fill';
    case 'sanded':
      // What is cut flat in a primer, a filler or a base is gone, or under a primer; a topcoat has to shine again.
      if (mend !== 'level' && mend !== 'polish') return false;
      return own === 'topcoat' ? top?.id !== d.layerId && over !== 'topcoat' && over !== 'base' : over !== 'topcoat';
    case 'polished':
      return mend === 'polish' || mend === 'wipe' || (mend === 'level' && d.cutMs !== undefined);
    case 'coated': {
      const family = products(e.productId)?.family;
      if (!family) return false;
      if (mend === 'coat') return true;
      if (mend === 'polish' || mend === 'level') return d.cutMs !== undefined;
      return mend === 'colour' && (isBase(family) || FAMILIES[family].coloured);
    }
    default:
      return false;
  }
}
