import { isFiller, type Product, type ProductLookup } from '../library/product';
import type { BatchUse, PlainEvent } from '../log/event';
import { zonesOf, zonesSince, type Job } from '../log/job';
import type { JobState } from '../strata/fold';
import { readyMixMl } from '../mix/coverage';
import { readySolids, splitMix, type SplitMix } from '../mix/ratio';
import { transferEfficiency } from '../mix/transfer';
import { cupOf, cupUsesOf } from './books';
import { batchMl, partOf } from './composition';
import type { Batch, Shelf } from './shelf';

/** Material that one event put on one zone. */
export interface MaterialUse {
  eventId: string;
  atMs: number;
  zoneId: string;
  productId: string;
  label: string;
  volumeMl: number;
  massG: number;
  cost: number;
  /** What was thrown away of the cup on its account: what it cost, not counted in `cost`. */
  wasteCost: number;
  wasteMl: number;
  /** Solvent that went into the air, with that of what was thrown away, g. */
  vocG: number;
  /** 'poured': shared out from a measured batch. 'estimated': from area, film and transfer efficiency. */
  basis: 'poured' | 'estimated';
}

/** What wiping and dusting take, mL for one m². Plain shop experience. */
const AID_ML_PER_M2 = { cleaned: 60, guideCoated: 8 } as const;

type Whole = Pick<MaterialUse, 'volumeMl' | 'massG' | 'cost' | 'wasteCost' | 'wasteMl' | 'vocG' | 'basis'>;

/** What the books say of a cup, for what its entries pay. */
export interface CupFacts {
  /** What all entries took out of it, mL. */
  usedMl: number;
  /** What was thrown away of it, mL; absent: the shop's log does not know it. */
  wasteMl?: number;
  /** What it cost by what was paid for its tins, for one mL; absent: by the library's prices. */
  costPerMl?: number;
}

/** Ready material that an entry used in all, and how that is known. */
function whole(e: PlainEvent, p: Product, areaCm2: number, cup: CupFacts | undefined): Whole | undefined {
  if ((e.kind === 'coated' || e.kind === 'filled' || e.kind === 'treated') && e.batch)
    return { ...poured(p, e.batch, cup), basis: 'poured' };
  const ml = estimatedMl(e, p, areaCm2);
  if (ml === undefined) return undefined;
  const s = oneMl(p, thinnerOf(e, p));
  return {
    volumeMl: ml,
    massG: ml * s.readyG,
    cost: ml * s.cost,
    wasteCost: 0,
    wasteMl: 0,
    vocG: (ml * s.vocGL) / 1000,
    basis: 'estimated',
  };
}

/** One mL of a ready mix, which is asked for by every entry of the same product. */
const mixes = new WeakMap<Product, Map<number, SplitMix>>();
function oneMl(p: Product, thinnerFraction: number): SplitMix {
  let of = mixes.get(p);
  if (!of) mixes.set(p, (of = new Map()));
  let mix = of.get(thinnerFraction);
  if (!mix) of.set(thinnerFraction, (mix = splitMix(p, 1, thinnerFraction)));
  return mix;
}

const thinnerOf = (e: PlainEvent, p: Product): number =>
  e.kind === 'coated' ? (e.thinnerFraction ?? p.thinning?.defaultFraction ?? 0) : 0;

/** What an entry should have used by area, film and the usual transfer efficiency, mL; undefined for what uses nothing. */
export function estimatedMl(e: PlainEvent, p: Product, areaCm2: number): number | undefined {
  const spread = (filmUm: number, coats: number, how: 'brush' | 'spreader') =>
    readyMixMl(areaCm2, filmUm, coats, readySolids(p, 0), transferEfficiency(how, 'plain'));
  switch (e.kind) {
    case 'coated': {
      const te = transferEfficiency(e.application, 'plain');
      return readyMixMl(areaCm2, e.filmUm, e.coats, readySolids(p, thinnerOf(e, p)), te);
    }
    case 'treated':
      return spread(e.filmUm, e.coats, 'brush');
    case 'filled':
      return spread(e.filmUm, 1, 'spreader');
    case 'cleaned':
    case 'guideCoated':
      return areaCm2 * 1e-4 * AID_ML_PER_M2[e.kind];
    default:
      return undefined;
  }
}

/**
 * A used share of a cup whose parts were measured: each part's own density and price, whatever the ratio came out at. What was thrown away of it
 * is on the account of what was sprayed of it, each coat in proportion: as the shop's log says, else all that is left of a mix with hardener;
 * one-pack goes back into its tin.
 */
