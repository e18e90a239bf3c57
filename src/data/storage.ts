import { createAsyncStorage } from '@react-native-async-storage/async-storage';
import { openDB, unwrap, type IDBPDatabase } from 'idb';
import { keysOf } from '@/core/keysOf';
import { within } from './within';

/** What is written at once. */
export interface Commit {
  /** What these keys have to hold when it is written; null: nothing. Where one holds something else, nothing is written. */
  expect?: ReadonlyMap<string, string | null>;
  set?: Readonly<Record<string, string>>;
  remove?: readonly string[];
}

/** The few calls that the repository needs. */
export interface KeyValue {
  getMany(keys: string[]): Promise<Record<string, string | null>>;
  /** Texts of all keys from one to another, both included, by key. */
  getRange(first: string, last: string): Promise<Map<string, string>>;
  getAllKeys(): Promise<string[]>;
  /** One transaction: looks, writes and takes away, all or none. @returns false where something was not as expected */
  commit(change: Commit): Promise<boolean>;
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

/** AsyncStorage's database by its name: it has no call that looks and writes in one transaction. */
function database(name: string) {
  let db: Promise<IDBPDatabase> | undefined;
  return {
    get(): Promise<IDBPDatabase> {
      db ??= within(
        OPEN_MS,
        openDB(name, 1, {
          upgrade: (d) => void (d.objectStoreNames.contains(TABLE) || d.createObjectStore(TABLE)),
          terminated: () => (db = undefined),
        }),
        'The database does not open',
      );
      db.catch(() => (db = undefined));
      return db;
    },
    forget: () => void (db = undefined),
  };
}

async function commitTo(db: IDBPDatabase, { expect, set = {}, remove = [] }: Commit): Promise<boolean> {
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
      return false;
    }
  }
  // Asked one by one without waiting, and not by promises: a large file is a quarter of a million. What is taken away makes the room.
  const raw = unwrap(table);
  try {
    for (const k of remove) raw.delete(k);
    for (const [k, v] of Object.entries(set)) raw.put(v, k);
  } catch (e) {
    // What was asked before would go through without the rest.
    tx.abort();
    throw e;
  }
  await done;
  return true;
}

/** Opens a store by name. Every failure comes out as a {@link StorageProblem}. */
export function openStorage(name: string): KeyValue {
  const s = createAsyncStorage(name);
  const db = database(name);
  /** AsyncStorage holds on to a connection that was closed under the page; a new one reads all the same. */
  const reading = async <T>(read: () => Promise<T>, again: (d: IDBPDatabase) => Promise<T>): Promise<T> => {
    try {
      return await within(OPEN_MS * 2, read(), 'The database does not answer');
    } catch (e) {
      if (problemKind(e) !== 'closed') throw e;
      return again(await db.get());
    }
  };
  return {
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
        () => s.getAllKeys(),
        async (d) => (await d.getAllKeys(TABLE)) as string[],
      ),
    ),
    commit: guarded(async (change) => {
      const open = await db.get();
      try {
        return await commitTo(open, change);
      } catch (e) {
        if (problemKind(e) !== 'closed') throw e;
        db.forget();
        return commitTo(await db.get(), change);
      }
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
