import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal, viewChild } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatButtonToggleModule } from '@angular/material/button-toggle';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { MatSliderModule } from '@angular/material/slider';
import type { Gauges } from '@hephaist/contracts/records/practice-run';
import { type BenchSetup, usualFeedMs } from '@hephaist/core/practise/bench-setup';
import type { Deed } from '@hephaist/core/practise/hand';
import { FLAME_LOOKS } from '@hephaist/core/torch-rig/flame-look';
import { formatDuration } from '@hephaist/core/units/units';
import { Flame } from '../../drawings/flame';
import { SayPipe } from '../../units/say.pipe';
import { UnitsStore } from '../../units/units.store';
import { BenchClock } from './bench-clock';
import type { BenchSession } from './bench-session';
import { inTurn, pressed } from './hand-keys';
import { JointStage } from './joint-stage';
import { seenWords } from './seen-words';
import { TraceStrip } from './trace-strip';

const TURN = 2 * Math.PI;
const SHORT = { carburising: 'feather', neutral: 'neutral', oxidising: 'needle' } as const;

const KEYS: readonly (readonly [string, string])[] = [
  ['move or ← → ↑ ↓', 'flame'],
  ['Enter', 'on, off the work'],
  ['wheel or + −', 'distance'],
  ['L', 'light'],
  ['1 2 3', 'flame'],
  ['space', 'rod'],
  ['Q E', 'rod round'],
  ['F', 'behind'],
  ['N V', 'nitrogen, vent'],
  ['A D W S', 'turn the joint'],
  ['P', 'rest'],
];

/** At the bench: the joint under the hand, what is said, gauges as far as wished, and all that the hand can do. */
@Component({
  selector: 'hp-at-bench',
  imports: [
    MatButtonModule,
    MatButtonToggleModule,
    MatCheckboxModule,
    MatSliderModule,
    BenchClock,
    Flame,
    JointStage,
    SayPipe,
    TraceStrip,
  ],
  templateUrl: './at-bench.html',
  styleUrl: './at-bench.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AtBench {
  readonly session = input.required<BenchSession>();
  readonly setup = input.required<BenchSetup>();
  readonly gauges = input.required<Gauges>();
  /** What the hand of the best run did; null where there is none. */
  readonly ghost = input<readonly Deed[] | null>(null);
  readonly sawn = output();
  private readonly units = inject(UnitsStore);
  protected readonly stage = viewChild.required<JointStage>('stage');
  protected readonly KEYS = KEYS;
  protected readonly FLAMES = FLAME_LOOKS.map((f) => ({ ...f, short: SHORT[f.kind] }));
  protected readonly ghostShown = signal(false);
  protected readonly seen = computed(() => {
    const p = this.session().now()?.picture;
    return p ? seenWords(p) : null;
  });
  protected readonly readings = computed((): readonly (readonly [string, string])[] => {
    const [p, setup] = [this.session().now()?.picture, this.setup()];
    if (!p) return [];
    const degrees = (k: number): string => this.units.show(k, 'temperature');
    const { part } = setup.joint;
    return [
      ['Coldest of the lap', degrees(p.coldestK)],
      ['Hottest', degrees(p.hottestK)],
      ...(part && p.partK !== null ? [[part.name, degrees(p.partK)] as const] : []),
      ...(setup.nitrogenM3s > 0
        ? [['Oxygen inside', `${(100 * p.oxygen).toFixed(p.oxygen < 0.01 ? 2 : 1)} %`] as const]
        : []),
      ['Rod', `${Math.round(100 * p.fed)} % of what it takes`],
      ['Under the flame', formatDuration(p.flameS)],
    ];
  });
  protected readonly far = computed(() => this.units.show(this.session().hand().farM, 'length'));
  protected readonly rodSpeed = computed(() => `${this.units.show(this.session().hand().feedMs, 'length')} a second`);
  /** The speed at which it is fed as planned, m/s. */
  protected readonly feed0 = computed(() => usualFeedMs(this.setup()));
  protected readonly rodHour = computed(() => (this.session().hand().feedRad / TURN) * 12);
  protected readonly rodAt = computed(() => Math.round(this.rodHour()) % 12 || 12);
  protected readonly nitrogenWords = computed(() => {
    const { nitrogenM3s } = this.setup();
    const share = this.session().hand().nitrogen;
    if (nitrogenM3s <= 0) return 'not asked for here';
    return share ? this.units.show(share * nitrogenM3s, 'flow') : 'shut';
  });

  focus(): void {
    this.stage().focus();
  }

  protected light(): void {
    this.session().does(pressed('l', this.session().hand()) ?? {});
    this.focus();
  }

  protected feed(on: boolean, e?: Event): void {
    if (e instanceof PointerEvent) (e.target as HTMLElement).setPointerCapture?.(e.pointerId);
    if (this.session().hand().feeding !== on) this.session().does({ feeding: on });
  }

  protected rodTo(hour: number): void {
    this.session().does({ feedRad: inTurn((hour / 12) * TURN) });
  }
}
