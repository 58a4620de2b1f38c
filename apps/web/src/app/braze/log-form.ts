import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  linkedSignal,
  signal,
  untracked,
} from '@angular/core';
import { SayPipe } from '../units/say.pipe';
import { jointLogSchema, problemsOf, VISUAL_REJECTS, type Joint, type JointLog } from '@hephaist/contracts';
import { dayIn, type FieldProblem, type JointPlan } from '@hephaist/core';
import { ApiProblem } from '../data/api';
import { CrewStore } from '../data/crew.store';
import { JobStore } from '../data/job.store';
import { newId } from '../data/outbox';
import { SessionsStore } from '../live/sessions.store';
import { JointPurge } from '../live/joint-purge';
import { Signer } from '../people/signer';
import { ShopStore } from '../data/shop.store';
import { Entry } from '../forms/entry';
import { fillerOptions, plain } from '../forms/options';
import { Pick as PickField } from '../forms/pick';
import { problemAt } from '../forms/problems';
import { instantOf, localNow, percentOf } from './log-draft';

interface Draft {
  brazerId: string;
  when: string;
  fillerId: string;
  fillerLot: string;
  oxygen: string;
  visual: '' | 'accepted' | 'rejected';
  visualReason: string;
  lookedBy: string;
  outOfRangeReason: string;
}

