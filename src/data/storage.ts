import type { IDBPDatabase } from 'idb';
import { createAsyncStorage } from '@react-native-async-storage/async-storage';
import { keysOf } from '@/core/keysOf';
import { CHANGES, commitTo, database, isDeletion, isOwn, OPEN_MS, tableOf, type Commit } from './database';
import { lastCommit, noteCommit } from './lastCommit';
import { MOST_CHANGES, openMirror } from './mirror';
import { withTimeout } from './withTimeout';

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

/** A copy that takes longer is made up for later, ms. */
const COPY_MS = 2000;

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
  const read = (keys: string[]): Promise<Record<string, string | null>> =>
    reading(
      () => s.getMany(keys),
      async (d) => {
        const store = tableOf(d);
        const texts = await Promise.all(keys.map((k) => store.get(k) as Promise<string | undefined>));
        return Object.fromEntries(keys.map((k, i) => [k, texts[i] ?? null]));
      },
    );
  /** What is asked for at one moment, as all jobs of a shop are when it is opened, is read in one transaction. */
  let together: { keys: Set<string>; found: Promise<Record<string, string | null>> } | undefined;
  const readTogether = (keys: string[]): Promise<Record<string, string | null>> => {
    if (!together) {
      const asked = new Set<string>();
      const found = Promise.resolve().then(() => {
        together = undefined;
        return read([...asked]);
      });
      together = { keys: asked, found };
    }
    for (const k of keys) together.keys.add(k);
    return together.found.then((all) => Object.fromEntries(keys.map((k) => [k, all[k] ?? null])));
  };
  return {
    bringUpCopy: guarded(() => db.bringUpCopy()),
    getMany: guarded(readTogether),
    getRange: guarded(async (first, last) => {
      const range = IDBKeyRange.bound(first, last);
      const read = async () => {
        const store = tableOf(await db.get());
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
        async () => (await s.getAllKeys()).filter((k) => !isOwn(k)),
        async (d) => ((await tableOf(d).getAllKeys()) as string[]).filter((k) => !isOwn(k)),
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
      const before = lastCommit(name);
      noteCommit(name, no, [...Object.keys(change.set ?? {}), ...(change.remove ?? [])]);
      // Told as kept once both have it. A copy that fails, for want of room, is made up for later.
      if (mirror) {
        const copied = mirror.add(no, change, before?.no === no - 1 ? before.keys : undefined);
        await withTimeout(COPY_MS, copied, 'The copy is not written').catch(() => undefined);
        if (isDeletion(change) || no % MOST_CHANGES === 0) db.lookAtCopy();
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
    getAllKeys: () => Promise.resolve([...map.keys()].filter((k) => !isOwn(k))),
    commit: ({ expect, set = {}, remove = [], counts = 0 }) => {
      for (const [k, text] of expect ?? []) if ((map.get(k) ?? null) !== text) return Promise.resolve(false);
      for (const k of remove) map.delete(k);
      for (const [k, v] of Object.entries(set)) map.set(k, v);
      if (counts > 0) map.set(CHANGES, String(Number(map.get(CHANGES) ?? 0) + counts));
      return Promise.resolve(true);
    },
  };
}
