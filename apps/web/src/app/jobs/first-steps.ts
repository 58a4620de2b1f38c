import { ChangeDetectionStrategy, Component, computed, inject, output, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import type { Deed } from '@hephaist/contracts/exchange/people';
import { AccountStore } from '../data/account.store';
import { CrewStore } from '../data/crew.store';
import { JobsStore } from '../data/jobs.store';
import { me } from '../data/who';

interface Step {
  readonly name: string;
  readonly why: string;
  readonly isDone: boolean;
  readonly deed: Deed;
  readonly who: string;
  /** Where it is done; none where it is done here. */
  readonly path: string | null;
}

const KEY = 'hephaist.first-steps-away';

/** What a new company does first: ticks itself off, and goes away when it is done or not wanted. */
@Component({
  selector: 'hp-first-steps',
  imports: [MatButtonModule, RouterLink],
  template: `
    @if (shown()) {
      <section class="sheet" aria-labelledby="first-steps">
        <h2 id="first-steps">To begin with</h2>
        <ol>
          @for (s of steps(); track s.name) {
            <li [class.done]="s.isDone">
              <span aria-hidden="true" [class.fine]="s.isDone">{{ s.isDone ? '✓' : '○' }}</span>
              <span
                ><strong>{{ s.name }}</strong
                ><span class="visually-hidden">{{ s.isDone ? ', done' : '' }}</span
                ><br /><span class="quiet">{{ s.why }}</span></span
              >
              @if (!s.isDone) {
                @if (!may(s)) {
                  <span class="quiet">{{ s.who }} does it</span>
                } @else if (s.path; as path) {
                  <a matButton="outlined" [routerLink]="path" [attr.aria-label]="s.name">Do it</a>
                } @else {
                  <button matButton="filled" (click)="begun.emit()" [attr.aria-label]="s.name">Do it</button>
                }
              }
            </li>
          }
        </ol>
        <button matButton (click)="put()">Put this list away</button>
      </section>
    }
  `,
  styles: `
    section {
      padding: var(--space-5) var(--space-6);
      display: grid;
      gap: var(--space-4);
      justify-items: start;
    }
    ol {
      list-style: none;
      margin: 0;
      padding: 0;
      width: 100%;
    }
    li {
      display: grid;
      grid-template-columns: 20px 1fr auto;
      gap: var(--space-4);
      align-items: center;
      padding: var(--space-4) 0;
      border-bottom: 1px solid var(--hairline);
    }
    .done strong {
      font-weight: 500;
      color: var(--mid);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FirstSteps {
  /** A job is to be begun. */
  readonly begun = output();
  private readonly account = inject(AccountStore);
  private readonly crew = inject(CrewStore);
  private readonly jobs = inject(JobsStore);
  private readonly key = `${KEY}.${me()?.company ?? ''}`;
  private readonly away = signal(globalThis.localStorage?.getItem(this.key) === 'yes');

  protected readonly steps = computed((): readonly Step[] => [
    {
      name: 'Begin the first job',
      why: 'what it is, where and at what pressure: its lines stand at once',
      isDone: (this.jobs.jobs() ?? []).length > 0,
      deed: 'write:job',
      who: 'a lead or quality',
      path: null,
    },
    {
      name: 'Let the others in',
      why: 'each by name, as fitter, lead, quality or auditor',
      isDone: (this.jobs.people() ?? 2) > 1,
      deed: 'give-roles',
      who: 'an administrator',
      path: '/people',
    },
    {
      name: 'Put the brazers on file',
      why: 'by name and mark; their passed coupons say what each may braze',
      isDone: this.crew.brazers().length > 0,
      deed: 'write:brazer',
      who: 'a lead or quality',
      path: '/crew',
    },
    {
      name: 'Write the first procedure',
      why: 'from the joints of a job, or from the paper you have',
      isDone: this.crew.procedures().length > 0,
      deed: 'write:procedure',
      who: 'quality',
      path: '/procedures',
    },
  ]);
  protected readonly shown = computed(
    () => !this.away() && this.jobs.jobs() !== null && this.steps().some((s) => !s.isDone),
  );
  protected readonly may = (s: Step): boolean => this.account.may(s.deed);

  constructor() {
    if (!this.away() && this.account.may('give-roles')) void this.jobs.countPeople().catch(() => undefined);
  }

  protected put(): void {
    this.away.set(true);
    globalThis.localStorage?.setItem(this.key, 'yes');
  }
}
