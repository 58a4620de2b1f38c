import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  linkedSignal,
  type OnDestroy,
  signal,
  untracked,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatProgressBarModule } from '@angular/material/progress-bar';
import { MatSliderModule } from '@angular/material/slider';
import { Router, RouterLink } from '@angular/router';
import { purgeOfLine } from '@hephaist/contracts/records/purge-line';
import type { JointPlan } from '@hephaist/core/joint/plan';
import {
  CYLINDER_RESERVE,
  CYLINDER_SOURCE,
  CYLINDERS,
  LEAST_OXYGEN,
  roomOxygen,
  roomWords,
} from '@hephaist/core/purge/cylinder';
import { deadLegAdvice } from '@hephaist/core/purge/dead-leg';
import { DEFAULT_LIMIT } from '@hephaist/core/purge/single-line';
import { findService } from '@hephaist/core/services/services';
import { CUBIC_FOOT, formatDuration } from '@hephaist/core/units/units';
import { JobStore } from '../data/job.store';
import { purgePlanPdf } from '../data/papers';
import { saveFile } from '../data/save-file';
import { Attempt } from '../forms/attempt';
import { Entry } from '../forms/entry';
import { Pick as PickField } from '../forms/pick';
import { addressWord } from '../layout/address';
import { May } from '../signing/may';
import { QtyPipe } from '../units/qty.pipe';
import { numberOf } from '../units/typed';
import { UnitsStore } from '../units/units.store';
import { whenUnitsChange } from '../units/when-units-change';
import { LayoutForm } from './layout-form';
import { LineDrawing } from './line-drawing';
import { OxygenChart } from './oxygen-chart';
import { PurgeRunner } from './purge-runner';
import { StartSession } from './start-session';

/** What a room is measured in. */
const ROOM_UNIT = { us: { symbol: 'ft³', m3: CUBIC_FOOT }, metric: { symbol: 'm³', m3: 1 } } as const;

