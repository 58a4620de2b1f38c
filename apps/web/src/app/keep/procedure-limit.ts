import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { type Procedure, procedureSchema } from '@hephaist/contracts/records/procedure';
import { problemsOf } from '@hephaist/contracts/schemas/parse';
import { nextRevision } from '@hephaist/core/qualification/revision';
import { CrewStore } from '../data/crew.store';
import { JobStore } from '../data/job.store';
import { newId } from '../data/outbox';
import { Entry } from '../forms/entry';
import { Form } from '../forms/form';
import { FormOf } from '../forms/form-of';
import { Signer } from '../signing/signer';
import { percentOf, percentText } from '../units/typed';
import { signedNow } from './signed-now';

/** The oxygen limit that a procedure asks for before brazing; changing it makes its next revision. */
@Component({
  selector: 'hp-procedure-limit',
  imports: [MatButtonModule, Entry, FormOf],
  template: `
    <form [hpForm]="form" (sent)="save()">
      <hp-entry
        [label]="'Oxygen limit of ' + procedure().name"
        unit="%"
        kind="decimal"
        placeholder="the line’s"
        [of]="form.f.oxygenLimit"
        [problem]="form.failure()"
      />
      <button matButton="outlined" type="submit" [disabled]="!changed() || form.busy()">
        Sign as rev {{ next() }}
      </button>
    </form>
  `,
  styles: `
    form {
      display: grid;
      grid-template-columns: 1fr auto;
      gap: var(--space-4);
      align-items: end;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ProcedureLimit {
  readonly procedure = input.required<Procedure>();
  private readonly crew = inject(CrewStore);
  private readonly job = inject(JobStore);
  private readonly signer = inject(Signer);
  private readonly shown = computed(() => percentText(this.procedure().oxygenLimit));
  private readonly draft = linkedSignal(() => ({ oxygenLimit: this.shown() }));
  private readonly text = computed(() => this.draft().oxygenLimit.trim());
  protected readonly changed = computed(() => this.text() !== this.shown());
  protected readonly next = computed(() => nextRevision(this.procedure().revision));
  private readonly limit = computed(() => (this.text() === '' ? null : percentOf(this.text())));
  protected readonly form = new Form(this.draft, {
    now: () => problemsOf(procedureSchema.pick(['oxygenLimit']), { oxygenLimit: this.limit() }),
  });

  protected async save(): Promise<void> {
    if (!this.changed()) return;
    const was = this.procedure();
    await this.form.submit(async () => {
      const next = {
        ...was,
        id: newId(),
        replaces: was.id,
        oxygenLimit: this.limit(),
        revision: this.next(),
        ...signedNow(this.job.timeZone()),
      };
      const commandId = newId();
      await this.signer.sign({
        what: `${next.name} rev ${next.revision}`,
        meaning: 'released',
        lines: [`Oxygen limit ${this.text() ? `${this.text()} %` : 'as the line asks'}`],
        send: (password) => this.crew.signProcedure(0, next, password, commandId),
      });
    });
  }
}
