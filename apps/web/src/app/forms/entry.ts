import { ChangeDetectionStrategy, Component, computed, ElementRef, input, viewChild } from '@angular/core';
import { MatAutocompleteModule } from '@angular/material/autocomplete';
import { MatInputModule } from '@angular/material/input';
import { BoundText } from './bound';
import { Wrong } from './wrong';

/** A labelled line of text, of a form by `of` or alone by `value`. The text stays as typed. */
@Component({
  selector: 'hp-entry',
  imports: [MatAutocompleteModule, MatInputModule, Wrong],
  template: `
    <label class="over" [class.visually-hidden]="bare()" [for]="id"
      >{{ label() }}{{ unit() ? ' (' + unit() + ')' : '' }}</label
    >
    <mat-form-field>
      <input
        matInput
        #box
        [hpWrong]="!!says()"
        [id]="id"
        [autocomplete]="complete()"
        [type]="kind() === 'decimal' ? 'text' : kind()"
        [attr.inputmode]="kind() === 'decimal' ? 'decimal' : null"
        [placeholder]="placeholder()"
        [disabled]="disabled()"
        [value]="text()"
        [matAutocomplete]="offered"
        [matAutocompleteDisabled]="!offers().length"
        (input)="late() || write(box.value)"
        (change)="late() && write(box.value)"
      />
      <mat-autocomplete #offered="matAutocomplete" (optionSelected)="write($event.option.value)">
        @for (o of fitting(); track o) {
          <mat-option [value]="o">{{ o }}</mat-option>
        }
      </mat-autocomplete>
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
export class Entry extends BoundText {
  readonly unit = input('');
  readonly kind = input<'text' | 'decimal' | 'password' | 'search'>('text');
  /** Taken when it is left, not letter by letter. */
  readonly late = input(false);
  /** What the browser may offer to fill in. */
  readonly complete = input('off');
  readonly placeholder = input('');
  /** What may be taken instead of typed. */
  readonly offers = input<readonly string[]>([]);
  /** Those that hold what is typed; all where nothing is, or one of them stands there whole. */
  protected readonly fitting = computed(() => {
    const [said, all] = [this.text().trim().toLowerCase(), this.offers()];
    return all.some((o) => o.toLowerCase() === said) ? all : all.filter((o) => o.toLowerCase().includes(said));
  });
  private readonly box = viewChild.required<ElementRef<HTMLInputElement>>('box');

  focus(): void {
    this.box().nativeElement.focus();
  }
}
