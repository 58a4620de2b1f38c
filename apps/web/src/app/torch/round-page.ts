import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  type ElementRef,
  inject,
  input,
  linkedSignal,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import { checkSays, rememberedSchools, type StepAnswer } from '@hephaist/contracts/records/rig-check';
import type { FlameKind } from '@hephaist/core/heat/flame';
import { fuelName } from '@hephaist/core/heat/fuels';
import { schoolsOf } from '@hephaist/core/schools/schools';
import { sourceLine } from '@hephaist/core/source/source';
import type { CheckStep } from '@hephaist/core/torch-rig/check-step';
import { DROP_SEEN, DROP_SEEN_WORDS, type DropSeen } from '@hephaist/core/torch-rig/drop-seen';
import { DROP_S, dropSays, leakSays } from '@hephaist/core/torch-rig/drop-test';
import { flameLooks } from '@hephaist/core/torch-rig/flame-look';
import { usesOxygen } from '@hephaist/core/torch-rig/rig';
import { CHECK_ROUND_WORDS, CHECK_STAGE_WORDS, type CheckRound } from '@hephaist/core/torch-rig/rounds';
import { formatDuration, PSI } from '@hephaist/core/units/units';
import { capital } from '@hephaist/core/words/capital';
import { OnFileStore } from '../data/on-file.store';
import { newId, Outbox } from '../data/outbox';
import { RigsStore } from '../data/rigs.store';
import { me } from '../data/who';
import { Flame } from '../drawings/flame';
import { RigDrawing } from '../drawings/rig-drawing';
import { Attempt } from '../forms/attempt';
import { DraftShelf } from '../forms/draft-shelf';
import { SteadyHand } from '../layout/steady-hand';
import { besideTorch } from '../shell/theme';
import { Signer } from '../signing/signer';
import { ticking } from '../time/ticking';
import { hereZone, localNow } from '../time/zone';
import { SayPipe } from '../units/say.pipe';
import {
  answered,
  back,
  beginRound,
  isRead,
  otherSchool,
  roundCheck,
  type RoundProgress,
  whereIn,
} from './round-progress';

