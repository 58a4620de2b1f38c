import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { OXIDE_ONSET_K } from '@hephaist/core/heat/colours';
import { type BenchSetup, flowsFromK } from '@hephaist/core/practise/bench-setup';
import { displayUnit, formatDuration } from '@hephaist/core/units/units';
import { line, scaleLinear } from 'd3';
import { UnitsStore } from '../../units/units.store';
import type { TracePoint } from './bench-trace';

const [W, H, LEFT, RIGHT, TOP, BOTTOM] = [520, 122, 34, 78, 6, 18];
/** The strip is as long as the run, and a minute at least, s. */
const LEAST_S = 60;

/** Tube and socket against time along the bottom: where the rod runs, where oxide starts, and now. */
@Component({
  selector: 'hp-trace-strip',
  template: `
    <svg [attr.viewBox]="'0 0 ' + w + ' ' + h" role="img" [attr.aria-label]="words()">
      <rect
        class="runs"
        [attr.x]="left"
        [attr.width]="w - left - right"
        [attr.y]="y()(runsMaxK())"
        [attr.height]="y()(runsK()) - y()(runsMaxK())"
      />
      <text class="copper" [attr.x]="w - right + 6" [attr.y]="y()(runsMaxK()) + 10">rod runs</text>
      <path class="oxide" [attr.d]="'M' + left + ' ' + y()(oxideK) + ' H' + (w - right)" />
      <text [attr.x]="w - right + 6" [attr.y]="y()(oxideK) + 5">oxide starts</text>
      @for (t of ticks(); track t) {
        <text [attr.x]="left - 5" [attr.y]="y()(t.k) + 4" text-anchor="end">{{ t.says }}</text>
      }
      <path class="axis" [attr.d]="'M' + left + ' ' + (h - bottom) + ' H' + (w - right)" />
      @for (s of seconds(); track s) {
        <text [attr.x]="x()(s)" [attr.y]="h - 4" text-anchor="middle">{{ time(s) }}</text>
      }
      <path class="tube" [attr.d]="tube()" />
      <path class="cup" [attr.d]="cup()" />
      @if (part(); as d) {
        <path class="part" [attr.d]="d" />
      }
      @if (last(); as l) {
        @for (n of names(); track n.word) {
          <text [attr.class]="n.word" [attr.x]="x()(l.timeS) + 5" [attr.y]="n.y">{{ n.word }}</text>
        }
      }
    </svg>
  `,
  styles: `
    :host {
      display: block;
    }
    svg {
      width: 100%;
      max-height: 150px;
    }
    text {
      fill: var(--mid);
      font-size: var(--type-note);
    }
    .runs {
      fill: var(--copper);
      opacity: 0.22;
    }
    .oxide {
      stroke: var(--mid);
      stroke-dasharray: 2 4;
    }
    .axis {
      stroke: var(--line-strong);
    }
    .tube,
    .cup,
    .part {
      fill: none;
      stroke: var(--copper);
      stroke-width: 2.2;
    }
    .cup {
      stroke: var(--ink);
    }
    text.copper,
    text.tube {
      fill: var(--copper);
      stroke: none;
    }
    text.socket {
      fill: var(--ink);
    }
    .part {
      stroke: var(--caution);
      stroke-dasharray: 5 4;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TraceStrip {
  readonly trace = input.required<readonly TracePoint[]>();
  readonly setup = input.required<BenchSetup>();
  private readonly system = inject(UnitsStore).system;
  protected readonly w = W;
  protected readonly h = H;
  protected readonly left = LEFT;
  protected readonly right = RIGHT;
  protected readonly bottom = BOTTOM;
  protected readonly oxideK = OXIDE_ONSET_K;
  protected readonly time = formatDuration;
  protected readonly runsK = computed(() => flowsFromK(this.setup().filler));
  protected readonly runsMaxK = computed(() => this.setup().filler.brazingK.max);
  protected readonly last = computed(() => this.trace().at(-1) ?? null);
  protected readonly x = computed(() =>
    scaleLinear([0, Math.max(LEAST_S, Math.ceil((this.last()?.timeS ?? 0) / 30 + 0.3) * 30)], [LEFT, W - RIGHT]),
  );
  protected readonly y = computed(() => {
    const most = this.trace().reduce((k, p) => Math.max(k, p.tubeK, p.cupK), this.runsMaxK());
    return scaleLinear([290, most + 60], [H - BOTTOM, TOP]);
  });
  /** Words stand over and under each other, the hotter above. */
  protected readonly names = computed(() => {
    const l = this.last();
    if (!l) return [];
    const [tube, cup] = [this.y()(l.tubeK), this.y()(l.cupK)];
    const apart = Math.max(0, 12 - Math.abs(tube - cup)) / 2;
    const up = tube <= cup ? -1 : 1;
    return [
      { word: 'tube', y: tube + 4 + up * apart },
      { word: 'socket', y: cup + 4 - up * apart },
    ];
  });
  protected readonly seconds = computed(() => this.x().ticks(6));
  protected readonly ticks = computed(() => {
    const unit = displayUnit('temperature', this.system());
    const [from, to] = this.y().domain() as [number, number];
    return scaleLinear()
      .domain([unit.fromSi(from), unit.fromSi(to)])
      .ticks(4)
      .map((t) => ({ k: unit.toSi(t), says: String(t) }));
  });
  private readonly curve = (of: (p: TracePoint) => number): string =>
    line<TracePoint>(
      (p) => this.x()(p.timeS),
      (p) => this.y()(of(p)),
    )(this.trace()) ?? '';
  protected readonly tube = computed(() => this.curve((p) => p.tubeK));
  protected readonly cup = computed(() => this.curve((p) => p.cupK));
  protected readonly part = computed(() => (this.last()?.partK == null ? null : this.curve((p) => p.partK ?? 0)));
  protected readonly words = computed(() => {
    const l = this.last();
    const unit = displayUnit('temperature', this.system());
    const say = (k: number): string => `${Math.round(unit.fromSi(k))} ${unit.symbol}`;
    return l ? `Tube ${say(l.tubeK)}, socket ${say(l.cupK)} at ${formatDuration(l.timeS)}.` : 'Nothing yet.';
  });
}
