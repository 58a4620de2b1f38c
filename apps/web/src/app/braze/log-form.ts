import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  linkedSignal,
  output,
  signal,
  untracked,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { namedIn, procedureNames } from '@hephaist/contracts/records/brazer-record';
import type { Joint } from '@hephaist/contracts/records/joint';
import { type JointLog, jointLogSchema } from '@hephaist/contracts/records/joint-log';
import { logFindingsOf, lotProblems, makingProblems } from '@hephaist/contracts/records/log-check';
import { lotFaults } from '@hephaist/contracts/records/lot';
import { inForce, inForceOn, namedProcedure, type Procedure } from '@hephaist/contracts/records/procedure';
import { problemsOf } from '@hephaist/contracts/schemas/parse';
import type { JointPlan } from '@hephaist/core/joint/plan';
import { asksWith, type LogFinding } from '@hephaist/core/joint-log/findings';
import { MAKING_SAYS, nextMakings } from '@hephaist/core/joint-log/makings';
import { VISUAL_REJECTS } from '@hephaist/core/joint-log/rejects';
import { procedureGaps, toCover } from '@hephaist/core/procedure/support';
import { dayIn } from '@hephaist/core/qualification/continuity';
import type { FieldProblem } from '@hephaist/core/source/problem';
import { sourceLine } from '@hephaist/core/source/source';
import { displayUnit } from '@hephaist/core/units/units';
import { ReadFault } from '../answer/read-fault';
import { CrewStore } from '../data/crew.store';
import { JobStore } from '../data/job.store';
import { namesOffered } from '../data/names-offered';
import { OnFileStore } from '../data/on-file.store';
import { newId } from '../data/outbox';
import { SessionsStore } from '../data/sessions.store';
import { ShopStore } from '../data/shop.store';
import { logChanges } from '../data/what-changes';
import { me } from '../data/who';
import { Either } from '../forms/either';
import { Entry } from '../forms/entry';
import { Form } from '../forms/form';
import { FormEnd } from '../forms/form-end';
import { FormOf } from '../forms/form-of';
import { fillerOptions, plain } from '../forms/options';
import { Pick as PickField } from '../forms/pick';
import { inWords } from '../forms/problems';
import { LogPhotos } from '../layout/log-photos';
import { Scan } from '../layout/scan';
import { Signer } from '../signing/signer';
import { Moment } from '../time/moment';
import { instantOf, localNow } from '../time/zone';
import { SayPipe } from '../units/say.pipe';
import { retyped } from '../units/typed';
import { UnitsStore } from '../units/units.store';
import { whenUnitsChange } from '../units/when-units-change';
import { BesideEntries } from './beside-entries';
import { CleaningStore } from './cleaning.store';
import { CleaningClock } from './cleaning-clock';
import { entryRows } from './entry-rows';
import { FiledTogether } from './filed-together';
import { fromTrace } from './from-trace';
import { blankEntry, type EntryDraft, entryOf, keptFrom, lotsFor } from './log-entry-draft';
import { ofJoint } from './of-joint';
import { takenLot } from './scan-lot';
import type { Beside } from './together';

/** Fields that are asked for where an entry is confirmed in brief. */
const ASKED_IN_BRIEF: ReadonlySet<string> = new Set(['brazerId', 'fillerLot', 'lookedBy', 'outOfRangeReason']);