/** The purge of one line: how the oxygen leaves it, in which order its joints are made, and what nitrogen that takes. */
@Component({
  selector: 'hp-purge-page',
  imports: [
    MatProgressBarModule,
    MatSliderModule,
    MatButtonModule,
    May,
    Entry,
    LayoutForm,
    LineDrawing,
    OxygenChart,
    PickField,
    QtyPipe,
    RouterLink,
    StartSession,
  ],
  templateUrl: './purge-page.html',
  styleUrl: './purge-page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PurgePage implements OnDestroy {
  /** Line to show, from the address. */
  readonly line = input<string>();
  protected readonly store = inject(JobStore);
  private readonly router = inject(Router);
  protected readonly units = inject(UnitsStore);
  protected readonly runner = new PurgeRunner();
  protected readonly drawing = signal(false);
  protected readonly picked = signal<string | null>(null);
  protected readonly wishes = signal({ minutes: '8', cylinder: '300 ft³', room: '', changes: '0' });
  protected readonly sizes = CYLINDERS.map(({ id }) => ({ id, name: id }));
  protected readonly source = CYLINDER_SOURCE.name;
  protected readonly fmt = formatDuration;

  protected readonly lines = computed(() =>
    this.store.lines().filter((l) => findService(l.serviceId)?.purge !== 'not needed'),
  );
  protected readonly current = computed(() => {
    const wanted = this.line() ?? this.store.selected()?.lineId;
    return this.lines().find((l) => l.id === wanted) ?? this.lines()[0] ?? null;
  });
  protected readonly joints = computed(() =>
    this.store.joints().filter((j) => j.lineId === this.current()?.id && !j.setAside),
  );
  private readonly marks = computed(() => new Map(this.joints().map((j) => [j.id, j.mark])));
  protected readonly markOf = (id: string): string => this.marks().get(id) ?? id;
  private readonly rests = computed(() => {
    const line = this.current();
    return line
      ? purgeOfLine(line, this.joints(), this.store.plan(), (id) => this.store.lastLog().get(id)?.visual === 'accepted')
      : null;
  });
  protected readonly plans = computed(() => this.rests()?.plans ?? new Map<string, JointPlan>());
  protected readonly limit = computed(() => this.rests()?.limit ?? { limit: DEFAULT_LIMIT, by: null });
  protected readonly layout = computed(() => this.rests()?.layout ?? null);
  protected readonly net = computed(() => this.rests()?.net ?? null);
  private readonly cylinder = computed(
    () => CYLINDERS.find((c) => c.id === this.wishes().cylinder) ?? CYLINDERS.at(-1),
  );
  protected readonly bad = computed(() => {
    const minutes = numberOf(this.wishes().minutes);
    const room = this.wishes().room.trim() === '' ? 1 : numberOf(this.wishes().room);
    const changes = numberOf(this.wishes().changes);
    return {
      minutes: minutes > 0 && minutes <= 240 ? null : 'between 0 and 240 min',
      room: room > 0 && room < 1e6 ? null : 'a room volume above 0, or nothing',
      changes: changes >= 0 && changes <= 100 ? null : 'between 0 and 100',
    };
  });
  private readonly stageAt = addressWord('stage', '1');
  /** Which stage is shown, counted from 0; the first where there is none of that number. */
  protected readonly stageIndex = computed(() => {
    const i = Number(this.stageAt()) - 1;
    return this.runner.plan()?.stages[i] ? i : 0;
  });
  protected readonly stage = computed(() => this.runner.plan()?.stages[this.stageIndex()] ?? null);
  protected readonly unplaced = computed(() => this.rests()?.unplaced ?? []);
  protected readonly unplacedMarks = computed(() => {
    const marks = this.unplaced().map(this.markOf);
    return marks.length > 8 ? `${marks.slice(0, 8).join(', ')} and ${marks.length - 8} more` : marks.join(', ');
  });
  protected readonly deadLeg = computed(() =>
    deadLegAdvice(this.runner.plan()?.order.bleeds ?? [], this.rests()?.medical ?? false),
  );
  protected readonly steps = computed(() => (this.stage()?.sweep.timeS.length ?? 1) - 1);
  protected readonly step = linkedSignal({ source: () => this.stage(), computation: () => 0 });
  protected readonly time = computed(() => this.stage()?.sweep.timeS[this.step()] ?? 0);
  protected readonly playing = signal(false);
  private timer: ReturnType<typeof setInterval> | null = null;

  protected readonly curves = computed(() => {
    const stage = this.stage();
    const net = this.net();
    if (!stage || !net) return [];
    const nodeOf = (id: string | undefined): string => net.joints.find((j) => j.id === id)?.node ?? '';
    return [...new Set([nodeOf(stage.joints[0]), nodeOf(stage.joints.at(-1)), this.picked() ?? stage.vent])]
      .filter(Boolean)
      .slice(0, 4);
  });
  protected readonly vents = computed(() => this.runner.plan()?.stages.map((s) => s.vent) ?? []);
  protected readonly sentence = computed(() => {
    const plan = this.runner.plan();
    const line = this.current();
    const stage = plan?.stages[0];
    if (!line || !plan) return '';
    if (!stage) return `${line.name}: nothing left to braze that a vent sweeps.`;
    const vents =
      plan.stages.length === 1 ? `vent at ${stage.vent}` : `${plan.stages.length} vents in turn, first ${stage.vent}`;
    return `${line.name}: ${vents}; fill ${formatDuration(stage.readyS)} at ${this.units.show(plan.fillM3s, 'flow')}, then ${this.units.show(plan.trickleM3s, 'flow')}.`;
  });
  protected readonly room = computed(() => {
    const size = this.cylinder();
    if (!this.wishes().room.trim() || this.bad().room || !size) return null;
    const m3 = numberOf(this.wishes().room) * ROOM_UNIT[this.units.system()].m3;
    const oxygen = roomOxygen(m3, size.nominalM3, 60, numberOf(this.wishes().changes) || 0);
    return { percent: (100 * oxygen).toFixed(1), low: oxygen < LEAST_OXYGEN, words: roomWords(oxygen) };
  });
  protected readonly roomUnit = computed(() => ROOM_UNIT[this.units.system()].symbol);
  protected readonly tightest = computed(() => {
    const all = this.runner.plan()?.pressures ?? [];
    return all.reduce<(typeof all)[number] | null>(
      (worst, p) => (!worst || p.pa / p.blowOutPa > worst.pa / worst.blowOutPa ? p : worst),
      null,
    );
  });

  constructor() {
    whenUnitsChange((from, to) => {
      const room = numberOf(this.wishes().room) * (ROOM_UNIT[from].m3 / ROOM_UNIT[to].m3);
      if (Number.isFinite(room)) this.set({ room: String(Number(room.toPrecision(4))) });
    });
    effect(() => {
      const [net, line, size] = [this.net(), this.current(), this.cylinder()];
      const minutesPerJoint = numberOf(this.wishes().minutes);
      if (!net || !line || !size || this.bad().minutes) return;
      untracked(() =>
        this.runner.run({
          net,
          wishes: { limit: this.limit().limit, minutesPerJoint, usableM3: size.nominalM3 * (1 - CYLINDER_RESERVE) },
        }),
      );
    });
  }

  ngOnDestroy(): void {
    this.runner.stop();
    if (this.timer) clearInterval(this.timer);
  }

  protected toStage(i: number): void {
    this.stageAt.set(String(i + 1));
  }

  protected choose(lineId: string): void {
    this.drawing.set(false);
    void this.router.navigate([], { queryParams: { line: lineId }, replaceUrl: true });
  }

  protected set(change: Partial<{ minutes: string; cylinder: string; room: string; changes: string }>): void {
    this.wishes.update((w) => ({ ...w, ...change }));
  }

  protected seek(value: number): void {
    this.step.set(value);
  }

  /** Plays the sweep in about eight seconds. */
  protected play(): void {
    if (this.timer) clearInterval(this.timer);
    this.timer = null;
    this.playing.update((p) => !p);
    if (!this.playing()) return;
    if (this.step() >= this.steps()) this.step.set(0);
    this.timer = setInterval(() => {
      if (this.step() < this.steps()) this.step.update((s) => s + 1);
      else this.play();
    }, 33);
  }

  protected readonly paper = new Attempt();
  /** One page to take along, worked out on the server. */
  protected async onePage(): Promise<void> {
    const line = this.current();
    if (!line) return;
    await this.paper.run(async () => {
      const pdf = await purgePlanPdf(line.id, {
        system: this.units.system(),
        minutes: numberOf(this.wishes().minutes),
        cylinder: this.wishes().cylinder,
      });
      saveFile(pdf, `purge-${line.prefix}.pdf`);
    });
  }
}
