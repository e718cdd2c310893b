/**
 * Lets a page that was open before be opened again while the shop's computer is out of reach. Script, style and fonts are
 * kept per build; pages are asked for over the net first and shown as last seen when nobody answers. Readings are none of
 * its business: they wait in the browser's database.
 */
/* global self, caches, fetch, importScripts */
// Gives self.RIDGE_BUILD = { build, files }.
importScripts('/api/offline');

const { build, files } = self.RIDGE_BUILD;
const FILES = `ridge-files-${build}`;
/** Script that is no part of a build: what takes sound from the microphone. */
const BESIDE = ['/take-sound.js'];
const PAGES = 'ridge-pages';
const PAGES_KEPT = 60;
/** Bad Wi-Fi more often hangs than fails. */
const PATIENCE_MS = 6000;
/** A page is not fetched again for keeping when it was kept this recently. */
const FRESH_MS = 60_000;
const keptAt = new Map();

async function keepPage(path, response) {
  const pages = await caches.open(PAGES);
  await pages.put(path, response);
  keptAt.set(path, Date.now());
  const all = await pages.keys();
  for (const old of all.slice(0, Math.max(0, all.length - PAGES_KEPT))) await pages.delete(old);
}

async function fetchAndKeep(path) {
  const response = await fetch(path, { credentials: 'same-origin', headers: { accept: 'text/html' } });
  // The door of who is not signed in is no page to come back to.
  const isPage = response.ok && !response.redirected;
  if (isPage) await keepPage(path, response);
  return isPage;
}

self.addEventListener('install', (event) => {
  event.waitUntil(
    (async () => {
      const cache = await caches.open(FILES);
      await cache.addAll([...files, ...BESIDE]);
      await self.skipWaiting();
    })(),
  );
});

self.addEventListener('activate', (event) => {
  event.waitUntil(
    (async () => {
      await self.clients.claim();
      // Whatever page was opened first, there is a floor to come back to.
      await fetchAndKeep('/').catch(() => {});
      const older = (await caches.keys()).filter((key) => key.startsWith('ridge-files-') && key !== FILES);
      if (older.length === 0) return;
      // A page of an older build needs that build's script: it is fetched anew, and only then the old script goes.
      const pages = await caches.open(PAGES);
      for (const request of await pages.keys()) {
        const fresh = await fetchAndKeep(new URL(request.url).pathname).catch(() => false);
        if (!fresh) await pages.delete(request);
      }
      await Promise.all(older.map((key) => caches.delete(key)));
    })(),
  );
});

self.addEventListener('message', (event) => {
  const path = event.data?.keep;
  if (typeof path !== 'string' || Date.now() - (keptAt.get(path) ?? 0) < FRESH_MS) return;
  keptAt.set(path, Date.now());
  event.waitUntil(fetchAndKeep(path).catch(() => keptAt.delete(path)));
});

self.addEventListener('fetch', (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== 'GET' || url.origin !== self.location.origin || url.pathname.startsWith('/api/')) return;
  if (url.pathname.startsWith('/_next/static/') || BESIDE.includes(url.pathname)) event.respondWith(keptFile(request));
  else if (request.mode === 'navigate') event.respondWith(pageOrKept(event, url.pathname));
});

async function keptFile(request) {
  const kept = await caches.match(request, { ignoreSearch: true });
  if (!kept) return fetch(request);
  // A kept answer carries the address it was kept under; the reckoning worker reads its settings from the one it was asked by.
  return new Response(kept.body, { status: kept.status, headers: kept.headers });
}

async function pageOrKept(event, path) {
  const pages = await caches.open(PAGES);
  const kept = await pages.match(path);
  try {
    const asked = fetch(event.request);
    const response = await (kept ? Promise.race([asked, refuseAfter(PATIENCE_MS)]) : asked);
    if (response.ok && !response.redirected) event.waitUntil(keepPage(path, response.clone()).catch(() => {}));
    return response;
  } catch {
    return kept ?? new Response(NOT_SEEN, { status: 503, headers: { 'content-type': 'text/html; charset=utf-8' } });
  }
}

const refuseAfter = (ms) =>
  new Promise((_, reject) => {
    setTimeout(() => reject(new Error('no answer')), ms);
  });

const NOT_SEEN = `<!doctype html><html lang="en"><head><title>Out of reach · Ridge Bolt</title>
<meta name="viewport" content="width=device-width, initial-scale=1"><style>
:root{color-scheme:light dark}body{font:106.25%/1.4 system-ui,sans-serif;margin:0;padding:2rem;
background:light-dark(#dcdfd5,#101512);color:light-dark(#18201b,#eaf0e6)}main{max-width:36rem;margin:auto}
a{display:inline-flex;min-height:48px;align-items:center;padding:0 1rem;font-weight:700;text-decoration:none;
background:light-dark(#22423b,#9fcfbd);color:light-dark(#f3f6ec,#0d1a15)}</style></head><body><main>
<h1>The shop's computer is out of reach</h1>
<p>This page was not opened on this device before, so there is nothing to show from it. What was recorded here is kept and
will be sent.</p><p><a href="">Try again</a> &nbsp; <a href="/">The floor, as last seen</a></p></main></body></html>`;
