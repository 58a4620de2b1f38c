import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { RouterLink, RouterLinkActive } from '@angular/router';
import { JobStore } from '../data/job.store';

/** One view of a place. */
export interface Tab {
  readonly path: string;
  readonly name: string;
}

/** The views of a place, in a row. */
@Component({
  selector: 'hp-tabs',
  imports: [RouterLink, RouterLinkActive],
  template: `
    <nav class="no-print" aria-label="Views">
      @for (t of tabs(); track t.path) {
        <a
          [routerLink]="'/job/' + store.jobId() + '/' + t.path"
          routerLinkActive="here"
          [routerLinkActiveOptions]="{ exact: true }"
          ariaCurrentWhenActive="page"
          >{{ t.name }}</a
        >
      }
    </nav>
  `,
  styles: `
    nav {
      display: flex;
      gap: 16px;
      white-space: nowrap;
      border-bottom: 1px solid var(--hairline);
    }
    a {
      color: var(--mid);
      text-decoration: none;
      padding: 3px 0 5px;
      border-bottom: 2px solid transparent;
      margin-bottom: -1px;
    }
    .here {
      color: var(--ink);
      font-weight: 600;
      border-bottom-color: var(--copper);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Tabs {
  readonly tabs = input.required<readonly Tab[]>();
  protected readonly store = inject(JobStore);
}
