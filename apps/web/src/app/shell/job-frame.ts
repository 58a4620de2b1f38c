import { ChangeDetectionStrategy, Component, effect, inject, input } from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { Router, RouterLink, RouterOutlet } from '@angular/router';
import { fromEvent, map, merge, startWith, timer } from 'rxjs';
import { AlertsStore } from '../data/alerts.store';
import { JobStore } from '../data/job.store';
import { LOOK_MS, OthersStore } from '../data/others.store';
import { SessionsStore } from '../data/sessions.store';
import { Header } from './header';

/** Header and foot around the places of one job; loads it and says when it cannot. */
@Component({
  selector: 'hp-job-frame',
  imports: [MatButtonModule, Header, RouterOutlet, RouterLink],
  template: `
    @if (!bare()) {
      <hp-header
        class="no-print"
        [jobId]="jobId()"
        [jobName]="store.job()?.name ?? ''"
        [warnings]="alerts.alerts().length"
      />
    }
    <main>
      @if (store.error(); as error) {
        <section class="middle" role="alert">
          <h1>This job cannot be shown.</h1>
          <p>{{ error }}</p>
          <p>
            <button matButton="filled" (click)="store.load(jobId())">Try again</button>
            <a matButton="outlined" routerLink="/jobs">All jobs</a>
          </p>
        </section>
      } @else if (store.loading() || !store.job()) {
        <p class="middle quiet" role="status">Fetching the job …</p>
      } @else {
        <router-outlet />
      }
    </main>
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      flex: 1;
      min-height: 0;
    }
    main {
      flex: 1;
      min-height: 0;
      display: flex;
      flex-direction: column;
    }
    .middle {
      margin: 80px auto;
      display: grid;
      gap: 12px;
      max-width: 50ch;
    }
    .mdc-button {
      margin-right: 8px;
    }
    @media print {
      :host,
      main {
        display: block;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class JobFrame {
  readonly jobId = input.required<string>();
  protected readonly store = inject(JobStore);
  protected readonly alerts = inject(AlertsStore);
  private readonly sessions = inject(SessionsStore);
  private readonly router = inject(Router);
  /** Beside the torch there is nothing but the work. */
  protected readonly bare = toSignal(
    this.router.events.pipe(
      startWith(null),
      map(() => this.router.url.includes('/live/')),
    ),
  );

  constructor() {
    effect(() => void this.store.load(this.jobId()));
    effect(() => void this.sessions.load(this.jobId()));
    // What others do appears without a reload: now and then, and whenever the page comes back into view.
    const others = inject(OthersStore);
    merge(timer(0, LOOK_MS), fromEvent(document, 'visibilitychange'))
      .pipe(takeUntilDestroyed())
      .subscribe(() => void others.look());
  }
}
