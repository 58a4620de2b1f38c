import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatButtonToggleModule } from '@angular/material/button-toggle';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { RouterLink } from '@angular/router';
import { GAUGES, type Gauges } from '@hephaist/contracts/records/practice-run';
import { type AimMet, aimsMet, aimsOf } from '@hephaist/core/practise/aims';
import { benchOf, type BenchSetup } from '@hephaist/core/practise/bench-setup';
import { benchValues } from '@hephaist/core/practise/bench-values';
import { EXERCISES } from '@hephaist/core/practise/exercises';
import type { Deed } from '@hephaist/core/practise/hand';
import { readDeeds } from '@hephaist/core/practise/hand-text';
import type { MadeJoint } from '@hephaist/core/practise/made-joint';
import { forgottenOf, type PreparationId, preparationsOf } from '@hephaist/core/practise/preparations';
import { bestOf } from '@hephaist/core/practise/progress';
import { USUAL_HANDS } from '@hephaist/core/practise/usual-hands';
import { AccountStore } from '../../data/account.store';
import { JobStore } from '../../data/job.store';
import { newId } from '../../data/outbox';
import { PracticeStore } from '../../data/practice.store';
import { ShopStore } from '../../data/shop.store';
import { me } from '../../data/who';
import { addressWord } from '../../layout/address';
import { besideTorch } from '../../shell/theme';
import { SayPipe } from '../../units/say.pipe';
import { jointName } from '../joint-kinds';
import { type Beside, MadeView } from '../made/made-view';
import { Watching } from '../watching';
import { AtBench } from './at-bench';
import { BenchPrepare } from './bench-prepare';
import { BenchSession } from './bench-session';
import { type BenchTask, nextExercise, ofExercise, ofJoint } from './bench-task';
import { FlameSound } from './flame-sound';
import { runRecord } from './run-record';

const TURN = 2 * Math.PI;
const GAUGES_AT = 'hephaist.gauges';

