import { effectiveForm } from '../log/corrections';
import { effectiveInOrder, inOneGo, orderInPieces, putIn, takeOut, withRecord, type OrderedLog } from '../log/counting';
import {
  isShelfCorrection,
  type Holds,
  type PlainShelfRecord,
  type Pour,
  type ShelfCorrection,
  type ShelfRecord,
} from '../log/shelf';
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
  /** What was paid for so much of what was received, and in which money; a refill that was paid in another one is not added to it. */
  price?: number;
  priced?: number;
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

type Histories = ReadonlyMap<string, readonly PlainShelfRecord[]>;

/** The shop's log, folded. */
export interface Shelf extends OrderedLog<ShelfRecord, ShelfCorrection> {
  /** Records that count, by the container or the batch that they speak of, by happening. */
  ofContainer: Histories;
  ofBatch: Histories;
  containers: ReadonlyMap<string, Container>;
  batches: ReadonlyMap<string, Batch>;
}

/** What happened to a container. */
export const containerHistory = (s: Shelf, id: string): readonly PlainShelfRecord[] => s.ofContainer.get(id) ?? [];
/** What happened to a batch in the shop; what was put on with it is in the jobs. */
export const batchHistory = (s: Shelf, id: string): readonly PlainShelfRecord[] => s.ofBatch.get(id) ?? [];

/** Calls with each container that a record speaks of, once: for twenty thousand records a list each would cost more than what is done. */
function eachContainer(r: PlainShelfRecord, call: (id: string) => void): void {
  if (r.kind === 'mixed') {
    const { pours } = r;
    for (let i = 0; i < pours.length; i++) {
      const id = pours[i]!.containerId;
      if (id === undefined) continue;
      let j = 0;
      while (j < i && pours[j]!.containerId !== id) j++;
      if (j === i) call(id);
    }
  } else if (r.kind !== 'formula' && r.containerId !== undefined) call(r.containerId);
}
/** The batch that a record speaks of. */
const batchIn = (r: PlainShelfRecord): string | undefined =>
  r.kind === 'mixed' || r.kind === 'kept' || r.kind === 'wasted' ? r.batchId : undefined;

/** Adds what a record paid, where that is the money that was paid before. */
function addPrice(c: Container, { price, currency, amount }: Extract<PlainShelfRecord, { kind: 'received' }>): void {
  if (price === undefined || (c.price !== undefined && c.currency !== currency)) return;
  c.price = (c.price ?? 0) + price;
  c.priced = (c.priced ?? 0) + amount;
  if (currency !== undefined) c.currency = currency;
}

