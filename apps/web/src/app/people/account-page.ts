import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatCardModule } from '@angular/material/card';
import { newPasswordSchema, type OwnSignIn } from '@hephaist/contracts/exchange/people';
import { problemsOf } from '@hephaist/contracts/schemas/parse';
import { AccountStore } from '../data/account.store';
import { qrPath } from '../drawings/qr';
import { Attempt } from '../forms/attempt';
import { Entry } from '../forms/entry';
import { Form } from '../forms/form';
import { FormEnd } from '../forms/form-end';
import { FormOf } from '../forms/form-of';
import { Cell } from '../layout/cell';
import { type Column, Table } from '../layout/table';
import { OnThisDevice } from './on-this-device';
import { OwnAccountStore } from './own-account.store';
import { ShortCodeCard } from './short-code-card';

/** One's own account: the second factor of the sign-in, and where one is signed in. */
@Component({
  selector: 'hp-account-page',
  providers: [OwnAccountStore],
  imports: [OnThisDevice, ShortCodeCard, Cell, Table, Entry, FormEnd, FormOf, MatButtonModule, MatCardModule],
  templateUrl: './account-page.html',
  styleUrl: './account-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AccountPage {
  private readonly store = inject(OwnAccountStore);
  protected readonly account = inject(AccountStore);
  /** The password or code that the second factor asks for. */
  protected readonly second = new Form(signal({ password: '', code: '' }));
  private readonly given = signal({ old: '', password: '' });
  protected readonly own = new Form(this.given, { tried: () => problemsOf(newPasswordSchema, this.given()) });
  protected readonly changed = signal(false);
  /** The secret that was begun and is not confirmed yet. */
  protected readonly begun = signal<{ secret: string; uri: string } | null>(null);
  protected readonly qr = computed(() => qrPath(this.begun()?.uri ?? ''));
  /** Recovery codes, shown once. */
  protected readonly codes = signal<readonly string[]>([]);
  protected readonly signIns = this.store.signIns;
  private readonly asked = new Attempt();
  protected readonly failure = this.asked.failure;
  protected readonly busy = this.asked.busy;
  protected readonly columns: readonly Column<OwnSignIn>[] = [
    { id: 'seen', head: 'Last used', text: (s) => this.at(s.seenAt) },
    { id: 'place', head: 'From', text: (s) => s.place || 'unknown' },
    { id: 'agent', head: 'With', text: (s) => s.agent || 'unknown' },
    { id: 'end', head: 'What to do', quiet: true },
  ];

  constructor() {
    void this.asked.run(() => this.store.load());
  }

  protected begin(): Promise<boolean> {
    return this.second.submit(async () => {
      this.begun.set(await this.store.beginSecond(this.second.draft().password));
      this.forget();
    });
  }

  protected confirm(): Promise<boolean> {
    return this.second.submit(async () => {
      this.codes.set(await this.store.confirmSecond(this.second.draft().code.trim()));
      this.begun.set(null);
      this.forget();
    });
  }

  protected off(): Promise<boolean> {
    return this.second.submit(async () => {
      await this.store.endSecond(this.second.draft().password);
      this.forget();
      this.codes.set([]);
    });
  }

  private forget(): void {
    this.second.begin({ password: '', code: '' });
  }

  protected change(): Promise<boolean> {
    this.changed.set(false);
    return this.own.submit(async () => {
      await this.store.changePassword(this.given());
      this.own.begin({ old: '', password: '' });
      this.changed.set(true);
    });
  }

  protected end(s: OwnSignIn): Promise<boolean> {
    return this.asked.run(() => this.store.endSignIn(s.id));
  }

  protected at = (iso: string): string => `${iso.slice(0, 16).replace('T', ' ')} UTC`;
}
