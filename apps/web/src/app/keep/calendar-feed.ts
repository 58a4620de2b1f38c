import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatInputModule } from '@angular/material/input';
import { saysOf } from '@hephaist/core/words/says-of';
import { calendarAddress } from '../data/papers';

/** An address that a calendar program can follow: each brazer's last good day, with warnings ahead. */
@Component({
  selector: 'hp-calendar-feed',
  imports: [MatButtonModule, MatInputModule],
  template: `
    <h2>Last good days in a calendar</h2>
    @if (address(); as a) {
      <p>Give this address to a calendar program. Who has it can read it; a new one ends it.</p>
      <mat-form-field>
        <input matInput readonly [value]="a" aria-label="Address of the calendar" #box (focus)="box.select()" />
      </mat-form-field>
      <p><a matButton="outlined" [href]="a" download="brazers.ics">Save as iCalendar</a></p>
    } @else {
      <p>Warned 60, 30 and 7 days ahead.</p>
      <p><button matButton="outlined" (click)="make()">Make an address</button></p>
    }
    @if (failure(); as f) {
      <p class="says-problem" role="alert">✕ {{ f }}</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: var(--space-4);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CalendarFeed {
  protected readonly address = signal<string | null>(null);
  protected readonly failure = signal<string | null>(null);

  protected async make(): Promise<void> {
    this.failure.set(null);
    try {
      this.address.set(await calendarAddress());
    } catch (e) {
      this.failure.set(saysOf(e));
    }
  }
}
