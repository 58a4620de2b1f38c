import { ChangeDetectionStrategy, Component, computed, inject, signal, viewChild } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { Router, RouterLink } from '@angular/router';
import type { JobSummary } from '@hephaist/contracts';
import { importJobFile } from '../data/import-job';
import { JobsStore } from '../data/jobs.store';
import { newId } from '../data/outbox';
import { Attempt } from '../forms/attempt';
import { Entry } from '../forms/entry';
import { Form } from '../forms/form';
import { FormOf } from '../forms/form-of';
import { Done } from '../layout/done';
import { Header } from '../shell/header';
import { May } from '../signing/may';
import { newJob } from './job-draft';
import { WaitingFiles } from './waiting-files';

/** All jobs with how far each is; a job file is brought in here. */
@Component({
  selector: 'hp-jobs-page',
  imports: [MatButtonModule, MatProgressBarModule, May, Entry, FormOf, Header, RouterLink, WaitingFiles],
  template: `
    <hp-header />
    <main>
      <div class="head">
        <h1>Jobs</h1>
        <span>
          <a matButton="outlined" routerLink="/shop">Tables, sources and weights</a>
          <button *hpMay="'import'" matButton="outlined" (click)="picker.click()">Import a job file</button>
        </span>
        <input
          #picker
          class="visually-hidden"
          type="file"
          accept=".json,.zip,application/json,application/zip"
          aria-label="Job file"
          (change)="bringIn(picker)"
        />
      </div>
      <form *hpMay="'write:job'" [hpForm]="fresh" (sent)="begin()">
        <hp-entry
          class="name"
          label="Name of a new job"
          [bare]="true"
          placeholder="Name of a new job"
          [of]="fresh.f.name"
        />
        <button matButton="filled" type="submit" [disabled]="fresh.busy()">Begin a job</button>
        @if (fresh.failure(); as f) {
          <p class="says-problem" role="alert">✕ {{ f }}</p>
        }
      </form>
      @if (problem(); as p) {
        <p class="says-problem" role="alert">✕ {{ p }}</p>
      }
      <hp-waiting-files (taken)="open($event)" />
      @if (error(); as e) {
        <p role="alert">{{ e }} <button matButton="outlined" (click)="load()">Try again</button></p>
      } @else if (jobs() === null) {
        <p class="quiet" role="status">Fetching jobs …</p>
      } @else {
        <ul>
          @for (job of shown(); track job.id) {
            <li>
              <a class="sheet" [routerLink]="['/job', job.id, 'plan']">
                <strong>{{ job.name }}</strong>
                <span class="quiet">{{ job.place }}</span>
                <span class="count">{{ job.brazed }} of {{ job.joints }} joints brazed</span>
                <mat-progress-bar
                  [value]="(100 * job.brazed) / (job.joints || 1)"
                  [attr.aria-label]="'Brazed joints of ' + job.name"
                />
              </a>
              <span class="does" *hpMay="'write:job'">
                <button matButton="outlined" (click)="copy(job)" [attr.aria-label]="'Copy ' + job.name">Copy</button>
                <button
                  matButton="outlined"
                  (click)="archive(job)"
                  [attr.aria-label]="(job.archived ? 'Bring back ' : 'Archive ') + job.name"
                >
                  {{ job.archived ? 'Bring back' : 'Archive' }}
                </button>
              </span>
            </li>
          } @empty {
            <li class="quiet">
              {{ old() ? 'No archived job.' : 'No job yet. Begin one above, or import a job file.' }}
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
      <p class="quiet">Advice only: local codes and licensed practice govern. Nothing here certifies.</p>
    </main>
  `,
  styles: `
    main {
      max-width: 860px;
      width: 100%;
      margin: 32px auto;
      padding: 0 18px;
      display: grid;
      grid-template-columns: minmax(0, 1fr);
      gap: 16px;
    }
    .head,
    .head > span {
      display: flex;
      flex-wrap: wrap;
      gap: 6px;
      justify-content: space-between;
      align-items: center;
    }
    ul {
      list-style: none;
      padding: 0;
      display: grid;
      gap: 10px;
    }
    li {
      display: grid;
      grid-template-columns: 1fr auto;
      gap: 10px;
      align-items: center;
    }
    .does .mdc-button {
      margin-left: 6px;
    }
    form {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
    }
    form .name {
      flex: 1 1 200px;
    }
    li a {
      display: grid;
      grid-template-columns: 1fr auto;
      gap: 2px 20px;
      padding: 14px 18px;
      color: inherit;
      text-decoration: none;
    }
    li a:hover {
      border-color: var(--copper);
    }
    strong {
      font-size: 18px;
    }
    .count {
      grid-row: 1;
      grid-column: 2;
    }
    @media (width < 600px) {
      li {
        grid-template-columns: minmax(0, 1fr);
      }
      li a {
        grid-template-columns: minmax(0, 1fr);
      }
      .count {
        grid-row: auto;
        grid-column: auto;
      }
    }
    mat-progress-bar {
      width: 180px;
      align-self: center;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class JobsPage {
  private readonly store = inject(JobsStore);
  protected readonly jobs = this.store.jobs;
  protected readonly error = signal<string | null>(null);
  private readonly asked = new Attempt();
  protected readonly problem = this.asked.failure;
  private readonly name = signal({ name: '' });
  protected readonly fresh = new Form(this.name, {
    tried: () => (this.name().name.trim() ? [] : [{ field: 'name', says: 'Name the job first.' }]),
  });
  /** Archived jobs are shown instead of current ones. */
  protected readonly old = signal(false);
  protected readonly shown = computed(() => (this.jobs() ?? []).filter((j) => j.archived === this.old()));
  protected readonly archivedCount = computed(() => (this.jobs() ?? []).filter((j) => j.archived).length);
  private readonly waiting = viewChild.required(WaitingFiles);
  private readonly router = inject(Router);
  private readonly done = inject(Done);

  constructor() {
    void this.load();
  }

  protected async load(): Promise<void> {
    this.error.set(null);
    try {
      await this.store.load();
    } catch (e) {
      this.error.set((e as Error).message);
    }
  }

  protected async begin(): Promise<void> {
    await this.fresh.submit(async () => {
      const job = newJob(newId(), this.name().name.trim());
      await this.store.begin(job);
      await this.router.navigate(['/job', job.id, 'plan']);
    });
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
    if (!file) return;
    this.problem.set(null);
    const outcome = await importJobFile(file);
    if ('jobId' in outcome) this.open(outcome.jobId);
    else if ('waits' in outcome) await this.waiting().came(outcome.waits);
    else this.problem.set(outcome.says);
  }

  protected open(jobId: string): void {
    void this.router.navigate(['/job', jobId, 'plan']);
  }
}
