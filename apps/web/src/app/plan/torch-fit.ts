import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { genericTorch, type JobTorch, MOST_EFFICIENCY } from '@hephaist/contracts/records/job-torch';
import type { Joint } from '@hephaist/contracts/records/joint';
import { coreMark } from '@hephaist/contracts/records/purge-session';
import { FEWEST_TIMES, fitEfficiency, type FittedEfficiency } from '@hephaist/core/heat/fit-efficiency';
import { EFFICIENCY, type Tip } from '@hephaist/core/heat/fuels';
import type { HeatJoint } from '@hephaist/core/heat/heat-joint';
import { quickHeat } from '@hephaist/core/heat/quick-heat';
import { heatingTimes, type PlannedFlame } from '@hephaist/core/live/heating-times';
import { JobStore } from '../data/job.store';
import { SessionsStore } from '../data/sessions.store';
import { Attempt } from '../forms/attempt';
import { May } from '../signing/may';

const percent = (share: number): string => `${Math.round(share * 100)} %`;
const band = (b: { readonly min: number; readonly max: number }): string => `${percent(b.min)} to ${percent(b.max)}`;

/** Tips as practice has them: what the company's own times said of them is left out. */
const byPractice = (tips: readonly Tip[]): Tip[] => tips.map(({ efficiency: _own, ...tip }) => tip);

/** What the job's own heating times say of its torch: shown with its range, taken into every plan, and taken back. */
@Component({
  selector: 'hp-torch-fit',
  imports: [MatButtonModule, May],
  template: `
    @if (torch()?.efficiency; as e) {
      <p>
        Planned by {{ e.times }} of your own heating times: the torch gives {{ range(e) }} of its heat to the work;
        practice says {{ range(practice()) }}.
        <button *hpMay="'write:job'" matButton="outlined" [disabled]="asked.busy()" (click)="take(null)">
          Plan by practice again
        </button>
      </p>
    } @else if (fit(); as f) {
      <p>
        {{ f.used }} heating times of this job say that the torch gives {{ percent(f.value) }} ({{ percent(f.low) }} to
        {{ percent(f.high) }}) of its heat to the work; practice says {{ range(practice())
        }}{{ f.wild ? '. ' + f.wild + ' too wild to count' : '' }}.
        <button *hpMay="'write:job'" matButton="outlined" [disabled]="asked.busy()" (click)="take(f)">
          Plan by your own times
        </button>
      </p>
    } @else if (times().length) {
      <p class="quiet">
        {{ times().length }} of {{ FEWEST }} heating times that it takes to say something of the torch: each is taken
        from a purge session, flame on to made.
      </p>
    }
    @if (asked.failure(); as p) {
      <p class="says-problem" role="alert">✕ {{ p }}</p>
    }
  `,
  styles: `
    p {
      margin: var(--space-3) 0 0;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TorchFit {
  private readonly jobs = inject(JobStore);
  private readonly sessions = inject(SessionsStore);
  protected readonly asked = new Attempt();
  protected readonly FEWEST = FEWEST_TIMES;
  protected readonly percent = percent;
  protected readonly range = band;
  protected readonly torch = computed(() => this.jobs.job()?.torch ?? null);
  protected readonly practice = computed(() => EFFICIENCY[this.torch()?.burntWith ?? 'oxygen']);

  private planned(joint: Joint): PlannedFlame | null {
    const heat: HeatJoint | null = this.jobs.plan()(joint).plan?.heat ?? null;
    if (!heat) return null;
    const { seconds, flameS } = quickHeat(heat.tips ? { ...heat, tips: byPractice(heat.tips) } : heat);
    return seconds === null ? null : { seconds, flameS };
  }

  protected readonly times = computed(() =>
    this.sessions.sessions().flatMap(({ marks }) =>
      heatingTimes(marks.map(coreMark), (id) => {
        const joint = this.jobs.stored('joint', id)?.data;
        return joint ? this.planned(joint) : null;
      }),
    ),
  );
  protected readonly fit = computed(() => {
    const { min, max } = this.practice();
    return fitEfficiency(this.times(), { value: (min + max) / 2, low: min, high: max });
  });

  /** Every plan of the job is worked out anew; a step that can be undone. */
  protected async take(fit: FittedEfficiency | null): Promise<void> {
    const job = this.jobs.job();
    if (!job) return;
    const torch: JobTorch = job.torch ?? genericTorch();
    const most = (share: number): number => Math.min(MOST_EFFICIENCY, Math.max(0.01, share));
    const efficiency = fit ? { min: most(fit.low), max: most(fit.high), times: fit.used } : null;
    await this.asked.run(() => this.jobs.change('job', [{ ...job, torch: { ...torch, efficiency } }]));
  }
}
