import { useMemo } from 'react';
import { useData } from './DataProvider';
import { storeName } from './mode';
import { memoryPictures, openPictures, type PictureStore } from './pictures';

const stores = new Map<string, PictureStore>();
function storeOf(name: string, isKept: boolean): PictureStore {
  if (!isKept) return memoryPictures;
  const known = stores.get(name) ?? openPictures(name);
  stores.set(name, known);
  return known;
}

/** The pictures of the shop that is shown. */
export function usePictures(): PictureStore {
  const { mode, isKept } = useData();
  return useMemo(() => storeOf(storeName(mode), isKept), [mode, isKept]);
}
