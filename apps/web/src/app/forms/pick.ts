import { ChangeDetectionStrategy, Component, input, model } from '@angular/core';
import { Field } from './field';
import type { Option } from './options';

let serial = 0;

/** A labelled choice among options; `none` is the words of the empty one, left out where there must be a choice. */
@Component({
  selector: 'hp-pick',
  imports: [Field],
  template: `
    <hp-field [label]="label()" [for]="id" [problem]="problem()">
      <select #box class="control" [id]="id" [attr.aria-invalid]="!!problem()" (change)="choose(box.value)">
        @if (none(); as words) {
          <option value="" [selected]="value() === ''">{{ words }}</option>
        }
        @for (o of options(); track o.id) {
          <option [value]="o.id" [selected]="o.id === value()">{{ o.name }}</option>
        }
      </select>
    </hp-field>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Pick<T extends string> {
  readonly label = input.required<string>();
  readonly options = input.required<readonly Option<T>[]>();
  readonly value = model.required<T | ''>();
  readonly none = input<string>('');
  readonly problem = input<string | null>(null);
  protected readonly id = `pick-${++serial}`;

  protected choose(id: string): void {
    this.value.set(this.options().find((o) => o.id === id)?.id ?? '');
  }
}
