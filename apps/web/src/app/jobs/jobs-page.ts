import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatDialog } from '@angular/material/dialog';
import { Router, RouterLink } from '@angular/router';
import type { JobSummary } from '@hephaist/contracts/exchange/answers';
import { saysOf } from '@hephaist/core/words/says-of';
import { AccountStore } from '../data/account.store';
import { isJointList, type JointList, readJointList } from '../data/brought-list';
import { importJobFile } from '../data/import-job';
import { JobsStore } from '../data/jobs.store';
import { Attempt } from '../forms/attempt';
import { Entry } from '../forms/entry';
import { Pick as PickField } from '../forms/pick';
import { openForm } from '../layout/ask-in';
import { Done } from '../layout/done';
import { Page } from '../layout/page';
import { PageHead } from '../layout/page-head';
import { May } from '../signing/may';
import { FirstSteps } from './first-steps';
import { HomeBeside } from './home-beside';
import { JobLines } from './job-lines';
import { JOB_SORTS, type JobSort, nextOf, sortedJobs } from './job-next';
import { JobStrip } from './job-strip';
import { standingOf } from './standing';
import { WaitingFiles } from './waiting-files';

/** Up to so many jobs are found by looking. */
const FEW = 6;
/** Up to so many have room for each of their lines. */
const ROOMY = 2;

