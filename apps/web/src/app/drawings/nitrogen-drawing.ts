import { ChangeDetectionStrategy, Component, input } from '@angular/core';

/** Nitrogen through the line: from the cylinder past the joint to the open vent. */
@Component({
  selector: 'hp-nitrogen-drawing',
  template: `
    <svg viewBox="0 0 420 130" role="img" [attr.aria-label]="'Nitrogen in, past ' + mark() + ', out at the open vent'">
      <rect class="source" x="8" y="44" width="52" height="42" rx="4" />
      <text x="34" y="71" text-anchor="middle" class="n2">N₂</text>
      <path class="pipe" d="M60 58 H372 M60 72 H372" />
      @if (on()) {
        <path class="flow" d="M74 65 H150 M168 65 H196 M246 65 H274 M292 65 H360" />
      }
      <circle class="joint" cx="220" cy="65" r="22" />
      <text x="220" y="71" text-anchor="middle" class="mark">{{ mark() }}</text>
      <path class="vent" d="M372 65 l22 -16 M372 65 l22 16 M372 65 h30" />
      <text x="386" y="112" text-anchor="middle">vent open</text>
      <text x="34" y="112" text-anchor="middle">in</text>
    </svg>
  `,
  styles: `
    :host {
      display: block;
    }
    svg {
      width: 100%;
      max-height: 200px;
    }
    text {
      font-size: 15px;
      fill: var(--mid);
    }
    .source {
      fill: var(--ink);
    }
    .n2 {
      fill: var(--paper);
      font-weight: 600;
      font-size: 17px;
    }
    .mark {
      fill: var(--ink);
      font-weight: 600;
      font-size: 13px;
    }
    .pipe {
      stroke: var(--copper);
      stroke-width: 2;
      fill: none;
    }
    .flow {
      stroke: var(--fine);
      stroke-width: 3;
      stroke-dasharray: 9 7;
    }
    .joint {
      fill: var(--sheet);
      stroke: var(--copper);
      stroke-width: 3;
    }
    .vent {
      stroke: var(--ink);
      stroke-width: 2.5;
      fill: none;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class NitrogenDrawing {
  readonly mark = input.required<string>();
  /** It flows. */
  readonly on = input(false);
}