/** A container from its records; undefined where nothing says that it ever came. */
function foldContainer(id: string, history: readonly PlainShelfRecord[]): Container | undefined {
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
        addPrice(c, r);
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
      // It speaks of no container.
      case 'formula':
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

function foldBatch(id: string, history: readonly PlainShelfRecord[]): Batch | undefined {
  let b: Batch | undefined;
  let [keptG, wastedG] = [0, 0];
  for (const r of history)
    if (r.kind === 'kept') keptG += r.amount;
    else if (r.kind === 'wasted') wastedG += r.amount;
    else if (r.kind === 'mixed') {
      let mixedG = 0;
      for (const p of r.pours) mixedG += p.massG;
      // What is poured after into the same cup belongs to it.
      b = b
        ? { ...b, pours: [...b.pours, ...r.pours], mixedG: b.mixedG + mixedG }
        : {
            id,
            no: r.no,
            productId: r.productId,
            atMs: r.atMs,
            pours: r.pours,
            mixedG,
            keptG: 0,
            wastedG: 0,
            ...(r.tempC !== undefined && { tempC: r.tempC }),
            ...(r.colour !== undefined && { colour: r.colour }),
            ...(r.lab && { lab: r.lab }),
          };
    }
  if (!b) return undefined;
  b.keptG = keptG;
  b.wastedG = wastedG;
  return b;
}

/** A map in which some members are made anew from what happened to them; the same one where none are. */
function remade<T>(
  before: ReadonlyMap<string, T>,
  changed: Iterable<string>,
  histories: Histories,
  fold: (id: string, history: readonly PlainShelfRecord[]) => T | undefined,
): ReadonlyMap<string, T> {
  let next: Map<string, T> | undefined;
  for (const id of changed) {
    next ??= new Map(before);
    const value = fold(id, histories.get(id) ?? []);
    if (value === undefined) next.delete(id);
    else next.set(id, value);
  }
  return next ?? before;
}

export const EMPTY_SHELF: Shelf = {
  records: [],
  corrections: [],
  dead: new Set(),
  ofContainer: new Map(),
  ofBatch: new Map(),
  containers: new Map(),
  batches: new Map(),
};

/**
 * Folds the shop's log into containers and batches. Records may come in any order; a record whose id was seen before is left out.
 * @returns what is on the shelf, g or pieces
 */
export function foldShelf(records: readonly ShelfRecord[]): Shelf {
  const log = inOneGo(orderInPieces(records, isShelfCorrection));
  const effective = effectiveRecords(log);
  const ofContainer = new Map<string, PlainShelfRecord[]>();
  const ofBatch = new Map<string, PlainShelfRecord[]>();
  const put = (map: Map<string, PlainShelfRecord[]>, id: string, r: PlainShelfRecord) => {
    const list = map.get(id);
    if (list) list.push(r);
    else map.set(id, [r]);
  };
  let at: PlainShelfRecord;
  const putAt = (id: string) => put(ofContainer, id, at);
  for (const r of effective) {
    at = r;
    eachContainer(r, putAt);
    const batch = batchIn(r);
    if (batch !== undefined) put(ofBatch, batch, r);
  }
  return {
    ...log,
    ofContainer,
    ofBatch,
    containers: remade(EMPTY_SHELF.containers, ofContainer.keys(), ofContainer, foldContainer),
    batches: remade(EMPTY_SHELF.batches, ofBatch.keys(), ofBatch, foldBatch),
  };
}

/** Histories that are changed one by one: only what changes is copied. */
class Changes {
  readonly changed = new Set<string>();
  private next: Map<string, PlainShelfRecord[]> | undefined;

  constructor(private readonly before: Histories) {}

  edit(id: string, change: (list: PlainShelfRecord[]) => void): void {
    this.next ??= new Map(this.before) as Map<string, PlainShelfRecord[]>;
    const list = this.changed.has(id) ? (this.next.get(id) ?? []) : [...(this.before.get(id) ?? [])];
    change(list);
    this.changed.add(id);
    if (list.length > 0) this.next.set(id, list);
    else this.next.delete(id);
  }

  get histories(): Histories {
    return this.next ?? this.before;
  }
}

/**
 * Adds one record to a folded log: the same as folding all of them with it, at the cost of the containers and batches that it speaks of.
 * @param shelf what {@link foldShelf} or this function returned
 */
export function appendToShelf(shelf: Shelf, record: ShelfRecord): Shelf {
  const grown = withRecord(shelf, record, isShelfCorrection);
  if (!grown) return shelf;
  const { turned, ...log } = grown;
  const ofContainer = new Changes(shelf.ofContainer);
  const ofBatch = new Changes(shelf.ofBatch);
  const editAll = (r: PlainShelfRecord, change: (list: PlainShelfRecord[]) => void) => {
    eachContainer(r, (id) => ofContainer.edit(id, change));
    const batch = batchIn(r);
    if (batch !== undefined) ofBatch.edit(batch, change);
  };
  for (const r of turned.size === 1 ? [record] : log.records) {
    if (!turned.has(r.id)) continue;
    // A record may come after the correction that speaks of it.
    const had = r === record ? undefined : effectiveForm<PlainShelfRecord>(r, shelf.dead);
    const has = effectiveForm<PlainShelfRecord>(r, log.dead);
    if (had) editAll(had, (list) => takeOut(list, had));
    if (has) editAll(has, (list) => putIn(list, has));
  }
  return {
    ...log,
    ofContainer: ofContainer.histories,
    ofBatch: ofBatch.histories,
    containers: remade(shelf.containers, ofContainer.changed, ofContainer.histories, foldContainer),
    batches: remade(shelf.batches, ofBatch.changed, ofBatch.histories, foldBatch),
  };
}

/** The records that count, by happening. */
export const effectiveRecords = ({ records, dead }: OrderedLog<ShelfRecord, ShelfCorrection>): PlainShelfRecord[] =>
  effectiveInOrder<PlainShelfRecord>(records, dead);

/** The number that the next batch has on its label. */
export function nextBatchNo(s: Shelf): number {
  let most = 0;
  for (const b of s.batches.values()) most = Math.max(most, b.no);
  return most + 1;
}

const numbers = new WeakMap<Shelf['batches'], ReadonlyMap<string, string>>();

/**
 * What a batch is called: its number, and where two phones gave the same one before they were put together, '13', '13b' … by when they were mixed. The
 * tin says what it says: the earlier one keeps its number.
 */
export function batchNumber({ batches }: Pick<Shelf, 'batches'>, id: string): string {
  let known = numbers.get(batches);
  if (!known) {
    const taken = new Map<number, number>();
    const inOrder = [...batches.values()].sort((a, b) => a.atMs - b.atMs || (a.id < b.id ? -1 : 1));
    known = new Map(
      inOrder.map(({ id, no }) => {
        const before = taken.get(no) ?? 0;
        taken.set(no, before + 1);
        return [
          id,
          before === 0 ? `${no}` : before < LETTERS.length ? `${no}${LETTERS[before]}` : `${no}-${before + 1}`,
        ];
      }),
    );
    numbers.set(batches, known);
  }
  return known.get(id) ?? '';
}
const LETTERS = 'abcdefghijklmnopqrstuvwxyz';
