import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { PressureTest, PressureVerdict } from '@hephaist/contracts/records/pressure-test';
import { displayUnit } from '@hephaist/core/units/units';
import { extent, scaleLinear } from 'd3';
import { UnitsStore } from '../units/units.store';

/** What the gauge read at the start and at the end, and the band it should read in by temperature alone. */
@Component({
  selector: 'hp-standing-chart',
  template: `
    <svg viewBox="0 0 520 146" role="img" [attr.aria-label]="words()">
      <path d="M20 78 H500" class="axis" />
      @for (t of ticks(); track t.at) {
        <path [attr.d]="'M' + t.x + ' 74 v8'" class="axis" />
        <text [attr.x]="t.x" y="98" text-anchor="middle">{{ t.at }}</text>
      }
      <rect [attr.x]="band().from" y="58" [attr.width]="band().wide" height="40" class="band" />
      <path [attr.d]="'M' + band().mid + ' 56 V102'" class="expected" />
      <text [attr.x]="band().mid" y="116" text-anchor="middle" class="on-band">
        should read {{ say(verdict().expectedPa) }}
      </text>
      <circle [attr.cx]="x()(start())" cy="78" r="5" class="start" />
      <text [attr.x]="x()(start())" y="54" [attr.text-anchor]="anchor(start())">start</text>
      <path [attr.d]="'M' + x()(end()) + ' 78 l-7 -14 h14 z'" [class]="tone()" />
      <text [attr.x]="x()(end())" y="22" text-anchor="middle" [class]="tone()">read {{ say(end()) }}</text>
      <path [attr.d]="'M' + x()(end()) + ' 26 V62'" class="to-read" />
      <text x="20" y="140">{{ unit() }} on the gauge; the band is what gauge and thermometer explain</text>
    </svg>
  `,
  styles: `
    svg {
      width: 100%;
      font-size: var(--type-note);
    }
    text {
      fill: var(--mid);
    }
    .axis {
      stroke: var(--line-strong);
    }
    .band {
      fill: var(--fine);
      opacity: 0.18;
    }
    .expected {
      stroke: var(--fine);
      stroke-width: 2;
    }
    .on-band {
      fill: var(--fine);
    }
    .start {
      fill: var(--sheet);
      stroke: var(--ink);
      stroke-width: 2;
    }
    .to-read {
      stroke: var(--hairline);
    }
    .inside {
      fill: var(--fine);
    }
    .outside {
      fill: var(--refused);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StandingChart {
  readonly standing = input.required<NonNullable<PressureTest['standing']>>();
  readonly verdict = input.required<Extract<PressureVerdict, { kind: 'standing' }>>();
  private readonly units = inject(UnitsStore);
  protected readonly start = computed(() => this.standing().start.gaugePa);
  protected readonly end = computed(() => this.standing().end.gaugePa);
  private readonly display = computed(() => displayUnit('gauge', this.units.system()));
  protected readonly unit = computed(() => this.display().symbol);
  protected readonly x = computed(() => {
    const { expectedPa, doubtPa } = this.verdict();
    const [least, most] = extent([this.start(), this.end(), expectedPa - doubtPa, expectedPa + doubtPa]);
    const air = 0.12 * ((most ?? 1) - (least ?? 0));
    return scaleLinear()
      .domain([(least ?? 0) - air, (most ?? 1) + air])
      .range([20, 500]);
  });
  protected readonly ticks = computed(() => {
    const unit = this.display();
    const [from, to] = this.x().domain() as [number, number];
    return scaleLinear()
      .domain([unit.fromSi(from), unit.fromSi(to)])
      .ticks(6)
      .map((at) => ({ at, x: this.x()(unit.toSi(at)) }));
  });
  protected readonly band = computed(() => {
    const { expectedPa, doubtPa } = this.verdict();
    const from = this.x()(expectedPa - doubtPa);
    return { from, wide: this.x()(expectedPa + doubtPa) - from, mid: this.x()(expectedPa) };
  });
  protected readonly tone = computed(() => (this.verdict().passes ? 'inside' : 'outside'));
  protected readonly words = computed(
    () =>
      `Read ${this.say(this.end())}, should read ${this.say(this.verdict().expectedPa)} give or take ${this.say(this.verdict().doubtPa)}`,
  );

  protected say(pa: number): string {
    return this.units.show(pa, 'gauge');
  }

  /** Keeps a word inside the drawing. */
  protected anchor(pa: number): string {
    const x = this.x()(pa);
    return x < 60 ? 'start' : x > 460 ? 'end' : 'middle';
  }
}
