import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { StateShape } from '../data/joint-state';

/** The shape of a joint's state; the word always stands beside it. */
@Component({
  selector: 'hp-state-mark',
  template: `
    <svg viewBox="-8 -8 16 16" width="14" height="14" aria-hidden="true" [attr.class]="shape()">
      @switch (shape()) {
        @case ('brazed') {
          <circle r="6.5" class="fill" />
          <path d="M-3 0.2 L-0.8 2.6 L3.4 -2.4" class="cut" />
        }
        @case ('rejected') {
          <rect x="-6" y="-6" width="12" height="12" class="fill" />
          <path d="M-3 -3 L3 3 M3 -3 L-3 3" class="cut" />
        }
        @case ('stop') {
          <path d="M-5 -5 L5 5 M5 -5 L-5 5" class="bold" />
        }
        @case ('look') {
          <path d="M0 -6 L6.5 5.5 L-6.5 5.5 Z" class="fill" />
        }
        @case ('measured') {
          <circle r="6" class="ring" />
          <path d="M0 -6 A6 6 0 0 1 0 6 Z" class="half" />
        }
        @case ('aside') {
          <path d="M-6 0 H6" class="bold" />
        }
        @default {
          <circle r="6" class="ring" />
        }
      }
    </svg>
  `,
  styles: `
    :host {
      display: inline-flex;
    }
    .ring {
      fill: none;
      stroke: var(--ink);
      stroke-width: 1.6;
    }
    .half {
      fill: var(--ink);
    }
    .cut {
      fill: none;
      stroke: var(--sheet);
      stroke-width: 2;
    }
    .brazed .fill {
      fill: var(--fine);
    }
    .rejected .fill {
      fill: var(--refused);
    }
    .look .fill {
      fill: var(--caution);
    }
    .bold {
      stroke: var(--refused);
      stroke-width: 3;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StateMark {
  readonly shape = input.required<StateShape>();
}
