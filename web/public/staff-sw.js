// The staff pages open without a signal: the page and what it is made of are kept. No figures are: they are asked for.
const kept = "staff-1";
const page = "/staff";

self.addEventListener("install", (event) => {
  event.waitUntil(
    caches
      .open(kept)
      .then((cache) => cache.addAll([page, "/wheel.svg"]))
      .then(() => self.skipWaiting()),
  );
});
self.addEventListener("activate", (event) => {
  event.waitUntil(
    caches
      .keys()
      .then((names) => Promise.all(names.filter((name) => name !== kept).map((name) => caches.delete(name))))
      .then(() => self.clients.claim()),
  );
});

/** What came is kept for the next time without a signal. */
async function fetched(request, as) {
  const response = await fetch(request);
  if (response.ok) await (await caches.open(kept)).put(as, response.clone());
  return response;
}

self.addEventListener("fetch", (event) => {
  const { request } = event;
  const { origin, pathname } = new URL(request.url);
  if (request.method !== "GET" || origin !== self.location.origin || pathname.startsWith("/api/")) return;
  // The page is asked for anew where that can be; its parts have their content in their names, and never change.
  if (request.mode === "navigate")
    event.respondWith(fetched(request, page).catch(async () => (await caches.match(page)) ?? Response.error()));
  else if (pathname.startsWith("/assets/"))
    event.respondWith(caches.match(request).then((found) => found ?? fetched(request, request)));
});
