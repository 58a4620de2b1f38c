import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Position } from '@hephaist/core/qualification/range';
import { hourPoint } from '../drawings/clock-geometry';

/** Where a level coupon's strip is cut: 45 degrees off the top, where the feed ends meet. */
const CUT_HOUR = 1.5;

/** A coupon end-on or upright: notch, attitude, order of the feed, and where the strip is cut. */
@Component({
  selector: 'hp-coupon-clock',
  template: `
    @if (position() === 'horizontal') {
      <svg viewBox="-80 -84 160 168" role="img" [attr.aria-label]="words()">
        <circle r="52" class="socket" />
        <circle r="40" class="tube" />
        <circle r="33" class="bore" />
        <path d="M-5 -58 L0 -48 L5 -58 z" class="notch" />
        <text y="-64" text-anchor="middle">notch, top</text>
        @for (cut of cuts; track cut.hour) {
          <path [attr.d]="cut.path" class="cut" />
          <text [attr.x]="cut.at.x" [attr.y]="cut.at.y" [attr.text-anchor]="cut.hour < 6 ? 'start' : 'end'">
            {{ cut.name }}
          </text>
        }
        <path d="M-30 68 h60" class="level" />
        <text y="82" text-anchor="middle">pipe level</text>
      </svg>
    } @else {
      <svg viewBox="-80 -84 160 168" role="img" [attr.aria-label]="words()">
        @for (y of position() === 'up-feed' ? [-34, 38] : [0]; track y; let i = $index) {
          <g [attr.transform]="'translate(-10 ' + y + ')'">
            <rect x="-14" y="-30" width="28" height="60" class="tube" />
            <rect x="-20" [attr.y]="position() === 'up-feed' ? -26 : -4" width="40" height="30" class="socket" />
            <path
              [attr.d]="position() === 'up-feed' ? 'M-34 20 v-18 m-5 6 l5 -7 l5 7' : 'M-34 -22 v18 m-5 -6 l5 7 l5 -7'"
              class="feed"
            />
            <text x="30" y="4" class="strong">
              {{ position() === 'up-feed' ? (i === 1 ? '1 first' : '2 turned') : '1' }}
            </text>
          </g>
        }
        <text y="82" text-anchor="middle">cut anywhere round</text>
      </svg>
    }
  `,
  styles: `
    svg {
      width: 100%;
      height: 100%;
      font-size: var(--type-note);
    }
    .socket {
      fill: var(--tint);
      stroke: var(--ink);
    }
    .tube {
      fill: var(--copper-soft);
      stroke: var(--ink);
    }
    .bore {
      fill: var(--sheet);
      stroke: var(--ink);
    }
    .notch {
      fill: var(--ink);
    }
    .cut {
      stroke: var(--copper);
      stroke-width: 3;
    }
    .level,
    .feed {
      stroke: var(--ink);
      fill: none;
      stroke-width: 1.5;
    }
    text {
      fill: var(--ink);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CouponClock {
  readonly position = input.required<Position>();
  protected readonly cuts = [CUT_HOUR, 12 - CUT_HOUR].map((hour) => {
    const [a, b, at] = [hourPoint(hour, 30), hourPoint(hour, 58), hourPoint(hour, 62)];
    return { hour, name: hour < 6 ? '1:30' : '10:30', path: `M${a.x} ${a.y} L${b.x} ${b.y}`, at };
  });
  protected readonly words = computed(
    () =>
      ({
        horizontal: 'Coupon end-on: file notch at the top, strip cut at 1:30 or 10:30',
        'down-feed': 'Coupon upright: filler runs down in; strip cut anywhere round',
        'up-feed':
          'Coupon upright with two up-feed joints: the lower first, then turned over; strips cut anywhere round',
        flat: 'Coupon laid flat and fed along its edge: strips cut across the lap',
      })[this.position()],
  );
}
