import { ChangeDetectionStrategy, Component, input, model } from '@angular/core';
import { Field } from './field';

let serial = 0;

/** A labelled line of text; `kind` asks for digits, a date or a time. The text stays as typed. */
@Component({
  selector: 'hp-entry',
  imports: [Field],
  template: `
    <hp-field [label]="label()" [unit]="unit()" [for]="id" [problem]="problem()">
      <input
        #box
        class="control"
        autocomplete="off"
        [id]="id"
        [type]="kind() === 'date' || kind() === 'datetime-local' ? kind() : 'text'"
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
  readonly kind = input<'text' | 'decimal' | 'date' | 'datetime-local'>('text');
  readonly placeholder = input('');
  readonly disabled = input(false);
  readonly problem = input<string | null>(null);
  protected readonly id = `entry-${++serial}`;
}
