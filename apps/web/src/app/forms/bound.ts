import { computed, Directive, effect, inject, input, untracked } from '@angular/core';
import { FormOf } from './form-of';

let serial = 0;

/** What every entry of a form has: a label, where its problems are told, and a word of help. */
@Directive()
export abstract class Bound {
  readonly label = input.required<string>();
  /** Where the contract tells its problems; the name of its field where that is the same. */
  readonly at = input('');
  /** A problem from elsewhere; else those of the form at this place. */
  readonly problem = input<string | null>(null);
  readonly hint = input('');
  /** The label is only heard: what stands around it says it to the eye. */
  readonly bare = input(false);
  readonly disabled = input(false);
  protected readonly id = `field-${++serial}`;
  protected readonly form = inject(FormOf, { optional: true });

  protected abstract readonly fieldName: () => string;
  protected readonly place = computed(() => this.at() || this.fieldName());
  protected readonly says = computed(
    () => this.problem() ?? (this.place() ? (this.form?.hpForm().problem(this.place()) ?? null) : null),
  );

  /** Somebody changed it. */
  protected touched(): void {
    if (this.place()) this.form?.hpForm().mended(this.place());
  }

  constructor() {
    effect((end) => {
      const [place, attempt] = [this.place(), this.form?.hpForm()];
      if (place && attempt) end(untracked(() => attempt.shows(place)));
    });
  }
}
