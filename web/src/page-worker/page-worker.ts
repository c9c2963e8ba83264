import { clientsClaim } from 'workbox-core';
import { ExpirationPlugin } from 'workbox-expiration';
import { NavigationRoute, registerRoute } from 'workbox-routing';
import { CacheFirst, NetworkFirst } from 'workbox-strategies';
import { PAGES, PARTS, PICTURES } from './caches';

declare const self: ServiceWorkerGlobalScope;

/** How long a network is waited for that does not answer, s. */
const PATIENCE = 4;
const MOST_PARTS = 120;
const MOST_PAGES = 10;
const MOST_PICTURES = 20;

// a pupil's page without a network: its files from here, the page itself as it was when it was opened last. What stands
// on it is not kept here: the page keeps that itself, and lets go of it when its link is closed
void self.skipWaiting();
clientsClaim();
registerRoute(
  new NavigationRoute(
    new NetworkFirst({
      cacheName: PAGES,
      networkTimeoutSeconds: PATIENCE,
      plugins: [new ExpirationPlugin({ maxEntries: MOST_PAGES, purgeOnQuotaError: true })],
    }),
    { allowlist: [/^\/shared\//] },
  ),
);
registerRoute(
  ({ url, sameOrigin }) =>
    sameOrigin && (/-[A-Z0-9]{8}\.(js|css|woff2?)$/.test(url.pathname) || url.pathname === '/mark.svg'),
  new CacheFirst({
    cacheName: PARTS,
    plugins: [new ExpirationPlugin({ maxEntries: MOST_PARTS, purgeOnQuotaError: true })],
  }),
);
// photographs and short films of drills
registerRoute(
  ({ url, sameOrigin }) => sameOrigin && /^\/api\/shared\/[\w-]+\/drills\//.test(url.pathname),
  new NetworkFirst({
    cacheName: PICTURES,
    networkTimeoutSeconds: PATIENCE,
    plugins: [new ExpirationPlugin({ maxEntries: MOST_PICTURES, purgeOnQuotaError: true })],
  }),
);
