import { createAsyncStorage } from '@react-native-async-storage/async-storage';
import { openDB, unwrap, type IDBPDatabase } from 'idb';
import { keysOf } from '@/core/keysOf';
import { MOST_CHANGES, openMirror, type Mirror, type StoreChange } from './mirror';
import { withTimeout } from './withTimeout';

/** What is written at once. */
export interface Commit extends StoreChange {
  /** What these keys have to hold when it is written; null: nothing. Where one holds something else, nothing is written. */
  expect?: ReadonlyMap<string, string | null>;
}

/** The few calls that the repository needs. */
export interface KeyValue {
  getMany(keys: string[]): Promise<Record<string, string | null>>;
  /** Texts of all keys from one to another, both included, by key. */
  getRange(first: string, last: string): Promise<Map<string, string>>;
  getAllKeys(): Promise<string[]>;
  /** One transaction: looks, writes and takes away, all or none. @returns false where something was not as expected */
  commit(change: Commit): Promise<boolean>;
  /** Makes its second copy whole at once, where there is one; by itself that waits until the page has time. */
  bringUpCopy?(): Promise<void>;
}

/**
 * refused: the browser keeps nothing here. full: there is no room. closed: the store was closed under the page, as it is when somebody
 * deletes the site's data. broken: anything else.
 */
export type StorageProblemKind = 'refused' | 'full' | 'closed' | 'broken';

/** What is wrong, and what to do about it. */
export const STORAGE_WORDS: Record<StorageProblemKind, string> = {
  refused:
    'This browser keeps nothing for this site: private browsing, or its data is blocked. What you log stays on this page only. Save it as a file before you close the page.',
  full: 'There is no room left in this browser, so the last change was not saved. What was saved before is all there. Save the shop as a file, make room (delete a job, or other sites\u2019 data), then do it again.',
  closed:
    'The browser closed the store under this page, as it does when site data is deleted. Save what is shown as a file, then load the page again.',
  broken:
    'The store did not answer, so the last change was not saved. Save the shop as a file, then load the page again.',
};

/** Storage did not do what it was asked; nothing of that call was kept. */
export class StorageProblem extends Error {
  constructor(
    readonly kind: StorageProblemKind,
    cause: unknown,
  ) {
    super(STORAGE_WORDS[kind], { cause });
    this.name = 'StorageProblem';
  }
}

/**
 * The browser's own errors. A write that finds no room ends its transaction with QuotaExceededError, in Chrome with an empty message, and
 * AsyncStorage passes on only the message: an error that says nothing is that one.
 */
export function problemKind(e: unknown): StorageProblemKind {
  if (e instanceof StorageProblem) return e.kind;
  // One that came over from a worker is known by its words.
  const told = keysOf(STORAGE_WORDS).find((k) => e instanceof Error && e.message === STORAGE_WORDS[k]);
  if (told) return told;
  const { name = '', message = '' } = e instanceof Error || e instanceof DOMException ? e : { message: String(e) };
  const text = `${name} ${message}`;
  if (/quota|exceed|no space|disk|full/i.test(text)) return 'full';
  if (name === 'InvalidStateError' || /connection is clos|database is clos|is closing/i.test(text)) return 'closed';
  if (/security|denied|not allowed|insecure|indexedDB is not|undefined|a mutation operation was attempted/i.test(text))
    return 'refused';
  if (message === '' && /^(AsyncStorageError|AbortError)$/.test(name)) return 'full';
  return 'broken';
}

const guarded =
  <A extends unknown[], R>(f: (...args: A) => Promise<R>) =>
  async (...args: A): Promise<R> => {
    try {
      return await f(...args);
    } catch (e) {
      throw e instanceof StorageProblem ? e : new StorageProblem(problemKind(e), e);
    }
  };

/** Where AsyncStorage keeps what it is given: one table of texts by key. */
const TABLE = 'entries';
/** A database that does not open within this is held by something that does not let go, ms. */
const OPEN_MS = 8000;

/** The number of the last commit, among the records; it is the store's own, and no key of the shop's. */
const COMMIT_NO = ' commit';

/**
 * What was lost with a database that the browser threw away, out of its second copy. Two tabs do it once.
 * @returns how many records came back
 */
