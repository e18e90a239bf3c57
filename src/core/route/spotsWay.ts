import { FINISHES, USUAL_FINISH, type FinishSystem } from '../library/finish';
import { FILLER_ON } from '../library/fillerOn';
import { FAMILIES, isBase, isFiller, isPrimer, isTopcoat, isFinished } from '../library/product';
import { isMetal, SUBSTRATES, type SubstrateKind } from '../library/substrates';
import { heightOf } from '../strata/spots';
import { topLayer, totalFilmUm, type Layer, type Strata } from '../strata/types';
import type { SpotStatus } from '../cure/status';
import { spotsName, surfaceOf } from '../rules/surfaceKind';
import { MATERIAL_OF, type Material } from '../systems/surfaces';
import {
  findProduct,
  isSameStep,
  layStep,
  sandStep,
  toSpots,
  unique,
  type Candidate,
  type Compatible,
  type WayInput,
} from './acts';
import { COLOUR_KEY, COLOURED, PRIMED, FILLER_KEY, isBlocked, KEY_FOR } from './recipe';
import { wayOf } from './zoneWay';

/** What a dab of primer lifts off, what is under colour: these are blocked before colour goes over them. */
const isColour = (m: Material): boolean => m === 'base' || m === 'singleStage' || m === 'clear';
const lays = (c: Candidate): boolean => c.step.kind === 'coat' || c.step.kind === 'fill';

/**
 * The way of a zone with spots: what brings them level comes before what goes over all of it. A spot has its own way, as a zone of its
 * own, until what the field gets next may lie on it too; what the hand does in one go is one step.
 */
export function wayWithSpots(w: WayInput, spots: readonly SpotStatus[]): Candidate[] {
  const { system } = w.finish ?? USUAL_FINISH;
  // What is to be filled is known where a repair asks for it: the field is not skimmed all over then.
  const isFilledThere = spots.some((x) => {
    const filled = topLayer(x.strata);
    return x.spot.wants === 'filler' || (filled !== undefined && isFiller(filled.family));
  });
  const plain = wayOf(isFilledThere ? { ...w, skims: w.skims ?? [] } : w);
  const repairs = plain.filter((c) => c.step.kind === 'repair');
  const rest = plain.filter((c) => c.step.kind !== 'repair');
  const [first] = rest;
  const top = topLayer(w.strata);
  const isPaint =
    top !== undefined &&
    (isTopcoat(top.family) ||
      isBase(top.family) ||
      (isFinished(top.family) && w.strata.surface.polished !== undefined));
  // Where paint is through, colour goes over all of it again.
  const recolour = isPaint ? recolourWay(w) : undefined;
  const field = recolour ?? rest;
  const material = nextMaterial(field, system);
  const waitsForField =
    first !== undefined && !recolour && ['sand', 'guide', 'wait', 'fill', 'strip'].includes(first.step.kind);
  for (const group of groupsOf(spots)) {
    const [x] = group;
    // The ring is looked after when the filler in it is shaped; rust on it comes off with the same paper.
    if (x.spot.cause === 'ring' && waitsForField) continue;
    if (x.spot.wants === undefined && heightOf(x.strata) >= COLOURED) {
      const over = topLayer(x.strata);
      // Colour in the middle of what has no primer yet comes off, and base that what comes next would lift: nothing that seals holds on it.
      const isInTheWay =
        heightOf(w.strata) < PRIMED || (heightOf(w.strata) < COLOURED && over !== undefined && isBase(over.family));
      if (isInTheWay && material !== null && !(w.compatible ?? compatibleByRole)(material, x, w))
        return unique([
          ...repairs,
          toSpots(
            heightOf(w.strata) < PRIMED ? takeDown(x.strata) : offBase(over),
            group.map((g) => g.spot.id),
            spotsName({ ...x, nowMs: w.nowMs }),
          ),
          ...field,
        ]);
      // Colour there is level with colour round it: clear goes over both.
      continue;
    }
    const own = spotWay(w, x);
    const [step] = own;
    if (!step || isReadyFor(material, x, own, w, FINISHES[system].blocked)) continue;
    // Primer that is blocked on both is blocked in one go.
    if (top && isBlocked(top) && isBlocked(topLayer(x.strata)) && ['guide', 'sand'].includes(field[0]?.step.kind ?? ''))
      continue;
    // Old paint that comes off takes its spots along; and what a bare zone needs first, its bare spots need too.
    const isPrepared = !['sand', 'clean', 'guide', 'strip'].includes(field[0]?.step.kind ?? '');
    if (field[0]?.step.kind === 'strip' || (!top && topLayer(x.strata) === undefined && !isPrepared)) break;
    if (field[0] && isSameStep(step.step, field[0].step)) break;
    const on = group.map((g) => g.spot.id);
    const there = own.map((c) => toSpots(c, on, spotsName({ ...x, nowMs: w.nowMs })));
    // What is wiped is wiped all over, where all of it bears that.
    const wipesAll =
      step.step.kind === 'clean' && field.some((c) => c.step.kind === 'clean') && !(top && isBase(top.family));
    return unique([...repairs, ...(wipesAll ? [step, ...there.slice(1)] : there), ...field]);
  }
  return unique([...repairs, ...field, ...rest]);
}

