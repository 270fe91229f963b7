// Keeps the output page's shell: mixing software that starts before Side Lamp shows an empty frame, not an error page.
const name = 'side-lamp-output-2';

/** The page, its scripts and styles, and the typefaces. Pictures and films are asked for each time, and never fill the disk. */
const isShell = ({ pathname }) => pathname.startsWith('/out/') || pathname.startsWith('/fonts/');

self.addEventListener('install', (event) => {
  event.waitUntil(keepShell());
  self.skipWaiting();
});
self.addEventListener('activate', (event) => event.waitUntil(Promise.all([self.clients.claim(), forgetOld()])));
self.addEventListener('fetch', (event) => {
  const { request } = event;
  const address = new URL(request.url);
  if (request.method !== 'GET' || address.origin !== self.location.origin || !isShell(address)) return;
  event.respondWith(freshOrKept(request, event));
});

/** All that the page needs to start: its first visit loaded scripts and styles before anybody kept them. */
async function keepShell() {
  const page = await (await fetch('./')).text();
  const built = [...page.matchAll(/(?:src|href)="([^"]*\/built\/[^"]+)"/g)].map(([, address]) => address);
  const cache = await caches.open(name);
  await cache.addAll(['./', '/fonts/faces.css', ...built]);
}

async function freshOrKept(request, event) {
  try {
    const answer = await fetch(request);
    // The page has its answer, whatever the disk says.
    if (answer.ok) event.waitUntil(keep(request, answer.clone()).catch(() => undefined));
    return answer;
  } catch {
    const cache = await caches.open(name);
    const kept = await cache.match(request, { ignoreSearch: true });
    return kept ?? Response.error();
  }
}

async function keep(request, answer) {
  const cache = await caches.open(name);
  await cache.put(request, answer.clone());
  if (request.mode !== 'navigate') return;
  // Scripts and styles of another build are asked for no more.
  const page = await answer.text();
  for (const { url } of (await cache.keys()).filter((one) => one.url.includes('/out/built/')))
    if (!page.includes(new URL(url).pathname)) await cache.delete(url);
}

async function forgetOld() {
  for (const old of await caches.keys()) if (old !== name) await caches.delete(old);
}
