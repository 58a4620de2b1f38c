import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { post } from '../data/api';

/** An address that a calendar program can follow: each brazer's last good day, with warnings ahead. */
@Component({
  selector: 'hp-calendar-feed',
  template: `
    <h2>Last good days in a calendar</h2>
    @if (address(); as a) {
      <p>Give this address to a calendar program. Who has it can read it; a new one ends it.</p>
      <input class="control" readonly [value]="a" aria-label="Address of the calendar" #box (focus)="box.select()" />
      <p><a class="button" [href]="a" download="brazers.ics">Save as iCalendar</a></p>
    } @else {
      <p>Warned 60, 30 and 7 days ahead.</p>
      <p><button class="button" (click)="make()">Make an address</button></p>
    }
    @if (failure(); as f) {
      <p class="says-problem" role="alert">✕ {{ f }}</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
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
      const { path } = await post<{ path: string }>('calendar', {});
      this.address.set(location.origin + path);
    } catch (e) {
      this.failure.set((e as Error).message);
    }
  }
}
