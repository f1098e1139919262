/*
 * Keeps the page and what was seen last, so that a phone that is out of reach shows both and says so. What the server answers always comes
 * first; nothing is ever sent from here, and signing out clears all of it.
 */

type Extended = { waitUntil(done: Promise<unknown>): void };
type Asked = Extended & { request: Request; clientId: string; respondWith(answer: Promise<Response>): void };
type Here = {
  addEventListener(kind: "install" | "activate", act: (event: Extended) => void): void;
  addEventListener(kind: "fetch", act: (event: Asked) => void): void;
  skipWaiting(): Promise<void>;
  clients: { claim(): Promise<void>; get(id: string): Promise<{ postMessage(told: unknown): void } | undefined> };
};
const here = self as unknown as Here;

const PARTS = "up-front-parts-1"; // of the page: their names change with what is in them
const SEEN = "up-front-seen-1";
const MOST_PARTS = 250;
const MOST_SEEN = 150;
const SEEN_AT = "up-front-seen-at";
/** What is shown when there is nothing else: no files, no letters' sources, no stream. */
const SHOWN =
  /^\/api\/(?:status|front|held|day|clock|today|awaited|vocabulary|rules|views(?:\/\d+(?:\/messages)?)?|messages\/\d+|view-names)$/;
const PART = /^\/(?:assets|sounds)\/|^\/[\w-]+\.(?:svg|png|webmanifest)$/;

async function trimmed(cache: Cache, most: number) {
  const all = await cache.keys();
  await Promise.all(all.slice(0, Math.max(0, all.length - most)).map((old) => cache.delete(old)));
}

async function keep(name: string, most: number, request: Request | string, answer: Response) {
  const cache = await caches.open(name);
  await cache.delete(request); // so that it is the newest
  await cache.put(request, answer);
  await trimmed(cache, most);
}

/** A part of the page never changes under its name. */
async function part(event: Asked): Promise<Response> {
  const kept = await caches.match(event.request);
  if (kept) return kept;
  const answer = await fetch(event.request);
  if (answer.ok) event.waitUntil(keep(PARTS, MOST_PARTS, event.request, answer.clone()));
  return answer;
}

async function page(event: Asked): Promise<Response> {
  try {
    const answer = await fetch(event.request);
    if (answer.ok) event.waitUntil(keep(PARTS, MOST_PARTS, "/", answer.clone()));
    return answer;
  } catch (fault) {
    const kept = await caches.match("/");
    if (kept) return kept;
    throw fault;
  }
}

function stamped(answer: Response): Response {
  const headers = new Headers(answer.headers);
  headers.set(SEEN_AT, new Date().toISOString());
  headers.delete("content-encoding"); // it is unpacked by now
  return new Response(answer.clone().body, { status: answer.status, headers });
}

async function shown(event: Asked): Promise<Response> {
  try {
    const answer = await fetch(event.request);
    if (answer.status === 401) event.waitUntil(caches.delete(SEEN));
    if (answer.ok) event.waitUntil(keep(SEEN, MOST_SEEN, event.request, stamped(answer)));
    return answer;
  } catch (fault) {
    const kept = await (await caches.open(SEEN)).match(event.request);
    if (!kept) throw fault;
    const client = await here.clients.get(event.clientId);
    client?.postMessage({ seenAt: kept.headers.get(SEEN_AT) });
    return kept;
  }
}

here.addEventListener("install", (event) => event.waitUntil(here.skipWaiting()));
here.addEventListener("activate", (event) =>
  event.waitUntil(
    caches
      .keys()
      .then((names) => Promise.all(names.filter((name) => name !== PARTS && name !== SEEN).map((name) => caches.delete(name))))
      .then(() => here.clients.claim()),
  ),
);
here.addEventListener("fetch", (event) => {
  const { request } = event;
  const { origin, pathname } = new URL(request.url);
  if (request.method !== "GET" || origin !== location.origin) return;
  if (request.mode === "navigate") event.respondWith(page(event));
  else if (SHOWN.test(pathname)) event.respondWith(shown(event));
  else if (PART.test(pathname)) event.respondWith(part(event));
});
