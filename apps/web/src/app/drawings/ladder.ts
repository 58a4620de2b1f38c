import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatButtonModule } from '@angular/material/button';
import { heatWords } from '@hephaist/core/joint/heat-words';
import type { JointPlan } from '@hephaist/core/joint/plan';
import type { FillerJudgement } from '@hephaist/core/selection/select';
import { displayUnit } from '@hephaist/core/units/units';
import { scaleLinear } from 'd3';
import { UnitsStore } from '../units/units.store';
import { GLOW, ladderOf, spread } from './ladder-bands';
import { saveSvg } from './save-svg';

const TOP = 14;
const BOTTOM = 336;

/** The heat ladder: one temperature axis on which the choice's bands nest. */
@Component({
  selector: 'hp-ladder',
  imports: [MatButtonModule],
  template: `
    <h2>
      Heat ladder <span class="quiet">· {{ unit().symbol }}</span>
      <button matButton class="svg no-print" (click)="save(drawing)" aria-label="Save the heat ladder as SVG">
        SVG
      </button>
    </h2>
    <svg #drawing [attr.viewBox]="'0 0 ' + width() + ' 350'" role="img" [attr.aria-label]="words()">
      <defs>
        <linearGradient id="glow" x1="0" y1="1" x2="0" y2="0">
          @for (stop of glow(); track stop.at) {
            <stop [attr.offset]="stop.at" [attr.stop-color]="stop.colour" />
          }
        </linearGradient>
      </defs>
      @for (tick of ticks(); track tick.label) {
        <path [attr.d]="'M44 ' + tick.y + ' H' + (width() - 4)" class="grid" />
        <text x="38" [attr.y]="tick.y + 4" text-anchor="end" class="quiet">{{ tick.label }}</text>
      }
      @if (glows()) {
        <rect x="44" [attr.y]="top" width="9" [attr.height]="bottom - top" fill="url(#glow)" />
      }
      @for (band of bands(); track band.id) {
        <rect
          [attr.x]="band.x"
          [attr.y]="band.y"
          [attr.width]="band.w"
          [attr.height]="band.h"
          [attr.class]="band.kind"
        />
        @if (band.text) {
          <text
            [attr.x]="band.textX"
            [attr.y]="band.textY"
            [attr.text-anchor]="band.anchor"
            [class.chosen]="band.kind === 'brazing'"
          >
            {{ band.text }}
          </text>
        }
      }
      @for (line of lines(); track line.id) {
        <path [attr.d]="'M56 ' + line.y + ' H' + (width() - 4)" [attr.class]="line.kind" />
        <text [attr.x]="width() - 4" [attr.y]="line.textY" text-anchor="end" [attr.class]="'on-' + line.kind">
          {{ line.label }} {{ line.value }}
        </text>
      }
      @if (held(); as h) {
        <path [attr.d]="'M50 ' + h.y + ' H' + (width() - 4)" class="held" />
        <circle cx="50" [attr.cy]="h.y" r="5" class="at" />
      }
    </svg>
    <p class="quiet seen">{{ colour() }}</p>
  `,
  styles: `
    :host {
      display: flex;
      flex-direction: column;
      padding: var(--space-4) var(--space-5);
    }
    .held {
      stroke: var(--copper);
      stroke-dasharray: 2 3;
      stroke-width: 1.5;
    }
    .at {
      fill: var(--copper);
    }
    svg {
      width: 100%;
      flex: 1;
      min-height: 0;
      font-size: 12.5px;
    }
    text {
      fill: var(--ink);
      paint-order: stroke;
      stroke: var(--sheet);
      stroke-width: 3px;
    }
    .quiet {
      fill: var(--mid);
    }
    .grid {
      stroke: var(--hairline);
    }
    .melts {
      fill: var(--steel-fill);
      stroke: var(--mid);
      stroke-width: 0.8;
    }
    .flux {
      fill: none;
      stroke: var(--ink);
      stroke-dasharray: 4 3;
      stroke-width: 1.2;
    }
    .brazing {
      fill: var(--tint);
      stroke: var(--copper);
      stroke-width: 0.8;
    }
    .melting {
      fill: var(--copper);
    }
    .chosen {
      fill: var(--copper);
      font-weight: 600;
    }
    .work {
      stroke: var(--ink);
      stroke-width: 2.2;
    }
    .on-work {
      font-weight: 600;
    }
    .oxide {
      stroke: var(--refused);
      stroke-dasharray: 2 3;
    }
    .on-oxide {
      fill: var(--refused);
    }
    .limit {
      stroke: var(--caution);
      stroke-width: 1.6;
    }
    .on-limit {
      fill: var(--caution);
    }
    .service {
      stroke: var(--mid);
    }
    .on-service {
      fill: var(--mid);
    }
    .seen {
      font-size: 13px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LadderView {
  readonly plan = input.required<JointPlan>();
  readonly serviceMaxK = input.required<number>();
  readonly partLimitK = input<number | null>(null);
  /** Rods drawn side by side; else the chosen one. */
  readonly others = input<readonly FillerJudgement[] | null>(null);
  readonly name = input('joint');
  /** A temperature that the joint is shown at, K; null where it is at none. */
  readonly heldK = input<number | null>(null);

  private readonly units = inject(UnitsStore);
  protected readonly top = TOP;
  protected readonly bottom = BOTTOM;
  protected readonly unit = computed(() => displayUnit('temperature', this.units.system()));
  private readonly ladder = computed(() =>
    ladderOf(this.plan(), this.serviceMaxK(), this.partLimitK(), this.others() ?? undefined),
  );
  /** Wide enough for every column and the words at the right. */
  protected readonly width = computed(
    () => 112 + 42 * this.ladder().columns + ((this.others()?.length ?? 1) > 1 ? 96 : 44),
  );
  private readonly y = computed(() => scaleLinear().domain([280, this.ladder().topK]).range([BOTTOM, TOP]));

  protected readonly ticks = computed(() => {
    const unit = this.unit();
    const [low, high] = [unit.fromSi(280), unit.fromSi(this.ladder().topK)];
    return scaleLinear()
      .domain([low, high])
      .ticks(7)
      .map((v) => ({ label: String(v), y: this.y()(unit.toSi(v)) }));
  });

  /** Aluminium melts before it glows: no bar of colours for it. */
  protected readonly glows = computed(() => heatWords(this.plan())?.colour !== null);
  protected readonly glow = computed(() =>
    GLOW.map((g) => ({ at: Math.min(1, Math.max(0, (g.atK - 280) / (this.ladder().topK - 280))), colour: g.colour })),
  );

  protected readonly bands = computed(() => {
    const bands = this.ladder().bands;
    const metals = bands.filter((b) => b.kind === 'melts');
    const metalYs = spread(
      metals.map((b) => this.y()(b.fromK) - 4),
      14,
    );
    return bands.map((band) => {
      const width = band.kind === 'melting' ? 26 : band.kind === 'flux' ? 24 : 34;
      const centre = 78 + band.column * 42;
      const y = this.y()(band.toK);
      const metal = band.kind === 'melts';
      return {
        ...band,
        x: centre - width / 2,
        y,
        w: width,
        h: Math.max(2, this.y()(band.fromK) - y),
        text: band.kind === 'melting' ? '' : band.label,
        textX: metal ? 66 + metals.length * 42 : centre,
        textY: metal ? (metalYs[metals.indexOf(band)] ?? y) : band.kind === 'flux' ? this.y()(band.fromK) + 13 : y - 5,
        anchor: metal ? 'start' : 'middle',
      };
    });
  });

  protected readonly held = computed(() => {
    const k = this.heldK();
    return k === null ? null : { y: this.y()(Math.min(this.ladder().topK, Math.max(280, k))) };
  });

  protected readonly lines = computed(() => {
    const lines = this.ladder().lines.map((l) => ({
      ...l,
      y: this.y()(l.atK),
      value: this.units.show(l.atK, 'temperature', false),
    }));
    const places = spread(
      lines.map((l) => l.y - 4),
      14,
    );
    return lines.map((l, i) => ({ ...l, textY: places[i] ?? l.y }));
  });

  protected save(drawing: unknown): void {
    saveSvg(drawing as SVGSVGElement, `${this.name()}-heat-ladder`);
  }

  protected readonly colour = computed(() => {
    const tells = heatWords(this.plan());
    if (!tells) return 'No rod to show.';
    return tells.colour
      ? `At work it looks ${tells.colour} in a dim place; trust the flux over the colour.`
      : 'Aluminium shows no colour before it melts: watch the flux.';
  });

  protected readonly words = computed(
    () =>
      `Temperatures: ${[...this.ladder().bands.map((b) => `${b.label} ${this.units.show(b.fromK, 'temperature')} to ${this.units.show(b.toK, 'temperature')}`), ...this.ladder().lines.map((l) => `${l.label} ${this.units.show(l.atK, 'temperature')}`)].join('; ')}`,
  );
}
