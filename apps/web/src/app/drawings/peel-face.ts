import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { peelClocks, type PeelLines, readPeel } from '@hephaist/core/coupons/peel-lines';
import { mergeVoids } from '@hephaist/core/coupons/section';
import type { RuleSet } from '@hephaist/core/rules/rule-sets';
import { InputError } from '@hephaist/core/source/problem';
import { scaleLinear } from 'd3';
import { UnitsStore } from '../units/units.store';

const [LEFT, RIGHT, ROW] = [52, 438, 22];
/** Where the gauges of the lines stand, and the share of a line at their end. */
const [FROM, TO, MOST] = [456, 536, 0.5];

/** A peeled joint unrolled: each line read, from 12 o'clock round, voids to scale, each against the limit of a line. */
@Component({
  selector: 'hp-peel-face',
  template: `
    @if (face(); as f) {
      <svg [attr.viewBox]="'0 0 620 ' + f.height" role="img" [attr.aria-label]="f.words">
        @for (l of f.lines; track $index) {
          <g [attr.transform]="'translate(0 ' + (18 + $index * row) + ')'">
            <text x="0" y="16" [class.strong]="l.worst">{{ l.clock }}</text>
            <rect [attr.x]="left" y="0" [attr.width]="wide" [attr.height]="row" class="filled" />
            @for (v of l.voids; track $index) {
              <rect [attr.x]="v.x" y="1" [attr.width]="v.w" [attr.height]="row - 2" class="void" />
            }
            <path [attr.d]="'M' + from + ' 11 H' + l.sumX" class="sum" [class.over]="!l.passes" />
            <text x="546" y="16" [class.strong]="l.worst" [class.over]="!l.passes">
              {{ l.passes ? '' : '✕ ' }}{{ l.share }}
            </text>
          </g>
        }
        <rect [attr.x]="left" y="18" [attr.width]="wide" [attr.height]="f.lines.length * row" class="edge" />
        <path [attr.d]="'M' + f.limitX + ' 16 V' + (f.height - 22)" class="limit" />
        <text [attr.x]="f.limitX" y="11" text-anchor="middle" class="on-limit">limit {{ f.limit }}</text>
        <text [attr.x]="left" [attr.y]="f.height - 6" class="quiet">socket mouth</text>
        <text [attr.x]="left + wide" [attr.y]="f.height - 6" text-anchor="end" class="quiet">stop</text>
        <text x="620" [attr.y]="f.height - 5" text-anchor="end" class="strong" [class.over]="!f.areaPasses">
          {{ f.areaPasses ? '✓' : '✕' }} {{ f.area }}
        </text>
      </svg>
    }
  `,
  styleUrl: './strip.scss',
  styles: `
    .filled {
      stroke: var(--sheet);
      stroke-width: 0.6;
    }
    .edge {
      fill: none;
      stroke: var(--ink);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PeelFace {
  readonly peel = input.required<PeelLines>();
  readonly rules = input.required<RuleSet>();
  private readonly units = inject(UnitsStore);
  protected readonly row = ROW;
  protected readonly left = LEFT;
  protected readonly wide = RIGHT - LEFT;
  protected readonly from = FROM;
  protected readonly face = computed(() => {
    const [peel, rules] = [this.peel(), this.rules()];
    let read;
    try {
      read = readPeel(peel);
    } catch (e) {
      // Not typed to the end yet: there is nothing to draw.
      if (e instanceof InputError) return null;
      throw e;
    }
    const x = scaleLinear().domain([0, peel.lapM]).range([LEFT, RIGHT]);
    const gauge = scaleLinear().domain([0, MOST]).range([FROM, TO]).clamp(true);
    const clocks = peelClocks(peel.lines.length);
    const percent = (share: number): string => `${(100 * share).toFixed(1)} %`;
    const area = read.unbrazedM2 / read.areaM2;
    const lines = peel.lines.map((voids, i) => {
      const share = read.shares[i] ?? 0;
      return {
        clock: clocks[i] ?? '',
        share: percent(share),
        sumX: gauge(share),
        worst: i === read.worst && share > 0,
        passes: share <= rules.peelLine + 1e-9,
        voids: mergeVoids(voids).map((v) => ({ x: x(v.fromM), w: Math.max(1.5, x(v.toM) - x(v.fromM)) })),
      };
    });
    return {
      lines,
      height: lines.length * ROW + 42,
      limitX: gauge(rules.peelLine),
      limit: `${(100 * rules.peelLine).toFixed(0)} %`,
      area: `area ${percent(area)}, limit ${percent(rules.peelArea)}`,
      areaPasses: area <= rules.peelArea + 1e-9,
      words: `Peeled joint over a lap of ${this.units.show(peel.lapM, 'diameter')}: ${lines.map((l) => `${l.clock} ${l.share} unbrazed`).join(', ')}`,
    };
  });
}
