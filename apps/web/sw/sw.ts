import {
  cleanupOutdatedCaches,
  createHandlerBoundToURL,
  precacheAndRoute,
  type PrecacheEntry,
} from 'workbox-precaching';
import { NavigationRoute, registerRoute } from 'workbox-routing';

/**
 * Keeps the application on the device, so that it opens with no network. What the server answers about jobs is not its
 * business: `data/answers` keeps that by person. A page goes on with the version it was opened with; the next one waits
 * until it is asked for, or until no page is open.
 */
declare const self: ServiceWorkerGlobalScope;
/** Every file of the application with its revision, written in when it is built. */
declare const FILES: PrecacheEntry[];

cleanupOutdatedCaches();
precacheAndRoute(FILES);
// A page is any address that is no file and not of the interface for programs.
registerRoute(new NavigationRoute(createHandlerBoundToURL('/'), { denylist: [/^\/api\//, /\.[a-z0-9]+$/i] }));

self.addEventListener('message', (event) => {
  if (event.data === 'take over') void self.skipWaiting();
});
