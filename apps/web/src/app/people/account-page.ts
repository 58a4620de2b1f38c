import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatCardModule } from '@angular/material/card';
import { MatTableModule } from '@angular/material/table';
import { newPasswordSchema, problemsOf, type OwnSignIn } from '@hephaist/contracts';
import { AccountStore } from '../data/account.store';
import { call, post } from '../data/api';
import { Attempt } from '../forms/attempt';
import { Entry } from '../forms/entry';
import { qrPath } from '../prove/qr';
import { Header } from '../shell/header';

/** One's own account: the second factor of the sign-in, and where one is signed in. */
@Component({
  selector: 'hp-account-page',
  imports: [Header, Entry, MatButtonModule, MatCardModule, MatTableModule],
  templateUrl: './account-page.html',
  styleUrl: './account-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AccountPage {
  protected readonly account = inject(AccountStore);
  protected readonly password = signal('');
  protected readonly code = signal('');
  protected readonly old = signal('');
  protected readonly fresh = signal('');
  protected readonly changed = signal(false);
  /** The secret that was begun and is not confirmed yet. */
  protected readonly begun = signal<{ secret: string; uri: string } | null>(null);
  protected readonly qr = computed(() => qrPath(this.begun()?.uri ?? ''));
  /** Recovery codes, shown once. */
  protected readonly codes = signal<readonly string[]>([]);
  protected readonly signIns = signal<readonly OwnSignIn[]>([]);
  private readonly asked = new Attempt();
  protected readonly failure = this.asked.failure;
  protected readonly busy = this.asked.busy;
  protected readonly columns = ['seen', 'place', 'agent', 'end'];

  constructor() {
    void this.attempt(async () => this.signIns.set(await call<OwnSignIn[]>('sign-ins')));
  }

  protected problem(field: string): string | null {
    return this.asked.problem(field);
  }

  protected begin(event: Event): Promise<void> {
    event.preventDefault();
    return this.attempt(async () => {
      this.begun.set(await post<{ secret: string; uri: string }>('second-factor', { password: this.password() }));
      this.password.set('');
    });
  }

  protected confirm(event: Event): Promise<void> {
    event.preventDefault();
    return this.attempt(async () => {
      const { codes } = await post<{ codes: string[] }>('second-factor/confirm', { code: this.code().trim() });
      this.codes.set(codes);
      this.begun.set(null);
      this.code.set('');
      await this.account.load();
    });
  }

  protected off(event: Event): Promise<void> {
    event.preventDefault();
    return this.attempt(async () => {
      await post('second-factor/off', { password: this.password() });
      this.password.set('');
      this.codes.set([]);
      await this.account.load();
    });
  }

  protected change(event: Event): Promise<void> {
    event.preventDefault();
    const given = { old: this.old(), password: this.fresh() };
    this.changed.set(false);
    return this.attempt(async () => {
      const problems = problemsOf(newPasswordSchema, given);
      if (problems.length) return this.asked.told.set(problems.map((p) => ({ ...p, field: `new.${p.field}` })));
      await this.account.changePassword(given);
      this.old.set('');
      this.fresh.set('');
      this.changed.set(true);
      this.signIns.set(await call<OwnSignIn[]>('sign-ins'));
    }, 'new.');
  }

  protected end(s: OwnSignIn): Promise<void> {
    return this.attempt(async () => this.signIns.set(await post<OwnSignIn[]>(`sign-ins/${s.id}/end`, {})));
  }

  protected at = (iso: string): string => `${iso.slice(0, 16).replace('T', ' ')} UTC`;

  /** @param at before the fields of the form that was sent */
  private attempt(work: () => Promise<void>, at = ''): Promise<void> {
    this.asked.told.set([]);
    return this.asked.run(work, at);
  }
}