/** Logs one joint as brazed; says at once when the brazer may not braze it, and asks why it was done all the same. */
@Component({
  selector: 'hp-log-form',
  imports: [
    SayPipe,
    MatButtonModule,
    Either,
    Entry,
    FormEnd,
    FormOf,
    Moment,
    PickField,
    LogPhotos,
    CleaningClock,
    FiledTogether,
  ],
  templateUrl: './log-form.html',
  styleUrl: './log-form.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LogForm {
  readonly joint = input.required<Joint>();
  readonly plan = input.required<JointPlan>();
  /** What is known of it already, as from its way at the torch. */
  readonly known = input<Partial<EntryDraft> | null>(null);
  /** It is confirmed as it stands: only what is missing is asked for, the rest is one touch away. */
  readonly brief = input(false);
  /** Others that this confirmation may file with it, each its own entry. */
  readonly besides = input<readonly Beside[]>([]);
  /** The joints that were filed. */
  readonly logged = output<readonly string[]>();
  protected readonly store = inject(JobStore);
  protected readonly crew = inject(CrewStore);
  private readonly signer = inject(Signer);
  private readonly onFile = inject(OnFileStore);
  private readonly tables = inject(ShopStore).tables;
  protected readonly fillers = computed(() => fillerOptions(this.tables()));
  protected readonly fluxes = computed(() => plain(this.tables().fluxes.map((f) => f.id)));
  protected readonly rejects = plain(VISUAL_REJECTS);
  protected readonly looks = plain(['accepted', 'rejected'] as const);

  protected readonly names = namesOffered();
  private readonly scan = inject(Scan);
  /** Why what was scanned is not taken. */
  protected readonly scanned = signal<string | null>(null);
  private readonly faults = inject(ReadFault);
  /** Asks what is seen, and takes its word. */
  protected async readFault(): Promise<void> {
    const fault = await this.faults.read({ fault: null, mayTake: true });
    if (fault?.reject) this.form.set({ visual: 'rejected', visualReason: fault.reject });
  }

  protected readonly zone = computed(() => this.store.timeZone());
  /** Every entry of the joint, the latest first. */
  protected readonly logs = computed(() => ofJoint(this.store.logs(), this.joint().id));
  protected readonly again = linkedSignal({ source: () => this.joint().id, computation: () => false });
  /** A rejected joint is made again; an accepted one when somebody says so. */
  protected readonly open = computed(() => this.again() || this.logs()[0]?.visual !== 'accepted');
  protected readonly makings = computed(() => nextMakings(this.logs()).map((id) => ({ id, name: MAKING_SAYS[id] })));
  private readonly kept = computed(() => keptFrom(this.store.logs()));
  private readonly cleaning = inject(CleaningStore);
  private readonly units = inject(UnitsStore);
  protected readonly flowUnit = computed(() => displayUnit('flow', this.units.system()).symbol);
  private readonly sessions = inject(SessionsStore);
  protected readonly traced = computed(() => this.sessions.traceOf()(this.joint().id));
  protected readonly draft = linkedSignal<string, EntryDraft>({
    source: () => `${this.joint().id} ${this.logs().length}`,
    computation: () => untracked(() => this.blank()),
  });
  readonly form: Form<EntryDraft> = new Form(this.draft, {
    tried: () => this.wrong(),
    follow: (next, change) => this.follow(next, change),
    key: () => this.joint().id,
    keep: () => (this.brief() ? null : `log ${this.joint().id} ${this.logs().length}`),
    units: () => this.units.system(),
  });
  private readonly whole = linkedSignal({ source: () => this.joint().id, computation: () => false });
  /** A problem at a field that is not among the few brings all of them. */
  protected readonly short = computed(
    () => this.brief() && !this.whole() && this.form.problems().every((p) => ASKED_IN_BRIEF.has(p.field)),
  );
  /** What was missing when it was first shown: its field stays until it is filed, whatever is typed into it. */
  private readonly missing = linkedSignal<string, ReadonlySet<string>>({
    source: () => this.joint().id,
    computation: () => untracked(() => new Set(this.wrong().map((p) => p.field))),
  });
  protected readonly lacks = (field: string): boolean =>
    this.missing().has(field) || this.form.problems().some((p) => p.field === field);
  /** What is filed, in words. */
  protected readonly rows = computed(() =>
    entryRows(this.entry(), {
      zone: this.zone(),
      units: this.units,
      brazer: this.nameOf(this.draft().brazerId),
      procedure: this.procedures().find((p) => p.id === this.draft().procedureId)?.name ?? 'none named',
    }),
  );
  protected showAll(): void {
    this.whole.set(true);
  }
  protected readonly outcome = linkedSignal<string, string | null>({
    source: () => this.joint().id,
    computation: () => null,
  });

  constructor() {
    effect(() => {
      const of = this.besides().map((b) => b.joint.id);
      untracked(() => of.forEach((id) => void this.sessions.fetchFor(id)));
    });
    whenUnitsChange((from, to) => this.form.set({ flow: retyped(this.draft().flow, 'flow', from, to) }));
    // What was read while it was made need not be typed again.
    effect(() => {
      const trace = this.traced()?.trace;
      if (!trace) return;
      untracked(() =>
        this.form.set(fromTrace(trace, this.draft(), { zone: this.zone(), system: this.units.system() })),
      );
    });
  }

  private blank(): EntryDraft {
    const chosen = this.plan().selection.chosen;
    const cleanedMs = this.cleaning.cleaned()[this.joint().id];
    const place = this.logs()[0]?.place;
    return blankEntry(
      {
        brazerId: this.crew.brazers().find((b) => b.id === me()?.brazerId)?.id ?? '',
        procedureId: this.covering()?.id ?? '',
        madeAs: nextMakings(this.logs())[0] ?? 'first',
        cleaned: cleanedMs ? localNow(this.zone(), new Date(cleanedMs)) : '',
        ...(place === undefined ? {} : { place }),
        ...this.known(),
      },
      this.kept(),
      { zone: this.zone(), fillerId: chosen?.filler.id ?? '', fluxId: chosen?.flux?.id ?? '' },
    );
  }

  /** The procedure in force that covers the joint as planned, if there is one. */
  private readonly covering = computed(() => {
    const asks = toCover(this.plan(), this.joint().fitUp.mode !== 'nominal');
    return inForce(this.crew.procedures()).find((p) => procedureGaps(namedProcedure(p), asks).length === 0) ?? null;
  });
  protected readonly procedures = computed(() =>
    this.crew
      .procedures()
      .filter((p) => p.signedOn !== null)
      .map((p) => ({ p, stood: this.stoodThen(p) }))
      .sort((a, b) => Number(b.stood) - Number(a.stood) || a.p.name.localeCompare(b.p.name))
      .map(({ p, stood }) => ({ id: p.id, name: `${p.name} rev ${p.revision}${stood ? '' : ', not in force then'}` })),
  );
  protected readonly cleanedMs = computed(() => {
    const instant = instantOf(this.draft().cleaned, this.zone());
    return instant ? Date.parse(instant) : 0;
  });
  protected readonly brazedMs = computed(() => {
    const instant = instantOf(this.draft().when, this.zone());
    return instant ? Date.parse(instant) : this.cleaning.nowMs();
  });

  private readonly day = computed(() => {
    const instant = instantOf(this.draft().when, this.zone());
    return instant ? dayIn(instant, this.zone()) : localNow(this.zone()).slice(0, 10);
  });
  /** Whether a revision was in force when the joint was brazed. */
  private stoodThen(p: Procedure): boolean {
    const at = instantOf(this.draft().when, this.zone()) ?? undefined;
    return inForceOn(p, this.crew.procedures(), this.day(), at);
  }
  protected readonly board = computed(() => this.crew.board(asksWith(this.plan(), this.draft().fillerId), this.day()));
  protected readonly brazers = computed(() =>
    this.board().map((r) => ({
      id: r.brazer.id,
      name: `${r.permission.may ? '✓' : '✕'} ${r.brazer.name} (${r.brazer.mark})`,
    })),
  );
  private readonly row = computed(() => this.board().find((r) => r.brazer.id === this.draft().brazerId) ?? null);
  protected readonly permission = computed(() => this.row()?.permission ?? null);
  private readonly record = computed(() => this.row()?.record ?? null);

  private readonly id = linkedSignal<string, string>({
    source: () => `${this.joint().id} ${this.logs().length}`,
    computation: () => newId(),
  });
  private readonly entry = computed(() =>
    entryOf(
      this.draft(),
      {
        id: this.id(),
        jobId: this.joint().jobId,
        jointId: this.joint().id,
        sessionId: this.traced()?.session.id ?? null,
      },
      { zone: this.zone(), system: this.units.system(), purged: this.plan().purge !== null },
    ),
  );
  /** What speaks against it as typed, once there is a time to ask of. */
  private readonly findings = computed((): LogFinding[] => {
    const entry = this.entry();
    if (!entry.brazedAt) return [];
    return logFindingsOf(entry, {
      joint: this.joint(),
      plan: this.plan(),
      timeZone: this.zone(),
      record: this.record(),
      procedures: this.crew.procedures(),
    });
  });
  protected readonly beside = new BesideEntries(this.besides, this.entry, this.record);
  protected readonly asking = computed(() => this.findings().filter((f) => f.asksReason));
  /** Only said once something of the joint is known: an empty form is not nagged at. */
  protected readonly remarks = computed(() =>
    this.draft().brazerId || this.form.tried() ? this.findings().filter((f) => !f.asksReason) : [],
  );
  /** What the lots on file say against those that are written. */
  protected readonly lotRemarks = computed(() => lotFaults(this.entry(), this.onFile.lots()));
  /** Lots on file of the rod that is picked. */
  protected readonly lotsOnFile = computed(() =>
    this.onFile
      .lots()
      .filter((l) => l.kind === 'rod' && (!l.classId || l.classId === this.draft().fillerId))
      .map((l) => l.lot),
  );
  protected readonly source = (f: LogFinding): string => sourceLine(f.source);

  /** What the contract, what was logged before and the one who brazes have against it. */
  private wrong(): FieldProblem[] {
    const own = inWords(problemsOf(jointLogSchema, this.entry(), '', this.tables()), 'brazerId', 'Say who brazed it');
    own.push(...makingProblems(this.entry(), this.logs()), ...lotProblems(this.entry(), this.store.logs()));
    if (this.asking().length && !this.entry().outOfRangeReason)
      own.push({ field: 'outOfRangeReason', says: 'Say why it was brazed all the same' });
    return own;
  }

  /** A lot belongs to the class it was read from: another rod or flux takes its own, or none. */
  private follow(next: EntryDraft, change: Partial<EntryDraft>): EntryDraft {
    if (change.cleaned !== undefined) this.keepCleaned(change.cleaned);
    const lots = lotsFor(this.kept(), next.fillerId, next.fluxId);
    return {
      ...next,
      ...(change.fillerId === undefined ? {} : { fillerLot: lots.fillerLot }),
      ...(change.fluxId === undefined ? {} : { fluxLot: lots.fluxLot }),
    };
  }

  /** The clock of eight hours runs for the joint, whichever page is looked at. */
  private keepCleaned(local: string): void {
    const instant = instantOf(local, this.zone());
    if (instant) this.cleaning.clean(this.joint().id, Date.parse(instant));
    else this.cleaning.forget(this.joint().id);
  }

  protected cleanNow(): void {
    const now = localNow(this.zone());
    // A form that stood open over a minute would have it brazed before it was cleaned.
    this.form.set({ cleaned: now, ...(this.draft().when < now ? { when: now } : {}) });
  }

  /** A lot is read from its label: into the field of its kind. */
  protected async scanLot(): Promise<void> {
    const label = await this.scan.label();
    if (!label) return;
    const lot = label.of === 'lot' ? this.onFile.lots().find((l) => l.id === label.lotId) : undefined;
    const taken = label.of === 'lot' ? takenLot(lot, this.draft()) : { refused: 'This label is of no lot.' };
    this.scanned.set('refused' in taken ? taken.refused : null);
    if ('change' in taken) this.form.set(taken.change);
  }

  protected nameOf(id: string): string {
    return this.crew.brazers().find((b) => b.id === id)?.name ?? 'someone no longer on file';
  }

  async save(): Promise<void> {
    const entry = this.entry();
    await this.form.submit(async () => {
      const all = [entry, ...this.beside.together().map((f) => f.entry)];
      const state = entry.outOfRangeReason ? await this.signReason(entry) : await this.store.saveLogs(all);
      if (state === null) return false;
      for (const { jointId } of all) this.cleaning.forget(jointId);
      this.again.set(false);
      this.form.settle();
      this.outcome.set(
        state === 'held' ? 'Held here; it is sent as soon as the server answers.' : this.movedWords(entry),
      );
      this.logged.emit(all.map((l) => l.jointId));
    });
  }

  /** What was brazed out of range is logged with a signed reason; null when it was not signed. */
  private async signReason(entry: JointLog): Promise<'done' | null> {
    const commandId = newId();
    const signed = await this.signer.sign({
      what: `the log of ${this.joint().mark}`,
      meaning: 'out-of-range',
      lines: [...this.asking().map((f) => f.says), `Reason: ${entry.outOfRangeReason}`, ...this.changes(entry)],
      send: (password) => this.form.telling(() => this.store.signLog(entry, password, commandId)),
    });
    return signed ? 'done' : null;
  }

  /** Until when the brazer is good, before and after. */
  private changes(entry: JointLog): string[] {
    const record = this.record();
    if (!record) return [];
    const asks = asksWith(this.plan(), entry.fillerId);
    const procedure = namedIn(entry.procedureId, procedureNames(this.crew.procedures()));
    const made = { day: this.day(), label: this.joint().mark, fNumber: asks.fNumber };
    const today = localNow(this.zone()).slice(0, 10);
    return [logChanges(record, procedure === undefined ? made : { ...made, procedure }, asks, today)];
  }

  private movedWords(entry: JointLog): string {
    const row = this.crew.board(this.plan().asks, this.day()).find((r) => r.brazer.id === entry.brazerId);
    const good = row?.permission.continuity.goodThrough;
    return `Logged. ${this.nameOf(entry.brazerId)} is now good through ${good ?? 'no date: no passed coupon'}.`;
  }
}
