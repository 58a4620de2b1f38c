import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { Joint } from '@hephaist/contracts/records/joint';
import { daysBetween } from '@hephaist/core/qualification/continuity';
import { saysOf } from '@hephaist/core/words/says-of';
import { JobStore } from '../data/job.store';
import { May } from '../signing/may';
import { localNow } from '../time/zone';

/** Temporary patches of the job, until each is cut out. */
@Component({
  selector: 'hp-patches',
  imports: [MatButtonModule, May],
  template: `
    @if (rows().length) {
      <h2>Patches to cut out</h2>
      @for (r of rows(); track r.joint.id) {
        <p [class]="r.tone">
          <strong>{{ r.sign }} {{ r.joint.mark }}</strong> {{ r.when }}
        </p>
        <button *hpMay="'write:joint'" matButton="outlined" (click)="cutOut(r.joint)">
          {{ r.joint.mark }} is cut out
        </button>
      }
      @if (failure(); as f) {
        <p class="says-problem" role="alert">✕ {{ f }}</p>
      }
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: var(--space-3);
      justify-items: start;
    }
    :host:empty {
      display: none;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Patches {
  private readonly store = inject(JobStore);
  private readonly today = localNow(this.store.timeZone()).slice(0, 10);
  protected readonly failure = signal<string | null>(null);
  protected readonly rows = computed(() =>
    this.store
      .joints()
      .filter((j) => j.socket.kind === 'patch' && !j.setAside && !j.patch?.cutOutOn)
      .map((joint) => {
        const by = joint.patch?.cutOutBy ?? null;
        const days = by ? daysBetween(this.today, by) : null;
        const past = days === null || days < 0;
        return {
          joint,
          days: days ?? -1,
          sign: past ? '✕' : '▲',
          tone: past ? 'refused' : 'caution',
          when:
            days === null
              ? 'has no day by which it is cut out'
              : `by ${by ?? ''}, ${days < 0 ? `${-days} days over` : days === 0 ? 'today' : `${days} days left`}`,
        };
      })
      .sort((a, b) => a.days - b.days),
  );

  protected async cutOut(joint: Joint): Promise<void> {
    this.failure.set(null);
    const { holeM, cutOutBy } = joint.patch ?? { holeM: 0.003, cutOutBy: null };
    try {
      const patch = { holeM, cutOutBy, cutOutOn: this.today };
      await this.store.change('joint', [{ ...joint, patch }]);
    } catch (e) {
      this.failure.set(saysOf(e));
    }
  }
}
