import type { Signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { NavigationEnd, type Router } from '@angular/router';
import { filter, map } from 'rxjs';

/** Where one is, as the address says it. Read where things are injected. */
export const urlOf = (router: Router): Signal<string> =>
  toSignal(
    router.events.pipe(
      filter((e) => e instanceof NavigationEnd),
      map(() => router.url),
    ),
    { initialValue: router.url },
  );

/** Pages beside the torch: there is nothing on them but the work, and no key leads away from it. */
export const isBesideTorch = (url: string): boolean =>
  /^\/job\/[^/]+\/((live|at)\/|bench(\?|$))|^\/rigs\/[^/]+\/(morning|evening)/.test(url);
