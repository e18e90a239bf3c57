import type { ProductLookup } from '../library/product';
import type { PlainShelfRecord, ShelfRecord } from '../log/shelf';
import { isByRoll, isCounted, WATER } from '../log/shelf';
import { potLifeMinutes } from '../mix/potLife';
import { fail, ok, type FieldProblem, type Result } from '../result';
import { figure, phrase, type Message } from '../units/phrase';
import { MINUTE_MS } from '../units/time';
import { batchMl, keeps } from './composition';
import { holdsName } from './order';
import { appendToShelf, batchNumber, type Shelf } from './shelf';

/** Clocks of two devices differ a little; more than this ahead is a slip. */
const AHEAD_MS = 2 * MINUTE_MS;
/** A scale reads no finer than this, and a person rounds, g. */
const SLIP_G = 1;

export interface ShelfContext {
  shelf: Shelf;
  products: ProductLookup;
  nowMs: number;
  /** Of a batch, what jobs have taken out of it, mL. */
  usedMl?(batchId: string): number;
}

/**
 * Checks a record against the shelf that it is for: containers and batches that are there, a product that is known, a time that has come, and no
 * more out of a cup than went in. Shape and bounds of its fields are the schema's business, see `parseShelfRecord`.
 */
export function checkRecord(r: ShelfRecord, c: ShelfContext): Result<ShelfRecord, FieldProblem[]> {
  const { shelf } = c;
  const problems: FieldProblem[] = [];
  if (shelf.records.some((x) => x.id === r.id)) problems.push({ path: 'id', message: 'This is in the log already' });
  if (r.kind !== 'voided' && r.kind !== 'replaced') problems.push(...checkPlain(r, c));
  else if (!shelf.records.some((x) => x.id === r.targetId))
    problems.push({ path: 'targetId', message: 'What is to be corrected is not in the log' });
  else if (shelf.dead.has(r.targetId)) problems.push({ path: 'targetId', message: 'That was undone already' });
  else {
    // A correction is looked at as if what it corrects had never been there.
    const without = appendToShelf(shelf, {
      id: `${r.id}?`,
      kind: 'voided',
      targetId: r.targetId,
      atMs: r.atMs,
      writtenMs: r.writtenMs,
    });
    if (r.kind === 'replaced')
      problems.push(...checkPlain(r.by, { ...c, shelf: without }).map((p) => ({ ...p, path: `by.${p.path}` })));
    else problems.push(...leftWithout(shelf, without));
  }
  return problems.length > 0 ? fail(problems) : ok(r);
}

/** A tin or a cup out of which something was taken cannot be struck out before that is. */
function leftWithout(shelf: Shelf, without: Shelf): FieldProblem[] {
  for (const [container, c] of shelf.containers)
    if (!without.containers.has(container) && c.poured + c.used + c.wasted > 0)
      return [{ path: 'targetId', message: 'Something was taken out of that container. Correct that first.' }];
  for (const [batch, b] of shelf.batches)
    if (!without.batches.has(batch) && b.keptG > 0)
      return [
        { path: 'targetId', message: `Something of batch ${batchNumber(shelf, b.id)} was kept. Correct that first.` },
      ];
  return [];
}

