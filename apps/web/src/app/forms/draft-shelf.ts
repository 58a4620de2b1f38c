import { Injectable } from '@angular/core';
import { me } from '../data/who';

const KEY = 'hephaist.drafts';
/** Drafts that are kept for one person; the oldest make room. */
const MOST = 20;

type Shelf = Record<string, unknown>;

/** Drafts that were typed and not sent, for whoever is signed in: they survive a click elsewhere and a reload. */
@Injectable({ providedIn: 'root' })
export class DraftShelf {
  private place(): string {
    return `${KEY}.${me()?.id ?? 'nobody'}`;
  }

  private all(): Shelf {
    try {
      return JSON.parse(globalThis.localStorage.getItem(this.place()) ?? '{}') as Shelf;
    } catch {
      return {};
    }
  }

  private write(shelf: Shelf): void {
    try {
      globalThis.localStorage.setItem(this.place(), JSON.stringify(shelf));
    } catch {
      // Full, or not allowed: the draft still stands on the page.
    }
  }

  /** What was left of a draft; null where nothing was. */
  find<D extends object>(key: string): Partial<D> | null {
    const found = this.all()[key];
    return found && typeof found === 'object' ? (found as Partial<D>) : null;
  }

  keep(key: string, draft: object): void {
    const { [key]: _before, ...rest } = this.all();
    this.write(Object.fromEntries([...Object.entries(rest).slice(1 - MOST), [key, draft]]));
  }

  drop(key: string): void {
    const { [key]: gone, ...rest } = this.all();
    if (gone !== undefined) this.write(rest);
  }
}