function poured(p: Product, { pouredMl, usedMl }: BatchUse, cup: CupFacts | undefined): Omit<Whole, 'basis'> {
  const total = pouredMl.reduce((a, b) => a + b, 0);
  const usedInAll = cup?.usedMl ?? usedMl;
  const left = Math.max(0, total - usedInAll);
  const thrownMl = cup?.wasteMl ?? (p.parts.length === 1 ? 0 : left);
  const share = total > 0 ? usedMl / total : 0;
  const wasteMl = usedInAll > 0 ? (thrownMl * usedMl) / usedInAll : 0;
  const wasteShare = total > 0 ? wasteMl / total : 0;
  let massG = 0;
  let price = 0;
  let voc = 0;
  pouredMl.forEach((ml, i) => {
    const part = p.parts[i] ?? p.thinning;
    if (!part) return;
    massG += ml * part.densityKgL;
    price += (ml * part.pricePerL) / 1000;
    voc += (ml * part.vocGL) / 1000;
  });
  const whole = cup?.costPerMl === undefined ? price : cup.costPerMl * total;
  return {
    volumeMl: usedMl,
    massG: massG * share,
    cost: whole * share,
    wasteCost: whole * wasteShare,
    wasteMl,
    vocG: voc * (share + wasteShare),
  };
}

/** What the shop's books know beside a job's log. */
export interface ShelfBooks {
  shelf: Shelf;
  products: ProductLookup;
  /** The shop's money: prices in another one are not added to it. */
  currency: string;
}

/**
 * What a batch cost: each pour by what was paid for its container, else by the library's price.
 * @returns money of the shop, and whether something was paid in another money and so counted by the library
 */
export function batchCost(
  batch: Batch,
  { shelf, products, currency }: ShelfBooks,
  within: readonly string[] = [],
): { cost: number; otherMoney: boolean } {
  let cost = 0;
  let otherMoney = false;
  for (const { holds, massG, containerId } of batch.pours) {
    const c = containerId === undefined ? undefined : shelf.containers.get(containerId);
    if (holds.what === 'mix') {
      const from = shelf.batches.get(holds.batchId);
      // A leftover may be of a later batch than the pot that it was stirred into; only a ring of pots has no end.
      if (!from || from.id === batch.id || from.mixedG <= 0 || within.includes(from.id)) continue;
      const of = batchCost(from, { shelf, products, currency }, [...within, batch.id]);
      cost += (of.cost * massG) / from.mixedG;
      otherMoney ||= of.otherMoney;
      continue;
    }
    const isOurs = c?.currency === undefined || c.currency === currency;
    if (c?.price !== undefined && c.priced && isOurs) cost += (c.price * massG) / c.priced;
    else {
      otherMoney ||= c?.price !== undefined && !isOurs;
      const part = partOf(products, holds);
      if (part) cost += ((massG / part.densityKgL) * part.pricePerL) / 1000;
    }
  }
  return { cost, otherMoney };
}

/** What the books say of each cup that a job has used, by batch. */
export function cupFacts(
  jobId: string,
  state: Pick<JobState, 'events' | 'dead'>,
  books?: ShelfBooks,
): ReadonlyMap<string, CupFacts> {
  const facts = new Map<string, CupFacts>();
  for (const u of cupUsesOf(jobId, state)) {
    const had = facts.get(u.batchId);
    const batch = books?.shelf.batches.get(u.batchId);
    const ml = batch && books ? batchMl(batch, books.shelf, books.products) : 0;
    facts.set(u.batchId, {
      usedMl: u.usedMl + (had?.usedMl ?? 0),
      ...(batch &&
        books &&
        ml > 0 && { wasteMl: (ml * batch.wastedG) / batch.mixedG, costPerMl: batchCost(batch, books).cost / ml }),
    });
  }
  return facts;
}

/**
 * What one event used, shared out over its zones by area × film. The film of one event is the same on all of its
 * zones, so the shares go by area.
 * @param cups what is known of each cup, see {@link cupFacts}
 * @returns one entry a zone; none for events that use nothing or whose product is not known
 */
export function eventUse(
  e: PlainEvent,
  job: Job,
  products: ProductLookup,
  cups: ReadonlyMap<string, CupFacts> = NO_CUPS,
): MaterialUse[] {
  const of = cupOf(e);
  const cup = of && cups.get(of.batchId);
  const had = worked.get(e);
  if (had?.job === job && had.products === products && isSameCup(had.cup, cup)) return had.use;
  const use = workOut(e, job, products, cup);
  worked.set(e, { job, products, cup, use });
  return use;
}
const isSameCup = (a: CupFacts | undefined, b: CupFacts | undefined): boolean =>
  a?.usedMl === b?.usedMl && a?.wasteMl === b?.wasteMl && a?.costPerMl === b?.costPerMl;
