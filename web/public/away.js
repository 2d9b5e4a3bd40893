// While the server is away the page opens all the same: its scripts and styles are kept, its answers never are.
const KEPT = "cindo-page";

self.addEventListener("install", () => self.skipWaiting());
self.addEventListener("activate", (e) => e.waitUntil(self.clients.claim()));

self.addEventListener("fetch", (e) => {
  const { pathname, origin } = new URL(e.request.url);
  if (e.request.method !== "GET" || origin !== self.location.origin || pathname.startsWith("/api"))
    return;
  const page = e.request.mode === "navigate";
  // One page for all addresses.
  const key = page ? "/" : e.request;
  e.respondWith(
    caches.open(KEPT).then(async (kept) => {
      // A name with its own fingerprint never changes.
      const known = pathname.startsWith("/assets/") && (await kept.match(key));
      if (known) return known;
      try {
        const answer = await fetch(e.request);
        if (answer.ok) {
          await kept.put(key, answer.clone());
          if (page) await forget(kept, await answer.clone().text());
        }
        return answer;
      } catch (cause) {
        const old = await kept.match(key);
        if (old) return old;
        throw cause;
      }
    }),
  );
});

/** Another build has other names: those of the last one go. The entry names the rest only by and by, so a few builds stay. */
async function forget(kept, html) {
  const names = await kept.keys();
  const entry = /assets\/index-[^"]+\.js/.exec(html)?.[0];
  if (names.length < 200 || !entry) return;
  await Promise.all(
    names.filter((one) => !html.includes(new URL(one.url).pathname)).map((one) => kept.delete(one)),
  );
}
