import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { procedureCovers } from '@hephaist/contracts';
import { CrewStore } from '../data/crew.store';
import { JobStore } from '../data/job.store';
import { ProcedureLimit } from './procedure-limit';
import { May } from '../people/may';

/** Procedures on file with how much of this job each covers, and what none covers. */
@Component({
  selector: 'hp-procedures',
  imports: [May, ProcedureLimit],
  template: `
    <h2>Procedures on file</h2>
    @for (p of procedures(); track p.id) {
      <p>
        <strong>{{ p.name }}</strong> F-{{ p.fNumbers.join(', F-') }},
        {{ p.fluxIds.length ? p.fluxIds.join(' or ') : 'no flux' }}: covers {{ p.joints }} joints
        <span class="quiet">{{ p.note }}</span>
      </p>
      <hp-procedure-limit *hpMay="'write:procedure'" [procedure]="p.record" />
    } @empty {
      <p class="quiet">None signed.</p>
    }
    @if (uncovered().length) {
      <p class="caution">
        ▲ {{ uncovered().length }} joints need a procedure that does not exist yet:
        {{ uncovered().slice(0, 8).join(', ') }}{{ uncovered().length > 8 ? ' …' : '' }}
      </p>
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
export class Procedures {
  private readonly crew = inject(CrewStore);
  private readonly job = inject(JobStore);

  private readonly chosen = computed(() =>
    this.job.joints().map((j) => ({ mark: j.mark, judgement: this.job.plan()(j).plan?.selection.chosen ?? null })),
  );
  protected readonly procedures = computed(() =>
    procedureCovers(this.crew.procedures()).flatMap((p) => {
      const record = this.crew.procedures().find((x) => x.id === p.id);
      const says = `Covered by ${p.name}.`;
      const joints = this.chosen().filter((c) =>
        c.judgement?.findings.some((f) => f.rule === 'procedure-cover' && f.says === says),
      ).length;
      return record ? [{ ...p, joints, note: record.note, record }] : [];
    }),
  );
  protected readonly uncovered = computed(() =>
    this.chosen()
      .filter((c) => c.judgement?.findings.some((f) => f.rule === 'procedure-cover' && f.effect === 'caution'))
      .map((c) => c.mark),
  );
}
