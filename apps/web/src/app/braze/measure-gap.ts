import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MAT_DIALOG_DATA, MatDialogModule, MatDialogRef } from '@angular/material/dialog';
import type { Joint } from '@hephaist/contracts/records/joint';
import { INSTRUMENTS } from '@hephaist/core/fit-up/gap';
import { chosenWords } from '@hephaist/core/joint/rod-words';
import { displayUnit } from '@hephaist/core/units/units';
import { JobStore } from '../data/job.store';
import { Caliper } from '../forms/caliper';
import { Check } from '../forms/check';
import { Entry } from '../forms/entry';
import { Form } from '../forms/form';
import { FormEnd } from '../forms/form-end';
import { FormOf } from '../forms/form-of';
import { plain } from '../forms/options';
import { Pick } from '../forms/pick';
import { UnitsStore } from '../units/units.store';
import { type GapReading, readingProblems, readJoint } from './gap-reading';

/** The gap read at the joint, by caliper or by hand: the joint is planned by it, and the step is done. */
@Component({
  selector: 'hp-measure-gap',
  imports: [Caliper, Check, Entry, FormEnd, FormOf, MatButtonModule, MatDialogModule, Pick],
  template: `
    <h2 mat-dialog-title id="gap-title">The gap of {{ joint.mark }}, as it is</h2>
    <mat-dialog-content>
      <form [hpForm]="form" (sent)="save()">
        <hp-entry label="Tube OD" kind="decimal" [unit]="unit" [of]="form.f.od1" at="tubeOdM" />
        <hp-entry label="2nd way" kind="decimal" placeholder="same" [of]="form.f.od2" />
        <hp-entry label="Socket ID" kind="decimal" [unit]="unit" [of]="form.f.id1" at="socketIdM" />
        <hp-entry label="2nd way" kind="decimal" placeholder="same" [of]="form.f.id2" />
        <hp-pick label="With" [options]="instruments" [of]="form.f.instrument" />
        @if (says(); as s) {
          <p role="status" class="wide">{{ s }}</p>
        }
        @if (far() || form.draft().confirmed) {
          <hp-check class="wide" [of]="form.f.confirmed">Read again, and it is so. {{ far() ?? '' }}</hp-check>
        }
        <hp-caliper class="wide" [tubeM]="nominal().tubeM" [socketM]="nominal().socketM" />
        <hp-form-end does="Plan it by this" />
      </form>
    </mat-dialog-content>
    <mat-dialog-actions><button matButton mat-dialog-close>Leave it</button></mat-dialog-actions>
  `,
  styles: `
    form {
      display: grid;
      grid-template-columns: 1fr 1fr;
      gap: var(--space-4) var(--space-5);
      padding-top: var(--space-3);
    }
    .wide {
      grid-column: 1 / -1;
      flex-wrap: wrap;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MeasureGap {
  protected readonly joint = inject<Joint>(MAT_DIALOG_DATA);
  private readonly dialog = inject<MatDialogRef<MeasureGap, true>>(MatDialogRef);
  private readonly store = inject(JobStore);
  private readonly units = inject(UnitsStore);
  private readonly system = this.units.system();
  protected readonly unit = displayUnit('diameter', this.system).symbol;
  protected readonly instruments = plain(INSTRUMENTS);
  private readonly draft = signal<GapReading>({
    od1: '',
    od2: '',
    id1: '',
    id2: '',
    instrument: 'caliper',
    confirmed: false,
  });
  private readonly read = computed(() => readJoint(this.joint, this.draft(), this.system));
  protected readonly form: Form<GapReading> = new Form(this.draft, { tried: () => this.wrong() });
  /** The plan by what is read so far; null until it can be read. */
  private readonly planned = computed(() =>
    readingProblems(this.read()).length ? null : this.store.plan()(this.read()).plan,
  );
  protected readonly far = computed(() => {
    const found = this.planned()?.gap.problems.find((p) => p.kind === 'far from nominal');
    return found && !this.draft().confirmed ? this.units.say(found.says) : null;
  });
  protected readonly says = computed(() => {
    const plan = this.planned();
    if (!plan) return null;
    const rod = chosenWords(plan.selection.chosen, 'no rod serves it so');
    return `Gap a side ${this.units.show(plan.gap.sideM, 'gap')}: ${rod}.`;
  });
  protected readonly nominal = computed(() => {
    const plan = this.store.plan()(this.joint).plan;
    const tubeM = plan?.tube.odM ?? 0.02;
    return { tubeM, socketM: tubeM + 2 * (plan?.gap.sideM ?? 5e-5) };
  });

  private wrong() {
    const far = this.far();
    return [...readingProblems(this.read()), ...(far ? [{ field: 'confirmed', says: far }] : [])];
  }
  protected async save(): Promise<void> {
    if (await this.form.submit(() => this.store.change('joint', [this.read()]))) this.dialog.close(true);
  }
}
