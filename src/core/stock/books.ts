import { transferEfficiency } from '../mix/transfer';
import type { Application } from '../library/application';
import type { ProductLookup } from '../library/product';
import { effectiveForm } from '../log/corrections';
import type { BatchUse, PlainEvent } from '../log/event';
import { isCounted } from '../log/shelf';
import type { JobState } from '../strata/fold';
import { batchMl, compositionOf, splitDrying } from './composition';
import { effectiveRecords, type Batch, type Shelf } from './shelf';

/** What one entry of a job took out of a cup. */
export interface CupUse {
  batchId: string;
  jobId: string;
  eventId: string;
  atMs: number;
  zoneIds: readonly string[];
  /** Of the ready mix, mL. */
  usedMl: number;
  application: Application;
  productId: string;
}

/** How an entry put its cup on the work; undefined where it names no cup. */
export function cupOf(e: PlainEvent): (BatchUse & { application: Application; productId: string }) | undefined {
  switch (e.kind) {
    case 'coated':
      return e.batch && { ...e.batch, application: e.application, productId: e.productId };
    case 'filled':
      return e.batch && { ...e.batch, application: 'spreader', productId: e.productId };
    case 'treated':
      return e.batch && { ...e.batch, application: 'brush', productId: e.productId };
    default:
      return undefined;
  }
}

/** Everything that the entries of a job took out of cups. */
export function cupUsesOf(jobId: string, state: Pick<JobState, 'events' | 'dead'>): CupUse[] {
  const out: CupUse[] = [];
  for (const raw of state.events) {
    const e = effectiveForm<PlainEvent>(raw, state.dead);
    const cup = e && cupOf(e);
    if (!e || !cup) continue;
    const { batchId, usedMl, application, productId } = cup;
    out.push({ batchId, jobId, eventId: e.id, atMs: e.atMs, zoneIds: e.zoneIds, usedMl, application, productId });
  }
  return out;
}

/** Where a batch is: all of it somewhere, g. */
export interface BatchBalance {
  mixedG: number;
  keptG: number;
  wastedG: number;
  /** Through the gun or off the spreader. */
  sprayedG: number;
  /** Still in the cup; below nothing where more was logged than was mixed. */
  leftG: number;
}

/** @param usedMl what all jobs took out of it, mL */
export function balanceOf(batch: Batch, shelf: Shelf, products: ProductLookup, usedMl: number): BatchBalance {
  const ml = batchMl(batch, shelf, products);
  const sprayedG = ml > 0 ? (batch.mixedG * usedMl) / ml : 0;
  const { mixedG, keptG, wastedG } = batch;
  return { mixedG, keptG, wastedG, sprayedG, leftG: mixedG - keptG - wastedG - sprayedG };
}

/** Where everything went that ever came onto the shelf, g. `inG` and `outG` are the same, or a record is wrong. */
export interface Books {
  receivedG: number;
  /** Poured out of containers that are not on the list. */
  unlistedG: number;
  /** What stock-takes found over the books; under them it is below nothing. */
  foundG: number;
  onShelfG: number;
  /** Mixed, and neither put on nor thrown away. */
  inCupsG: number;
  onPanelsG: number;
  /** Past the panel, as dust and on paper. */
  oversprayG: number;
  evaporatedG: number;
  /** Used without being mixed. */
  usedG: number;
  thrownG: number;
}

/** The books of a shop: every gram that came is somewhere. @param uses what the jobs took out of cups */
export function booksOf(shelf: Shelf, uses: readonly CupUse[], products: ProductLookup): Books {
  const b: Books = {
    receivedG: 0,
    unlistedG: 0,
    foundG: 0,
    onShelfG: 0,
    inCupsG: 0,
    onPanelsG: 0,
    oversprayG: 0,
    evaporatedG: 0,
    usedG: 0,
    thrownG: 0,
  };
  for (const c of shelf.containers.values()) {
    if (isCounted(c.holds)) continue;
    b.onShelfG += c.amount;
    b.foundG += c.difference;
    b.usedG += c.used;
    b.thrownG += c.wasted;
    // A leftover came off the shelf before it came back to it.
    b.receivedG += c.received;
  }
  for (const r of effectiveRecords(shelf)) {
    // What is taken out of something that nobody put on the list was there all the same.
    if (r.kind === 'mixed')
      for (const p of r.pours)
        if (p.containerId === undefined || !shelf.containers.has(p.containerId)) b.unlistedG += p.massG;
    if ((r.kind === 'used' || r.kind === 'wasted') && r.containerId !== undefined) {
      if (shelf.containers.has(r.containerId)) continue;
      b.unlistedG += r.amount;
      if (r.kind === 'used') b.usedG += r.amount;
      else b.thrownG += r.amount;
    }
    if (r.kind === 'wasted' && r.batchId !== undefined && !shelf.batches.has(r.batchId)) {
      b.unlistedG += r.amount;
      b.thrownG += r.amount;
    }
    if (r.kind === 'kept' && !shelf.batches.has(r.batchId)) b.unlistedG += r.amount;
  }
  const perBatch = new Map<string, CupUse[]>();
  for (const u of uses) {
    const list = perBatch.get(u.batchId);
    if (list) list.push(u);
    else perBatch.set(u.batchId, [u]);
  }
  for (const batch of shelf.batches.values()) {
    const parts = compositionOf(batch, shelf);
    const known = parts.reduce((s, p) => s + p.massG, 0);
    const solid = parts.reduce((s, p) => s + splitDrying(p, products).solidG, 0);
    const solidShare = known > 0 ? solid / known : 1;
    const used = perBatch.get(batch.id) ?? [];
    const { keptG, wastedG, leftG } = balanceOf(
      batch,
      shelf,
      products,
      used.reduce((s, u) => s + u.usedMl, 0),
    );
    b.inCupsG += leftG;
    b.thrownG += wastedG;
    const inAll = batch.mixedG - keptG - wastedG - leftG;
    const ml = used.reduce((s, u) => s + u.usedMl, 0);
    for (const u of used) {
      const massG = ml > 0 ? (inAll * u.usedMl) / ml : 0;
      const solidG = massG * solidShare;
      const landed = solidG * transferEfficiency(u.application, 'plain');
      b.onPanelsG += landed;
      b.oversprayG += solidG - landed;
      b.evaporatedG += massG - solidG;
    }
  }
  return b;
}

/** All that came, and all that there is of it, g. */
export const bothSides = (b: Books): { inG: number; outG: number } => ({
  inG: b.receivedG + b.unlistedG + b.foundG,
  outG: b.onShelfG + b.inCupsG + b.onPanelsG + b.oversprayG + b.evaporatedG + b.usedG + b.thrownG,
});
