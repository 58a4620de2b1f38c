import { computed, type Signal, signal } from '@angular/core';
import { columnsOf, USUAL_COLUMNS } from './schedule-columns';

const KEY = 'hephaist.columns';
type Mode = 'narrow' | 'wide';

function stored(mode: Mode): readonly string[] {
  try {
    const ids = JSON.parse(localStorage.getItem(`${KEY}.${mode}`) ?? 'null') as string[] | null;
    return ids?.length ? ids : USUAL_COLUMNS[mode];
  } catch {
    return USUAL_COLUMNS[mode];
  }
}

/** Which columns are shown, one choice beside the plan and one at full width; kept in the browser. */
export class ColumnChoice {
  private readonly chosen = signal({ narrow: stored('narrow'), wide: stored('wide') });
  private readonly ids = computed(() => this.chosen()[this.mode()]);
  readonly columns = computed(() => columnsOf(this.ids()));

  constructor(private readonly mode: Signal<Mode>) {}

  has(id: string): boolean {
    return this.ids().includes(id);
  }

  /** Shows or hides one; the mark always stays. */
  toggle(id: string): void {
    if (id === 'mark') return;
    const ids = this.has(id) ? this.ids().filter((x) => x !== id) : [...this.ids(), id];
    this.chosen.update((c) => ({ ...c, [this.mode()]: ids }));
    localStorage.setItem(`${KEY}.${this.mode()}`, JSON.stringify(ids));
  }
}
