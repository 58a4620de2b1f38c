import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { fNumberProblems, problemsOf, type Procedure, procedureSchema } from '@hephaist/contracts';
import {
  APPLIED,
  displayUnit,
  FILLER_FORMS,
  FLAMES,
  FUELS,
  JOINT_TYPES,
  OXIDANTS,
  PROCESS_TYPES,
  PROCESSES,
  type Quantity,
} from '@hephaist/core';
import { CrewStore } from '../data/crew.store';
import { ShopStore } from '../data/shop.store';
import { Check } from '../forms/check';
import { Entry } from '../forms/entry';
import { type FieldOf, Form } from '../forms/form';
import { FormEnd } from '../forms/form-end';
import { FormOf } from '../forms/form-of';
import { fillerOptions, metalOptions, plain, POSITION_OPTIONS } from '../forms/options';
import { Pick as PickField } from '../forms/pick';
import { Several } from '../forms/several';
import { UnitsStore } from '../units/units.store';
import { type BandId, BANDS, type BandText, readDraft, textsOf } from './procedure-draft';

const WORK = ['wall', 'od', 'gap'];

/** Edits a draft of a procedure: every variable, in the units shown. */
@Component({
  selector: 'hp-procedure-form',
  imports: [NgTemplateOutlet, MatButtonModule, Check, Entry, FormEnd, FormOf, PickField, Several],
  templateUrl: './procedure-form.html',
  styleUrl: './procedure-form.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ProcedureForm {
  readonly procedure = input.required<Procedure>();
  readonly saved = output<Procedure>();
  readonly cancelled = output();
  private readonly crew = inject(CrewStore);
  private readonly tables = inject(ShopStore).tables;
  private readonly system = inject(UnitsStore).system();
  protected readonly lists = {
    processes: plain(PROCESSES),
    types: plain(PROCESS_TYPES),
    forms: plain(FILLER_FORMS),
    applied: plain(APPLIED),
    joints: plain(JOINT_TYPES),
    fuels: plain(FUELS),
    oxidants: plain(OXIDANTS),
    flames: plain(FLAMES),
    positions: POSITION_OPTIONS,
    metals: metalOptions(this.tables()),
    fillers: fillerOptions(this.tables()),
    fluxes: plain(this.tables().fluxes.map((f) => f.id)),
  };
  protected readonly unit = (q: Quantity): string => displayUnit(q, this.system).symbol;
  private readonly bands = BANDS.map((b) => ({ ...b, unit: b.quantity ? this.unit(b.quantity) : 's' }));
  protected readonly sizes = this.bands.filter((b) => WORK.includes(b.texts));
  protected readonly heats = this.bands.filter((b) => b.texts === 'temp' || b.texts === 'time');
  protected readonly flows = this.bands.filter((b) => b.texts === 'flow');
  protected readonly ends = [
    { name: 'min', word: 'from' },
    { name: 'max', word: 'to' },
  ] as const;
  protected readonly draft = linkedSignal(() => textsOf(this.procedure(), this.system));
  protected readonly form = new Form(this.draft, {
    tried: () => [
      ...problemsOf(procedureSchema, this.now(), '', this.tables()),
      ...fNumberProblems('fNumbers', this.now().fNumbers, this.tables()),
    ],
    follow: (next, change) => (change.fillerIds ? { ...next, fNumbers: this.fNumbersOf(next.fillerIds) } : next),
  });
  protected readonly positions = this.form.f.positions as unknown as FieldOf<readonly string[]>;
  private readonly now = computed((): Procedure => readDraft(this.draft(), this.procedure(), this.system));

  /** F-numbers of classes of filler. */
  private fNumbersOf(ids: readonly string[]): string {
    return [...new Set(ids.map((id) => this.tables().filler(id)?.fNumber ?? ''))].filter(Boolean).sort().join(', ');
  }

  protected setBand(id: BandId, end: keyof BandText, text: string): void {
    this.form.set({ [id]: { ...this.draft()[id], [end]: text } });
  }

  protected async save(): Promise<void> {
    const now = this.now();
    if (await this.form.submit(() => this.crew.saveDraft(this.crew.versionOf(now.id), now))) this.saved.emit(now);
  }
}
