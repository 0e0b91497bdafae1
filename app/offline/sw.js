/**
 * The service worker: after one visit the program needs no server. All its files lie in one cache, by address and revision; the page as it
 * looks before anything is known (`/shell`) opens every address. A new version fetches what it lacks and waits until somebody takes it up;
 * the files of the version before stay, so that a window that is still open never misses one.
 */
const CACHE = "inch-hollow-files";
const LISTS = "/kept-lists";
/** Every file with its revision; those named by their content have none. The build puts the list in. */
const FILES = self.__WB_MANIFEST;
const keyOf = ({ url, revision }) => new URL(revision ? `${url}?revision=${revision}` : url, self.location.origin).href;
const keys = new Map(FILES.map((f) => [new URL(f.url, self.location.origin).pathname, keyOf(f)]));

const lists = async (cache) => (await cache.match(LISTS))?.json() ?? { now: [], before: [] };

self.addEventListener("install", (event) => {
  event.waitUntil(
    (async () => {
      const cache = await caches.open(CACHE);
      const there = new Set((await cache.keys()).map((r) => r.url));
      for (const file of FILES) {
        const key = keyOf(file);
        if (there.has(key)) continue;
        const answer = await fetch(file.url, { cache: "reload", credentials: "same-origin" });
        if (!answer.ok) throw new Error(`${file.url}: ${answer.status}`);
        await cache.put(key, answer);
      }
      // Nobody is at work in an older version: no need to wait.
      if (!self.registration.active) await self.skipWaiting();
    })(),
  );
});

self.addEventListener("activate", (event) => {
  event.waitUntil(
    (async () => {
      const cache = await caches.open(CACHE);
      const { now } = await lists(cache);
      const mine = [...keys.values()];
      const keep = new Set([...mine, ...now, new URL(LISTS, self.location.origin).href]);
      for (const request of await cache.keys()) if (!keep.has(request.url)) await cache.delete(request);
      await cache.put(LISTS, new Response(JSON.stringify({ now: mine, before: now })));
      await self.clients.claim();
    })(),
  );
});

self.addEventListener("message", (event) => {
  if (event.data === "take up") self.skipWaiting();
});

self.addEventListener("fetch", (event) => {
  const { request } = event;
  const url = new URL(request.url);
  if (request.method !== "GET" || url.origin !== self.location.origin) return;
  const wanted =
    request.mode === "navigate"
      ? keys.get("/shell")
      : (keys.get(url.pathname) ?? (url.pathname.startsWith("/assets/") ? url.href : undefined));
  if (!wanted) return;
  event.respondWith(
    caches
      .open(CACHE)
      .then((cache) => cache.match(wanted, { ignoreVary: true }))
      .then((kept) => kept ?? fetch(request)),
  );
});
