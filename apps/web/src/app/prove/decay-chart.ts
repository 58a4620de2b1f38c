import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { PressureTest } from '@hephaist/contracts';
import { MICRON } from '@hephaist/core';
import { line, scaleLinear } from 'd3';

/** How a vacuum rose after the pump was shut off, against its limit. */
@Component({
  selector: 'hp-decay-chart',
  template: `
    <svg viewBox="0 0 520 190" role="img" [attr.aria-label]="words()">
      @for (t of ticks(); track t.at) {
        <path [attr.d]="'M56 ' + t.y + ' H510'" class="grid" />
        <text x="50" [attr.y]="t.y + 4" text-anchor="end">{{ t.at }}</text>
      }
      <path [attr.d]="'M56 ' + limitY() + ' H510'" class="limit" />
      <text x="510" [attr.y]="limitY() - 5" text-anchor="end" class="on-limit">limit {{ limit() }} µm Hg</text>
      <path [attr.d]="curve()" class="curve" />
      @for (p of points(); track p.x) {
        <circle [attr.cx]="p.x" [attr.cy]="p.y" r="3" />
      }
      <text x="56" y="186">pump off</text>
      <text x="510" y="186" text-anchor="end">{{ minutes() }} min</text>
    </svg>
  `,
  styles: `
    svg {
      width: 100%;
      font-size: 12.5px;
    }
    text {
      fill: var(--mid);
    }
    .grid {
      stroke: var(--hairline);
    }
    .limit {
      stroke: var(--caution);
      stroke-width: 2;
    }
    .on-limit {
      fill: var(--caution);
    }
    .curve {
      fill: none;
      stroke: var(--ink);
      stroke-width: 2;
    }
    circle {
      fill: var(--ink);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class DecayChart {
  readonly decay = input.required<NonNullable<PressureTest['decay']>>();
  private readonly data = computed(() =>
    this.decay().readings.map((r) => ({ min: r.atS / 60, microns: r.pa / MICRON })),
  );
  protected readonly limit = computed(() => Math.round(this.decay().limitPa / MICRON));
  protected readonly minutes = computed(() => Math.round(this.data().at(-1)?.min ?? 0));
  private readonly x = computed(() =>
    scaleLinear()
      .domain([0, this.data().at(-1)?.min ?? 1])
      .range([56, 510]),
  );
  private readonly y = computed(() =>
    scaleLinear()
      .domain([0, 1.1 * Math.max(this.limit(), ...this.data().map((d) => d.microns))])
      .range([168, 10]),
  );
  protected readonly ticks = computed(() =>
    this.y()
      .ticks(5)
      .map((at) => ({ at, y: this.y()(at) })),
  );
  protected readonly limitY = computed(() => this.y()(this.limit()));
  protected readonly points = computed(() => this.data().map((d) => ({ x: this.x()(d.min), y: this.y()(d.microns) })));
  protected readonly curve = computed(
    () =>
      line<{ x: number; y: number }>()
        .x((p) => p.x)
        .y((p) => p.y)(this.points()) ?? '',
  );
  protected readonly words = computed(() => {
    const [first, last] = [this.data()[0], this.data().at(-1)];
    return `Vacuum from ${first?.microns.toFixed(0) ?? ''} to ${last?.microns.toFixed(0) ?? ''} µm Hg in ${this.minutes()} min, limit ${this.limit()} µm Hg`;
  });
}
