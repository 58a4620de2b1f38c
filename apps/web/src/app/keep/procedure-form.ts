import { NgTemplateOutlet } from '@angular/common';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  output,
  untracked,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { fNumberProblems } from '@hephaist/contracts/records/f-numbers';
import { type Procedure, procedureSchema } from '@hephaist/contracts/records/procedure';
import type { Stored } from '@hephaist/contracts/records/stored';
import { problemsOf } from '@hephaist/contracts/schemas/parse';
import { JOINT_TYPES } from '@hephaist/core/joint/joint-type';
import { PROCESS_TYPES, PROCESSES } from '@hephaist/core/joint/process';
import { APPLIED, FILLER_FORMS, FLAMES, FUELS, OXIDANTS } from '@hephaist/core/procedure/procedure';
import { displayUnit, type Quantity } from '@hephaist/core/units/units';
import { CrewStore } from '../data/crew.store';
import { ShopStore } from '../data/shop.store';
import { Check } from '../forms/check';
import { Clash } from '../forms/clash';
import { Entry } from '../forms/entry';
import { type FieldOf, Form } from '../forms/form';
import { FormEnd } from '../forms/form-end';
import { FormOf } from '../forms/form-of';
import { fillerOptions, metalOptions, plain, POSITION_OPTIONS } from '../forms/options';
import { Pick as PickField } from '../forms/pick';
import { Several } from '../forms/several';
import { UnitsStore } from '../units/units.store';
import { type BandId, BANDS, type BandText, type ProcedureDraft, readDraft, textsOf } from './procedure-draft';

/** What the fields of a draft are called where two are shown beside each other. */
const LABELS: Readonly<Record<keyof ProcedureDraft, string>> = {
  process: 'Process',
  type: 'By hand or machine',
  form: 'Form of filler',
  applied: 'How it is applied',
  fuel: 'Fuel gas',
  oxidant: 'With',
  flame: 'Flame',
  jointType: 'Type of joint',
  metals: 'Metals by P-number',
  metalIds: 'Metals by name',
  fillerIds: 'Filler by class',
  fNumbers: 'F-numbers',
  fluxIds: 'Flux classes',
  wall: 'Wall',
  od: 'Diameter',
  gap: 'Gap a side',
  temp: 'Temperature',
  time: 'Time at heat',
  flow: 'Purge flow',
  overlapMin: 'Overlap from',
  overlapMax: 'Overlap to',
  positions: 'Positions of flow',
  oxygen: 'Oxygen limit (%)',
  specification: 'Specifications',
  fillerSize: 'Size of filler',
  tip: 'Torch tip',
  purgeGas: 'Purge gas',
  purgeGrade: 'Grade of purge gas',
  cleaningBefore: 'Cleaning before',
  cleaningAfter: 'Cleaning after',
  technique: 'Technique',
  postHeat: 'Heat after brazing',
  inspection: 'Inspection',
  medical: 'For medical gas',
  note: 'Note',
  isAdopted: 'Taken over',
  from: 'Qualified by',
  document: 'Number of their record',
  conditions: 'Conditions',
};

const WORK = ['wall', 'od', 'gap'];

/** Edits a draft of a procedure: every variable, in the units shown. */
@Component({
  selector: 'hp-procedure-form',
  imports: [NgTemplateOutlet, MatButtonModule, Check, Clash, Entry, FormEnd, FormOf, PickField, Several],
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
  private readonly of = computed(() => this.procedure().id);
  /** It begins anew for another procedure, not when somebody else changes this one. */
  protected readonly draft = linkedSignal({
    source: this.of,
    computation: () => untracked(() => textsOf(this.procedure(), this.system)),
  });
  /** What stood when it was opened, and its version. */
  private readonly opened = linkedSignal({ source: this.of, computation: () => untracked(() => this.procedure()) });
  private readonly seen = linkedSignal({
    source: this.of,
    computation: (id) => untracked(() => this.crew.versionOf(id)),
  });
  /** What stands now where somebody else saved it meanwhile, as it would be typed. */
  protected readonly theirs = computed(() => {
    const now = this.form.clash() as Stored<Procedure> | null;
    return now && textsOf(now.data, this.system);
  });
  protected readonly labels = LABELS;
  protected readonly form = new Form(this.draft, {
    tried: () => [
      ...problemsOf(procedureSchema, this.now(), '', this.tables()),
      ...fNumberProblems('fNumbers', this.now().fNumbers, this.tables()),
    ],
    keep: () => `procedure ${this.of()} ${this.seen()}`,
    follow: (next, change) => (change.fillerIds ? { ...next, fNumbers: this.fNumbersOf(next.fillerIds) } : next),
  });
  protected readonly positions = this.form.f.positions as unknown as FieldOf<readonly string[]>;
  private readonly now = computed((): Procedure => readDraft(this.draft(), this.opened(), this.system));

  /** F-numbers of classes of filler. */
  private fNumbersOf(ids: readonly string[]): string {
    return [...new Set(ids.map((id) => this.tables().filler(id)?.fNumber ?? ''))].filter(Boolean).sort().join(', ');
  }

  protected setBand(id: BandId, end: keyof BandText, text: string): void {
    this.form.set({ [id]: { ...this.draft()[id], [end]: text } });
  }

  /** After a clash: saves what was chosen over what now stands. */
  protected async saveOver(): Promise<void> {
    const now = this.form.clash() as Stored<Procedure> | null;
    if (!now) return;
    this.form.forget();
    this.opened.set(now.data);
    this.seen.set(now.version);
    await this.save();
  }

  protected async save(): Promise<void> {
    const now = this.now();
    if (await this.form.submit(() => this.crew.saveDraft(this.seen(), now))) this.saved.emit(now);
  }
}
