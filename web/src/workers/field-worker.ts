import { matchPrecache, precacheAndRoute, cleanupOutdatedCaches, type PrecacheEntry } from 'workbox-precaching';
import { registerRoute, setCatchHandler } from 'workbox-routing';
import { CacheFirst, NetworkFirst } from 'workbox-strategies';

/**
 * Keeps the pages of the field (check-in, mound, day plan, the cards of the campers) and what pages are made of (scripts, styles, fonts) on the device, so that the field works without a network. Of all
 * that the server answers nothing else is kept.
 */
declare const self: ServiceWorkerGlobalScope & { readonly __WB_MANIFEST: Array<PrecacheEntry | string> };

const PAGES = ['/check-in', '/mound', '/day-plan'];
const CARD = /^\/campers\/\d+\/card$/;
const KEPT_PAGES = 'field-pages';
const STAND_IN = '/api/stand-in-film';
/** Where workers from before kept theirs. */
const BEFORE = ['check-in-1', 'check-in-page'];
/** A page that does not come within so many seconds is shown as it was last seen: at the edge of a network nobody waits. */
const PATIENCE = 5;
/** The build lists a page without its ending. */
const NO_NETWORK = '/without-network';
/** A kept card is fetched anew after so long, in milliseconds. */
const CARD_AGE = 3_600_000;

// Whoever signs in or out is somebody else, and another camp has other names: the pages with them go. It stands before the routes: a listener that answers keeps the request from those behind it.
self.addEventListener('fetch', (event) => {
  const { pathname } = new URL(event.request.url);
  if (['/sign-in', '/api/sign-out', '/api/camp-at-work'].includes(pathname)) event.waitUntil(caches.delete(KEPT_PAGES));
});
precacheAndRoute(self.__WB_MANIFEST);
cleanupOutdatedCaches();

/** The page as the server has it now; without a network as it was last seen. */
const page = new NetworkFirst({
  cacheName: KEPT_PAGES,
  networkTimeoutSeconds: PATIENCE,
  plugins: [
    {
      cacheKeyWillBeUsed: async ({ request }) => new URL(request.url).pathname,
      // A redirect leads to the sign-in: that is no page of the field.
      cacheWillUpdate: async ({ response }) => (response.ok && !response.redirected ? response : null),
    },
  ],
});
const isKept = ({ pathname, search }: URL): boolean => (PAGES.includes(pathname) ? search === '' : CARD.test(pathname));
registerRoute(({ request, url }) => request.mode === 'navigate' && isKept(url), page);
registerRoute(({ url }) => url.pathname === STAND_IN, new CacheFirst({ cacheName: KEPT_PAGES }));
// Any other page asks for the server; without one it is said which pages do not.
registerRoute(
  ({ request }) => request.mode === 'navigate',
  ({ request }) => fetch(request),
);
setCatchHandler(
  async ({ request }) =>
    (request instanceof Request && request.mode === 'navigate' ? await matchPrecache(NO_NETWORK) : undefined) ?? Response.error(),
);

const asked = (path: string): Request => new Request(path, { credentials: 'same-origin' });

self.addEventListener('install', () => void self.skipWaiting());
self.addEventListener('activate', (event) => {
  const keep = async (): Promise<void> => {
    await self.clients.claim();
    for (const name of BEFORE) await caches.delete(name);
    // The page was loaded before this worker was there.
    for (const path of PAGES) await page.handle({ event, request: asked(path) });
  };
  event.waitUntil(keep().catch(() => undefined));
});

/** A page of the field names the cards that it may be asked for: those that are not here, or old, are fetched one after the other. */
self.addEventListener('message', (event) => {
  const { cards, standIn } = (event.data ?? {}) as { cards?: readonly string[]; standIn?: boolean };
  const keep = async (): Promise<void> => {
    const kept = await caches.open(KEPT_PAGES);
    for (const path of cards ?? []) {
      if (!CARD.test(path)) continue;
      const old = await kept.match(path);
      if (old && Date.now() - Date.parse(old.headers.get('date') ?? '') < CARD_AGE) continue;
      const answer = await fetch(asked(path));
      if (answer.ok && !answer.redirected) await kept.put(path, answer);
    }
    if (standIn && !(await kept.match(STAND_IN))) await kept.add(STAND_IN);
  };
  event.waitUntil(keep().catch(() => undefined));
});
