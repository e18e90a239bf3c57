/** Where the service worker leaves a file that another app shared. */
export const SHARED_CACHE = 'stratocoat-shared';
export const SHARED_FILE = '/shared-file';

/** The file that was shared, once; null where there is none. */
export async function takeShared(): Promise<File | null> {
  if (typeof caches === 'undefined') return null;
  const cache = await caches.open(SHARED_CACHE);
  const found = await cache.match(SHARED_FILE);
  if (!found) return null;
  await cache.delete(SHARED_FILE);
  return new File([await found.blob()], decodeURIComponent(found.headers.get('x-name') ?? 'file'));
}
