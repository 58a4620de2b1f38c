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
import { pqrSchema, problemsOf, testVerdict, type Pqr, type Procedure, type ProcedureTest } from '@hephaist/contracts';
import {
  ASME_RULES,
  displayUnit,
  InputError,
  JOINT_TYPES,
  PROCESSES,
  PSI,
  type FieldProblem,
  type Position,
  type Quantity,
} from '@hephaist/core';
import { localNow } from '../braze/log-draft';
import { ApiProblem } from '../data/api';
import { CrewStore } from '../data/crew.store';
import { JobStore } from '../data/job.store';
import { newId } from '../data/outbox';
import { ShopStore } from '../data/shop.store';
import { nextNumber } from '../forms/next-number';
import { Entry } from '../forms/entry';
import { plain, POSITION_OPTIONS, ruleSetOptions } from '../forms/options';
import { Pick as PickField } from '../forms/pick';
import { otherProblems, problemAt } from '../forms/problems';
import { Signer } from '../people/signer';
import { typed } from '../plan/joint-draft';
import { SayPipe } from '../units/say.pipe';
import { UnitsStore } from '../units/units.store';
import { readPairs } from './pairs-text';

/** One test while it is typed: texts by field of the contract. */
interface TestDraft {
  readonly kind: ProcedureTest['kind'];
  readonly texts: Readonly<Record<string, string>>;
}
interface TestField {
  readonly name: string;
  readonly label: string;
  readonly quantity: Quantity;
  /** Square of the unit: an area. */
  readonly square?: boolean;
}

/** What each kind of test asks for in numbers. */
const FIELDS: Readonly<Record<ProcedureTest['kind'], readonly TestField[]>> = {
  section: [],
  visual: [],
  tension: [
    { name: 'forceN', label: 'Force at breaking', quantity: 'force' },
    { name: 'widthM', label: 'Width', quantity: 'diameter' },
    { name: 'thicknessM', label: 'Thickness', quantity: 'diameter' },
    { name: 'minimumPa', label: 'Minimum of the base metal', quantity: 'pressure' },
  ],
  peel: [
    { name: 'areaM2', label: 'Faying area', quantity: 'diameter', square: true },
    { name: 'unbrazedM2', label: 'Unbrazed of it', quantity: 'diameter', square: true },
    { name: 'lineM', label: 'Worst line', quantity: 'diameter' },
    { name: 'lineUnbrazedM', label: 'Unbrazed along it', quantity: 'diameter' },
  ],
  bend: [{ name: 'crackM', label: 'Longest open crack', quantity: 'diameter' }],
};
const SHOWN = [
  'number',
  'brazedOn',
  'brazerId',
  'witness',
  'metals',
  'fNumber',
  'fluxId',
  'wallM',
  'gapM',
  'overlapM',
  'note',
  'tests',
];

