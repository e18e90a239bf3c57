import { effectiveForm, struckOut } from '../log/corrections';
import { byHappening, insertionIndex } from '../log/order';
import {
  isShopCorrection,
  type Holds,
  type PlainShopRecord,
  type Pour,
  type ShopCorrection,
  type ShopRecord,
} from '../log/shop';
import { DAY_MS } from '../units/time';

/** A tin, box or drum on the shelf. Amounts in g of what is poured, pieces of the rest. */
export interface Container {
  id: string;
  holds: Holds;
  /** What was in it when it came, with refills; and what was put into it out of cups. */
  received: number;
  returned: number;
  /** What is in it by the books; below nothing where more was taken out than it can have held. */
  amount: number;
  receivedMs: number;
  openedMs?: number;
  /** When it was last counted, ms. */
  countedMs?: number;
  /** When it is past its best, ms: unopened by its date, opened by how long it keeps open, whichever comes first. */
  expiresMs?: number;
  /** Where the amount went: into cups, away unmixed, thrown away; and what stock-takes found over (or under) the books. */
  poured: number;
  used: number;
  wasted: number;
  difference: number;
  lot?: string;
  label?: string;
  place?: string;
  /** What all that was received cost, and in which money. */
  price?: number;
  currency?: string;
}

/** What was mixed in one cup. */
export interface Batch {
  id: string;
  no: number;
  productId: string;
  atMs: number;
  pours: readonly Pour[];
  /** All that went into it, g, and what came out again other than by the gun. */
  mixedG: number;
  keptG: number;
  wastedG: number;
  tempC?: number;
  colour?: string;
  lab?: readonly [number, number, number];
}

/** The shop's log, folded. */
export interface Shelf {
  /** By happening. */
  records: readonly ShopRecord[];
  corrections: readonly ShopCorrection[];
  dead: ReadonlySet<string>;
  /** Records that count, by the container or batch that they speak of, by happening: see {@link historyOf}. */
  histories: ReadonlyMap<string, readonly PlainShopRecord[]>;
  containers: ReadonlyMap<string, Container>;
  batches: ReadonlyMap<string, Batch>;
}

const containerKey = (id: string) => `c/${id}`;
const batchKey = (id: string) => `b/${id}`;

/** What happened to a container. */
export const containerHistory = (s: Shelf, id: string): readonly PlainShopRecord[] =>
  s.histories.get(containerKey(id)) ?? [];
/** What happened to a batch in the shop; what was put on with it is in the jobs. */
export const batchHistory = (s: Shelf, id: string): readonly PlainShopRecord[] => s.histories.get(batchKey(id)) ?? [];

/** The containers and batches that a record speaks of. */
function subjectsOf(r: PlainShopRecord): string[] {
  switch (r.kind) {
    case 'received':
    case 'opened':
    case 'moved':
    case 'used':
    case 'counted':
      return [containerKey(r.containerId)];
    case 'kept':
      return [batchKey(r.batchId), containerKey(r.containerId)];
    case 'wasted':
      return [
        ...(r.batchId === undefined ? [] : [batchKey(r.batchId)]),
        ...(r.containerId === undefined ? [] : [containerKey(r.containerId)]),
      ];
    case 'mixed':
      return [
        batchKey(r.batchId),
        ...new Set(r.pours.flatMap((p) => (p.containerId === undefined ? [] : [containerKey(p.containerId)]))),
      ];
  }
}

/** A container from its records; undefined where nothing says that it ever came. */
function foldContainer(id: string, history: readonly PlainShopRecord[]): Container | undefined {
  const first = history.find((r) => r.kind === 'received' || r.kind === 'kept');
  if (!first) return undefined;
  const c: Container = {
    id,
    holds: first.kind === 'kept' ? { what: 'mix', batchId: first.batchId } : first.holds,
    received: 0,
    returned: 0,
    amount: 0,
    receivedMs: first.atMs,
    poured: 0,
    used: 0,
    wasted: 0,
    difference: 0,
  };
  let bestBeforeMs: number | undefined;
  let openDays: number | undefined;
  const open = (atMs: number) => {
    c.openedMs ??= atMs;
  };
  for (const r of history)
    switch (r.kind) {
      case 'received':
        c.received += r.amount;
        c.amount += r.amount;
        if (r.price !== undefined) c.price = (c.price ?? 0) + r.price;
        if (r.currency !== undefined) c.currency = r.currency;
        if (r.lot !== undefined) c.lot = r.lot;
        if (r.label !== undefined) c.label = r.label;
        if (r.place !== undefined) c.place = r.place;
        if (r.bestBeforeMs !== undefined) bestBeforeMs = r.bestBeforeMs;
        if (r.openDays !== undefined) openDays = r.openDays;
        if (r.opened) open(r.atMs);
        break;
      case 'kept':
        c.returned += r.amount;
        c.amount += r.amount;
        c.label = r.label;
        if (r.place !== undefined) c.place = r.place;
        if (r.openDays !== undefined) openDays = r.openDays;
        open(r.atMs);
        break;
      case 'opened':
        open(r.atMs);
        break;
      case 'moved':
        c.place = r.place;
        break;
      case 'mixed':
        for (const p of r.pours)
          if (p.containerId === id) {
            c.poured += p.massG;
            c.amount -= p.massG;
          }
        open(r.atMs);
        break;
      case 'used':
        c.used += r.amount;
        c.amount -= r.amount;
        open(r.atMs);
        break;
      case 'wasted':
        c.wasted += r.amount;
        c.amount -= r.amount;
        break;
      case 'counted':
        c.difference += r.amount - c.amount;
        c.amount = r.amount;
        c.countedMs = r.atMs;
        break;
    }
  const ends = [
    bestBeforeMs,
    ...(c.openedMs !== undefined && openDays !== undefined ? [c.openedMs + openDays * DAY_MS] : []),
  ].filter((x) => x !== undefined);
  if (ends.length > 0) c.expiresMs = Math.min(...ends);
  return c;
}

