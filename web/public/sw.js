// Keeps the program's own pages, scripts and fonts on this device, so that a page opens without a connection.
// Answers of the API are not touched here: the pages keep what they need (src/api/kept.ts).
const SHELF = "jovek-1";

self.addEventListener("install", () => self.skipWaiting());
self.addEventListener("activate", (event) => event.waitUntil(self.clients.claim()));

// The page was open before this script: it tells which files it stands on. Those of an older program go.
self.addEventListener("message", (event) => event.waitUntil(keepOnly(event.data)));

async function keepOnly(paths) {
  const shelf = await caches.open(SHELF);
  await Promise.all(paths.map((path) => keptOrFresh(new Request(path)).catch(() => undefined)));
  for (const request of await shelf.keys()) {
    const { pathname } = new URL(request.url);
    if (pathname.startsWith("/assets/") && !paths.includes(pathname)) await shelf.delete(request);
  }
  await freshOrKept(new Request("/"), "/").catch(() => undefined);
}

/** From the network, kept on the way; from the shelf where there is no network. */
async function freshOrKept(request, name) {
  const shelf = await caches.open(SHELF);
  try {
    const answer = await fetch(request);
    if (answer.ok) await shelf.put(name, answer.clone());
    return answer;
  } catch (error) {
    const kept = await shelf.match(name);
    if (kept) return kept;
    throw error;
  }
}

/** Names under /assets/ carry a hash of what they hold: once kept, always right. */
async function keptOrFresh(request) {
  const shelf = await caches.open(SHELF);
  const kept = await shelf.match(request);
  return kept ?? freshOrKept(request, request);
}

self.addEventListener("fetch", (event) => {
  const { request } = event;
  const { origin, pathname } = new URL(request.url);
  if (request.method !== "GET" || origin !== self.location.origin) return;
  // The owner's page is none of the app: read by a link that may be taken back.
  if (pathname.startsWith("/api/") || pathname.startsWith("/owner/")) return;
  if (request.mode === "navigate") event.respondWith(freshOrKept(request, "/"));
  else if (pathname.startsWith("/assets/")) event.respondWith(keptOrFresh(request));
});
