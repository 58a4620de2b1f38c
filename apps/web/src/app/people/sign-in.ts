import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import {
  firstRunSchema,
  newPasswordSchema,
  problemsOf,
  resetSchema,
  signInSchema,
  type Reset,
} from '@hephaist/contracts';
import type { FieldProblem } from '@hephaist/core';
import { AccountStore } from '../data/account.store';
import { ApiProblem, call } from '../data/api';
import { Entry } from '../forms/entry';
import { problemAt } from '../forms/problems';

/** Signing in; making the first administrator; changing a password that someone else gave. */
@Component({
  selector: 'hp-sign-in',
  imports: [Entry, MatButtonModule],
  template: `
    <main>
      <form class="sheet" (submit)="send($event)">
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
            <hp-entry label="Code" [(value)]="code" [problem]="problem('code')" />
            <hp-entry label="Company" [(value)]="company" [problem]="problem('company')" />
            <hp-entry label="Your name" [(value)]="person" [problem]="problem('person')" />
          }
          @case ('reset') {
            <p class="quiet">
              An administrator gave you a code that is good once, for a day. Choose a password with it.
            </p>
          }
          @case ('change') {
            <p class="quiet">Your password was given by someone else. Choose one that only you know.</p>
            <hp-entry
              label="Password you have now"
              kind="password"
              complete="current-password"
              [(value)]="old"
              [problem]="problem('old')"
            />
          }
        }
        @if (asks() !== 'change') {
          <hp-entry label="Sign-in name" complete="username" [(value)]="name" [problem]="problem('name')" />
        }
        <hp-entry
          [label]="asks() === 'in' ? 'Password' : 'New password, 10 characters or more'"
          kind="password"
          [complete]="asks() === 'in' ? 'current-password' : 'new-password'"
          [(value)]="password"
          [problem]="problem('password')"
        />
        @if (asks() === 'reset' || (asks() === 'in' && wantsCode())) {
          <hp-entry
            [label]="asks() === 'in' ? 'Six digits of your authenticator' : 'One-time code'"
            complete="one-time-code"
            [(value)]="oneTime"
            [problem]="problem('code')"
          />
        }
        @if (failure(); as f) {
          <p class="says-problem" role="alert">✕ {{ f }}</p>
        }
        <button class="button main" type="submit" [disabled]="busy()">{{ busy() ? 'Asking …' : button() }}</button>
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
    .button {
      justify-content: center;
      min-height: 38px;
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
  protected readonly oneTime = signal('');
  protected readonly code = signal('');
  protected readonly company = signal('');
  protected readonly person = signal('');
  protected readonly name = signal('');
  protected readonly old = signal('');
  protected readonly password = signal('');
  protected readonly busy = signal(false);
  protected readonly failure = signal<string | null>(null);
  private readonly told = signal<readonly FieldProblem[]>([]);

  constructor() {
    call<{ waiting: boolean; code: boolean }>('first-run')
      .then((a) => {
        this.nobodyYet.set(a.waiting && !this.account.me());
        this.codeIsOut.set(a.code && !a.waiting && !this.account.me());
      })
      .catch(() => undefined);
  }

  protected problem(field: string): string | null {
    return problemAt(this.told(), field);
  }

  /** Sends what is asked for; what the contract refuses stands at its field first. */
  private ask(): { problems: readonly FieldProblem[]; go: () => Promise<void> } {
    const [name, password] = [this.name().trim().toLowerCase(), this.password()];
    if (this.asks() === 'change') {
      const given = { old: this.old(), password };
      return { problems: problemsOf(newPasswordSchema, given), go: () => this.account.changePassword(given) };
    }
    if (this.asks() === 'first') {
      const given = {
        code: this.code().trim(),
        company: this.company().trim(),
        person: this.person().trim(),
        name,
        password,
      };
      return { problems: problemsOf(firstRunSchema, given), go: () => this.account.firstRun(given) };
    }
    const code = this.oneTime().trim();
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
    this.oneTime.set('');
    await this.account.signIn({ name: given.name, password: given.password });
  }

  protected async send(event: Event): Promise<void> {
    event.preventDefault();
    if (this.busy()) return;
    const { problems, go } = this.ask();
    this.told.set(problems);
    this.failure.set(null);
    if (problems.length) return;
    this.busy.set(true);
    try {
      await go();
      this.old.set('');
      this.password.set('');
      this.oneTime.set('');
    } catch (e) {
      if (e instanceof ApiProblem && e.problem.fields) {
        this.told.set(e.problem.fields);
        if (e.problem.fields.some((f) => f.field === 'code')) this.wantsCode.set(true);
      } else this.failure.set((e as Error).message);
    } finally {
      this.busy.set(false);
    }
  }
}
