import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MAT_DIALOG_DATA, MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import { MEANINGS } from '@hephaist/contracts/records/signature';
import { AccountStore } from '../data/account.store';
import { Entry } from '../forms/entry';
import { Form } from '../forms/form';
import { FormEnd } from '../forms/form-end';
import { FormOf } from '../forms/form-of';
import { SayPipe } from '../units/say.pipe';
import type { ToSign } from './signer';

/** What is signed, as what, by whom; and the password again. */
@Component({
  selector: 'hp-sign-dialog',
  imports: [MatButtonModule, MatDialogModule, Entry, FormEnd, FormOf, SayPipe],
  template: `
    <h2 mat-dialog-title id="sign-title">Sign {{ asked.what }}</h2>
    <form [hpForm]="form" (sent)="send()">
      <mat-dialog-content>
        <ul>
          @for (l of asked.lines; track $index) {
            <li>{{ l | say }}</li>
          }
        </ul>
        <p class="bound">
          <strong>{{ account.me()?.person }}</strong>, {{ account.me()?.roles?.join(', ') }}: {{ meaning }}.
        </p>
        <hp-entry label="Your password" kind="password" complete="current-password" [of]="form.f.password" />
        <p class="quiet">The signature binds exactly this content. It cannot be changed afterwards, only replaced.</p>
      </mat-dialog-content>
      <mat-dialog-actions>
        <hp-form-end does="Sign">
          <button matButton="outlined" type="button" mat-dialog-close>Do not sign</button>
        </hp-form-end>
      </mat-dialog-actions>
    </form>
  `,
  styles: `
    ul {
      padding-left: var(--space-6);
      margin-bottom: var(--space-4);
    }
    .bound {
      margin-bottom: var(--space-5);
    }
    hp-entry {
      margin-bottom: var(--space-4);
    }
    hp-form-end {
      flex: 1;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SignDialog {
  protected readonly asked = inject<ToSign>(MAT_DIALOG_DATA);
  protected readonly account = inject(AccountStore);
  private readonly ref = inject(MatDialogRef<SignDialog, boolean>);
  protected readonly meaning = MEANINGS[this.asked.meaning];
  private readonly draft = signal({ password: '' });
  protected readonly form = new Form(this.draft, {
    tried: () => (this.draft().password ? [] : [{ field: 'password', says: 'Give your password to sign' }]),
  });

  protected async send(): Promise<void> {
    if (await this.form.submit(() => this.asked.send(this.draft().password))) this.ref.close(true);
  }
}
