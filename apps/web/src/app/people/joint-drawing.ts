import { ChangeDetectionStrategy, Component } from '@angular/core';

/** A brazed joint in half section, as this program draws joints: tube in socket, filler in the gap, fillet at the mouth. */
@Component({
  selector: 'hp-joint-drawing',
  template: `
    <svg viewBox="0 0 420 150" aria-hidden="true">
      <path class="centre" d="M0 132H420" />
      <path class="wall" d="M0 74H300V88H0z" />
      <path class="wall" d="M150 42H420V88H306V68H150z" />
      <path class="filler" d="M150 68H300V74H150z" />
      <path class="filler" d="M150 68L150 52Q146 70 128 74H150z" />
      <path class="edge" d="M0 74H300V88H0M150 68V42H420M150 68H306V88H420M306 68V88" />
      <path class="measure" d="M150 26V38M300 26V38M150 32H300" />
      <text x="225" y="24" text-anchor="middle">overlap</text>
      <path class="measure" d="M226 71L246 104" />
      <text x="250" y="114">gap, filled</text>
      <text x="8" y="64">tube</text>
      <text x="350" y="36">socket</text>
    </svg>
  `,
  styles: `
    svg {
      width: 100%;
      font-size: var(--type-small);
      fill: var(--mid);
    }
    .wall {
      fill: var(--copper-soft);
    }
    .filler {
      fill: var(--copper);
    }
    .edge,
    .measure {
      fill: none;
      stroke: var(--ink);
    }
    .measure {
      stroke: var(--mid);
    }
    .centre {
      stroke: var(--line-strong);
      stroke-dasharray: 14 4 3 4;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class JointDrawing {}
