import { isDevMode, signal } from '@angular/core';

/** A newer version of the application that is on the device and waits; null where there is none. */
export const newerVersion = signal<ServiceWorker | null>(null);

/** Puts the application on the device, so that it opens with no network; hears when a newer one has come. */
export async function keepOnDevice(): Promise<void> {
  if (isDevMode() || !('serviceWorker' in navigator)) return;
  const registration = await navigator.serviceWorker.register('/sw.js').catch(() => null);
  if (!registration) return;
  // The first one to come is no newer one: a page that nobody serves yet has nothing to change.
  const look = (): void => {
    if (navigator.serviceWorker.controller) newerVersion.set(registration.waiting);
  };
  look();
  registration.addEventListener('updatefound', () => {
    registration.installing?.addEventListener('statechange', look);
  });
}

/** Goes over to the newer version. What is typed and not sent is kept as drafts are; what waits to be sent stays. */
export function takeNewer(): void {
  navigator.serviceWorker.addEventListener('controllerchange', () => location.reload(), { once: true });
  newerVersion()?.postMessage('take over');
}
