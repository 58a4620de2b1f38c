import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { Router, RouterOutlet } from '@angular/router';
import { JobStore } from '../data/job.store';
import { Header } from './header';
import { urlOf } from './url-of';

/** Header around the places of the company. What is followed from a job, and its torch rigs, keep the way back to it. */
@Component({
  selector: 'hp-company-frame',
  imports: [Header, RouterOutlet],
  template: `
    <hp-header class="no-print" [jobId]="jobId()" [jobName]="job.job()?.name ?? ''" />
    @if (job.error(); as e) {
      <p class="says-problem" role="alert">✕ {{ e }}</p>
    }
    <router-outlet />
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      flex: 1;
      min-height: 0;
    }
    .says-problem {
      padding: var(--space-4) var(--space-6);
    }
    @media print {
      :host {
        display: block;
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CompanyFrame {
  protected readonly job = inject(JobStore);
  private readonly router = inject(Router);
  private readonly url = urlOf(this.router);
  protected readonly jobId = computed(() => (/^\/(follow|rigs)(\/|\?|$)/.test(this.url()) ? this.job.jobId() : null));
}
