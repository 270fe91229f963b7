// Keeps the output page's shell: mixing software that starts before Side Lamp shows an empty frame, not an error page.
const name = 'side-lamp-output-1';

self.addEventListener('install', (event) => {
  event.waitUntil(caches.open(name).then((cache) => cache.addAll(['./', '/fonts/faces.css'])));
  self.skipWaiting();
});
self.addEventListener('activate', (event) => event.waitUntil(self.clients.claim()));
self.addEventListener('fetch', (event) => {
  const { request } = event;
  if (request.method !== 'GET' || new URL(request.url).origin !== self.location.origin) return;
  // Films are asked for piece by piece, and pieces cannot be kept.
  if (request.headers.has('range')) return;
  event.respondWith(freshOrKept(request));
});

async function freshOrKept(request) {
  const cache = await caches.open(name);
  try {
    const answer = await fetch(request);
    if (answer.ok) await cache.put(request, answer.clone());
    return answer;
  } catch {
    const kept = await cache.match(request, { ignoreSearch: true });
    return kept ?? Response.error();
  }
}
