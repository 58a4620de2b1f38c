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
import { MatButtonModule } from '@angular/material/button';
import {
  fNumberProblems,
  missingOf,
  type Pqr,
  pqrSchema,
  problemsOf,
  type Procedure,
  qualifiedBy,
  statedProcedure,
  testVerdict,
} from '@hephaist/contracts';
import {
  ASME_RULES,
  displayUnit,
  type FieldProblem,
  JOINT_TYPES,
  type Position,
  PROCESS_TYPES,
  PROCESSES,
  type Quantity,
} from '@hephaist/core';
import { CouponTests } from '../coupon-tests/coupon-tests';
import { newTest, readTest, type TestDraft, unansweredOf } from '../coupon-tests/test-drafts';
import { CrewStore } from '../data/crew.store';
import { JobStore } from '../data/job.store';
import { newId } from '../data/outbox';
import { ShopStore } from '../data/shop.store';
import { pqrChanges } from '../data/what-changes';
import { Entry } from '../forms/entry';
import { Form } from '../forms/form';
import { FormEnd } from '../forms/form-end';
import { FormOf } from '../forms/form-of';
import { nextNumber } from '../forms/next-number';
import { plain, POSITION_OPTIONS, ruleSetOptions } from '../forms/options';
import { Pick as PickField } from '../forms/pick';
import { Problem } from '../forms/problem';
import { inWords } from '../forms/problems';
import { Signer } from '../signing/signer';
import { Day } from '../time/day';
import { localNow } from '../time/zone';
import { typed } from '../units/typed';
import { UnitsStore } from '../units/units.store';
import { readPairs } from './pairs-text';

/** Writes down what was done on a procedure's test coupon and how it tested; each verdict as it is typed. */
@Component({
  selector: 'hp-pqr-form',
  imports: [MatButtonModule, Day, Entry, FormEnd, FormOf, PickField, Problem, CouponTests],
  templateUrl: './pqr-form.html',
  styleUrl: './procedure-form.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PqrForm {
  readonly procedure = input.required<Procedure>();
  readonly filed = output<Pqr>();
  readonly cancelled = output();
  private readonly crew = inject(CrewStore);
  private readonly job = inject(JobStore);
  private readonly tables = inject(ShopStore).tables;
  private readonly system = inject(UnitsStore).system();
  private readonly signer = inject(Signer);
  protected readonly unit = (q: Quantity): string => displayUnit(q, this.system).symbol;
  protected readonly lists = {
    processes: plain(PROCESSES),
    types: plain(PROCESS_TYPES),
    joints: plain(JOINT_TYPES),
    positions: POSITION_OPTIONS,
    ruleSets: ruleSetOptions(this.tables()),
    kinds: ['section', 'peel lines', 'peel', 'tension', 'bend', 'visual'] as const,
  };
  protected readonly brazers = computed(() =>
    this.crew.brazers().map((b) => ({ id: b.id, name: `${b.name} (${b.mark})` })),
  );
  protected readonly draft = linkedSignal(() => {
    const p = this.procedure();
    return {
      number: this.nextNumber(),
      brazedOn: localNow(this.job.job()?.timeZone ?? 'UTC').slice(0, 10),
      brazerId: '',
      witness: '',
      ruleSetId: p.variables?.medical ? 'asme-ix-medical' : 'asme-ix',
      process: p.variables?.process ?? ('torch' as const),
      type: p.variables?.type ?? ('manual' as const),
      jointType: p.variables?.jointType ?? ('socket' as const),
      metals: '',
      fNumber: p.fNumbers[0] ?? '',
      fluxId: p.fluxIds[0] ?? '',
      wall: '',
      gap: '',
      overlap: '',
      position: 'horizontal' as Position,
      note: '',
    };
  });
  protected readonly tests = signal<readonly TestDraft[]>([newTest('visual', this.system)]);
  private readonly read = computed(() => this.tests().map((t) => readTest(t, this.system)));
  protected readonly form = new Form(this.draft, { now: () => this.unread(), tried: () => this.wrong() });
  private readonly id = newId();

  private nextNumber(): string {
    const used = this.crew.pqrs().map((r) => r.number);
    return `PQR-${nextNumber(used, 'PQR-')}`;
  }

  protected readonly record = computed((): Pqr => {
    const d = this.draft();
    const [metals = ['', '']] = readPairs(d.metals);
    const si = (text: string, q: Quantity): number => typed(text, q, this.system);
    return {
      id: this.id,
      number: d.number.trim(),
      procedureName: this.procedure().name,
      brazedOn: d.brazedOn,
      brazerId: d.brazerId,
      witness: d.witness.trim(),
      ruleSetId: d.ruleSetId,
      process: d.process,
      type: d.type,
      jointType: d.jointType,
      metals: metals as [string, string],
      fNumber: d.fNumber.trim(),
      fluxId: d.fluxId.trim() || null,
      wallM: si(d.wall, 'diameter'),
      gapM: si(d.gap, 'gap'),
      overlapM: si(d.overlap, 'diameter'),
      position: d.position,
      tests: this.read().map((r) => r.test),
      note: d.note,
    };
  });
  /** What nobody has said yet of a test. */
  private readonly unanswered = computed(() =>
    this.tests().flatMap((t, i) => unansweredOf(t).map((p) => ({ ...p, field: `tests.${i}.${p.field}` }))),
  );
  /** Tests that this type of joint asks for and that are not there: without them the record supports nothing. */
  protected readonly missing = computed(() => missingOf(this.record(), this.crew.coupons(), this.rules()));
  protected readonly rules = computed(() => this.tables().ruleSet(this.draft().ruleSetId) ?? ASME_RULES);
  private unread(): FieldProblem[] {
    return this.read().flatMap((r, i) => r.problems.map((p) => ({ ...p, field: `tests.${i}.${p.field}` })));
  }

  private wrong(): FieldProblem[] {
    const contract = inWords(problemsOf(pqrSchema, this.record(), '', this.tables()), 'brazerId', 'Say who brazed it');
    const unknown = this.record().fNumber ? fNumberProblems('fNumber', [this.record().fNumber], this.tables()) : [];
    return [...this.unanswered(), ...contract, ...unknown];
  }

  /** What it changes of what its procedure is supported in. */
  private changes(record: Pqr): string[] {
    const stated = statedProcedure(this.procedure());
    if (!stated) return [];
    const by = (r: Pqr) => qualifiedBy(r, this.crew.coupons(), this.tables());
    const before = this.crew.pqrs().filter((r) => r.procedureName === record.procedureName);
    return [pqrChanges(stated, before.map(by), by(record))];
  }

  protected setTests(tests: readonly TestDraft[]): void {
    this.tests.set(tests);
    this.form.mended('tests');
  }

  protected async save(): Promise<void> {
    const [record, commandId] = [this.record(), newId()];
    await this.form.submit(async () => {
      const signed = await this.signer.sign({
        what: record.number,
        meaning: 'tested',
        lines: record.tests
          .map((t) => {
            const verdict = testVerdict(t, this.rules(), this.crew.coupons(), this.tables());
            return `${t.kind} ${verdict?.passes ? 'passes' : 'fails'}: ${verdict?.arithmetic ?? ''}`;
          })
          .concat(this.changes(record)),
        send: (password) => this.form.telling(() => this.crew.savePqr(record, password, commandId)),
      });
      if (signed) this.filed.emit(record);
    });
  }
}
