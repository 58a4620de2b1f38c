import { computed, Directive, effect, inject, input, model, type Signal, untracked } from '@angular/core';
import type { FieldOf } from './form';
import { FormOf } from './form-of';
import type { Option } from './options';

let serial = 0;

/** A place of a form shows its own problems, as long as what shows them is there. */
export function showsOwn(form: FormOf | null, place: Signal<string>): void {
  effect((end) => {
    const [at, attempt] = [place(), form?.hpForm()];
    if (at && attempt) end(untracked(() => attempt.shows(at)));
  });
}

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
    showsOwn(this.form, this.place);
  }
}

/** An entry that is typed: of a form by `of`, or alone by `value`. */
@Directive()
export abstract class BoundText extends Bound {
  readonly of = input<FieldOf<string>>();
  readonly value = model('');
  protected readonly fieldName = (): string => this.of()?.name ?? '';
  protected readonly text = computed(() => this.of()?.value() ?? this.value());

  protected write(text: string): void {
    this.value.set(text);
    this.of()?.set(text);
    this.touched();
  }
}

/** A choice of one among options: of a form by `of`, or alone by `value`. */
@Directive()
export abstract class BoundChoice<T extends string> extends Bound {
  readonly options = input.required<readonly Option<T>[]>();
  readonly of = input<FieldOf<T> | FieldOf<T | ''>>();
  readonly value = model<T | ''>('');
  protected readonly fieldName = (): string => this.of()?.name ?? '';
  protected readonly chosen = computed((): T | '' => this.of()?.value() ?? this.value());

  protected choose(id: T | ''): void {
    this.value.set(id);
    (this.of() as FieldOf<T | ''> | undefined)?.set(id);
    this.touched();
  }
}
