import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { MatSliderModule } from '@angular/material/slider';
import { AMBIENT_K } from '@hephaist/core/fit-up/gap';
import type { JointPlan } from '@hephaist/core/joint/plan';
import { inASentence } from '@hephaist/core/metals/metals';
import { boreM } from '@hephaist/core/tube/tube';
import { QtyPipe } from '../units/qty.pipe';
import { UnitsStore } from '../units/units.store';
import { Hatches } from './hatch';
import { saveSvg } from './save-svg';
import { hotEndK, SECTION_HEIGHT, SECTION_WIDTH, sectionGeometry } from './section-geometry';

/** The joint cut along its axis; a slider takes it from cold to brazing temperature and the gap moves. */
@Component({
  selector: 'hp-section',
  imports: [MatButtonModule, MatSliderModule, QtyPipe, Hatches],
  template: `
    @if (!still()) {
      <h2>
        The joint in section <span class="quiet">· gap drawn {{ g().exaggeration }} times</span>
        <button matButton class="svg no-print" (click)="save(drawing)" aria-label="Save the section as SVG">SVG</button>
      </h2>
    }
    <hp-hatches prefix="sec-" />
    <svg #drawing [attr.viewBox]="'0 0 ' + w + ' ' + h" role="img" [attr.aria-label]="words()">
      <g [attr.transform]="'translate(0 ' + g().centreY + ') scale(1 -1)'">
        <path [attr.d]="socketPath()" class="metal" [attr.fill]="'url(#sec-' + plan().socketMetal.family + ')'" />
        <rect
          [attr.x]="g().tube.x0"
          [attr.y]="g().tube.inner"
          [attr.width]="g().tube.x1 - g().tube.x0"
          [attr.height]="g().tube.outer - g().tube.inner"
          class="metal"
          [attr.fill]="'url(#sec-' + plan().tubeMetal.family + ')'"
        />
        @if (g().filled) {
          <path [attr.d]="fillerPath()" class="filler" />
        }
      </g>
      <path [attr.d]="'M10 ' + g().centreY + ' H' + (w - 10)" class="axis" />
      <g class="dim">
        <path
          [attr.d]="
            'M' +
            g().socket.x0 +
            ' ' +
            (top() - 6) +
            ' v-18 M' +
            g().socket.stopX +
            ' ' +
            (top() - 6) +
            ' v-18 M' +
            g().socket.x0 +
            ' ' +
            (top() - 17) +
            ' H' +
            g().socket.stopX
          "
        />
        <text
          [attr.x]="(g().socket.x0 + g().socket.stopX) / 2"
          [attr.y]="top() - 22"
          text-anchor="middle"
          class="strong"
        >
          overlap {{ plan().overlap.overlapM | qty: 'length' }}
        </text>
      </g>
      <text x="26" [attr.y]="g().centreY - g().tube.outer - 6" class="small">{{ plan().tubeMetal.short }}</text>
      <text [attr.x]="g().socket.x1" [attr.y]="top() - 6" text-anchor="end" class="small">
        {{ plan().socketMetal.short }}
      </text>
      <g class="gap" [class.bad]="bad()">
        <path [attr.d]="'M' + leader().x + ' ' + leader().y + ' v' + leader().drop" />
        <text [attr.x]="leader().x + 6" [attr.y]="leader().y + leader().drop" class="strong">
          gap {{ g().hot.sideM | qty: 'gap' }} a side
        </text>
        <text [attr.x]="leader().x + 6" [attr.y]="leader().y + leader().drop + 17" class="small">
          {{ 2 * g().hot.sideM | qty: 'gap' }} across the diameter
        </text>
      </g>
      <text x="26" [attr.y]="g().centreY - 6" class="small">bore {{ bore() | qty: 'diameter' }}, half shown</text>
    </svg>
    @if (!still()) {
      <div class="heat">
        <span class="quiet">cold</span>
        <mat-slider class="slide" min="0" max="100" step="1"
          ><input
            matSliderThumb
            [value]="percent()"
            (valueChange)="percent.set($event)"
            aria-label="Temperature of the joint"
            [attr.aria-valuetext]="temperature()"
        /></mat-slider>
        <strong>{{ temperature() }}</strong>
      </div>
    } @else {
      <p class="quiet">{{ temperature() }}; gap drawn {{ g().exaggeration }} times</p>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      padding: var(--space-4) var(--space-5) var(--space-1);
    }
    svg {
      width: 100%;
      min-height: 0;
      flex: 1;
      font-size: 13px;
    }
    .metal {
      stroke: var(--ink);
      stroke-width: 1.2;
    }
    .filler {
      fill: var(--copper);
    }
    .axis {
      stroke: var(--mid);
      stroke-dasharray: 14 4 3 4;
      fill: none;
    }
    .dim path,
    .gap path {
      stroke: var(--ink);
      fill: none;
      stroke-width: 1;
    }
    text {
      fill: var(--ink);
    }
    .small {
      fill: var(--mid);
      font-size: 12.5px;
    }
    .strong {
      font-weight: 600;
    }
    .gap.bad .strong {
      fill: var(--caution);
    }
    .gap.bad path {
      stroke: var(--caution);
    }
    .heat {
      display: flex;
      align-items: center;
      gap: var(--space-4);
    }
    .heat strong {
      min-width: 64px;
      text-align: right;
    }
    .slide {
      flex: 1;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Section {
  readonly plan = input.required<JointPlan>();
  readonly name = input('joint');
  /** Nothing on it is to be touched: beside the torch. */
  readonly still = input(false);
  /** A temperature that it is brought to from elsewhere, K; null where nobody did. */
  readonly heldK = input<number | null>(null);
  protected readonly percent = linkedSignal(() => {
    const k = this.heldK();
    const share = k === null ? 1 : (k - AMBIENT_K) / (hotEndK(this.plan()) - AMBIENT_K);
    return Math.round(100 * Math.min(1, Math.max(0, share)));
  });
  protected readonly w = SECTION_WIDTH;
  protected readonly h = SECTION_HEIGHT;
  private readonly units = inject(UnitsStore);

  private readonly tempK = computed(() => AMBIENT_K + ((hotEndK(this.plan()) - AMBIENT_K) * this.percent()) / 100);
  protected readonly g = computed(() => sectionGeometry(this.plan(), this.tempK()));
  protected readonly temperature = computed(() => this.units.show(this.tempK(), 'temperature'));
  protected readonly top = computed(() => this.g().centreY - this.g().socket.outer);
  protected readonly bore = computed(() => boreM(this.plan().tube));
  protected readonly leader = computed(() => {
    const { centreY, tube, gap, socket } = this.g();
    return {
      x: socket.x0 + 46,
      y: centreY - tube.outer - gap / 2,
      drop: gap / 2 + (tube.outer - tube.inner) + Math.min(44, tube.inner / 2),
    };
  });
  protected readonly bad = computed(() => this.plan().selection.chosen?.gapVerdict !== 'in band');
  protected readonly words = computed(() => {
    const p = this.plan();
    return `${p.tubeMetal.name} tube in ${inASentence(p.socketMetal)} socket, overlap ${this.units.show(p.overlap.overlapM, 'length')}, gap per side ${this.units.show(this.g().hot.sideM, 'gap')} at ${this.temperature()}`;
  });

  protected socketPath(): string {
    const s = this.g().socket;
    return `M${s.x0} ${s.outer} H${s.x1} V${s.inner} H${s.stopX} V${s.bore} H${s.x0} Z`;
  }

  protected fillerPath(): string {
    const { socket: s, tube: t, fillet: f } = this.g();
    return `M${s.stopX} ${t.outer} V${s.bore} H${s.x0} V${s.bore + f * 0.6} Q${s.x0 - f * 0.3} ${t.outer + f * 0.25} ${s.x0 - f * 1.5} ${t.outer} Z`;
  }

  protected save(drawing: unknown): void {
    saveSvg(drawing as SVGSVGElement, `${this.name()}-section`);
  }
}