/** Logs one joint as brazed; says at once when the brazer may not braze it, and asks why it was done all the same. */
@Component({
  selector: 'hp-log-form',
  imports: [SayPipe, Entry, JointPurge, PickField],
  templateUrl: './log-form.html',
  styleUrl: './log-form.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LogForm {
  readonly joint = input.required<Joint>();
  readonly plan = input.required<JointPlan>();
  protected readonly store = inject(JobStore);
  protected readonly crew = inject(CrewStore);
  private readonly signer = inject(Signer);
  private readonly tables = inject(ShopStore).tables;
  protected readonly fillers = computed(() => fillerOptions(this.tables()));
  protected readonly rejects = plain(VISUAL_REJECTS);
  protected readonly looks = plain(['accepted', 'rejected'] as const);

  private readonly zone = computed(() => this.store.job()?.timeZone ?? 'UTC');
  protected readonly log = computed(() => this.store.lastLog().get(this.joint().id));
  /** A rejected joint may be made again. */
  protected readonly open = computed(() => this.log()?.visual !== 'accepted');
  private readonly lastLot = signal('');
  private readonly lastLooker = signal('');
  private readonly sessions = inject(SessionsStore);
  protected readonly traced = computed(() => this.sessions.traceOf()(this.joint().id));
  protected readonly draft = linkedSignal<string, Draft>({
    source: () => this.joint().id,
    computation: () => ({
      brazerId: '',
      when: localNow(this.zone()),
      fillerId: this.plan().selection.chosen?.filler.id ?? '',
      fillerLot: this.lastLot(),
      oxygen: '',
      visual: '',
      visualReason: '',
      lookedBy: this.lastLooker(),
      outOfRangeReason: '',
    }),
  });
  protected readonly tried = linkedSignal({ source: () => this.joint().id, computation: () => false });
  protected readonly told = linkedSignal<string, readonly FieldProblem[]>({
    source: () => this.joint().id,
    computation: () => [],
  });
  protected readonly outcome = linkedSignal<string, string | null>({
    source: () => this.joint().id,
    computation: () => null,
  });
  protected readonly busy = signal(false);

  constructor() {
    // What was read before flame on need not be typed again.
    effect(() => {
      const strike = this.traced()?.trace.strikeOxygen;
      if (strike == null) return;
      untracked(() => {
        if (this.draft().oxygen === '') this.set({ oxygen: (100 * Math.max(0, strike)).toFixed(2) });
      });
    });
  }

  private readonly day = computed(() => {
    const instant = instantOf(this.draft().when, this.zone());
    return instant ? dayIn(instant, this.zone()) : localNow(this.zone()).slice(0, 10);
  });
  protected readonly board = computed(() => this.crew.board(this.plan().asks, this.day()));
  protected readonly brazers = computed(() =>
    this.board().map((r) => ({
      id: r.brazer.id,
      name: `${r.permission.may ? '✓' : '✕'} ${r.brazer.name} (${r.brazer.mark})`,
    })),
  );
  protected readonly permission = computed(
    () => this.board().find((r) => r.brazer.id === this.draft().brazerId)?.permission ?? null,
  );

  private readonly entry = computed((): JointLog => {
    const d = this.draft();
    return {
      id: newId(),
      jobId: this.joint().jobId,
      jointId: this.joint().id,
      brazerId: d.brazerId,
      brazedAt: instantOf(d.when, this.zone()) ?? '',
      fillerId: d.fillerId,
      fillerLot: d.fillerLot.trim(),
      oxygen: d.oxygen.trim() === '' ? null : percentOf(d.oxygen),
      sessionId: this.traced()?.session.id ?? null,
      visual: d.visual as JointLog['visual'],
      visualReason: d.visual === 'rejected' ? ((d.visualReason || null) as JointLog['visualReason']) : null,
      lookedBy: d.lookedBy.trim(),
      outOfRangeReason: d.outOfRangeReason.trim() || null,
    };
  });

  private readonly problems = computed((): FieldProblem[] => {
    const own = problemsOf(jointLogSchema, this.entry(), '', this.tables()).map((p) =>
      p.field === 'brazerId' ? { ...p, says: 'Say who brazed it' } : p,
    );
    if (this.permission()?.may === false && !this.entry().outOfRangeReason)
      own.push({ field: 'outOfRangeReason', says: 'Say why it was brazed all the same' });
    return [...this.told(), ...(this.tried() ? own : [])];
  });

  protected problem(field: string): string | null {
    return problemAt(this.problems(), field);
  }

  protected set(change: Partial<Draft>): void {
    this.draft.update((d) => ({ ...d, ...change }));
    this.told.set([]);
  }

  protected nameOf(id: string): string {
    return this.crew.brazers().find((b) => b.id === id)?.name ?? 'someone no longer on file';
  }

  protected async save(event?: Event): Promise<void> {
    event?.preventDefault();
    this.tried.set(true);
    if (this.problems().length || this.busy()) return;
    this.busy.set(true);
    const entry = this.entry();
    try {
      const state = entry.outOfRangeReason ? await this.signReason(entry) : await this.store.saveLog(entry);
      if (state === null) return;
      this.lastLot.set(entry.fillerLot);
      this.lastLooker.set(entry.lookedBy);
      this.tried.set(false);
      this.outcome.set(
        state === 'held' ? 'Held here; it is sent as soon as the server answers.' : this.movedWords(entry),
      );
    } catch (e) {
      if (e instanceof ApiProblem && e.problem.fields) this.told.set(e.problem.fields);
      else this.outcome.set((e as Error).message);
    } finally {
      this.busy.set(false);
    }
  }

  /** What was brazed out of range is logged with a signed reason; null when it was not signed. */
  private async signReason(entry: JointLog): Promise<'done' | null> {
    const commandId = newId();
    const signed = await this.signer.sign({
      what: `the log of ${this.joint().mark}`,
      meaning: 'out-of-range',
      lines: [...(this.permission()?.reasons ?? []), `Reason: ${entry.outOfRangeReason}`],
      send: (password) => this.store.signLog(entry, password, commandId),
    });
    return signed ? 'done' : null;
  }

  private movedWords(entry: JointLog): string {
    const row = this.crew.board(this.plan().asks, this.day()).find((r) => r.brazer.id === entry.brazerId);
    const good = row?.permission.continuity.goodThrough;
    return `Logged. ${this.nameOf(entry.brazerId)} is now good through ${good ?? 'no date: no passed coupon'}.`;
  }
}