/** Home: how the company stands, each job by its lines and what it needs next; a job's file is brought in here. */
@Component({
  selector: 'hp-jobs-page',
  imports: [
    Entry,
    FirstSteps,
    HomeBeside,
    JobLines,
    JobStrip,
    MatButtonModule,
    May,
    Page,
    PageHead,
    PickField,
    RouterLink,
    WaitingFiles,
  ],
  template: `
    <hp-page [wide]="1240">
      <hp-page-head [title]="standing()">
        <button *hpMay="'import'" matButton="outlined" (click)="picker.click()">Bring a file in</button>
        <button *hpMay="'write:job'" matButton="filled" (click)="beginJob()">Begin a job</button>
      </hp-page-head>
      <input
        #picker
        class="visually-hidden"
        type="file"
        tabindex="-1"
        accept=".json,.zip,.csv,.xlsx,application/json,application/zip,text/csv"
        aria-label="Job file, package or list of joints"
        (change)="bringIn(picker)"
      />
      @if (problem(); as p) {
        <p class="says-problem" role="alert">✕ {{ p }}</p>
      }
      <div class="desk">
        <section class="jobs" aria-label="Jobs of the company">
          @if (keep(); as words) {
            <p class="caution keep" role="status">
              <code>{{ words }}</code> is to be kept: pick its job, or begin one.
            </p>
          }
          <hp-first-steps (begun)="beginJob()" />
          <hp-waiting-files (taken)="open($event)" />
          @if (error(); as e) {
            <p role="alert">{{ e }} <button matButton="outlined" (click)="load()">Try again</button></p>
          } @else if (jobs() === null) {
            <p class="quiet" role="status">Fetching jobs …</p>
          } @else {
            @if (among().length > FEW) {
              <div class="ask">
                <hp-entry kind="search" label="Find a job" [bare]="true" placeholder="Find a job …" [(value)]="find" />
                <hp-pick label="In which order" [bare]="true" [options]="sorts" [(value)]="sort" />
              </div>
            }
            <ul>
              @for (job of shown(); track job.id) {
                @let next = nextOf(job);
                <li>
                  <p class="job">
                    <a
                      class="name"
                      [routerLink]="['/job', job.id, 'plan']"
                      [queryParams]="keep() ? { add: keep() } : {}"
                      ><strong>{{ job.name }}</strong> <span class="quiet">{{ job.place }}</span></a
                    >
                    <span class="far quiet">{{ job.brazed }} of {{ job.joints }} brazed</span>
                    @if (next.isDone) {
                      <span class="fine">✓ {{ next.says }}</span>
                    } @else {
                      <a class="next" [routerLink]="'/job/' + job.id + '/' + next.path">{{ next.says }}</a>
                    }
                    <span class="does" *hpMay="'write:job'">
                      <button matButton (click)="copy(job)" [attr.aria-label]="'Copy ' + job.name">Copy</button>
                      <button
                        matButton
                        (click)="archive(job)"
                        [attr.aria-label]="(job.archived ? 'Bring back ' : 'Archive ') + job.name"
                      >
                        {{ job.archived ? 'Bring back' : 'Archive' }}
                      </button>
                    </span>
                  </p>
                  @if (shown().length <= ROOMY) {
                    <hp-job-lines [job]="job" />
                  } @else {
                    <hp-job-strip [job]="job" />
                  }
                </li>
              } @empty {
                <li class="none">
                  @if (find() || old()) {
                    <p>{{ find() ? 'No job answers to that.' : 'No archived job.' }}</p>
                  } @else {
                    <p class="quiet">
                      Each job stands here with how far it is and what it needs next. Begin one, or drop a job’s file,
                      its package or a list of joints (CSV, .xlsx) on this page.
                    </p>
                  }
                </li>
              }
            </ul>
          }
          @if (archivedCount()) {
            <p>
              <button matButton="outlined" [attr.aria-pressed]="old()" (click)="old.set(!old())">
                {{ old() ? 'Show current jobs' : 'Show archived jobs (' + archivedCount() + ')' }}
              </button>
            </p>
          }
          <form class="now" (submit)="$event.preventDefault(); answer()">
            <hp-entry
              label="One joint, now: no job, what is in the van"
              placeholder="7/8 cu-brass valve up near txv 4in"
              [(value)]="one"
            />
            <button matButton="outlined" type="submit">Answer it</button>
          </form>
        </section>
        <aside aria-label="What runs out and what waits"><hp-home-beside /></aside>
      </div>
    </hp-page>
  `,
  styleUrl: './jobs-page.scss',
  host: { '(dragover)': '$event.preventDefault()', '(drop)': 'dropped($event)' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class JobsPage {
  private readonly store = inject(JobsStore);
  private readonly account = inject(AccountStore);
  protected readonly jobs = this.store.jobs;
  protected readonly error = signal<string | null>(null);
  private readonly asked = new Attempt();
  protected readonly problem = this.asked.failure;
  protected readonly nextOf = nextOf;
  private readonly dialog = inject(MatDialog);
  protected readonly sorts = JOB_SORTS;
  protected readonly FEW = FEW;
  protected readonly ROOMY = ROOMY;
  protected readonly sort = signal<JobSort>('newest');
  protected readonly find = signal('');
  /** `job` where one is to be begun at once. */
  readonly begin = input<string>();
  /** A joint in shorthand that is to be kept in a job. */
  readonly keep = input<string>();
  /** Archived jobs are shown instead of current ones. */
  protected readonly old = signal(false);
  protected readonly among = computed(() => (this.jobs() ?? []).filter((j) => j.archived === this.old()));
  protected readonly shown = computed(() => sortedJobs(this.among(), this.sort(), this.find()));
  /** How the company stands, in a sentence. */
  protected readonly standing = computed(() => {
    const jobs = this.jobs();
    return jobs === null ? 'Jobs' : standingOf(jobs.filter((j) => !j.archived));
  });
  /** One joint of no job, in shorthand. */
  protected readonly one = signal('');
  protected readonly archivedCount = computed(() => (this.jobs() ?? []).filter((j) => j.archived).length);
  private readonly waiting = viewChild.required(WaitingFiles);
  private readonly router = inject(Router);
  private readonly done = inject(Done);

  constructor() {
    void this.load();
    effect(() => {
      if (this.begin() === 'job') untracked(() => void this.beginJob());
    });
  }

  protected async load(): Promise<void> {
    this.error.set(null);
    try {
      await this.store.load();
    } catch (e) {
      this.error.set(saysOf(e));
    }
  }

  protected async beginJob(data: JointList | null = null): Promise<void> {
    const { BeginJob } = await import('./begin-job');
    openForm(this.dialog, BeginJob, data, 'begin-job-title');
  }

  /** A job's file, its package or a list of joints that is dropped on the page. */
  protected dropped(event: DragEvent): void {
    const file = event.dataTransfer?.files[0];
    if (!file) return;
    event.preventDefault();
    if (this.account.may('import')) void this.take(file);
  }

  protected answer(): void {
    void this.router.navigate(['/now'], { queryParams: this.one().trim() ? { say: this.one().trim() } : {} });
  }

  protected async copy(job: JobSummary): Promise<void> {
    await this.asked.run(async () => {
      await this.router.navigate(['/job', await this.store.copy(job), 'plan']);
    });
  }

  protected async archive(summary: JobSummary, archived = !summary.archived): Promise<void> {
    const done = await this.asked.run(async () => {
      await this.store.archive(summary.id, archived);
      await this.load();
      if (!this.archivedCount()) this.old.set(false);
    });
    if (done)
      this.done.say(`${summary.name} is ${archived ? 'archived' : 'back among the current jobs'}.`, () =>
        this.archive(summary, !archived),
      );
  }

  protected async bringIn(picker: HTMLInputElement): Promise<void> {
    const file = picker.files?.[0];
    picker.value = '';
    if (file) await this.take(file);
  }

  private async take(file: File): Promise<void> {
    this.problem.set(null);
    if (isJointList(file)) {
      if (this.account.may('write:job')) await this.asked.run(async () => this.beginJob(await readJointList(file)));
      else this.problem.set('A list of joints begins a job, and your role begins none.');
      return;
    }
    const outcome = await importJobFile(file);
    if ('jobId' in outcome) this.open(outcome.jobId);
    else if ('waits' in outcome) await this.waiting().came(outcome.waits);
    else if ('says' in outcome) this.problem.set(outcome.says);
    // It may have been taken in just before it was stopped: what is in stands in the list.
    else await this.store.load();
  }

  protected open(jobId: string): void {
    void this.router.navigate(['/job', jobId, 'plan']);
  }
}
