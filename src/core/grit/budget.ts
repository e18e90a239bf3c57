import { isBase, isFiller, isPrimer, isTopcoat, type ProductLookup } from '../library/product';
import { KINDS, type PlainEvent } from '../log/event';
import { applyEvent } from '../strata/apply';
import { topLayer, totalFilmUm, type Basis, type Layer, type Strata } from '../strata/types';
import type { LayerFamily } from '../systems/surfaces';
import { finishScratchUm, scratchUm } from './grain';

/** Clear that must stay over base, µm. */
export const CLEAR_RESERVE_UM = 35;
/** Colour of a single-stage or an enamel that must stay over primer, µm. */
export const SINGLE_STAGE_RESERVE_UM = 30;
/** Primer over which colour still holds and hides, µm: a usual figure. */
const PRIMER_RESERVE_UM = 25;
/** A sealing primer does its work only as a whole film, µm: a usual figure. */
const SEAL_RESERVE_UM = 30;

/**
 * What must stay of a layer when it is sanded or polished, µm. 0: it may be sanded away, as filler is at its edge. null: it is not for sanding;
 * nothing of it can be spent.
 */
export const RESERVE_UM: { readonly [F in LayerFamily]: number | null } = {
  oldCoating: 0,
  electrocoat: 0,
  transportPrimer: 0,
  factoryFinish: CLEAR_RESERVE_UM,
  powderCoat: SINGLE_STAGE_RESERVE_UM,
  lacquer: SINGLE_STAGE_RESERVE_UM,
  converter: null,
  etch: null,
  epoxy: SEAL_RESERVE_UM,
  weldThrough: null,
  dtm: SEAL_RESERVE_UM,
  glassFiller: 0,
  lightFiller: 0,
  epoxyFiller: 0,
  flexibleFiller: 0,
  glaze: 0,
  sprayFiller: PRIMER_RESERVE_UM,
  highBuild: PRIMER_RESERVE_UM,
  onePackPrimer: PRIMER_RESERVE_UM,
  rustPrimer: SEAL_RESERVE_UM,
  plasticPromoter: null,
  seamSealer: null,
  underseal: null,
  liner: null,
  cavityWax: null,
  baseSolvent: null,
  baseWater: null,
  singleStage: SINGLE_STAGE_RESERVE_UM,
  enamel: SINGLE_STAGE_RESERVE_UM,
  clear: CLEAR_RESERVE_UM,
};

/** What sanding and polishing may still take off the top of a stack. */
export interface FilmBudget {
  layer: Layer;
  /** Film of that kind on top, over all of its layers, µm: clear on keyed clear is one clear. */
  leftUm: number;
  basis: Basis;
  /** Must stay, µm; null: it is not for sanding. */
  reserveUm: number | null;
  /** May come off, µm; never under 0. */
  spendableUm: number;
}

/** @returns undefined where nothing is on the substrate */
export function filmBudget(strata: Strata): FilmBudget | undefined {
  const layer = topLayer(strata);
  if (!layer) return undefined;
  let leftUm = 0;
  let basis: Basis = 'measured';
  for (let i = strata.layers.length - 1; i >= 0 && strata.layers[i]!.family === layer.family; i--) {
    leftUm += strata.layers[i]!.filmUm;
    if (strata.layers[i]!.basis !== 'measured') basis = strata.layers[i]!.basis;
  }
  const reserveUm = RESERVE_UM[layer.family as LayerFamily] ?? null;
  return { layer, leftUm, basis, reserveUm, spendableUm: reserveUm === null ? 0 : Math.max(0, leftUm - reserveUm) };
}

/** An estimated film is off by so much of itself; a board takes more off a high than on average, as a factor. */
const DOUBT: Readonly<Record<Basis, number>> = { measured: 0.05, stated: 0.15, estimated: 0.2 };
const ON_A_HIGH = 1.5;

/** What a sanding or polishing leaves of the top: enough, so little that highs and edges go through, or it goes through. */
export type AfterRemoval = 'enough' | 'close' | 'through';

/** @param removedUm taken off on average, µm */
export function afterRemoval(b: FilmBudget, removedUm: number): AfterRemoval {
  if (removedUm >= b.leftUm) return 'through';
  const left = b.leftUm * (1 - DOUBT[b.basis]) - ON_A_HIGH * removedUm;
  return left < (b.reserveUm ?? b.leftUm) ? 'close' : 'enough';
}

/** How often a film bears to be blocked with a paper before it is down to what must stay: one scratch depth each time, a guess from usual figures. */
export function sandingsLeft(b: FilmBudget, grit: number): number {
  const once = isTopcoat(b.layer.family) ? finishScratchUm(grit) : scratchUm(grit);
  return Math.floor(b.spendableUm / once);
}

/** What to do once a layer was sanded through, by what it was. */
export function afterBurnThrough(family: Layer['family']): string {
  if (isTopcoat(family))
    return 'Stop. Feather round it with P800, lay base where the colour is hurt, and clear the whole panel again.';
  if (isBase(family)) return 'Stop. Feather it, and lay base and clear again.';
  if (isPrimer(family))
    return 'Feather round it. Bare metal gets epoxy or direct-to-metal primer before anything else; then prime again, let it rest, and block with a finer paper.';
  if (isFiller(family))
    return 'Metal that shows through filler is a high: tap it down before anything else goes on, or it will show through paint too.';
  return 'Feather round it, and seal bare metal before anything else goes on.';
}

/** How much stood on a zone after an entry. */
export interface FilmMoment {
  atMs: number;
  eventId: string;
  kind: PlainEvent['kind'];
  /** Everything over the substrate, and of it the top one, µm. */
  totalUm: number;
  topUm: number;
  topLabel: string;
  /** What a gauge read, µm, where this is a reading; and what was thought just before it. */
  readUm?: number;
  thoughtUm?: number;
}

/** Entries that change how much stands on a zone, or read it. */
const changesFilm = (e: PlainEvent): boolean =>
  KINDS[e.kind].step !== null || e.kind === 'cameBack' || (e.kind === 'measured' && e.measure === 'filmTotal');

/**
 * How the film on a zone came and went: what stood after each entry, as it was thought at its time.
 * @param events of the zone, in the order they happened
 */
export function filmOverTime(events: readonly PlainEvent[], products: ProductLookup): FilmMoment[] {
  let strata: Strata | undefined;
  const moments: FilmMoment[] = [];
  for (const e of events) {
    const thoughtUm = strata && totalFilmUm(strata);
    strata = applyEvent(strata, e, { products, first: (id) => id });
    if (!strata || !(changesFilm(e) || e.kind === 'found')) continue;
    const totalUm = totalFilmUm(strata);
    if (totalUm === thoughtUm && e.kind !== 'measured') continue;
    const top = topLayer(strata);
    moments.push({
      atMs: e.atMs,
      eventId: e.id,
      kind: e.kind,
      totalUm,
      topUm: top?.filmUm ?? 0,
      topLabel: top?.label ?? '',
      ...(e.kind === 'measured' &&
        e.measure === 'filmTotal' && { readUm: e.filmUm, ...(thoughtUm !== undefined && { thoughtUm }) }),
    });
  }
  return moments;
}
