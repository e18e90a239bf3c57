import { openDB, unwrap, type IDBPDatabase } from 'idb';
import { loadRestoredHeads } from './boundary';
import { lastCommit } from './lastCommit';
import type { CopyRead, LostCommit, Mirror, PartRange, StoreChange } from './mirror';
import { withTimeout } from './withTimeout';

/** What is written at once. */
export interface Commit extends StoreChange {
  /** What these keys have to hold when it is written; null: nothing. Where one holds something else, nothing is written. */
  expect?: ReadonlyMap<string, string | null>;
  /** By how much the number of changes grows with it, see {@link CHANGES}. */
  counts?: number;
  /** What it takes away stands in another of its records: nothing is deleted by it. */
  moves?: true;
}

/** Where AsyncStorage keeps what it is given: one table of texts by key. */
export const TABLE = 'entries';
/** A database that does not open within this is held by something that does not let go, ms. */
export const OPEN_MS = 8000;

/** The number of the last commit, among the records; it is the store's own, and no key of the shop's. */
export const COMMIT_NO = ' commit';
/** Stands from a deletion on until its words are gone from the second copy too. */
const DELETED = ' deleted';
/** How many changes somebody has made in all: a number that only grows, in the transaction of each. */
export const CHANGES = ' changes';
/** Keys of the store itself. */
export const isOwn = (key: string): boolean => key.startsWith(' ');

/** What came back when the store was filled from its second copy, until somebody has seen it: a {@link CopyReport}. */
export const RESTORED = 'restored';

/** What came back out of the second copy, and what should have. */
export interface CopyReport {
  atMs: number;
  /** Records that came back. */
  records: number;
  /** Number of the last commit that is known of. */
  changes: number;
  lost: LostCommit[];
  lostParts: PartRange[];
  isListLost: boolean;
  /** There was no copy at all. */
  isAllLost: boolean;
}

/** The table, to be read. A database that is closed meanwhile ends what was asked of it, and that is what is heard of. */
export function tableOf(db: IDBPDatabase) {
  const tx = db.transaction(TABLE);
  tx.done.catch(() => undefined);
  return tx.store;
}

const NOTHING: CopyRead = { no: 0, records: new Map(), lost: [], lostParts: [], isListLost: false };

/** Fills a database that the browser threw away out of its second copy, and writes down what came back. Two tabs do it once. */
async function restoreFrom(mirror: Mirror | null, db: IDBPDatabase, name: string): Promise<void> {
  // A store of before there were copies has records and no number.
  if ((await tableOf(db).get(COMMIT_NO)) !== undefined || (await tableOf(db).count()) > 0) return;
  const last = lastCommit(name);
  // One that cannot be read must not keep the shop from being shown.
  const copy = (await mirror?.read(last).catch(() => null)) ?? null;
  if (!copy && !last) return;
  const { no, records, lost, lostParts, isListLost } = copy ?? NOTHING;
  // A shop that was emptied on purpose.
  if (records.size === 0 && copy && lost.length + lostParts.length === 0 && !isListLost) return;
  const report: CopyReport = {
    atMs: Date.now(),
    records: records.size,
    changes: Math.max(no, last?.no ?? 0),
    lost,
    lostParts,
    isListLost,
    isAllLost: !copy,
  };
  const lostKeys = lost.flatMap((l) => l.keys ?? []);
  const heads = await loadRestoredHeads().then(
    ({ headsWithHoles }) => headsWithHoles(records, lostKeys),
    () => [],
  );
  const tx = db.transaction(TABLE, 'readwrite', { durability: 'strict' });
  const done = tx.done;
  done.catch(() => undefined);
  if ((await tx.store.count()) === 0) {
    const raw = unwrap(tx.store);
    for (const [k, v] of records) raw.put(v, k);
    for (const [k, v] of heads) raw.put(v, k);
    raw.put(JSON.stringify(report), RESTORED);
    raw.put(String(report.changes), COMMIT_NO);
    // What was made since the copy's base is not counted in it: more is better than less here.
    raw.put(String(Number(records.get(CHANGES) ?? 0) + report.changes), CHANGES);
    // What is damaged in the copy is put right, and what was deleted goes from it.
    raw.put('1', DELETED);
  }
  await done;
}

/** A copy that has gaps, or many commits on top of its base, is made anew when the page has nothing better to do, ms. */
const REBASE_AFTER_MS = 4000;

const PARCEL = 500;
/** What a copy takes for a sign, at most, and of the room that is left. */
const BYTES_A_SIGN = 2;
const ROOM_SHARE = 0.25;

