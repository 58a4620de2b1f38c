import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  Injector,
  signal,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import {
  type DemoSignIn,
  firstRunSchema,
  newPasswordSchema,
  type Reset,
  resetSchema,
  signInSchema,
} from '@hephaist/contracts/exchange/people';
import { problemsOf } from '@hephaist/contracts/schemas/parse';
import type { FieldProblem } from '@hephaist/core/source/problem';
import { AccountStore } from '../data/account.store';
import { Entry } from '../forms/entry';
import { Form } from '../forms/form';
import { FormEnd } from '../forms/form-end';
import { FormOf } from '../forms/form-of';
import { JointDrawing } from './joint-drawing';

/** Signing in; making the first administrator; changing a password that someone else gave. */
@Component({
  selector: 'hp-sign-in',
  imports: [Entry, FormEnd, FormOf, JointDrawing, MatButtonModule, RouterLink],
  template: `
    <main>
      <section class="who">
        <p class="name">HEPHAIST</p>
        <p class="says">
          For each joint its rod, flux, gap and nitrogen, with the reasons; and the proof that it was brazed right.
        </p>
        <hp-joint-drawing />
        @if (asks() === 'in') {
          <p>
            <a matButton="outlined" routerLink="/now">One joint, now</a>
            <span class="quiet">without signing in</span>
          </p>
        }
        @if (asks() === 'in' && demo().length) {
          <h2>The demo’s people</h2>
          <ul>
            @for (d of demo(); track d.name) {
              <li>
                <button matButton="outlined" type="button" [disabled]="form.busy()" (click)="be(d)">
                  <strong>{{ d.person }}</strong> {{ d.roles.join(', ') }}
                </button>
                <span class="quiet">{{ d.does }}</span>
              </li>
            }
          </ul>
          <p class="quiet small">Invented people at an invented hospital. Keep no real work in the demo.</p>
        }
      </section>
      <form class="sheet" [hpForm]="form" (sent)="send()">
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
    @use 'scale';

    :host {
      position: fixed;
      inset: 0;
      z-index: 2000;
      display: grid;
      place-items: center;
      background: var(--paper);
      overflow-y: auto;
    }
    main {
      display: grid;
      grid-template-columns: minmax(0, 440px) auto;
      gap: var(--space-7) var(--space-9);
      align-items: center;
      padding: var(--space-7) var(--space-6);
    }
    .who {
      display: grid;
      gap: var(--space-5);
    }
    .who .name {
      font-size: var(--type-large);
      margin: 0;
    }
    .says {
      font-size: var(--type-head);
      line-height: 1.35;
      margin: 0;
      max-width: 40ch;
    }
    ul {
      list-style: none;
      margin: 0;
      padding: 0;
      display: grid;
      gap: var(--space-3);
    }
    li {
      display: grid;
      grid-template-columns: 218px 1fr;
      gap: var(--space-4);
      align-items: center;
    }
    li button {
      justify-content: flex-start;
    }
    @include scale.under(desk) {
      main {
        grid-template-columns: minmax(0, 440px);
        justify-content: center;
      }
      hp-joint-drawing {
        display: none;
      }
    }
    form {
      width: min(400px, 94vw);
      padding: var(--space-7) var(--space-7);
      display: grid;
      gap: var(--space-5);
    }
    .name {
      font: 600 var(--type-head)/1 var(--face-head);
      letter-spacing: 0.06em;
      color: var(--copper);
    }
    hp-form-end {
      --mat-button-filled-container-height: 38px;
    }
    .small {
      font-size: var(--type-small);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SignIn {
  private readonly account = inject(AccountStore);
  private readonly nobodyYet = signal(false);
  /** People of the demo, where it is loaded. */
  protected readonly demo = signal<readonly DemoSignIn[]>([]);
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
    const host = inject<ElementRef<HTMLElement>>(ElementRef).nativeElement;
    const injector = inject(Injector);
    // Whatever is asked for, its first field has the focus.
    effect(() => {
      this.asks();
      afterNextRender(() => host.querySelector('input')?.focus(), { injector });
    });
    this.account
      .firstRunState()
      .then((a) => {
        this.demo.set(a.demo);
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

  /** Signs in as somebody of the demo. */
  protected async be(d: DemoSignIn): Promise<void> {
    this.form.begin({ ...this.draft(), name: d.name, password: d.password });
    await this.send();
  }

  protected async send(): Promise<void> {
    const { go } = this.ask();
    if (await this.form.submit(go)) this.form.begin({ ...this.draft(), old: '', password: '', oneTime: '' });
    else if (this.form.told().some((p) => p.field === 'code')) this.wantsCode.set(true);
  }
}