async function restoreFrom(mirror: Mirror, db: IDBPDatabase): Promise<number> {
  if ((await db.get(TABLE, COMMIT_NO)) !== undefined) return 0;
  const copy = await mirror.read();
  // A store of before there were copies has records and no number.
  if (!copy || copy.records.size === 0 || (await db.count(TABLE)) > 0) return 0;
  const tx = db.transaction(TABLE, 'readwrite', { durability: 'strict' });
  const done = tx.done;
  done.catch(() => undefined);
  if ((await tx.store.count()) === 0) {
    const raw = unwrap(tx.store);
    for (const [k, v] of copy.records) raw.put(v, k);
    raw.put(String(copy.no), COMMIT_NO);
  }
  await done;
  return copy.records.size;
}

const restored = new Map<string, number>();
/** How many records of a store came back out of its second copy on this page; 0 where it was whole. */
export const restoredRecords = (name: string): number => restored.get(name) ?? 0;

/** A copy that takes longer is made up for later, ms. */
const COPY_MS = 2000;
/** A copy that has gaps, or many commits on top of its base, is made anew when the page has nothing better to do, ms. */
const REBASE_AFTER_MS = 4000;

const PARCEL = 500;
/** What a copy takes for a sign, at most, and of the room that is left. */
const BYTES_A_SIGN = 2;
const ROOM_SHARE = 0.25;

/** Brings the second copy up to the store where it is behind. @param anew in any case: what was deleted is to be gone from it too */
async function bringUp(mirror: Mirror, db: IDBPDatabase, anew: boolean): Promise<void> {
  const no = Number((await db.get(TABLE, COMMIT_NO)) ?? 0);
  if (!anew && (await mirror.has(no))) return;
  // One transaction, so that it is the store of one moment; in parcels, so that the page is not held up.
  const { store } = db.transaction(TABLE);
  const at = (await store.get(COMMIT_NO)) as string | undefined;
  const records = new Map<string, string>();
  for (let after: IDBKeyRange | undefined; ;) {
    const keys = (await store.getAllKeys(after, PARCEL)) as string[];
    const texts = (await store.getAll(after, PARCEL)) as string[];
    for (const [i, k] of keys.entries()) if (k !== COMMIT_NO) records.set(k, texts[i] ?? '');
    const last = keys[keys.length - 1];
    if (last === undefined || keys.length < PARCEL) break;
    after = IDBKeyRange.lowerBound(last, true);
  }
  // There is none where it would take the room that the store itself may need.
  const { quota = Infinity, usage = 0 } = (await navigator.storage?.estimate?.()) ?? {};
  let signs = 0;
  for (const [k, v] of records) signs += k.length + v.length;
  if (signs * BYTES_A_SIGN > (quota - usage) * ROOM_SHARE) return;
  await mirror.rebase(Number(at ?? 0), records);
}

/** AsyncStorage's database by its name: it has no call that looks and writes in one transaction. */
function database(name: string, mirror: Mirror | null) {
  let db: Promise<IDBPDatabase> | undefined;
  let bringing: ReturnType<typeof setTimeout> | undefined;
  let hasDeleted = false;
  const opened = async (): Promise<IDBPDatabase> => {
    const d = await openDB(name, 1, {
      upgrade: (x) => void (x.objectStoreNames.contains(TABLE) || x.createObjectStore(TABLE)),
      terminated: () => (db = undefined),
    });
    // A copy that cannot be read must not keep the shop from being shown.
    const back = mirror ? await restoreFrom(mirror, d).catch(() => 0) : 0;
    if (back > 0) restored.set(name, back);
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
    /** What was deleted goes from the second copy as well. */
    forgetDeleted(): void {
      hasDeleted = true;
      this.lookAtCopy();
    },
    async bringUpCopy(): Promise<void> {
      if (!mirror) return;
      const d = await this.get();
      const anew = hasDeleted;
      hasDeleted = false;
      if (typeof navigator === 'undefined' || !navigator.locks) return bringUp(mirror, d, anew);
      // One tab of all does it.
      await navigator.locks.request(`mirror/${name}`, { ifAvailable: true }, (l) =>
        l ? bringUp(mirror, d, anew) : undefined,
      );
    },
    forget: () => void (db = undefined),
  };
}

