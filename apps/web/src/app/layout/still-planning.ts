import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { JobStore } from '../data/job.store';

/** That joints of the open job are still being planned, where what stands below counts them. */
@Component({
  selector: 'hp-still-planning',
  template: `
    @if (pending(); as n) {
      <p class="quiet" role="status">Planning, {{ n }} different joints to go …</p>
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StillPlanning {
  protected readonly pending = inject(JobStore).summaries.pending;
}
