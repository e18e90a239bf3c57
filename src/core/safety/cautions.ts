import { isWaterBased, type Product, type ProductFamily } from '../library/product';
import type { SubstrateKind } from '../library/substrates';
import { TREATMENTS, type Treatment } from '../log/marks';
import { STRIP_METHODS, type StripMethod } from '../log/tools';
import type { EventKind } from '../log/event';
import { keysOf } from '../keysOf';
import {
  FAMILY_HAZARDS,
  HAZARDS,
  KIND_HAZARDS,
  LAYER_DUST,
  REPAIR_HAZARDS,
  SHEET,
  STRIP_HAZARDS,
  SUBSTRATE_DUST,
  TWO_PART_HAZARDS,
  type Hazard,
} from './hazards';

/** The usual caution at a step. It never says that something is safe; it defers to data sheet, local code and practice. */
export interface Caution {
  id: Hazard;
  text: string;
}

/** What lies where the step is done, as far as it is known. */
export interface WorkedOn {
  /** Where the substrate itself is worked on. */
  substrate?: SubstrateKind;
  /** The layer that is worked on. */
  family?: ProductFamily;
  /** That layer is two-pack with isocyanate, and not cured through. */
  green?: boolean;
}

const isTreatment = (how: string): how is Treatment => (TREATMENTS as readonly string[]).includes(how);
const isStripMethod = (how: string): how is StripMethod => (STRIP_METHODS as readonly string[]).includes(how);

function ofProduct(p: Product): Hazard[] {
  // A can that holds both parts goes off too, once its button was pressed.
  const twoPart = p.parts.length > 1 || p.potLifeMin !== undefined ? TWO_PART_HAZARDS[p.mechanism] : [];
  const water = isWaterBased(p);
  const own = FAMILY_HAZARDS[p.family].map((h) => (h === 'solvent' && water ? 'mist' : h));
  const wiped: Hazard[] = p.family === 'cleaner' ? (water ? [] : ['solvent', ...own]) : own;
  return [...twoPart, ...wiped];
}

/** What a repair brings with it on a substrate: no zinc where none is welded, no glass in plastic, epoxy resin on moulded compound. */
function repairHazards(how: Treatment, substrate: SubstrateKind | undefined): Hazard[] {
  const list = REPAIR_HAZARDS[how].hazards.filter(
    (h) => !(h === 'zincDust' && substrate === 'aluminium') && !(h === 'glass' && substrate === 'plastic'),
  );
  return how === 'laminate' && substrate === 'smc'
    ? ['epoxy', ...list.filter((h) => h !== 'peroxide' && h !== 'styrene')]
    : list;
}

/** Steps that make dust of what lies there. */
const DUSTS: readonly EventKind[] = ['sanded', 'stripped', 'blasted', 'repaired'];

/**
 * The cautions that belong to a step, each once.
 * @param kind what is to be done
 * @param product with which product, if with any
 * @param overOldCoating whether the step works on a coating of unknown make
 * @param how which repair, or which way of stripping, where it is one
 * @param on what lies there
 */
export function cautionsFor(
  kind: EventKind,
  product: Product | undefined,
  overOldCoating: boolean,
  how?: Treatment | StripMethod,
  on: WorkedOn = {},
): Caution[] {
  const found = new Set<Hazard>();
  const add = (list: readonly Hazard[]) => list.forEach((h) => found.add(h));
  const act = KIND_HAZARDS[kind];
  let old = act.old;
  add(act.hazards);
  if (kind === 'stripped') add(STRIP_HAZARDS[how !== undefined && isStripMethod(how) ? how : 'chemical']);
  if (kind === 'repaired' && how !== undefined && isTreatment(how)) {
    add(repairHazards(how, on.substrate));
    old ||= REPAIR_HAZARDS[how].old;
  }
  // A filler's own mass is worse than its dust while it is spread.
  if (kind === 'filled') add(product ? ofProduct(product) : TWO_PART_HAZARDS.polyester);
  else if (product && (kind === 'coated' || kind === 'treated' || kind === 'cleaned' || kind === 'guideCoated'))
    add(ofProduct(product));
  if (DUSTS.includes(kind) && found.has('dust')) {
    if (on.family) add(LAYER_DUST[on.family].filter((h) => h !== 'oldCoating'));
    if (on.substrate) add(SUBSTRATE_DUST[on.substrate]);
    if (on.green && kind === 'sanded') add(['greenFilm']);
  }
  if (old && overOldCoating) add(['oldCoating']);
  // Sheet and code are deferred to once, not with every line.
  let isDeferred = false;
  return keysOf(HAZARDS).flatMap((id) => {
    if (!found.has(id)) return [];
    const text: string = HAZARDS[id];
    const short = isDeferred && text.endsWith(SHEET) ? text.slice(0, -SHEET.length).trimEnd() : text;
    isDeferred ||= text.endsWith(SHEET);
    return [{ id, text: short }];
  });
}
