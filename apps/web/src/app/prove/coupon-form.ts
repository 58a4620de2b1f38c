import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  output,
  signal,
  untracked,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatDialog } from '@angular/material/dialog';
import { couponMissing, couponRecord, couponVerdict, procedureNames } from '@hephaist/contracts/records/brazer-record';
import { type Coupon, couponSchema } from '@hephaist/contracts/records/coupon';
import { inForceOn } from '@hephaist/contracts/records/procedure';
import { couponNumberIn, type ReservedCoupon } from '@hephaist/contracts/records/reserved-coupon';
import type { FaceTrace } from '@hephaist/contracts/records/strip-marks';
import { problemsOf } from '@hephaist/contracts/schemas/parse';
import type { CouponTest } from '@hephaist/core/coupons/coupon';
import { doubtWords, type VoidInterval } from '@hephaist/core/coupons/section';
import { VISUAL_REJECTS } from '@hephaist/core/joint-log/rejects';
import { ASME_RULES } from '@hephaist/core/rules/rule-sets';
import { type FieldProblem, InputError } from '@hephaist/core/source/problem';
import { displayUnit } from '@hephaist/core/units/units';
import { firstValueFrom } from 'rxjs';
import { CouponTests } from '../coupon-tests/coupon-tests';
import { newTest, readTest, type TestDraft } from '../coupon-tests/test-drafts';
import { VoidBar } from '../coupon-tests/void-bar';
import { isUnanswered, readVoids, voidText } from '../coupon-tests/void-text';
import { CrewStore } from '../data/crew.store';
import { JobStore } from '../data/job.store';
import { namesOffered } from '../data/names-offered';
import { newId } from '../data/outbox';
import { ShopStore } from '../data/shop.store';
import { couponChanges } from '../data/what-changes';
import { PeelFace } from '../drawings/peel-face';
import { Strip } from '../drawings/strip';
import { Either } from '../forms/either';
import { Entry } from '../forms/entry';
import { type FieldOf, Form } from '../forms/form';
import { FormEnd } from '../forms/form-end';
import { FormOf } from '../forms/form-of';
import { laboratoryOf } from '../forms/laboratory';
import { couponNumber, nextNumber } from '../forms/next-number';
import { plain, sizeOptions } from '../forms/options';
import { Pick as PickField } from '../forms/pick';
import { Problem } from '../forms/problem';
import { inWords } from '../forms/problems';
import { ReportFile } from '../forms/report-file';
import { Signer } from '../signing/signer';
import { Day } from '../time/day';
import { localNow } from '../time/zone';
import { SayPipe } from '../units/say.pipe';
import { typed } from '../units/typed';
import { UnitsStore } from '../units/units.store';
import { beginCoupon, type CouponDraft, fromReserved, unansweredIn } from './coupon-draft';
import { couponLists } from './coupon-lists';
import type { Traced } from './strip-tracer';

const ACCEPTED = 'accepted';

