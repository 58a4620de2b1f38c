import { computed, Injectable, signal } from '@angular/core';
import type { Van } from '@hephaist/core/selection/van';

const KEY = 'hephaist.van';
const EMPTY: Van = { fillerIds: [], fluxIds: [] };
const ids = (value: unknown): string[] =>
  Array.isArray(value) ? value.filter((v): v is string => typeof v === 'string').slice(0, 100) : [];

/** What is in the van, kept in this browser: it is the same tomorrow. */
@Injectable({ providedIn: 'root' })
export class VanShelf {
  private readonly held = signal(this.read());
  readonly van = this.held.asReadonly();
  /** What is in it, in words; empty where nothing is said. */
  readonly words = computed(() => [...this.van().fillerIds, ...this.van().fluxIds].join(', '));

  private read(): Van {
    try {
      const kept = JSON.parse(localStorage.getItem(KEY) ?? '{}') as Record<string, unknown>;
      return { fillerIds: ids(kept['fillerIds']), fluxIds: ids(kept['fluxIds']) };
    } catch {
      return EMPTY;
    }
  }

  set(change: Partial<Van>): void {
    this.held.update((v) => ({ ...v, ...change }));
    try {
      localStorage.setItem(KEY, JSON.stringify(this.held()));
    } catch {
      // Not allowed: it holds until the page is left.
    }
  }
}
