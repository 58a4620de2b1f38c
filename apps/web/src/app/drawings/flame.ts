import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { FlameLook } from '@hephaist/core/torch-rig/flame-look';
import { flamePaths } from './flame-geometry';

let serial = 0;

/** One flame from the side: tip, bright cone, feather where there is one, envelope. Drawn for a dark page. */
@Component({
  selector: 'hp-flame',
  template: `
    <svg viewBox="0 4 372 92" aria-hidden="true">
      <defs>
        <linearGradient [id]="id" x1="0" x2="1">
          <stop offset="0" stop-color="#9cc3ff" stop-opacity="0.85" />
          <stop offset="0.45" stop-color="#4c74b8" stop-opacity="0.5" />
          <stop offset="1" [attr.stop-color]="end()" stop-opacity="0.05" />
        </linearGradient>
        <filter [id]="id + 'soft'" x="-20%" y="-60%" width="140%" height="220%">
          <feGaussianBlur stdDeviation="3" />
        </filter>
      </defs>
      <path [attr.d]="paths().envelope" [attr.fill]="'url(#' + id + ')'" [attr.filter]="'url(#' + id + 'soft)'" />
      <path [attr.d]="paths().envelope" [attr.fill]="'url(#' + id + ')'" />
      @if (paths().feather; as f) {
        <path class="feather" [attr.d]="f" />
      }
      <path class="glow" [attr.d]="paths().cone" [attr.filter]="'url(#' + id + 'soft)'" />
      <path class="cone" [attr.d]="paths().cone" />
      <path class="tip" d="M0 39 h26 l14 5 v12 l-14 5 h-26 z" />
      @if (hisses()) {
        <path class="hiss" d="M96 20 q9 -7 18 0 t18 0 M104 11 q9 -7 18 0 M96 80 q9 7 18 0 t18 0" />
      }
    </svg>
  `,
  styles: `
    :host {
      display: block;
    }
    svg {
      width: 100%;
    }
    .feather {
      fill: #d9e4ee;
      opacity: 0.6;
    }
    .glow {
      fill: #a9d0ff;
    }
    .cone {
      fill: #eef6ff;
    }
    .tip {
      fill: var(--steel-fill);
      stroke: var(--line-strong);
    }
    .hiss {
      fill: none;
      stroke: var(--mid);
      stroke-width: 1.5;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Flame {
  readonly look = input.required<FlameLook>();
  protected readonly id = `flame-${++serial}`;
  protected readonly paths = computed(() => flamePaths(this.look()));
  /** Unburnt fuel ends yellow. */
  protected readonly end = computed(() => (this.look().kind === 'carburising' ? '#d8a24a' : '#4c74b8'));
  protected readonly hisses = computed(() => this.look().kind === 'oxidising');
}
