import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { type Instrument, INSTRUMENT_KINDS, instrumentSchema } from '@hephaist/contracts/records/instrument';
import { problemsOf } from '@hephaist/contracts/schemas/parse';
import { OnFileStore } from '../data/on-file.store';
import { Entry } from '../forms/entry';
import { Form } from '../forms/form';
import { FormEnd } from '../forms/form-end';
import { FormOf } from '../forms/form-of';
import { plain } from '../forms/options';
import { Pick as PickField } from '../forms/pick';
import { Day } from '../time/day';

/** Puts an instrument on file, or writes down its next calibration. */
@Component({
  selector: 'hp-instrument-form',
  imports: [MatButtonModule, Day, Entry, FormEnd, FormOf, PickField],
  template: `
    <form [hpForm]="form" (sent)="save()">
      <hp-pick label="Kind" [options]="kinds" [of]="form.f.kind" />
      <hp-entry label="Number on it" [of]="form.f.number" />
      <hp-entry label="Range" placeholder="0 to 400 psi" [of]="form.f.range" />
      <hp-entry label="Accuracy" placeholder="1 % of full scale" [of]="form.f.accuracy" />
      <hp-entry label="Resolution" placeholder="1 psi" [of]="form.f.resolution" />
      <hp-day label="Calibrated on" [of]="form.f.calibratedOn" />
      <hp-day label="Due on" [of]="form.f.dueOn" />
      <hp-entry label="Certificate" [of]="form.f.certificate" />
      <hp-form-end does="Put on file">
        <button matButton="outlined" type="button" (click)="closed.emit()">Leave it</button>
      </hp-form-end>
    </form>
  `,
  styleUrl: './on-file-form.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class InstrumentForm {
  readonly instrument = input.required<Instrument>();
  readonly closed = output();
  private readonly store = inject(OnFileStore);
  protected readonly kinds = plain(INSTRUMENT_KINDS);
  private readonly draft = linkedSignal(() => {
    const { calibratedOn, dueOn, ...rest } = this.instrument();
    return { ...rest, calibratedOn: calibratedOn ?? '', dueOn: dueOn ?? '' };
  });
  private readonly now = computed((): Instrument => {
    const d = this.draft();
    return { ...d, calibratedOn: d.calibratedOn || null, dueOn: d.dueOn || null };
  });
  protected readonly form = new Form(this.draft, {
    tried: () => problemsOf(instrumentSchema, this.now()),
    keep: () => `instrument ${this.instrument().number}`,
  });

  protected async save(): Promise<void> {
    if (await this.form.submit(() => this.store.saveInstrument(this.now()))) this.closed.emit();
  }
}
