import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { addDays } from '@hephaist/core/qualification/continuity';
import type { BrazerRecord } from '@hephaist/core/qualification/may-braze';
import { standing } from '@hephaist/core/qualification/standing';
import type { RuleSet } from '@hephaist/core/rules/rule-sets';
import { scaleUtc, utcMonth } from 'd3';

const WIDE = 250;
const at = (day: string): Date => new Date(`${day}T00:00:00Z`);

/** How one brazer stands over time: a full bar while current, a thin line once lapsed, crosses when withdrawn. */
@Component({
  selector: 'hp-standing-strip',
  template: `
    <svg viewBox="0 0 250 22" width="250" height="22" role="img" [attr.aria-label]="words()">
      @for (m of months(); track m) {
        <path [attr.d]="'M' + m + ' 4 v14'" class="month" />
      }
      @for (s of stretches(); track s.x) {
        @switch (s.state) {
          @case ('current') {
            <rect [attr.x]="s.x" y="7" [attr.width]="s.wide" height="8" class="current" />
          }
          @case ('withdrawn') {
            <path [attr.d]="s.crosses" class="withdrawn" />
          }
          @case ('lapsed') {
            <path [attr.d]="'M' + s.x + ' 11 h' + s.wide" class="lapsed" />
          }
        }
      }
      <path [attr.d]="'M' + todayX() + ' 0 v22'" class="today" />
      @if (on() !== today()) {
        <path [attr.d]="'M' + onX() + ' 0 v22'" class="on" />
      }
    </svg>
  `,
  styles: `
    svg {
      display: block;
    }
    .month {
      stroke: var(--hairline);
    }
    .current {
      fill: var(--fine);
    }
    .lapsed {
      stroke: var(--caution);
      stroke-width: 1.5;
    }
    .withdrawn {
      stroke: var(--refused);
      stroke-width: 1.5;
      fill: none;
    }
    .today {
      stroke: var(--ink);
      stroke-width: 1.5;
    }
    .on {
      stroke: var(--copper);
      stroke-width: 2;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StandingStrip {
  readonly record = input.required<BrazerRecord>();
  readonly rules = input.required<RuleSet>();
  readonly fNumber = input<string | null>(null);
  readonly span = input.required<{ from: string; to: string }>();
  readonly today = input.required<string>();
  readonly on = input.required<string>();
  private readonly x = computed(() =>
    scaleUtc()
      .domain([at(this.span().from), at(addDays(this.span().to, 1))])
      .range([0, WIDE]),
  );
  protected readonly months = computed(() =>
    this.x()
      .ticks(utcMonth)
      .map((d) => this.x()(d)),
  );
  protected readonly todayX = computed(() => this.x()(at(this.today())));
  protected readonly onX = computed(() => this.x()(at(this.on())));
  private readonly all = computed(() =>
    standing(this.record(), this.span().from, this.span().to, this.rules(), this.fNumber()),
  );
  protected readonly stretches = computed(() =>
    this.all().map((s) => {
      const x = this.x()(at(s.from));
      const wide = this.x()(at(addDays(s.to, 1))) - x;
      const count = Math.floor(wide / 10);
      const crosses = Array.from({ length: count }, (_, i) => `M${x + 10 * i + 2} 8 l6 6 m0 -6 l-6 6`).join(' ');
      return { state: s.state, x, wide, crosses };
    }),
  );
  protected readonly words = computed(() =>
    this.all()
      .map((s) => `${s.state} from ${s.from} to ${s.to}`)
      .join('; '),
  );
}