function checkPlain(r: PlainShelfRecord, { shelf, products, nowMs, usedMl }: ShelfContext): FieldProblem[] {
  const problems: FieldProblem[] = [];
  const bad = (path: string, message: Message) => problems.push({ path, message });
  if (r.atMs > nowMs + AHEAD_MS) bad('atMs', 'That time has not come yet. Set when it happened, up to now.');
  const container = (id: string) => {
    if (!shelf.containers.has(id)) bad('containerId', 'That container is not on the shelf');
  };
  switch (r.kind) {
    case 'received': {
      const had = shelf.containers.get(r.containerId);
      if (had && JSON.stringify(had.holds) !== JSON.stringify(r.holds))
        bad('holds', 'That container holds something else: give this one its own');
      if (r.holds.what === 'part' && !products(r.holds.productId)?.parts[r.holds.part])
        bad('holds', 'That product is not in the library');
      break;
    }
    case 'opened':
    case 'moved':
    case 'used':
    case 'counted': {
      container(r.containerId);
      const c = shelf.containers.get(r.containerId);
      if (c && 'amount' in r && isCounted(c.holds) && !isByRoll(c.holds) && !Number.isInteger(r.amount))
        bad('amount', 'Pieces are whole');
      break;
    }
    case 'mixed':
      if (!products(r.productId)) bad('productId', 'That product is not in the library');
      if (!r.pours.some((p) => p.massG > 0)) bad('pours', 'Nothing is in the cup yet');
      for (const [i, p] of r.pours.entries()) {
        if (p.holds.what === 'part' && p.holds.productId !== WATER && !products(p.holds.productId)?.parts[p.holds.part])
          bad(`pours[${i}]`, 'That product is not in the library');
        if (p.holds.what === 'mix' && p.holds.batchId === r.batchId)
          bad(`pours[${i}]`, 'A cup is not poured into itself');
      }
      break;
    case 'formula':
      for (const [i, t] of r.toners.entries())
        if (products(t.productId)?.family !== 'toner') bad(`toners[${i}]`, 'That toner is not in the library');
      break;
    case 'kept':
    case 'wasted': {
      if (r.kind === 'wasted' && r.containerId !== undefined) {
        container(r.containerId);
        break;
      }
      const batch = r.batchId === undefined ? undefined : shelf.batches.get(r.batchId);
      if (!batch) {
        bad('batchId', 'That batch is not in the log');
        break;
      }
      if (r.kind === 'kept' && !keeps(batch, shelf, products))
        bad('batchId', 'There is hardener in it: it goes off in its pot, and is not kept');
      const ml = batchMl(batch, shelf, products);
      const sprayedG = ml > 0 ? (batch.mixedG * (usedMl?.(batch.id) ?? 0)) / ml : 0;
      const leftG = batch.mixedG - batch.keptG - batch.wastedG - sprayedG;
      if (r.amount > leftG + SLIP_G)
        bad(
          'amount',
          phrase`At most ${figure('mass', Math.max(0, leftG))} can be left of batch ${batchNumber(shelf, batch.id)}`,
        );
      break;
    }
  }
  return problems;
}

/** What is worth saying of a record that is right all the same: it is told, and stops nothing. */
export function remarksOn(
  r: PlainShelfRecord,
  { shelf, products }: Omit<ShelfContext, 'nowMs'>,
  currency: string,
): Message[] {
  const out: Message[] = [];
  const drawn = (id: string, amount: number) => {
    const c = shelf.containers.get(id);
    if (!c) return;
    const name = holdsName(c.holds, products, undefined, c.label);
    if (amount > c.amount + SLIP_G)
      out.push(
        isCounted(c.holds)
          ? `By the books there are ${Math.max(0, c.amount)} left of ${name}: count them`
          : phrase`By the books ${figure('mass', Math.max(0, c.amount))} are left of ${name}, and ${figure('mass', amount)} came out: weigh it, so that the books are right again`,
      );
    if (c.expiresMs !== undefined && c.expiresMs < r.atMs) out.push(`${name} is past its date`);
  };
  switch (r.kind) {
    case 'mixed': {
      const sums = new Map<string, number>();
      for (const p of r.pours)
        if (p.containerId !== undefined) sums.set(p.containerId, p.massG + (sums.get(p.containerId) ?? 0));
      for (const [id, amount] of sums) drawn(id, amount);
      break;
    }
    case 'used':
      drawn(r.containerId, r.amount);
      break;
    case 'wasted':
      if (r.containerId !== undefined) drawn(r.containerId, r.amount);
      break;
    case 'received':
      if (r.currency !== undefined && r.currency !== currency)
        out.push(
          `It was paid in ${r.currency}, and the shop counts in ${currency}: it is not added to other prices, and what is mixed from it is counted by the library's price`,
        );
      break;
    default:
      break;
  }
  return out;
}

/** When a batch goes off, ms; undefined where it keeps. @param usualC where nobody took its temperature, °C */
export function goesOffMs(batchId: string, shelf: Shelf, products: ProductLookup, usualC: number): number | undefined {
  const batch = shelf.batches.get(batchId);
  const product = batch && products(batch.productId);
  if (!batch || !product || keeps(batch, shelf, products)) return undefined;
  const minutes = potLifeMinutes(product, batch.tempC ?? usualC, batchMl(batch, shelf, products));
  return minutes === undefined ? undefined : batch.atMs + minutes * MINUTE_MS;
}