/** Enters a coupon's result; the strip or the peeled face and its verdict are drawn as it is typed. */
@Component({
  selector: 'hp-coupon-form',
  imports: [
    SayPipe,
    MatButtonModule,
    Day,
    Either,
    Entry,
    FormEnd,
    FormOf,
    PickField,
    Problem,
    ReportFile,
    Strip,
    VoidBar,
    CouponTests,
    PeelFace,
  ],
  templateUrl: './coupon-form.html',
  styleUrl: './coupon-form.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CouponForm {
  readonly done = output<Coupon>();
  readonly cancelled = output();
  protected readonly names = namesOffered();
  protected readonly crew = inject(CrewStore);
  private readonly job = inject(JobStore);
  private readonly signer = inject(Signer);
  private readonly dialog = inject(MatDialog);
  private readonly system = inject(UnitsStore).system();
  protected readonly unit = displayUnit('diameter', this.system).symbol;
  private readonly tables = inject(ShopStore).tables;
  protected readonly lists = couponLists(this.tables());
  /** Revisions in force on the day it was brazed. */
  protected readonly procedures = computed(() => {
    const [all, day] = [this.crew.procedures(), this.draft().brazedOn];
    return all.filter((p) => inForceOn(p, all, day)).map((p) => ({ id: p.id, name: `${p.name} rev ${p.revision}` }));
  });
  protected readonly brazers = computed(() =>
    this.crew.brazers().map((b) => ({ id: b.id, name: `${b.name} (${b.mark})` })),
  );

  /** The procedure picked, or the only one in force that states the filler. */
  protected readonly procedureId = computed((): string => {
    const d = this.draft();
    if (d.procedureId !== null) return d.procedureId;
    const fNumber = this.tables().filler(d.fillerId)?.fNumber ?? '';
    const known = new Set(this.procedures().map((p) => p.id));
    const own = this.crew.procedures().filter((p) => known.has(p.id) && p.fNumbers.includes(fNumber));
    return own.length === 1 ? (own[0]?.id ?? '') : '';
  });

  /** Coupon that was planned, whose result it is. */
  readonly reserved = input<string | null>(null);
  protected readonly draft = linkedSignal(() => {
    this.reserved();
    return untracked(() => this.blank());
  });
  protected readonly form = new Form(this.draft, {
    now: () => this.unread(),
    tried: () => this.wrong(),
    keep: () => `coupon ${this.reserved() ?? 'new'}`,
    follow: (next, change) =>
      change.standardId && !change.size ? { ...next, size: this.tables().sizes(change.standardId)[0] ?? '' } : next,
  });
  /** The procedure is shown as it is found until one is picked. */
  protected readonly procedureField: FieldOf<string> = {
    name: 'procedureId',
    value: () => this.procedureId(),
    set: (procedureId) => this.form.set({ procedureId }),
  };

  private blank() {
    const today = localNow(this.job.timeZone()).slice(0, 10);
    const before = [...this.crew.coupons()].sort((x, y) => y.brazedOn.localeCompare(x.brazedOn))[0] ?? null;
    const begun = beginCoupon(this.nextNumber(), today, before);
    const reserved = this.crew.toBraze().find((r) => r.id === this.reserved());
    return reserved ? { ...begun, ...this.known(reserved) } : begun;
  }
  private known(reserved: ReservedCoupon): Partial<CouponDraft> {
    const procedure = this.crew.procedures().find((p) => p.id === reserved.procedureId) ?? null;
    return fromReserved(reserved, procedure, this.system);
  }
  /** A number that is typed, or read from a label: what was reserved under it fills the rest. */
  protected numbered(text: string): void {
    const number = couponNumberIn(text);
    const reserved = this.crew.toBraze().find((r) => r.number === number);
    this.form.set(reserved ? this.known(reserved) : { number });
  }
  protected readonly tests = computed(() => this.draft().tests);
  private readonly readTests = computed(() => this.tests().map((t) => readTest(t, this.system)));
  private readonly id = newId();
  /** Where a side was read on a photograph, with the text that came of it. */
  private readonly traces = signal<Partial<Record<'left' | 'right', { traced: Traced; text: string }>>>({});

  protected readonly sizes = computed(() => sizeOptions(this.tables(), this.draft().standardId));
  private readonly cupDepthM = computed(
    () => this.tables().cup(this.tables().tube(this.draft().standardId, this.draft().size)?.odM ?? 0)?.depthM,
  );
  /** Overlap typed, or the cup's depth for this tube. */
  protected readonly overlapM = computed(() => {
    const d = this.draft();
    if (d.overlap.trim()) return typed(d.overlap, 'diameter', this.system);
    return this.cupDepthM() ?? NaN;
  });
  /** Way round the joint: the tube's circumference. */
  protected readonly aroundM = computed(() => {
    const odM = this.tables().tube(this.draft().standardId, this.draft().size)?.odM;
    return odM ? Math.PI * odM : undefined;
  });
  protected readonly usualOverlap = computed(() => {
    const depth = this.cupDepthM();
    return depth
      ? `${displayUnit('diameter', this.system).fromSi(depth).toFixed(3)}, the usual cup`
      : 'no usual cup: measure it';
  });
  private readonly left = computed(() => readVoids(this.draft().left, this.overlapM(), 'left', this.system));
  private readonly right = computed(() => readVoids(this.draft().right, this.overlapM(), 'right', this.system));
  private readonly coupon = computed((): Coupon => {
    const d = this.draft();
    const overlapM = this.overlapM();
    return {
      id: this.id,
      number: d.number.trim(),
      brazerId: d.brazerId,
      brazedOn: d.brazedOn,
      ruleSetId: d.ruleSetId,
      tube: { standardId: d.standardId, size: d.size, metalId: d.tubeMetalId },
      socketMetalId: d.socketMetalId,
      fillerId: d.fillerId,
      position: d.position,
      overlapM,
      boreClean: d.bore === 'bright' ? true : d.bore === 'oxide' ? false : null,
      lookedBy: d.lookedBy.trim(),
      ...(d.looks ? { visualReason: d.looks === ACCEPTED ? null : d.looks } : {}),
      ...(this.medical() ? { statement: this.statement() } : {}),
      fluxId: d.fluxId || null,
      fillerLot: d.fillerLot.trim(),
      laboratory: laboratoryOf(d),
      jointType: d.jointType,
      process: d.process,
      type: d.type,
      procedureId: this.procedureId() || null,
      ...(this.tests().length ? { tests: this.readTests().map((r) => r.test as CouponTest) } : {}),
      faces:
        d.opened === 'peeled'
          ? []
          : [
              { name: 'left', overlapM, voids: this.left().voids, ...this.traceOf('left') },
              { name: 'right', overlapM, voids: this.right().voids, ...this.traceOf('right') },
            ],
    };
  });
  /** Judged for medical gas: the brazer's record then states more. */
  protected readonly medical = computed(() => this.tables().ruleSet(this.draft().ruleSetId)?.medical ?? false);
  private readonly statement = computed(() => {
    const { cleaning, gap, flow } = this.draft();
    return {
      cleaning: cleaning.trim(),
      gapM: gap.trim() ? typed(gap, 'gap', this.system) : null,
      purgeFlow: flow.trim() ? typed(flow, 'flow', this.system) : null,
    };
  });
  protected readonly missing = computed(() => couponMissing(this.coupon(), this.tables()));
  protected readonly unitOf = (q: 'gap' | 'flow'): string => displayUnit(q, this.system).symbol;
  protected readonly isUnanswered = isUnanswered;
  protected readonly looks = plain([ACCEPTED, ...VISUAL_REJECTS]);
  protected readonly bores = [
    { id: 'bright' as const, name: 'bright' },
    { id: 'oxide' as const, name: 'oxide in it' },
    { id: 'not seen' as const, name: 'nobody looked' },
  ];
  /** The sides as they are drawn: nothing while their text cannot be read. */
  protected readonly sides = computed(() => [
    { name: 'left' as const, voids: this.left().problems.length ? [] : this.left().voids },
    { name: 'right' as const, voids: this.right().problems.length ? [] : this.right().voids },
  ]);
  protected readonly drawnOverlapM = computed(() => (this.overlapM() > 0 ? this.overlapM() : 0));

  protected write(side: 'left' | 'right', text: string): void {
    this.form.set(side === 'left' ? { left: text } : { right: text });
  }

  /** A side as it was dragged: the text says the same. */
  protected dragged(side: 'left' | 'right', voids: readonly VoidInterval[]): void {
    this.write(side, voidText(voids, this.overlapM(), this.system));
  }

  /** What cannot be read of the sides and tests. */
  private readonly unread = computed((): FieldProblem[] => [
    ...(this.draft().opened === 'cut' ? [...this.left().problems, ...this.right().problems] : []),
    ...this.readTests().flatMap((r, i) => r.problems.map((p) => ({ ...p, field: `tests.${i}.${p.field}` }))),
  ]);
  /** What nobody has said yet. What was not looked at is not filed as looked at. */
  private readonly unanswered = computed(() => unansweredIn(this.draft()));
  private wrong(): FieldProblem[] {
    const contract = inWords(
      problemsOf(couponSchema, this.coupon(), '', this.tables()),
      'brazerId',
      'Say who brazed it',
    );
    return [...this.unanswered(), ...contract];
  }
  protected readonly rules = computed(() => this.tables().ruleSet(this.draft().ruleSetId) ?? ASME_RULES);
  protected readonly verdict = computed(() => {
    if (!(this.overlapM() > 0) || this.unread().length || this.unanswered().length) return null;
    try {
      return couponVerdict(this.coupon(), this.tables());
    } catch (e) {
      // Not typed to the end yet: there is no verdict to show.
      if (e instanceof InputError) return null;
      throw e;
    }
  });
  protected readonly doubt = computed(() => {
    const v = this.verdict();
    return v ? doubtWords(v) : '';
  });
  protected readonly peels = computed(() => this.coupon().tests?.filter((t) => t.kind === 'peel lines') ?? []);

  /** Cut or peeled; a peel begins with the lines it is read along. */
  protected open(how: 'cut' | 'peeled' | ''): void {
    const opened = how || 'cut';
    this.form.set({ opened });
    if (opened === 'peeled' && !this.tests().some((t) => t.kind.startsWith('peel')))
      this.form.set({
        tests: [
          ...this.tests(),
          newTest('peel lines', this.system, { lapM: this.overlapM(), aroundM: this.aroundM() }),
        ],
      });
  }

  protected setTests(tests: readonly TestDraft[]): void {
    this.form.set({ tests });
    this.form.mended('tests');
  }

  /** The photograph of a side; marked as corrected when the text was changed after it was read. */
  private traceOf(side: 'left' | 'right'): { trace?: FaceTrace } {
    const found = this.traces()[side];
    if (!found) return {};
    const { trace } = found.traced;
    return { trace: { ...trace, corrected: trace.corrected || this.draft()[side] !== found.text } };
  }

  protected isTraced(side: 'left' | 'right'): boolean {
    return Boolean(this.traces()[side]);
  }

  /** Reads a side on a photograph; the voids come into the field, where they can be changed. */
  protected async readOnPicture(side: 'left' | 'right'): Promise<void> {
    const { StripTracer } = await import('./strip-tracer');
    const open = this.dialog.open<unknown, { face: string }, Traced>(StripTracer, {
      data: { face: side },
      width: '1120px',
      maxWidth: '96vw',
      ariaLabelledBy: 'tracer-title',
    });
    const traced = await firstValueFrom(open.afterClosed());
    if (!traced) return;
    const unit = displayUnit('diameter', this.system);
    const most = unit.fromSi(traced.overlapM);
    const text = voidText(traced.voids, traced.overlapM, this.system);
    this.traces.update((t) => ({ ...t, [side]: { traced, text } }));
    this.form.set({ [side]: text, overlap: this.draft().overlap.trim() || most.toFixed(unit.digits + 1) });
  }

  private nextNumber(): string {
    return couponNumber(nextNumber(this.crew.couponNumbers(), 'C-'));
  }

  /** What filing it changes of what is on file already. */
  private changes(coupon: Coupon): string[] {
    const known = this.crew.records().find((r) => r.brazer.id === coupon.brazerId);
    const own = couponRecord(coupon, this.tables(), procedureNames(this.crew.procedures()));
    if (!known || !own) return [];
    const made = this.job
      .logs()
      .filter((l) => l.brazerId === coupon.brazerId)
      .flatMap((l) => {
        const joint = this.job.joints().find((j) => j.id === l.jointId);
        const asks = joint && this.job.plan()(joint).plan?.asks;
        return joint && asks ? [{ mark: joint.mark, asks, brazedAt: l.brazedAt }] : [];
      });
    const zone = this.job.timeZone();
    const rules = this.tables().ruleSet(coupon.ruleSetId);
    return couponChanges(known.record, own, made, zone, localNow(zone).slice(0, 10), rules);
  }

  protected async save(): Promise<void> {
    await this.form.submit(async () => {
      const coupon = this.coupon();
      const commandId = newId();
      const verdict = this.verdict();
      const signed = await this.signer.sign({
        what: `the result of ${coupon.number}`,
        meaning: 'judged',
        lines: [verdict?.passes ? 'It passes.' : 'It fails.', ...(verdict?.reasons ?? []), ...this.changes(coupon)],
        send: (password) => this.form.telling(() => this.crew.saveCoupon(coupon, password, commandId)),
      });
      if (!signed) return false;
      this.done.emit(coupon);
    });
  }
}
