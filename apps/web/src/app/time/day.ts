import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { MatDatepickerModule } from '@angular/material/datepicker';
import { MatInputModule } from '@angular/material/input';
import type { DateTime } from 'luxon';
import { BoundText } from '../forms/bound';
import { Wrong } from '../forms/wrong';
import { dateOf, tidyDay } from './iso';
import { isoCalendar } from './luxon';

/** A day, typed or picked: `YYYY-MM-DD` on the screen and in the draft. */
@Component({
  selector: 'hp-day',
  imports: [MatInputModule, MatDatepickerModule, Wrong],
  providers: [isoCalendar],
  template: `
    <label class="over" [for]="id">{{ label() }}</label>
    <mat-form-field>
      <input
        matInput
        #box
        autocomplete="off"
        placeholder="YYYY-MM-DD"
        [hpWrong]="!!says()"
        [id]="id"
        [disabled]="disabled()"
        [value]="text()"
        (input)="write(box.value)"
        (blur)="write(tidy(box.value))"
      />
      <input hidden [matDatepicker]="picker" [value]="date()" (dateChange)="choose($event.value)" />
      <mat-datepicker-toggle matIconSuffix [for]="picker" [disabled]="disabled()" />
      <mat-datepicker #picker />
      @if (says(); as p) {
        <mat-error>✕ {{ p }}</mat-error>
      }
    </mat-form-field>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Day extends BoundText {
  protected readonly date = computed(() => dateOf(this.text()));
  protected readonly tidy = tidyDay;

  protected override write(text: string): void {
    if (text !== this.text()) super.write(text);
  }

  protected choose(date: DateTime | null): void {
    if (date) this.write(date.toFormat('yyyy-MM-dd'));
  }
}
