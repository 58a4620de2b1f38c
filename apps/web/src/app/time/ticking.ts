import { type Signal, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { interval } from 'rxjs';

/** Now in ms, kept going while what asked for it is there. Made where things are injected. */
export function ticking(everyMs = 1000): Signal<number> {
  const now = signal(Date.now());
  interval(everyMs)
    .pipe(takeUntilDestroyed())
    .subscribe(() => now.set(Date.now()));
  return now.asReadonly();
}
