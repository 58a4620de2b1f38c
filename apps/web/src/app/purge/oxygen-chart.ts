import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { PurgeStage } from '@hephaist/core/purge/line-plan';
import { formatDuration } from '@hephaist/core/units/units';
import { Chart } from '../drawings/chart';
import { type Curve, durationAxis, type Instant, oxygenAxis } from '../drawings/chart-frame';

/** Least oxygen that the chart tells apart. */
const LEAST = 5e-4;
/** Curves are told apart by their dashes and the word at their end. */
const DASHES = ['none', '7 4', '2 3', '10 3 2 3'];

/** Oxygen at chosen points against time, on a scale of tens, with the limit. */
@Component({
  selector: 'hp-oxygen-chart',
  imports: [Chart],
  template: `
    <hp-chart
      [words]="words()"
      [x]="x()"
      [y]="y"
      [curves]="curves()"
      [limit]="{ at: limit(), text: 'limit ' + y.say(limit()) }"
      [moments]="now()"
      [room]="{ w: 520, h: 210, left: 46, right: 96, top: 12, bottom: 24 }"
    />
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OxygenChart {
  readonly stage = input.required<PurgeStage>();
  readonly points = input.required<readonly string[]>();
  readonly limit = input.required<number>();
  readonly step = input(0);
  protected readonly y = oxygenAxis(LEAST);

  private readonly seconds = computed(() => this.stage().sweep.timeS.at(-1) ?? 1);
  protected readonly x = computed(() => durationAxis(this.seconds()));
  protected readonly now = computed((): Instant[] => [
    { at: this.stage().sweep.timeS[this.step()] ?? 0, word: '', now: true },
  ]);
  protected readonly curves = computed((): Curve[] => {
    const { timeS, nodes } = this.stage().sweep;
    return this.points().flatMap((id, i) => {
      const series = nodes.get(id);
      if (!series) return [];
      const points = Array.from(timeS, (t, k) => [t, series[k] ?? 0] as const);
      return [{ id, name: id, points, dash: DASHES[i % DASHES.length] ?? 'none' }];
    });
  });
  protected readonly words = computed(
    () =>
      `Oxygen over ${formatDuration(this.seconds())}: ${this.points()
        .map((id) => `${id} ${(100 * (this.stage().sweep.nodes.get(id)?.at(-1) ?? 0)).toFixed(2)} % at the end`)
        .join('; ')}; limit ${this.limit() * 100} %`,
  );
}
