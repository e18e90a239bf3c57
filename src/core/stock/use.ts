import { isFiller, type Product, type ProductLookup } from '../library/product';
import { effectiveForm } from '../log/corrections';
import type { BatchUse, PlainEvent } from '../log/event';
import { zonesOf, zonesSince, type Job } from '../log/job';
import type { JobState } from '../strata/fold';
import { readyMixMl } from '../mix/coverage';
import { readySolids, splitMix } from '../mix/ratio';
import { transferEfficiency } from '../mix/transfer';

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
  /** 'poured': shared out from a measured batch. 'estimated': from area, film and transfer efficiency. */
  basis: 'poured' | 'estimated';
}

/** What wiping and dusting take, mL for one m². Plain shop experience. */
const AID_ML_PER_M2 = { cleaned: 60, guideCoated: 8 } as const;

/** Ready material an event used in all, mL, with what it cost, g and how that is known. */
function whole(
  e: PlainEvent,
  p: Product,
  areaCm2: number,
  cupUsedMl: number | undefined,
): Pick<MaterialUse, 'volumeMl' | 'massG' | 'cost' | 'basis'> | undefined {
  switch (e.kind) {
    case 'coated': {
      const thinner = e.thinnerFraction ?? p.thinning?.defaultFraction ?? 0;
      if (e.batch) return { ...poured(p, e.batch, cupUsedMl), basis: 'poured' };
      const te = transferEfficiency(e.application, 'plain');
      return {
        ...costed(p, readyMixMl(areaCm2, e.filmUm, e.coats, readySolids(p, thinner), te), thinner),
        basis: 'estimated',
      };
    }
    case 'treated':
      return {
        ...costed(
          p,
          readyMixMl(areaCm2, e.filmUm, e.coats, readySolids(p, 0), transferEfficiency('brush', 'plain')),
          0,
        ),
        basis: 'estimated',
      };
    case 'filled':
      return {
        ...costed(p, readyMixMl(areaCm2, e.filmUm, 1, readySolids(p, 0), transferEfficiency('spreader', 'plain')), 0),
        basis: 'estimated',
      };
    case 'cleaned':
    case 'guideCoated':
      return { ...costed(p, areaCm2 * 1e-4 * AID_ML_PER_M2[e.kind], 0), basis: 'estimated' };
    default:
      return undefined;
  }
}

function costed(p: Product, ml: number, thinner: number) {
  const s = splitMix(p, ml, thinner);
  return { volumeMl: ml, massG: s.readyG, cost: s.cost };
}

/**
 * A used share of a cup whose parts were measured: each part's own density and price, whatever the ratio came out at. What is left of a mix
 * with hardener is thrown away, and so paid by what was sprayed of it, each coat in proportion; one-pack goes back into its tin.
 * @param cupUsedMl what all entries took out of this cup, mL; absent: this entry alone
 */
function poured(p: Product, { pouredMl, usedMl }: BatchUse, cupUsedMl = usedMl) {
  const total = pouredMl.reduce((a, b) => a + b, 0);
  const share = total > 0 ? usedMl / total : 0;
  const keeps = p.parts.length === 1;
  const paid = keeps || cupUsedMl <= 0 ? share : Math.max(share, usedMl / cupUsedMl);
  let massG = 0;
  let cost = 0;
  pouredMl.forEach((ml, i) => {
    const part = p.parts[i] ?? p.thinning;
    if (!part) return;
    massG += ml * share * part.densityKgL;
    cost += (ml * paid * part.pricePerL) / 1000;
  });
  return { volumeMl: usedMl, massG, cost };
}

/** What the entries of a job took out of each cup, mL by batch. */
export function cupUses(state: JobState): ReadonlyMap<string, number> {
  const used = new Map<string, number>();
  for (const raw of state.events) {
    const e = effectiveForm(raw, state.dead);
    if (e?.kind === 'coated' && e.batch) used.set(e.batch.batchId, (used.get(e.batch.batchId) ?? 0) + e.batch.usedMl);
  }
  return used;
}

/**
 * What one event used, shared out over its zones by area × film. The film of one event is the same on all of its
 * zones, so the shares go by area.
 * @param cups what was taken out of each cup, see {@link cupUses}
 * @returns one entry a zone; none for events that use nothing or whose product is not known
 */
export function eventUse(
  e: PlainEvent,
  job: Job,
  products: ProductLookup,
  cups: ReadonlyMap<string, number> = NO_CUPS,
): MaterialUse[] {
  const cupUsedMl = e.kind === 'coated' && e.batch ? cups.get(e.batch.batchId) : undefined;
  const had = worked.get(e);
  if (had?.job === job && had.products === products && had.cupUsedMl === cupUsedMl) return had.use;
  const use = workOut(e, job, products, cupUsedMl);
  worked.set(e, { job, products, cupUsedMl, use });
  return use;
}
const NO_CUPS: ReadonlyMap<string, number> = new Map();

/** An event never changes, so neither does what it used, as long as the job's areas and the library are the same. */
const worked = new WeakMap<
  PlainEvent,
  { job: Job; products: ProductLookup; cupUsedMl: number | undefined; use: MaterialUse[] }
>();

function workOut(e: PlainEvent, job: Job, products: ProductLookup, cupUsedMl: number | undefined): MaterialUse[] {
  if (!('productId' in e)) return [];
  const p = products(e.productId);
  if (!p) return [];
  // A coat went on all that the zone was then, also on what was drawn as a zone of its own since.
  const zones = zonesSince(job, e.zoneIds, e.atMs);
  const areaCm2 = zones.reduce((s, z) => s + z.areaCm2, 0);
  if (areaCm2 <= 0) return [];
  const all = whole(e, p, areaCm2, cupUsedMl);
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
    basis: MaterialUse['basis'];
    byWeight: boolean;
  }[];
  cost: number;
}

/**
 * Everything that was used on a panel, from the effective events of its zones.
 * @returns mL, g and money in the shop's currency; a product is 'poured' only if all of its uses were
 */
export function panelMaterial(job: Job, state: JobState, panelId: string, products: ProductLookup): PanelMaterial {
  const ids = new Set(zonesOf(job, panelId).map((z) => z.id));
  const events = new Map<string, PlainEvent>();
  for (const id of ids) for (const e of state.zones.get(id)?.events ?? []) events.set(e.id, e);
  const cups = cupUses(state);
  const lines = new Map<string, PanelMaterial['lines'][number]>();
  for (const e of events.values())
    for (const u of eventUse(e, job, products, cups)) {
      if (!ids.has(u.zoneId)) continue;
      const had = lines.get(u.productId);
      const family = products(u.productId)?.family;
      lines.set(u.productId, {
        productId: u.productId,
        label: u.label,
        volumeMl: u.volumeMl + (had?.volumeMl ?? 0),
        massG: u.massG + (had?.massG ?? 0),
        cost: u.cost + (had?.cost ?? 0),
        basis: u.basis === 'estimated' || had?.basis === 'estimated' ? 'estimated' : 'poured',
        byWeight: family !== undefined && isFiller(family),
      });
    }
  const sorted = [...lines.values()].sort((a, b) => b.cost - a.cost);
  return { lines: sorted, cost: sorted.reduce((s, l) => s + l.cost, 0) };
}
