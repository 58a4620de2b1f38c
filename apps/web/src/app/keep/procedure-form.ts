import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { fNumberProblems, problemsOf, type Procedure, procedureSchema } from '@hephaist/contracts';
import {
  displayUnit,
  FILLER_FORMS,
  FUELS,
  JOINT_TYPES,
  type Position,
  type ProcedureVariables,
  PROCESS_TYPES,
  PROCESSES,
  type Quantity,
} from '@hephaist/core';
import { CrewStore } from '../data/crew.store';
import { ShopStore } from '../data/shop.store';
import { Check } from '../forms/check';
import { Entry } from '../forms/entry';
import { Form } from '../forms/form';
import { FormEnd } from '../forms/form-end';
import { FormOf } from '../forms/form-of';
import { plain, POSITION_OPTIONS } from '../forms/options';
import { Pick as PickField } from '../forms/pick';
import { Problem } from '../forms/problem';
import { percentOf, percentText, typed } from '../units/typed';
import { UnitsStore } from '../units/units.store';
import { readPairs, readWords, writePairs } from './pairs-text';

/** From and to of a variable, as they are typed. */
interface BandText {
  readonly min: string;
  readonly max: string;
}
/** Each variable that is a band: its texts, its name in the contract, what it is in; `none` where it may be left out. */
const BANDS = [
  { texts: 'wall', field: 'wallM', label: 'Wall', quantity: 'diameter', none: '' },
  { texts: 'od', field: 'odM', label: 'Diameter', quantity: 'diameter', none: 'any' },
  { texts: 'gap', field: 'gapM', label: 'Gap a side', quantity: 'gap', none: '' },
  { texts: 'temp', field: 'tempK', label: 'Temperature', quantity: 'temperature', none: '' },
  { texts: 'time', field: 'timeS', label: 'Time at heat', quantity: null, none: 'not stated' },
  { texts: 'flow', field: 'purgeFlow', label: 'Nitrogen', quantity: 'flow', none: 'none' },
] as const;
type BandId = (typeof BANDS)[number]['texts'];

/** Edits a draft of a procedure: every variable, in the units shown. */
@Component({
  selector: 'hp-procedure-form',
  imports: [MatButtonModule, MatCheckboxModule, Check, Entry, FormEnd, FormOf, PickField, Problem],
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
    joints: plain(JOINT_TYPES),
    fuels: plain(FUELS),
    positions: POSITION_OPTIONS,
  };
  protected readonly unit = (q: Quantity): string => displayUnit(q, this.system).symbol;
  protected readonly bands = BANDS.map((b) => ({ ...b, unit: b.quantity ? this.unit(b.quantity) : 's' }));
  protected readonly ends = [
    { name: 'min', word: 'from' },
    { name: 'max', word: 'to' },
  ] as const;
  protected readonly draft = linkedSignal(() => this.textsOf(this.procedure()));
  protected readonly form = new Form(this.draft, {
    tried: () => [
      ...problemsOf(procedureSchema, this.now(), '', this.tables()),
      ...fNumberProblems('fNumbers', this.now().fNumbers, this.tables()),
    ],
  });

  private textsOf(p: Procedure) {
    const v = p.variables;
    const show = (si: number | undefined, q: Quantity | null): string => {
      if (si === undefined) return '';
      const unit = q && displayUnit(q, this.system);
      return unit ? String(Number(unit.fromSi(si).toFixed(unit.digits + 1))) : String(si);
    };
    const band = (b: { min: number; max: number } | null | undefined, q: Quantity | null): BandText => ({
      min: show(b?.min, q),
      max: show(b?.max, q),
    });
    return {
      process: v?.process ?? ('torch' as const),
      type: v?.type ?? ('manual' as const),
      form: v?.form ?? ('rod' as const),
      fuel: v?.fuel ?? ('acetylene' as const),
      jointType: v?.jointType ?? ('socket' as const),
      metals: writePairs(v?.metals ?? []),
      fNumbers: p.fNumbers.join(', '),
      fluxIds: p.fluxIds.join(', '),
      wall: band(v?.wallM, 'diameter'),
      od: band(v?.odM, 'diameter'),
      gap: band(v?.gapM, 'gap'),
      temp: band(v?.tempK, 'temperature'),
      time: band(v?.timeS, null),
      flow: band(v?.purgeFlow, 'flow'),
      overlapMin: show(v?.overlapMinM, 'diameter'),
      positions: [...(v?.positions ?? [])] as Position[],
      oxygen: percentText(p.oxygenLimit),
      cleaningBefore: v?.cleaningBefore ?? '',
      cleaningAfter: v?.cleaningAfter ?? '',
      technique: v?.technique ?? '',
      medical: v?.medical ?? false,
      note: p.note,
    };
  }

  private readonly now = computed((): Procedure => {
    const d = this.draft();
    const si = (text: string, q: Quantity): number => typed(text, q, this.system);
    const seconds = (text: string): number => Number(text.trim().replace(',', '.') || NaN);
    const band = ({ min, max }: BandText, q: Quantity | null) => ({
      min: q ? si(min, q) : seconds(min),
      max: q ? si(max, q) : seconds(max),
    });
    const orNone = (b: BandText, q: Quantity | null) => (b.min.trim() || b.max.trim() ? band(b, q) : null);
    const variables: ProcedureVariables = {
      process: d.process,
      type: d.type,
      metals: readPairs(d.metals),
      wallM: band(d.wall, 'diameter'),
      odM: orNone(d.od, 'diameter'),
      form: d.form,
      fuel: d.fuel,
      timeS: orNone(d.time, null),
      purgeFlow: orNone(d.flow, 'flow'),
      jointType: d.jointType,
      gapM: band(d.gap, 'gap'),
      overlapMinM: si(d.overlapMin, 'diameter'),
      positions: d.positions,
      tempK: band(d.temp, 'temperature'),
      cleaningBefore: d.cleaningBefore.trim(),
      cleaningAfter: d.cleaningAfter.trim(),
      technique: d.technique.trim(),
      medical: d.medical,
    };
    return {
      ...this.procedure(),
      fNumbers: readWords(d.fNumbers),
      fluxIds: readWords(d.fluxIds),
      oxygenLimit: d.oxygen.trim() === '' ? null : percentOf(d.oxygen),
      note: d.note,
      variables,
    };
  });
  protected setBand(id: BandId, end: keyof BandText, text: string): void {
    this.form.set({ [id]: { ...this.draft()[id], [end]: text } });
  }

  protected toggle(position: Position, on: boolean): void {
    const rest = this.draft().positions.filter((p) => p !== position);
    this.form.set({ positions: on ? [...rest, position] : rest });
  }

  protected async save(): Promise<void> {
    const now = this.now();
    if (await this.form.submit(() => this.crew.saveDraft(this.crew.versionOf(now.id), now))) this.saved.emit(now);
  }
}
