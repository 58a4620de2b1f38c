import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { formatDuration, OXYGEN_IN_AIR, type PurgeStage } from '@hephaist/core';
import { line, scaleLinear, scaleLog } from 'd3';

const [WIDTH, HEIGHT, LEFT, RIGHT, TOP, BOTTOM] = [520, 210, 46, 96, 12, 24];
const LEAST = 5e-4;

/** Oxygen at chosen points against time, on a scale of tens, with the limit. */
@Component({
  selector: 'hp-oxygen-chart',
  template: `
    <svg [attr.viewBox]="'0 0 ' + w + ' ' + h" role="img" [attr.aria-label]="words()">
      @for (t of yTicks(); track t.text) {
        <path [attr.d]="'M' + left + ' ' + t.y + ' H' + (w - right)" class="grid" />
        <text [attr.x]="left - 6" [attr.y]="t.y + 4" text-anchor="end" class="small">{{ t.text }}</text>
      }
      @for (t of xTicks(); track t.text) {
        <text [attr.x]="t.x" [attr.y]="h - 6" text-anchor="middle" class="small">{{ t.text }}</text>
      }
      <path [attr.d]="'M' + left + ' ' + limitY() + ' H' + (w - right)" class="limit" />
      <text [attr.x]="left + 4" [attr.y]="limitY() - 4" class="limit-text">limit {{ limit() * 100 }} %</text>
      @for (c of curves(); track c.id; let i = $index) {
        <path [attr.d]="c.path" class="curve" [attr.stroke-dasharray]="dashes[i % dashes.length]" />
        <text [attr.x]="w - right + 6" [attr.y]="c.y + 4">{{ c.id }}</text>
      }
      <path [attr.d]="'M' + nowX() + ' ' + top + ' V' + (h - bottom)" class="now" />
    </svg>
  `,
  styles: `
    svg {
      width: 100%;
      font-size: 12.5px;
    }
    .grid {
      stroke: var(--hairline);
    }
    .limit {
      stroke: var(--refused);
      stroke-dasharray: 3 3;
    }
    .limit-text {
      fill: var(--refused);
    }
    .curve {
      fill: none;
      stroke: var(--ink);
      stroke-width: 1.8;
    }
    .now {
      stroke: var(--copper);
      stroke-width: 2;
    }
    text {
      fill: var(--ink);
    }
    .small {
      fill: var(--mid);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OxygenChart {
  readonly stage = input.required<PurgeStage>();
  readonly points = input.required<readonly string[]>();
  readonly limit = input.required<number>();
  readonly step = input(0);
  protected readonly w = WIDTH;
  protected readonly h = HEIGHT;
  protected readonly left = LEFT;
  protected readonly right = RIGHT;
  protected readonly top = TOP;
  protected readonly bottom = BOTTOM;
  /** Curves are told apart by their dashes and the word at their end. */
  protected readonly dashes = ['none', '7 4', '2 3', '10 3 2 3'];

  private readonly seconds = computed(() => this.stage().sweep.timeS.at(-1) ?? 1);
  private readonly x = computed(() =>
    scaleLinear()
      .domain([0, this.seconds()])
      .range([LEFT, WIDTH - RIGHT]),
  );
  private readonly y = scaleLog()
    .domain([LEAST, OXYGEN_IN_AIR])
    .range([HEIGHT - BOTTOM, TOP])
    .clamp(true);
  protected readonly limitY = computed(() => this.y(this.limit()));
  protected readonly nowX = computed(() => this.x()(this.stage().sweep.timeS[this.step()] ?? 0));
  protected readonly yTicks = computed(() =>
    [0.2, 0.1, 0.01, 0.001].map((c) => ({ y: this.y(c), text: `${Number((c * 100).toPrecision(2))} %` })),
  );
  protected readonly xTicks = computed(() =>
    this.x()
      .ticks(5)
      .map((t) => ({ x: this.x()(t), text: formatDuration(t) })),
  );
  protected readonly curves = computed(() => {
    const { timeS, nodes } = this.stage().sweep;
    const draw = line<number>();
    const curves = this.points().flatMap((id) => {
      const series = nodes.get(id);
      if (!series) return [];
      const path =
        draw.x((i) => this.x()(timeS[i] ?? 0)).y((i) => this.y(Math.max(LEAST, series[i] ?? LEAST)))(
          Array.from(timeS.keys()),
        ) ?? '';
      return [{ id, path, y: this.y(Math.max(LEAST, series.at(-1) ?? LEAST)) }];
    });
    curves.sort((a, b) => a.y - b.y).forEach((c, i) => (c.y = Math.max(c.y, (curves[i - 1]?.y ?? -Infinity) + 14)));
    return curves;
  });
  protected readonly words = computed(
    () =>
      `Oxygen over ${formatDuration(this.seconds())}: ${this.points()
        .map((id) => `${id} ${(100 * (this.stage().sweep.nodes.get(id)?.at(-1) ?? 0)).toFixed(2)} % at the end`)
        .join('; ')}; limit ${this.limit() * 100} %`,
  );
}
