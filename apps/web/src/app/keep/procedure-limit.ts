import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, signal } from '@angular/core';
import { problemsOf, procedureSchema, type Procedure, type Stored } from '@hephaist/contracts';
import { dayIn, nextRevision } from '@hephaist/core';
import { percentOf } from '../braze/log-draft';
import { ApiProblem } from '../data/api';
import { CrewStore } from '../data/crew.store';
import { plainRecord } from '../data/history';
import { newId } from '../data/outbox';
import { Signer } from '../people/signer';
import { JobStore } from '../data/job.store';
import { Entry } from '../forms/entry';
import { problemAt } from '../forms/problems';

/** The oxygen limit that a procedure asks for before brazing; changing it makes its next revision. */
@Component({
  selector: 'hp-procedure-limit',
  imports: [Entry],
  template: `
    <form (submit)="save($event)">
      <hp-entry
        [label]="'Oxygen limit of ' + procedure().name"
        unit="%"
        kind="decimal"
        placeholder="the line’s"
        [(value)]="text"
        [problem]="problem()"
      />
      <button class="button" type="submit" [disabled]="!changed() || busy()">Sign as rev {{ next() }}</button>
    </form>
  `,
  styles: `
    form {
      display: grid;
      grid-template-columns: 1fr auto;
      gap: 8px;
      align-items: end;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ProcedureLimit {
  readonly procedure = input.required<Stored<Procedure>>();
  private readonly crew = inject(CrewStore);
  private readonly job = inject(JobStore);
  private readonly signer = inject(Signer);
  private readonly shown = computed(() => {
    const limit = this.procedure().oxygenLimit;
    return limit == null ? '' : String(Number((100 * limit).toPrecision(4)));
  });
  protected readonly text = linkedSignal(() => this.shown());
  protected readonly changed = computed(() => this.text().trim() !== this.shown());
  protected readonly next = computed(() => nextRevision(this.procedure().revision));
  protected readonly busy = signal(false);
  private readonly told = signal<string | null>(null);
  private readonly limit = computed(() => (this.text().trim() === '' ? null : percentOf(this.text())));
  protected readonly problem = computed(
    () =>
      this.told() ??
      problemAt(problemsOf(procedureSchema.pick(['oxygenLimit']), { oxygenLimit: this.limit() }), 'oxygenLimit'),
  );

  protected async save(event: Event): Promise<void> {
    event.preventDefault();
    this.told.set(null);
    if (this.problem() || !this.changed() || this.busy()) return;
    this.busy.set(true);
    const was = this.procedure();
    try {
      const next = {
        ...plainRecord(was),
        id: newId(),
        replaces: was.id,
        oxygenLimit: this.limit(),
        revision: this.next(),
        signedOn: dayIn(new Date().toISOString(), this.job.job()?.timeZone ?? 'UTC'),
      };
      const commandId = newId();
      await this.signer.sign({
        what: `${next.name} rev ${next.revision}`,
        meaning: 'released',
        lines: [`Oxygen limit ${this.text().trim() || 'as the line asks'}${this.text().trim() ? ' %' : ''}`],
        send: (password) => this.crew.signProcedure(0, next, password, commandId),
      });
    } catch (e) {
      this.told.set(e instanceof ApiProblem ? e.problem.detail : (e as Error).message);
    } finally {
      this.busy.set(false);
    }
  }
}
