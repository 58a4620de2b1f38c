import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { mayBraze, type BrazerRecord, type JointVariables } from '@hephaist/core';
import { AlertsStore } from '../data/alerts.store';
import { JobStore } from '../data/job.store';
import { keptBy, nearWords } from './kept-by';

/** Whose last good day is near or just past, and what would move it. */
@Component({
  selector: 'hp-running-out',
  imports: [RouterLink],
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
      <p><a class="button" [routerLink]="['/job', job.jobId(), 'keep', 'share']">Give them a joint</a></p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: 4px;
    }
    p.quiet {
      margin-bottom: 8px;
      font-size: 13.5px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RunningOut {
  private readonly store = inject(AlertsStore);
  protected readonly job = inject(JobStore);
  /** What is still to be brazed, joints that ask the same once with their marks. */
  private readonly open = computed(() => {
    const [plan, last] = [this.job.plan(), this.job.lastLog()];
    const groups = new Map<JointVariables, string[]>();
    for (const j of this.job.joints()) {
      const asks = plan(j).plan?.asks;
      if (!asks || j.setAside || last.get(j.id)?.visual === 'accepted') continue;
      groups.set(asks, [...(groups.get(asks) ?? []), j.mark]);
    }
    return [...groups];
  });

  /** Open joints that a brazer may braze today. */
  private marksFor(record: BrazerRecord): string[] {
    return this.open().flatMap(([asks, own]) => (mayBraze(record, asks, this.store.today()).may ? own : []));
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
        under: `Good through ${goodThrough} by ${alert.under.join('; ')}.`,
        keeps: keptBy(alert, alert.keeps === 'joint' ? this.marksFor(record) : []),
      };
    }),
  );
  protected readonly byWork = computed(() => this.store.alerts().some((a) => a.alert.keeps === 'joint'));
}