function foldBatch(id: string, history: readonly PlainShopRecord[]): Batch | undefined {
  const cups = history.filter((r) => r.kind === 'mixed');
  const [mixed] = cups;
  if (!mixed) return undefined;
  // What is poured after into the same cup belongs to it.
  const pours = cups.flatMap((r) => r.pours);
  const b: Batch = {
    id,
    no: mixed.no,
    productId: mixed.productId,
    atMs: mixed.atMs,
    pours,
    mixedG: pours.reduce((s, p) => s + p.massG, 0),
    keptG: 0,
    wastedG: 0,
    ...(mixed.tempC !== undefined && { tempC: mixed.tempC }),
    ...(mixed.colour !== undefined && { colour: mixed.colour }),
    ...(mixed.lab && { lab: mixed.lab }),
  };
  for (const r of history)
    if (r.kind === 'kept') b.keptG += r.amount;
    else if (r.kind === 'wasted') b.wastedG += r.amount;
  return b;
}

/** Everything of which one of these speaks is folded anew. */
function refold(s: Omit<Shelf, 'containers' | 'batches'>, before: Shelf, changed: Iterable<string>): Shelf {
  const containers = new Map(before.containers);
  const batches = new Map(before.batches);
  const put = <T>(map: Map<string, T>, id: string, value: T | undefined) =>
    value === undefined ? map.delete(id) : map.set(id, value);
  for (const key of changed) {
    const history = s.histories.get(key) ?? [];
    const id = key.slice(2);
    if (key.startsWith('c/')) put(containers, id, foldContainer(id, history));
    else put(batches, id, foldBatch(id, history));
  }
  return { ...s, containers, batches };
}

export const EMPTY_SHELF: Shelf = {
  records: [],
  corrections: [],
  dead: new Set(),
  histories: new Map(),
  containers: new Map(),
  batches: new Map(),
};

/**
 * Folds the shop's log into containers and batches. Records may come in any order; a record whose id was seen before is left out.
 * @returns what is on the shelf, g or pieces
 */
export function foldShelf(records: readonly ShopRecord[]): Shelf {
  const unique = [...new Map(records.map((r) => [r.id, r])).values()].sort(byHappening);
  const corrections = unique.filter(isShopCorrection);
  const dead = struckOut(corrections);
  const effective: PlainShopRecord[] = [];
  for (const r of unique) {
    const form = effectiveForm<PlainShopRecord>(r, dead);
    if (form) effective.push(form);
  }
  // A replacement happened when its body says, not when the correction was made.
  if (corrections.length > 0) effective.sort(byHappening);
  const histories = new Map<string, PlainShopRecord[]>();
  for (const r of effective)
    for (const key of subjectsOf(r)) {
      const list = histories.get(key);
      if (list) list.push(r);
      else histories.set(key, [r]);
    }
  return refold({ records: unique, corrections, dead, histories }, EMPTY_SHELF, histories.keys());
}

/**
 * Adds one record to a folded log: the same as folding all of them with it, at the cost of the containers and batches that it speaks of.
 * @param shelf what {@link foldShelf} or this function returned
 */
export function appendToShelf(shelf: Shelf, record: ShopRecord): Shelf {
  const place = insertionIndex(shelf.records, record);
  if (shelf.records[place - 1]?.id === record.id) return shelf;
  const records = shelf.records.slice();
  records.splice(place, 0, record);
  const corrections = isShopCorrection(record) ? [...shelf.corrections, record] : shelf.corrections;
  // A record may come after the correction that speaks of it.
  const dead = isShopCorrection(record) ? struckOut(corrections) : shelf.dead;
  const turned = new Set([record.id]);
  if (dead !== shelf.dead) {
    for (const id of dead) if (!shelf.dead.has(id)) turned.add(id);
    for (const id of shelf.dead) if (!dead.has(id)) turned.add(id);
  }
  const histories = new Map(shelf.histories);
  const lists = new Map<string, PlainShopRecord[]>();
  const listOf = (key: string) => {
    let list = lists.get(key);
    if (!list) {
      lists.set(key, (list = [...(histories.get(key) ?? [])]));
      histories.set(key, list);
    }
    return list;
  };
  for (const r of turned.size === 1 ? [record] : records) {
    if (!turned.has(r.id)) continue;
    const had = r === record ? undefined : effectiveForm<PlainShopRecord>(r, shelf.dead);
    const has = effectiveForm<PlainShopRecord>(r, dead);
    if (had)
      for (const key of subjectsOf(had)) {
        const list = listOf(key);
        list.splice(
          list.findIndex((x) => x.id === had.id),
          1,
        );
      }
    if (has)
      for (const key of subjectsOf(has)) {
        const list = listOf(key);
        list.splice(insertionIndex(list, has), 0, has);
      }
  }
  for (const [key, list] of lists) if (list.length === 0) histories.delete(key);
  return refold({ records, corrections, dead, histories }, shelf, lists.keys());
}

/** The records that count, by happening. */
export function effectiveRecords(s: Shelf): PlainShopRecord[] {
  const out = s.records.flatMap((r) => effectiveForm<PlainShopRecord>(r, s.dead) ?? []);
  return s.corrections.length > 0 ? out.sort(byHappening) : out;
}

/** The number that the next batch has on its label. */
export function nextBatchNo(s: Shelf): number {
  let most = 0;
  for (const b of s.batches.values()) most = Math.max(most, b.no);
  return most + 1;
}
