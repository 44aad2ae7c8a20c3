// Answers the pages of a round that was taken along when there is no network, or the server does not answer.
import { CacheFirst, NetworkFirst } from "workbox-strategies";

const ROUND = "round", STATIC = "static";
const PATIENCE_S = 3;
const BUILT = /(?:href|src)="(\/static\/[^"]+)"|url\(([^)]+)\)/g;

// Only what was taken along is kept, and kept fresh while there is a network.
const known = {
  async cacheWillUpdate({ request, response }) {
    const cache = await caches.open(ROUND), is = await cache.match(request, { ignoreVary: true });
    return is && response.ok && !response.redirected ? response : null;
  },
};
const matchOptions = { ignoreVary: true };
const pages = new NetworkFirst({ cacheName: ROUND, networkTimeoutSeconds: PATIENCE_S, plugins: [known], matchOptions });
const built = new CacheFirst({ cacheName: STATIC, matchOptions });

self.addEventListener("install", () => { self.skipWaiting(); });
self.addEventListener("activate", (event) => { event.waitUntil(self.clients.claim()); });

self.addEventListener("fetch", (event) => {
  const { request } = event, url = new URL(request.url);
  if (request.method !== "GET" || url.origin !== self.location.origin) return;
  if (url.pathname.startsWith("/static/")) event.respondWith(built.handle(event));
  else if (request.mode === "navigate") event.respondWith(page(event));
});

async function page(event) {
  try {
    return (await pages.handle(event)) || away();
  } catch {
    return away();
  }
}
function away() {
  const words = "<!doctype html><html lang=en><meta charset=utf-8><meta name=viewport content='width=device-width'><title>No network</title><h1>There is no network</h1><p>This page was not taken along. Go back to your cards; what you tell there is kept.</p>";
  return new Response(words, { status: 503, headers: { "Content-Type": "text/html; charset=utf-8" } });
}

self.addEventListener("message", (event) => {
  if (event.data.take) event.waitUntil(take(event.data.take).then((missing) => event.ports[0].postMessage({ missing })));
});

// Takes pages along with all that they are built of.
async function take(urls) {
  const cache = await caches.open(ROUND), parts = new Set(), missing = [];
  for (const url of urls) {
    try {
      const answer = await fetch(url, { credentials: "same-origin", cache: "no-cache" });
      if (!answer.ok || answer.redirected) throw new Error(url);
      partsOf(await answer.clone().text(), url).forEach((part) => { parts.add(part); });
      await cache.put(url, answer);
    } catch {
      missing.push(url);
    }
  }
  return missing.concat(await takeParts([...parts]));
}
async function takeParts(urls) {
  const cache = await caches.open(STATIC), missing = [];
  for (let k = 0; k < urls.length; k += 1) { // grows: styles name their fonts
    if (await cache.match(urls[k], matchOptions)) continue;
    try {
      const answer = await fetch(urls[k]);
      if (!answer.ok) throw new Error(urls[k]);
      if (urls[k].endsWith(".css")) partsOf(await answer.clone().text(), urls[k]).forEach((part) => { if (!urls.includes(part)) urls.push(part); });
      await cache.put(urls[k], answer);
    } catch {
      missing.push(urls[k]);
    }
  }
  return missing;
}
function partsOf(text, from) {
  const found = [...text.matchAll(BUILT)].map((m) => m[1] || m[2].replace(/["']/g, "")).filter((part) => !part.startsWith("data:") && !part.startsWith("#"));
  return found.map((part) => new URL(part, new URL(from, self.location.origin)).pathname);
}
