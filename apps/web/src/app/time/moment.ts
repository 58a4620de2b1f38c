import { ChangeDetectionStrategy, Component, computed } from '@angular/core';
import { MatDatepickerModule } from '@angular/material/datepicker';
import { MatInputModule } from '@angular/material/input';
import { MatTimepickerModule } from '@angular/material/timepicker';
import type { DateTime } from 'luxon';
import { BoundText } from '../forms/bound';
import { Wrong } from '../forms/wrong';
import { dateOf, tidyMoment } from './iso';
import { isoCalendar } from './luxon';

/** A day and time at the job, typed or picked: `YYYY-MM-DD HH:mm` on the screen, `YYYY-MM-DDTHH:mm` in the draft. */
@Component({
  selector: 'hp-moment',
  imports: [MatInputModule, MatDatepickerModule, MatTimepickerModule, Wrong],
  providers: [isoCalendar],
  template: `
    <label class="over" [for]="id">{{ label() }}</label>
    <mat-form-field>
      <input
        matInput
        #box
        autocomplete="off"
        placeholder="YYYY-MM-DD HH:MM"
        [hpWrong]="!!says()"
        [id]="id"
        [disabled]="disabled()"
        [value]="text().replace('T', ' ')"
        (input)="write(box.value)"
        (blur)="write(tidy(box.value))"
      />
      <input hidden [matDatepicker]="calendar" [value]="date()" (dateChange)="chooseDay($event.value)" />
      <input hidden [matTimepicker]="clock" [value]="date()" (valueChange)="chooseTime($event)" />
      <span matIconSuffix class="pickers">
        <mat-datepicker-toggle [for]="calendar" [disabled]="disabled()" />
        <mat-timepicker-toggle [for]="clock" [disabled]="disabled()" aria-label="Open the times of day" />
      </span>
      <mat-datepicker #calendar />
      <mat-timepicker #clock interval="15m" [aria-label]="label()" />
      @if (says(); as p) {
        <mat-error>✕ {{ p }}</mat-error>
      }
    </mat-form-field>
  `,
  styles: `
    .pickers {
      display: flex;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Moment extends BoundText {
  protected readonly date = computed(() => dateOf(this.text()));
  protected readonly tidy = tidyMoment;

  protected override write(text: string): void {
    const whole = /^\d{4}-\d{2}-\d{2} \d{2}:\d{2}$/.test(text) ? text.replace(' ', 'T') : text;
    if (whole !== this.text()) super.write(whole);
  }

  /** Another day at the same time of day. */
  protected chooseDay(day: DateTime | null): void {
    if (day) this.write(`${day.toFormat('yyyy-MM-dd')} ${this.date()?.toFormat('HH:mm') ?? '08:00'}`);
  }

  /** Another time on the same day. */
  protected chooseTime(time: DateTime | null): void {
    if (time) this.write(`${(this.date() ?? time).toFormat('yyyy-MM-dd')} ${time.toFormat('HH:mm')}`);
  }
}
