/** Keeps the check-in page, its scripts and its fonts on the device, so that the gate works without a network. Nothing else is kept. */
const KEPT = 'check-in-1';

self.addEventListener('install', (event) => event.waitUntil(self.skipWaiting()));
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim().then(keepPage)));
self.addEventListener('fetch', (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== 'GET' || url.origin !== self.location.origin) return;
  if (request.mode === 'navigate' && url.pathname === '/check-in') event.respondWith(freshOrKept(request));
  else if (url.pathname.startsWith('/_astro/') || ['/chalk.svg', '/sun.js'].includes(url.pathname)) event.respondWith(keptOrFresh(request));
  else if (url.pathname === '/sign-in' || url.pathname === '/api/sign-out') event.waitUntil(caches.delete(KEPT));
});

/** The page as the server has it now; without a network as it was last seen. */
async function freshOrKept(request) {
  const cache = await caches.open(KEPT);
  try {
    const answer = await fetch(request);
    // A redirect leads to the sign-in: that is no check-in page.
    if (answer.ok && !answer.redirected) await cache.put('/check-in', answer.clone());
    return answer;
  } catch {
    return (await cache.match('/check-in')) ?? Response.error();
  }
}

/** Files whose name changes with their content. */
async function keptOrFresh(request) {
  const cache = await caches.open(KEPT);
  const kept = await cache.match(request);
  if (kept) return kept;
  const answer = await fetch(request);
  if (answer.ok) await cache.put(request, answer.clone());
  return answer;
}

/** The page was loaded before this worker was there: fetch it, and what it names, once. */
async function keepPage() {
  const cache = await caches.open(KEPT);
  const answer = await fetch('/check-in', { credentials: 'same-origin' });
  if (!answer.ok || answer.redirected) return;
  const text = await answer.clone().text();
  await cache.put('/check-in', answer);
  const named = new Set(text.match(/\/_astro\/[^"' )]+/g) ?? []);
  named.add('/sun.js');
  const seen = new Set();
  for (const path of named) await keepWithImports(cache, path, seen);
}

/** A script with the scripts, styles and fonts that it names in turn. */
async function keepWithImports(cache, path, seen) {
  if (seen.has(path)) return;
  seen.add(path);
  const answer = (await cache.match(path)) ?? (await fetch(path));
  if (!answer.ok) return;
  await cache.put(path, answer.clone());
  if (!/\.(js|css)$/.test(path)) return;
  const text = await answer.text();
  for (const name of text.match(/[\w.-]+\.(?:js|woff2)\b/g) ?? []) if (!name.startsWith('.')) await keepWithImports(cache, `/_astro/${name}`, seen).catch(() => undefined);
}
