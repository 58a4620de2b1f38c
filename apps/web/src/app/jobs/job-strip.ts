import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { JobSummary } from '@hephaist/contracts/exchange/answers';

/** A job as one pipe: a length for each of its lines, as long as it has joints, filled as far as they are brazed. */
@Component({
  selector: 'hp-job-strip',
  template: `
    @for (l of lengths(); track l.id) {
      <span [style.flex-grow]="l.joints"
        ><span class="brazed" [style.width.%]="(100 * l.brazed) / l.joints"></span
        ><span class="rejected" [style.width.%]="(100 * l.rejected) / l.joints"></span
      ></span>
    }
  `,
  styles: `
    :host {
      display: flex;
      gap: var(--space-1);
      height: 10px;
    }
    :host > span {
      display: flex;
      min-width: 6px;
      background: var(--sheet);
      border: 1px solid var(--ink);
      border-radius: 5px;
      overflow: hidden;
    }
    .brazed {
      background: var(--fine);
    }
    .rejected {
      background: var(--refused);
    }
  `,
  host: { role: 'img', '[attr.aria-label]': 'words()' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class JobStrip {
  readonly job = input.required<JobSummary>();
  protected readonly lengths = computed(() => this.job().lines.filter((l) => l.joints));
  protected readonly words = computed(() => `${this.job().brazed} of ${this.job().joints} joints brazed`);
}
