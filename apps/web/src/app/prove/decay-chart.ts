import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { PressureTest } from '@hephaist/contracts/records/pressure-test';
import { MICRON } from '@hephaist/core/units/units';
import { scaleLinear } from 'd3';
import { Chart } from '../drawings/chart';
import type { Axis, Curve } from '../drawings/chart-frame';

const microns = (value: number): string => `${value.toFixed(0)} µm Hg`;

/** How a vacuum rose after the pump was shut off, against its limit. */
@Component({
  selector: 'hp-decay-chart',
  imports: [Chart],
  template: `
    <hp-chart
      [words]="words()"
      [x]="x()"
      [y]="y()"
      [curves]="curves()"
      [limit]="{ at: limit(), text: 'limit ' + limit() + ' µm Hg' }"
      [room]="{ w: 520, h: 190, left: 56, right: 10, top: 10, bottom: 22 }"
    />
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DecayChart {
  readonly decay = input.required<NonNullable<PressureTest['decay']>>();
  private readonly points = computed(() => this.decay().readings.map((r) => [r.atS / 60, r.pa / MICRON] as const));
  protected readonly curves = computed((): Curve[] => [{ id: 'vacuum', points: this.points(), dots: true }]);
  protected readonly limit = computed(() => Math.round(this.decay().limitPa / MICRON));
  private readonly last = computed(() => this.points().at(-1)?.[0] ?? 1);
  protected readonly x = computed((): Axis => {
    const to = this.last();
    const ticks = [
      { at: 0, text: 'pump off' },
      { at: to, text: `${Math.round(to)} min` },
    ];
    return { from: 0, to, ticks, say: (min) => `${Number(min.toFixed(1))} min` };
  });
  protected readonly y = computed((): Axis => {
    const to = 1.1 * Math.max(this.limit(), ...this.points().map(([, y]) => y));
    const ticks = scaleLinear().domain([0, to]).ticks(5);
    return { from: 0, to, ticks: ticks.map((at) => ({ at, text: String(at) })), say: microns };
  });
  protected readonly words = computed(() => {
    const [first, last] = [this.points()[0], this.points().at(-1)];
    return `Vacuum from ${first?.[1].toFixed(0) ?? ''} to ${last?.[1].toFixed(0) ?? ''} µm Hg in ${Math.round(this.last())} min, limit ${this.limit()} µm Hg`;
  });
}
