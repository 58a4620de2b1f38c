import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { formatDuration, OXYGEN_IN_AIR, type PurgeReading, readingsOf, STALE_S } from '@hephaist/core';
import { line, scaleLinear, scaleLog } from 'd3';

const [HEIGHT, LEFT, RIGHT, TOP, BOTTOM] = [210, 48, 14, 14, 24];
const LEAST = 2e-4;

/** A moment on the chart: flame on, flame off, cool. */
export interface Moment {
  readonly atMs: number;
  readonly word: string;
}

/** Oxygen as it was read, on a scale of tens. Where nothing was read the line is broken; readings by hand are squares. */
@Component({
  selector: 'hp-trace-chart',
  template: `
    <svg [attr.viewBox]="'0 0 ' + w() + ' ' + h" role="img" [attr.aria-label]="words()">
      @for (t of yTicks; track t.text) {
        <path [attr.d]="'M' + left + ' ' + t.y + ' H' + (w() - right)" class="grid" />
        <text [attr.x]="left - 6" [attr.y]="t.y + 4" text-anchor="end" class="small">{{ t.text }}</text>
      }
      @for (t of xTicks(); track t.text) {
        <text [attr.x]="t.x" [attr.y]="h - 6" text-anchor="middle" class="small">{{ t.text }}</text>
      }
      <path [attr.d]="'M' + left + ' ' + limitY() + ' H' + (w() - right)" class="limit" />
      <text [attr.x]="w() - right - 4" [attr.y]="limitY() - 5" text-anchor="end" class="limit-text">
        limit {{ limitWords() }}
      </text>
      @for (m of shownMoments(); track m.word) {
        <path [attr.d]="'M' + m.x + ' ' + top + ' V' + (h - bottom)" class="moment" />
        <text [attr.x]="m.x + 4" [attr.y]="top + 10 + m.row * 14" class="small">{{ m.word }}</text>
      }
      @for (p of paths(); track $index) {
        <path [attr.d]="p" class="curve" />
      }
      @for (p of byHand(); track $index) {
        <rect [attr.x]="p.x - 4" [attr.y]="p.y - 4" width="8" height="8" class="hand" />
      }
    </svg>
  `,
  styles: `
    svg {
      width: 100%;
      height: 100%;
      font-size: 12.5px;
    }
    .grid {
      stroke: var(--hairline);
    }
    .limit {
      stroke: var(--refused);
      stroke-dasharray: 5 4;
      stroke-width: 1.4;
    }
    .limit-text {
      fill: var(--refused);
    }
    .moment {
      stroke: var(--line-strong);
      stroke-dasharray: 2 3;
    }
    .curve {
      fill: none;
      stroke: var(--fine);
      stroke-width: 2;
      stroke-linejoin: round;
    }
    .hand {
      fill: var(--sheet);
      stroke: var(--ink);
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
export class TraceChart {
  readonly readings = input.required<readonly PurgeReading[]>();
  readonly limit = input.required<number>();
  readonly fromMs = input.required<number>();
  readonly toMs = input.required<number>();
  readonly moments = input<readonly Moment[]>([]);
  /** Width in the drawing's own units; its height is 210. */
  readonly w = input(540);
  protected readonly h = HEIGHT;
  protected readonly left = LEFT;
  protected readonly right = RIGHT;
  protected readonly top = TOP;
  protected readonly bottom = BOTTOM;

  private readonly x = computed(() =>
    scaleLinear()
      .domain([this.fromMs(), Math.max(this.toMs(), this.fromMs() + 1000)])
      .range([LEFT, this.w() - RIGHT]),
  );
  private readonly y = scaleLog()
    .domain([LEAST, OXYGEN_IN_AIR])
    .range([HEIGHT - BOTTOM, TOP])
    .clamp(true);
  private readonly oxygen = computed(() =>
    readingsOf(this.readings(), 'oxygen').filter((r) => r.atMs >= this.fromMs() && r.atMs <= this.toMs()),
  );
  protected readonly limitY = computed(() => this.y(this.limit()));
  protected readonly limitWords = computed(() => `${Number((100 * this.limit()).toPrecision(3))} %`);
  protected readonly yTicks = [0.2, 0.1, 0.01, 0.001].map((c) => ({
    y: this.y(c),
    text: `${Number((c * 100).toPrecision(2))} %`,
  }));
  protected readonly xTicks = computed(() => {
    const seconds = (this.toMs() - this.fromMs()) / 1000;
    return scaleLinear()
      .domain([0, seconds])
      .ticks(this.w() > 400 ? 5 : 3)
      .map((t) => ({ x: this.x()(this.fromMs() + 1000 * t), text: formatDuration(t) }));
  });
  private readonly at = (r: PurgeReading): { x: number; y: number } => ({
    x: this.x()(r.atMs),
    y: this.y(Math.max(LEAST, r.value)),
  });
  /** One path for each stretch of readings that follow each other closely. */
  protected readonly paths = computed(() => {
    const stretches: PurgeReading[][] = [];
    for (const r of this.oxygen().filter((o) => !o.manual)) {
      const before = stretches.at(-1)?.at(-1);
      if (before && r.atMs - before.atMs <= 1000 * STALE_S) stretches.at(-1)?.push(r);
      else stretches.push([r]);
    }
    const draw = line<PurgeReading>()
      .x((r) => this.at(r).x)
      .y((r) => this.at(r).y);
    return stretches.map((s) => draw(s.length > 1 ? s : [...s, ...s]) ?? '');
  });
  protected readonly byHand = computed(() =>
    this.oxygen()
      .filter((r) => r.manual)
      .map(this.at),
  );
  protected readonly shownMoments = computed(() =>
    this.moments()
      .filter((m) => m.atMs >= this.fromMs() && m.atMs <= this.toMs())
      .map((m, row) => ({ ...m, row: row % 3, x: this.x()(m.atMs) })),
  );
  protected readonly words = computed(() => {
    const all = this.oxygen();
    if (!all.length) return 'Oxygen at the vent: nothing was read';
    const worst = Math.max(...all.map((r) => r.value));
    return `Oxygen at the vent over ${formatDuration((this.toMs() - this.fromMs()) / 1000)}: ${all.length} readings, highest ${(100 * worst).toFixed(2)} %, limit ${this.limitWords()}`;
  });
}