/** One round at a rig, one step a screen, for a glove: done, skipped or not right; filed with the day. */
@Component({
  selector: 'hp-round-page',
  imports: [Flame, RigDrawing, RouterLink, SayPipe],
  templateUrl: './round-page.html',
  styleUrl: './round-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RoundPage {
  readonly rigId = input.required<string>();
  readonly round = input.required<CheckRound>();
  private readonly store = inject(RigsStore);
  private readonly onFile = inject(OnFileStore);
  private readonly shelf = inject(DraftShelf);
  private readonly signer = inject(Signer);
  private readonly outbox = inject(Outbox);
  private readonly asked = new Attempt();
  protected readonly failure = this.asked.failure;
  protected readonly busy = this.asked.busy;
  protected readonly filed = signal(false);
  private readonly read = signal(false);
  private readonly nowMs = ticking();
  private readonly says = viewChild<ElementRef<HTMLElement>>('says');
  private readonly today = localNow(hereZone()).slice(0, 10);
  private readonly glove = new SteadyHand();
  protected readonly capital = capital;
  protected readonly SEEN = DROP_SEEN.map((id) => ({ id, name: DROP_SEEN_WORDS[id] }));
  protected readonly held = computed(() => this.outbox.held().length);

  /** The rig with the order its last round was done in. */
  protected readonly rig = computed(() => {
    const rig = this.store.rigs().find((r) => r.id === this.rigId());
    return rig ? { ...rig, schools: rememberedSchools(rig, this.store.checks()) } : null;
  });
  protected readonly missing = computed(() => this.read() && !this.rig());
  private readonly place = computed(() => `round ${this.rigId()} ${this.round()} ${this.today}`);
  protected readonly progress = linkedSignal<RoundProgress>(() => {
    const left = this.shelf.find<RoundProgress>(this.place());
    return { ...beginRound(Date.now()), ...left };
  });
  protected readonly where = computed(() => {
    const rig = this.rig();
    return rig
      ? whereIn(this.progress(), rig, this.round(), Number(this.today.slice(0, 4)))
      : { all: [], step: null, why: null };
  });

  constructor() {
    besideTorch();
    void this.asked.run(() => Promise.all([this.store.load(), this.onFile.load()])).then(() => this.read.set(true));
    // Each step is read out and worked from the keyboard where it begins.
    effect(() => {
      const begun = this.progress().steps.length;
      const heading = this.says();
      if (begun || this.filed()) untracked(() => heading?.nativeElement.focus());
    });
  }

  protected readonly stageWords = computed(() => {
    const { step, all } = this.where();
    return step
      ? `${CHECK_STAGE_WORDS[step.stage]}, ${this.progress().steps.length + 1} of ${all.length}`
      : CHECK_ROUND_WORDS[this.round()];
  });
  protected readonly source = (s: CheckStep): string =>
    s.source.certainty === 'published' ? sourceLine(s.source) : '';
  protected stroke(at: number): string {
    const { steps } = this.progress();
    return steps[at]?.answer ?? (at === steps.length && this.where().step ? 'here' : 'ahead');
  }

  protected readonly other = computed(() => {
    const [step, rig] = [this.where().step, this.rig()];
    return step?.school && rig ? otherSchool(step.school, schoolsOf(rig.schools, this.progress().schools)) : null;
  });

  private readonly shutInS = computed(() => {
    const from = this.progress().shutInMs;
    return from === null ? 0 : Math.max(0, Math.floor((this.nowMs() - from) / 1000));
  });
  protected readonly shutInFor = computed(() => `${this.shutInS()} s`);
  protected readonly leftS = computed(() => Math.max(0, DROP_S - this.shutInS()));
  protected readonly gases = computed(() => {
    const [rig, p] = [this.rig(), this.progress()];
    if (!rig) return [];
    const fuel = { id: 'fuel' as const, name: fuelName(rig.fuelId), seen: p.fuel };
    return usesOxygen(rig) ? [fuel, { id: 'oxygen' as const, name: 'Oxygen', seen: p.oxygen }] : [fuel];
  });
  protected readonly found = computed(() =>
    this.gases().flatMap((g) => (g.seen && g.seen !== 'stands' ? [dropSays(g.name, g.seen)] : [])),
  );
  protected readonly leak = computed(() => leakSays(PSI, Math.max(DROP_S, this.shutInS())));
  protected readonly looks = computed(() => flameLooks(this.rig() ?? { burntWith: 'oxygen' }));
  protected readonly turn = computed(() => this.looks().find((l) => l.kind === this.progress().flame)?.turn ?? '');
  protected readonly waits = computed(() => {
    const [rig, step] = [this.rig(), this.where().step];
    if (step?.asks === 'gauges after') return !rig || !isRead(this.progress(), rig);
    return step?.asks === 'flame' && this.progress().flame !== 'neutral';
  });
  protected readonly word = computed(() => {
    const asks = this.where().step?.asks;
    if (asks === 'gauges before') return 'Shut in, noted';
    if (asks === 'gauges after') return 'Read';
    return asks === 'flame' ? 'That is it' : 'Done';
  });

  protected readonly toSign = computed(() => Boolean(this.onFile.house().rigChecksSigned));
  private readonly check = computed(() => {
    const rig = this.rig();
    const about = {
      id: '',
      rigId: this.rigId(),
      round: this.round(),
      on: this.today,
      by: me()?.person ?? '',
      toSign: this.toSign(),
    };
    return roundCheck(this.progress(), about, rig?.schools ?? {}, this.endedMs());
  });
  /** When the last step was answered. */
  private readonly endedMs = computed(() => {
    const p = this.progress();
    return p.startedMs + 1000 * (p.steps.at(-1)?.afterS ?? 0);
  });
  protected readonly summary = computed(() => checkSays(this.check()));
  /** What the round came to: nothing is claimed of what was passed over. */
  protected readonly ending = computed(() => {
    const { why } = this.where();
    if (why || this.skipped().length) return why ?? 'The round is gone through.';
    return this.round() === 'morning' ? 'The torch is lit and right.' : 'All is shut and stowed.';
  });
  protected readonly took = computed(
    () => `It took ${formatDuration(Math.round((this.endedMs() - this.progress().startedMs) / 1000))}.`,
  );
  protected readonly done = computed(() => `${this.rig()?.name ?? ''}, ${this.today}. ${this.took()}`);
  protected readonly skipped = computed(() => {
    const { all } = this.where();
    return this.progress().steps.flatMap((s, i) => (s.answer === 'skipped' ? [all[i]?.does ?? s.id] : []));
  });

  private put(next: RoundProgress): void {
    this.progress.set(next);
    this.shelf.keep(this.place(), next);
  }

  protected follow(choice: string): void {
    const school = this.where().step?.school;
    if (school) this.put({ ...this.progress(), schools: { ...this.progress().schools, [school]: choice } });
  }

  protected see(gas: 'fuel' | 'oxygen', seen: DropSeen): void {
    this.put({ ...this.progress(), [gas]: seen });
  }

  protected sees(flame: FlameKind): void {
    this.put({ ...this.progress(), flame });
  }

  protected answer(step: CheckStep, answer: StepAnswer): void {
    if (this.glove.slipped()) return;
    const now = Date.now();
    // The first answer begins the round: what was left open does not count as work.
    const from = this.progress().steps.length ? this.progress() : { ...this.progress(), startedMs: now };
    this.put(answered(from, step, answer, now));
  }

  protected undo(): void {
    this.put(back(this.progress(), this.where().all));
  }

  protected async file(): Promise<void> {
    const check = { ...this.check(), id: newId() };
    const command = newId();
    if (check.toSign) {
      const signed = await this.signer.sign({
        what: `the round at ${this.rig()?.name ?? ''}`,
        meaning: 'checked',
        lines: [`${CHECK_ROUND_WORDS[check.round]}, ${check.on}`, checkSays(check)],
        send: (password) => this.store.fileSigned(check, password, command),
      });
      if (!signed) return;
    } else if (!(await this.asked.run(() => this.store.file(check)))) return;
    this.shelf.drop(this.place());
    this.filed.set(true);
  }
}
