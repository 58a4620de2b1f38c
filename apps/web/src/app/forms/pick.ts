import { ChangeDetectionStrategy, Component, computed, input, signal } from '@angular/core';
import { MatSelectModule } from '@angular/material/select';
import { groups } from 'd3';
import { BoundChoice } from './bound';
import { Wrong } from './wrong';

/** A labelled choice among options; `none` is the words of the empty one, left out where there must be a choice. */
@Component({
  selector: 'hp-pick',
  imports: [MatSelectModule, Wrong],
  template: `
    @if (!bare()) {
      <span class="over" aria-hidden="true">{{ label() }}</span>
    }
    <mat-form-field>
      <mat-select
        [hpWrong]="!!says()"
        [id]="id"
        [aria-label]="label()"
        [disabled]="disabled()"
        [value]="chosen()"
        (focusin)="near.set(true)"
        (selectionChange)="choose($event.value)"
      >
        @if (none(); as words) {
          <mat-option value="">{{ words }}</mat-option>
        }
        @for (g of offered(); track g[0]) {
          @if (g[0]) {
            <mat-optgroup [label]="g[0]">
              @for (o of g[1]; track o.id) {
                <mat-option [value]="o.id">{{ o.name }}</mat-option>
              }
            </mat-optgroup>
          } @else {
            @for (o of g[1]; track o.id) {
              <mat-option [value]="o.id">{{ o.name }}</mat-option>
            }
          }
        }
      </mat-select>
      @if (hint(); as words) {
        <mat-hint>{{ words }}</mat-hint>
      }
      @if (says(); as p) {
        <mat-error>✕ {{ p }}</mat-error>
      }
    </mat-form-field>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Pick<T extends string> extends BoundChoice<T> {
  readonly none = input('');
  /** The focus has been here: before that only what is chosen is made, which keeps large forms quick. */
  protected readonly near = signal(false);
  protected readonly offered = computed(() => {
    const all = this.near() ? this.options() : this.options().filter((o) => o.id === this.chosen());
    return groups(all, (o) => o.group ?? '');
  });
}
