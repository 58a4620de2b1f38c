import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import type { HeatJoint } from '@hephaist/core/heat/heat-joint';
import { AIM_S, STOP_S } from '@hephaist/core/heat/plan-heat';
import { tipsFor } from '@hephaist/core/heat/planned-tips';
import { rankTips, type TipTrial } from '@hephaist/core/heat/rank-tips';
import { formatDuration } from '@hephaist/core/units/units';
import { line, scaleLinear } from 'd3';
import { UnitsStore } from '../units/units.store';

const W = 92;
const H = 54;

/** Tips side by side: each one's way to heat on the same axes, and what comes of it. Touching one plans with it. */
@Component({
  selector: 'hp-tips-compared',
  imports: [MatButtonModule],
  template: `
    <h3>
      Tips compared <span class="quiet">· number 000 to 6, each on the same {{ span }}</span>
    </h3>
    <ul>
      @for (t of tips(); track t.name) {
        <li>
          <button
            matButton="outlined"
            [attr.aria-pressed]="t.shown"
            [class.chosen]="t.chosen"
            (click)="picked.emit({ id: t.id, torches: t.torches })"
          >
            <span class="tile"
              ><strong>{{ t.name }}</strong>
              <svg [attr.viewBox]="'0 0 ' + w + ' ' + h" aria-hidden="true">
                <path [attr.d]="'M0 ' + workY() + ' H' + w" class="work" />
                <path [attr.d]="t.path" class="curve" />
              </svg>
              <span>{{ t.mark }} {{ t.says }}</span></span
            >
          </button>
        </li>
      }
    </ul>
  `,
  styles: `
    @use 'scale';

    ul {
      list-style: none;
      padding: 0;
      display: grid;
      grid-template-columns: repeat(5, minmax(0, 1fr));
      gap: var(--space-3);
    }
    button {
      width: 100%;
      height: auto;
      min-height: 44px;
      padding: var(--space-2) var(--space-4);
      border-color: var(--hairline);
      text-align: left;
    }
    .tile {
      display: grid;
      gap: var(--space-1);
      width: 100%;
      font-size: var(--type-small);
      color: var(--ink);
    }
    button[aria-pressed='true'] {
      border-color: var(--copper);
      box-shadow: inset 0 0 0 1px var(--copper);
    }
    svg {
      width: 100%;
      border-bottom: 1px solid var(--line-strong);
      border-left: 1px solid var(--line-strong);
    }
    @include scale.under(hand) {
      ul {
        grid-template-columns: repeat(3, minmax(0, 1fr));
      }
    }
    .work {
      stroke: var(--copper);
      stroke-dasharray: 3 3;
    }
    .curve {
      fill: none;
      stroke: var(--ink);
      stroke-width: 1.8;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class TipsCompared {
  readonly joint = input.required<HeatJoint>();
  /** The tip that the plan is shown with. */
  readonly shown = input.required<string>();
  readonly picked = output<{ readonly id: string; readonly torches: 1 | 2 }>();
  private readonly units = inject(UnitsStore);
  protected readonly w = W;
  protected readonly h = H;
  protected readonly span = formatDuration(STOP_S);

  private readonly x = scaleLinear().domain([0, STOP_S]).range([0, W]);
  private readonly y = computed(() =>
    scaleLinear()
      .domain([this.joint().airK, this.joint().workK * 1.08])
      .range([H, 2])
      .clamp(true),
  );
  protected readonly workY = computed(() => this.y()(this.joint().workK));
  protected readonly tips = computed(() =>
    rankTips(this.joint(), tipsFor(this.joint())).map((t) => ({
      id: t.tip.id,
      torches: t.torches,
      name: t.torches === 2 ? `two ${t.tip.name}` : t.tip.name,
      chosen: t.chosen,
      shown: `${t.tip.id} ${t.torches}` === this.shown(),
      mark: t.chosen ? '●' : this.marks(t) ? '○' : '✕',
      says: this.says(t),
      path:
        line<TipTrial['curve'][number]>(
          (n) => this.x(n.timeS),
          (n) => this.y()(n.coldestK),
        )(t.curve.filter((n) => n.timeS <= STOP_S)) ?? '',
    })),
  );

  private readonly marks = (t: TipTrial): boolean => t.seconds !== null && t.seconds <= AIM_S && t.marginK >= 0;

  private says(t: TipTrial): string {
    if (t.seconds !== null && t.marginK < 0) return 'melts it';
    if (t.seconds !== null) return formatDuration(t.seconds);
    return t.verdict === 'never' ? `stops at ${this.units.show(t.reachesK, 'temperature')}` : 'over 6 min';
  }
}
