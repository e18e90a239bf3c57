import {
  finishOf,
  FAMILIES,
  type Application,
  type FieldProblem,
  type Job,
  type Product,
  type ProductLookup,
  type QualityLevel,
  type Result,
  type Shape,
  type UnitSystem,
  type Statuses,
  colourId,
} from '@/core';
import { coatDefaults, draftInputOn, nextProduct, type DraftInput } from '@/core/route/draft';
import { wantedCoats } from '@/core/library/level';
import { USUAL_RESERVE } from '@/core/route/usualCup';
import { shapeOf } from '@/core/mix/transfer';
import { planMix, type MixPlan, type MixRequest } from '@/core/mix';
import { nextBatchNo, poursOf, type Shelf, type Source } from '@/core/stock';
import type { OpenJob } from '@/data';
import type { CupWork } from '@/data/cupEntry';
import type { ShelfEntry } from '@/data/shelf';
import { readNumber, formatForInput } from '@/ui/numbers';

/** A cup being worked out. Texts as typed, so that a killed browser brings back just what stood there. */
export interface MixDraft {
  jobId: string;
  zoneIds: string[];
  productId: string;
  coats: number;
  film: string;
  thinner: string;
  reserve: string;
  application: Application;
  shape: Shape;
  by: 'weight' | 'volume';
  /** What is in the cup since too much of one line went in, g a line. */
  overpouredG?: number[] | undefined;
  /** Lines that were poured one by one, g each as they truly went in. */
  pouredG?: number[] | undefined;
  /** A filler that is stirred into it, half and half: one batch, and one layer. */
  stirredWith?: string | undefined;
  /** Tins that lines come out of, where somebody picked one. */
  tins?: (string | undefined)[] | undefined;
  /** The batch that this cup has become. */
  batchId?: string | undefined;
  /** Of several cups for these coats the one at hand, from 0; 'all': in one go. */
  cup?: number | 'all' | undefined;
  /** A cup of a session: what is mixed, mL. */
  readyMl?: number | undefined;
}

/** Nothing is in the cup, and nobody has said anything of it yet. */
export const EMPTY_CUP = {
  overpouredG: undefined,
  pouredG: undefined,
  tins: undefined,
  stirredWith: undefined,
  batchId: undefined,
  cup: undefined,
  readyMl: undefined,
} satisfies Partial<MixDraft>;

/** What is mixed and put on in coats or skims. */
export const mixable = (p: Product): boolean => FAMILIES[p.family].mixed;

/** What is mixed most: a primer that is blocked. The shipped library has one. */
export function usualInCup(all: readonly Product[]): Product {
  const p = all.find((x) => FAMILIES[x.family].blocked) ?? all.find(mixable);
  if (!p) throw new Error('The library has nothing that is mixed');
  return p;
}

/** A cup for some zones, begun with what is most likely to go on next. */
export function newDraft(
  open: OpenJob,
  zoneIds: string[],
  statuses: Statuses,
  { all, method, nowMs }: Pick<DraftInput, 'all' | 'method' | 'nowMs'>,
): MixDraft {
  const first = zoneIds[0];
  const status = first ? statuses.get(first) : undefined;
  const finish = finishOf(open.job, first);
  const likely =
    status && nextProduct('coated', draftInputOn(open.job, open.state, first, status, { all, method, nowMs }));
  const product = likely && mixable(likely) ? likely : usualInCup(all);
  return {
    jobId: open.job.id,
    zoneIds,
    shape: shapeOf(open.job, zoneIds),
    by: 'weight',
    reserve: String(USUAL_RESERVE * 100),
    ...draftForProduct(product, finish.level),
  };
}

/** What a product brings to the cup. Film as typed is in metric until the user's units are known to the field. */
export function draftForProduct(
  p: Product,
  level: QualityLevel | undefined,
): Pick<MixDraft, 'productId' | 'coats' | 'film' | 'thinner' | 'application'> {
  const d = coatDefaults(p);
  return {
    productId: p.id,
    coats: wantedCoats(p, level),
    film: '',
    thinner: formatForInput(d.thinnerFraction ?? 0, { percent: true }, 'metric'),
    application: d.application,
  };
}

export type MixQuantities = MixPlan & { filmUm: number; thinnerFraction: number };

/** Reads the sheet's numbers and works out the cup; every number that is not one is named at its field. */
export function planCup(
  product: Product,
  areaCm2: number,
  filmText: string,
  draft: MixDraft,
  units: UnitSystem,
  more: Pick<MixRequest, 'readyMl' | 'tempC' | 'transfer'> = {},
): Result<MixQuantities, FieldProblem[]> {
  const film = readNumber(filmText, { quantity: 'film' }, units);
  const thinner = product.thinning
    ? readNumber(draft.thinner, { percent: true }, units, true)
    : ({ ok: true, value: 0 } as const);
  const reserve = readNumber(draft.reserve, { percent: true }, units, true);
  const problems: FieldProblem[] = [];
  if (!film.ok) problems.push({ path: 'filmUm', message: film.error });
  if (!thinner.ok) problems.push({ path: 'thinnerFraction', message: thinner.error });
  if (!reserve.ok) problems.push({ path: 'reserveFraction', message: reserve.error });
  if (!film.ok || !thinner.ok || !reserve.ok) return { ok: false, error: problems };
  const filmUm = film.value;
  const thinnerFraction = thinner.value ?? 0;
  const plan = planMix({
    product,
    areaCm2,
    filmUm,
    coats: draft.coats,
    thinnerFraction,
    application: draft.application,
    shape: draft.shape,
    reserveFraction: reserve.value ?? 0,
    ...(draft.overpouredG && { inCup: draft.overpouredG }),
    ...more,
  });
  return plan.ok ? { ok: true, value: { ...plan.value, filmUm, thinnerFraction } } : plan;
}

/** A cup as the shelf's log has it: what was poured, out of which tins, and of which colour it is. */
export function mixedEntry(
  job: Job,
  {
    zones,
    product,
    tempC,
    stirredWith,
    tins,
  }: Pick<CupWork, 'zones' | 'product'> & {
    tempC: number | undefined;
    stirredWith: string | undefined;
    tins: readonly (string | undefined)[] | undefined;
  },
  batchId: string,
  poured: readonly { massG: number; plannedG: number }[],
  { shelf, sources, lookup, nowMs }: { shelf: Shelf; sources: readonly Source[]; lookup: ProductLookup; nowMs: number },
): Extract<ShelfEntry, { kind: 'mixed' }> {
  const { colour } = finishOf(job, zones[0]?.id);
  return {
    kind: 'mixed',
    batchId,
    no: nextBatchNo(shelf),
    productId: product.id,
    pours: poursOf(sources, poured, shelf, lookup, nowMs, tins, stirredWith),
    ...(tempC !== undefined && { tempC: Math.round(tempC * 10) / 10 }),
    ...(FAMILIES[product.family].coloured && colour && { colour: colourId(colour) }),
  };
}
