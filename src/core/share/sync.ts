import { sumOf } from '../formats/sums';
import { writeJobFile } from '../formats/jobFile';
import { canonical } from '../lastWriter';
import type { Product } from '../library/product';
import { isCorrection, type LogEvent } from '../log/event';
import type { Job } from '../log/job';
import type { ShelfRecord } from '../log/shelf';
import type { Has, Parcel } from './parcel';

/**
 * What goes from phone to phone: what the other is not known to have, put together there by the rules of files (`mergeCopies`). Each parcel holds
 * everything that was not acknowledged, so that one that is lost, comes twice or late changes nothing (delta-state replication: Almeida,
 * Shoker and Baquero 2018, section 4).
 */

/** A job as this phone has it, and the shelf where that is shared. */
export interface Held {
  job: Job;
  events: readonly LogEvent[];
  /** The whole library: what the log speaks of goes along. */
  products: readonly Product[];
  shelf?: readonly ShelfRecord[];
}

/** What of a parcel the other phone has, once it acknowledges it. */
interface Sent {
  events: readonly string[];
  records: readonly string[];
}

/** What this phone knows of what another one has. It is not kept: without it everything is sent once more. */
export interface Known {
  events: Set<string>;
  records: Set<string>;
  /** Sums of the job's head, and of the shop's own products, as they are there. */
  head?: string | undefined;
  products?: string | undefined;
  /** Parcels that were sent and not acknowledged, by id. */
  sent: Map<string, Sent>;
  /** The last parcel with something in it that was taken in from there. */
  got?: string;
}

export const knowNothing = (): Known => ({ events: new Set(), records: new Set(), sent: new Map() });

/** More parcels than that on their way are forgotten: they are acknowledged by later ones. */
const MOST_SENT = 30;

/** Sum of a job's head, the same on every phone whatever the order of its fields. */
export const headSum = (job: Job): string => sumOf(canonical(job));

/** Products with figures of somebody's own. */
const ownOf = (products: readonly Product[]): Product[] => products.filter((p) => p.basis === 'sheet');
const productsSum = (products: readonly Product[]): string =>
  sumOf(canonical([...products].sort((a, b) => (a.id < b.id ? -1 : 1))));

/** Entries, and those that they correct: a correction is not read without what it speaks of. */
function withTargets(missing: readonly LogEvent[], all: readonly LogEvent[]): LogEvent[] {
  const byId = new Map(all.map((e) => [e.id, e]));
  const out = new Map(missing.map((e) => [e.id, e]));
  for (const e of out.values()) {
    const target = isCorrection(e) ? byId.get(e.targetId) : undefined;
    if (target) out.set(target.id, target);
  }
  return [...out.values()];
}

/** What another phone is not known to have: how many entries and records, and whether anything at all. */
export function behind(held: Held, known: Known): { entries: number; isBehind: boolean } {
  const entries = held.events.reduce((n, e) => (known.events.has(e.id) ? n : n + 1), 0);
  const records = (held.shelf ?? []).some((r) => !known.records.has(r.id));
  const isBehind =
    entries > 0 ||
    records ||
    headSum(held.job) !== known.head ||
    (held.shelf !== undefined && productsSum(ownOf(held.products)) !== known.products);
  return { entries, isBehind };
}

/** What goes to another phone now; undefined where it has everything. @param parcelId under which it will be acknowledged */
export function contentFor(
  held: Held,
  known: Known,
  parcelId: string,
  nowMs: number,
): Pick<Parcel, 'file' | 'shelf'> | undefined {
  if (!behind(held, known).isBehind) return undefined;
  const events = withTargets(
    held.events.filter((e) => !known.events.has(e.id)),
    held.events,
  );
  const records = (held.shelf ?? []).filter((r) => !known.records.has(r.id));
  const own = ownOf(held.products);
  known.sent.set(parcelId, {
    events: events.map((e) => e.id),
    records: records.map((r) => r.id),
  });
  for (const old of [...known.sent.keys()].slice(0, -MOST_SENT)) known.sent.delete(old);
  return {
    file: writeJobFile(held.job, events, held.products, nowMs),
    ...(held.shelf && { shelf: { records, products: own } }),
  };
}

/** What this phone has, as it tells the others. @param head sum of the job's head, where it is known already */
export const hasOf = (held: Held, head = headSum(held.job)): Has => ({
  head,
  entries: held.events.length,
  products: productsSum(ownOf(held.products)),
  records: held.shelf?.length ?? 0,
});

/** Learns what another phone has from what it says. To be called once its content is taken in. @returns whether it has lost something that it had: all of it is to be said once more */
export function learn(known: Known, parcel: Parcel): boolean {
  const sent = parcel.got === undefined ? undefined : known.sent.get(parcel.got);
  if (sent) {
    for (const e of sent.events) known.events.add(e);
    for (const r of sent.records) known.records.add(r);
    for (const id of [...known.sent.keys()]) {
      known.sent.delete(id);
      if (id === parcel.got) break;
    }
  }
  for (const e of parcel.file?.events ?? []) known.events.add(e.id);
  for (const r of parcel.shelf?.records ?? []) known.records.add(r.id);
  const { has } = parcel;
  known.head = has?.head;
  known.products = has?.products;
  // An older file took the place of what was there: nobody knows what of it, and all of it goes there once more.
  const [lostEntries, lostRecords] = [
    (has?.entries ?? 0) < known.events.size,
    (has?.records ?? 0) < known.records.size,
  ];
  if (lostEntries) known.events.clear();
  if (lostRecords) known.records.clear();
  if (parcel.file || parcel.shelf) known.got = parcel.id;
  return lostEntries || lostRecords;
}
