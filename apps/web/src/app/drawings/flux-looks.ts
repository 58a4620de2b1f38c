import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { FLUX_LOOKS, type FluxLook } from '@hephaist/core/heat/colours';
import type { MetalFamily } from '@hephaist/core/metals/metals';
import { metalGround } from './hatch';

/** Flux at the mouth of a socket, as a path: a band over the tube that laps the socket's edge. */
const BAND = 'M33 17 q7 -5 14 -1 t13 -5 q5 3 4 9 v16 q1 6 -4 9 q-6 0 -13 -5 t-14 -1 q-5 -11 0 -22z';
const SMOOTH = 'M36 17 q12 -2 22 -4 q5 1 5 6 v18 q0 5 -5 6 q-10 -2 -22 -4 q-4 -11 0 -22z';
/** The same, risen like foam: a row of small rounds along its edge. */
const FOAM =
  'M31 20 a5 5 0 0 1 7 -7 a6 6 0 0 1 10 -3 a6 6 0 0 1 10 -3 a6 6 0 0 1 9 5 a6 6 0 0 1 2 9 a6 6 0 0 1 0 10 a6 6 0 0 1 -2 9 a6 6 0 0 1 -9 7 a6 6 0 0 1 -10 -3 a6 6 0 0 1 -10 -3 a5 5 0 0 1 -7 -7 a6 6 0 0 1 0 -14z';

interface Drawn {
  readonly path: string;
  /** Lines over it: brush strokes, bubbles, steam, gloss, cracks. */
  readonly over: string;
  /** Rising from it. */
  readonly rises?: string;
}

const ring = (x: number, y: number, r: number): string =>
  `M${x - r} ${y} a${r} ${r} 0 1 0 ${2 * r} 0 a${r} ${r} 0 1 0 ${-2 * r} 0`;

const DRAWN: Readonly<Record<FluxLook, Drawn>> = {
  'as put on': { path: BAND, over: 'M38 22 q9 2 20 -3 M37 28 q10 2 22 0 M38 34 q9 -1 20 3' },
  boiling: {
    path: BAND,
    over: [ring(41, 23, 2.2), ring(48, 30, 3), ring(55, 22, 2.4), ring(43, 34, 1.8), ring(57, 34, 2.2)].join(' '),
    rises: 'M42 9 q-3 -4 0 -7 M50 8 q-3 -4 0 -7 M58 7 q-3 -4 0 -7',
  },
  'puffed up': { path: FOAM, over: [ring(42, 22, 3), ring(52, 29, 4), ring(45, 36, 2.4), ring(60, 20, 2.4)].join(' ') },
  milky: { path: SMOOTH, over: '' },
  clear: { path: SMOOTH, over: 'M40 20 q9 -1 17 -3 M39 24 v7 M60 19 v16' },
  dead: { path: BAND, over: 'M39 19 l5 6 l-3 5 l5 7 M50 15 l3 8 l-4 6 l4 9 M58 20 l2 6 l-3 5' },
  'in the flame': { path: '', over: '' },
};

/** How the flux looks on its way to heat: each look drawn, the present one marked. */
@Component({
  selector: 'hp-flux-looks',
  template: `
    @for (d of drawn(); track d.look) {
      <figure [class.now]="d.look === now()" [class.dead]="d.look === 'dead'">
        <svg viewBox="0 0 96 56" aria-hidden="true">
          <rect class="metal" [attr.fill]="ground(tube())" x="-2" y="18" width="62" height="20" />
          <rect class="metal" [attr.fill]="ground(socket())" x="58" y="12" width="40" height="32" />
          @if (d.look === 'in the flame') {
            <path class="green" d="M4 6 C40 -2 66 8 84 28 C64 46 38 58 4 50 C16 34 16 22 4 6z" />
          } @else {
            <path [class]="'flux ' + d.look.split(' ')[0]" [attr.d]="d.path" />
            <path class="over" [attr.d]="d.over" />
            <path class="rises" [attr.d]="d.rises ?? ''" />
          }
        </svg>
        <figcaption>
          {{ d.look }}
          @if (d.look === now()) {
            <span class="visually-hidden">, now</span>
          }
        </figcaption>
      </figure>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      gap: var(--space-2) var(--space-4);
    }
    figure {
      margin: 0;
      width: var(--look, 96px);
      text-align: center;
      color: var(--mid);
      border-bottom: 3px solid transparent;
    }
    .now {
      color: var(--ink);
      border-color: var(--copper);
      font-weight: 600;
    }
    svg {
      width: 100%;
    }
    figcaption {
      font-size: 13.5px;
    }
    .metal {
      stroke: var(--line-strong);
    }
    .flux {
      fill: #f6f3ea;
      stroke: #a9a394;
    }
    .puffed {
      stroke-width: 1.4;
    }
    .milky {
      fill-opacity: 0.62;
    }
    .clear {
      fill: #d8f0f4;
      fill-opacity: 0.3;
      stroke: #6aa3ad;
    }
    .over,
    .rises {
      fill: none;
      stroke: #a9a394;
      stroke-width: 1.2;
    }
    .clear + .over {
      stroke: #fff;
      stroke-width: 2;
    }
    .flux.dead {
      fill: #3a2b22;
      stroke: #1f1712;
    }
    .dead .over {
      stroke: #a5662f;
    }
    .green {
      fill: #58b276;
      fill-opacity: 0.45;
      stroke: #2f7a4b;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FluxLooks {
  /** The look to be marked. */
  readonly now = input.required<FluxLook>();
  readonly tube = input<MetalFamily>('copper');
  readonly socket = input<MetalFamily>('copper');
  protected readonly ground = metalGround;
  /** Looks this flux goes through. */
  readonly looks = input<readonly FluxLook[]>(FLUX_LOOKS);
  protected readonly drawn = computed(() => this.looks().map((look) => ({ look, ...DRAWN[look] })));
}
