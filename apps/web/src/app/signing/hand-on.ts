import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatDialogModule } from '@angular/material/dialog';
import { CODE_DIGITS } from '@hephaist/contracts/exchange/hand-on';
import { HandOnStore } from '../data/hand-on.store';
import { me } from '../data/who';
import { Attempt } from '../forms/attempt';

const KEYS = ['1', '2', '3', '4', '5', '6', '7', '8', '9', '⌫', '0'] as const;

/** Hands this device to somebody who has a short code on it: their name, their digits, and it is theirs. */
@Component({
  selector: 'hp-hand-on',
  imports: [MatButtonModule, MatDialogModule],
  template: `
    <h2 mat-dialog-title id="hand-on-title">
      {{ to() ? to()?.person + ', your code' : 'Who takes this device over?' }}
    </h2>
    <mat-dialog-content (keydown)="key($event)">
      @if (to()) {
        <output aria-label="Digits typed">{{ dots() }}</output>
        <div class="keys">
          @for (k of keys; track k) {
            <button
              matButton="outlined"
              [attr.aria-label]="k === '⌫' ? 'Take the last digit away' : k"
              (click)="press(k)"
            >
              {{ k }}
            </button>
          }
          <button matButton="filled" [disabled]="!enough() || asked.busy()" (click)="take()">Take over</button>
        </div>
      } @else if (!store.allowed()) {
        <p>Your company hands no device on by short codes: sign out, and the next one signs in.</p>
      } @else {
        @for (p of others(); track p.id) {
          <button class="person" matButton="outlined" (click)="to.set(p)">{{ p.person }}</button>
        } @empty {
          <p>Nobody else has a short code on this device yet. Each chooses one under “Your account”, signed in here.</p>
        }
      }
      @if (problem(); as p) {
        <p class="says-problem" role="alert">✕ {{ p }}</p>
      }
      <p class="quiet">A short code logs. It signs nothing: for that, the password.</p>
    </mat-dialog-content>
    <mat-dialog-actions>
      @if (to()) {
        <button matButton (click)="again()">Somebody else</button>
      }
      <button matButton mat-dialog-close>Leave it</button>
    </mat-dialog-actions>
  `,
  styles: `
    .person {
      display: block;
      width: 100%;
      min-height: 56px;
      margin-bottom: var(--space-4);
      font-size: var(--type-lead);
    }
    output {
      display: block;
      min-height: 40px;
      font-size: var(--type-title);
      letter-spacing: 0.3em;
      text-align: center;
    }
    .keys {
      display: grid;
      grid-template-columns: repeat(3, 1fr);
      gap: var(--space-4);
      margin-bottom: var(--space-4);

      button {
        min-height: 56px;
        font-size: var(--type-head);
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HandOn {
  protected readonly store = inject(HandOnStore);
  protected readonly keys = KEYS;
  protected readonly to = signal<{ readonly id: string; readonly person: string } | null>(null);
  private readonly code = signal('');
  protected readonly asked = new Attempt();
  protected readonly others = computed(() => this.store.people().filter((p) => p.id !== me()?.id));
  protected readonly dots = computed(() => '•'.repeat(this.code().length) || '–');
  protected readonly enough = computed(() => this.code().length >= CODE_DIGITS.least);
  protected readonly problem = computed(() => this.asked.problems()[0]?.says ?? this.asked.failure());

  constructor() {
    void this.asked.run(() => this.store.load());
  }

  protected press(key: string): void {
    const code = this.code();
    this.code.set(key === '⌫' ? code.slice(0, -1) : (code + key).slice(0, CODE_DIGITS.most));
  }
  /** Digits of a keyboard count too. */
  protected key(e: KeyboardEvent): void {
    if (!this.to()) return;
    if (/^\d$/.test(e.key)) this.press(e.key);
    else if (e.key === 'Backspace') this.press('⌫');
  }
  protected again(): void {
    this.to.set(null);
    this.code.set('');
  }
  protected async take(): Promise<void> {
    const to = this.to();
    if (!to) return;
    const done = await this.asked.run(() => this.store.takeOver(to.id, this.code()));
    // All that stands on the page is the other person's: begin anew, where it was.
    if (done) location.reload();
    else this.code.set('');
  }
}
