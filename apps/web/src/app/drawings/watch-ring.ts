import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { arc } from 'd3';

const ring = arc<{ from: number; to: number }>()
  .innerRadius(50)
  .outerRadius(60)
  .startAngle((d) => d.from * 2 * Math.PI)
  .endAngle((d) => d.to * 2 * Math.PI);

/** A watch as a ring that empties, with a stroke for each time that somebody looked, and its words inside. */
@Component({
  selector: 'hp-watch-ring',
  template: `
    <svg viewBox="-64 -64 128 128" role="img" [attr.aria-label]="big() + ' ' + small()">
      <path class="whole" [attr.d]="whole" />
      <path class="left" [attr.d]="left()" />
      @for (l of looks(); track l) {
        <path class="look" [attr.d]="stroke(l)" />
      }
      <text class="big" y="4">{{ big() }}</text>
      <text y="24">{{ small() }}</text>
    </svg>
  `,
  styles: `
    :host {
      display: block;
    }
    svg {
      width: 100%;
    }
    .whole {
      fill: var(--hairline);
    }
    .left {
      fill: var(--copper);
    }
    .look {
      stroke: var(--ink);
      stroke-width: 2;
    }
    text {
      text-anchor: middle;
      fill: var(--mid);
      font-size: 13px;
    }
    .big {
      fill: var(--ink);
      font: 600 var(--type-large) var(--face-head);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class WatchRing {
  /** Share that is left, 0 to 1. */
  readonly share = input.required<number>();
  /** When somebody looked, as shares of the watch that were gone by then. */
  readonly looks = input<readonly number[]>([]);
  readonly big = input('');
  readonly small = input('');
  protected readonly whole = ring({ from: 0, to: 1 }) ?? '';
  protected readonly left = computed(() => ring({ from: 1 - this.share(), to: 1 }) ?? '');

  protected stroke(gone: number): string {
    const [x, y] = [Math.sin(gone * 2 * Math.PI), -Math.cos(gone * 2 * Math.PI)];
    return `M${48 * x} ${48 * y} L${62 * x} ${62 * y}`;
  }
}
