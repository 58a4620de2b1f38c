import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  inject,
  input,
  linkedSignal,
  signal,
} from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatSliderModule } from '@angular/material/slider';
import { MatTableModule } from '@angular/material/table';
import type { MadeJoint } from '@hephaist/core/practise/made-joint';
import { displayUnit, formatDuration } from '@hephaist/core/units/units';
import { Chart } from '../../drawings/chart';
import { Strip } from '../../drawings/strip';
import { UnrolledLap } from '../../drawings/unrolled-lap';
import { SayPipe } from '../../units/say.pipe';
import { UnitsStore } from '../../units/units.store';
import { curvesOf, cutWords, litAt, momentsOf, numbersBeside, verdictWords } from './made-words';

/** Played so many times as fast as it was made. */
const PLAYS = 4;

/** Another joint whose numbers stand beside: a good hand's, one's best. */
export interface Beside {
  readonly name: string;
  readonly made: MadeJoint;
}

/** A joint made at the bench: its verdict, the lap in time, curves, faults with their moment, numbers and strips. */
@Component({
  selector: 'hp-made-view',
  imports: [MatButtonModule, MatSliderModule, MatTableModule, Chart, SayPipe, Strip, UnrolledLap],
  templateUrl: './made-view.html',
  styleUrl: './made-view.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class MadeView {
  readonly made = input.required<MadeJoint>();
  /** Whose joint it is, where others stand beside it. */
  readonly whose = input('yours');
  readonly beside = input<readonly Beside[]>([]);

  constructor() {
    inject(DestroyRef).onDestroy(() => this.stop());
  }

  private readonly system = inject(UnitsStore).system;
  /** Faults of a joint that passes are to be minded, not refused for. */
  protected readonly tone = computed(() => (this.made().cut.passes ? 'caution' : 'refused'));
  protected readonly verdict = verdictWords;
  protected readonly time = formatDuration;
  protected readonly degrees = computed(() => displayUnit('temperature', this.system()).symbol);
  protected readonly names = computed(() => [this.whose(), ...this.beside().map((b) => b.name)]);
  protected readonly columns = computed(() => ['what', ...this.names()]);
  protected readonly numbers = computed(() =>
    numbersBeside([this.made(), ...this.beside().map((b) => b.made)], this.system()),
  );
  protected readonly cuts = computed(() => cutWords(this.made()));
  protected readonly chart = computed(() => curvesOf(this.made(), this.system(), this.beside()[0]));
  /** What is looked at: the end, until it is moved or a fault is gone to. */
  protected readonly atS = linkedSignal(() => Math.round(curvesOf(this.made(), 'us').endS));
  protected readonly frame = computed(
    () => this.made().frames.findLast((f) => f.timeS <= this.atS() + 0.01) ?? this.made().frames[0] ?? null,
  );
  /** The first beside it at the same time after its torch was lit. */
  protected readonly theirs = computed(() => {
    const other = this.beside()[0];
    if (!other) return null;
    const atS = this.atS() - litAt(this.made()) + litAt(other.made);
    const frame = other.made.frames.findLast((f) => f.timeS <= atS + 0.01) ?? other.made.frames[0];
    return frame ? { ...other, frame } : null;
  });
  /** It goes on by itself from where it stands, so many times as fast as it was made. */
  protected readonly plays = signal(false);
  private timer: ReturnType<typeof setInterval> | null = null;
  protected readonly moments = computed(() => momentsOf(this.made(), this.atS()));

  protected play(): void {
    const endS = this.chart().endS;
    if (this.atS() >= Math.floor(endS)) this.atS.set(Math.floor(litAt(this.made())));
    this.plays.set(true);
    this.timer = setInterval(() => {
      if (this.atS() >= Math.floor(endS)) return this.stop();
      this.atS.update((s) => s + 1);
    }, 1000 / PLAYS);
  }

  protected stop(): void {
    if (this.timer) clearInterval(this.timer);
    this.timer = null;
    this.plays.set(false);
  }

  /** To a moment, and on from there. */
  protected goTo(atS: number): void {
    this.stop();
    this.atS.set(Math.round(Math.min(atS, this.chart().endS)));
  }
}
