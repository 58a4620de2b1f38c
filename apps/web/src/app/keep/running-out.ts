import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { mayBraze, type Alert, type BrazerRecord, type JointVariables } from '@hephaist/core';
import { AlertsStore } from '../data/alerts.store';
import { JobStore } from '../data/job.store';
import { markRuns } from '../plan/mark-runs';

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

  private keptBy(alert: Alert, record: BrazerRecord): string {
    if (alert.keeps === 'confirmation') return 'A supervisor’s confirmation keeps it.';
    if (alert.keeps === 'coupon')
      return alert.daysLeft < 0 ? 'Only a passed coupon brings it back.' : 'Only another passed coupon keeps it.';
    const marks = this.open().flatMap(([asks, own]) => (mayBraze(record, asks, this.store.today()).may ? own : []));
    if (!marks.length) return 'No joint of this job keeps it: a coupon would.';
    const runs = markRuns(marks);
    return `Any one of ${marks.length} open joints keeps it: ${runs.slice(0, 3).join(', ')}${runs.length > 3 ? ' and more' : ''}.`;
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
        when: past ? `lapsed ${-days} days ago` : days === 0 ? 'ends today' : `${days} days left`,
        under: `Good through ${goodThrough} by ${alert.under.join('; ')}.`,
        keeps: this.keptBy(alert, record),
      };
    }),
  );
  protected readonly byWork = computed(() => this.store.alerts().some((a) => a.alert.keeps === 'joint'));
}
