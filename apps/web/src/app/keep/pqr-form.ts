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
import { missingOf, type Pqr, pqrSchema, qualifiedBy, testVerdict } from '@hephaist/contracts/records/pqr';
import { type Procedure, statedProcedure } from '@hephaist/contracts/records/procedure';
import { problemsOf } from '@hephaist/contracts/schemas/parse';
import { JOINT_TYPES } from '@hephaist/core/joint/joint-type';
import { PROCESS_TYPES, PROCESSES } from '@hephaist/core/joint/process';
import { APPLIED, FILLER_FORMS, FLAMES, FUELS, OXIDANTS } from '@hephaist/core/procedure/procedure';
import { ASME_RULES } from '@hephaist/core/rules/rule-sets';
import type { FieldProblem } from '@hephaist/core/source/problem';
import { displayUnit, type Quantity } from '@hephaist/core/units/units';
import { CouponTests } from '../coupon-tests/coupon-tests';
import { newTest, readTest, type TestDraft, unansweredOf } from '../coupon-tests/test-drafts';
import { CrewStore } from '../data/crew.store';
import { JobStore } from '../data/job.store';
import { namesOffered } from '../data/names-offered';
import { newId } from '../data/outbox';
import { ShopStore } from '../data/shop.store';
import { pqrChanges } from '../data/what-changes';
import { Entry } from '../forms/entry';
import { Form } from '../forms/form';
import { FormEnd } from '../forms/form-end';
import { FormOf } from '../forms/form-of';
import { nextNumber } from '../forms/next-number';
import { fillerOptions, metalOptions, plain, POSITION_OPTIONS, ruleSetOptions } from '../forms/options';
import { Pick as PickField } from '../forms/pick';
import { Problem } from '../forms/problem';
import { inWords } from '../forms/problems';
import { ReportFile } from '../forms/report-file';
import { Signer } from '../signing/signer';
import { Day } from '../time/day';
import { localNow } from '../time/zone';
import { UnitsStore } from '../units/units.store';
import { beginRecord, looksOf, readRecord, takenFrom } from './pqr-draft';

/** Writes down what was done on a procedure's test coupon and how it tested; each verdict as it is typed. */
@Component({
  selector: 'hp-pqr-form',
  imports: [MatButtonModule, Day, Entry, FormEnd, FormOf, PickField, Problem, ReportFile, CouponTests],
  templateUrl: './pqr-form.html',
  styleUrl: './procedure-form.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PqrForm {
  readonly procedure = input.required<Procedure>();
  readonly filed = output<Pqr>();
  readonly cancelled = output();
  protected readonly names = namesOffered();
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
    metals: metalOptions(this.tables()),
    fillers: fillerOptions(this.tables()),
    fluxes: plain(this.tables().fluxes.map((f) => f.id)),
    forms: plain(FILLER_FORMS),
    applied: plain(APPLIED),
    fuels: plain(FUELS),
    oxidants: plain(OXIDANTS),
    flames: plain(FLAMES),
    kinds: ['section', 'peel lines', 'peel', 'tension', 'bend', 'visual'] as const,
  };
  protected readonly brazers = computed(() =>
    this.crew.brazers().map((b) => ({ id: b.id, name: `${b.name} (${b.mark})` })),
  );
  /** Coupons on file, newest first: a record can be taken from one. */
  protected readonly coupons = computed(() =>
    [...this.crew.coupons()]
      .sort((x, y) => y.brazedOn.localeCompare(x.brazedOn) || y.number.localeCompare(x.number))
      .map((c) => ({ id: c.id, name: `${c.number}, ${c.brazedOn}, ${c.tube.size} ${c.position}` })),
  );
  /** It begins anew for another revision, not when somebody else changes this one. */
  protected readonly draft = linkedSignal({
    source: () => this.procedure().id,
    computation: () => untracked(() => this.begun()),
  });
  private begun() {
    const today = localNow(this.job.timeZone()).slice(0, 10);
    const looks: readonly TestDraft[] = [newTest('visual', this.system)];
    return { ...beginRecord(this.procedure(), this.nextNumber(), today), tests: looks };
  }
  protected readonly tests = computed(() => this.draft().tests);
  private readonly read = computed(() => this.tests().map((t) => readTest(t, this.system)));
  protected readonly form = new Form(this.draft, {
    now: () => this.unread(),
    tried: () => this.wrong(),
    keep: () => `record ${this.procedure().id}`,
  });
  private readonly id = newId();

  private nextNumber(): string {
    const used = this.crew.pqrs().map((r) => r.number);
    return `PQR-${nextNumber(used, 'PQR-')}`;
  }

  protected readonly record = computed((): Pqr => ({
    ...readRecord(this.draft(), this.procedure(), this.system),
    id: this.id,
    tests: this.read().map((r) => r.test),
  }));
  /** Takes all that a coupon says of itself, with its section as a test; what it does not say stays as it stands. */
  protected take(id: string): void {
    const coupon = this.crew.coupons().find((c) => c.id === id);
    if (!coupon) return this.form.set({ couponId: '' });
    const [looks, section] = [newTest('visual', this.system), newTest('section', this.system)];
    this.form.set({
      ...takenFrom(coupon, this.tables(), this.system),
      tests: [
        { ...looks, texts: { looks: looksOf(coupon) } },
        { ...section, texts: { couponId: id, specimen: coupon.number } },
        ...this.tests().filter((t) => t.kind !== 'visual' && t.kind !== 'section'),
      ],
    });
  }
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
    this.form.set({ tests });
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
      if (!signed) return false;
      this.filed.emit(record);
    });
  }
}
