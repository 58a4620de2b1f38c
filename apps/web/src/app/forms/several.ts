import { ChangeDetectionStrategy, Component, computed, input, model } from '@angular/core';
import { MatSelectModule } from '@angular/material/select';
import { Bound } from './bound';
import type { FieldOf } from './form';
import type { Option } from './options';
import { Wrong } from './wrong';

/** A labelled choice of several among options; `none` stands where nothing is chosen. */
@Component({
  selector: 'hp-several',
  imports: [MatSelectModule, Wrong],
  template: `
    <span class="over" aria-hidden="true">{{ label() }}</span>
    <mat-form-field>
      <mat-select
        multiple
        [hpWrong]="!!says()"
        [id]="id"
        [aria-label]="label()"
        [placeholder]="none()"
        [value]="chosen()"
        (selectionChange)="choose($event.value)"
      >
        @for (o of options(); track o.id) {
          <mat-option [value]="o.id">{{ o.name }}</mat-option>
        }
      </mat-select>
      @if (says(); as p) {
        <mat-error>✕ {{ p }}</mat-error>
      }
    </mat-form-field>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Several extends Bound {
  readonly options = input.required<readonly Option[]>();
  readonly of = input<FieldOf<readonly string[]>>();
  readonly value = model<readonly string[]>([]);
  readonly none = input('none');
  protected readonly fieldName = (): string => this.of()?.name ?? '';
  protected readonly chosen = computed(() => [...(this.of()?.value() ?? this.value())]);
  protected choose(ids: readonly string[]): void {
    this.value.set(ids);
    this.of()?.set(ids);
    this.touched();
  }
}
