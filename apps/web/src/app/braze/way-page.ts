import {
  ChangeDetectionStrategy,
  ChangeDetectorRef,
  Component,
  computed,
  effect,
  type ElementRef,
  inject,
  input,
  linkedSignal,
  OnDestroy,
  untracked,
  viewChild,
} from '@angular/core';
import { MatDialog } from '@angular/material/dialog';
import { RouterLink } from '@angular/router';
import type { Joint } from '@hephaist/contracts/records/joint';
import { quickHeat } from '@hephaist/core/heat/quick-heat';
import { chosenWords } from '@hephaist/core/joint/rod-words';
import { heatWatch } from '@hephaist/core/live/heat-watch';
import type { DeviceId } from '@hephaist/core/live/instruments';
import { findMetal } from '@hephaist/core/metals/metals';
import { formatDuration } from '@hephaist/core/units/units';
import {
  answerStep,
  doneMs,
  isMade,
  markOf,
  standsAt,
  stepBack,
  type Way,
  type WayAnswer,
  type WayState,
} from '@hephaist/core/way/way';
import { WAY_STEP_WORDS, type WayStepId } from '@hephaist/core/way/way-step';
import { AskStub } from '../answer/ask-stub';
import { ReadFault } from '../answer/read-fault';
import { JobStore } from '../data/job.store';
import { OnFileStore } from '../data/on-file.store';
import { Outbox } from '../data/outbox';
import { SessionsStore } from '../data/sessions.store';
import { WaysStore } from '../data/ways.store';
import { me } from '../data/who';
import { askIn } from '../layout/ask-in';
import { LogPhotos } from '../layout/log-photos';
import { NumberPad } from '../layout/number-pad';
import { SteadyHand } from '../layout/steady-hand';
import { AlarmSound } from '../shell/alarm-sound';
import { besideTorch } from '../shell/theme';
import { openHandOn } from '../signing/hand-on-opener';
import { May } from '../signing/may';
import { ticking } from '../time/ticking';
import { SayPipe } from '../units/say.pipe';
import { UnitsStore } from '../units/units.store';
import { CleaningStore } from './cleaning.store';
import { HandsFree } from './hands-free';
import { InHandNow } from './in-hand-now';
import { LineReadings, type ReadAtLine } from './line-readings';
import { LogForm } from './log-form';
import { taken } from './taken';
import { TodayOrder } from './today-order';
import { areAlike, type Beside } from './together';
import { WayDrawing } from './way-drawing';
import { mainWord } from './way-words';

/** Cool and made: it is looked at and filed, and nothing runs away. */
const isCool = ({ in: where }: WayState): boolean => where === 'to look at' || where === 'to be filed';
/** From proving the line until the joint is cool. */
const NITROGEN_RUNS: ReadonlySet<WayStepId> = new Set<WayStepId>(['nitrogen', 'heat', 'feed', 'cool']);

