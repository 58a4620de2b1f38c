import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, untracked } from '@angular/core';
import type { DeviceId } from '@hephaist/core/live/instruments';
import { goodForMs } from '@hephaist/core/live/proof';
import type { WayStepId } from '@hephaist/core/way/way-step';
import { LiveStore } from '../data/live.store';
import { SayPipe } from '../units/say.pipe';
import { UnitsStore } from '../units/units.store';

/** What was read at the line when it was asked: oxygen as a volume fraction, flow in m3/s; null where none is fresh. */
export interface ReadAtLine {
  readonly oxygen: number | null;
  readonly flowM3s: number | null;
}

/** What the instruments at the line say now, for a joint that is made while they watch; taken by a touch. */
@Component({
  selector: 'hp-line-readings',
  imports: [SayPipe],
  template: `
    @if (live.state(); as s) {
      <p
        class="now"
        role="status"
        [class.well]="s.proof.proved"
        [class.mind]="!s.proof.proved && step() !== 'nitrogen'"
      >
        <strong>{{ says() }}</strong>
        {{ s.proof.proved ? '✓ proved' : s.proof.heldS > 0 ? 'holds, ' + left() + ' s more' : '✕ ' + not() }}
      </p>
      @if (live.standIn()) {
        <p class="simulated">◇ simulated instruments: no evidence</p>
      }
      @for (a of s.alarms; track a.id) {
        <p class="mind">{{ a.level === 'stop' ? '✕' : '▲' }} {{ a.says | say }}</p>
      }
      @if (step() === 'nitrogen') {
        <button class="pick" [disabled]="!isFresh()" (click)="took.emit(fresh())">Take these readings</button>
      }
    } @else {
      <p class="now" role="status">{{ live.problem() ?? 'Listening to the instruments of this line …' }}</p>
    }
  `,
  styles: `
    @use 'scale';

    @use 'night';
    @include night.said;

    :host {
      display: grid;
      gap: var(--space-4);
    }
    .now {
      font-size: var(--type-head);
    }
    .now strong {
      margin-right: var(--space-4);
      font-variant-numeric: tabular-nums;
    }
    .well {
      color: var(--fine);
    }
    .simulated {
      color: var(--mid);
    }
  `,
  providers: [LiveStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LineReadings {
  readonly session = input.required<string>();
  /** The step that the joint stands at: its readings are taken for the log where nitrogen is proved. */
  readonly step = input.required<WayStepId>();
  protected readonly not = computed(() => {
    const step = this.step();
    return step === 'heat' || step === 'feed' ? 'not proved: flame away' : 'not proved';
  });
  readonly took = output<ReadAtLine>();
  protected readonly live = inject(LiveStore);
  private readonly units = inject(UnitsStore);
  private readonly read = (device: DeviceId): number | null => {
    const r = this.live.newest()(device);
    return r && this.live.nowMs() - r.atMs <= goodForMs(r) ? r.value : null;
  };
  protected readonly fresh = computed((): ReadAtLine => {
    const oxygen = this.read('oxygen');
    // Near zero an analyser drifts under it; less than none is not written down.
    return { oxygen: oxygen === null ? null : Math.max(0, oxygen), flowM3s: this.read('flow') };
  });
  protected readonly isFresh = computed(() => this.fresh().oxygen !== null || this.fresh().flowM3s !== null);
  protected readonly left = computed(() => Math.ceil(this.live.state()?.proof.leftS ?? 0));
  protected readonly says = computed(() => {
    const { oxygen, flowM3s } = this.fresh();
    const o = oxygen === null ? 'no fresh oxygen reading' : `oxygen ${(100 * oxygen).toFixed(2)} %`;
    return flowM3s === null ? o : `${o}, ${this.units.show(flowM3s, 'flow')}`;
  });

  constructor() {
    effect(() => {
      const id = this.session();
      untracked(() => void this.live.open(id));
    });
  }
}
