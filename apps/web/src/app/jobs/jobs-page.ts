import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import type { JobSummary } from '@hephaist/contracts';
import { call } from '../data/api';
import { Header } from '../shell/header';
import { importJobFile } from './import-job';

/** All jobs with how far each is; a job file is brought in here. */
@Component({
  selector: 'hp-jobs-page',
  imports: [Header, RouterLink],
  template: `
    <hp-header />
    <main>
      <div class="head">
        <h1>Jobs</h1>
        <button class="button" (click)="picker.click()">Import a job file</button>
        <input
          #picker
          class="visually-hidden"
          type="file"
          accept=".json,application/json"
          aria-label="Job file"
          (change)="bringIn(picker)"
        />
      </div>
      @if (problem(); as p) {
        <p class="says-problem" role="alert">✕ {{ p }}</p>
      }
      @if (error(); as e) {
        <p role="alert">{{ e }} <button class="button" (click)="load()">Try again</button></p>
      } @else if (jobs() === null) {
        <p class="quiet" role="status">Fetching jobs …</p>
      } @else {
        <ul>
          @for (job of jobs(); track job.id) {
            <li>
              <a class="sheet" [routerLink]="['/job', job.id, 'plan']">
                <strong>{{ job.name }}</strong>
                <span class="quiet">{{ job.place }}</span>
                <span class="count">{{ job.brazed }} of {{ job.joints }} joints brazed</span>
                <progress
                  [value]="job.brazed"
                  [max]="job.joints || 1"
                  [attr.aria-label]="'Brazed joints of ' + job.name"
                ></progress>
              </a>
            </li>
          } @empty {
            <li class="quiet">No job yet. Import a job file to begin.</li>
          }
        </ul>
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
      gap: 16px;
    }
    .head {
      display: flex;
      justify-content: space-between;
      align-items: center;
    }
    ul {
      list-style: none;
      padding: 0;
      display: grid;
      gap: 10px;
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
    progress {
      accent-color: var(--copper);
      width: 180px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class JobsPage {
  protected readonly jobs = signal<readonly JobSummary[] | null>(null);
  protected readonly error = signal<string | null>(null);
  protected readonly problem = signal<string | null>(null);
  private readonly router = inject(Router);

  constructor() {
    void this.load();
  }

  protected async load(): Promise<void> {
    this.error.set(null);
    try {
      this.jobs.set(await call<JobSummary[]>('jobs'));
    } catch (e) {
      this.error.set((e as Error).message);
    }
  }

  protected async bringIn(picker: HTMLInputElement): Promise<void> {
    const file = picker.files?.[0];
    picker.value = '';
    if (!file) return;
    this.problem.set(null);
    const outcome = await importJobFile(file);
    if (outcome.jobId) await this.router.navigate(['/job', outcome.jobId, 'plan']);
    else this.problem.set(outcome.says);
  }
}
