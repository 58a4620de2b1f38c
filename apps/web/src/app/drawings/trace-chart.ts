import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { STALE_S } from '@hephaist/core/live/instruments';
import { type PurgeReading, readingsOf } from '@hephaist/core/live/marks';
import { formatDuration } from '@hephaist/core/units/units';
import { Chart } from './chart';
import { type Curve, durationAxis, type Instant, oxygenAxis } from './chart-frame';

/** Least oxygen that the chart tells apart. */
const LEAST = 2e-4;

/** A moment on the chart: flame on, flame off, cool. */
export interface Moment {
  readonly atMs: number;
  readonly word: string;
}

/** Oxygen as it was read, on a scale of tens. Where nothing was read the line is broken; readings by hand are squares. */
@Component({
  selector: 'hp-trace-chart',
  imports: [Chart],
  template: `
    <hp-chart
      [words]="words()"
      [x]="x()"
      [y]="y"
      [curves]="curves()"
      [limit]="{ at: limit(), text: 'limit ' + y.say(limit()) }"
      [moments]="placed()"
      [room]="{ w: w(), h: 210, left: 48, right: 14, top: 14, bottom: 24 }"
    />
  `,
  styles: `
    :host {
      display: grid;
      grid-template-rows: minmax(0, 1fr);
      --chart-curve: var(--fine);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TraceChart {
  readonly readings = input.required<readonly PurgeReading[]>();
  readonly limit = input.required<number>();
  readonly fromMs = input.required<number>();
  readonly toMs = input.required<number>();
  readonly moments = input<readonly Moment[]>([]);
  /** Width in the drawing's own units; its height is 210. */
  readonly w = input(540);
  protected readonly y = oxygenAxis(LEAST);

  private readonly seconds = computed(() => Math.max(1, (this.toMs() - this.fromMs()) / 1000));
  private readonly since = (atMs: number): number => (atMs - this.fromMs()) / 1000;
  protected readonly x = computed(() => durationAxis(this.seconds(), this.w() > 400 ? 5 : 3));
  private readonly oxygen = computed(() =>
    readingsOf(this.readings(), 'oxygen').filter((r) => r.atMs >= this.fromMs() && r.atMs <= this.toMs()),
  );
  /** One curve for each stretch of readings that follow each other closely, and one for what was read by hand. */
  protected readonly curves = computed((): Curve[] => {
    const point = (r: PurgeReading) => [this.since(r.atMs), r.value] as const;
    const stretches: PurgeReading[][] = [];
    for (const r of this.oxygen().filter((o) => !o.manual)) {
      const before = stretches.at(-1)?.at(-1);
      if (before && r.atMs - before.atMs <= 1000 * STALE_S) stretches.at(-1)?.push(r);
      else stretches.push([r]);
    }
    const byHand = this.oxygen().filter((r) => r.manual);
    return [
      ...stretches.map((s) => ({ id: 'oxygen', points: s.map(point) })),
      ...(byHand.length ? [{ id: 'by hand', points: byHand.map(point), apart: true }] : []),
    ];
  });
  protected readonly placed = computed((): Instant[] =>
    this.moments().map((m) => ({ at: this.since(m.atMs), word: m.word })),
  );
  protected readonly words = computed(() => {
    const all = this.oxygen();
    if (!all.length) return 'Oxygen at the vent: nothing was read';
    const worst = Math.max(...all.map((r) => r.value));
    return `Oxygen at the vent over ${formatDuration((this.toMs() - this.fromMs()) / 1000)}: ${all.length} readings, highest ${(100 * worst).toFixed(2)} %, limit ${this.y.say(this.limit())}`;
  });
}
