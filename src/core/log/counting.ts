import { effectiveForm, struckOut, type Aim, type Correction, type Recorded } from './corrections';
import { byHappening, insertionIndex } from './order';

/*
 * A log in order, and what of it counts: the same for a job's log and for the shop's. What its records mean is for those who fold them.
 */

/** @template R what stands in the log @template C its corrections */
export interface OrderedLog<R extends Recorded, C extends Aim> {
  /** Every record once, also corrections and what they struck out, by happening. */
  records: readonly R[];
  /** In no particular order. */
  corrections: readonly C[];
  /** Ids of what does not count, see {@link struckOut}. */
  dead: ReadonlySet<string>;
}

/** A long log is put in order in pieces of so many records, between which a page may do something else. */
const PIECE = 10_000;

/** Puts records in order, stopping after every piece of the work; one whose id was seen before is left out. */
export function* orderInPieces<R extends Recorded, C extends R & Aim>(
  records: readonly R[],
  isCorrection: (r: R) => r is C,
): Generator<undefined, OrderedLog<R, C>> {
  const ids = new Set<string>();
  const unique: R[] = [];
  const corrections: C[] = [];
  let inOrder = true;
  for (const [i, r] of records.entries()) {
    if (!ids.has(r.id)) {
      ids.add(r.id);
      const last = unique[unique.length - 1];
      if (last && byHappening(last, r) > 0) inOrder = false;
      unique.push(r);
      if (isCorrection(r)) corrections.push(r);
    }
    if (i % PIECE === PIECE - 1) yield;
  }
  if (!inOrder) unique.sort(byHappening);
  yield;
  const dead = struckOut(corrections);
  yield;
  return { records: unique, corrections, dead };
}

/** Does work that stops after every piece without stopping. */
export function inOneGo<T>(pieces: Generator<undefined, T>): T {
  for (;;) {
    const step = pieces.next();
    if (step.done) return step.value;
  }
}

/**
 * The records that count, by happening: a replacement stands where its body says that it happened, not where the correction was made.
 * @template P what of a log is no correction
 */
export function effectiveInOrder<P extends Recorded>(
  records: readonly (P | Correction)[],
  dead: ReadonlySet<string>,
): P[] {
  const out: P[] = [];
  let replaced = false;
  for (const r of records) {
    const form = effectiveForm<P>(r, dead);
    if (!form) continue;
    if (form !== r) replaced = true;
    out.push(form);
  }
  return replaced ? out.sort(byHappening) : out;
}

/** A log with one more record, and the ids of those that count now and did not, or the other way round, itself among them. */
export interface Grown<R extends Recorded, C extends Aim> extends OrderedLog<R, C> {
  turned: ReadonlySet<string>;
}

/** What is struck out with one more correction: nearly always only its target is new. */
function struckOutWith<C extends Aim>(log: OrderedLog<Recorded, C>, c: C, all: readonly C[]): ReadonlySet<string> {
  const isPlain =
    c.targetId !== c.id &&
    !log.corrections.some((o) => o.id === c.targetId || o.targetId === c.id || o.targetId === c.targetId);
  return isPlain ? new Set(log.dead).add(c.targetId) : struckOut(all);
}

/** Adds a record where it belongs. @returns undefined where it is there already */
export function withRecord<R extends Recorded, C extends R & Aim>(
  log: OrderedLog<R, C>,
  record: R,
  isCorrection: (r: R) => r is C,
): Grown<R, C> | undefined {
  // The same record stands right where it would go in, so the whole log need not be searched for it.
  const place = insertionIndex(log.records, record);
  if (log.records[place - 1]?.id === record.id) return undefined;
  const records = log.records.slice();
  records.splice(place, 0, record);
  if (!isCorrection(record)) return { ...log, records, turned: new Set([record.id]) };
  const corrections = [...log.corrections, record];
  const dead = struckOutWith(log, record, corrections);
  const turned = new Set([record.id]);
  for (const id of dead) if (!log.dead.has(id)) turned.add(id);
  for (const id of log.dead) if (!dead.has(id)) turned.add(id);
  return { records, corrections, dead, turned };
}

/** Takes a record out of a list of those that count. */
export function takeOut<P extends Recorded>(list: P[], { id }: P): void {
  list.splice(
    list.findIndex((x) => x.id === id),
    1,
  );
}

/** Puts a record into a list of those that count, by happening. */
export function putIn<P extends Recorded>(list: P[], record: P): void {
  list.splice(insertionIndex(list, record), 0, record);
}
