/// <reference lib="webworker" />
import {
  CacheableResponsePlugin,
  CacheFirst,
  ExpirationPlugin,
  NetworkFirst,
  Serwist,
  StaleWhileRevalidate,
  type PrecacheEntry,
  type SerwistGlobalConfig,
} from "serwist";

declare global {
  interface WorkerGlobalScope extends SerwistGlobalConfig {
    __SW_MANIFEST: (PrecacheEntry | string)[] | undefined;
  }
}
declare const self: ServiceWorkerGlobalScope;

/** Pages that were opened, or asked to be kept: the bench and the jobs at hand. */
const PAGES = "ovrant-pages";
/** Seconds of a day. */
const DAYS = 24 * 3600;
/** After so long without an answer a kept page is shown, s: a server that is only busy answers before. */
const PATIENCE_S = 20;

const good = () => new CacheableResponsePlugin({ statuses: [200] });
const pages = new NetworkFirst({
  cacheName: PAGES,
  networkTimeoutSeconds: PATIENCE_S,
  matchOptions: { ignoreVary: true },
  plugins: [
    good(),
    new ExpirationPlugin({ maxEntries: 160, maxAgeSeconds: 14 * DAYS }),
    // a kept page is of another time than now, and says so
    { cachedResponseWillBeUsed: async ({ cachedResponse }) => (cachedResponse ? marked(cachedResponse) : null) },
  ],
});
async function marked(kept: Response): Promise<Response> {
  const html = (await kept.text()).replace("<html", '<html data-kept=""');
  return new Response(html, { status: kept.status, headers: { "content-type": "text/html; charset=utf-8" } });
}
const pictures = new StaleWhileRevalidate({
  cacheName: "ovrant-pictures",
  plugins: [good(), new ExpirationPlugin({ maxEntries: 200, maxAgeSeconds: 30 * DAYS })],
});

const offline = `<!doctype html><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>Not kept on this device</title><body style="font:18px/1.5 sans-serif;margin:40px;max-width:34em">
<h1 style="font-size:26px">Ovrant's server does not answer.</h1>
<p>This page was not kept on this device. The bench and the jobs that were opened on it are; what you did is kept and
sent as soon as the server answers.</p><p><a href="/">To the bench</a></p>`;

const serwist = new Serwist({
  precacheEntries: self.__SW_MANIFEST,
  skipWaiting: true,
  clientsClaim: true,
  runtimeCaching: [
    {
      // what is taken out as a file is no page to be kept
      matcher: ({ request, url, sameOrigin }) =>
        sameOrigin && request.mode === "navigate" && !url.pathname.startsWith("/api/"),
      handler: async (of) => {
        try {
          return await pages.handle(of);
        } catch {
          return new Response(offline, { status: 503, headers: { "content-type": "text/html; charset=utf-8" } });
        }
      },
    },
    {
      // a drawing's picture is kept by its version; the file somebody asks for is always that of now
      matcher: ({ url, sameOrigin }) =>
        sameOrigin &&
        ((/^\/api\/layouts\/\d+\/file$/.test(url.pathname) && url.searchParams.has("v")) ||
          /^\/api\/photos\/\d+$/.test(url.pathname)),
      handler: pictures,
    },
    {
      matcher: ({ url, sameOrigin }) => sameOrigin && url.pathname.startsWith("/_next/static/"),
      handler: new CacheFirst({ cacheName: "ovrant-static", plugins: [good()] }),
    },
  ],
});

/**
 * Scripts of workers that read logs, photos and paste. What such a script is to run stands behind the # of its address:
 * it is lost when the answer has an address of its own, as answers from the net or from what is kept do.
 */
self.addEventListener("fetch", (event) => {
  if (event.request.destination !== "worker" || new URL(event.request.url).origin !== self.location.origin) return;
  event.stopImmediatePropagation();
  event.respondWith(workerScript(event.request));
});

async function workerScript(request: Request): Promise<Response> {
  const answer = (await caches.match(request)) ?? (await fetch(request));
  return new Response(answer.body, { status: answer.status, headers: answer.headers });
}

/** Pages a screen asks to be kept, with the pictures they show. */
self.addEventListener("message", (event) => {
  const said = event.data as { keep?: unknown } | null;
  const keep = Array.isArray(said?.keep) ? said.keep.filter((u): u is string => typeof u === "string") : [];
  if (keep.length) event.waitUntil(Promise.all(keep.map(kept)));
});

async function kept(url: string): Promise<void> {
  const to = new URL(url, self.location.origin);
  if (to.origin !== self.location.origin) return;
  const answer = await fetch(to, { headers: { accept: "text/html" } }).catch(() => null);
  if (!answer?.ok || answer.redirected) return;
  const cache = await caches.open(PAGES);
  const html = await answer.clone().text();
  await cache.put(to.href, answer);
  const shown = [...html.matchAll(/src="(\/api\/layouts\/\d+\/file[^"]*)"/g)].map((m) =>
    (m[1] ?? "").replaceAll("&amp;", "&"),
  );
  const drawn = await caches.open("ovrant-pictures");
  for (const picture of new Set(shown))
    if (!(await drawn.match(picture))) await drawn.add(picture).catch(() => undefined);
}

// pages of another build want its files, which are gone
self.addEventListener("activate", (event) => event.waitUntil(caches.delete(PAGES)));

serwist.addEventListeners();