/** Brings the second copy up to the store where it is behind, or where something was deleted that stands in it. */
async function bringUp(mirror: Mirror, db: IDBPDatabase): Promise<void> {
  const no = Number((await tableOf(db).get(COMMIT_NO)) ?? 0);
  const deleted = (await tableOf(db).get(DELETED)) as string | undefined;
  if (deleted === undefined && (await mirror.has(no))) return;
  // One transaction, so that it is the store of one moment; in parcels, so that the page is not held up.
  const store = tableOf(db);
  const at = (await store.get(COMMIT_NO)) as string | undefined;
  const records = new Map<string, string>();
  for (let after: IDBKeyRange | undefined; ;) {
    const keys = (await store.getAllKeys(after, PARCEL)) as string[];
    const texts = (await store.getAll(after, PARCEL)) as string[];
    for (const [i, k] of keys.entries()) if (k !== COMMIT_NO && k !== DELETED) records.set(k, texts[i] ?? '');
    const last = keys[keys.length - 1];
    if (last === undefined || keys.length < PARCEL) break;
    after = IDBKeyRange.lowerBound(last, true);
  }
  // There is none where it would take the room that the store itself may need.
  const { quota = Infinity, usage = 0 } = (await navigator.storage?.estimate?.()) ?? {};
  let signs = 0;
  for (const [k, v] of records) signs += k.length + v.length;
  if (signs * BYTES_A_SIGN > (quota - usage) * ROOM_SHARE) {
    // One that still holds what was deleted goes.
    if (deleted !== undefined) await mirror.drop();
  } else await mirror.rebase(Number(at ?? 0), records);
  if (deleted === undefined) return;
  const tx = db.transaction(TABLE, 'readwrite');
  // Unless something else was deleted meanwhile.
  if ((await tx.store.get(DELETED)) === deleted) await tx.store.delete(DELETED);
  await tx.done;
}

/** AsyncStorage's database by its name: it has no call that looks and writes in one transaction. */
export function database(name: string, mirror: Mirror | null) {
  let db: Promise<IDBPDatabase> | undefined;
  let bringing: ReturnType<typeof setTimeout> | undefined;
  const opened = async (): Promise<IDBPDatabase> => {
    const d = await openDB(name, 1, {
      upgrade: (x) => void (x.objectStoreNames.contains(TABLE) || x.createObjectStore(TABLE)),
      terminated: () => (db = undefined),
    });
    await restoreFrom(mirror, d, name).catch(() => undefined);
    return d;
  };
  return {
    get(): Promise<IDBPDatabase> {
      db ??= withTimeout(OPEN_MS, opened(), 'The database does not open');
      db.catch(() => (db = undefined));
      return db;
    },
    /** Looks, after a while, whether the second copy is whole. */
    lookAtCopy(): void {
      if (!mirror) return;
      clearTimeout(bringing);
      bringing = setTimeout(() => void this.bringUpCopy().catch(() => undefined), REBASE_AFTER_MS);
    },
    async bringUpCopy(): Promise<void> {
      if (!mirror) return;
      const d = await this.get();
      if (typeof navigator === 'undefined' || !navigator.locks) return bringUp(mirror, d);
      // One tab of all does it.
      await navigator.locks.request(`mirror/${name}`, { ifAvailable: true }, (l) =>
        l ? bringUp(mirror, d) : undefined,
      );
    },
    forget: () => void (db = undefined),
  };
}

/** One record is a draft that is done with; several are a job. */
export const isDeletion = (c: Commit): boolean => !c.moves && (c.remove?.length ?? 0) > 1;

/** @param numbered false: it is not counted, see `COMMIT_NO` @returns the number of the commit; null where something was not as expected */
export async function commitTo(db: IDBPDatabase, commit: Commit, numbered = true): Promise<number | null> {
  const { expect, set = {}, remove = [], counts = 0 } = commit;
  // Told as kept only once it is on the disk, not when the system has it: a killed browser has lost the difference.
  const tx = db.transaction(TABLE, 'readwrite', { durability: 'strict' });
  // What goes wrong with one request ends the transaction, and that is what is waited for.
  const done = tx.done;
  done.catch(() => undefined);
  const table = tx.store;
  if (expect) {
    const is = await Promise.all(
      [...expect.keys()].map(async (k) => ((await table.get(k)) as string | undefined) ?? null),
    );
    if ([...expect.values()].some((text, i) => text !== is[i])) {
      tx.abort();
      return null;
    }
  }
  const no = Number(((await table.get(COMMIT_NO)) as string | undefined) ?? 0) + 1;
  const changes = counts > 0 ? Number(((await table.get(CHANGES)) as string | undefined) ?? 0) + counts : 0;
  // Asked one by one without waiting, and not by promises: a large file is a quarter of a million. What is taken away makes the room.
  const raw = unwrap(table);
  try {
    for (const k of remove) raw.delete(k);
    for (const [k, v] of Object.entries(set)) raw.put(v, k);
    if (numbered) {
      raw.put(String(no), COMMIT_NO);
      if (changes > 0) raw.put(String(changes), CHANGES);
      if (isDeletion(commit)) raw.put(String(no), DELETED);
    }
  } catch (e) {
    // What was asked before would go through without the rest.
    tx.abort();
    throw e;
  }
  await done;
  return no;
}
