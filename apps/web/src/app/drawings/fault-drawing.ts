import { ChangeDetectionStrategy, Component, input } from '@angular/core';
import type { FaultId } from '@hephaist/core/faults/faults';

/** A fault as it is seen: the end of a socket from the side, or the joint end-on where the clock matters. */
@Component({
  selector: 'hp-fault-drawing',
  template: `
    <svg viewBox="0 0 96 72" aria-hidden="true">
      @switch (of()) {
        @case ('one-side') {
          <circle cx="48" cy="36" r="26" class="part" />
          <circle cx="48" cy="36" r="18" class="tube" />
          <path d="M48 14 A22 22 0 0 0 48 58" class="fill" />
          <path d="M10 30 q8 -4 8 6 q0 8 -8 6" class="flame" />
        }
        @case ('low-empty') {
          <circle cx="48" cy="36" r="26" class="part" />
          <circle cx="48" cy="36" r="18" class="tube" />
          <path d="M38 55.6 A22 22 0 1 1 58 55.6" class="fill" />
          <text x="48" y="71" text-anchor="middle">6</text>
        }
        @case ('sealed-first') {
          <path d="M40 10 H92 V24 H40 Z M40 48 H92 V62 H40 Z" class="part" />
          <path d="M8 28 H92 V44 H8 Z" class="tube" />
          <path d="M36 26 H52 M72 26 H92 M36 46 H52 M72 46 H92" class="fill thin" />
        }
        @case ('black-bore') {
          <circle cx="48" cy="36" r="26" class="part" />
          <circle cx="48" cy="36" r="18" class="tube" />
          <circle cx="48" cy="36" r="13" class="black" />
        }
        @default {
          <path d="M44 12 H92 V60 H44 Z" class="part" />
          <path d="M4 22 H44 V50 H4 Z" class="tube" />
        }
      }
      @switch (of()) {
        @case ('cold-lump') {
          <circle cx="40" cy="17" r="7" class="drop" />
        }
        @case ('rolls-off') {
          <circle cx="36" cy="18" r="3.5" class="drop" />
          <circle cx="26" cy="58" r="3.5" class="drop" />
          <circle cx="34" cy="66" r="3" class="drop" />
        }
        @case ('run-down') {
          <path d="M44 20 H40 V50 H14 M26 50 v8 M18 50 v12" class="fill" />
        }
        @case ('melted') {
          <path d="M18 22 q4 12 10 0 M30 22 q3 8 7 0 M70 12 q6 12 12 0" class="hole" />
        }
        @case ('burnt-flux') {
          <path d="M44 16 l-8 2 2 6 -6 4 6 6 -4 8 6 4 -2 8 6 2 Z" class="black" />
        }
        @case ('zinc-smoke') {
          <path d="M54 10 q-6 -6 0 -10 M66 10 q-6 -6 0 -10 M78 10 q-6 -6 0 -10" class="smoke" />
          <path d="M42 20 V52" class="fill" />
        }
        @case ('brass-crack') {
          <path d="M60 12 l4 10 -5 8 6 9 -4 9 5 12" class="crack" />
          <path d="M42 20 V52" class="fill" />
        }
        @case ('phosphide-crack') {
          <path d="M42 20 V52" class="fill" />
          <path d="M46 16 l-3 8 4 6 -4 7 4 6 -3 10" class="crack" />
        }
        @case ('pinhole') {
          <path d="M42 20 V52" class="fill" />
          <circle cx="41" cy="32" r="2" class="black" />
          <circle cx="33" cy="26" r="3" class="bubble" />
          <circle cx="27" cy="18" r="4.5" class="bubble" />
        }
      }
    </svg>
  `,
  styles: `
    svg {
      width: 96px;
      height: 72px;
      font-size: 11px;
    }
    .part {
      fill: var(--tint);
      stroke: var(--ink);
    }
    .tube {
      fill: var(--copper-soft);
      stroke: var(--ink);
    }
    .fill {
      fill: none;
      stroke: var(--copper);
      stroke-width: 5;
    }
    .thin {
      stroke-width: 4;
    }
    .drop {
      fill: var(--copper);
      stroke: var(--ink);
    }
    .black {
      fill: var(--ink);
    }
    .hole {
      fill: var(--sheet);
      stroke: var(--refused);
      stroke-width: 2;
    }
    .crack {
      fill: none;
      stroke: var(--refused);
      stroke-width: 2;
    }
    .smoke,
    .bubble,
    .flame {
      fill: none;
      stroke: var(--mid);
      stroke-width: 1.6;
    }
    .flame {
      stroke: var(--copper);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FaultDrawing {
  readonly of = input.required<FaultId>();
}
