import { createAsyncStorage } from '@react-native-async-storage/async-storage';

/** The few calls that the repository needs; `setMany` is one transaction. */
export interface KeyValue {
  getMany(keys: string[]): Promise<Record<string, string | null>>;
  setMany(entries: Record<string, string>): Promise<void>;
  removeMany(keys: string[]): Promise<void>;
  getAllKeys(): Promise<string[]>;
}

export type StorageProblemKind = 'refused' | 'full' | 'broken';

/** Storage did not do what it was asked; nothing of that call was kept. */
export class StorageProblem extends Error {
  constructor(
    readonly kind: StorageProblemKind,
    cause: unknown,
  ) {
    super(cause instanceof Error ? cause.message : String(cause));
    this.name = 'StorageProblem';
  }
}

export const STORAGE_WORDS: Record<StorageProblemKind, string> = {
  refused: 'This browser refuses to store data. Export the job before you close the page.',
  full: 'Storage is full, so that was not saved. Export the job, make room, then log it again.',
  broken: 'Storage did not answer, so that was not saved. Export the job, then load the page again.',
};

function problem(e: unknown): StorageProblem {
  const text = e instanceof Error ? `${e.name} ${e.message}` : String(e);
  if (/quota|exceed|no space|disk|full/i.test(text)) return new StorageProblem('full', e);
  if (/security|denied|not allowed|insecure|indexedDB is not|undefined/i.test(text))
    return new StorageProblem('refused', e);
  return new StorageProblem('broken', e);
}

const guarded =
  <A extends unknown[], R>(f: (...args: A) => Promise<R>) =>
  async (...args: A): Promise<R> => {
    try {
      return await f(...args);
    } catch (e) {
      throw problem(e);
    }
  };

/** Opens a store by name. Every failure comes out as a {@link StorageProblem}. */
export function openStorage(name: string): KeyValue {
  const s = createAsyncStorage(name);
  return {
    getMany: guarded(s.getMany),
    setMany: guarded(s.setMany),
    removeMany: guarded(s.removeMany),
    getAllKeys: guarded(s.getAllKeys),
  };
}

/** A store that lives as long as the page: used where the browser refuses, and in tests. */
export function memoryStorage(start: Record<string, string> = {}): KeyValue {
  const map = new Map(Object.entries(start));
  return {
    getMany: (keys) => Promise.resolve(Object.fromEntries(keys.map((k) => [k, map.get(k) ?? null]))),
    setMany: (entries) => {
      for (const [k, v] of Object.entries(entries)) map.set(k, v);
      return Promise.resolve();
    },
    removeMany: (keys) => {
      keys.forEach((k) => map.delete(k));
      return Promise.resolve();
    },
    getAllKeys: () => Promise.resolve([...map.keys()]),
  };
}