/** @param numbered false: it is not counted, see `COMMIT_NO` @returns the number of the commit; null where something was not as expected */
async function commitTo(
  db: IDBPDatabase,
  { expect, set = {}, remove = [] }: Commit,
  numbered = true,
): Promise<number | null> {
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
  // Asked one by one without waiting, and not by promises: a large file is a quarter of a million. What is taken away makes the room.
  const raw = unwrap(table);
  try {
    for (const k of remove) raw.delete(k);
    for (const [k, v] of Object.entries(set)) raw.put(v, k);
    if (numbered) raw.put(String(no), COMMIT_NO);
  } catch (e) {
    // What was asked before would go through without the rest.
    tx.abort();
    throw e;
  }
  await done;
  return no;
}

/** Opens a store by name. Every failure comes out as a {@link StorageProblem}. */
export function openStorage(name: string): KeyValue {
  const s = createAsyncStorage(name);
  const mirror = openMirror(name);
  const db = database(name, mirror);
  // What a killed browser left out of the copy is put right at the start.
  db.lookAtCopy();
  /** AsyncStorage holds on to a connection that was closed under the page; a new one reads all the same. */
  const reading = async <T>(read: () => Promise<T>, again: (d: IDBPDatabase) => Promise<T>): Promise<T> => {
    try {
      // What was lost is brought back before anything is read.
      await db.get();
      return await withTimeout(OPEN_MS * 2, read(), 'The database does not answer');
    } catch (e) {
      if (problemKind(e) !== 'closed') throw e;
      return again(await db.get());
    }
  };
  return {
    bringUpCopy: guarded(() => db.bringUpCopy()),
    getMany: guarded((keys) =>
      reading(
        () => s.getMany(keys),
        async (d) => {
          const { store } = d.transaction(TABLE);
          const texts = await Promise.all(keys.map((k) => store.get(k) as Promise<string | undefined>));
          return Object.fromEntries(keys.map((k, i) => [k, texts[i] ?? null]));
        },
      ),
    ),
    getRange: guarded(async (first, last) => {
      const range = IDBKeyRange.bound(first, last);
      const read = async () => {
        const { store } = (await db.get()).transaction(TABLE);
        const [keys, texts] = await Promise.all([store.getAllKeys(range), store.getAll(range)]);
        return new Map(keys.map((k, i) => [k as string, texts[i] as string]));
      };
      try {
        return await read();
      } catch (e) {
        if (problemKind(e) !== 'closed') throw e;
        db.forget();
        return read();
      }
    }),
    getAllKeys: guarded(() =>
      reading(
        async () => (await s.getAllKeys()).filter((k) => k !== COMMIT_NO),
        async (d) => ((await d.getAllKeys(TABLE)) as string[]).filter((k) => k !== COMMIT_NO),
      ),
    ),
    commit: guarded(async (change) => {
      const open = await db.get();
      let no: number | null;
      try {
        no = await commitTo(open, change);
      } catch (e) {
        const kind = problemKind(e);
        // The copy gives way to what it is a copy of.
        // What only takes away takes no room for its number either.
        const isRemoval = kind === 'full' && Object.keys(change.set ?? {}).length === 0;
        if (kind === 'full' && mirror) await mirror.drop().catch(() => undefined);
        else if (kind === 'closed') db.forget();
        else if (!isRemoval) throw e;
        no = await commitTo(await db.get(), change, !isRemoval);
      }
      if (no === null) return false;
      // Told as kept once both have it. A copy that fails, for want of room, is made up for later.
      if (mirror) {
        await withTimeout(COPY_MS, mirror.add(no, change), 'The copy is not written').catch(() => undefined);
        // One record is a draft that is done with; several are a job.
        if ((change.remove?.length ?? 0) > 1) db.forgetDeleted();
        else if (no % MOST_CHANGES === 0) db.lookAtCopy();
      }
      return true;
    }),
  };
}

/** A store that lives as long as the page: used where the browser refuses, and in tests. */
export function memoryStorage(start: Record<string, string> = {}): KeyValue {
  const map = new Map(Object.entries(start));
  return {
    getMany: (keys) => Promise.resolve(Object.fromEntries(keys.map((k) => [k, map.get(k) ?? null]))),
    getRange: (first, last) => Promise.resolve(new Map([...map].filter(([k]) => k >= first && k <= last).sort())),
    getAllKeys: () => Promise.resolve([...map.keys()]),
    commit: ({ expect, set = {}, remove = [] }) => {
      for (const [k, text] of expect ?? []) if ((map.get(k) ?? null) !== text) return Promise.resolve(false);
      for (const k of remove) map.delete(k);
      for (const [k, v] of Object.entries(set)) map.set(k, v);
      return Promise.resolve(true);
    },
  };
}