/** Writes down what was done on a procedure's test coupon and how it tested; each verdict as it is typed. */
@Component({
  selector: 'hp-pqr-form',
  imports: [Entry, PickField, SayPipe],
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
    joints: plain(JOINT_TYPES),
    positions: POSITION_OPTIONS,
    ruleSets: ruleSetOptions(this.tables()),
    broke: plain(['joint', 'base metal'] as const),
    looks: plain(['accepted, bore bright', 'accepted, oxide in the bore', 'rejected'] as const),
    kinds: plain(['section', 'tension', 'peel', 'bend', 'visual'] as const),
  };
  protected readonly brazers = computed(() =>
    this.crew.brazers().map((b) => ({ id: b.id, name: `${b.name} (${b.mark})` })),
  );
  protected readonly coupons = computed(() => this.crew.coupons().map((c) => ({ id: c.id, name: c.number })));
  protected readonly fields = FIELDS;
  protected readonly draft = linkedSignal(() => {
    const p = this.procedure();
    return {
      number: this.nextNumber(),
      brazedOn: localNow(this.job.job()?.timeZone ?? 'UTC').slice(0, 10),
      brazerId: '',
      witness: '',
      ruleSetId: p.variables?.medical ? 'asme-ix-medical' : 'asme-ix',
      process: p.variables?.process ?? ('torch' as const),
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
  protected readonly tests = signal<readonly TestDraft[]>([
    { kind: 'visual', texts: { looks: 'accepted, bore bright' } },
  ]);
  protected readonly adding = signal<ProcedureTest['kind'] | ''>('');
  protected readonly tried = signal(false);
  protected readonly busy = signal(false);
  protected readonly failure = signal<string | null>(null);
  private readonly told = signal<readonly FieldProblem[]>([]);
  private readonly id = newId();

  private nextNumber(): string {
    const used = this.crew.pqrs().map((r) => r.number);
    return `PQR-${nextNumber(used, 'PQR-')}`;
  }

  private testOf({ kind, texts }: TestDraft): ProcedureTest {
    if (kind === 'section') return { kind, couponId: texts['couponId'] ?? '' };
    if (kind === 'visual') {
      const looks = texts['looks'] ?? '';
      return { kind, accepted: looks.startsWith('accepted'), boreClean: looks.endsWith('bright') };
    }
    const numbers = Object.fromEntries(
      FIELDS[kind].map((f) => {
        const si = typed(texts[f.name] ?? '', f.quantity, this.system);
        const one = displayUnit(f.quantity, this.system).toSi(1);
        return [f.name, f.square ? si * one : si];
      }),
    );
    const broke = texts['broke'] === 'joint' ? 'joint' : 'base metal';
    return { kind, ...numbers, ...(kind === 'tension' ? { broke } : {}) } as ProcedureTest;
  }

  private readonly record = computed((): Pqr => {
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
      jointType: d.jointType,
      metals: metals as [string, string],
      fNumber: d.fNumber.trim(),
      fluxId: d.fluxId.trim() || null,
      wallM: si(d.wall, 'diameter'),
      gapM: si(d.gap, 'gap'),
      overlapM: si(d.overlap, 'diameter'),
      position: d.position,
      tests: this.tests().map((t) => this.testOf(t)),
      note: d.note,
    };
  });
  protected readonly rows = computed(() => {
    const rules = this.tables().ruleSet(this.draft().ruleSetId) ?? ASME_RULES;
    return this.tests().map((draft, i) => {
      const test = this.record().tests[i];
      let verdict = null;
      try {
        verdict = test ? testVerdict(test, rules, this.crew.coupons(), this.tables()) : null;
      } catch (e) {
        // Not typed to the end yet: there is no verdict to show.
        if (!(e instanceof InputError)) throw e;
      }
      return { draft, verdict };
    });
  });
  private readonly problems = computed(() => [
    ...this.told(),
    ...(this.tried()
      ? problemsOf(pqrSchema, this.record(), '', this.tables()).map((p) =>
          p.field === 'brazerId' ? { ...p, says: 'Say who brazed it' } : p,
        )
      : []),
  ]);
  protected readonly others = computed(() => otherProblems(this.problems(), SHOWN).map((p) => p.says));

  protected problem(field: string): string | null {
    return problemAt(this.problems(), field);
  }

  protected set(change: Partial<ReturnType<PqrForm['draft']>>): void {
    this.draft.update((d) => ({ ...d, ...change }));
    this.told.set([]);
  }

  protected add(kind: ProcedureTest['kind'] | ''): void {
    if (!kind) return;
    const minimum = displayUnit('pressure', this.system);
    const texts: Record<string, string> =
      kind === 'tension' ? { minimumPa: minimum.fromSi(30_000 * PSI).toFixed(minimum.digits), broke: 'joint' } : {};
    this.tests.update((all) => [...all, { kind, texts }]);
  }

  protected write(i: number, name: string, text: string): void {
    this.tests.update((all) => all.map((t, k) => (k === i ? { ...t, texts: { ...t.texts, [name]: text } } : t)));
    this.told.set([]);
  }

  protected remove(i: number): void {
    this.tests.update((all) => all.filter((_, k) => k !== i));
  }

  protected async save(event: Event): Promise<void> {
    event.preventDefault();
    this.tried.set(true);
    this.failure.set(null);
    if (this.problems().length || this.busy()) return;
    this.busy.set(true);
    const [record, commandId] = [this.record(), newId()];
    try {
      const signed = await this.signer.sign({
        what: record.number,
        meaning: 'tested',
        lines: this.rows().map(
          (r) => `${r.draft.kind} ${r.verdict?.passes ? 'passes' : 'fails'}: ${r.verdict?.arithmetic ?? ''}`,
        ),
        send: (password) => this.send(record, password, commandId),
      });
      if (signed) this.filed.emit(record);
    } finally {
      this.busy.set(false);
    }
  }

  private async send(record: Pqr, password: string, commandId: string): Promise<void> {
    try {
      await this.crew.savePqr(record, password, commandId);
    } catch (e) {
      if (e instanceof ApiProblem && e.problem.fields) this.told.set(e.problem.fields);
      throw e;
    }
  }
}
