import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import type { Joint } from '@hephaist/contracts/records/joint';
import { servedBy } from '@hephaist/core/selection/van';
import { markRuns } from '@hephaist/core/words/mark-runs';
import { JobStore } from '../data/job.store';
import { ShopStore } from '../data/shop.store';
import { fillerOptions } from '../forms/options';
import { Pick as PickField } from '../forms/pick';
import { SayPipe } from '../units/say.pipe';

/** Runs of marks that are named of one reason. */
const NAMED = 12;

/** The engine asked backwards: which of some joints a rod may make, and what keeps it from the others. */
@Component({
  selector: 'hp-rod-serves',
  imports: [PickField, SayPipe],
  template: `
    <h3>Which joints may one rod make?</h3>
    <hp-pick label="Rod" none="choose …" [options]="rods()" [(value)]="rod" />
    @if (served(); as s) {
      <p class="fine">✓ {{ rod() }} may make {{ s.may.length }} of {{ s.all }}{{ s.marks ? ': ' + s.marks : '' }}</p>
      @for (r of s.mayNot; track r.says) {
        <p>
          <span class="refused">✕ {{ r.n }} not:</span> {{ r.says | say }} <span class="quiet">{{ r.marks }}</span>
        </p>
      }
    }
  `,
  styles: `
    h3 {
      margin: var(--space-6) 0 var(--space-2);
      font-size: var(--type-body);
    }
    p {
      margin: var(--space-3) 0;
    }
    hp-pick {
      max-width: 220px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RodServes {
  readonly joints = input.required<readonly Joint[]>();
  private readonly store = inject(JobStore);
  private readonly tables = inject(ShopStore).tables;
  protected readonly rods = computed(() => fillerOptions(this.tables()));
  protected readonly rod = signal('');
  protected readonly served = computed(() => {
    const rod = this.rod();
    if (!rod) return null;
    const planOf = this.store.plan();
    const named = this.joints().flatMap((j) => {
      const { plan } = planOf(j);
      return plan ? [{ mark: j.mark, plan }] : [];
    });
    const { may, mayNot } = servedBy(rod, named);
    const marksOf = (marks: readonly string[]): string => {
      const runs = markRuns(marks);
      return runs.length > NAMED ? `${runs.slice(0, NAMED).join(', ')} and more` : runs.join(', ');
    };
    return {
      all: named.length,
      may,
      marks: marksOf(may),
      mayNot: mayNot.map((r) => ({ says: r.says, n: r.marks.length, marks: marksOf(r.marks) })),
    };
  });
}
