import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatButtonModule } from '@angular/material/button';
import { ActivatedRoute, Router, RouterLink, RouterOutlet } from '@angular/router';
import { fromEvent, merge, timer } from 'rxjs';
import { AlertsStore } from '../data/alerts.store';
import { JobStore } from '../data/job.store';
import { JobsStore } from '../data/jobs.store';
import { LOOK_MS, OthersStore } from '../data/others.store';
import { SessionsStore } from '../data/sessions.store';
import { AddressWriter } from '../layout/address';
import { May } from '../signing/may';
import { Guide } from './guide';
import { Header } from './header';
import { PageTitles } from './page-titles';
import { isBesideTorch, urlOf } from './url-of';
import { WatchStrip } from './watch-strip';

/** Places that show the joint that is selected. */
const SHOWS_JOINT = /^\/job\/[^/]+\/(plan|braze|keep|practise)(\?|$)/;

/** Header and foot around the places of one job; loads it and says when it cannot. */
@Component({
  selector: 'hp-job-frame',
  imports: [Guide, WatchStrip, MatButtonModule, May, Header, RouterOutlet, RouterLink],
  template: `
    @if (!bare()) {
      <hp-header
        class="no-print"
        [jobId]="jobId()"
        [jobName]="store.job()?.name ?? ''"
        [warnings]="alerts.alerts().length"
      />
      @defer (when store.job()) {
        <hp-watch-strip class="no-print" [jobId]="jobId()" />
      }
    }
    <main [class.bare]="bare()">
      @if (store.error(); as error) {
        <section class="middle" role="alert">
          <h1>This job cannot be shown.</h1>
          <p>{{ error }}{{ store.asksAgain() ? ' It is asked again by itself.' : '' }}</p>
          <p>
            <button matButton="filled" (click)="store.load(jobId())">Try again</button>
            <a matButton="outlined" routerLink="/jobs">All jobs</a>
          </p>
        </section>
      } @else if (store.loading() || !store.job()) {
        <p class="middle quiet" role="status">Fetching the job …</p>
      } @else {
        @if (store.behind(); as why) {
          <p class="strip no-print" role="status">
            ▲ What others did since may be missing here: {{ why }}
            <button matButton="outlined" (click)="store.load(jobId())">Read again</button>
          </p>
        }
        @if (store.isReadOnly()) {
          <p class="strip no-print" role="status">
            ▲ This job is archived: it is read, and nothing is written into it.
            <button *hpMay="'write:job'" matButton="outlined" (click)="bringBack()">Bring it back</button>
          </p>
        }
        <router-outlet />
        @if (guided()) {
          @defer {
            <hp-guide />
          }
        }
      }
    </main>
  `,
  styles: `
    @use 'scale';

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
    .strip {
      margin: 0;
      padding: var(--space-3) var(--space-6);
      color: var(--caution);
      background: var(--tint);
    }
    .middle {
      margin: var(--space-9) auto;
      display: grid;
      gap: var(--space-5);
      max-width: 50ch;
    }
    .mdc-button {
      margin-right: var(--space-4);
    }
    /* The places stand at the foot there. */
    @include scale.under(phone) {
      main:not(.bare) {
        padding-bottom: calc(56px + env(safe-area-inset-bottom));
      }
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
  private readonly titles = inject(PageTitles);
  private readonly jobs = inject(JobsStore);
  /** A first joint is shown, step by step. */
  protected readonly guided = signal(false);
  private readonly url = urlOf(this.router);
  /** Beside the torch there is nothing but the work. */
  protected readonly bare = computed(() => isBesideTorch(this.url()));

  constructor() {
    const address = inject(ActivatedRoute).snapshot.queryParamMap;
    const asked = address.get('joint');
    this.guided.set(address.get('guide') === 'first');
    effect(() => {
      const id = this.jobId();
      // What loading reads of the store does not load it again.
      untracked(() => {
        void this.store.load(id);
        if (asked && this.store.selectedId() === null) this.store.select(asked);
        void this.sessions.load(id);
      });
    });
    const writer = inject(AddressWriter);
    // The joint stands in the address of places that show it: a link or a reload opens the same.
    effect(() => {
      const id = this.store.selectedId();
      const url = this.url();
      if (id && SHOWS_JOINT.test(url) && !url.includes(`joint=${id}`)) writer.put('joint', id);
    });
    effect(() => this.titles.of(this.store.job()?.name ?? '', this.store.selected()?.mark ?? ''));
    inject(DestroyRef).onDestroy(() => this.titles.of('', ''));
    // What others do appears without a reload: now and then, and whenever the page comes back into view.
    const others = inject(OthersStore);
    merge(timer(0, LOOK_MS), fromEvent(document, 'visibilitychange'))
      .pipe(takeUntilDestroyed())
      .subscribe(() => void others.look());
  }

  protected async bringBack(): Promise<void> {
    const id = this.jobId();
    await this.jobs.archive(id, false);
    await this.store.load(id);
  }
}
