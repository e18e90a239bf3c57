import { createAsyncStorage } from '@react-native-async-storage/async-storage';
import { problemKind, StorageProblem } from './storage';

/** Where pictures are kept, by the id of their photo: JPEG as base64. Beside the shop's own store: they are large, have no second copy, and are never read to show a list. */
export interface PictureStore {
  get(ids: readonly string[]): Promise<Record<string, string>>;
  put(pictures: Readonly<Record<string, string>>): Promise<void>;
  remove(ids: readonly string[]): Promise<void>;
  ids(): Promise<string[]>;
}

async function guarded<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (e) {
    throw new StorageProblem(problemKind(e), e);
  }
}

/** @param name of the shop's store */
export function openPictures(name: string): PictureStore {
  const s = createAsyncStorage(`${name}-pictures`);
  return {
    get: (ids) =>
      guarded(async () => {
        const found = ids.length === 0 ? {} : await s.getMany([...ids]);
        return Object.fromEntries(Object.entries(found).flatMap(([id, text]) => (text === null ? [] : [[id, text]])));
      }),
    put: (pictures) => guarded(() => s.setMany({ ...pictures })),
    remove: (ids) => guarded(() => s.removeMany([...ids])),
    ids: () => guarded(() => s.getAllKeys()),
  };
}

/** A store that lasts as long as the page. */
export function inMemory(): PictureStore {
  const kept = new Map<string, string>();
  return {
    get: (ids) =>
      Promise.resolve(
        Object.fromEntries(
          ids.flatMap((id) => {
            const text = kept.get(id);
            return text === undefined ? [] : [[id, text]];
          }),
        ),
      ),
    put: (pictures) => {
      for (const [id, text] of Object.entries(pictures)) kept.set(id, text);
      return Promise.resolve();
    },
    remove: (ids) => {
      for (const id of ids) kept.delete(id);
      return Promise.resolve();
    },
    ids: () => Promise.resolve([...kept.keys()]),
  };
}

/** On a page whose browser keeps nothing. */
export const memoryPictures = inMemory();
