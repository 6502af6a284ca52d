import { cleanupOutdatedCaches, precacheAndRoute, type PrecacheEntry } from 'workbox-precaching';
import { registerRoute } from 'workbox-routing';
import { NetworkFirst } from 'workbox-strategies';

/**
 * Keeps the pages of the field (check-in, mound) and what pages are made of (scripts, styles, fonts) on the device, so that gate and mound work without a network. Of all that the
 * server answers nothing else is kept.
 */
declare const self: ServiceWorkerGlobalScope & { readonly __WB_MANIFEST: Array<PrecacheEntry | string> };

const PAGES = ['/check-in', '/mound'];
const KEPT_PAGE = 'check-in-page';
/** Where workers from before kept everything. */
const BEFORE = 'check-in-1';

precacheAndRoute(self.__WB_MANIFEST);
cleanupOutdatedCaches();

/** The page as the server has it now; without a network as it was last seen. */
const page = new NetworkFirst({
  cacheName: KEPT_PAGE,
  plugins: [
    {
      cacheKeyWillBeUsed: async ({ request }) => new URL(request.url).pathname,
      // A redirect leads to the sign-in: that is no page of the field.
      cacheWillUpdate: async ({ response }) => (response.ok && !response.redirected ? response : null),
    },
  ],
});
registerRoute(({ request, url }) => request.mode === 'navigate' && PAGES.includes(url.pathname), page);

self.addEventListener('install', () => void self.skipWaiting());
self.addEventListener('activate', (event) => {
  const keep = async (): Promise<void> => {
    await self.clients.claim();
    await caches.delete(BEFORE);
    // The page was loaded before this worker was there.
    for (const path of PAGES) await page.handle({ event, request: new Request(path, { credentials: 'same-origin' }) });
  };
  event.waitUntil(keep().catch(() => undefined));
});
// Whoever signs in or out is somebody else: the page with its names goes.
self.addEventListener('fetch', (event) => {
  const { pathname } = new URL(event.request.url);
  if (pathname === '/sign-in' || pathname === '/api/sign-out') event.waitUntil(caches.delete(KEPT_PAGE));
});
