import { computed, signal } from '@angular/core';

/** Steps that can be taken back at most. */
const MOST = 200;

/** What a draft was before each change, so that changes can be taken back and done again. */
export class DraftSteps<D> {
  private readonly past = signal<readonly D[]>([]);
  private readonly ahead = signal<readonly D[]>([]);
  readonly canUndo = computed(() => this.past().length > 0);
  readonly canRedo = computed(() => this.ahead().length > 0);

  /** A change is being made; what could be done again no longer can. */
  did(before: D): void {
    this.past.update((p) => [...p.slice(1 - MOST), before]);
    this.ahead.set([]);
  }

  /** The draft before the last change; null where there is none. */
  undo(now: D): D | null {
    return this.move(this.past, this.ahead, now);
  }

  /** The draft before the last undo; null where there is none. */
  redo(now: D): D | null {
    return this.move(this.ahead, this.past, now);
  }

  private move(from: typeof this.past, to: typeof this.past, now: D): D | null {
    const last = from().at(-1);
    if (last === undefined) return null;
    from.update((p) => p.slice(0, -1));
    to.update((p) => [...p, now]);
    return last;
  }
}
