import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { inForce, namedProcedure } from '@hephaist/contracts/records/procedure';
import { procedureGaps } from '@hephaist/core/procedure/support';
import { CrewStore } from '../data/crew.store';
import { WorkStore } from '../data/work.store';
import { May } from '../signing/may';
import { ProcedureLimit } from './procedure-limit';

/** Procedures on file with how much of this job each covers, and what none covers. */
@Component({
  selector: 'hp-procedures',
  imports: [May, ProcedureLimit],
  template: `
    <h2>Procedures on file</h2>
    @for (p of procedures(); track p.record.id) {
      <p>
        <strong>{{ p.name }}</strong> F-{{ p.record.fNumbers.join(', F-') }},
        {{ p.record.fluxIds.length ? p.record.fluxIds.join(' or ') : 'no flux' }}: covers
        {{ planning() ? '…' : p.covered.size }} joints
        <span class="quiet">{{ p.record.note }}</span>
      </p>
      <hp-procedure-limit *hpMay="'write:procedure'" [procedure]="p.record" />
    } @empty {
      <p class="quiet">None signed.</p>
    }
    @if (!planning() && uncovered().length) {
      <p class="caution">
        ▲ {{ uncovered().length }} joints need a procedure that does not exist yet:
        {{ uncovered().slice(0, 8).join(', ') }}{{ uncovered().length > 8 ? ' …' : '' }}
      </p>
    }
  `,
  styles: `
    :host {
      display: grid;
      gap: var(--space-4);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Procedures {
  private readonly crew = inject(CrewStore);
  private readonly work = inject(WorkStore);
  /** How many joints are still being planned: until then nothing is said of all. */
  protected readonly planning = this.work.pending;

  /** Procedures in force, with the joints of this job that each covers in every variable it states. */
  protected readonly procedures = computed(() =>
    inForce(this.crew.procedures()).map((record) => {
      const named = namedProcedure(record);
      const covered = this.work.work().filter((w) => procedureGaps(named, w.cover).length === 0);
      return { record, name: named.name, covered: new Set(covered.map((w) => w.joint.mark)) };
    }),
  );
  protected readonly uncovered = computed(() =>
    this.work
      .work()
      .filter((w) => w.asks.fNumber !== null)
      .map((w) => w.joint.mark)
      .filter((mark) => !this.procedures().some((p) => p.covered.has(mark))),
  );
}
