import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { JobStore } from '../data/job.store';
import { saveFile } from '../data/save-file';

/** The job as one open file. */
@Component({
  selector: 'hp-hand-over',
  template: `
    <h2>The job as a file</h2>
    <p>
      Everything of this job, with the crew, coupons and procedures it rests on, as one JSON file with a published
      schema. The same job always gives the same bytes; import it under Jobs.
    </p>
    <p>
      <button class="button main" [disabled]="busy()" (click)="save()">
        {{ busy() ? 'Writing …' : 'Export the job' }}
      </button>
    </p>
    @if (failure(); as f) {
      <p class="says-problem" role="alert">✕ {{ f }}</p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 8px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class HandOver {
  private readonly store = inject(JobStore);
  protected readonly busy = signal(false);
  protected readonly failure = signal<string | null>(null);

  protected async save(): Promise<void> {
    const job = this.store.job();
    if (!job) return;
    this.busy.set(true);
    this.failure.set(null);
    try {
      const response = await fetch(`/api/jobs/${job.id}/export`);
      if (!response.ok) throw new Error(`The server answered ${response.status}.`);
      saveFile(await response.blob(), `${job.name.toLowerCase().replace(/[^a-z0-9]+/g, '-')}.hephaist.json`);
    } catch (e) {
      this.failure.set((e as Error).message);
    } finally {
      this.busy.set(false);
    }
  }
}
