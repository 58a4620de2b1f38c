import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { FeedPlan } from '@hephaist/core/joint/feed-plan';
import { hourPoint, sweepMiddle, sweepPath } from './clock-geometry';

/** The joint end-on as a clock, with the feed in order. */
@Component({
  selector: 'hp-clock',
  template: `
    <svg viewBox="-130 -130 260 260" role="img" [attr.aria-label]="'The joint end-on: ' + feed().steps.join(' ')">
      <circle r="96" class="socket" />
      <circle r="74" class="tube" />
      <circle r="66" class="bore" />
      @for (sweep of sweeps(); track $index) {
        <path [attr.d]="sweep.path" [attr.class]="'sweep s' + $index" />
      }
      @for (sweep of sweeps(); track $index) {
        <circle [attr.cx]="sweep.at.x" [attr.cy]="sweep.at.y" r="10" class="end" />
        <text [attr.x]="sweep.at.x" [attr.y]="sweep.at.y + 5" text-anchor="middle" class="strong">
          {{ $index + 2 }}
        </text>
      }
      <circle [attr.cx]="start().x" [attr.cy]="start().y" r="11" class="start" />
      <text [attr.x]="start().x" [attr.y]="start().y + 5" text-anchor="middle" class="on-start">1</text>
      @for (hour of hours; track hour.at) {
        <text [attr.x]="hour.x" [attr.y]="hour.y + 5" text-anchor="middle" [class.quarter]="hour.at % 3 === 0">
          {{ hour.at }}
        </text>
      }
      <text y="-6" text-anchor="middle" class="seen">{{ seen() }}</text>
      <text y="14" text-anchor="middle" class="about">{{ about() }}</text>
    </svg>
  `,
  styles: `
    svg {
      width: 100%;
      height: 100%;
      font-size: 14px;
    }
    .socket {
      fill: var(--tint);
      stroke: var(--ink);
      stroke-width: 1.4;
    }
    .tube {
      fill: var(--copper-soft);
      stroke: var(--ink);
    }
    .bore {
      fill: var(--sheet);
      stroke: var(--ink);
    }
    .sweep {
      fill: var(--copper);
    }
    .s1 {
      fill: var(--fine);
    }
    .start {
      fill: var(--ink);
    }
    .on-start {
      fill: var(--sheet);
      font-weight: 600;
    }
    .end {
      fill: var(--sheet);
      stroke: var(--ink);
    }
    text {
      fill: var(--mid);
    }
    .strong,
    .quarter,
    .seen {
      fill: var(--ink);
      font-weight: 600;
    }
    .seen {
      font-size: 16px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Clock {
  readonly feed = input.required<FeedPlan>();
  readonly seen = input('');
  readonly about = input('');
  protected readonly sweeps = computed(() =>
    this.feed().sweeps.map((s) => ({ path: sweepPath(s, 79, 89), at: sweepMiddle(s, 84) })),
  );
  protected readonly start = computed(() => hourPoint(this.feed().sweeps[0]?.fromHour ?? 6, 84));
  protected readonly hours = Array.from({ length: 12 }, (_, i) => ({ at: i + 1, ...hourPoint(i + 1, 114) }));
}