/** The bench: a joint of the course or of this job, made by one's own hand, sawn and judged. */
@Component({
  selector: 'hp-bench-page',
  imports: [
    MatButtonModule,
    MatButtonToggleModule,
    MatCheckboxModule,
    RouterLink,
    AtBench,
    BenchPrepare,
    MadeView,
    SayPipe,
  ],
  templateUrl: './bench-page.html',
  styleUrl: './bench-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class BenchPage {
  private readonly store = inject(JobStore);
  private readonly tables = inject(ShopStore).tables;
  protected readonly jobId = this.store.jobId;
  protected readonly session = new BenchSession();
  protected readonly watching = new Watching();
  private readonly sound = new FlameSound();
  private readonly exerciseWord = addressWord('exercise', EXERCISES[0]?.id ?? '');
  private readonly jointWord = addressWord('joint');
  private readonly courseWord = addressWord('course');
  private readonly practice = inject(PracticeStore);
  private readonly account = inject(AccountStore);
  private startedAt = new Date();
  private readonly atBench = viewChild(AtBench);
  protected readonly heard = signal(false);
  protected readonly gauges = signal<Gauges>(
    GAUGES.find((g) => g === globalThis.localStorage?.getItem(GAUGES_AT)) ?? 'all',
  );
  protected readonly done = signal<readonly PreparationId[]>([]);
  protected readonly sawAt = signal('12');
  protected readonly ghost = signal<readonly Deed[] | null>(null);
  protected readonly keptWords = signal('');

  protected readonly task = computed((): BenchTask | null => {
    const jointId = this.jointWord();
    if (jointId) {
      const joint = this.store.joints().find((j) => j.id === jointId);
      const plan = joint && this.store.plan()(joint).plan;
      return joint && plan ? ofJoint(joint, plan, jointName(joint, this.tables())) : null;
    }
    const exercise = EXERCISES.find((e) => e.id === this.exerciseWord());
    return exercise ? ofExercise(exercise) : null;
  });
  /** Values of the bench, the company's where it has its own. */
  private readonly values = computed(() => benchValues(this.tables().benchValues));
  protected readonly asked = computed(() => {
    const t = this.task();
    return t ? preparationsOf(t.plan, t.position === 'horizontal' || t.position === 'flat') : [];
  });
  /** The bench with nothing forgotten, for its plan and aims; and as it was prepared. */
  protected readonly whole = computed(() => {
    const t = this.task();
    return t ? benchOf(t.plan, t.position, {}, this.values()) : null;
  });
  protected readonly setup = computed((): BenchSetup | null => {
    const t = this.task();
    return t ? benchOf(t.plan, t.position, forgottenOf(this.done(), this.asked(), t.wet), this.values()) : null;
  });
  protected readonly tipId = signal('');
  /** Aims of the course that it was come to from; else those of its own plan. */
  protected readonly aims = computed(() => {
    const whole = this.whole();
    const course = this.practice.courses().find((c) => c.id === this.courseWord());
    const set = course?.exercises.find((e) => e.jointId === this.jointWord());
    return whole
      ? { ...aimsOf(whole), ...(set ? { filled: set.filled, flameS: set.flameS, rod: set.rod } : {}) }
      : null;
  });
  protected readonly met = computed((): readonly AimMet[] => {
    const [aims, made] = [this.aims(), this.session.made()];
    return aims && made ? aimsMet(aims, made) : [];
  });
  protected readonly next = computed(() => (this.jointWord() ? null : nextExercise(this.exerciseWord())));
  protected readonly beside = computed((): readonly Beside[] => {
    const good = this.watching.made().get(this.goodKey());
    return good ? [{ name: 'a good hand', made: good }] : [];
  });
  private readonly goodKey = (): string => `${this.task()?.key ?? ''} good`;
  constructor() {
    besideTorch();
    effect(() => {
      const whole = this.whole();
      untracked(() => this.tipId.set(whole?.tipId ?? ''));
    });
    void this.practice.load(this.jobId() ?? '').catch(() => undefined);
    effect(() => {
      const made = this.session.made();
      if (made) untracked(() => void this.keep(made));
    });
    effect(() => {
      const best = this.best();
      untracked(() => void this.takeGhost(best?.id ?? null));
    });
    effect(() => {
      const { lit, kind, farM } = this.session.hand();
      const isHeard = this.heard() && lit && this.session.speed() > 0 && this.session.phase() === 'brazes';
      this.sound.hear(isHeard ? { kind, farM } : null);
    });
    inject(DestroyRef).onDestroy(() => {
      this.session.stop();
      this.watching.stop();
      this.sound.stop();
    });
  }

  /** One's best run at this joint so far. */
  protected readonly best = computed(() => {
    const key = this.task()?.key;
    return bestOf(this.practice.runs().filter((r) => r.task === key && r.by === me()?.person));
  });

  /** Fetches what the hand of the best run did; without it there is no ghost. */
  private async takeGhost(id: string | null): Promise<void> {
    this.ghost.set(null);
    if (id === null) return;
    try {
      this.ghost.set(readDeeds(await this.practice.handOf(id)));
    } catch {
      // Away from the server, or gone: the bench goes on without it.
    }
  }

  /** Files what was made; nobody else's work, and nothing where who is signed in files nothing. */
  private async keep(made: MadeJoint): Promise<void> {
    const [task, by, jobId] = [this.task(), me()?.person, this.jobId()];
    if (!task || !by || !jobId || !this.account.may('write:practice_run'))
      return this.keptWords.set('Not kept: your role files nothing at the bench.');
    const record = runRecord(
      {
        id: newId(),
        jobId,
        by,
        task,
        startedAt: this.startedAt,
        gauges: this.gauges(),
        forgot: this.asked().filter((p) => !this.done().includes(p)),
        tipId: this.session.hand().tipId,
        met: this.met(),
      },
      made,
      this.session.deeds,
    );
    try {
      const state = await this.practice.file(record);
      this.keptWords.set(state === 'done' ? 'Kept with your runs.' : 'Kept on this device until the server answers.');
    } catch (e) {
      this.keptWords.set(`✕ Not kept: ${e instanceof Error ? e.message : 'it was refused'}`);
    }
  }

  protected setGauges(to: Gauges): void {
    this.gauges.set(to);
    globalThis.localStorage?.setItem(GAUGES_AT, to);
  }

  protected begin(): void {
    const setup = this.setup();
    if (!setup) return;
    this.keptWords.set('');
    this.startedAt = new Date();
    this.session.begin(setup);
    this.session.does({ tipId: this.tipId() });
    setTimeout(() => this.atBench()?.focus());
  }

  protected saw(): void {
    this.session.saw(((Number(this.sawAt()) % 12) / 12) * TURN);
  }

  protected again(): void {
    this.session.phase.set('prepares');
  }

  protected take(exerciseId: string): void {
    this.exerciseWord.set(exerciseId);
    this.done.set([]);
    this.again();
  }

  /** The same joint, nothing forgotten, by a good hand: its numbers beside one's own. */
  protected watchGood(): void {
    const whole = this.whole();
    const good = USUAL_HANDS[0];
    if (whole && good) this.watching.run(this.goodKey(), { setup: whole, habits: good.habits });
  }
}
