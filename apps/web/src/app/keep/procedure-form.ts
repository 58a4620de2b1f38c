import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  output,
  signal,
} from '@angular/core';
import { problemsOf, procedureSchema, type Procedure, type Stored } from '@hephaist/contracts';
import {
  displayUnit,
  FILLER_FORMS,
  FUELS,
  JOINT_TYPES,
  PROCESSES,
  type FieldProblem,
  type Position,
  type ProcedureVariables,
  type Quantity,
} from '@hephaist/core';
import { percentOf } from '../braze/log-draft';
import { ApiProblem } from '../data/api';
import { CrewStore } from '../data/crew.store';
import { plainRecord } from '../data/history';
import { ShopStore } from '../data/shop.store';
import { Entry } from '../forms/entry';
import { plain, POSITION_OPTIONS } from '../forms/options';
import { Pick as PickField } from '../forms/pick';
import { otherProblems, problemAt } from '../forms/problems';
import { typed } from '../plan/joint-draft';
import { UnitsStore } from '../units/units.store';
import { readPairs, readWords, writePairs } from './pairs-text';

/** Every field of the form, as the contract names it. */
const SHOWN = [
  'variables.metals',
  'variables.wallM.min',
  'variables.wallM.max',
  'variables.odM.min',
  'variables.odM.max',
  'variables.timeS.min',
  'variables.timeS.max',
  'fNumbers',
  'fluxIds',
  'variables.gapM.min',
  'variables.gapM.max',
  'variables.overlapMinM',
  'variables.tempK.min',
  'variables.tempK.max',
  'variables.purgeFlow.min',
  'variables.purgeFlow.max',
  'variables.positions',
  'oxygenLimit',
  'variables.cleaningBefore',
  'variables.cleaningAfter',
  'variables.technique',
  'note',
];

/** Edits a draft of a procedure: every variable, in the units shown. */
@Component({
  selector: 'hp-procedure-form',
  imports: [Entry, PickField],
  templateUrl: './procedure-form.html',
  styleUrl: './procedure-form.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ProcedureForm {
  readonly procedure = input.required<Stored<Procedure>>();
  readonly saved = output<Procedure>();
  readonly cancelled = output();
  private readonly crew = inject(CrewStore);
  private readonly tables = inject(ShopStore).tables;
  private readonly system = inject(UnitsStore).system();
  protected readonly lists = {
    processes: plain(PROCESSES),
    forms: plain(FILLER_FORMS),
    joints: plain(JOINT_TYPES),
    fuels: plain(FUELS),
    positions: POSITION_OPTIONS,
  };
  protected readonly unit = (q: Quantity): string => displayUnit(q, this.system).symbol;
  protected readonly draft = linkedSignal(() => this.textsOf(this.procedure()));
  protected readonly tried = signal(false);
  protected readonly busy = signal(false);
  protected readonly failure = signal<string | null>(null);
  private readonly told = signal<readonly FieldProblem[]>([]);

  private textsOf(p: Procedure) {
    const v = p.variables;
    const show = (si: number | undefined, q: Quantity): string => {
      const unit = displayUnit(q, this.system);
      return si === undefined ? '' : String(Number(unit.fromSi(si).toFixed(unit.digits + 1)));
    };
    return {
      process: v?.process ?? ('torch' as const),
      form: v?.form ?? ('rod' as const),
      fuel: v?.fuel ?? ('acetylene' as const),
      jointType: v?.jointType ?? ('socket' as const),
      metals: writePairs(v?.metals ?? []),
      fNumbers: p.fNumbers.join(', '),
      fluxIds: p.fluxIds.join(', '),
      wallMin: show(v?.wallM.min, 'diameter'),
      wallMax: show(v?.wallM.max, 'diameter'),
      odMin: show(v?.odM?.min, 'diameter'),
      odMax: show(v?.odM?.max, 'diameter'),
      timeMin: v?.timeS ? String(v.timeS.min) : '',
      timeMax: v?.timeS ? String(v.timeS.max) : '',
      gapMin: show(v?.gapM.min, 'gap'),
      gapMax: show(v?.gapM.max, 'gap'),
      overlapMin: show(v?.overlapMinM, 'diameter'),
      tempMin: show(v?.tempK.min, 'temperature'),
      tempMax: show(v?.tempK.max, 'temperature'),
      flowMin: show(v?.purgeFlow?.min, 'flow'),
      flowMax: show(v?.purgeFlow?.max, 'flow'),
      positions: [...(v?.positions ?? [])] as Position[],
      oxygen: p.oxygenLimit === null ? '' : String(Number((100 * p.oxygenLimit).toPrecision(4))),
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
    const both = (min: string, max: string, read: (text: string) => number) =>
      min.trim() || max.trim() ? { min: read(min), max: read(max) } : null;
    const seconds = (text: string): number => Number(text.trim().replace(',', '.') || NaN);
    const variables: ProcedureVariables = {
      process: d.process,
      metals: readPairs(d.metals),
      wallM: { min: si(d.wallMin, 'diameter'), max: si(d.wallMax, 'diameter') },
      form: d.form,
      fuel: d.fuel,
      odM: both(d.odMin, d.odMax, (t) => si(t, 'diameter')),
      timeS: both(d.timeMin, d.timeMax, seconds),
      purgeFlow: both(d.flowMin, d.flowMax, (t) => si(t, 'flow')),
      jointType: d.jointType,
      gapM: { min: si(d.gapMin, 'gap'), max: si(d.gapMax, 'gap') },
      overlapMinM: si(d.overlapMin, 'diameter'),
      positions: d.positions,
      tempK: { min: si(d.tempMin, 'temperature'), max: si(d.tempMax, 'temperature') },
      cleaningBefore: d.cleaningBefore.trim(),
      cleaningAfter: d.cleaningAfter.trim(),
      technique: d.technique.trim(),
      medical: d.medical,
    };
    return {
      ...plainRecord(this.procedure()),
      fNumbers: readWords(d.fNumbers),
      fluxIds: readWords(d.fluxIds),
      oxygenLimit: d.oxygen.trim() === '' ? null : percentOf(d.oxygen),
      note: d.note,
      variables,
    };
  });
  private readonly problems = computed(() => [
    ...this.told(),
    ...(this.tried() ? problemsOf(procedureSchema, this.now(), '', this.tables()) : []),
  ]);
  protected readonly others = computed(() => otherProblems(this.problems(), SHOWN).map((p) => p.says));

  protected problem(field: string): string | null {
    return problemAt(this.problems(), field);
  }

  protected set(change: Partial<ReturnType<ProcedureForm['draft']>>): void {
    this.draft.update((d) => ({ ...d, ...change }));
    this.told.set([]);
  }

  protected toggle(position: Position, on: boolean): void {
    const rest = this.draft().positions.filter((p) => p !== position);
    this.set({ positions: on ? [...rest, position] : rest });
  }

  protected async save(event: Event): Promise<void> {
    event.preventDefault();
    this.tried.set(true);
    this.failure.set(null);
    if (this.problems().length || this.busy()) return;
    this.busy.set(true);
    const now = this.now();
    try {
      await this.crew.saveDraft(this.procedure().version, now);
      this.saved.emit(now);
    } catch (e) {
      if (e instanceof ApiProblem && e.problem.fields) this.told.set(e.problem.fields);
      else this.failure.set((e as Error).message);
    } finally {
      this.busy.set(false);
    }
  }
}