const NO_CUPS: ReadonlyMap<string, CupFacts> = new Map();

/** An event never changes, so neither does what it used, as long as the job's areas and the library are the same. */
const worked = new WeakMap<
  PlainEvent,
  {
    job: Job;
    products: ProductLookup;
    cup: CupFacts | undefined;
    use: MaterialUse[];
  }
>();

function workOut(e: PlainEvent, job: Job, products: ProductLookup, cup: CupFacts | undefined): MaterialUse[] {
  if (!('productId' in e)) return [];
  const p = products(e.productId);
  if (!p) return [];
  // A coat went on all that the zone was then, also on what was drawn as a zone of its own since.
  const zones = zonesSince(job, e.zoneIds, e.atMs);
  const areaCm2 = zones.reduce((s, z) => s + z.areaCm2, 0);
  if (areaCm2 <= 0) return [];
  const all = whole(e, p, areaCm2, cup);
  if (!all) return [];
  return zones.map((z) => {
    const f = z.areaCm2 / areaCm2;
    return {
      eventId: e.id,
      atMs: e.atMs,
      zoneId: z.id,
      productId: p.id,
      label: p.name,
      volumeMl: all.volumeMl * f,
      massG: all.massG * f,
      cost: all.cost * f,
      wasteCost: all.wasteCost * f,
      wasteMl: all.wasteMl * f,
      vocG: all.vocG * f,
      basis: all.basis,
    };
  });
}

/** Material on one panel, by product, dearest first. */
export interface PanelMaterial {
  lines: {
    productId: string;
    label: string;
    volumeMl: number;
    massG: number;
    cost: number;
    /** What was thrown away besides. */
    wasteCost: number;
    wasteMl: number;
    vocG: number;
    /** What it should have taken, by area and film, mL. */
    estimatedMl: number;
    basis: MaterialUse['basis'];
    byWeight: boolean;
  }[];
  /** With what was thrown away. */
  cost: number;
  wasteCost: number;
  vocG: number;
}

/** Entries of some zones that may use something, each once. */
function usingEvents(state: JobState, zoneIds: ReadonlySet<string>): Iterable<PlainEvent> {
  const lists = [...zoneIds].map((id) => (state.zones.get(id)?.events ?? []).filter((e) => 'productId' in e));
  const [only = []] = lists;
  return lists.length < 2 ? only : new Map(lists.flat().map((e) => [e.id, e])).values();
}

const NOTHING_USED = {
  volumeMl: 0,
  massG: 0,
  cost: 0,
  wasteCost: 0,
  wasteMl: 0,
  vocG: 0,
  estimatedMl: 0,
  basis: 'poured',
} as const satisfies Partial<PanelMaterial['lines'][number]>;

/**
 * Everything that was used on a panel, from the effective events of its zones.
 * @returns mL, g and money in the shop's currency; a product is 'poured' only if all of its uses were
 */
export function panelMaterial(
  job: Job,
  state: JobState,
  panelId: string,
  products: ProductLookup,
  books?: ShelfBooks,
): PanelMaterial {
  const ids = new Set(zonesOf(job, panelId).map((z) => z.id));
  const cups = cupFacts(job.id, state, books);
  const lines = new Map<string, PanelMaterial['lines'][number]>();
  const areas = new Map(job.zones.map((z) => [z.id, z.areaCm2]));
  for (const e of usingEvents(state, ids))
    for (const u of eventUse(e, job, products, cups)) {
      if (!ids.has(u.zoneId)) continue;
      const p = products(u.productId);
      let line = lines.get(u.productId);
      if (!line) {
        line = {
          ...NOTHING_USED,
          productId: u.productId,
          label: u.label,
          byWeight: p !== undefined && isFiller(p.family),
        };
        lines.set(u.productId, line);
      }
      line.volumeMl += u.volumeMl;
      line.massG += u.massG;
      line.cost += u.cost;
      line.wasteCost += u.wasteCost;
      line.wasteMl += u.wasteMl;
      line.vocG += u.vocG;
      if (u.basis === 'estimated') line.basis = 'estimated';
      // What was estimated is what it should have taken.
      line.estimatedMl +=
        u.basis === 'estimated' ? u.volumeMl : p ? (estimatedMl(e, p, areas.get(u.zoneId) ?? 0) ?? 0) : 0;
    }
  const sorted = [...lines.values()].sort((a, b) => b.cost - a.cost);
  const sum = (of: (l: (typeof sorted)[number]) => number) => sorted.reduce((s, l) => s + of(l), 0);
  const wasteCost = sum((l) => l.wasteCost);
  return { lines: sorted, cost: sum((l) => l.cost) + wasteCost, wasteCost, vocG: sum((l) => l.vocG) };
}
