import { ChangeDetectionStrategy, Component, computed, input, model } from '@angular/core';
import { MatCheckboxModule } from '@angular/material/checkbox';
import type { FieldOf } from './form';

/** A box to tick, of a form by `of` or alone by `value`; what stands inside it is its label. */
@Component({
  selector: 'hp-check',
  imports: [MatCheckboxModule],
  template: `<mat-checkbox [disabled]="disabled()" [checked]="ticked()" (change)="tick($event.checked)"
    ><ng-content
  /></mat-checkbox>`,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Check {
  readonly of = input<FieldOf<boolean>>();
  readonly value = model(false);
  readonly disabled = input(false);
  protected readonly ticked = computed(() => this.of()?.value() ?? this.value());

  protected tick(on: boolean): void {
    this.value.set(on);
    this.of()?.set(on);
  }
}
