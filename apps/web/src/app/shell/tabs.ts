import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { MatTabsModule } from '@angular/material/tabs';
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
  imports: [MatTabsModule, RouterLink, RouterLinkActive],
  template: `
    @if (store.jobId()) {
      <nav mat-tab-nav-bar disablePagination class="no-print" aria-label="Views" [tabPanel]="panel">
        @for (t of tabs(); track t.path) {
          <a
            mat-tab-link
            #here="routerLinkActive"
            [routerLink]="'/job/' + store.jobId() + '/' + t.path"
            routerLinkActive
            [routerLinkActiveOptions]="EXACT"
            [active]="here.isActive"
            ariaCurrentWhenActive="page"
            >{{ t.name }}</a
          >
        }
      </nav>
    }
    <mat-tab-nav-panel #panel />
  `,
  styles: `
    :host {
      --mat-tab-divider-color: var(--hairline);
      display: block;
    }
    a {
      min-width: 0;
      padding: 0 var(--space-4);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Tabs {
  readonly tabs = input.required<readonly Tab[]>();
  /** The view itself, whatever is open in it. */
  protected readonly EXACT = {
    paths: 'exact',
    queryParams: 'ignored',
    matrixParams: 'ignored',
    fragment: 'ignored',
  } as const;
  protected readonly store = inject(JobStore);
}
