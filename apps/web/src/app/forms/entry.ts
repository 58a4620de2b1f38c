import { ChangeDetectionStrategy, Component, input, model } from '@angular/core';
import { Field } from './field';

let serial = 0;

/** A labelled line of text; `kind` asks for digits, a date, a time or a password. The text stays as typed. */
@Component({
  selector: 'hp-entry',
  imports: [Field],
  template: `
    <hp-field [label]="label()" [unit]="unit()" [for]="id" [problem]="problem()">
      <input
        #box
        class="control"
        [attr.autocomplete]="complete()"
        [id]="id"
        [type]="kind() === 'decimal' ? 'text' : kind()"
        [attr.inputmode]="kind() === 'decimal' ? 'decimal' : null"
        [attr.aria-invalid]="!!problem()"
        [placeholder]="placeholder()"
        [disabled]="disabled()"
        [value]="value()"
        (input)="value.set(box.value)"
      />
    </hp-field>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Entry {
  readonly label = input.required<string>();
  readonly value = model.required<string>();
  readonly unit = input('');
  readonly kind = input<'text' | 'decimal' | 'date' | 'datetime-local' | 'password'>('text');
  /** What the browser may offer to fill in. */
  readonly complete = input('off');
  readonly placeholder = input('');
  readonly disabled = input(false);
  readonly problem = input<string | null>(null);
  protected readonly id = `entry-${++serial}`;
}