/** Spots that the hand brings on together, the lowest first: the same on top, the same scratch, the same still to come. */
export function groupsOf(spots: readonly SpotStatus[]): [SpotStatus, ...SpotStatus[]][] {
  const groups = new Map<string, [SpotStatus, ...SpotStatus[]]>();
  for (const x of [...spots].sort((a, b) => heightOf(a.strata) - heightOf(b.strata))) {
    const key = [
      x.spot.cause === 'ring',
      topLayer(x.strata)?.family,
      x.spot.wants,
      x.strata.surface.scratch?.grit,
    ].join();
    const group = groups.get(key);
    if (group) group.push(x);
    else groups.set(key, [x]);
  }
  return [...groups.values()];
}

/** What goes over the field next: what its way says, or what it is keyed for. */
function nextMaterial(field: readonly Candidate[], system: FinishSystem): Material | null {
  const { over, blocked } = FINISHES[system];
  const coat = field.find((c) => c.step.kind === 'coat')?.step;
  const key = field.find((c) => c.step.kind === 'sand')?.step;
  const family =
    coat?.kind === 'coat'
      ? coat.product.family
      : blocked && key?.kind === 'sand' && key.grit < COLOUR_KEY
        ? 'highBuild'
        : over[0];
  return family ? MATERIAL_OF[family] : null;
}

/** Sanding away all that lies there, with what the substrate bears. */
function takeDown(s: Strata): Candidate {
  const grit = s.substrate === 'plastic' ? 180 : 80;
  return {
    step: { kind: 'sand', grit, removedUm: totalFilmUm(s) + 5 },
    label: `Sand to the substrate, P${grit}`,
    logs: 'sanded',
  };
}

/** Sanding base off again. */
const offBase = (base: Layer | undefined): Candidate => ({
  step: { kind: 'sand', grit: 320, removedUm: (base?.filmUm ?? 20) + 2 },
  label: 'Sand the base off, P320',
  logs: 'sanded',
});

/** A spot's own way, with the filler that it still asks for. */
export function spotWay(w: WayInput, { spot, strata, status }: SpotStatus): Candidate[] {
  const { guideCoat, ...surface } = strata.surface;
  // Guide coat that was dusted on for what is round it says nothing here, unless this is blocked too.
  const keeps = guideCoat && isBlocked(topLayer(strata)) && surface.scratch === undefined;
  const own: Strata = { ...strata, faults: [], surface: keeps ? strata.surface : surface };
  const here: WayInput = { ...w, strata: own, status, skims: undefined };
  const way = wayOf(here);
  if (spot.wants === undefined) return way;
  const grit = strata.surface.scratch?.grit;
  const top = topLayer(strata);
  const isMetalBare = top === undefined && isMetal(strata.substrate);
  // By the school of keyed epoxy, bare metal is primed before it is filled.
  if (isMetalBare && w.method.filler === 'overEpoxy') return way;
  if (top && !isPrimer(top.family)) return way;
  const product = findProduct(w, FILLER_ON[strata.substrate]);
  const material = product && MATERIAL_OF[product.family];
  const isKeyed = grit !== undefined && grit <= FILLER_KEY;
  // A filler that does not hold on what lies there wants the substrate.
  if (top && material && !(w.compatible ?? compatibleByRole)(material, { strata, status }, w))
    return [...way.filter((c) => c.step.kind === 'wait'), takeDown(strata), ...way];
  const fills = product ? [layStep(product)] : [];
  if (!isKeyed) {
    const waits = way.filter((c) => c.step.kind === 'wait');
    const key = top ? FILLER_KEY : 80;
    return [...waits, sandStep(key, strata, 'Sand to key'), ...way];
  }
  const cleans = way.filter((c) => c.step.kind === 'clean');
  return strata.surface.clean ? [...fills, ...way] : [...cleans, ...fills, ...way];
}

