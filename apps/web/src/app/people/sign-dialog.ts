import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { MAT_DIALOG_DATA, MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import { MEANINGS } from '@hephaist/contracts';
import { AccountStore } from '../data/account.store';
import { ApiProblem } from '../data/api';
import { Entry } from '../forms/entry';
import { SayPipe } from '../units/say.pipe';
import type { ToSign } from './signer';

/** What is signed, as what, by whom; and the password again. */
@Component({
  selector: 'hp-sign-dialog',
  imports: [MatDialogModule, Entry, SayPipe],
  template: `
    <h2 mat-dialog-title id="sign-title">Sign {{ asked.what }}</h2>
    <mat-dialog-content>
      <ul>
        @for (l of asked.lines; track $index) {
          <li>{{ l | say }}</li>
        }
      </ul>
      <p class="bound">
        <strong>{{ account.me()?.person }}</strong>, {{ account.me()?.roles?.join(', ') }}: {{ meaning }}.
      </p>
      <form id="sign" (submit)="send($event)">
        <hp-entry
          label="Your password"
          kind="password"
          complete="current-password"
          [(value)]="password"
          [problem]="problem()"
        />
      </form>
      <p class="quiet">The signature binds exactly this content. It cannot be changed afterwards, only replaced.</p>
    </mat-dialog-content>
    <mat-dialog-actions align="end">
      <button class="button" type="button" mat-dialog-close>Do not sign</button>
      <button class="button main" type="submit" form="sign" [disabled]="busy()">
        {{ busy() ? 'Signing …' : 'Sign' }}
      </button>
    </mat-dialog-actions>
  `,
  styles: `
    ul {
      padding-left: 18px;
      margin-bottom: 10px;
    }
    .bound {
      margin-bottom: 12px;
    }
    form {
      margin-bottom: 10px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SignDialog {
  protected readonly asked = inject<ToSign>(MAT_DIALOG_DATA);
  protected readonly account = inject(AccountStore);
  private readonly ref = inject(MatDialogRef<SignDialog, boolean>);
  protected readonly meaning = MEANINGS[this.asked.meaning];
  protected readonly password = signal('');
  protected readonly problem = signal<string | null>(null);
  protected readonly busy = signal(false);

  protected async send(event: Event): Promise<void> {
    event.preventDefault();
    if (this.busy()) return;
    if (!this.password()) return this.problem.set('Give your password to sign');
    this.busy.set(true);
    this.problem.set(null);
    try {
      await this.asked.send(this.password());
      this.ref.close(true);
    } catch (e) {
      const own = e instanceof ApiProblem && e.problem.fields?.find((f) => /(^|\.)password$/.test(f.field));
      this.problem.set(own ? own.says : (e as Error).message);
    } finally {
      this.busy.set(false);
    }
  }
}
