import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { Joint } from '@hephaist/contracts/records/joint';
import type { Line } from '@hephaist/contracts/records/line';
import { scalePoint } from 'd3';
import type { JointState } from '../data/joint-state';

interface Ring {
  readonly joint: Joint;
  readonly x: number;
  readonly state: JointState;
  readonly label: boolean;
  readonly chosen: boolean;
}

/** The selected joint's line from source to vent: each joint a ring in order, trouble written where it is. */
@Component({
  selector: 'hp-line-strip',
  template: `
    <svg
      viewBox="0 0 1280 92"
      preserveAspectRatio="xMidYMid meet"
      role="group"
      [attr.aria-label]="'Line ' + (line()?.name ?? '') + ', joints from source to vent'"
    >
      <text x="40" y="20" class="quiet">nitrogen source</text>
      <text x="1240" y="20" class="quiet" text-anchor="end">vent open</text>
      <path d="M70 46 H1214" class="pipe-out" />
      <path d="M70 46 H1214" class="pipe-in" />
      <rect x="40" y="35" width="30" height="22" rx="3" class="source" />
      <text x="55" y="50.5" text-anchor="middle" class="gas">N₂</text>
      <path d="M1214 46 l14 -9 M1214 46 h20 M1214 46 l14 9" class="vent" />
      @for (ring of rings(); track ring.joint.id) {
        <g
          role="button"
          tabindex="-1"
          class="ring"
          [class.chosen]="ring.chosen"
          [attr.transform]="'translate(' + ring.x + ' 46)'"
          [attr.aria-label]="ring.joint.mark + ', ' + ring.state.word"
          [attr.aria-current]="ring.chosen ? 'true' : null"
          (click)="pick.emit(ring.joint.id)"
          (keydown.enter)="pick.emit(ring.joint.id)"
        >
          <rect [attr.x]="-hit()" y="-16" [attr.width]="2 * hit()" height="54" class="hit" />
          <circle [attr.r]="ring.chosen ? 14 : size()" class="body" [attr.data-shape]="ring.state.shape" />
          @switch (ring.state.shape) {
            @case ('brazed') {
              <path d="M-4 0.3 L-1 3.4 L4.4 -3" class="tick" />
            }
            @case ('rejected') {
              <path d="M-3.4 -3.4 L3.4 3.4 M3.4 -3.4 L-3.4 3.4" class="tick" />
            }
            @case ('measured') {
              <path
                [attr.d]="'M0 -' + size() + ' A' + size() + ' ' + size() + ' 0 0 1 0 ' + size() + ' Z'"
                class="half"
              />
            }
            @case ('look') {
              <path d="M0 -5 L5 4 L-5 4 Z" class="look" />
            }
            @case ('stop') {
              <path d="M-4 -4 L4 4 M4 -4 L-4 4" class="stop" />
            }
          }
          @if (ring.label) {
            <text y="34" text-anchor="middle" [class.strong]="ring.chosen">{{ ring.joint.mark }}</text>
          }
        </g>
      }
      @for (ring of rings(); track ring.joint.id) {
        @if (ring.state.shape === 'stop' || ring.state.shape === 'rejected') {
          <text [attr.x]="ring.x" y="24" text-anchor="middle" class="says-stop">{{ ring.state.word }}</text>
        }
      }
    </svg>
  `,
  styles: `
    @use 'scale';

    :host {
      display: block;
      border-bottom: 1px solid var(--hairline);
    }
    @include scale.long-drawing(960px);
    svg {
      display: block;
      width: 100%;
      height: 92px;
      font-size: var(--type-small);
      fill: var(--ink);
    }
    .quiet {
      fill: var(--mid);
    }
    .pipe-out {
      stroke: var(--copper);
      stroke-width: 7;
      opacity: 0.85;
    }
    .pipe-in {
      stroke: var(--tint);
      stroke-width: 3.5;
    }
    .source {
      fill: var(--ink);
    }
    .gas {
      fill: var(--sheet);
      font-weight: 600;
    }
    .vent {
      stroke: var(--ink);
      stroke-width: 2;
      fill: none;
    }
    .ring {
      cursor: pointer;
      outline: none;
    }
    .ring:focus-visible .body {
      stroke-width: 4;
    }
    .hit {
      fill: transparent;
    }
    .body {
      fill: var(--sheet);
      stroke: var(--ink);
      stroke-width: 1.8;
    }
    .body[data-shape='brazed'] {
      fill: var(--fine);
    }
    .body[data-shape='rejected'] {
      fill: var(--refused);
    }
    .chosen .body {
      stroke: var(--copper);
      stroke-width: 3;
    }
    .tick {
      stroke: var(--sheet);
      stroke-width: 2;
      fill: none;
    }
    .half {
      fill: var(--ink);
    }
    .look {
      fill: var(--caution);
    }
    .stop {
      stroke: var(--refused);
      stroke-width: 2.6;
    }
    text {
      fill: var(--mid);
    }
    .strong {
      fill: var(--ink);
      font-weight: 600;
    }
    .says-stop {
      fill: var(--refused);
      font-weight: 500;
    }
  `,
  host: { tabindex: '0', role: 'group', 'aria-label': 'The line of the joint' },
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LineStrip {
  readonly line = input<Line | undefined>();
  readonly joints = input.required<readonly Joint[]>();
  readonly selectedId = input<string | null>(null);
  readonly stateOf = input.required<(joint: Joint) => JointState>();
  readonly pick = output<string>();

  protected readonly size = computed(() => (this.joints().length > 32 ? 8 : this.joints().length > 20 ? 9.5 : 11));
  /** Half the width that answers a click: the room between two rings, at most 16. */
  protected readonly hit = computed(() => Math.min(16, 540 / Math.max(1, Math.min(60, this.joints().length))));
  /** At most 60 rings around the selected joint; longer lines scroll with the selection. */
  protected readonly rings = computed((): Ring[] => {
    const all = this.joints();
    const at = Math.max(
      0,
      all.findIndex((j) => j.id === this.selectedId()),
    );
    const from = Math.max(0, Math.min(at - 30, all.length - 60));
    const shown = all.slice(from, from + 60);
    const x = scalePoint<string>()
      .domain(shown.map((j) => j.id))
      .range([96, 1190])
      .padding(0.3);
    const every = Math.ceil(shown.length / 18);
    return shown.map((joint, i) => {
      const chosen = joint.id === this.selectedId();
      const nearChosen = !chosen && Math.abs(from + i - at) < every && every > 1;
      return {
        joint,
        x: x(joint.id) ?? 0,
        state: this.stateOf()(joint),
        chosen,
        label: chosen || (i % every === 0 && !nearChosen),
      };
    });
  });
}