/** Whether what the field gets next may lie on a spot as it stands. */
function isReadyFor(
  material: Material | null,
  { spot, strata, status }: SpotStatus,
  own: readonly Candidate[],
  w: WayInput,
  isBuilt: boolean,
): boolean {
  if (spot.wants !== undefined || material === null) return false;
  const [first] = own;
  // What primer covers all over is blocked with it, and not by itself before.
  const isCovered =
    BLOCKED_AFTER.includes(material) && isBlocked(topLayer(strata)) && strata.surface.scratch !== undefined;
  // Something is to be done on it before anything lies on it.
  if (!isCovered && first && !lays(first) && first.step.kind !== 'clean' && first.step.kind !== 'fit') return false;
  const top = topLayer(strata);
  if (!(w.compatible ?? compatibleByRole)(material, { strata, status }, w)) return false;
  if (!isColour(material) || !isBuilt) return true;
  if (!top) return false;
  return FAMILIES[top.family].blocked || heightOf(strata) >= 4 || (strata.surface.scratch?.grit ?? 0) >= COLOUR_KEY;
}

/** Primers that are blocked once they lie on all of it. */
const BLOCKED_AFTER: readonly Material[] = ['epoxy', 'dtm', 'highBuild', 'sprayFiller'];

/** What may lie on what, by the role of what shows: a first answer, without the tables. */
const compatibleByRole: Compatible = (material, { strata, status }, { nowMs }) => {
  const top = topLayer(strata);
  if (!top)
    return (
      surfaceOf({ strata, status, nowMs }) !== 'rustySteel' &&
      ON_BARE_MATERIALS[SUBSTRATES[strata.substrate].sort].includes(material)
    );
  const { role } = FAMILIES[top.family];
  if (role === 'filler' || role === 'converter') return !isColour(material) && material !== 'etch';
  return material !== 'converter' && (role !== 'primer' || material !== 'promoter');
};
const ON_BARE_MATERIALS: { readonly [S in (typeof SUBSTRATES)[SubstrateKind]['sort']]: readonly Material[] } = {
  metal: ['epoxy', 'dtm', 'etch', 'rustPrimer', 'onePack', 'weldThrough', 'lightFiller', 'glassFiller'],
  laminate: ['epoxy', 'highBuild', 'lightFiller', 'epoxyFiller', 'glassFiller'],
  plastic: ['promoter', 'flexibleFiller'],
};

/** Paint that is through somewhere: keyed all over, and coloured again. */
function recolourWay(w: WayInput): Candidate[] {
  const { surface } = w.strata;
  const { system } = w.finish ?? USUAL_FINISH;
  const top = topLayer(w.strata);
  const way = wayOf(w);
  // Base that was not cleared yet takes more of itself as it is.
  if (top && isBase(top.family)) return way;
  const grit = surface.scratch?.grit;
  const colours = FINISHES[system].over.flatMap((f) => {
    const product = findProduct(w, f);
    return product ? [layStep(product)] : [];
  });
  const cleans = way.filter((c) => c.step.kind === 'clean');
  const waits = way.filter((c) => c.step.kind === 'wait');
  const key = KEY_FOR[system];
  if (grit === undefined || grit > 1.5 * key || grit < 0.4 * key || surface.polished)
    return [
      ...(surface.polished && !surface.clean ? cleans : []),
      ...waits,
      sandStep(key, w.strata, 'Sand all of it to key'),
      ...colours,
    ];
  return surface.clean ? colours : [...cleans, ...colours];
}