/** Through one joint at the torch: one step a screen, answered by touch; its log is written from what was touched. */
@Component({
  selector: 'hp-way-page',
  imports: [LineReadings, LogForm, LogPhotos, May, NumberPad, RouterLink, SayPipe, WayDrawing],
  providers: [InHandNow],
  templateUrl: './way-page.html',
  styleUrl: './way-page.scss',
  host: {
    '(click)': 'tapped($event)',
    '(document:keydown)': 'key($event)',
    '[attr.data-sounding]': 'calls()',
  },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WayPage implements OnDestroy {
  readonly jointId = input.required<string>();
  protected readonly store = inject(JobStore);
  protected readonly ways = inject(WaysStore);
  private readonly cleaning = inject(CleaningStore);
  private readonly outbox = inject(Outbox);
  private readonly sessions = inject(SessionsStore);
  private readonly units = inject(UnitsStore);
  private readonly changes = inject(ChangeDetectorRef);
  private readonly onFile = inject(OnFileStore);
  private readonly faults = inject(ReadFault);
  private readonly stubs = inject(AskStub);
  private readonly hand = inject(InHandNow);
  private readonly today = inject(TodayOrder);
  private readonly dialog = inject(MatDialog);
  private readonly nowMs = ticking();
  private readonly handsFree = new HandsFree();
  protected readonly sound = new AlarmSound();
  private readonly says = viewChild<ElementRef<HTMLElement>>('says');
  protected readonly entry = viewChild(LogForm);
  protected readonly words = WAY_STEP_WORDS;
  protected readonly mainWord = mainWord;
  protected readonly free = this.handsFree.on;
  protected readonly listOpen = linkedSignal({ source: () => this.jointId(), computation: () => false });
  protected readonly padOpen = linkedSignal({ source: () => this.jointId(), computation: () => false });
  /** What was filed last; it stands until the next joint is begun. */
  protected readonly done = linkedSignal<string, string | null>({
    source: () => this.jointId(),
    computation: () => null,
  });
  private readonly glove = new SteadyHand();

  protected readonly joint = computed(() => this.store.stored('joint', this.jointId())?.data ?? null);
  protected readonly plan = computed(() => {
    const joint = this.joint();
    return joint ? this.store.plan()(joint).plan : null;
  });
  protected readonly steps = computed(() => this.hand.stepsOf(this.joint()));
  protected readonly way = computed(() => this.ways.of()(this.jointId()));
  private readonly again = linkedSignal({ source: () => this.jointId(), computation: () => false });
  /** It is made and accepted, and nobody began it anew: a label that is scanned says so, and begins nothing. */
  protected readonly accepted = computed(() => {
    const log = this.store.lastLog().get(this.jointId());
    const { marks, flameMs } = this.way();
    return log?.visual === 'accepted' && !marks.length && flameMs === null && !this.again() && !this.done();
  });
  protected makeAgain(): void {
    this.again.set(true);
  }
  protected readonly step = computed(() =>
    this.done() || this.accepted() ? null : standsAt(this.way(), this.steps()),
  );
  /** Cautions of the heat are read before the flame comes on it; then there is the clock. */
  protected readonly cautions = computed(() => {
    const step = this.step();
    return step?.id === 'heat' && this.way().flameMs !== null ? [] : (step?.cautions ?? []);
  });
  protected readonly at = computed(() => this.steps().findIndex((s) => s.id === this.step()?.id));
  protected readonly made = computed(() => !this.done() && isMade(this.way()));
  protected readonly about = computed(() => {
    const [joint, plan] = [this.joint(), this.plan()];
    if (!joint || !plan) return '';
    const rod = chosenWords(plan.selection.chosen, 'no rod');
    const metals = `${findMetal(joint.tube.metalId)?.short ?? joint.tube.metalId} to ${plan.socketMetal.short}`;
    return `${joint.tube.size} ${metals} · ${joint.position} · ${rod}`;
  });
  /** A purge of this joint's line that is watched with instruments; null where none is. */
  protected readonly running = computed(
    () => this.sessions.running().find((s) => s.session.lineId === this.joint()?.lineId)?.session.id ?? null,
  );
  /** Steps that nitrogen runs through: what its instruments say stands beside them. */
  protected readonly watched = computed(() => {
    const step = this.step();
    return step !== null && NITROGEN_RUNS.has(step.id);
  });
  protected readonly held = computed(() => this.outbox.held().length);
  protected readonly others = computed(() => this.hand.all().filter((o) => o.id !== this.jointId()));
  /** What waits for a hand: on this joint or another. */
  protected readonly calls = computed(() => (this.hand.all().some((o) => o.calls && !isCool(o.state)) ? 'mind' : null));
  /** What comes next: one that is cool and only to be looked at and filed, else the next on the line. */
  protected readonly next = computed(() => {
    const cool = this.hand.all().find((o) => o.id !== this.jointId() && isCool(o.state));
    return cool ?? this.today.after(this.jointId());
  });

  private readonly quick = computed(() => {
    const heat = this.plan()?.heat;
    return heat ? quickHeat(heat) : null;
  });
  protected readonly flameS = computed(() => {
    const from = this.way().flameMs;
    return from === null ? 0 : Math.max(0, (this.nowMs() - from) / 1000);
  });
  /** The one clock of a step: under the flame, or until it is cool. */
  protected readonly clock = computed(() => {
    const [step, way, quick] = [this.step()?.id, this.way(), this.quick()];
    if ((step === 'heat' || step === 'feed') && way.flameMs !== null) {
      const planned = quick?.seconds == null ? null : step === 'heat' ? quick.seconds : quick.flameS;
      const watch = heatWatch(this.flameS(), planned);
      return { value: formatDuration(Math.floor(this.flameS())), says: watch.says, late: watch.tone !== 'on time' };
    }
    const made = doneMs(way, 'feed');
    if (step !== 'cool' || made === null) return null;
    const left = quick ? quick.coolS - (this.nowMs() - made) / 1000 : null;
    if (left === null) return null;
    return left > 0
      ? { value: formatDuration(Math.ceil(left)), says: 'by the plan; your hand decides', late: false }
      : { value: '0:00', says: 'past: try it with the back of your hand', late: false };
  });
  protected readonly readings = computed(() => {
    const { oxygen, flowM3s } = this.way();
    const read = [
      ...(oxygen === null ? [] : [`oxygen ${+(100 * oxygen).toPrecision(3)} %`]),
      ...(flowM3s === null ? [] : [`flow ${this.units.show(flowM3s, 'flow')}`]),
    ];
    return read.length ? `Read: ${read.join(', ')}` : 'Read by hand: oxygen, flow';
  });
  protected readonly known = computed(() =>
    taken(this.way(), {
      zone: this.store.timeZone(),
      system: this.units.system(),
      // Whoever looked touched it here; where the company asks for other eyes, they are asked for.
      lookedBy: this.onFile.house().lookedByAnother ? '' : (me()?.person ?? ''),
    }),
  );

  constructor() {
    besideTorch();
    // Each step is read out and worked from the keyboard where it begins.
    effect(() => {
      const step = this.step();
      const heading = this.says();
      untracked(() => {
        if (!this.way().marks.length && !this.done()) return;
        heading?.nativeElement.focus();
        if (step) this.handsFree.speak(this.units.say(step.does));
      });
    });
    effect(() => this.sound.sound(this.calls()));
    // Its log names the purge that it was made in.
    effect(() => {
      const id = this.jointId();
      if (this.made() && this.sessions.of()(id).length) untracked(() => void this.sessions.fetchFor(id));
    });
  }

  ngOnDestroy(): void {
    this.sound.sound(null);
    this.handsFree.set(false);
  }

  protected strokeOf(id: WayStepId): string {
    return markOf(this.way(), id)?.answer ?? (id === this.step()?.id ? 'here' : 'ahead');
  }
  protected answerMark(id: WayStepId): string {
    const answer = markOf(this.way(), id)?.answer;
    return answer === 'done' ? '✓' : answer === 'skipped' ? '◌' : '○';
  }
  protected goTo(id: WayStepId): void {
    this.listOpen.set(false);
    const marks = this.way().marks.filter((m) => m.step !== id);
    this.ways.put({ ...this.way(), marks, here: id });
  }
  protected forget(): void {
    this.listOpen.set(false);
    this.cleaning.forget(this.jointId());
    this.ways.drop(this.jointId());
  }

  protected main(): void {
    const step = this.step();
    if (!step || this.glove.slipped()) return;
    if (step.id === 'photograph' && !this.way().pictureIds.length) return;
    const now = Date.now();
    if (step.id === 'heat' && this.way().flameMs === null) return this.ways.put({ ...this.way(), flameMs: now });
    const accepted = step.id === 'look' ? ({ visual: 'accepted', reason: null } as const) : {};
    this.put({ ...this.way(), ...accepted }, step.id, 'done', now);
  }
  protected answer(answer: WayAnswer): void {
    const step = this.step();
    if (step && !this.glove.slipped()) this.put(this.way(), step.id, answer, Date.now());
  }
  private put(way: Way, step: WayStepId, answer: WayAnswer, atMs: number): void {
    if (step === 'clean' && answer === 'done') this.cleaning.clean(this.jointId(), atMs);
    this.ways.put(answerStep(way, step, answer, atMs));
  }
  protected back(): void {
    if (this.glove.slipped()) return;
    const way = this.way();
    const isLit = way.flameMs !== null && this.step()?.id === 'heat';
    this.ways.put(isLit ? { ...way, flameMs: null } : stepBack(way));
  }

  /** Asks what is seen; its word is why it is rejected. */
  protected async reject(): Promise<void> {
    const fault = await this.faults.read({ fault: null, mayTake: true });
    if (!fault?.reject) return;
    this.put({ ...this.way(), visual: 'rejected', reason: fault.reject }, 'look', 'done', Date.now());
  }
  protected async askStub(): Promise<void> {
    const joint = this.joint();
    if (!joint) return;
    await this.stubs.ask({ mark: joint.mark, answers: joint.stub ?? {}, mayKeep: false });
  }
  /** At once, so that a digit pressed right after it is not lost. */
  protected openPad(): void {
    this.padOpen.set(true);
    this.changes.detectChanges();
  }
  protected read({ device, value }: { readonly device: DeviceId; readonly value: number }): void {
    this.padOpen.set(false);
    this.ways.put({ ...this.way(), ...(device === 'oxygen' ? { oxygen: value } : { flowM3s: value }) });
  }
  /** What the instruments said as it was taken; what is not fresh stays as it was read. */
  protected readLive({ oxygen, flowM3s }: ReadAtLine): void {
    const way = this.way();
    this.ways.put({ ...way, oxygen: oxygen ?? way.oxygen, flowM3s: flowM3s ?? way.flowM3s });
  }
  protected pictured(pictureIds: readonly string[]): void {
    this.ways.put({ ...this.way(), pictureIds });
  }
  /** Others in hand that are made and accepted too, and alike: one confirmation files them. */
  protected readonly besides = computed((): readonly Beside[] => {
    const [joint, plan] = [this.joint(), this.plan()];
    if (!joint || !plan) return [];
    return this.ways.begun().flatMap((way) => {
      const other = this.store.stored('joint', way.jointId)?.data;
      const its = other && this.store.plan()(other).plan;
      if (!other || !its || other.id === joint.id || !isMade(way) || way.visual !== 'accepted') return [];
      return areAlike({ joint, plan }, { joint: other, plan: its }) ? [{ joint: other, plan: its, way }] : [];
    });
  });
  protected filed(ids: readonly string[]): void {
    const more = ids.length - 1;
    const mark = this.joint()?.mark ?? '';
    this.done.set(more ? `${mark} and ${more} more are logged.` : `${mark} is logged.`);
    for (const id of ids) this.ways.drop(id);
  }

  /** The gap is read here: the joint is planned by it, and the step is done. */
  protected async measure(): Promise<void> {
    const joint = this.joint();
    if (!joint) return;
    const { MeasureGap } = await import('./measure-gap');
    if (await askIn<Joint, true>(this.dialog, MeasureGap, joint, 'gap-title'))
      this.put(this.way(), 'gap', 'done', Date.now());
  }
  /** Somebody else takes the device over, where it stands. */
  protected handOn(): Promise<void> {
    return openHandOn(this.dialog);
  }
  protected setFree(on: boolean): void {
    this.handsFree.set(on);
    const step = this.step();
    if (on && step) this.handsFree.speak(this.units.say(step.does));
  }
  /** Hands free, a touch anywhere is the large target. */
  protected tapped(e: MouseEvent): void {
    this.sound.wake();
    const at = e.target as Element;
    if (this.free() && at.closest('[data-tap]') && !at.closest('button, a, input, label')) this.main();
  }
  /** Space, or a pedal that sends it, is the large target, unless it is pressed on something of its own. */
  protected key(e: KeyboardEvent): void {
    if (e.key !== ' ' || this.padOpen() || (e.target as Element).closest('button, a, input, textarea, [role=dialog]'))
      return;
    e.preventDefault();
    this.main();
  }
}
