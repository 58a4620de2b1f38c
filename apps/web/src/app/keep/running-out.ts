import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { RouterLink } from '@angular/router';
import { type BrazerRecord, mayBraze } from '@hephaist/core/qualification/may-braze';
import { AlertsStore } from '../data/alerts.store';
import { JobStore } from '../data/job.store';
import { keptBy, nearWords } from '../data/kept-by';
import { WorkStore } from '../data/work.store';

/** Whose last good day is near or just past, and what would move it. */
@Component({
  selector: 'hp-running-out',
  imports: [MatButtonModule, RouterLink],
  template: `
    <h2>Running out</h2>
    @for (r of rows(); track r.key) {
      <p [class]="r.tone">
        <strong>{{ r.mark }} {{ r.name }}</strong> {{ r.when }}
      </p>
      <p>{{ r.keeps }}</p>
      <p class="quiet">{{ r.under }}</p>
    } @empty {
      <p class="fine">✓ Nobody within 60 days.</p>
    }
    @if (byWork()) {
      <p><a matButton="outlined" [routerLink]="['/job', job.jobId(), 'keep', 'share']">Give them a joint</a></p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: var(--space-2);
    }
    p.quiet {
      margin-bottom: var(--space-4);
      font-size: var(--type-small);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RunningOut {
  private readonly store = inject(AlertsStore);
  protected readonly job = inject(JobStore);
  private readonly work = inject(WorkStore);

  /** Open joints that a brazer may braze today; null while they are being planned. */
  private marksFor(record: BrazerRecord): string[] | null {
    if (this.work.pending()) return null;
    return this.work
      .groups()
      .filter(({ asks, joints }) => joints.some((w) => w.open) && mayBraze(record, asks, this.store.today()).may)
      .flatMap(({ joints }) => joints.filter((w) => w.open).map((w) => w.joint.mark));
  }

  protected readonly rows = computed(() =>
    this.store.alerts().map(({ brazer, record, alert }) => {
      const { daysLeft: days, goodThrough } = alert;
      const past = days < 0;
      return {
        key: `${brazer.id} ${goodThrough} ${alert.keeps}`,
        name: brazer.name,
        mark: past ? '✕' : '▲',
        tone: past ? 'refused' : 'caution',
        when: nearWords(days),
        under: `${past ? 'Was good' : 'Good'} through ${goodThrough} by ${alert.under.join('; ')}.`,
        keeps: keptBy(alert, alert.keeps === 'joint' ? this.marksFor(record) : []),
      };
    }),
  );
  protected readonly byWork = computed(() => this.store.alerts().some((a) => a.alert.keeps === 'joint'));
}
