import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import {
  firstRunSchema,
  newPasswordSchema,
  problemsOf,
  type Reset,
  resetSchema,
  signInSchema,
} from '@hephaist/contracts';
import type { FieldProblem } from '@hephaist/core';
import { AccountStore } from '../data/account.store';
import { Entry } from '../forms/entry';
import { Form } from '../forms/form';
import { FormEnd } from '../forms/form-end';
import { FormOf } from '../forms/form-of';

/** Signing in; making the first administrator; changing a password that someone else gave. */
@Component({
  selector: 'hp-sign-in',
  imports: [Entry, FormEnd, FormOf, MatButtonModule],
  template: `
    <main>
      <form class="sheet" [hpForm]="form" (sent)="send()">
        <p class="name">HEPHAIST</p>
        <h1>{{ title() }}</h1>
        @switch (asks()) {
          @case ('first') {
            <p class="quiet">
              {{
                withCode()
                  ? 'A new company begins with the code that was printed for it.'
                  : 'Nobody can sign in yet. The code was printed where Hephaist was started.'
              }}
            </p>
            <hp-entry label="Code" [of]="form.f.code" />
            <hp-entry label="Company" [of]="form.f.company" />
            <hp-entry label="Your name" [of]="form.f.person" />
          }
          @case ('reset') {
            <p class="quiet">
              An administrator gave you a code that is good once, for a day. Choose a password with it.
            </p>
          }
          @case ('change') {
            <p class="quiet">Your password was given by someone else. Choose one that only you know.</p>
            <hp-entry label="Password you have now" kind="password" complete="current-password" [of]="form.f.old" />
          }
        }
        @if (asks() !== 'change') {
          <hp-entry label="Sign-in name" complete="username" [of]="form.f.name" />
        }
        <hp-entry
          [label]="asks() === 'in' ? 'Password' : 'New password, 10 characters or more'"
          kind="password"
          [complete]="asks() === 'in' ? 'current-password' : 'new-password'"
          [of]="form.f.password"
        />
        @if (asks() === 'reset' || (asks() === 'in' && wantsCode())) {
          <hp-entry
            [label]="asks() === 'in' ? 'Six digits of your authenticator' : 'One-time code'"
            complete="one-time-code"
            [of]="form.f.oneTime"
            at="code"
          />
        }
        <hp-form-end [does]="button()" />
        @if (asks() === 'in' || asks() === 'reset') {
          <button matButton type="button" (click)="forgot.set(!forgot())">
            {{ forgot() ? 'Sign in instead' : 'I forgot my password and have a code' }}
          </button>
        }
        @if (codeIsOut() && asks() !== 'change' && !forgot()) {
          <button matButton type="button" (click)="withCode.set(!withCode())">
            {{ withCode() ? 'Sign in instead' : 'Begin a new company with a code' }}
          </button>
        }
        <p class="quiet small">Each of you signs in by name: what you log and sign stands in your name.</p>
      </form>
    </main>
  `,
  styles: `
    :host {
      position: fixed;
      inset: 0;
      z-index: 2000;
      display: grid;
      place-items: center;
      background: var(--paper);
      overflow-y: auto;
    }
    form {
      width: min(400px, 94vw);
      padding: 22px 26px;
      display: grid;
      gap: 12px;
    }
    .name {
      font:
        600 20px/1 'Barlow Condensed',
        sans-serif;
      letter-spacing: 0.06em;
      color: var(--copper);
    }
    hp-form-end {
      --mat-button-filled-container-height: 38px;
    }
    .small {
      font-size: 13.5px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SignIn {
  private readonly account = inject(AccountStore);
  private readonly nobodyYet = signal(false);
  /** A code is out for a company that has nobody yet, while others can sign in. */
  protected readonly codeIsOut = signal(false);
  protected readonly withCode = signal(false);
  protected readonly asks = computed(() =>
    this.account.mustChange() && !this.account.mustSignIn()
      ? 'change'
      : this.nobodyYet() || this.withCode()
        ? 'first'
        : this.forgot()
          ? 'reset'
          : 'in',
  );
  protected readonly title = computed(
    () =>
      ({ in: 'Sign in', first: 'The first administrator', change: 'Choose a password', reset: 'A new password' })[
        this.asks()
      ],
  );
  protected readonly button = computed(
    () => ({ in: 'Sign in', first: 'Begin', change: 'Change password', reset: 'Take it' })[this.asks()],
  );
  /** A password was forgotten, and somebody gave a code for a new one. */
  protected readonly forgot = signal(false);
  /** The password was right, and the second factor is asked for. */
  protected readonly wantsCode = signal(false);
  private readonly draft = signal({ code: '', company: '', person: '', name: '', old: '', password: '', oneTime: '' });
  protected readonly form = new Form(this.draft, { tried: () => this.ask().problems });

  constructor() {
    this.account
      .firstRunState()
      .then((a) => {
        this.nobodyYet.set(a.waiting && !this.account.me());
        this.codeIsOut.set(a.code && !a.waiting && !this.account.me());
      })
      .catch(() => undefined);
  }

  /** Sends what is asked for; what the contract refuses stands at its field first. */
  private ask(): { problems: readonly FieldProblem[]; go: () => Promise<void> } {
    const d = this.draft();
    const [name, password] = [d.name.trim().toLowerCase(), d.password];
    if (this.asks() === 'change') {
      const given = { old: d.old, password };
      return { problems: problemsOf(newPasswordSchema, given), go: () => this.account.changePassword(given) };
    }
    if (this.asks() === 'first') {
      const given = {
        code: d.code.trim(),
        company: d.company.trim(),
        person: d.person.trim(),
        name,
        password,
      };
      return { problems: problemsOf(firstRunSchema, given), go: () => this.account.firstRun(given) };
    }
    const code = d.oneTime.trim();
    if (this.asks() === 'reset') {
      const given = { name, code, password };
      return { problems: problemsOf(resetSchema, given), go: () => this.resetThenIn(given) };
    }
    const given = { name, password, ...(code ? { code } : {}) };
    return { problems: problemsOf(signInSchema, given), go: () => this.account.signIn(given) };
  }

  /** With the new password one signs in at once; where there is a second factor, its code is asked for. */
  private async resetThenIn(given: Reset): Promise<void> {
    await this.account.reset(given);
    this.forgot.set(false);
    this.form.set({ oneTime: '' });
    await this.account.signIn({ name: given.name, password: given.password });
  }

  protected async send(): Promise<void> {
    const { go } = this.ask();
    if (await this.form.submit(go)) this.form.begin({ ...this.draft(), old: '', password: '', oneTime: '' });
    else if (this.form.told().some((p) => p.field === 'code')) this.wantsCode.set(true);
  }
}
