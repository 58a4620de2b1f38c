import { inject, Injectable, type Signal, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { ActivatedRoute, Router } from '@angular/router';

/** Writes words into the address, one change after the other, so that none loses another. */
@Injectable({ providedIn: 'root' })
export class AddressWriter {
  private readonly router = inject(Router);
  private waiting: Record<string, string | null> = {};
  private last: Promise<unknown> = Promise.resolve();
  private under = 0;

  /** The address is behind what was put: what it says meanwhile is old. */
  isBehind = (): boolean => this.under > 0;

  put(name: string, word: string | null): void {
    const first = !Object.keys(this.waiting).length;
    this.waiting[name] = word;
    if (!first) return;
    this.under += 1;
    this.last = this.last.then(() => this.write()).catch(() => undefined);
  }

  private async write(): Promise<void> {
    const queryParams = this.waiting;
    this.waiting = {};
    try {
      await this.router.navigate([], { queryParams, queryParamsHandling: 'merge', replaceUrl: true });
    } finally {
      this.under -= 1;
    }
  }
}

/** A word that stands in the address. */
export interface AddressWord {
  (): string;
  set(word: string): void;
}

/**
 * What a page shows, as a word in its address: a link sent on, a reload, back and forward show the same. Made where
 * things are injected.
 * @param otherwise what it is where the address does not say; then it does not stand there
 */
export function addressWord(name: string, otherwise = ''): AddressWord {
  const route = inject(ActivatedRoute);
  const writer = inject(AddressWriter);
  const word = signal(route.snapshot.queryParamMap.get(name) ?? otherwise);
  route.queryParamMap.pipe(takeUntilDestroyed()).subscribe((q) => {
    if (!writer.isBehind()) word.set(q.get(name) ?? otherwise);
  });
  const read: Signal<string> = word.asReadonly();
  return Object.assign(() => read(), {
    set: (next: string) => {
      if (next === word()) return;
      word.set(next);
      writer.put(name, next === otherwise ? null : next);
    },
  });
}
