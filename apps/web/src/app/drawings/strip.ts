import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { SectionVerdict } from '@hephaist/core/coupons/section';
import { scaleLinear } from 'd3';
import { UnitsStore } from '../units/units.store';

/** The coupon's faces unrolled along the overlap, voids to scale, against the limit. */
@Component({
  selector: 'hp-strip',
  template: `
    <svg [attr.viewBox]="'0 0 620 ' + height()" role="img" [attr.aria-label]="units.say(verdict().reasons.join('. '))">
      @for (face of faces(); track face.name; let i = $index) {
        <g [attr.transform]="'translate(0 ' + (i * 84 + 22) + ')'">
          <text x="0" y="22" class="strong">{{ face.name }}</text>
          <rect x="62" y="4" width="480" height="26" class="filled" />
          @for (v of face.voids; track $index) {
            <rect [attr.x]="v.x" y="4" [attr.width]="v.w" height="26" class="void" />
            <text [attr.x]="v.x + v.w / 2" y="0" text-anchor="middle" class="quiet">{{ v.label }}</text>
          }
          <path [attr.d]="'M62 42 H' + face.sumX" class="sum" [class.over]="!face.passes" />
          <path [attr.d]="'M' + face.limitX + ' 35 v14'" class="limit" />
          <text [attr.x]="face.limitX" y="63" text-anchor="middle" class="on-limit">limit {{ face.limit }}</text>
          <text x="552" y="22" class="strong" [class.over]="!face.passes">
            {{ face.passes ? '✓' : '✕' }} {{ face.share }}
          </text>
        </g>
      }
      <text x="62" [attr.y]="height() - 4" class="quiet">socket mouth</text>
      <text x="542" [attr.y]="height() - 4" text-anchor="end" class="quiet">stop</text>
    </svg>
  `,
  styleUrl: './strip.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Strip {
  readonly verdict = input.required<SectionVerdict>();
  protected readonly units = inject(UnitsStore);
  protected readonly height = computed(() => this.verdict().faces.length * 84 + 28);
  protected readonly faces = computed(() =>
    this.verdict().faces.map((face) => {
      const x = scaleLinear().domain([0, face.overlapM]).range([62, 542]);
      return {
        name: face.name,
        passes: face.passes,
        share: `${(face.share * 100).toFixed(1)} %`,
        limit: `${(this.verdict().ruleSet.maxUnbrazed * 100).toFixed(0)} %`,
        limitX: x(face.overlapM * this.verdict().ruleSet.maxUnbrazed),
        sumX: x(face.unbrazedM),
        voids: face.merged.map((v) => ({
          x: x(v.fromM),
          w: Math.max(1.5, x(v.toM) - x(v.fromM)),
          label: this.units.show(v.toM - v.fromM, 'diameter', false),
        })),
      };
    }),
  );
}
