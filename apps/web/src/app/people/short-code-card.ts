import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatCardModule } from '@angular/material/card';
import { shortCodeSchema } from '@hephaist/contracts/exchange/hand-on';
import { problemsOf } from '@hephaist/contracts/schemas/parse';
import { HandOnStore } from '../data/hand-on.store';
import { me } from '../data/who';
import { Attempt } from '../forms/attempt';
import { Entry } from '../forms/entry';
import { Form } from '../forms/form';
import { FormEnd } from '../forms/form-end';
import { FormOf } from '../forms/form-of';
import { Done } from '../layout/done';

/** One's short code on this device, by which one takes it over from another at the torch. */
@Component({
  selector: 'hp-short-code-card',
  imports: [Entry, FormEnd, FormOf, MatButtonModule, MatCardModule],
  template: `
    <mat-card appearance="outlined">
      <mat-card-header>
        <mat-card-title>Short code on this device</mat-card-title>
        <mat-card-subtitle>
          A few digits by which you take this device over from another, to log in your own name. Good here only, and for
          no signature.
        </mat-card-subtitle>
      </mat-card-header>
      <mat-card-content>
        @if (!store.allowed()) {
          <p>Your company hands no device on by short codes.</p>
        } @else {
          @if (mine()) {
            <p>
              ✓ You have one here.
              <button matButton [disabled]="asked.busy()" (click)="giveUp()">Give it up</button>
            </p>
          }
          <form [hpForm]="form" (sent)="choose()">
            <hp-entry
              label="Password, given again"
              kind="password"
              complete="current-password"
              [of]="form.f.password"
            />
            <hp-entry label="Short code, 4 to 8 digits" kind="password" complete="off" [of]="form.f.code" />
            <hp-form-end [does]="mine() ? 'Choose another' : 'Choose it'" />
          </form>
        }
        @if (asked.failure(); as f) {
          <p class="says-problem" role="alert">✕ {{ f }}</p>
        }
      </mat-card-content>
    </mat-card>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ShortCodeCard {
  protected readonly store = inject(HandOnStore);
  private readonly done = inject(Done);
  private readonly given = signal({ password: '', code: '' });
  protected readonly form = new Form(this.given, { tried: () => problemsOf(shortCodeSchema, this.given()) });
  protected readonly asked = new Attempt();
  protected readonly mine = computed(() => this.store.people().some((p) => p.id === me()?.id));

  constructor() {
    void this.asked.run(() => this.store.load());
  }
  protected async choose(): Promise<void> {
    if (!(await this.form.submit(() => this.store.choose(this.given())))) return;
    this.form.settle();
    this.given.set({ password: '', code: '' });
    this.done.say('You take this device over with it from now on.');
  }
  protected giveUp(): Promise<boolean> {
    return this.asked.run(() => this.store.giveUp());
  }
}
