import {
  cleanupOutdatedCaches,
  createHandlerBoundToURL,
  precacheAndRoute,
  type PrecacheEntry,
} from 'workbox-precaching';
import { NavigationRoute, registerRoute } from 'workbox-routing';
import { SHARED_CACHE, SHARED_FILE } from './shared';

/** The part of a service worker that is used here: its types and those of a page do not go together. */
interface ServiceWorker {
  __WB_MANIFEST: (string | PrecacheEntry)[];
  addEventListener(type: 'message', hear: (e: { data?: { type?: string } }) => void): void;
  addEventListener(
    type: 'fetch',
    hear: (e: { request: Request; respondWith(r: Promise<Response>): void }) => void,
  ): void;
  skipWaiting(): Promise<void>;
}
declare const self: ServiceWorker;

/**
 * The app without a network: every file of one build, fetched together before any of it is used, so that there is never half of a new one. A new
 * build waits until somebody says to load it.
 */
precacheAndRoute(self.__WB_MANIFEST);
cleanupOutdatedCaches();
registerRoute(
  new NavigationRoute(createHandlerBoundToURL('/index.html'), { denylist: [/^\/bench/, /^\/shared/, /\.[a-z0-9]+$/i] }),
);

self.addEventListener('message', (e) => {
  if (e.data?.type === 'SKIP_WAITING') void self.skipWaiting();
});

/** A file that another app shares with this one is kept until the Shop page has read it. */
self.addEventListener('fetch', (e) => {
  if (e.request.method !== 'POST' || new URL(e.request.url).pathname !== '/shared') return;
  e.respondWith(
    (async () => {
      const form = (await e.request.formData()) as unknown as { get(name: string): unknown };
      const file = form.get('file');
      if (file instanceof File) {
        const cache = await caches.open(SHARED_CACHE);
        await cache.put(SHARED_FILE, new Response(file, { headers: { 'x-name': encodeURIComponent(file.name) } }));
      }
      return Response.redirect('/shop?shared', 303);
    })(),
  );
});
