import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import type { Joint } from '@hephaist/contracts/records/joint';
import { GROOVE_SOURCE, grooveMassKg, type GroovePlan } from '@hephaist/core/braze-weld/groove';
import { DEFAULT_LOSS } from '@hephaist/core/filler-use/filler-use';
import { findRodForm } from '@hephaist/core/filler-use/rod-forms';
import { sourceLine } from '@hephaist/core/source/source';
import { QtyPipe } from '../units/qty.pipe';
import { SayPipe } from '../units/say.pipe';
import { UnitsStore } from '../units/units.store';

/** The plan of a braze-welded seam: what it takes, its groove drawn to scale, passes, rod and steps. */
@Component({
  selector: 'hp-seam-plan',
  imports: [QtyPipe, SayPipe],
  template: `
    @let s = seam();
    <header>
      <div>
        <h1 aria-live="polite">{{ sentence() }}</h1>
        <p class="quiet">
          {{ s.parts[0].short }} to {{ s.parts[1].short }}, {{ joint().groove?.thicknessM | qty: 'length' }} thick, seam
          {{ joint().groove?.lengthM | qty: 'length' }} · {{ joint().position
          }}{{ joint().note ? ' · ' + joint().note : '' }}
        </p>
      </div>
      <div class="no-print"><ng-content /></div>
    </header>
    @if (!s.refused) {
      <dl class="sheet">
        <div>
          <dt>Passes</dt>
          <dd>
            <strong>{{ s.passes }}</strong> {{ s.shape === 'V' ? 'in a V' : 'square edges' }}
          </dd>
        </div>
        <div>
          <dt>Top of the groove</dt>
          <dd>
            <strong>{{ s.topM | qty: 'length' }}</strong>
          </dd>
        </div>
        <div>
          <dt>Rod</dt>
          <dd>
            <strong>{{ rodM() | qty: 'length' }}</strong> of 1/8 round
          </dd>
        </div>
        <div>
          <dt>Weight, with loss</dt>
          <dd>
            <strong>{{ massKg() | qty: 'filler' }}</strong>
          </dd>
        </div>
        <div>
          <dt>Tip</dt>
          <dd>
            <strong>{{ s.tipsUp }} up</strong> from brazing
          </dd>
        </div>
      </dl>
      <svg class="sheet" viewBox="0 0 420 190" role="img" [attr.aria-label]="drawn()">
        <path [attr.d]="leftPlate()" class="metal" />
        <path [attr.d]="rightPlate()" class="metal" />
        <path [attr.d]="fill()" class="filler" />
        <text x="210" y="182" text-anchor="middle">
          {{ s.shape === 'V' ? '90° V' : 'square edges' }}, {{ s.passes }} {{ s.passes === 1 ? 'pass' : 'passes' }},
          wetted {{ s.tinM | qty: 'length' }} beyond each edge
        </text>
      </svg>
      <h2>How</h2>
      <ol>
        @for (step of s.steps; track step) {
          <li>{{ step | say }}</li>
        }
      </ol>
    }
    @for (f of s.findings; track f.rule) {
      <p [class]="f.effect === 'refuse' ? 'refused' : f.effect">
        {{ f.effect === 'refuse' ? '✕' : f.effect === 'caution' ? '▲' : '●' }} {{ f.says | say }}
      </p>
    }
    <p class="quiet">{{ source }}. Not for pressure; local codes and licensed practice govern.</p>
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      gap: var(--space-4);
      padding: var(--space-5) var(--space-6) var(--space-6);
      overflow-y: auto;
      min-height: 0;
    }
    .no-print {
      white-space: nowrap;
    }
    header {
      display: flex;
      justify-content: space-between;
      gap: var(--space-6);
    }
    dl {
      display: grid;
      grid-template-columns: repeat(5, auto);
    }
    dl div {
      padding: var(--space-3) var(--space-4);
      border-left: 1px solid var(--hairline);
    }
    dt {
      font-size: var(--type-small);
      color: var(--mid);
    }
    strong {
      font-size: var(--type-lead);
    }
    svg {
      width: 100%;
      max-height: 230px;
      font-size: var(--type-small);
    }
    text {
      fill: var(--ink);
    }
    .metal {
      fill: var(--steel-fill);
      stroke: var(--ink);
    }
    .filler {
      fill: var(--copper);
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SeamPlan {
  readonly joint = input.required<Joint>();
  readonly seam = input.required<GroovePlan>();
  private readonly units = inject(UnitsStore);
  protected readonly source = sourceLine(GROOVE_SOURCE);
  protected readonly massKg = computed(() => grooveMassKg(this.seam(), DEFAULT_LOSS));
  protected readonly rodM = computed(
    () => (this.seam().volumeM3 * (1 + DEFAULT_LOSS)) / findRodForm('round-1/8').areaM2,
  );
  protected readonly sentence = computed(() => {
    const s = this.seam();
    return s.refused
      ? `${this.joint().mark} is refused: ${this.units.say(s.refused)}`
      : `${this.joint().mark} is braze-welded: ${s.filler?.id ?? 'no rod'} with ${s.flux ? `${s.flux.name} ${s.flux.id}` : 'no flux on file'}, ${s.passes} ${s.passes === 1 ? 'pass' : 'passes'}.`;
  });
  protected readonly drawn = computed(
    () => `Groove: ${this.seam().shape}, ${this.units.show(this.seam().topM, 'length')} wide at the top.`,
  );

  /** Section at one scale: thickness drawn 80 high. */
  private readonly geometry = computed(() => {
    const t = this.joint().groove?.thicknessM ?? 0.003;
    const scale = Math.min(80 / t, 300 / (this.seam().topM + 2 * this.seam().tinM));
    const half = (this.seam().topM / 2) * scale;
    const root = this.seam().shape === 'V' ? Math.max(2, half - t * scale) : half;
    return {
      top: 60,
      bottom: 60 + t * scale,
      half,
      root,
      tin: this.seam().tinM * scale,
      crown: this.seam().crownM * scale,
    };
  });
  protected readonly leftPlate = computed(() => {
    const g = this.geometry();
    return `M10 ${g.top} H${210 - g.half} L${210 - g.root} ${g.bottom} H10 Z`;
  });
  protected readonly rightPlate = computed(() => {
    const g = this.geometry();
    return `M410 ${g.top} H${210 + g.half} L${210 + g.root} ${g.bottom} H410 Z`;
  });
  protected readonly fill = computed(() => {
    const g = this.geometry();
    const wide = g.half + g.tin;
    return `M${210 - wide} ${g.top} Q210 ${g.top - 2 * g.crown} ${210 + wide} ${g.top} H${210 + g.half} L${210 + g.root} ${g.bottom} H${210 - g.root} L${210 - g.half} ${g.top} Z`;
  });
}
