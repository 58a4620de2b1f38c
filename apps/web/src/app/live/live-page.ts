import {
  ChangeDetectionStrategy,
  ChangeDetectorRef,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import { quickHeat } from '@hephaist/core/heat/quick-heat';
import { feedPlan } from '@hephaist/core/joint/feed-plan';
import { heatWords } from '@hephaist/core/joint/heat-words';
import { chosenWords } from '@hephaist/core/joint/rod-words';
import type { Alarm } from '@hephaist/core/live/alarms';
import { begunAtMs, heatWatch, lastMade } from '@hephaist/core/live/heat-watch';
import { type DeviceId, STALE_S } from '@hephaist/core/live/instruments';
import type { MarkKind } from '@hephaist/core/live/marks';
import { STAND_IN_MISHAPS } from '@hephaist/core/live/simulated-line';
import { findMetal } from '@hephaist/core/metals/metals';
import { formatDuration } from '@hephaist/core/units/units';
import { byLiveMark, LIVE_MARKS, type LiveMark } from '@hephaist/core/way/way';
import { ReadFault } from '../answer/read-fault';
import { JobStore } from '../data/job.store';
import { LiveStore } from '../data/live.store';
import { Outbox } from '../data/outbox';
import { SessionsStore } from '../data/sessions.store';
import { WaysStore } from '../data/ways.store';
import { Clock } from '../drawings/clock';
import { type Moment, TraceChart } from '../drawings/trace-chart';
import { plain } from '../forms/options';
import { Pick } from '../forms/pick';
import { NumberPad } from '../layout/number-pad';
import { SteadyHand } from '../layout/steady-hand';
import { AlarmSound } from '../shell/alarm-sound';
import { besideTorch } from '../shell/theme';
import { SayPipe } from '../units/say.pipe';
import { UnitsStore } from '../units/units.store';
import { HeardAlarms } from './heard-alarms';

/** Time shown on the chart, ms. */
const SHOWN_MS = 6 * 60_000;
/** A second touch so soon after the first is a slip of the glove, ms. */
const SLIP_MS = 1200;

const isLiveMark = (kind: MarkKind): kind is LiveMark => (LIVE_MARKS as readonly MarkKind[]).includes(kind);

interface Action {
  readonly word: string;
  readonly kind: MarkKind | null;
  readonly jointId?: string | null;
  readonly vent?: string | null;
}

/** Beside the work: one thing to do, the joint, the oxygen and flow, one clock, three targets for a glove. */
@Component({
  selector: 'hp-live-page',
  imports: [Pick, Clock, NumberPad, RouterLink, SayPipe, TraceChart],
  providers: [LiveStore],
  templateUrl: './live-page.html',
  styleUrl: './live-page.scss',
  host: { '(click)': 'sound.wake()', '(keydown)': 'sound.wake()', '[attr.data-sounding]': 'sounding()' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LivePage {
  readonly session = input.required<string>();
  protected readonly live = inject(LiveStore);
  protected readonly jobs = inject(JobStore);
  protected readonly units = inject(UnitsStore);
  private readonly outbox = inject(Outbox);
  private readonly ways = inject(WaysStore);
  private readonly changes = inject(ChangeDetectorRef);
  protected readonly sound = new AlarmSound();
  private readonly heard = new HeardAlarms();
  protected readonly padOpen = signal(false);
  protected readonly leaksOpen = signal(false);
  protected readonly mishaps = plain(STAND_IN_MISHAPS);
  protected readonly mishap = signal<(typeof STAND_IN_MISHAPS)[number] | ''>(STAND_IN_MISHAPS[0]);
  protected readonly fmt = formatDuration;
  private readonly glove = new SteadyHand(SLIP_MS);

  protected readonly state = this.live.state;
  protected readonly line = computed(() => this.jobs.lineOf().get(this.live.session()?.lineId ?? ''));
  protected readonly joint = computed(() => {
    const id = this.state()?.jointId;
    return id ? (this.jobs.stored('joint', id)?.data ?? null) : null;
  });
  private readonly plan = computed(() => {
    const joint = this.joint();
    return joint ? this.jobs.plan()(joint).plan : null;
  });
  protected readonly about = computed(() => {
    const [joint, plan] = [this.joint(), this.plan()];
    if (!joint || !plan) return '';
    const rod = chosenWords(plan.selection.chosen, 'no rod');
    const metals = `${findMetal(joint.tube.metalId)?.short ?? joint.tube.metalId} to ${plan.socketMetal.short}`;
    return `${this.units.show(plan.tube.odM, 'diameter')} ${metals} · ${joint.position} · ${rod}`;
  });
  protected readonly feed = computed(() => {
    const [joint, chosen] = [this.joint(), this.plan()?.selection.chosen];
    return joint && chosen ? feedPlan(chosen.filler, joint.position, Boolean(joint.patch)) : null;
  });
  private readonly tells = computed(() => {
    const plan = this.plan();
    return plan ? heatWords(plan) : null;
  });
  protected readonly colour = computed(() => {
    const tells = this.tells();
    return tells ? (tells.colour ?? 'watch the flux') : '';
  });
  protected readonly warmth = computed(() => {
    const tells = this.tells();
    return tells ? `about ${this.units.show(tells.workK, 'temperature')}` : '';
  });
  protected readonly held = computed(() => this.outbox.held().length);

  private readonly shown = (device: DeviceId, say: (si: number) => [string, string]) =>
    computed(() => {
      const r = this.live.newest()(device);
      if (!r) return { value: '–', unit: '', old: true, age: 'no word yet', manual: false };
      const age = Math.max(0, Math.round((this.live.nowMs() - r.atMs) / 1000));
      const [value, unit] = say(r.value);
      return { value, unit, old: age > STALE_S, age: age > STALE_S ? `${age} s old` : '', manual: r.manual };
    });
  private readonly split = (text: string): [string, string] => {
    const at = text.lastIndexOf(' ');
    return [text.slice(0, at), text.slice(at + 1)];
  };
  protected readonly oxygen = this.shown('oxygen', (c) => [(100 * c).toFixed(2), '%']);
  protected readonly flow = this.shown('flow', (q) => this.split(this.units.show(q, 'flow')));
  protected readonly cylinder = this.shown('cylinder', (p) => this.split(this.units.show(p, 'pressure')));
  protected readonly fine = computed(() => {
    const [r, s] = [this.live.newest()('oxygen'), this.live.session()];
    return !!r && !!s && r.value <= s.limit && !this.oxygen().old;
  });

  /** The joint under the flame against its heat plan; null while none is. */
  protected readonly flame = computed(() => {
    const s = this.state();
    if (s?.step !== 'brazing' || !s.jointId) return null;
    const begun = begunAtMs(this.live.done(), s.jointId);
    if (begun === null) return null;
    const heat = this.plan()?.heat;
    const quick = heat ? quickHeat(heat) : null;
    const watch = heatWatch(Math.max(0, (this.live.nowMs() - begun) / 1000), quick?.seconds ? quick.flameS : null);
    const last = lastMade(this.live.done());
    const planned = quick?.seconds
      ? `Planned: ${quick.torches === 2 ? 'two torches, ' : ''}${quick.tip} tip, ${formatDuration(quick.seconds)} to heat, ${formatDuration(quick.flameS)} with the feeding.`
      : '';
    const before = last ? ` ${this.live.markOf()(last.jointId)} took ${formatDuration(last.seconds)}.` : '';
    return { ...watch, value: formatDuration(Math.floor(watch.elapsedS)), beside: `${planned}${before}` };
  });

  protected readonly clock = computed(() => {
    const s = this.state();
    const session = this.live.session();
    if (!s || !session) return null;
    const hot = s.cooling.reduce<(typeof s.cooling)[number] | null>((a, b) => (!a || b.leftS > a.leftS ? b : a), null);
    if (s.step === 'fill')
      return {
        title: `The limit must hold ${formatDuration(Math.ceil(s.proof.holdS))}`,
        value: formatDuration(Math.ceil(s.proof.leftS)),
        after: s.proof.heldS > 0 ? 'more' : 'not begun',
      };
    if (hot)
      return {
        title: `Cooling: keep nitrogen on until ${this.live.markOf()(hot.jointId)} is cool to the touch`,
        value: formatDuration(Math.ceil(hot.leftS)),
        after: hot.leftS > 0 ? 'by the plan; your hand decides' : 'past: try it with the back of your hand',
      };
    if (s.step === 'brazing' && !s.proof.proved)
      return { title: 'The line is not proved any more', value: '✕', after: 'no flame on it' };
    if (s.step === 'braze' || s.step === 'brazing')
      return {
        title: 'The line is proved',
        value: formatDuration(Math.floor(s.proof.heldS)),
        after: 'under the limit',
      };
    return null;
  });

  protected readonly main = computed((): Action => {
    const s = this.state();
    const name = (id: string | null | undefined): string => (id ? this.live.markOf()(id) : '');
    switch (s?.step) {
      case 'turn on':
        return { word: `Vent ${s.vent ?? ''} open, nitrogen on`, kind: 'purge on', vent: s.vent };
      case 'move vent':
        return { word: `Vent ${s.vent ?? ''} is open`, kind: 'vent open', vent: s.vent };
      case 'sweep':
        return { word: 'Nitrogen is up', kind: 'purge on', vent: s.vent };
      case 'braze':
        return { word: `Flame on ${name(s.jointId)}`, kind: 'joint begun', jointId: s.jointId };
      case 'brazing':
        return { word: `${name(s.jointId)} is made`, kind: 'joint brazed', jointId: s.jointId };
      case 'cool':
        return { word: `${name(s.cooling[0]?.jointId)} is cool`, kind: 'joint cool', jointId: s.cooling[0]?.jointId };
      case 'cap':
        return { word: 'The line is capped', kind: 'line capped' };
      case 'fill':
        return {
          word: s.proof.proved
            ? 'Mend what calls'
            : s.proof.heldS > 0
              ? `Holding, ${Math.ceil(s.proof.leftS)} s more`
              : 'Not proved yet',
          kind: null,
        };
      default:
        return { word: 'Over', kind: null };
    }
  });
  protected readonly second = computed((): Action | null => {
    const s = this.state();
    if (!s?.jointId) return null;
    if (s.step === 'brazing') return { word: 'Stop: not made', kind: 'joint stopped', jointId: s.jointId };
    if (s.step === 'braze' || s.step === 'fill' || s.step === 'sweep')
      return { word: `Skip ${this.live.markOf()(s.jointId)}`, kind: 'joint skipped', jointId: s.jointId };
    return null;
  });
  /** The day may end before the line is done; never over a joint that is hot or under the flame. */
  protected readonly mayCap = computed(() => {
    const s = this.state();
    return !!s && !['cap', 'over', 'brazing'].includes(s.step) && s.cooling.length === 0;
  });
  protected readonly coming = computed(() => {
    const s = this.state();
    if (!s) return [];
    return s.order.stages
      .flatMap((stage) => stage.joints.map((id) => ({ id, vent: stage.vent, mark: this.live.markOf()(id) })))
      .filter((j) => j.id !== s.jointId)
      .slice(0, 6);
  });

  private readonly heardAt = computed(
    () => new Map(this.live.marks().flatMap((m) => (m.kind === 'alarm heard' ? [[m.says, Date.parse(m.at)]] : []))),
  );
  protected readonly unheard = computed((): readonly Alarm[] =>
    this.heard.unheard(this.state()?.alarms ?? [], this.heardAt() as Map<string, number>, this.live.nowMs()),
  );
  protected readonly sounding = computed((): 'stop' | 'mind' | null => {
    const all = this.unheard();
    return all.some((a) => a.level === 'stop') ? 'stop' : all.length ? 'mind' : null;
  });
  protected readonly chartFrom = computed(
    () => Math.max(Date.parse(this.live.session()?.startedAt ?? ''), this.live.nowMs() - SHOWN_MS) - 1000,
  );
  protected readonly moments = computed((): Moment[] =>
    this.live.marks().flatMap((m) => {
      const name = m.jointId ? this.live.markOf()(m.jointId) : '';
      const word = {
        'joint begun': `${name} begun`,
        'joint brazed': `${name} made`,
        'vent open': `vent ${m.vent ?? ''}`,
      }[m.kind as string];
      return word ? [{ atMs: Date.parse(m.at), word }] : [];
    }),
  );

  /** Opens the number pad at once, so that a digit pressed right after it is not lost. */
  private readonly faults = inject(ReadFault);
  /** Asks what is seen on the joint in hand; nothing is written here. */
  protected async readFault(): Promise<void> {
    await this.faults.read({ fault: null, mayTake: false });
  }

  protected openPad(): void {
    this.padOpen.set(true);
    this.changes.detectChanges();
  }

  constructor() {
    besideTorch();
    effect(() => {
      const id = this.session();
      untracked(() => void this.live.open(id));
    });
    effect(() => this.sound.sound(this.sounding()));
    const sessions = inject(SessionsStore);
    inject(DestroyRef).onDestroy(() => {
      this.sound.sound(null);
      void sessions.load(this.jobs.jobId() ?? '');
    });
  }

  /** Does what a target says, once: a second touch right after, where another target may stand by then, is a slip. */
  protected act(action: Action): void {
    if (!action.kind || this.glove.slipped()) return;
    void this.live.mark(action.kind, { jointId: action.jointId ?? null, vent: action.vent ?? null });
    if (action.jointId && isLiveMark(action.kind)) this.moveOn(action.jointId, action.kind);
  }

  protected cool(jointId: string): void {
    void this.live.mark('joint cool', { jointId });
    this.moveOn(jointId, 'joint cool');
  }

  /** The joint's own way goes on with it: its log is written from it. */
  private moveOn(jointId: string, mark: LiveMark): void {
    const oxygen = mark === 'joint begun' ? this.live.newest()('oxygen') : null;
    const flow = mark === 'joint begun' ? this.live.newest()('flow') : null;
    const way = byLiveMark(this.ways.of()(jointId), mark, this.live.nowMs());
    this.ways.put({
      ...way,
      ...(oxygen ? { oxygen: Math.max(0, oxygen.value) } : {}),
      ...(flow ? { flowM3s: Math.max(0, flow.value) } : {}),
    });
  }
  /** Made here and not logged yet, in the order they were made. */
  protected readonly toLog = computed(() => (this.state()?.made ?? []).filter((id) => !this.jobs.lastLog().has(id)));

  protected leaks(jointId: string): void {
    this.leaksOpen.set(false);
    void this.live.mark('joint leaking', { jointId });
  }

  protected hear(): void {
    for (const a of this.unheard()) void this.live.mark('alarm heard', { says: a.id });
  }

  protected read({ device, value }: { device: DeviceId; value: number }): void {
    this.padOpen.set(false);
    void this.live.mark('reading by hand', { device, value });
  }

  protected setMishap(mishap: (typeof STAND_IN_MISHAPS)[number] | ''): void {
    this.mishap.set(mishap);
    void this.live.setMishap(mishap);
  }
}
